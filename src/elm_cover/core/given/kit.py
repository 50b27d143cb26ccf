"""What a firm works with, as the core takes it."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, kw_only=True)
class KitInput:
    """A tool or protection that goes along. per_person: so many for each. only: the kind of job that takes it, None: every one.
    lb, ft3: of one."""

    key: str
    title: str
    amount: float
    unit: str
    per_person: bool
    only: str | None
    lb: float
    ft3: float
    place: str
