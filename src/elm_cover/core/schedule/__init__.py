"""Hours, heat and days: when the attic can be worked in, what a day holds, which crew does which job when (handbook §16)."""

from __future__ import annotations

from .attic_air import DARK_ROOF_F, Sky, attic_f, sun_f, usual_clock_ahead, work_minutes
from .board_days import Board, BoardBar, BoardDay, board
from .calendar import Conflict, CrewAtWork, Days, JobToPlace, Placed, day_words
from .day_plan import Stretch, best_start
from .proposal import Proposal, Reason, propose
from .tasks import LEAST_PEOPLE, JobTask, clock_hours, for_crew

__all__ = [
    "DARK_ROOF_F",
    "LEAST_PEOPLE",
    "Board",
    "BoardBar",
    "BoardDay",
    "Conflict",
    "CrewAtWork",
    "Days",
    "JobTask",
    "JobToPlace",
    "Placed",
    "Proposal",
    "Reason",
    "Sky",
    "Stretch",
    "attic_f",
    "best_start",
    "board",
    "clock_hours",
    "day_words",
    "for_crew",
    "propose",
    "sun_f",
    "usual_clock_ahead",
    "work_minutes",
]
