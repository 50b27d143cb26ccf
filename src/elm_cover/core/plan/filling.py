"""fill_table(job, …) -> FillTable: what the crew fills by: bands with quotas, places with their fill line, stops (handbook §17)."""

from __future__ import annotations

import hashlib
import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ...job import Job
from ...job.document import section_names
from ..base.arrays import Floats, Integers
from ..base.notebook import Notebook
from ..filling.constants import pace_range
from ..filling.stops import StopsSeen, with_times
from ..filling.table import (
    HAZARDS,
    FilledWith,
    FillTable,
    FloorCells,
    Quota,
    ReadPlace,
    RowWanted,
    SafetyOpen,
    StopStanding,
)
from ..from_job.products import product_input
from ..from_job.section import section_input
from ..given.product import ProductInput
from ..given.section import SectionInput
from ..laying.site import site_of
from ..log.first_day import Cut
from ..proof.depths import random_count
from ..section.result import SectionPlan
from ..work.item import STOP
from ..work.kinds import CREW
from ..work.listing import is_open_safety
from .bands_told import BandPlan, SectionReach, cells_at, laid_by_cell
from .loading import Load
from .reaching import Reach
from .whole_job import Plan

# Room less than that is taper: a reading there says nothing of the density.
LEVEL_IN = 0.01
# Under the baffle the fill stays so far below it. Source: handbook §12.
BELOW_ROOM_IN = 0.5
MOST_IN_BAYS = 8.0
# A floor is told by at most so many cells, of a foot or more; depths to the hundredth.
MOST_CELLS, LEAST_CELL_FT, DEPTH_DIGITS = 2_500, 1.0, 2


@dataclass(frozen=True, eq=False, kw_only=True)
class _Cells:
    """A section cell by cell: under, new and the fill line in inches; whether it is taper; the number of its band, 0 for none."""

    under_in: Floats
    new_in: Floats
    line_in: Floats
    tapered: np.ndarray
    band: Integers


def fill_table(
    job: Job,
    planned: Plan,
    found: Reach,
    made: Load,
    seen: Sequence[StopsSeen] = (),
    revision: int | None = None,
    cut: Cut | None = None,
) -> FillTable:
    """Bands in the order they are filled, closed bays after them; places to read; products; stops. seen: stops of the revisions
    since the first day's, this one's last, where that is known; cut: by what closed bays were shared out when the first day began.
    Source: handbook §17."""
    stops, past = with_times(seen) if seen else (stops_of(planned), ())
    products = {product.id: product_input(product) for product in job.products}
    blown = {id_ for id_, product in products.items() if product.chart is not None}
    by_id = {section.id: section for section in planned.sections}
    quotas: list[Quota] = []
    places: list[ReadPlace] = []
    floors: list[FloorCells] = []
    for reached in found.sections:
        section = by_id[reached.section]
        # Without bags there is no quota to fill by, nor anything to read yet.
        if section.product not in blown or section.installed_in is None or section.bags.field is None:
            continue
        index = [s.id for s in job.sections].index(section.id)
        given = section_input(job, index, products, Notebook())
        cells = _cells_of(given, found, reached)
        quotas += [
            _quota(section, band, _depth_in(cells, band.number)) for band in reached.bands if band.bags is not None
        ]
        if cells is not None:
            places += _markers(section, given, cells)
            places += _random(section, given, cells)
            floors.append(_floor_cells(section, given, cells))
    quotas.sort(key=lambda quota: quota.number)
    last = max((band.number for reached in found.sections for band in reached.bands), default=0)
    quotas += _closed_bays(
        planned, blown, last, cut, {s.id: s.framing.spacing_in if s.framing else None for s in job.sections}
    )
    return FillTable(
        bands=tuple(quotas),
        places=tuple(places),
        floors=tuple(floors),
        rows=tuple(_rows(planned, quotas, products)),
        products=tuple(_products(made, quotas, products)),
        stops=stops,
        past_stops=past,
        safety=safety_of(planned),
        revision=revision,
        sections=section_names(job),
    )  # fmt: skip


def _rows(planned: Plan, quotas: Sequence[Quota], products: Mapping[str, ProductInput]) -> Iterator[RowWanted]:
    """The R that each section's field bags prove: the printed row that it is filled to, the row below where it lies between."""
    with_bands = {quota.section for quota in quotas}
    for section in planned.sections:
        chart = None if section.product is None else products[section.product].chart
        if section.id not in with_bands or section.product is None or chart is None or section.r_added is None:
            continue
        closed = section.kind != "open_floor"
        if closed:
            yield RowWanted(section=section.id, product=section.product, r=section.r_added, closed=True)
            continue
        # Of what is blown alone: new batts beneath a cap are no part of its row.
        blown_in = (section.installed_in or 0.0) - sum(layer.thickness_in for layer in section.batts)
        at_most = [row.r for row in chart.rows if row.installed_in <= blown_in + 1e-6]
        if at_most:
            yield RowWanted(section=section.id, product=section.product, r=max(at_most))


