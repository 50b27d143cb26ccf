"""What is open of safety by the survey: what forbids the start of a day, and what one begins in spite of (handbook §13)."""

from __future__ import annotations

from ..filling.table import HAZARDS, SafetyOpen, StopStanding
from ..hazards.stops import CREW
from ..plan.whole_job import Plan
from ..work.item import STOP
from ..work.listing import is_open_safety


def stops_of(planned: Plan) -> tuple[StopStanding, ...]:
    """What forbids the start of a day by the survey as it is."""
    return tuple(
        StopStanding(
            key=item.key, hazard=item.lifts, what=item.what, who=item.who, why=item.why or "", by_crew=item.who == CREW
        )
        for item in planned.work.items
        if item.state == STOP
    )  # fmt: skip


def safety_of(planned: Plan) -> tuple[SafetyOpen, ...]:
    """What is open of «safe», «trades» and «shields» by the survey as it is, and hazards nobody looked for.

    Source: handbook §13; «Settled since, second part» 16.
    """
    found = [
        SafetyOpen(key=item.key, group=item.group, what=item.what, who=item.who)
        for item in planned.work.items
        if is_open_safety(item)
    ]
    count = len(planned.look.hazards_open)
    if count:
        what = f"{count} hazard{'' if count == 1 else 's'} nobody has looked for: unanswered is not absent"
        found.append(SafetyOpen(key=HAZARDS, group="safe", what=what, who="whoever looks over"))
    return tuple(found)
