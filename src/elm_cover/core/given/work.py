"""What the work list goes by beside the sections: what people decided, what they added, and what carries an id."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from ..base.arrays import Points


@dataclass(frozen=True)
class Decided:
    """What was decided about one item. amount: in the item's unit, in place of the one derived."""

    cure: str | None = None
    amount: float | None = None
    left_reason: str | None = None
    left_by: str | None = None


@dataclass(frozen=True)
class Added:
    """An item put on the list by hand, with the key it goes by. change: where it was found after the offer, what the customer
    said to it: asked, yes or no."""

    key: str
    kind: str
    section: str | None
    at_ft: tuple[float, float] | None
    amount: float | None
    text: str
    change: str | None = None


@dataclass(frozen=True)
class WayIn:
    """A way in as recorded, with the key of its item. kind None: taken as a hatch."""

    key: str
    kind: str | None
    at_ft: tuple[float, float] | None
    opening_in: tuple[float, float] | None
    lid_r: float | None = None


@dataclass(frozen=True)
class HazardRecord:
    """A hazard on record, with the key of its item and who cleared it."""

    key: str
    kind: str
    status: str | None
    cleared_by: str | None = None
    cleared_on: str | None = None


@dataclass(frozen=True)
class ApartHere:
    """A place where insulation and ceiling were found apart, with the key of its item. section: where it is that of one."""

    key: str
    place: str
    section: str | None


@dataclass(frozen=True)
class SectionKeys:
    """What of a section carries an id: the keys its features and edges go by, in their order; walls below, ft, and their length.

    plates_ft: lines over the floor. plate_length_ft: typed, goes before them; None: neither.
    """

    features: tuple[str, ...]
    edges: tuple[str, ...]
    plates_ft: tuple[Points, ...] = ()
    plate_length_ft: float | None = None
    ways_in: tuple[WayIn, ...] = ()


NOTHING_DECIDED = Decided()


@dataclass(frozen=True)
class WorkInput:
    """The record of the whole job as the work list takes it. cover_every_light: the house rule on recessed lights."""

    decisions: Mapping[str, Decided] = field(default_factory=dict)
    added: tuple[Added, ...] = ()
    hazards: tuple[HazardRecord, ...] = ()
    apart: tuple[ApartHere, ...] = ()
    sections: Mapping[str, SectionKeys] = field(default_factory=dict)
    names: Mapping[str, str] = field(default_factory=dict)
    holes: Mapping[tuple[str, str], str] = field(default_factory=dict)
    cover_every_light: bool = False

    def decided(self, key: str) -> Decided:
        """What was decided about an item; nothing where nobody said anything."""
        return self.decisions.get(key, NOTHING_DECIDED)