def stops_of(planned: Plan) -> tuple[StopStanding, ...]:
    """What forbids the start of a day by the survey as it is."""
    return tuple(
        StopStanding(
            key=item.key, hazard=item.lifts, what=item.what, who=item.who, why=item.why or "", by_crew=item.who == CREW
        )
        for item in planned.work.items
        if item.state == STOP
    )  # fmt: skip


def safety_of(planned: Plan) -> tuple[SafetyOpen, ...]:
    """What is open of «safe», «trades» and «shields» by the survey as it is, and hazards nobody looked for.

    Source: handbook §13; «Settled since, second part» 16.
    """
    found = [
        SafetyOpen(key=item.key, group=item.group, what=item.what, who=item.who)
        for item in planned.work.items
        if is_open_safety(item)
    ]
    count = len(planned.look.hazards_open)
    if count:
        what = f"{count} hazard{'' if count == 1 else 's'} nobody has looked for: unanswered is not absent"
        found.append(SafetyOpen(key=HAZARDS, group="safe", what=what, who="whoever looks over"))
    return tuple(found)


def _cells_of(section: SectionInput, found: Reach, reached: SectionReach) -> _Cells | None:
    """None while no roof is known: then nobody knows what lies where."""
    if found.behind is None:
        return None
    _, laid, lying = laid_by_cell(section, site_of(section))
    if lying is None or laid.stack is None:
        return None
    top = lying.top_in
    tapered = top < laid.stack.depth_in - LEVEL_IN
    marks = found.behind.banded.cells[found.behind.rooms[reached.section]]
    by_hand = next((band.number for band in reached.bands if band.by_hand), 0)
    return _Cells(
        under_in=lying.under_in,
        new_in=lying.new_installed_in,
        line_in=np.where(tapered, np.maximum(0.0, top - BELOW_ROOM_IN), top),
        tapered=tapered,
        band=np.where(marks >= 0, marks + 1, by_hand),
    )


def _depth_in(cells: _Cells | None, number: int) -> float | None:
    """Mean new depth of a band, the taper left out where there is anything else, in."""
    if cells is None:
        return None
    mine = cells.band == number
    level = mine & ~cells.tapered
    chosen = level if level.any() else mine
    return float(cells.new_in[chosen].mean()) if chosen.any() else None


def _quota(section: SectionPlan, band: BandPlan, depth_in: float | None) -> Quota:
    covers, installed = section.bag_covers_ft2 or 0.0, section.installed_in or 0.0
    return Quota(
        number=band.number,
        section=section.id,
        product=section.product or "",
        area_ft2=band.area_ft2,
        bags=band.bags or 0.0,
        depth_in=(section.installed_in or 0.0) if depth_in is None else depth_in,
        bags_per_in=band.area_ft2 / (covers * installed) if covers > 0 and installed > 0 else 0.0,
    )


def _closed_bays(
    planned: Plan, blown: set[str], last: int, cut: Cut | None, spacings: Mapping[str, float | None]
) -> Iterator[Quota]:
    """Slopes, walls and closed floors, after the floor: each by its bays, at most 8 bags at a time. Source: handbook §14, bands."""
    for section in planned.sections:
        if section.kind in ("open_floor", "left_out") or section.product not in blown or not section.bags.field:
            continue
        fields = planned.fields.get(section.id)
        enclosed, spacing = None if fields is None else fields.enclosed, spacings[section.id]
        count = 0 if enclosed is None or not spacing else math.ceil(12 * enclosed.length_ft / spacing - 1e-9)
        area = section.surface_ft2 or section.net_area_ft2 or 0.0
        by = (
            0.0
            if cut is not None and cut.bags is None
            else ((cut and cut.bags) or {}).get(section.id, section.bags.field)
        )
        first = 1
        for share, bays in bays_at_a_time(by, count):
            last += 1
            yield Quota(
                number=last,
                section=section.id,
                product=section.product,
                area_ft2=area * share,
                bags=section.bags.field * share,
                depth_in=section.cavity_depth_in or section.installed_in or 0.0,
                bays=(first, first + bays - 1) if bays else None,
            )
            first += bays


def bays_at_a_time(bags: float, bays: int) -> list[tuple[float, int]]:
    """Closed bays in stretches of at most 8 bags, as even as whole bays make them: the share of each, and its bays.

    bays: how many there are, 0 where nobody knows: then the bags alone are shared out. Source: handbook §14, closed bays.

    >>> bays_at_a_time(20.0, 10)
    [(0.4, 4), (0.3, 3), (0.3, 3)]
    """
    parts = max(1, math.ceil(bags / MOST_IN_BAYS - 1e-9))
    if not bays:
        return [(1 / parts, 0)] * parts
    while parts < bays and bags * math.ceil(bays / parts) / bays > MOST_IN_BAYS + 1e-9:
        parts += 1
    each, more = divmod(bays, min(parts, bays))
    return [((each + (i < more)) / bays, each + (i < more)) for i in range(min(parts, bays))]


