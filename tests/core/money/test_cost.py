"""Hours, price, saving and the account of where the heat goes, each against a figure worked by hand."""

from __future__ import annotations

import pytest

from elm_cover.core.batts.batt import BattProduct
from elm_cover.core.from_job.book import book_input
from elm_cover.core.from_job.products import product_input
from elm_cover.core.given.energy import EnergyInput
from elm_cover.core.given.product import ProductInput
from elm_cover.core.layers.chart import Chart, Row
from elm_cover.core.money.cost import cost_of, pack_price
from elm_cover.core.money.hours import clock_of, job_hours, work_hours
from elm_cover.core.money.quantities import Quantities
from elm_cover.core.money.saving import yearly_saving
from elm_cover.job import read_job
from tests.conftest import attic, planned

HATCH = [{"section": "main", "at_ft": [12, 9], "opening_in": [22.5, 30]}]


def test_hours_by_the_start_rates() -> None:
    book = book_input(read_job(attic()))
    # 70 bags of 25 lb an hour by truck, two people; 10 baffles, 125 ft² of batts a person-hour; vacuum 120 ft³/h for two.
    hours = work_hours(
        Quantities(blown_lb={"cellulose_loose": 70 * 25.0}, baffles=40, vacuumed_ft3=240, bagged_ft3=240, batt_ft2=250),
        book,
    )
    assert hours == pytest.approx({"blowing": 2, "fitting baffles": 4, "clearing out": 4, "laying batts": 2})
    wires = work_hours(Quantities(batt_ft2=250, batt_ft2_among_wires=125, cuts=30), book)
    assert wires["laying batts"] == pytest.approx(1 + 1 / 0.6 + 0.5)
    glass = work_hours(Quantities(blown_lb={"glass_loose": 40 * 30.0}), book)
    assert glass["blowing"] == pytest.approx(2)  # 40 bags of 30 lb an hour by truck


def test_readings_and_travel_are_work_too() -> None:
    book = book_input(read_job(attic()))
    # Markers and places picked by chance, 60 a person-hour; travel ½ h for two on each of the days.
    taken = job_hours(Quantities(reading_places=30, batt_ft2=2 * 125 * 20), book)
    assert taken.person["taking readings"] == pytest.approx(0.5)
    # 1½ + 40.5 / 2 = 21¾ h: three days of no more than 9 h, half an hour of each on the road.
    assert taken.days == 3 and taken.person["travel"] == pytest.approx(0.5 * 2 * 3)
    assert taken.clock == pytest.approx(1.5 + 20.25 + 1.5)
    section = planned(attic())
    quantities = section.taken[0]
    assert quantities is not None and quantities.reading_places == 4 + 10  # ceil(950 / 300) and ceil(950 / 100)


def test_the_machine_has_its_own_clock_whatever_the_crew() -> None:
    work = {"blowing": 4.0, "filling closed bays": 2.0, "laying batts": 6.0}
    assert (clock_of(work, 2), clock_of(work, 3), clock_of(work, 6)) == (6.0, 5.0, 4.0)
    book = book_input(read_job(attic() | {"book": {"rates": {"crew": 1}}}))
    assert job_hours(Quantities(), book).person["set-up and clean-up"] == 3.0, "nobody works alone"


def test_a_price_worked_by_hand() -> None:
    job = read_job(attic())
    book = book_input(job)
    products = {product.id: product_input(product) for product in job.products}
    q = Quantities(
        area_ft2=1000, packs={"c1": 33.876}, blown_lb={"cellulose_loose": 33.876 * 25}, baffles=20, baffle_pieces=40
    )
    cost = cost_of(q, products, 3, book)
    assert cost is not None
    material = 35 * 25 * 0.62 + 40 * 2.4
    # Set-up 1½ h and half an hour of travel for two, the machine, twenty baffles.
    person_hours = 1.5 * 2 + 0.5 * 2 + 2 * 33.876 * 25 / 1750 + 20 / 10
    assert cost.material == pytest.approx(material)
    assert cost.person_hours == pytest.approx(person_hours) and cost.hours == pytest.approx(person_hours / 2)
    direct = material + person_hours * 46
    assert cost.price == pytest.approx(direct * 1.15 / 0.8)
    assert cost.margin == pytest.approx(0.2 * cost.price)
    assert cost.price_per_ft2 == pytest.approx(cost.price / 1000)
    assert sum(line.total for line in cost.lines) == pytest.approx(direct)


