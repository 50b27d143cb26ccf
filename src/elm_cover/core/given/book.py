"""The price and rate book as the core takes it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field


@dataclass(frozen=True)
class BookInput:
    """The price and rate book as the core takes it; names and units as in the job document's book. materials: prices of
    preparation, by container; work: its rates; lumber_ft: lengths of lumber that are bought."""

    currency: str
    prices: Mapping[str, float]
    rates: Mapping[str, float]
    truck: bool
    overhead_pct: float
    margin_pct: float
    materials: Mapping[str, float] = field(default_factory=dict)
    work: Mapping[str, float] = field(default_factory=dict)
    lumber_ft: tuple[float, ...] = ()


@dataclass(frozen=True)
class RemovalRates:
    """How much a removal bag holds, ft³; how much loose fill two people vacuum in an hour, ft³, and how many ft² of batts they
    take out by hand."""

    bag_ft3: float
    vacuum_ft3_per_hour: float
    batts_ft2_per_hour: float