def _place(section: SectionPlan, cells: _Cells, cell: int, **own: object) -> ReadPlace:
    return ReadPlace(
        section=section.id,
        old_in=float(cells.under_in[cell]),
        fill_in=float(cells.line_in[cell]),
        tapered=bool(cells.tapered[cell]),
        band=int(cells.band[cell]) or None,
        **own,  # type: ignore[arg-type]
    )


def _floor_cells(section: SectionPlan, given: SectionInput, cells: _Cells) -> FloorCells:
    """The section as a coarse lattice: of each of its cells what lies nearest to its middle.

    Source: design §5, a reading with at_ft counts in the band it lies in, against the plan there.
    """
    grid = site_of(given).grid
    (x0, y0), wide, high = grid.origin_ft, grid.columns * grid.cell_ft, grid.rows * grid.cell_ft
    side = max(LEAST_CELL_FT, math.sqrt(wide * high / MOST_CELLS))
    columns, rows = math.ceil(wide / side - 1e-9), math.ceil(high / side - 1e-9)
    column = np.minimum(((grid.x_ft - x0) / side).astype(np.int64), columns - 1)
    row = np.minimum(((grid.y_ft - y0) / side).astype(np.int64), rows - 1)
    away = np.hypot(grid.x_ft - x0 - (column + 0.5) * side, grid.y_ft - y0 - (row + 0.5) * side)
    # The farthest first, so that the nearest is written last.
    order = np.argsort(-away, kind="stable")
    nearest = np.full(rows * columns, -1, dtype=np.int64)
    nearest[(row * columns + column)[order]] = order
    on = nearest >= 0

    def told(of: Floats, digits: int) -> tuple[float, ...]:
        return tuple(np.round(np.where(on, of[nearest], 0.0), digits).tolist())

    return FloorCells(
        section=section.id,
        origin_ft=(float(x0), float(y0)),
        cell_ft=side,
        columns=columns,
        band=tuple(np.where(on, cells.band[nearest], 0).tolist()),
        old_in=told(cells.under_in, DEPTH_DIGITS),
        fill_in=told(cells.line_in, DEPTH_DIGITS),
        tapered=tuple(np.where(on, cells.tapered[nearest], False).astype(int).tolist()),
    )


def _markers(section: SectionPlan, given: SectionInput, cells: _Cells) -> Iterator[ReadPlace]:
    points = section.marker_points_ft
    if not points:
        return
    at = cells_at(site_of(given).grid, np.array(points).reshape(-1, 2))
    for number, (point, cell) in enumerate(zip(points, at, strict=True), 1):
        yield _place(
            section, cells, int(cell),
            id=f"{section.id}:marker:{number}", marker=number, at_ft=point,
        )  # fmt: skip


def _random(section: SectionPlan, given: SectionInput, cells: _Cells) -> Iterator[ReadPlace]:
    """Places picked by chance, so many in each band as it has of the level floor; the same ones for the same section.

    Source: handbook §19, stratified by band, the taper left out.
    """
    grid = site_of(given).grid
    count = random_count(section.net_area_ft2 or 0.0)
    level = np.flatnonzero(~cells.tapered & (cells.band > 0))
    if level.size == 0:
        return
    seed = int.from_bytes(hashlib.sha256(f"{section.id} {count}".encode()).digest()[:8], "big")
    chance = np.random.default_rng(seed)
    bands, held = np.unique(cells.band[level], return_counts=True)
    number = 0
    for band, many in zip(bands, _shared(count, held.tolist()), strict=True):
        mine = level[cells.band[level] == band]
        for cell in chance.choice(mine, size=min(many, mine.size), replace=False):
            number += 1
            yield _place(
                section, cells, int(cell),
                id=f"{section.id}:random:{number}", marker=None, at_ft=(float(grid.x_ft[cell]), float(grid.y_ft[cell])),
            )  # fmt: skip


def _shared(count: int, sizes: Sequence[int]) -> list[int]:
    """So many shared out by size, whole ones, largest remainder first."""
    exact = [count * size / sum(sizes) for size in sizes]
    found = [int(share) for share in exact]
    for i in sorted(range(len(sizes)), key=lambda i: found[i] - exact[i])[: count - sum(found)]:
        found[i] += 1
    return found


def _products(made: Load, quotas: Sequence[Quota], products: Mapping[str, ProductInput]) -> Iterator[FilledWith]:
    """Every product that a band is filled with, also where its order is not known yet; on_truck: of the load list."""
    loaded = {item.what: float(item.amount) for item in made.items}
    for id_ in dict.fromkeys(quota.product for quota in quotas):
        product = products[id_]
        bag_lb = 0.0 if product.chart is None else product.chart.bag_lb
        yield FilledWith(
            id=id_,
            name=product.name or id_,
            unit="bags",
            bag_lb=bag_lb,
            bags_field=sum(q.bags for q in quotas if q.product == id_),
            on_truck=loaded.get(id_, 0.0),
            minutes=pace_range(product.kind or "", bag_lb),
        )
