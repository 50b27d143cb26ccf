"""The arrays that the core passes about."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
Integers = NDArray[np.int64]
Points = tuple[tuple[float, float], ...]


class Same:
    """An array as a key of a cache: the same only as itself. It keeps the array, so that no other takes its place."""

    __slots__ = ("array",)

    def __init__(self, array: Floats) -> None:
        self.array = array

    def __hash__(self) -> int:
        return id(self.array)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Same) and other.array is self.array
