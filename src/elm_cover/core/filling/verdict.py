"""The verdict band by band: is the fill as dense as the chart says (handbook §11, §17)."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from .constants import START, UNREAD, Constants


@dataclass(frozen=True, kw_only=True)
class Verdict:
    """word: of WORDS. q: density as blown ÷ that of the chart, with its 80 % range. more_readings: how many would settle it;
    None: check the area or weigh a core."""

    word: str
    q: float
    sigma: float
    low: float
    high: float
    readings: int
    more_readings: int | None


def verdict(
    bags: float, planned: float, depth_in: float, readings_in: Sequence[float] = (), by: Constants = START
) -> Verdict:
    """What bags in the attic and depths read say of the density.

    bags: in the attic at the last band's end; planned: what the bands covered want; depth_in: the plan's mean new depth there;
    readings_in: new depths read there, in. Raises ValueError where bags, planned or depth_in is not over 0.
    Source: handbook §11, §17, verdict.
    """
    if not (bags > 0 and planned > 0 and depth_in > 0):
        raise ValueError("bags, planned bags and depth are over 0")
    m = len(readings_in)
    mean = sum(readings_in) / m if m else depth_in
    if mean <= 0:
        m, mean = 0, depth_in
    log = math.log(bags / planned * depth_in / mean)
    spread = by.few_sd_in if m < 2 else math.sqrt(sum((r - mean) ** 2 for r in readings_in) / (m - 1))
    read = spread / (mean * math.sqrt(m)) if m else by.unread
    sigma = math.sqrt((by.hopper_bags / bags) ** 2 + read**2 + by.area**2)
    word = _word(log, sigma, by)
    return Verdict(
        word=word if m else UNREAD.get(word, word),
        q=math.exp(log),
        sigma=sigma,
        low=math.exp(log - by.z * sigma),
        high=math.exp(log + by.z * sigma),
        readings=m,
        more_readings=_would_settle(log, spread / mean, bags, by),
    )


def _word(log: float, sigma: float, by: Constants) -> str:
    if log + by.z * sigma < -by.light_l:
        return "light"
    if log - by.z * sigma > by.light_l:
        return "heavy"
    if abs(log) <= by.on_line_l and sigma <= by.on_line_sigma:
        return "on_line"
    return "unsure" if log == 0 else "leaning_light" if log < 0 else "leaning_heavy"


def _would_settle(log: float, spread: float, bags: float, by: Constants) -> int | None:
    """How many readings would settle it; None: no number of them. Source: handbook §17, what would settle it."""
    if abs(log) <= by.light_l:
        return None
    room = ((abs(log) - by.light_l) / by.z) ** 2 - by.area**2 - (by.hopper_bags / bags) ** 2
    return math.ceil(spread**2 / room) if room > 0 else None
