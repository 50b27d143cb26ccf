"""The practice machine: a made-up blower for practice and for tests, not a model of a real one (handbook §18)."""

from __future__ import annotations

import random
from collections.abc import Iterator
from dataclasses import dataclass, field

FEED_LB_PER_MIN = {"cellulose": 60.0, "glass": 36.0}
PLUG_MIN = 3
NOISE_KEPT, NOISE_SD = 0.9, 0.02
READING_SD_IN = 0.9


@dataclass(frozen=True, kw_only=True)
class Settings:
    """Of the machine, each 0 to 1; humidity 0 to 1; hose and the least its label asks for, ft; wear 0 to 1."""

    speed: float = 0.7
    gate: float = 0.7
    air: float = 0.6
    humidity: float = 0.45
    hose_ft: float = 150.0
    hose_least_ft: float = 150.0
    wear: float = 0.0

    def __post_init__(self) -> None:
        for name in ("speed", "gate", "air", "humidity", "wear"):
            if not 0 <= getattr(self, name) <= 1:
                raise ValueError(f"{name} is 0 to 1")
        if self.hose_ft <= 0 or self.hose_least_ft <= 0:
            raise ValueError("a hose is over 0 ft")


def feed_lb_per_min(kind: str, at: Settings) -> float:
    """Fill that leaves the machine, lb/min. kind: cellulose or glass. Source: handbook §18, feed."""
    most = FEED_LB_PER_MIN[kind] * (1 - 0.3 * at.wear)
    return most * at.speed * at.gate * (1 - 0.3 * max(0.0, at.humidity - 0.6) / 0.4)


def fluff(at: Settings) -> float:
    """Depth for each pound against the chart, before noise. Source: handbook §18, fluff."""
    short = max(0.0, 1 - at.hose_ft / at.hose_least_ft)
    return 1 + 0.25 * (at.air - 0.6) - 0.15 * (at.gate - 0.7) - 0.10 * (at.humidity - 0.45) - 0.2 * short


def throw_ft(at: Settings) -> float:
    """How far it throws, ft. Source: handbook §18."""
    return 4 + 10 * at.air * at.speed


def dust(at: Settings) -> float:
    """0 to 1. Source: handbook §18."""
    return max(0.0, (at.air - 0.7) / 0.3)


def plug_chance(at: Settings) -> float:
    """Of a plug each minute. Source: handbook §18."""
    return 0.002 + 0.2 * max(0.0, at.gate - at.air - 0.1)


@dataclass(frozen=True)
class Minute:
    """A minute of the machine: what it fed, lb; depth for each pound against the chart; whether it stood plugged."""

    fed_lb: float
    fluff: float
    plugged: bool


@dataclass(eq=False)
class Machine:
    """Runs minute by minute; the same seed and settings give the same day."""

    kind: str
    seed: int
    settings: Settings = field(default_factory=Settings)

    def __post_init__(self) -> None:
        if self.kind not in FEED_LB_PER_MIN:
            raise ValueError(f"{self.kind} is none; {', '.join(FEED_LB_PER_MIN)}")
        self._chance = random.Random(self.seed)
        self._noise = 0.0
        self._plugged = 0

    def minutes(self) -> Iterator[Minute]:
        """Without end. Source: handbook §18."""
        while True:
            yield self.minute()

    def minute(self) -> Minute:
        """The next one."""
        at = self.settings
        sd = NOISE_SD * (1 + 2 * at.wear)
        # AR(1) whose stationary spread is sd.
        self._noise = NOISE_KEPT * self._noise + self._chance.gauss(0, sd * (1 - NOISE_KEPT**2) ** 0.5)
        if self._plugged:
            self._plugged -= 1
            return Minute(0.0, fluff(at) * (1 + self._noise), True)
        if self._chance.random() < plug_chance(at):
            self._plugged = PLUG_MIN - 1
            return Minute(0.0, fluff(at) * (1 + self._noise), True)
        return Minute(feed_lb_per_min(self.kind, at), fluff(at) * (1 + self._noise), False)

    def read_in(self, true_in: float) -> float:
        """A depth as a ruler shows it, in. Source: handbook §18, a reading."""
        return max(0.0, true_in + self._chance.gauss(0, READING_SD_IN))
