"""The work list: what has to be done before blowing, item by item (handbook §13)."""

from __future__ import annotations

from .added import TITLES, UNITS
from .item import AS_IT_IS, DONE, GONE, LEFT, STOP, TradeLine, WorkItem, WorkList
from .kinds import GROUPS, KINDS, WorkKind, key_can_be_left
from .listing import materials_of

__all__ = [
    "AS_IT_IS",
    "DONE",
    "GONE",
    "GROUPS",
    "KINDS",
    "LEFT",
    "STOP",
    "TITLES",
    "UNITS",
    "TradeLine",
    "WorkItem",
    "WorkKind",
    "WorkList",
    "key_can_be_left",
    "materials_of",
]
