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
from ..filling.table import FilledWith, FillTable, Quota, ReadPlace, StopStanding
from ..from_job.products import product_input
from ..from_job.section import section_input
from ..given.product import ProductInput
from ..given.section import SectionInput
from ..laying.site import site_of
from ..section.result import SectionPlan
from ..work.item import STOP
from ..work.kinds import CREW
from .bands_told import BandPlan, SectionReach, cells_at, laid_by_cell
from .loading import Load
from .reaching import Reach
from .whole_job import Plan

# Room less than that is taper: a reading there says nothing of the density.
LEVEL_IN = 0.01
# Under the baffle the fill stays so far below it. Source: handbook §12.
BELOW_ROOM_IN = 0.5
LEAST_RANDOM, FLOOR_PER_RANDOM_FT2 = 5, 100.0


@dataclass(frozen=True, eq=False, kw_only=True)
class _Cells:
    """A section cell by cell: under, new and top in inches; whether it is taper; the number of its band, 0 for none."""

    under_in: Floats
    new_in: Floats
    top_in: Floats
    tapered: np.ndarray
    band: Integers


def fill_table(job: Job, planned: Plan, found: Reach, made: Load) -> FillTable:
    """Bands in the order they are filled, closed bays after them; places to read; products; stops. Source: handbook §17."""
    products = {product.id: product_input(product) for product in job.products}
    blown = {id_ for id_, product in products.items() if product.chart is not None}
    by_id = {section.id: section for section in planned.sections}
    quotas: list[Quota] = []
    places: list[ReadPlace] = []
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
    quotas.sort(key=lambda quota: quota.number)
    last = max((band.number for reached in found.sections for band in reached.bands), default=0)
    quotas += _closed_bays(planned.sections, blown, last)
    return FillTable(
        bands=tuple(quotas),
        places=tuple(places),
        products=tuple(_products(made, quotas, products)),
        stops=tuple(
            StopStanding(
                key=item.key, hazard=item.lifts, what=item.what, who=item.who, why=item.why or "", by_crew=item.who == CREW
            )
            for item in planned.work.items
            if item.state == STOP
        ),
        sections=section_names(job),
    )  # fmt: skip


def _cells_of(section: SectionInput, found: Reach, reached: SectionReach) -> _Cells | None:
    """None while no roof is known: then nobody knows what lies where."""
    if found.behind is None:
        return None
    _, laid, lying = laid_by_cell(section, site_of(section))
    if lying is None or laid.stack is None:
        return None
    top = lying.top_in
    marks = found.behind.banded.cells[found.behind.rooms[reached.section]]
    by_hand = next((band.number for band in reached.bands if band.by_hand), 0)
    return _Cells(
        under_in=lying.under_in,
        new_in=lying.new_installed_in,
        top_in=top,
        tapered=top < laid.stack.depth_in - LEVEL_IN,
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
    return Quota(
        number=band.number,
        section=section.id,
        product=section.product or "",
        area_ft2=band.area_ft2,
        bags=band.bags or 0.0,
        depth_in=(section.installed_in or 0.0) if depth_in is None else depth_in,
    )


def _closed_bays(sections: Sequence[SectionPlan], blown: set[str], last: int) -> Iterator[Quota]:
    """Slopes, walls and closed floors: each is filled as one, after the floor."""
    for section in sections:
        if section.kind in ("open_floor", "left_out") or section.product not in blown or not section.bags.field:
            continue
        last += 1
        yield Quota(
            number=last,
            section=section.id,
            product=section.product,
            area_ft2=section.surface_ft2 or section.net_area_ft2 or 0.0,
            bags=section.bags.field,
            depth_in=section.cavity_depth_in or section.installed_in or 0.0,
        )


def _place(section: SectionPlan, cells: _Cells, cell: int, area_ft2: float, **own: object) -> ReadPlace:
    tapered = bool(cells.tapered[cell])
    covers, installed = section.bag_covers_ft2 or 0.0, section.installed_in or 0.0
    top = float(cells.top_in[cell])
    return ReadPlace(
        section=section.id,
        old_in=float(cells.under_in[cell]),
        fill_in=max(0.0, top - BELOW_ROOM_IN) if tapered else top,
        tapered=tapered,
        band=int(cells.band[cell]) or None,
        bags_per_in=area_ft2 / (covers * installed) if covers > 0 and installed > 0 else 0.0,
        **own,  # type: ignore[arg-type]
    )


def _markers(section: SectionPlan, given: SectionInput, cells: _Cells) -> Iterator[ReadPlace]:
    points = section.marker_points_ft
    if not points:
        return
    at = cells_at(site_of(given).grid, np.array(points).reshape(-1, 2))
    for number, (point, cell) in enumerate(zip(points, at, strict=True), 1):
        yield _place(
            section, cells, int(cell), (section.net_area_ft2 or 0.0) / len(points),
            id=f"{section.id}:marker:{number}", marker=number, at_ft=point,
        )  # fmt: skip


def random_count(net_area_ft2: float) -> int:
    """How many random places a section is read at: max(5, ceil(area / 100)), area in ft². Source: handbook §19, depth."""
    return max(LEAST_RANDOM, math.ceil(net_area_ft2 / FLOOR_PER_RANDOM_FT2 - 1e-9))


def _random(section: SectionPlan, given: SectionInput, cells: _Cells) -> Iterator[ReadPlace]:
    """Places picked by chance, so many in each band as it has of the level floor; the same ones for the same section.

    Source: handbook §19, stratified by band, the taper left out.
    """
    grid, net = site_of(given).grid, section.net_area_ft2 or 0.0
    count = random_count(net)
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
                section, cells, int(cell), net / count,
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
