"""reach(plan) -> Reach: the way to every place of the attic, the bands it is filled in, hose and cord (handbook §14, §15)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from ..base.memory import Itself, remembered
from ..base.notebook import Flag, Notebook, Open
from ..base.units import fixed
from ..given.reach import ReachInput
from ..given.section import SectionInput
from ..hazards.clearances import DECK_IN, FILLED_UNDER
from ..laying.site import site_of
from ..log.first_day import Cut
from ..plan.whole_job import Plan
from ..reach.bands import banded
from ..reach.cord import Cord, cord
from ..reach.crawl_floor import Deck, Room, crawl_floor
from ..reach.cut_bands import cut_bands
from ..reach.hose import THROW_FT, USUAL_MACHINE, Door, Hose, HoseAsked, hose
from ..reach.way import Entrance, Way, way_over
from .bands_told import Behind, SectionReach, bags_by_cell, section_reach

# What one goes round on the way, beside holes in the floor. Source: handbook §14, way.
STANDS = ("chimney", "flue", "equipment", "combustion_air")
# Floor that one can crawl over, filled or not.
CRAWLED = ("open_floor", "left_out")


@dataclass(frozen=True, kw_only=True)
class Reach:
    """What reach(plan) answers. throw_ft: as taken. behind: what the drawings are made from."""

    sections: tuple[SectionReach, ...]
    throw_ft: float
    longest_way_ft: float
    hose: Hose
    cord: Cord
    flags: tuple[Flag, ...]
    open: tuple[Open, ...]
    behind: Behind | None = field(default=None, repr=False, compare=False)


def reach(planned_job: Plan, cut: Cut | None = None) -> Reach:
    """How the crew gets to every place of the attic, in what order it fills it, and what hose and cord that takes.

    cut: by what the floor was cut when the first day began; None: by the bags of today.
    """
    notes = Notebook()
    read = planned_job.read
    given, inputs = read.reach, read.sections
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
    by_id = {each.plan.id: each for each in planned_job.planned}
    planned = [by_id[section.id] for section in filled]
    bags = [bags_by_cell(section, Itself(each)) for section, each in zip(filled, planned, strict=True)]
    taken = {names[s.id]: None if b is None else Itself(b) for s, b in zip(filled, bags, strict=True)}
    found = banded(floor, way, throw, grids, even=cut is None or cut.bags is not None)
    if cut is None or cut.bags is not None:
        told = {} if cut is None else cut.bags or {}
        first = {names[s.id]: told[s.id] for s in filled if s.id in told}
        found = cut_bands(found, floor, way, throw, taken, first)
    behind = _behind(
        Itself(floor), Itself(way), Itself(found), tuple(names.items()), tuple((i, Itself(g)) for i, g in grids.items())
    )
    reached = tuple(
        section_reach(section, Itself(each), Itself(behind), names[section.id], throw, tuple(entrances))
        for section, each in zip(filled, planned, strict=True)
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


@remembered(lambda _: 1_000)
def _behind(
    floor: Itself, way: Itself, found: Itself, names: tuple[tuple[str, int], ...], grids: tuple[tuple[int, Itself], ...]
) -> Behind:
    """The same for the same parts, so that a section that is told by it is known again."""
    return Behind(
        floor=floor.thing,
        way=way.thing,
        banded=found.thing,
        rooms=dict(names),
        grids={room: grid.thing for room, grid in grids},
    )


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
