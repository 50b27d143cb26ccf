"""Start values by climate zone against the handbook's tables, each to be changed by the user."""

from __future__ import annotations

import csv
from pathlib import Path

import pytest

from elm_cover.core.climate.degree_days import degree_days, zone_lines
from elm_cover.core.climate.temperatures import climate_of
from elm_cover.core.climate.zones import zone_number

TABLE = list(csv.DictReader((Path(__file__).parent / "tables" / "zones.csv").open(encoding="utf-8")))


@pytest.mark.parametrize("row", TABLE, ids=lambda row: f"zone {row['zone']}")
def test_a_zone_starts_with_the_handbooks_figures(row: dict[str, str]) -> None:
    zone = row["zone"]
    climate = climate_of(zone, room_f=70)
    assert climate is not None
    assert climate.design_f == float(row["design_f"])
    assert climate.coldest_month_f == float(row["coldest_month_f"])
    assert climate.humidity == float(row["humidity"])
    assert climate.by_zone == ("humidity", "design_f", "coldest_month_f")
    assert degree_days(zone) == (float(row["heating"]), float(row["cooling"]))


def test_every_zone_number_is_in_the_table() -> None:
    assert {zone_number(row["zone"]) for row in TABLE} == set(range(9))


def test_what_is_typed_goes_before_the_zones_figure() -> None:
    climate = climate_of("6A", room_f=68, humidity=0.3, design_f=-20)
    assert climate is not None
    assert (climate.room_f, climate.humidity, climate.design_f) == (68, 0.3, -20)
    assert climate.coldest_month_f == 17 and climate.by_zone == ("coldest_month_f",)


def test_without_a_zone_every_figure_has_to_be_typed() -> None:
    assert climate_of(None, 70, 0.4, 4) is None
    typed = climate_of(None, 70, 0.4, 4, 25)
    assert typed is not None and typed.by_zone == ()


def test_a_zone_is_told_in_words_with_its_degree_days() -> None:
    lines = dict(zone_lines(["5A", "4C", "7"]))
    assert lines["5A"] == "cool: long cold winters; moist, inland; about 6,200 heating degree-days (°F)"
    assert (
        lines["4C"] == "mixed: cold winters, hot summers; marine, near the coast; about 4,700 heating degree-days (°F)"
    )
    assert lines["7"] == "very cold; about 10,500 heating degree-days (°F)"
