"""load_list(plan, …) -> LoadList: everything that goes on the truck, in whole bags and containers, by place (handbook §15)."""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace

from ...job.firm import Firm
from ..base.units import fixed, many, whole_up
from ..eaves.remedies import REMEDIES
from ..from_job.firm import kit_input, truck_input
from ..given.kit import KitInput
from ..given.product import ProductInput
from ..loadout.sizes import BAFFLE, CONTAINERS, CORD, FOAM_FT3_LB, HOSE, REMOVAL_BAG, WIND_BLOCK, bag_ft3, bundle_ft3
from ..loadout.truck import PLACES, LoadItem, Stowed, TruckInput, stowed, trips
from ..log.folded import Day
from ..money.quantities import Quantities, total
from ..plan.order import OrderLine
from ..plan.whole_job import Plan
from ..reach.hose import Hose
from ..work.item import WorkItem, WorkList
from ..work.listing import materials_of

# Hose and cord are carried in lengths of so many feet. By judgement.
HOSE_LENGTH_FT, CORD_LENGTH_FT = 50.0, 50.0
# Where in the truck, and at which step it is used: the fill last, so it goes in first. Source: handbook §15.
FILL, BATTS, EAVES, PREPARE, TOOLS, PAPERS = (
    ("front", "fill"),
    ("middle", "batts"),
    ("rear", "eaves"),
    ("rear", "prepare"),
    ("door", "set up"),
    ("cab", "close"),
)
LARGE = ("rigid_board", "lid_board", "wood_board", "gypsum", "relay_batt", "radiant_barrier")


@dataclass(frozen=True)
class Counted:
    """What went out and came back of one thing, by the log; used = out − back."""

    out: float
    back: float


@dataclass(frozen=True, kw_only=True)
class LoadLine:
    """An item of the load with what was ticked. difference: used less planned, once something came back; None before."""

    item: LoadItem
    out: float
    back: float
    used: float | None
    difference: float | None


@dataclass(frozen=True, kw_only=True)
class LoadList:
    """items: by place and step. lb, ft3: of all whose size is known; unknown: of which it is not. trips: with the firm's truck.

    uncounted: sections whose fill is not known yet, by name: their bags are not in it."""

    items: tuple[LoadItem, ...]
    lb: float
    ft3: float
    trips: int
    payload_lb: float
    truck_ft3: float
    truck: TruckInput
    stowed: tuple[Stowed, ...]
    unknown: tuple[str, ...]
    uncounted: tuple[str, ...]


def load_list(planned: Plan, work: WorkList, firm: Firm, hose: Hose, people: int | None = None) -> LoadList:
    """Everything of plan and work list with spare, tools and protection from the firm's kit.

    Source: handbook §15, load list.
    """
    read, job = planned.read, planned.read.job
    taken = total(each for each in planned.taken if each is not None)
    hands = max(2, people or job.book.rates.crew)
    items = [
        *_fill(planned.order, read.products),
        *_eaves(planned, taken, job.settings.spare_pct),
        *_prepared(work.items),
        *_removal(taken, job.book.rates.removal_bag_ft3),
        *_hose_and_cord(read.reach.cord_ft, hose),
        *_kit(kit_input(firm), taken, hands),
        LoadItem(
            what="card", title="Attic card and papers", amount=1, unit="sets", lb=0.2, ft3=0.0, place=PAPERS[0], step=PAPERS[1],
            counted="one for the house", planned=1.0,
        ),
    ]  # fmt: skip
    order = list(PLACES)
    items.sort(key=lambda item: order.index(item.place))
    lb, ft3 = sum(item.lb or 0.0 for item in items), sum(item.ft3 or 0.0 for item in items)
    truck = truck_input(firm.truck)
    count = trips(lb, ft3, truck)
    return LoadList(
        items=tuple(items),
        lb=lb,
        ft3=ft3,
        trips=count,
        payload_lb=truck.payload_lb,
        truck_ft3=truck.ft3,
        truck=truck,
        stowed=stowed(items, truck, count),
        unknown=tuple(item.title for item in items if item.lb is None or item.ft3 is None),
        uncounted=tuple(
            section.name or section.id
            for section, each in zip(planned.sections, planned.taken, strict=True)
            if each is None and section.kind != "left_out"
        ),
    )


def counts_of(day: Day) -> dict[str, Counted]:
    """What went out and came back of every thing that a day's log counts."""
    return {what: Counted(day.out.get(what, 0.0), day.back.get(what, 0.0)) for what in (*day.out, *day.back)}


def counted_back(items: Sequence[LoadItem], counts: Mapping[str, Counted]) -> tuple[LoadLine, ...]:
    """The list with what went out and came back; what was ticked and is on the list no more stands at its end.

    Source: handbook §15, used = out − back.
    """
    found = []
    known = {item.what for item in items}
    gone = [
        LoadItem(what=what, title=f"{what}: no longer on the list", amount=0, unit="", lb=0.0, ft3=0.0, place="cab",
                 step="", counted="ticked before the plan changed")
        for what in counts
        if what not in known
    ]  # fmt: skip
    for item in (*items, *gone):
        count = counts.get(item.what, Counted(0.0, 0.0))
        used = count.out - count.back if count.back > 0 else None
        found.append(
            LoadLine(
                item=item,
                out=count.out,
                back=count.back,
                used=used,
                difference=None if used is None or item.planned is None else used - item.planned,
            )
        )
    return tuple(found)


