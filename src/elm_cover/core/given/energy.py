"""What a unit of heat costs in a house, as the core takes it."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class EnergyInput:
    """Fuel, prices and efficiencies; None: the fuel's own start value, or the zone's degree-days. spread_pct: of the range."""

    fuel: str = "gas"
    heating_price: float | None = None
    heating_efficiency: float | None = None
    cooling_price_per_kwh: float = 0.16
    cooling_efficiency: float = 3.0
    cooled: bool = True
    heating_degree_days: float | None = None
    cooling_degree_days: float | None = None
    spread_pct: float = 25.0
