"""A year's saving worked by hand for each fuel: UA × degree-days × 24 over heat content and efficiency."""

from __future__ import annotations

import csv
from dataclasses import replace
from pathlib import Path

import pytest

from elm_cover.core.given.energy import EnergyInput
from elm_cover.core.money.saving import FUELS, season_btu, yearly_saving

TABLE = list(csv.DictReader((Path(__file__).parent / "tables" / "fuels.csv").open(encoding="utf-8")))
PLAIN = EnergyInput(
    fuel="gas",
    heating_price=None,
    heating_efficiency=None,
    cooling_price_per_kwh=0.16,
    cooling_efficiency=3.0,
    cooled=True,
    heating_degree_days=None,
    cooling_degree_days=None,
    spread_pct=25,
)


@pytest.mark.parametrize("row", TABLE, ids=lambda row: row["fuel"])
def test_each_fuel_by_its_heat_content_and_efficiency(row: dict[str, str]) -> None:
    """100 Btu/h·°F saved in zone 5A: 100 · 6,200 · 24 = 14.88 million Btu of heat."""
    fuel = FUELS[row["fuel"]]
    assert (fuel.unit, fuel.btu) == (row["unit"], float(row["btu"]))
    saved = yearly_saving(100, "5A", replace(PLAIN, fuel=row["fuel"], cooled=False))
    assert saved.heat_saved_btu == pytest.approx(14_880_000)
    by_hand = 14_880_000 / (float(row["btu"]) * float(row["efficiency"])) * float(row["price"])
    assert saved.heating == pytest.approx(by_hand)
    assert saved.heating == pytest.approx(float(row["a_year"]), abs=0.01)
    assert saved.cooling == 0


def test_every_fuel_that_a_job_may_name_is_in_the_table() -> None:
    assert {row["fuel"] for row in TABLE} == set(FUELS)


def test_cooling_is_counted_apart_by_its_own_degree_days() -> None:
    # 100 · 800 · 24 = 1.92 million Btu over 3,412 Btu a kWh and a coefficient of 3, at $0.16.
    saved = yearly_saving(100, "5A", PLAIN)
    assert saved.cooling == pytest.approx(1_920_000 / 3412 / 3 * 0.16, rel=1e-3)


def test_the_range_is_the_spread_either_side_and_pays_back_the_price() -> None:
    saved = yearly_saving(100, "5A", replace(PLAIN, cooled=False), price=2000)
    assert (saved.low, saved.high) == pytest.approx((0.75 * saved.heating, 1.25 * saved.heating))
    assert saved.payback_low_years == pytest.approx(2000 / saved.high)
    assert saved.payback_high_years == pytest.approx(2000 / saved.low)
    assert yearly_saving(100, "5A", PLAIN).payback_low_years is None
    assert yearly_saving(0, "5A", PLAIN, price=2000).payback_low_years is None, "what saves nothing never pays back"


def test_figures_that_are_typed_go_before_start_values() -> None:
    typed = replace(PLAIN, heating_price=2.0, heating_efficiency=0.95, heating_degree_days=7000.0, cooled=False)
    saved = yearly_saving(100, "5A", typed)
    assert saved.heating == pytest.approx(100 * 7000 * 24 / (100_000 * 0.95) * 2)
    assert (saved.heating_degree_days, saved.heating_price, saved.heating_efficiency) == (7000, 2.0, 0.95)


def test_heat_of_a_season_needs_a_zone_or_degree_days() -> None:
    assert season_btu(10, "6A", PLAIN) == 10 * 7900 * 24
    assert season_btu(10, None, PLAIN) == 0
    assert season_btu(10, None, replace(PLAIN, heating_degree_days=5000.0)) == 10 * 5000 * 24
    assert season_btu(10, "6A", replace(PLAIN, heating_degree_days=5000.0)) == 10 * 5000 * 24
