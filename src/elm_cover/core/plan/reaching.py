"""reach(job) -> Reach: the way to every place of the attic, the bands it is filled in, hose and cord (handbook §14, §15)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

import numpy as np

from ...job import Job
from ..base.arrays import Floats
from ..base.notebook import Flag, Notebook, Open
from ..base.units import fixed
from ..floor.grid import Grid
from ..from_job.products import product_input
from ..from_job.reach import reach_input
from ..from_job.section import section_input
from ..given.reach import ReachInput
from ..given.section import SectionInput
from ..hazards.clearances import DECK_IN, FILLED_UNDER
from ..laying.bags import spread_psf
from ..laying.decided import old_fill_of
from ..laying.heat import heat_of
from ..laying.methods import lay
from ..laying.site import Site, site_of
from ..reach.bands import Banded, banded, beyond_reach
from ..reach.cord import Cord, cord
from ..reach.crawl_floor import CrawlFloor, Deck, Room, crawl_floor
from ..reach.hose import THROW_FT, USUAL_MACHINE, Door, Hose, HoseAsked, hose
from ..reach.way import Entrance, Way, way_over
from ..section.by_kind import plan_section
from ..section.result import PlannedSection
from ..target.by_basis import target_of
from .new_ways import NewWay, new_ways

# What one goes round on the way, beside holes in the floor. Source: handbook §14, way.
STANDS = ("chimney", "flue", "equipment", "combustion_air")
# Floor that one can crawl over, filled or not.
CRAWLED = ("open_floor", "left_out")


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


@dataclass(frozen=True, kw_only=True)
class Reach:
    """What reach(job) answers. throw_ft: as taken. behind: what the drawings are made from."""

    sections: tuple[SectionReach, ...]
    throw_ft: float
    longest_way_ft: float
    hose: Hose
    cord: Cord
    flags: tuple[Flag, ...]
    open: tuple[Open, ...]
    behind: Behind | None = field(default=None, repr=False, compare=False)


@dataclass(frozen=True, eq=False, kw_only=True)
class Behind:
    """The arrays behind a reach: not part of its JSON. grids: of the rooms that are filled, by their number."""

    floor: CrawlFloor
    way: Way
    banded: Banded
    rooms: Mapping[str, int]
    grids: Mapping[int, Grid]


def reach(job: Job) -> Reach:
    """How the crew gets to every place of the attic, in what order it fills it, and what hose and cord that takes."""
    notes = Notebook()
    given = reach_input(job)
    products = {product.id: product_input(product) for product in job.products}
    inputs = [section_input(job, i, products, Notebook()) for i in range(len(job.sections))]
    throw = given.throw_ft or THROW_FT[given.machine or USUAL_MACHINE]
    crawled = [section for section in inputs if section.kind in CRAWLED]
    _ask(given, crawled, notes)
    if not crawled:
        nothing = Hose(needed_ft=None, label_least_ft=None, machine_most_ft=given.hose_most_ft, fits=None)
        return _answer(given, (), throw, 0.0, nothing, notes, None)
    rooms = tuple(_room(section) for section in crawled)
    floor = crawl_floor(rooms)
    names = {section.id: number for number, section in enumerate(crawled)}
    entrances = _entrances(given, names)
    way = way_over(floor, entrances)
    _flag_ways(given, way, notes)
    filled = [section for section in crawled if section.kind == "open_floor"]
    grids = {names[section.id]: site_of(section).grid for section in filled}
    found = banded(floor, way, throw, grids)
    behind = Behind(floor=floor, way=way, banded=found, rooms=names, grids=grids)
    told = _Telling(behind=behind, throw_ft=throw, last=len(found.bands))
    # As the plan plans them, so that what it has kept is not made again.
    reached = tuple(
        told.section(section, plan_section(section, Notebook(section.id, f"sections.{section.id}.")), entrances)
        for section in filled
    )
    _flag_unreached(reached, notes)
    asked = HoseAsked(
        to_house_ft=given.to_house_ft,
        up_ft=given.up_ft,
        throw_ft=throw,
        label_least_ft=_label_least(inputs),
        machine_most_ft=given.hose_most_ft,
    )
    needed = hose(asked, floor, way, entrances, _doors(crawled))
    return _answer(given, reached, throw, way.longest_ft, needed, notes, behind)


def _answer(
    given: ReachInput,
    sections: tuple[SectionReach, ...],
    throw: float,
    longest: float,
    needed: Hose,
    notes: Notebook,
    behind: Behind | None,
) -> Reach:
    wire = cord(given.cord_ft, given.amps, given.volts, given.gauge_awg)
    if wire.fault is not None:
        notes.flag("cord", "caution", wire.fault, "The machine's own label goes before this.", "reach.gauge_awg")
    return Reach(
        sections=sections,
        throw_ft=throw,
        longest_way_ft=longest,
        hose=needed,
        cord=wire,
        flags=tuple(notes.flags),
        open=tuple(notes.open),
        behind=behind,
    )


def _ask(given: ReachInput, crawled: Sequence[SectionInput], notes: Notebook) -> None:
    if crawled and not given.ways_in:
        notes.ask("look_over", "accesses", "Where is the way in? Without one nobody gets to the floor.")
    for index, way_in in enumerate(given.ways_in):
        if way_in.at_ft is None:
            notes.ask("look_over", f"accesses[{index}].at_ft", f"Where is {way_in.name}?")
    questions = {
        "to_house_ft": "How far does the hose run from the machine to the house?",
        "up_ft": "How far is it from there up and to the way in?",
        "hose_most_ft": "How much hose does the machine carry at most? Its label says it.",
        "cord_ft": "How long is the cord from the socket to the machine?",
        "amps": "How much current does the machine draw? Its label says it.",
    }
    for name, text in questions.items():
        if getattr(given, name) is None:
            notes.ask("load", f"reach.{name}", text)


def _room(section: SectionInput) -> Room:
    """The section as one crawls through it. A floor whose heel or pitch nobody knows limits nobody's headroom yet."""
    site = site_of(section)
    joists = section.joist_depth_in or 0.0
    decks = [k for k in (*section.keep_outs, *section.filled_decks) if k.name in FILLED_UNDER and k.corners_ft]
    return Room(
        section=section.id,
        outline_ft=section.outline_ft,
        eaves=tuple(sorted((site.eaves or {}).items())),
        stands=(*section.holes, *(k.corners_ft for k in section.keep_outs if k.name in STANDS and k.corners_ft)),
        decks=tuple(Deck(k.corners_ft, joists + (k.deck_in or DECK_IN)) for k in decks if k.corners_ft),
        top_in=joists,
        doors=tuple((i, edge.to) for i, edge in enumerate(section.edges) if edge.kind == "open"),
    )


