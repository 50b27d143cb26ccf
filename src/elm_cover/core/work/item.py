"""An item of the work list, and what several of them come to (handbook §13)."""

from __future__ import annotations

from dataclasses import dataclass

from ..preparation.leaks import Leak
from ..preparation.materials import MaterialUse

Line = tuple[tuple[float, float], ...]
TO_DO, DONE, LEFT, STOP, AS_IT_IS, GONE = "to_do", "done", "left", "stop", "as_it_is", "gone"


@dataclass(frozen=True)
class CureOffered:
    """One way of doing an item, with what it takes. refused: why it may not be here; None: it may."""

    cure: str
    title: str
    person_hours: float
    price: float | None
    refused: str | None = None


@dataclass(frozen=True, kw_only=True)
class Task:
    """An item as a rule derives it, before it is priced and placed in the list.

    key: what decisions and log entries name. amount in unit; counted: how it came about. lifts: the hazard's stop that this
    item cures. row: items of one row fold into it. counted_elsewhere: what it takes is in the plan's quantities already.
    follows_depth: whether it is another one where the fill is deeper or burns. leak in in² at 4 Pa. sizes: what its drawing
    goes by, inches. change: found after the offer: asked, yes or no. saves_ua:
    Btu/h·°F against the record. signed: dirty fill beside it marks the leak: it stands before those that nothing marks.
    asks: what it takes is not known yet: to do all the same.
    """

    key: str
    kind: str
    section: str | None = None
    at_ft: tuple[float, float] | None = None
    line_ft: Line = ()
    what: str
    amount: float
    unit: str
    counted: str = ""
    materials: tuple[MaterialUse, ...] = ()
    person_hours: float = 0.0
    leak: Leak | None = None
    who: str = "crew"
    why: str | None = None
    cure: str | None = None
    cures: tuple[CureOffered, ...] = ()
    lifts: str | None = None
    row: str = ""
    counted_elsewhere: bool = False
    follows_depth: bool = False
    leavable: bool | None = None
    cautions: tuple[str, ...] = ()
    stop: bool = False
    done_by: str | None = None
    done_on: str | None = None
    group: str | None = None
    pieces: tuple[str, ...] = ()
    sizes: tuple[tuple[str, float], ...] = ()
    change: str | None = None
    saves_ua: float = 0.0
    signed: bool = False
    asks: bool = False


@dataclass(frozen=True)
class Done:
    """Who did an item, or left it out and why; when, as the log or the record says."""

    by: str
    at: str
    reason: str | None = None
    amount: float | None = None


@dataclass(frozen=True, kw_only=True)
class WorkItem:
    """An item as it stands in the list. number: of its row. price with overhead and margin; None while one is not known.

    why, cautions: its own, beside those of its kind, which also says how. leak_in2, cfm50: before and after; None where it
    is no leak. waits_for, waited_for_by: keys. change: found after the offer: asked, yes or no. state: to_do, done, left,
    stop (until somebody else has cleared it), as_it_is (nothing to do the way it was decided) or gone (what it came from is
    no longer on record).
    """

    key: str
    group: str
    kind: str
    number: int
    section: str | None
    at_ft: tuple[float, float] | None
    line_ft: Line
    what: str
    why: str | None
    cautions: tuple[str, ...]
    amount: float
    unit: str
    counted: str
    pieces: tuple[str, ...]
    materials: tuple[MaterialUse, ...]
    person_hours: float
    price: float | None
    leak_in2: Leak | None
    cfm50: Leak | None
    waits_for: tuple[str, ...]
    waited_for_by: tuple[str, ...]
    who: str
    cure: str | None
    cures: tuple[CureOffered, ...]
    leavable: bool
    lifts: str | None
    counted_elsewhere: bool
    change: str | None
    state: str
    done: Done | None


@dataclass(frozen=True, kw_only=True)
class WorkRow:
    """Alike items in one row: “six lights, 2 done”. cfm50: what the row is worth at 50 Pa."""

    number: int
    group: str
    title: str
    keys: tuple[str, ...]
    materials: str
    person_hours: float
    price: float | None
    cfm50: float | None
    done: int
    state: str


@dataclass(frozen=True)
class Missing:
    """What keeps the attic from being closed, and who can see to it."""

    key: str | None
    what: str
    who: str
    why: str


@dataclass(frozen=True, kw_only=True)
class Gate:
    """Ready to close: how many items there are, how many are done or left out, how many stops stand, and what is missing."""

    items: int
    done: int
    stops: int
    ready: bool
    missing: tuple[Missing, ...]


@dataclass(frozen=True)
class Flow:
    """Flow at 50 Pa over the whole list, ft³/min: what is not sealed yet, what the seals done so far are worth, and what stays
    after them. The three together are what it was before anything was sealed."""

    open: float
    sealed: float
    stays: float = 0.0


@dataclass(frozen=True)
class Group:
    """A group of the list with its title, in working order."""

    group: str
    title: str


@dataclass(frozen=True)
class TradeLine:
    """What one trade, or the crew, still has to come back to: keys of items, and the areas that this keeps open."""

    who: str
    keys: tuple[str, ...]
    keeps_open: tuple[str, ...]


@dataclass(frozen=True, kw_only=True)
class WorkList:
    """The whole list. trades: who still has to come back to what, trades first."""

    items: tuple[WorkItem, ...]
    rows: tuple[WorkRow, ...]
    groups: tuple[Group, ...]
    gate: Gate
    cfm50: Flow
    person_hours: float
    trades: tuple[TradeLine, ...]
