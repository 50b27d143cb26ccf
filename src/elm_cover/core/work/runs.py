"""What runs along the floor: ducts and pipes (handbook §13, the work list)."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace

from ..base.units import fixed
from ..hazards.features import FeatureInput
from ..preparation.ducts import bury_refused
from ..preparation.materials import use
from .item import Task
from .place import CurePlan, WorkPlace, chosen, key_of, task

RUN_START_FT = 10.0
# A duct as it is drawn, its own insulation in it.
DUCT_IN = 10.0
# A box round a duct: three sides of 18 in board for each ft.
DUCT_BOX_FT2_PER_FT = 4.5


def run_ft(feature: FeatureInput) -> float | None:
    """How long what runs along the floor is, ft; None without both of its ends."""
    if feature.at_ft is None or feature.to_ft is None:
        return None
    return math.dist(feature.at_ft, feature.to_ft) * feature.count


def duct(place: WorkPlace, index: int, feature: FeatureInput) -> Iterator[Task]:
    """A duct sealed, then buried where that is allowed, boxed or left. Source: handbook §13, duct; §9."""
    key = key_of(place, "duct", index)
    measured = run_ft(feature)
    length = place.decided(key).amount or measured or RUN_START_FT
    seal, box = length / place.rate("duct_seal_ft_per_hour"), length / place.rate("duct_box_ft_per_hour")
    mastic = use("mastic", length)
    refused = bury_refused(feature.duct_r, place.r_ceiling, place.section.zone)
    ways = (
        CurePlan(cure="bury", title="sealed, then buried in the fill", materials=(mastic,), person_hours=seal,
                 pieces=(f"mastic {fixed(length)} ft", "buried"), refused=refused, sizes=(("duct", DUCT_IN), ("line", place.line_in))),
        CurePlan(cure="box", title="sealed, then boxed in board", person_hours=seal + box,
                 materials=(mastic, use("rigid_board", length * DUCT_BOX_FT2_PER_FT)),
                 pieces=(f"mastic {fixed(length)} ft", f"board {fixed(length * DUCT_BOX_FT2_PER_FT)} ft²"),
                 sizes=(("duct", DUCT_IN), ("case", DUCT_IN + 4), ("line", place.line_in))),
        CurePlan(cure="leave", title="sealed, left in the open", materials=(mastic,), person_hours=seal,
                 pieces=(f"mastic {fixed(length)} ft", "left in the open"),
                 sizes=(("duct", DUCT_IN), ("open", 1.0), ("line", place.line_in))),
    )  # fmt: skip
    bare = replace(
        task(place, "duct", index, feature, f"Duct, {fixed(length)} ft"),
        amount=length,
        unit="ft",
        line_ft=_line(feature),
        counted="" if measured else "10 ft taken: no ends on record",
        row=key,
        follows_depth=True,
    )
    yield chosen(bare, ways, place.decided(key).cure, "leave" if refused else "bury", place.book)


def pipe(place: WorkPlace, index: int, feature: FeatureInput) -> Iterator[Task]:
    """A sleeve over a pipe in the cold. Source: handbook §13, pipe in the cold."""
    key = key_of(place, "pipe", index)
    measured = run_ft(feature)
    length = place.decided(key).amount or measured or RUN_START_FT
    yield replace(
        task(place, "pipe", index, feature, f"Pipe in the cold, {fixed(length)} ft"),
        amount=length,
        unit="ft",
        line_ft=_line(feature),
        counted="" if measured else "10 ft taken: no ends on record",
        materials=(use("pipe_sleeve", length),),
        person_hours=length / place.rate("pipe_ft_per_hour"),
        pieces=(f"sleeve {fixed(length)} ft",),
        row=key,
    )


def _line(feature: FeatureInput) -> tuple[tuple[float, float], ...]:
    return () if feature.at_ft is None or feature.to_ft is None else (feature.at_ft, feature.to_ft)
