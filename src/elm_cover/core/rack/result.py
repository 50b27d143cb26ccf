"""What the rack answers: ways, the best mix, one more step up (handbook §7)."""

from __future__ import annotations

from dataclasses import dataclass

from ..base.notebook import Open
from ..money.cost import Cost
from ..money.saving import Saving
from .weighed import Weighed


@dataclass(frozen=True)
class Way:
    """A way with what a year of it saves, and why not to take it rather than the one picked."""

    weighed: Weighed
    saving: Saving | None
    why_not: tuple[str, ...]


@dataclass(frozen=True)
class Mix:
    """The best way for each section, priced together; ways is empty where nothing meets the limits."""

    aim: str
    ways: dict[str, str]
    cost: Cost | None
    text: str


@dataclass(frozen=True)
class StepUp:
    """What one more step up would cost, in the same way: how much more the price and the saving of a year are."""

    way: str
    from_r: float
    to_r: float
    price_more: float
    saving_more_low: float | None
    saving_more_high: float | None
    currency: str
    blocks: tuple[str, ...]


@dataclass(frozen=True)
class Rack:
    """ways: every one weighed. picked: the id of the way that is the job's choice now, or None. against: the one that the
    others are held against, the picked or the cheapest. missing: what to do first.

    nothing_open: what to do where every way is blocked. weighed: how many were; steps that come to the same are kept once.
    counted, uncounted: sections that are no open floor, in order, price and hours as they are chosen, or not in them because
    what they take is not known."""

    ways: tuple[Way, ...]
    picked: str | None
    steps_r: tuple[float, ...]
    missing: tuple[Open, ...]
    against: str | None = None
    mix: Mix | None = None
    step_up: StepUp | None = None
    nothing_open: tuple[str, ...] = ()
    weighed: int = 0
    counted: tuple[str, ...] = ()
    uncounted: tuple[str, ...] = ()
