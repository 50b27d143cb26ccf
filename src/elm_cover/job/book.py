"""The price and rate book: what things cost and how fast the crew is. Made-up start values, each to be changed.

Rates are ± 40 % start values (handbook: load-out, cost and schedule).
"""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from .book_preparation import PreparationBook
from .fields import DocumentModel, Number, Price, Rate

Percent = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=90)]


class Prices(DocumentModel):
    """In the book's currency. A product's own price goes before the price of its kind."""

    cellulose_loose_per_lb: Price = 0.62
    glass_loose_per_lb: Price = 1.45
    mineral_wool_loose_per_lb: Price = 0.98
    wood_fiber_loose_per_lb: Price = 0.88
    glass_batt_per_ft2_r: Price = 0.026
    mineral_wool_batt_per_ft2_r: Price = 0.042
    baffle_piece: Price = 2.4
    wind_block: Price = 1.2
    dense_batt_per_ft3: Price = 3.6
    rigid_board_per_ft3: Price = 12.0
    sprayed_foam_per_ft3: Price = 16.0
    removal_bag: Price = 3.5
    disposal_per_lb: Price = 0.12
    labor_per_person_hour: Price = 46.0


class Rates(DocumentModel):
    """Work per hour. Blowing is per machine with two people at it; the rest per person. travel_hours: of a crew, each day."""

    crew: int = Field(2, ge=1, le=20, strict=True)
    machine: Literal["small", "truck"] = "truck"
    setup_hours: Rate = 1.5
    small_machine_cellulose_lb_per_hour: Rate = 750.0
    small_machine_glass_lb_per_hour: Rate = 600.0
    truck_cellulose_lb_per_hour: Rate = 1750.0
    truck_glass_lb_per_hour: Rate = 1200.0
    enclosed_share_of_feed: Rate = 0.5
    baffles_per_person_hour: Rate = 10.0
    wind_blocks_per_person_hour: Rate = 12.0
    edge_ft_per_person_hour: Rate = 20.0
    batts_ft2_per_person_hour: Rate = 125.0
    batts_among_wires_less_pct: Percent = 40.0
    minutes_per_cut: Number = Field(1.0, ge=0, le=60)
    vacuum_ft3_per_hour_of_two: Rate = 120.0
    clearing_batts_ft2_per_hour_of_two: Rate = 200.0
    removal_bag_ft3: Rate = 10.0
    reading_places_per_person_hour: Rate = 60.0
    travel_hours: Number = Field(0.5, ge=0, le=8)


class Energy(DocumentModel):
    """What a unit of heat costs. Degree-days at 65 °F; left out: by climate zone."""

    heating_fuel: Literal["gas", "propane", "oil", "electric", "heat_pump"] = "gas"
    heating_price: Price | None = None
    heating_efficiency: Number | None = Field(None, gt=0, le=10)
    cooling_price_per_kwh: Price = 0.16
    cooling_efficiency: Number = Field(3.0, gt=0, le=20)
    cooled: bool = Field(True, strict=True)
    heating_degree_days: Number | None = Field(None, ge=0, le=30_000)
    cooling_degree_days: Number | None = Field(None, ge=0, le=20_000)
    spread_pct: Percent = 25.0


class Book(DocumentModel):
    """The price and rate book of the firm, as it was when the job was priced."""

    currency: str = Field("$", min_length=1, max_length=6)
    prices: Prices = Prices()
    rates: Rates = Rates()
    energy: Energy = Energy()
    preparation: PreparationBook = PreparationBook()
    overhead_pct: Percent = 15.0
    margin_pct: Percent = 20.0
