"""Depths read, as proof: mean, least, and the lower bound that a claim goes by (handbook §12, §19)."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from scipy.special import stdtrit

# A bound of fewer readings says nothing.
LEAST_RANDOM, FLOOR_PER_RANDOM_FT2 = 5, 100.0
LEAST_READINGS = 5
ONE_SIDED = 0.9


@dataclass(frozen=True, kw_only=True)
class DepthProof:
    """n readings of new depth, in. bound: one-sided 90 % lower bound of the mean; None below five. share_below: of the floor that
    lies more than allowed below its fill line, by the map of the readings; None without a map."""

    n: int
    mean: float | None
    least: float | None
    bound: float | None
    share_below: float | None = None


def depth_proof(new_in: Sequence[float], share_below: float | None = None) -> DepthProof:
    """mean − t·s/√n with t at n − 1 degrees of freedom. new_in: depths read less what lay there, in.

    Source: handbook §19, depth.
    """
    n = len(new_in)
    if n == 0:
        return DepthProof(n=0, mean=None, least=None, bound=None, share_below=share_below)
    mean = sum(new_in) / n
    return DepthProof(n=n, mean=mean, least=min(new_in), bound=lower_bound(new_in), share_below=share_below)


def lower_bound(values: Sequence[float]) -> float | None:
    """One-sided 90 % lower bound of a mean; None below five values. Source: handbook §12, mean − t·s/√n.

    >>> round(lower_bound([16.5, 16.25, 15.75, 16.0, 16.75, 15.5, 16.25, 16.5]), 2)
    15.98
    """
    n = len(values)
    if n < LEAST_READINGS:
        return None
    mean = sum(values) / n
    spread = math.sqrt(sum((v - mean) ** 2 for v in values) / (n - 1))
    return mean - float(stdtrit(n - 1, ONE_SIDED)) * spread / math.sqrt(n)


def random_count(net_area_ft2: float) -> int:
    """How many random places a section is read at: max(5, ceil(area / 100)), area in ft². Source: handbook §19, depth.

    >>> [random_count(area) for area in (300.0, 950.0)]
    [5, 10]
    """
    return max(LEAST_RANDOM, math.ceil(net_area_ft2 / FLOOR_PER_RANDOM_FT2 - 1e-9))
