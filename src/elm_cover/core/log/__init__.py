"""The log of a job: what was done, entry by entry, and what it comes to."""

from __future__ import annotations

from .belief import Span, why_doubted
from .entry import Entry
from .first_day import Cut
from .folded import Day, fold
from .kinds import ALWAYS_TAKEN, MOST_ENTRIES, MOST_ENTRIES_ALWAYS, in_words
from .placing import Arrival, Written, placed

__all__ = [
    "ALWAYS_TAKEN",
    "MOST_ENTRIES",
    "MOST_ENTRIES_ALWAYS",
    "Arrival",
    "Cut",
    "Day",
    "Entry",
    "Span",
    "Written",
    "fold",
    "in_words",
    "placed",
    "why_doubted",
]
