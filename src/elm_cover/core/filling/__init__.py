"""The day: what the bags say so far, how many there will be, how fast they go in (handbook §17)."""

from __future__ import annotations

from .constants import CAUSES, SIGNALS, WORDS
from .day_end import Balance, SectionRun, balance, by_section
from .forecast import corridor
from .measure import RowLack
from .run import BandTold, Run, run_of
from .shortage import Short
from .stops import StopsSeen, stops_left
from .table import FillTable, ReadPlace, SafetyOpen, StopStanding, bags_by_section
from .walked import Asked, DayRun, DepthRead

__all__ = [
    "CAUSES",
    "SIGNALS",
    "WORDS",
    "Asked",
    "Balance",
    "BandTold",
    "DayRun",
    "DepthRead",
    "FillTable",
    "ReadPlace",
    "RowLack",
    "Run",
    "SafetyOpen",
    "SectionRun",
    "Short",
    "StopStanding",
    "StopsSeen",
    "bags_by_section",
    "balance",
    "by_section",
    "corridor",
    "run_of",
    "stops_left",
]