def _entrances(given: ReachInput, names: Mapping[str, int]) -> list[Entrance]:
    """The ways in that are placed; one recorded for closed bays leads onto whatever floor lies there."""
    return [Entrance(one.at_ft, names.get(one.section or "")) for one in given.ways_in if one.at_ft is not None]


def _flag_ways(given: ReachInput, way: Way, notes: Notebook) -> None:
    placed = [(i, one) for i, one in enumerate(given.ways_in) if one.at_ft is not None]
    for (index, one), leads in zip(placed, way.leads_in, strict=True):
        if not leads:
            notes.flag(
                "way_in_leads_nowhere",
                "stop" if not any(way.leads_in) else "caution",
                f"{one.name.capitalize()} leads onto no floor where one can be.",
                "Move it to where it is, or name the section it opens into; under 18 in of headroom nobody gets in.",
                f"accesses[{index}].at_ft",
            )


def _flag_unreached(sections: Sequence[SectionReach], notes: Notebook) -> None:
    for one in sections:
        if one.unreached_ft2 > 0:
            opens = "; ".join(new.text for new in one.new_ways)
            notes.flag(
                "unreached",
                "caution",
                f"{one.name}: {fixed(one.unreached_ft2)} ft² that no way in reaches.",
                opens or "It needs another hatch, a gable or a roof vent opening.",
                "accesses",
            )


def _label_least(inputs: Sequence[SectionInput]) -> float | None:
    """What the labels of the fills that are blown ask for, ft: the most of them."""
    blown = [s.choice.product for s in inputs if s.choice is not None and s.choice.product is not None]
    return max((p.hose_least_ft for p in blown if p.chart is not None and p.hose_least_ft), default=None)


def _doors(crawled: Sequence[SectionInput]) -> list[Door]:
    """The middles of the gables: a hose can come in through their vent or window."""
    found = []
    for room, section in enumerate(crawled):
        for i, edge in enumerate(section.edges):
            if edge.kind == "gable":
                (x0, y0), (x1, y1) = section.outline_ft[i], section.outline_ft[(i + 1) % len(section.outline_ft)]
                text = f"Through the gable of {section.name or section.id}, edge {i + 1}: its vent or window, taken out and put back."
                found.append(Door(text, ((x0 + x1) / 2, (y0 + y1) / 2), room))
    return found


