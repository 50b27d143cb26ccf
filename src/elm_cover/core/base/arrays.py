"""The arrays that the core passes about."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
Integers = NDArray[np.int64]
Bools = NDArray[np.bool_]
Points = tuple[tuple[float, float], ...]
