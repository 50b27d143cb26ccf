"""What the fill must keep clear of, and the floor that this takes (handbook: preparation, clearances)."""

from __future__ import annotations

from dataclasses import dataclass

from .outline import Points, box_ft

# Clearance from combustible fill, in, unless the listing says otherwise. A flue of unknown kind: 3 in and ask.
LIGHT_CLEARANCE_IN = 3.0
FLUE_CLEARANCE_IN = 3.0
CHIMNEY_CLEARANCE_IN = 2.0
# Across the housing where the size was not taken.
LIGHT_SIZE_IN = (7.0, 7.0)
FLUE_SIZE_IN = (6.0, 6.0)
COVERED_RATINGS = ("ic",)
KNOWN_KINDS = frozenset(
    [
        "recessed_light",
        "flue",
        "chimney",
        "platform",
        "fan",
        "stack",
        "plumbing_stack",
        "duct",
        "box",
        "junction_box",
        "wire",
        "chase",
        "drop_soffit",
        "walkway",
        "storage_floor",
        "stair",
        "hatch",
        "window",
        "gable_vent",
        "equipment",
    ]
)


@dataclass(frozen=True)
class KeepOut:
    """One kind of thing kept clear: its box with the clearance, inches, where it stands (or None) and how many."""

    name: str
    size_in: tuple[float, float]
    at_ft: tuple[float, float] | None
    count: int = 1

    @property
    def corners_ft(self) -> Points | None:
        return None if self.at_ft is None else box_ft(self.at_ft, self.size_in)

    @property
    def area_ft2(self) -> float:
        """Of all of them together, ft²; for those that are only counted."""
        return self.count * self.size_in[0] * self.size_in[1] / 144


def keep_out_of(
    kind: str,
    rating: str | None,
    at_ft: tuple[float, float] | None,
    size_in: tuple[float, float] | None,
    count: int,
) -> KeepOut | None:
    """The keep-out of a feature; None where it takes no floor (IC lights, stacks, boxes, wires, walkways filled under).

    The clear space is taken as a box round the thing. A chimney, platform or stair without a size takes nothing yet.
    """
    clearance, usual = 0.0, None
    if kind == "recessed_light" and rating not in COVERED_RATINGS:
        clearance, usual = LIGHT_CLEARANCE_IN, LIGHT_SIZE_IN
    elif kind == "flue":
        clearance, usual = FLUE_CLEARANCE_IN, FLUE_SIZE_IN
    elif kind == "chimney":
        clearance = CHIMNEY_CLEARANCE_IN
    elif kind not in ("platform", "stair", "hatch"):
        return None
    size = size_in or usual
    if size is None or count == 0:
        return None
    return KeepOut(kind, (size[0] + 2 * clearance, size[1] + 2 * clearance), at_ft, count)
