"""The work list from its items: in working order, numbered by rows, with its gate and what it takes (handbook §13, the work list)."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field

from ..given.book import BookInput
from ..given.look import HoleToFind
from ..given.work import WorkInput
from ..hazards.stops import CREW
from ..money.quantities import Quantities
from ..preparation.leaks import CFM50_PER_IN2
from ..preparation.materials import MaterialNeed, amounts, needs
from .gates import Gates, Standing, gates_of
from .item import (
    AS_IT_IS,
    DONE,
    GONE,
    LEFT,
    STOP,
    TO_DO,
    Done,
    Flow,
    Gate,
    Group,
    Missing,
    Task,
    TradeLine,
    WorkItem,
    WorkList,
    WorkRow,
)
from .kinds import GROUPS, KINDS, NEVER_LEFT, can_be_left
from .pricing import item_price
from .words import counted

ORDER = tuple(GROUPS)
WHOLE = "the whole attic"


@dataclass(frozen=True)
class Marks:
    """What was done and left out, by key, and which hazards were cleared, by key or kind: from the log of the job."""

    done: Mapping[str, Done] = field(default_factory=dict)
    left: Mapping[str, Done] = field(default_factory=dict)
    cleared: Mapping[str, Done] = field(default_factory=dict)


@dataclass(frozen=True, kw_only=True)
class ListedFor:
    """What a list is made for beside its items: decisions, prices of items that are not priced by what they take, holes to find,
    hazards nobody has looked for."""

    record: WorkInput
    book: BookInput
    holes: Sequence[HoleToFind] = ()
    not_looked_at: int = 0
    prices: Mapping[str, float] = field(default_factory=dict)


def work_list(tasks: Iterable[Task], given: ListedFor, marks: Marks | None = None) -> WorkList:
    """The whole list. prices: of items whose quantities the plan counts, by key.

    Source: handbook §13, order of work.
    """
    marks = marks or Marks()
    found = list(tasks)
    rows = _rows(found)
    ordered = [(task, number) for number, (_, members) in enumerate(rows, 1) for task in members]
    states = {task.key: _state(task, given, marks) for task, _ in ordered}
    gates = gates_of([Standing(t.key, group_of(t), t.section, states[t.key][0], t.lifts) for t, _ in ordered])
    placed = [_item(task, number, given, states[task.key], gates) for task, number in ordered]
    placed += _gone(placed, given, marks, len(rows))
    counted_items = [item for item in placed if item.state != GONE]
    return WorkList(
        items=tuple(placed),
        rows=_told_rows(placed),
        groups=tuple(Group(group, title) for group, title in GROUPS.items()),
        gate=_gate(placed, given),
        cfm50=_flow(counted_items),
        person_hours=sum(i.person_hours for i in counted_items if i.state != LEFT and i.change in (None, "yes")),
        trades=_trades(placed, given.record.names),
    )


def group_of(task: Task) -> str:
    """The group that an item stands in."""
    return task.group or KINDS[task.kind].group


def _rows(tasks: Sequence[Task]) -> list[tuple[str, list[Task]]]:
    """Items by row, in working order: by group; leaks that dirty fill marks first, then by what their row is worth; the rest as they come."""
    rows: dict[tuple[str, str], list[Task]] = {}
    for task in tasks:
        rows.setdefault((group_of(task), task.row or task.key), []).append(task)

    def order(entry: tuple[int, tuple[tuple[str, str], list[Task]]]) -> tuple[int, bool, float, int]:
        place, ((group, _), members) = entry
        worth = sum(task.leak.worth for task in members if task.leak) if group == "leaks" else 0.0
        marked = group == "leaks" and any(task.signed for task in members)
        return ORDER.index(group), not marked, -worth, place

    return [(group, members) for _, ((group, _), members) in sorted(enumerate(rows.items()), key=order)]


def _leavable(task: Task) -> bool:
    return can_be_left(task.kind, group_of(task)) if task.leavable is None else task.leavable


def _item(task: Task, number: int, given: ListedFor, state: tuple[str, Done | None], gates: Gates) -> WorkItem:
    group = group_of(task)
    if task.counted_elsewhere or task.key in given.prices:
        price: float | None = given.prices.get(task.key)
    else:
        price = None if task.who != CREW else item_price(task.materials, task.person_hours, given.book)
    return WorkItem(
        key=task.key,
        group=group,
        kind=task.kind,
        number=number,
        section=task.section,
        at_ft=task.at_ft,
        line_ft=task.line_ft,
        what=task.what,
        why=task.why,
        cautions=task.cautions,
        amount=task.amount,
        unit=task.unit,
        counted=task.counted,
        pieces=task.pieces,
        materials=task.materials,
        person_hours=task.person_hours,
        price=price,
        leak_in2=task.leak,
        cfm50=None if task.leak is None else task.leak.cfm50,
        waits_for=gates.waits.get(task.key, ()),
        waited_for_by=tuple(gates.gates.get(task.key, ())),
        who=task.who,
        cure=task.cure,
        cures=task.cures,
        leavable=_leavable(task),
        lifts=task.lifts,
        counted_elsewhere=task.counted_elsewhere,
        change=task.change,
        state=state[0],
        done=state[1],
    )


def _state(task: Task, given: ListedFor, marks: Marks) -> tuple[str, Done | None]:
    """Done, left out, a stop, or to do. What cannot be left out is to do still, whoever left it out. A trade's stop is lifted by who cleared it,
    named in the log.

    Source: handbook §13, order of work: a stop is never overridden; design §5, hazard.cleared.
    """
    if task.done_by is not None:
        return DONE, Done(task.done_by, task.done_on or "")
    if task.key in marks.done and (task.who == CREW or not task.stop):
        return DONE, marks.done[task.key]
    cleared = marks.cleared.get(task.key) or (marks.cleared.get(task.lifts) if task.lifts else None)
    if task.stop and cleared is not None:
        return DONE, cleared
    if task.stop:
        return STOP, None
    if task.change == "no" or not (task.asks or task.person_hours or task.materials or task.who != CREW):
        return AS_IT_IS, None
    if task.key in marks.left and _leavable(task):
        return LEFT, marks.left[task.key]
    if is_left(task, given.record):
        decided = given.record.decided(task.key)
        return LEFT, Done(decided.left_by or "", "", decided.left_reason)
    return TO_DO, None


def _gone(items: Sequence[WorkItem], given: ListedFor, marks: Marks, rows: int) -> list[WorkItem]:
    """What something was recorded on and nothing gives any more. Source: handbook §13, an item whose source vanished."""
    known = {item.key for item in items}
    said = dict.fromkeys([*marks.done, *marks.left, *given.record.decisions])
    found: list[WorkItem] = []
    for key in said:
        if key in known:
            continue
        kind = key.split(":", 1)[0]
        title = KINDS[kind].one if kind in KINDS else kind.replace("_", " ").capitalize()
        done = marks.done.get(key) or marks.left.get(key)
        found.append(
            WorkItem(
                key=key, group="extras", kind=kind if kind in KINDS else "other", number=rows + len(found) + 1,
                section=None, at_ft=None, line_ft=(), what=f"{title}: no longer on record",
                why="What it came from was taken off the record; what was recorded on it is kept.", cautions=(),
                amount=0.0, unit="pieces", counted="", pieces=(), materials=(), person_hours=0.0, price=None,
                leak_in2=None, cfm50=None, waits_for=(), waited_for_by=(), who=CREW, cure=None, cures=(), leavable=True,
                lifts=None, counted_elsewhere=False, change=None, state=GONE, done=done,
            )
        )  # fmt: skip
    return found


def _told_rows(items: Sequence[WorkItem]) -> tuple[WorkRow, ...]:
    by_number: dict[int, list[WorkItem]] = {}
    for item in items:
        by_number.setdefault(item.number, []).append(item)
    return tuple(_work_row(members) for _, members in sorted(by_number.items()))


def _work_row(members: Sequence[WorkItem]) -> WorkRow:
    first, kind = members[0], KINDS[members[0].kind]
    pieces = first.unit == "pieces"
    count = sum(item.amount for item in members) if pieces else len(members)
    rest = first.what.split(",", 1)[1] if "," in first.what and first.kind == "light" else ""
    title = (
        first.what if len(members) == 1 and (count <= 1 or not pieces) else counted(count, kind.one, kind.more) + rest
    )
    prices = [item.price for item in members]
    leaks = [item.leak_in2.worth for item in members if item.leak_in2 is not None]
    done = sum(item.state in (DONE, LEFT, AS_IT_IS) for item in members)
    states = {item.state for item in members}
    state = STOP if STOP in states else TO_DO if TO_DO in states else next(iter(sorted(states)))
    return WorkRow(
        number=first.number,
        group=first.group,
        title=title,
        keys=tuple(item.key for item in members),
        materials=" · ".join(first.pieces) if len(members) == 1 else _summed(members),
        person_hours=sum(item.person_hours for item in members),
        price=None if any(price is None for price in prices) else sum(price or 0.0 for price in prices),
        cfm50=sum(leaks) * CFM50_PER_IN2 if leaks else None,
        done=done,
        state=state,
    )


def _summed(members: Sequence[WorkItem]) -> str:
    """What alike items take together: “6 rated light covers · caulk 12 in³”."""
    found = needs(use for item in members for use in item.materials)
    return " · ".join(_need_in_words(need) for need in found)


def _need_in_words(need: MaterialNeed) -> str:
    title = need.title.lower()
    return f"{need.amount:.0f} × {title}" if need.unit == "pieces" else f"{title} {need.amount:.0f} {need.unit}"


def _flow(items: Sequence[WorkItem]) -> Flow:
    """Flow at 50 Pa of what is not sealed yet, what the seals done are worth, and what stays after them.

    Source: handbook §13, how large a leak.
    """
    leaks = [(item.state, item.leak_in2) for item in items if item.leak_in2 is not None]
    open_in2 = sum(leak.before for state, leak in leaks if state != DONE)
    sealed = sum(leak.worth for state, leak in leaks if state == DONE)
    stays = sum(leak.after for state, leak in leaks if state == DONE)
    return Flow(open_in2 * CFM50_PER_IN2, sealed * CFM50_PER_IN2, stays * CFM50_PER_IN2)


def _gate(items: Sequence[WorkItem], given: ListedFor) -> Gate:
    """Ready to close: every stop cleared, every item but extras done or left out by a named person, every hole ticked.

    Source: handbook §13, ready to close.
    """
    counted_items = [item for item in items if item.group != "extras" and item.state not in (AS_IT_IS, GONE)]
    missing = [_missing(item, given) for item in counted_items if item.state in (TO_DO, STOP)]
    for hole in given.holes:
        if hole.expected is not None and (hole.found or 0) < hole.expected:
            left = hole.expected - (hole.found or 0)
            why = f"{left} of {hole.expected} not found and marked yet"
            missing.append(Missing(None, f"Holes: {hole.what}", CREW, why))
    if given.not_looked_at:
        why = "unanswered is not absent"
        missing.append(Missing(None, f"{given.not_looked_at} hazards not looked for yet", "whoever looks over", why))
    stops = sum(item.state == STOP for item in counted_items)
    return Gate(
        items=len(counted_items),
        done=sum(item.state in (DONE, LEFT) for item in counted_items),
        stops=stops,
        ready=not missing,
        missing=tuple(missing),
    )


def _trades(items: Sequence[WorkItem], names: Mapping[str, str]) -> tuple[TradeLine, ...]:
    """Who still has to come back to what, and which area that keeps open; the crew last.

    Source: handbook §9, what another trade has still to come back to.
    """
    by_trade: dict[str, list[WorkItem]] = {}
    for item in items:
        if item.state in (TO_DO, STOP) and item.group != "extras":
            by_trade.setdefault(item.who, []).append(item)
    return tuple(
        TradeLine(
            who,
            tuple(item.key for item in held),
            tuple(dict.fromkeys(names.get(item.section or "", WHOLE) for item in held)),
        )
        for who, held in sorted(by_trade.items(), key=lambda pair: (pair[0] == CREW, pair[0]))
    )


def _missing(item: WorkItem, given: ListedFor) -> Missing:
    decided = given.record.decided(item.key)
    if item.change == "asked":
        return Missing(item.key, item.what, "customer", "found after the offer: no yes or no yet")
    if item.state == STOP:
        why = "a stop: it is lifted by being cured, nothing else" if item.who == CREW else "a stop: cleared in writing"
    elif decided.left_reason and not item.leavable:
        why = "it was left out, but cannot be: it is there to keep somebody safe"
    else:
        why = "to do"
    return Missing(item.key, item.what, item.who, why)


def prepared(tasks: Iterable[Task], record: WorkInput) -> Quantities:
    """What the items take that the plan does not count already, those left out by decision apart, and changes that the
    customer has not said yes to.

    Source: handbook §10, hours from quantities.
    """
    counted_here = [
        task
        for task in tasks
        if not task.counted_elsewhere and not is_left(task, record) and task.change in (None, "yes")
    ]
    hours: dict[str, float] = {}
    for task in counted_here:
        if task.person_hours:
            name = f"preparing: {GROUPS[group_of(task)].split(',')[0].lower()}"
            hours[name] = hours.get(name, 0.0) + task.person_hours
    return Quantities(prepared=amounts(use for task in counted_here for use in task.materials), prepared_hours=hours)


def is_left(task: Task, record: WorkInput) -> bool:
    """Whether an item is left out by decision, with a reason and a name. Source: handbook §13, ready to close."""
    decided = record.decided(task.key)
    # Hardly anything is: asked first.
    return bool(decided.left_reason and decided.left_by) and not task.stop and _leavable(task)


def is_open_safety(item: WorkItem) -> bool:
    """Whether it keeps somebody safe and is still to do: a day begins in spite of it by name and reason alone, and nothing is done
    while it is open. Source: handbook §13, «safe», «trades», «shields»; «Settled since, second part» 16."""
    return item.state == TO_DO and item.group in NEVER_LEFT and item.change in (None, "yes")


def materials_of(items: Iterable[WorkItem]) -> tuple[MaterialNeed, ...]:
    """Whole containers of everything that items take which are not left out.

    Source: handbook §13, beads.
    """
    return needs(use for item in items if item.state not in (LEFT, GONE) for use in item.materials)