def test_saving_by_degree_days_as_a_range() -> None:
    # 50 Btu/h·°F over 6,200 degree-days: 7.44 MBtu; / (0.1 MBtu · 0.85) therms at 1.45; cooling 800 degree-days.
    found = yearly_saving(50, "5A", EnergyInput(), 2000)
    heating = 50 * 6200 * 24 / (100_000 * 0.85) * 1.45
    cooling = 50 * 800 * 24 / (3412 * 3) * 0.16
    assert (found.heating, found.cooling) == pytest.approx((heating, cooling))
    assert (found.low, found.high) == pytest.approx(((heating + cooling) * 0.75, (heating + cooling) * 1.25))
    assert found.payback_low_years == pytest.approx(2000 / found.high)
    own = yearly_saving(50, "5A", EnergyInput(heating_degree_days=3100, cooled=False))
    assert own.heating == pytest.approx(heating / 2) and own.cooling == 0 and own.payback_low_years is None


def test_the_account_of_the_heat_adds_up_and_says_what_mending_gains() -> None:
    job = attic()
    job["accesses"] = HATCH
    result = planned(job)
    section = result.sections[0]
    of = {share.what: share for share in result.heat}
    assert sum(share.ua for share in result.heat) == pytest.approx(section.ua_after, rel=2e-3)
    assert sum(share.share for share in result.heat) == pytest.approx(1)
    area = 22.5 * 30 / 144
    # A bare wood panel, R 0.94 and films 1.22; outside it a curb ¾ in wide and as high as the fill line.
    curb = (24 * 31.5 - 22.5 * 30) / 144
    lost = area / 2.16 + curb / (1.22 + 1.25 * 18.6)
    assert of["hatch"].ua == pytest.approx(lost)
    assert of["hatch"].gain_ua == pytest.approx(lost - (area + curb) / (1.67 + 11 + 49), rel=0.01)
    healed = planned(attic(existing=[{"material": "glass_batt", "depth_in": 3.5, "r": 11, "void_pct": 0}]))
    assert "voids" not in {share.what for share in healed.heat}
    assert of["eave_strip"].gain_ua == pytest.approx(of["eave_strip"].ua)
    raised = planned(attic(edges=[{"kind": "gable"}] * 4))
    assert "eave_strip" not in {share.what for share in raised.heat}


def test_what_the_fill_saves_is_the_fall_in_ua() -> None:
    result = planned(attic(existing=[], edges=[{"kind": "gable"}] * 4))
    section = result.sections[0]
    bare = 0.07 / (1.67 + 0) + 0.93 / 1.67
    assert section.ua_today == pytest.approx(950 * bare)
    assert result.saving.heat_saved_btu == pytest.approx((section.ua_today - section.ua_after) * 6200 * 24)


def test_a_product_without_chart_and_batt_has_no_price_yet() -> None:
    book = book_input(read_job(attic()))
    assert pack_price(ProductInput("x", "x", "cellulose_loose", None), book) is None
    assert pack_price(ProductInput("x", "x", "cellulose_loose", None, price=9.5), book) == 9.5


def test_a_pack_by_the_book_goes_by_the_pound_or_by_the_foot_and_r() -> None:
    book = book_input(read_job(attic()))
    batt = BattProduct(30, 9.5, 16, 48, 9, kind="glass_batt")
    # Nine pieces of 16 × 48 in are 48 ft²; R-30 at 0.026 for a ft² and R.
    assert pack_price(ProductInput("b", "b", "glass_batt", None, batt), book) == pytest.approx(48 * 30 * 0.026)
    chart = Chart((Row(19, 5.9, 5.2, 36.1), Row(30, 9.3, 8.2, 22.8)), 26)
    assert pack_price(ProductInput("w", "w", "wood_fiber_loose", chart), book) == pytest.approx(26 * 0.88)
    assert pack_price(ProductInput("x", "x", None, chart), book) is None
