"""How far a job has come: the one list of stages. Each follows from what is recorded; nobody sets one (design §5, Calendar).

Shelf, calendar, store and screens go by this table; which stage a job is in is decided in core/done/stage.py.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType
from typing import Literal

Stage = Literal["to_measure", "to_offer", "sold", "dated", "at_work", "to_prove", "done", "lost"]


@dataclass(frozen=True, kw_only=True)
class StageRow:
    """title: as screens say it. stands_for: the word of sale.stage that it follows from, None: from the record. when_dated: what it
    becomes with a day on the calendar, None: that changes nothing. waits: wants a day while it has none; begun: work was done on
    it; all_in: everything that is to be blown or laid is."""

    title: str
    stands_for: str | None
    when_dated: Stage | None
    waits: bool
    begun: bool
    all_in: bool


# In the order in which a job goes through them; a job that was lost stands apart.
STAGES: Mapping[str, StageRow] = MappingProxyType(
    {
        "to_measure": StageRow(
            title="to measure", stands_for=None, when_dated=None, waits=False, begun=False, all_in=False
        ),
        "to_offer": StageRow(
            title="to offer", stands_for=None, when_dated=None, waits=False, begun=False, all_in=False
        ),
        "sold": StageRow(title="sold", stands_for="sold", when_dated="dated", waits=True, begun=False, all_in=False),
        "dated": StageRow(title="dated", stands_for=None, when_dated=None, waits=False, begun=False, all_in=False),
        "at_work": StageRow(title="at work", stands_for=None, when_dated=None, waits=True, begun=True, all_in=False),
        "to_prove": StageRow(title="to prove", stands_for=None, when_dated=None, waits=False, begun=True, all_in=True),
        "done": StageRow(title="done", stands_for=None, when_dated=None, waits=False, begun=True, all_in=True),
        "lost": StageRow(title="declined", stands_for="lost", when_dated=None, waits=False, begun=False, all_in=False),
    }
)
# What the sale on record makes a job.
BY_SALE: Mapping[str, str] = MappingProxyType(
    {row.stands_for: stage for stage, row in STAGES.items() if row.stands_for is not None}
)


def dated(stage: str, on_calendar: bool) -> str:
    """The stage of a job, with whether it stands on the calendar."""
    row = STAGES.get(stage)
    return row.when_dated if on_calendar and row is not None and row.when_dated is not None else stage


def has_begun(stage: str) -> bool:
    """Whether work was done on a job of that stage; one whose stage was not made yet has not."""
    row = STAGES.get(stage)
    return row is not None and row.begun
