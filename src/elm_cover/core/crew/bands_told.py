"""The bands of a section told: area, bags, markers, eave bays, what no way and no stand reaches (handbook §14)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from ..base.arrays import Floats
from ..base.memory import Itself, remembered
from ..floor.grid import Grid, cells_at
from ..given.section import SectionInput
from ..laying.as_chosen import laid_by_cell
from ..laying.bags import spread_psf
from ..laying.site import site_of
from ..reach.bands import Banded, beyond_reach
from ..reach.crawl_floor import CrawlFloor, low_share
from ..reach.way import Entrance, Way
from ..section.result import PlannedSection
from .new_ways import NewWay, new_ways

# Told sections beside the planned ones that they are told from.
TOLD_BYTES = 8_000
Bools = np.ndarray[tuple[int], np.dtype[np.bool_]]


@dataclass(frozen=True, eq=False, kw_only=True)
class Behind:
    """The arrays behind a reach: not part of its JSON. grids: of the rooms that are filled, by their number."""

    floor: CrawlFloor
    way: Way
    banded: Banded
    rooms: Mapping[str, int]
    grids: Mapping[int, Grid]


@dataclass(frozen=True, kw_only=True)
class BandPlan:
    """A band of a section. number: in the order of filling over the whole job. by_hand: floor that no way reaches; such a band
    has no wing, stand or way, and comes last.

    stand_ft: from where most of it is within a throw; more_stands_ft: where one goes for what is out of reach from there.
    markers: their numbers within the section. bays: eave bays at its edge, each as (edge, bay).
    """

    number: int
    wing: int | None
    area_ft2: float
    bags: float | None
    stand_ft: tuple[float, float] | None
    more_stands_ft: tuple[tuple[float, float], ...]
    markers: tuple[int, ...]
    bays: tuple[tuple[int, int], ...]
    crawl_ft: tuple[float, float] | None
    by_hand: bool = False


@dataclass(frozen=True, kw_only=True)
class SectionReach:
    """unreached_ft2: floor that no way reaches. by_hand_ft2: of the rest, what no stand reaches: deflected by hand, or with a
    stick on the hose. reach_ft2: floor under less than 18 in of headroom."""

    section: str
    name: str
    bands: tuple[BandPlan, ...]
    unreached_ft2: float
    by_hand_ft2: float
    reach_ft2: float
    longest_way_ft: float
    new_ways: tuple[NewWay, ...] = ()


@remembered(lambda _: TOLD_BYTES, lambda section, planned, *_: planned.thing.fields.array_bytes)
def section_reach(
    section: SectionInput,
    planned: Itself,
    behind_itself: Itself,
    room: int,
    throw_ft: float,
    entrances: tuple[Entrance, ...],
) -> SectionReach:
    """A section of the reach. planned: as the plan has it; a section that is as it was is not told again.

    Areas in ft², throw in ft. Source: handbook §14, bands.
    """
    behind: Behind = behind_itself.thing
    told = _Telling(section=section, planned=planned.thing, behind=behind, room=room)
    cells = behind.banded.cells[room]
    own = [(i, band) for i, band in enumerate(behind.banded.bands) if band.room == room]
    unreached = cells < 0
    beyond = beyond_reach(tuple(band for _, band in own), cells, behind.grids[room], throw_ft)
    floor, way = behind.floor, behind.way
    mine = floor.room == room
    reached = mine & np.isfinite(way.crawl_ft)
    net = told.net_ft2
    each = net / max(1, int(mine.sum()))
    return SectionReach(
        section=section.id,
        name=section.name or section.id,
        bands=told.bands([(i, cells == i) for i, _ in own], unreached),
        unreached_ft2=net * unreached.sum() / max(1, cells.size),
        by_hand_ft2=net * beyond.sum() / max(1, cells.size),
        reach_ft2=net * low_share(floor.rooms[room]),
        longest_way_ft=float(way.crawl_ft[reached].max()) if reached.any() else 0.0,
        new_ways=new_ways(floor, way, entrances, room, each) if unreached.any() else (),
    )


@dataclass(frozen=True, eq=False, kw_only=True)
class _Telling:
    """Turns the bands of the floor into what is told of one section."""

    section: SectionInput
    planned: PlannedSection
    behind: Behind
    room: int

    @property
    def net_ft2(self) -> float:
        return self.planned.plan.net_area_ft2 or 0.0

    def bands(self, own: list[tuple[int, Bools]], unreached: Bools) -> tuple[BandPlan, ...]:
        bags = bags_by_cell(self.section, Itself(self.planned))
        markers = cells_at(self.behind.grids[self.room], np.array(self.planned.plan.marker_points_ft).reshape(-1, 2))
        names, places = _bay_places(self.planned)
        bays = cells_at(self.behind.grids[self.room], places)
        found = []
        for i, mine in [*own, *([(-1, unreached)] if unreached.any() else [])]:
            band = None if i < 0 else self.behind.banded.bands[i]
            found.append(
                BandPlan(
                    number=len(self.behind.banded.bands) + 1 + self.room if band is None else band.number,
                    wing=None if band is None else band.wing,
                    area_ft2=self.net_ft2 * float(mine.sum()) / max(1, mine.size),
                    bags=None if bags is None else float(bags[mine].sum()),
                    stand_ft=None if band is None else band.stands_ft[0],
                    more_stands_ft=() if band is None else band.stands_ft[1:],
                    markers=tuple(int(at) + 1 for at in np.flatnonzero(mine[markers])),
                    bays=tuple(names[at] for at in np.flatnonzero(mine[bays])),
                    crawl_ft=None if band is None else band.crawl_ft,
                    by_hand=band is None,
                )
            )
        return tuple(found)


@remembered(
    lambda found: 0 if found is None else found.nbytes,
    lambda section, planned: planned.thing.fields.array_bytes,
)
def bags_by_cell(section: SectionInput, planned: Itself) -> Floats | None:
    """Field bags of the section shared out over the cells by the weight that lies on each, shape (cells,); None while they are not
    known. planned: as the plan has it.

    Source: handbook §14, ∫ w dA / bag weight; Σ of the bands' bags = field bags of the section.
    """
    bags, site = planned.thing.plan.bags.field, site_of(section)
    if bags is None or site.grid.count == 0:
        return None
    old, laid, lying = laid_by_cell(section, site)
    weight = spread_psf(section, site, old, laid, lying)
    if weight is None or weight.sum() <= 0:
        return np.full(site.grid.count, bags / site.grid.count)
    return np.asarray(bags * weight / weight.sum())


def _bay_places(planned: PlannedSection) -> tuple[list[tuple[int, int]], Floats]:
    """Every eave bay as (edge, bay), and its middle on the edge, ft, shape (bays, 2). Source: handbook §14, its bays."""
    names: list[tuple[int, int]] = []
    places: list[Floats] = []
    outline = planned.fields.outline_ft
    for edge, row in planned.fields.rows.items():
        start, end = np.array(outline[edge]), np.array(outline[(edge + 1) % len(outline)])
        along = (end - start) / max(1e-9, float(np.hypot(*(end - start))))
        middles = np.array([(bay.from_in + bay.to_in) / 24 for bay in row.bays])
        names += [(edge, number + 1) for number in range(len(row.bays))]
        places.append(start + middles[:, None] * along)
    return names, np.concatenate(places) if places else np.zeros((0, 2))
