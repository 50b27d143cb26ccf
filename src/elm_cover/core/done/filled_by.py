"""fill_table(plan, …) -> FillTable: what the crew fills by: bands with quotas, places with their fill line, stops (handbook §17)."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence

from ..crew.bands_told import BandPlan
from ..crew.loading import LoadList
from ..crew.reaching import Reach
from ..filling.constants import pace_range
from ..filling.stops import StopsSeen, with_times
from ..filling.table import (
    FilledWith,
    FillTable,
    FloorCells,
    Quota,
    ReadPlace,
    RowWanted,
)
from ..given.product import ProductInput
from ..layers.kinds import feed_of, kind_of
from ..log.first_day import Cut
from ..plan.whole_job import Plan
from ..section.result import SectionPlan
from .read_places import cells_of, depth_in, floor_cells, marker_places, random_places
from .still_open import safety_of, stops_of

MOST_IN_BAYS = 8.0


def fill_table(
    planned: Plan,
    found: Reach,
    made: LoadList,
    seen: Sequence[StopsSeen] = (),
    revision: int | None = None,
    cut: Cut | None = None,
) -> FillTable:
    """Bands in the order they are filled, closed bays after them; places to read; products; stops. seen: stops of the revisions
    since the first day's, this one's last, where that is known; cut: by what closed bays were shared out when the first day began.
    Source: handbook §17."""
    stops, past = with_times(seen) if seen else (stops_of(planned), ())
    products = planned.read.products
    inputs = {section.id: section for section in planned.read.sections}
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
        given = inputs[section.id]
        cells = cells_of(given, found, reached)
        quotas += [
            _quota(section, band, depth_in(cells, band.number)) for band in reached.bands if band.bags is not None
        ]
        if cells is not None:
            places += marker_places(section, given, cells)
            places += random_places(section, given, cells)
            floors.append(floor_cells(section, given, cells))
    quotas.sort(key=lambda quota: quota.number)
    last = max((band.number for reached in found.sections for band in reached.bands), default=0)
    quotas += _closed_bays(planned, blown, last, cut, {id_: section.spacing_in for id_, section in inputs.items()})
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
        sections=dict(planned.read.work.names),
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


def _products(made: LoadList, quotas: Sequence[Quota], products: Mapping[str, ProductInput]) -> Iterator[FilledWith]:
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
            minutes=pace_range(feed_of(product.kind).lb_per_min, bag_lb),
            feeds_as=kind_of(product.kind).feeds_as or "",
        )
