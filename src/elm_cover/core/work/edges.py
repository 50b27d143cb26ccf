"""Dams, blocking and knee walls: what the edges of a section ask for (handbook §13, the work list)."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ..base.units import eighths, fixed, whole_up
from ..enclosed.shapes import upright_wall
from ..floor.outline import edge_length_ft
from ..preparation.hatch import ABOVE_FILL_IN
from ..preparation.materials import use
from .item import Task
from .place import WorkPlace

# Where the next floor is filled to within that, fill does not slide.
LEVEL_WITHIN_IN = 2.0
SPACING_START_IN = 16.0
PLUG_START_IN = 9.25


def edge_tasks(place: WorkPlace) -> Iterator[Task]:
    """What the edges of a section, and a wall itself, ask for. Source: handbook §13, dam, blocking, knee wall."""
    if place.section.kind == "open_floor":
        yield from _floor_edges(place)
    if place.section.kind == "sloped_bays":
        yield from _lower_end(place)
    if place.section.kind == "knee_wall":
        yield from _knee_wall(place)


def _middle(place: WorkPlace, edge: int) -> tuple[tuple[float, float], tuple[tuple[float, float], ...]]:
    corners = place.section.outline_ft
    a, b = corners[edge], corners[(edge + 1) % len(corners)]
    return ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2), (a, b)


def _edge_task(place: WorkPlace, kind: str, edge: int, what: str) -> Task:
    at, line = _middle(place, edge)
    key = f"{kind}:{place.keys.edges[edge].split(':', 1)[1]}"
    return Task(
        key=key,
        kind=kind,
        section=place.section.id,
        at_ft=at,
        line_ft=line,
        what=what,
        amount=1,
        unit="pieces",
        row=key,
    )


def _floor_edges(place: WorkPlace) -> Iterator[Task]:
    lines = dict(place.lines)
    for index, edge in enumerate(place.section.edges):
        length = edge_length_ft(place.section.outline_ft, index)
        if edge.kind == "open" and not _goes_on(place, edge.to, lines):
            yield _dam(place, index, length, "Dam at the open edge")
        if edge.kind == "knee_wall":
            yield _dam(place, index, length, "Dam along the knee wall")
            yield _blocking(place, index, length, "Joist bays under the knee wall")


def _goes_on(place: WorkPlace, to: str | None, lines: dict[str, float | None]) -> bool:
    """Whether the fill goes on beyond an open edge, level enough that nothing slides."""
    beyond = None if to is None else lines.get(to)
    return beyond is not None and place.line_in - beyond <= LEVEL_WITHIN_IN


def _dam(place: WorkPlace, edge: int, length_ft: float, what: str) -> Task:
    bare = _edge_task(place, "dam", edge, what)
    length = place.decided(bare.key).amount or length_ft
    height = place.line_in + ABOVE_FILL_IN
    return replace(
        bare,
        what=f"{what}, {fixed(length, 1)} ft",
        amount=length,
        unit="ft",
        counted="as long as the edge",
        materials=(use("wood_board", length * height / 12), use("screws", 2 * length)),
        person_hours=length / place.rate("dam_ft_per_hour"),
        sizes=(("dam", height), ("line", place.line_in)),
        pieces=(f"strip {fixed(length, 1)} ft, {eighths(height)} high",),
        follows_depth=True,
    )


def _blocking(place: WorkPlace, edge: int, length_ft: float, what: str) -> Task:
    bare = _edge_task(place, "blocking", edge, what)
    spacing = place.section.spacing_in or SPACING_START_IN
    bays = place.decided(bare.key).amount or float(whole_up(length_ft * 12 / spacing))
    return replace(
        bare,
        what=f"{what}, {fixed(bays)} bays",
        amount=bays,
        unit="bays",
        counted=f"{fixed(length_ft, 1)} ft at {eighths(spacing)} on center",
        materials=(use("bay_plug", bays),),
        person_hours=bays / place.rate("blocking_per_hour"),
        sizes=(("plug", place.section.joist_depth_in or PLUG_START_IN), ("spacing", spacing), ("line", place.line_in)),
        pieces=(f"{fixed(bays)} plugs",),
    )


def _lower_end(place: WorkPlace) -> Iterator[Task]:
    """The lower end of a slope is closed first, or the fill runs out. Source: handbook §5, slopes; §13, blocking."""
    low = [i for i, edge in enumerate(place.section.edges) if edge.kind in ("knee_wall", "eave")]
    corners = range(len(place.section.edges))
    edge = max(low or corners, key=lambda i: edge_length_ft(place.section.outline_ft, i))
    length = edge_length_ft(place.section.outline_ft, edge)
    yield _blocking(place, edge, length, "Lower ends of the slope")


def _knee_wall(place: WorkPlace) -> Iterator[Task]:
    """Batts re-cut to fit, an air barrier behind them, strapped. Source: handbook §13, knee wall."""
    wall = None if place.section.wall is None else upright_wall(place.section.outline_ft, place.section.wall)
    if wall is None or wall.backed is True:
        return
    key = f"knee_wall:{place.section.id}"
    area = place.decided(key).amount or wall.surface_ft2
    relaid = () if place.batts_in_wall else (use("relay_batt", area * RECUT_SHARE),)
    noun = "Skylight shaft" if wall.of == "skylight_shaft" else "Knee wall"
    corners = place.section.outline_ft
    yield Task(
        key=key,
        kind="knee_wall",
        section=place.section.id,
        at_ft=(sum(c[0] for c in corners) / len(corners), sum(c[1] for c in corners) / len(corners)),
        what=f"{noun}, {fixed(area)} ft² to back",
        amount=area,
        unit="ft²",
        counted="its surface",
        materials=(*relaid, use("air_barrier", area), use("strapping", area)),
        person_hours=area / place.rate("knee_wall_ft2_per_hour"),
        pieces=(f"air barrier {fixed(area)} ft²", f"strapping {fixed(area)} ft"),
        row=key,
    )


# Of the batts that hang there, how many are too short once they are re-cut.
RECUT_SHARE = 0.1