@dataclass(frozen=True, eq=False, kw_only=True)
class _Telling:
    """Turns the bands of the floor into what is told of each section."""

    behind: Behind
    throw_ft: float
    last: int

    def section(self, section: SectionInput, planned: PlannedSection, entrances: Sequence[Entrance]) -> SectionReach:
        floor, way = self.behind.floor, self.behind.way
        room = self.behind.rooms[section.id]
        cells, site = self.behind.banded.cells[room], site_of(section)
        net, count = planned.plan.net_area_ft2 or 0.0, max(1, cells.size)
        bags = _bags_by_cell(section, site, planned)
        bands = [
            self._band(i, cells == i, section, planned, bags)
            for i, band in enumerate(self.behind.banded.bands)
            if band.room == room
        ]
        unreached = cells < 0
        if unreached.any():
            bands.append(self._band(None, unreached, section, planned, bags))
        own = tuple(band for band in self.behind.banded.bands if band.room == room)
        beyond = beyond_reach(own, cells, site.grid, self.throw_ft)
        mine = floor.room == room
        low = floor.headroom_in[mine] < 18.0
        reached = mine & np.isfinite(way.crawl_ft)
        return SectionReach(
            section=section.id,
            name=section.name or section.id,
            bands=tuple(bands),
            unreached_ft2=net * unreached.sum() / count,
            by_hand_ft2=net * beyond.sum() / count,
            reach_ft2=0.0 if not mine.any() else net * low.sum() / mine.sum(),
            longest_way_ft=float(way.crawl_ft[reached].max()) if reached.any() else 0.0,
            new_ways=new_ways(floor, way, entrances, room, net / max(1, int(mine.sum()))) if unreached.any() else (),
        )

    def _band(
        self,
        place: int | None,
        mine: np.ndarray[tuple[int], np.dtype[np.bool_]],
        section: SectionInput,
        planned: PlannedSection,
        bags: Floats | None,
    ) -> BandPlan:
        band = None if place is None else self.behind.banded.bands[place]
        net = planned.plan.net_area_ft2 or 0.0
        room = self.behind.rooms[section.id]
        return BandPlan(
            number=self.last + 1 + room if band is None else band.number,
            wing=None if band is None else band.wing,
            area_ft2=net * float(mine.sum()) / max(1, mine.size),
            bags=None if bags is None else float(bags[mine].sum()),
            stand_ft=None if band is None else band.stands_ft[0],
            more_stands_ft=() if band is None else band.stands_ft[1:],
            markers=tuple(i + 1 for i, at in enumerate(planned.plan.marker_points_ft) if mine[_cell_at(planned, at)]),
            bays=_bays(planned, mine),
            crawl_ft=None if band is None else band.crawl_ft,
            by_hand=band is None,
        )


def _bags_by_cell(section: SectionInput, site: Site, planned: PlannedSection) -> Floats | None:
    """Field bags of the section shared out over the cells by the weight that lies on each; None while they are not known.

    Source: handbook §14, ∫ w dA / bag weight; Σ of the bands' bags = field bags of the section.
    """
    bags = planned.plan.bags.field
    if bags is None or site.grid.count == 0:
        return None
    old = old_fill_of(section, site, Notebook())
    laid = lay(section, site, old, target_of(section, old.r, old.depth_in), Notebook())
    drawn = heat_of(section, site, old, laid, site.cells(old.map_in))
    weight = spread_psf(section, site, old, laid, drawn.lying)
    if weight is None or weight.sum() <= 0:
        return np.full(site.grid.count, bags / site.grid.count)
    return np.asarray(bags * weight / weight.sum())


def _cell_at(planned: PlannedSection, at_ft: tuple[float, float]) -> int:
    grid = planned.fields.grid
    return int(np.argmin((grid.x_ft - at_ft[0]) ** 2 + (grid.y_ft - at_ft[1]) ** 2))


def _bays(planned: PlannedSection, mine: np.ndarray[tuple[int], np.dtype[np.bool_]]) -> tuple[tuple[int, int], ...]:
    """The eave bays whose nearest floor is of the band, each as (edge, bay). Source: handbook §14, its bays."""
    found: list[tuple[int, int]] = []
    outline = planned.fields.outline_ft
    for edge, row in planned.fields.rows.items():
        start, end = np.array(outline[edge]), np.array(outline[(edge + 1) % len(outline)])
        along = (end - start) / max(1e-9, float(np.hypot(*(end - start))))
        for number, bay in enumerate(row.bays):
            x, y = start + along * (bay.from_in + bay.to_in) / 24
            if mine[_cell_at(planned, (float(x), float(y)))]:
                found.append((edge, number + 1))
    return tuple(found)
