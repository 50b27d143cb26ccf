"""What the added insulation saves a year, as a range, beside what it costs (handbook §12, proof and after, savings).

saving = ΔUA × degree-days × 24 / (heat content of the fuel × efficiency) × price, heating and cooling apart
"""

from __future__ import annotations

from dataclasses import dataclass

from ..climate.degree_days import degree_days
from ..given.energy import EnergyInput

HOURS_A_DAY = 24.0
BTU_PER_KWH = 3412.0
# Below this a year there is no payback to speak of.
LEAST_PAYING = 1.0


@dataclass(frozen=True)
class Fuel:
    """unit: what it is sold by; btu: heat in one; made-up price, usual efficiency of the burner or pump."""

    title: str
    unit: str
    btu: float
    price: float
    efficiency: float


FUELS = {
    "gas": Fuel("natural gas", "therm", 100_000, 1.45, 0.85),
    "propane": Fuel("propane", "gal", 91_500, 2.60, 0.85),
    "oil": Fuel("heating oil", "gal", 138_500, 3.60, 0.82),
    "electric": Fuel("electric resistance", "kWh", BTU_PER_KWH, 0.16, 1.0),
    "heat_pump": Fuel("heat pump", "kWh", BTU_PER_KWH, 0.16, 2.6),
}


@dataclass(frozen=True, kw_only=True)
class Saving:
    """A year's saving in the book's currency, and years until it has paid the price, each as a range."""

    heating_degree_days: float
    cooling_degree_days: float
    fuel: str
    fuel_unit: str
    heating_price: float
    heating_efficiency: float
    heat_saved_btu: float
    heating: float
    cooling: float
    low: float
    high: float
    payback_low_years: float | None
    payback_high_years: float | None


def season_btu(ua: float, climate_zone: str | None, energy: EnergyInput) -> float:
    """Heat of a heating season, Btu: UA × degree-days × 24, UA in Btu/h·°F; 0 while neither zone nor degree-days are known.

    Source: handbook §12, savings.
    """
    if climate_zone is None and energy.heating_degree_days is None:
        return 0.0
    return ua * _days(climate_zone, energy)[0] * HOURS_A_DAY


def _days(climate_zone: str | None, energy: EnergyInput) -> tuple[float, float]:
    """Heating and cooling degree-days at 65 °F: as given, else the zone's; 0 where neither is known."""
    heating, cooling = (0.0, 0.0) if climate_zone is None else degree_days(climate_zone)
    given = energy.heating_degree_days, energy.cooling_degree_days
    return heating if given[0] is None else given[0], cooling if given[1] is None else given[1]


def yearly_saving(ua_saved: float, climate_zone: str, energy: EnergyInput, price: float | None = None) -> Saving:
    """ua_saved in Btu/h·°F. The range is the spread either side: weather, thermostat and house differ.

    price: of the job, for the payback. Source: handbook §12, savings.
    """
    fuel = FUELS[energy.fuel]
    heating_dd, cooling_dd = _days(climate_zone, energy)
    unit_price = fuel.price if energy.heating_price is None else energy.heating_price
    efficiency = fuel.efficiency if energy.heating_efficiency is None else energy.heating_efficiency
    heat = ua_saved * heating_dd * HOURS_A_DAY
    heating = heat / (fuel.btu * efficiency) * unit_price
    cooling = 0.0
    if energy.cooled:
        cold = ua_saved * cooling_dd * HOURS_A_DAY
        cooling = cold / (BTU_PER_KWH * energy.cooling_efficiency) * energy.cooling_price_per_kwh
    spread = energy.spread_pct / 100
    low, high = (heating + cooling) * (1 - spread), (heating + cooling) * (1 + spread)
    payback = price is not None and low > LEAST_PAYING
    return Saving(
        heating_degree_days=heating_dd,
        cooling_degree_days=cooling_dd,
        fuel=fuel.title,
        fuel_unit=fuel.unit,
        heating_price=unit_price,
        heating_efficiency=efficiency,
        heat_saved_btu=heat,
        heating=heating,
        cooling=cooling,
        low=low,
        high=high,
        payback_low_years=price / high if payback and price is not None else None,
        payback_high_years=price / low if payback and price is not None else None,
    )