def _item(
    what: str, title: str, amount: float, unit: str, each: tuple[float, float], where: tuple[str, str], counted: str
) -> LoadItem:
    lb, ft3 = each
    return LoadItem(
        what=what, title=title, amount=amount, unit=unit, lb=amount * lb, ft3=amount * ft3, place=where[0], step=where[1],
        counted=counted, planned=amount,
    )  # fmt: skip


def _fill(order: Iterable[OrderLine], products: Mapping[str, ProductInput]) -> Iterator[LoadItem]:
    for line in order:
        product, amount = products[line.product], float(line.bags_order)
        lb: float | None = None
        ft3: float | None = None
        counted = f"{fixed(line.bags_chart + line.bags_gaps, 1)} {line.unit} and spare"
        where = FILL
        if product.chart is not None and product.kind is not None:
            lb, ft3 = amount * product.chart.bag_lb, amount * bag_ft3(product.kind, product.chart.bag_lb)
        elif product.batt is not None:
            size, own = bundle_ft3(product.batt)
            where = BATTS
            ft3 = amount * size
            lb = None if product.batt.bundle_lb is None else amount * product.batt.bundle_lb
            counted += "" if own else "; size of a bundle not on record: pressed to a quarter"
        planned = line.bags_field if product.chart is not None else line.bags_chart
        yield LoadItem(
            what=line.product, title=line.name, amount=amount, unit=line.unit, lb=lb, ft3=ft3, place=where[0], step=where[1],
            counted=counted, planned=planned,
        )  # fmt: skip


def _eaves(planned: Plan, taken: Quantities, spare_pct: float) -> Iterator[LoadItem]:
    spare = 1 + spare_pct / 100
    if planned.foam is not None:
        sheet_lb = 32 * planned.foam.thickness_in / 12 * FOAM_FT3_LB
        each = (sheet_lb, 32 * planned.foam.thickness_in / 12)
        yield _item(
            "foam_sheets", "Rigid foam for baffles", planned.foam.sheets, "sheets", each, EAVES, "cut from sheets"
        )
    elif taken.baffle_pieces:
        count = whole_up(taken.baffle_pieces * spare)
        said = f"{taken.baffle_pieces} pieces and spare"
        yield replace(
            _item("baffles", "Baffles", count, "pieces", BAFFLE, EAVES, said), planned=float(taken.baffle_pieces)
        )
    if taken.wind_blocks:
        count = whole_up(taken.wind_blocks * spare)
        said = f"{taken.wind_blocks} and spare"
        item = _item("wind_blocks", "Wind blocks and plugs", count, "pieces", WIND_BLOCK, EAVES, said)
        yield replace(item, planned=float(taken.wind_blocks))
    for kind, ft3 in taken.edge_ft3.items():
        if ft3 > 0:
            yield _item(
                f"edge_{kind}",
                REMEDIES[kind].title.capitalize(),
                math.ceil(ft3),
                "ft³",
                (FOAM_FT3_LB, 1.0),
                EAVES,
                fixed(ft3, 1) + " ft³",
            )


def _prepared(items: Iterable[WorkItem]) -> Iterator[LoadItem]:
    for need in materials_of(items):
        lumber = need.what.startswith("lumber_")
        where = ("middle", "prepare") if need.what in LARGE or lumber else PREPARE
        said = f"{fixed(need.amount, 1)} {need.unit}" + ("" if lumber else " and waste")
        unit = many(need.container, need.containers)
        item = _item(need.what, need.title, need.containers, unit, CONTAINERS[need.what], where, said)
        yield item


def _removal(taken: Quantities, bag_ft3_each: float) -> Iterator[LoadItem]:
    if taken.bagged_ft3 > 0:
        count = whole_up(taken.bagged_ft3 / bag_ft3_each)
        said = f"{fixed(taken.bagged_ft3)} ft³ at {bag_ft3_each:g} ft³"
        yield _item("removal_bags", "Vacuum bags", count, "bags", REMOVAL_BAG, ("door", "clear out"), said)


def _hose_and_cord(cord_ft: float | None, hose: Hose) -> Iterator[LoadItem]:
    """Hose as far as it has to go, and no less than the label asks for. Source: handbook §14, §15."""
    if hose.needed_ft is not None:
        needed = max(hose.needed_ft, hose.label_least_ft or 0.0)
        length = math.ceil(needed / HOSE_LENGTH_FT - 1e-9) * HOSE_LENGTH_FT
        yield _item("hose", "Hose", length, "ft", HOSE, TOOLS, f"{fixed(needed)} ft, in lengths of 50 ft")
    if cord_ft:
        length = math.ceil(cord_ft / CORD_LENGTH_FT - 1e-9) * CORD_LENGTH_FT
        yield _item("cord", "Cord", length, "ft", CORD, TOOLS, f"{cord_ft:g} ft, in lengths of 50 ft")


def _kit(kit: Iterable[KitInput], taken: Quantities, hands: int) -> Iterator[LoadItem]:
    kinds = {
        "clear_out": taken.bagged_ft3 > 0 or taken.cleared_batt_ft2 > 0,
        "closed_bays": bool(taken.enclosed_lb),
        "batts": taken.batt_ft2 > 0,
    }
    for line in kit:
        if line.only is not None and not kinds[line.only]:
            continue
        amount = line.amount * (hands if line.per_person else 1)
        if amount > 0:
            said = f"{line.amount:g} for each of {hands}" if line.per_person else "the firm’s kit"
            where = (line.place, "set up")
            yield _item(f"kit:{line.key}", line.title, amount, line.unit, (line.lb, line.ft3), where, said)
