"""The practice gauge: a made-up house that leaks, tested point by point; it leaks less once items of the list are ticked (handbook §18).

Stand-in for any pressure gauge with a fan: one JSON object a line, as `POST /api/jobs/ID/log` takes them (docs/devices.md).
"""

from __future__ import annotations

import random
import uuid
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any

from ..core.work import WorkItem

ACTOR = "practice"
DEVICE = "practice gauge"
EXPONENT = 0.65
AT_PA = 50.0
# Flow at 50 Pa of all that is no item of the list: walls, windows, doors.
REST_CFM50 = 1_200.0
BASELINE_PA = 1.5
WIND_PA = 1.0
# A gauge shows the mean of many readings: so much of the wind is left in it.
WIND_LEFT = 0.2
POINTS_PA = (60.0, 50.0, 40.0, 30.0, 20.0, 15.0)
POINT_S = 45


@dataclass(frozen=True, kw_only=True)
class House:
    """A house to test. rest: of what is no item; leaks: flow at 50 Pa of each item, before and after it is sealed; ft³/min."""

    leaks: Mapping[str, tuple[float, float]]
    rest_cfm50: float = REST_CFM50
    exponent: float = EXPONENT

    @classmethod
    def of(cls, items: Iterable[WorkItem]) -> House:
        """The house that leaks what the items of a work list are thought to."""
        return cls(leaks={item.key: (item.cfm50.before, item.cfm50.after) for item in items if item.cfm50 is not None})

    def cfm50(self, sealed: Sequence[str] = ()) -> float:
        """Flow at 50 Pa with those items sealed, ft³/min. Source: handbook §18, leaks that close as items are ticked off."""
        done = set(sealed)
        return self.rest_cfm50 + sum(after if key in done else before for key, (before, after) in self.leaks.items())

    def flow_cfm(self, pa: float, sealed: Sequence[str] = ()) -> float:
        """C · ΔPⁿ, ft³/min. Source: handbook §19, leakage."""
        return self.cfm50(sealed) * float((max(0.0, pa) / AT_PA) ** self.exponent)


@dataclass(frozen=True, kw_only=True)
class PracticeTest:
    """A test of a house, before or after. begin: with its zone. points: how many of them are read. The same seed gives the same test."""

    house: House
    test: str
    seed: int
    begin: datetime
    sealed: Sequence[str] = ()
    points: int = len(POINTS_PA)

    def entries(self) -> Iterator[dict[str, Any]]:
        """Baseline first, then point by point. Source: handbook §18, wind noise ± 1 Pa, baseline."""
        chance = random.Random(f"{self.seed} {self.test}")
        yield self._said(chance, 1, {"test": self.test, "baseline_pa": BASELINE_PA})
        for number, pa in enumerate(POINTS_PA[: self.points], 2):
            wind = chance.uniform(-WIND_PA, WIND_PA) * WIND_LEFT
            flow = self.house.flow_cfm(pa + wind, self.sealed)
            shown = {"pressure_pa": round(pa + BASELINE_PA, 1), "flow_cfm": float(round(flow))}
            yield self._said(chance, number, {"test": self.test, **shown})

    def _said(self, chance: random.Random, number: int, value: dict[str, Any]) -> dict[str, Any]:
        return {
            "id": str(uuid.UUID(int=chance.getrandbits(128), version=4)),
            # A gauge that is started anew counts from one again: each test is a device of its own.
            "device": f"{DEVICE}, {self.test}",
            "seq": number,
            "at": (self.begin + timedelta(seconds=POINT_S * number)).isoformat(),
            "actor": ACTOR,
            "kind": "leak.reading",
            "value": value,
            "practice": True,
        }
