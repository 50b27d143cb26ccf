"""What is proved of floor sections together: depths, bags, the claim, what is missing of the row planned (handbook §19)."""

from __future__ import annotations

import math
from collections.abc import Container, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from ..base.units import eighths, r_value
from ..filling.walked import DepthRead
from ..layers.chart import Chart
from ..old_fill.readings import depth_map_on
from ..proof.claim import DEPTH_WITHIN_IN, Claim, box_density_pcf, claim, core_density_pcf, core_weight_psf
from ..proof.closed import BayProof
from ..proof.depths import LEAST_READINGS, DepthProof, depth_proof
from ..section.result import SectionPlan
from .proof_given import Given
from .row_bags import OPEN_FLOOR


@dataclass(frozen=True, kw_only=True)
class BagProof:
    """Bags in the attic (hopper and count), and what chart and field ask for; None while not known."""

    counted_in: float
    chart: float | None
    field: float | None


@dataclass(frozen=True, kw_only=True)
class RowAsked:
    """What a printed row asks for here: its R, its installed thickness in in., bags on this floor."""

    r: float
    installed_in: float
    field_bags: float


@dataclass(frozen=True, kw_only=True)
class Proved:
    """Of a section or of a product: depths, bags, the claim. bound in depth: of the random readings alone.

    not_yet: what keeps anything from being claimed, in words; missing: what would prove the row that was planned, where less is.
    """

    id: str
    name: str
    depth: DepthProof
    bags: BagProof
    claim: Claim | None
    density_pcf: tuple[float, ...]
    rows: tuple[RowAsked, ...]
    not_yet: tuple[str, ...]
    missing: tuple[str, ...] = ()
    bays: BayProof | None = None


def proved_together(
    given: Given, named: tuple[str, str], counted: float, plans: Sequence[SectionPlan], chart: Chart
) -> Proved:
    """What is proved of floor sections together. counted: bags that lie on them."""
    ids = {section.id for section in plans}
    reads = [one for one in given.run.walked.latest.values() if one.section in ids]
    random = depth_proof([one.new_in for one in reads if one.new_in is not None and one.random])
    depth = depth_proof([one.new_in for one in reads if one.new_in is not None], _share_below(given, plans, reads))
    rows = [given.rows[section.id] for section in plans]
    known = [row for row in rows if row is not None]
    field = [sum(each) for each in zip(*known, strict=True)] if rows and len(known) == len(rows) else None
    short = [one for one in given.run.short if one.section in ids]
    done = bool(plans) and given.done(ids)
    cores = [core for core in given.run.walked.cores if core["section"] in ids]
    density = tuple(_density(core) for core in cores)
    proved_in = depth.least if given.by_least else random.bound
    # How dense it is by the cores, how deep by what depth proves: a core stands where it was handy. Source: Settled since, second
    # part, 5. A box is no core.
    weights = [
        core_weight_psf(d, proved_in)
        for d, c in zip(density, cores, strict=True)
        if c.get("depth_in") is not None and proved_in is not None
    ]
    made = None
    if field is not None:
        weight = sum(weights) / len(weights) if weights else None
        made = claim(chart, counted if done else None, field, None if short else proved_in, weight)
    return Proved(
        id=named[0],
        name=named[1],
        depth=replace(depth, bound=random.bound),
        bags=BagProof(
            counted_in=counted, chart=_sum(s.bags.chart for s in plans), field=_sum(s.bags.field for s in plans)
        ),
        claim=made,
        density_pcf=density,
        rows=tuple(
            RowAsked(r=row.r, installed_in=row.installed_in, field_bags=bags)
            for row, bags in zip(chart.rows, field or (), strict=False)
        ),
        missing=tuple(_missing(given, ids, proved_in, chart)),
        not_yet=tuple(
            _not_yet(plans, done, LEAST_READINGS if given.by_least else random.n, len(short), field is not None)
        ),
    )


def _missing(given: Given, ids: Container[str], proved_in: float | None, chart: Chart) -> Iterator[str]:
    """Bags and depth that lack of the row planned. Source: handbook, Settled since, second part, 4."""
    yield from (one.text for one in given.run.missing if one.section in ids)
    planned = [row.r for row in given.table.rows if row.section in ids and not row.closed]
    if proved_in is None or not planned:
        return
    wanted = next((row.installed_in for row in chart.rows if row.r == max(planned)), None)
    lacks = 0.0 if wanted is None else wanted - DEPTH_WITHIN_IN - proved_in
    if wanted is not None and lacks > 0:
        yield f"depth proves {eighths(proved_in)}: {r_value(max(planned))} wants {eighths(wanted)}"


def _density(core: Mapping[str, Any]) -> float:
    """Of a core, or of a box, lb/ft³."""
    if core.get("box_ft3") is not None:
        return box_density_pcf(core["box_ft3"], core["weight_oz"])
    return core_density_pcf(core["diameter_in"], core["depth_in"], core["weight_oz"])


def _not_yet(sections: Sequence[SectionPlan], done: bool, random: int, short: int, field: bool) -> list[str]:
    """What keeps anything from being claimed, in words."""
    if not sections or sections[0].kind != OPEN_FLOOR:
        return ["closed bays are proved by volume and density"]
    found = [] if field else ["what each printed row would take here is not known yet"]
    if not done:
        found.append("not every band is done")
    if random < LEAST_READINGS:
        found.append(f"{LEAST_READINGS - random} more readings at the places the program picked")
    if short:
        found.append(f"{short} short {'place is' if short == 1 else 'places are'} to be topped up and read again")
    return found


def _sum(values: Any) -> float | None:
    listed = list(values)
    return None if any(v is None for v in listed) else sum(listed)


def _share_below(given: Given, sections: Sequence[SectionPlan], reads: Sequence[DepthRead]) -> float | None:
    """Share of the floor that lies more than half an inch below its fill line, by the map of the readings.

    Source: handbook §12; Settled since 9, readings are mapped.
    """
    below = area = 0.0
    for section in sections:
        mine = [one for one in reads if one.section == section.id and one.at_ft is not None and one.fill_in is not None]
        fields = given.planned.fields.get(section.id)
        if fields is None or not mine or fields.grid.count == 0:
            continue
        off = depth_map_on(
            fields.grid,
            tuple(one.at_ft or (0.0, 0.0) for one in mine),
            tuple(one.depth_in - (one.fill_in or 0.0) for one in mine),
        )
        net = section.net_area_ft2 or 0.0
        below += net * float(np.mean(off < -given.table.constants.short_in))
        area += net
    return below / area if area > 0 and math.isfinite(below) else None
