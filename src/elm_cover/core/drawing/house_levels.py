"""At what height each part of a house lies along a line through it: floors, knee walls, slopes, the flat between them.

The record has no heights over ground; they follow from what was measured. From a side attic's floor the knee wall rises by
its height, from its top the slope by pitch × run, and the flat ceiling lies where the slope ends; down the other side the
same. Source: geometry; handbook §5, slopes under the roof.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

# A wall belongs to the border of two parts that is no farther from it than this, inches along the line.
NEAR_BORDER_IN = 12.0


@dataclass(frozen=True)
class Along:
    """A part of the house along the line, inches from its beginning. rise_in_12: of a slope, else None.

    eave_left, eave_right: an eave at that end. The line crosses a slope square, or the rise is that of the way across it.
    """

    section: str
    s0_in: float
    s1_in: float
    rise_in_12: float | None = None
    eave_left: bool = False
    eave_right: bool = False

    @property
    def middle_in(self) -> float:
        return (self.s0_in + self.s1_in) / 2


@dataclass(frozen=True)
class Upright:
    """A knee wall where the line crosses it, and how high it is, inches."""

    section: str
    s_in: float
    height_in: float


@dataclass(frozen=True)
class Lies:
    """Height of a part's ceiling plane at its two ends, inches over the lowest floor."""

    left_in: float
    right_in: float


def lies(parts: Sequence[Along], walls: Sequence[Upright]) -> tuple[Lies, ...]:
    """The height of each part, in the order of the line."""
    found: list[Lies] = []
    z = 0.0
    for i, part in enumerate(parts):
        wall = wall_at(part.s0_in, walls)
        if part.rise_in_12 is None:
            before = parts[i - 1] if i else None
            if (
                wall is not None
                and before is not None
                and before.rise_in_12 is not None
                and not rises(parts, walls, i - 1)
            ):
                z -= wall.height_in
            found.append(Lies(z, z))
            continue
        rise = part.rise_in_12 / 12 * (part.s1_in - part.s0_in)
        if rises(parts, walls, i):
            z += 0.0 if wall is None else wall.height_in
            found.append(Lies(z, z + rise))
            z += rise
        else:
            found.append(Lies(z, z - rise))
            z -= rise
    least = min((min(one.left_in, one.right_in) for one in found), default=0.0)
    return tuple(Lies(one.left_in - least, one.right_in - least) for one in found)


def wall_at(s_in: float, walls: Sequence[Upright]) -> Upright | None:
    """The knee wall that stands at a border of two parts."""
    near = [wall for wall in walls if abs(wall.s_in - s_in) <= NEAR_BORDER_IN]
    return min(near, key=lambda wall: abs(wall.s_in - s_in), default=None)


def rises(parts: Sequence[Along], walls: Sequence[Upright], i: int) -> bool:
    """Whether a slope rises along the line: away from its knee wall or eave, else toward the middle of the house."""
    part = parts[i]
    left = wall_at(part.s0_in, walls) is not None or (i > 0 and parts[i - 1].eave_left)
    right = wall_at(part.s1_in, walls) is not None or (i + 1 < len(parts) and parts[i + 1].eave_right)
    if left != right:
        return left
    return part.middle_in < (parts[0].s0_in + parts[-1].s1_in) / 2
