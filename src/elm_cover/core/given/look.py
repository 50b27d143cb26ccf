"""What was seen on the way through the attic, as the core takes it."""

from __future__ import annotations

from dataclasses import dataclass

from ..hazards.features import FeatureInput
from ..layers.poor_contact import SectionFacts


@dataclass(frozen=True)
class HazardSeen:
    """A hazard of the record; status None: not looked for yet."""

    kind: str
    status: str | None
    cleared_by: str | None = None
    cleared_on: str | None = None


@dataclass(frozen=True)
class ContactSeen:
    """A place where insulation and ceiling tend to part, and what was found there; None: not looked at."""

    place: str
    section: str | None
    found: str | None


@dataclass(frozen=True)
class HoleToFind:
    """A kind of hole that should be there: how many were expected and found; None: not counted."""

    """A kind of hole that should be there. expected: as recorded, else as counted from the features, else None."""

    trade: str
    what: str
    expected: int | None
    found: int | None


@dataclass(frozen=True)
class LookInput:
    """What the look goes by. accesses: section or None, place in ft or None. features: kinds and counts."""

    stories: float | None
    hazards: tuple[HazardSeen, ...]
    contact: tuple[ContactSeen, ...]
    holes: tuple[HoleToFind, ...]
    accesses: tuple[tuple[str | None, tuple[float, float] | None], ...]
    sections: tuple[SectionFacts, ...]
    features: tuple[FeatureInput, ...]
