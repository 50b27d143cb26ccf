"""What preparation costs and takes, in the price and rate book: made-up prices by container, and start values by judgement."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Field, model_validator

from .fields import DocumentModel, Price, Rate

# What a length of 12 ft of any section cost to start with, in books of before.
OLD_LUMBER = 13.0
SoldLength = Literal[8, 10, 12, 14, 16, 18, 20]
Hours = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=1_000)]


class PreparationPrices(DocumentModel):
    """In the book's currency, of one container of each material; of lumber, of a foot of each section."""

    gun_foam: Price = 14.0
    caulk: Price = 4.2
    heat_sealant: Price = 9.5
    rigid_board: Price = 34.0
    lid_board: Price = 46.0
    wood_board: Price = 42.0
    gypsum: Price = 15.0
    sheet_metal: Price = 38.0
    lumber_3_5: Price = 0.65
    lumber_5_5: Price = 0.95
    lumber_7_25: Price = 1.25
    lumber_9_25: Price = 1.7
    lumber_11_25: Price = 2.35
    screws: Price = 7.5
    light_cover: Price = 18.0
    weatherstrip: Price = 8.0
    latch: Price = 3.5
    stair_cover: Price = 165.0
    fan_duct: Price = 11.0
    duct_sleeve: Price = 34.0
    vent_hood: Price = 39.0
    mastic: Price = 26.0
    bay_plug: Price = 2.2
    air_barrier: Price = 62.0
    strapping: Price = 16.0
    relay_batt: Price = 30.0
    marker: Price = 0.6
    pipe_sleeve: Price = 5.5
    screen: Price = 21.0
    co_alarm: Price = 32.0
    radiant_barrier: Price = 88.0

    @model_validator(mode="before")
    @classmethod
    def _one_price_of_lumber(cls, data: Any) -> Any:
        """Older books have one price of a length of 12 ft whatever its section: each section moves by as much as that one did."""
        if not isinstance(data, dict) or "lumber" not in data:
            return data
        old = data["lumber"]
        if isinstance(old, bool) or not isinstance(old, int | float):
            return data
        rest = {name: value for name, value in data.items() if name != "lumber"}
        starts = {name: field.default for name, field in cls.model_fields.items() if name.startswith("lumber_")}
        return {name: round(start * old / OLD_LUMBER, 4) for name, start in starts.items()} | rest


class PreparationRates(DocumentModel):
    """Person-hours of preparation; per hour: for one person."""

    chase_hours: Hours = 0.5
    chase_hours_per_ft2_over_4: Hours = 0.1
    relay_ft2_per_hour: Rate = 40.0
    plates_ft_per_hour: Rate = 60.0
    holes_per_hour: Rate = 12.0
    box_hours: Hours = 0.08
    boot_hours: Hours = 0.1
    fan_housing_hours: Hours = 0.1
    light_as_it_is_hours: Hours = 0.1
    light_cover_hours: Hours = 0.25
    light_box_hours: Hours = 0.5
    flue_hours: Hours = 0.75
    fan_duct_hours: Hours = 1.5
    duct_seal_ft_per_hour: Rate = 15.0
    duct_box_ft_per_hour: Rate = 8.0
    hatch_hours: Hours = 1.5
    stair_hours: Hours = 1.0
    platform_hours_per_ft2: Hours = 0.08
    dam_ft_per_hour: Rate = 20.0
    blocking_per_hour: Rate = 12.0
    knee_wall_ft2_per_hour: Rate = 40.0
    markers_per_hour: Rate = 30.0
    map_hours: Hours = 0.25
    photos_hours: Hours = 0.25
    pipe_ft_per_hour: Rate = 30.0
    screen_hours: Hours = 0.5
    alarm_hours: Hours = 0.25
    combustion_air_hours: Hours = 0.5
    radiant_barrier_ft2_per_hour: Rate = 60.0


class PreparationBook(DocumentModel):
    """Prices and rates of the work before blowing. lumber_ft: lengths of lumber that are bought, ft."""

    prices: PreparationPrices = PreparationPrices()
    rates: PreparationRates = PreparationRates()
    lumber_ft: tuple[SoldLength, ...] = Field((8, 10, 12, 14, 16), max_length=20)
