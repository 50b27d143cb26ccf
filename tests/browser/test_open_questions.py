"""What is not known yet: it is named where it is missed, leads to the field that answers it, and holds back the price."""

from __future__ import annotations

import re
from typing import Any

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import api, figure, open_demo, part, saved
from tests.conftest import attic
from tests.served import Served


def opened(page: Page, server: Served, job: dict[str, Any], step: str) -> None:
    answer, _ = api(server, "/api/jobs", "POST", job)
    page.goto(f"{server.address}/jobs/{answer['id']}/{step}")
    page.locator(".sheet h2").wait_for()


def without_run() -> dict[str, Any]:
    job = attic(existing=[])
    del job["sections"][0]["framing"]["run"]
    return job


@pytest.mark.parametrize("size", ["desk", "phone"], indirect=True)
def test_batts_without_the_joists_direction_lead_to_it_and_then_have_a_price(
    page: Page, server: Served, size: str
) -> None:
    opened(page, server, without_run(), "choose")
    page.get_by_role("button", name="Batts between and across").last.click()
    shelf = page.get_by_role("region", name="Batts between and across")
    asks = shelf.get_by_role("button", name="Which way do the joists run?")
    asks.first.wait_for()
    expect(shelf.locator(".pick-core").first).to_be_disabled()
    expect(shelf.get_by_role("button", name="Pin ").first).to_be_disabled()
    asks.first.click()
    expect(page).to_have_url(re.compile(r"/measure(\?part=floor)?$"))
    runs = page.get_by_role("group", name="They run")
    expect(runs.get_by_role("radio", name="east–west")).to_be_focused()
    page.keyboard.press("Space")
    saved(page)
    page.get_by_role("navigation").get_by_role("link", name="Choose").click()
    page.get_by_role("button", name="Batts between and across").last.click()
    expect(shelf.locator(".pick-core").first).to_be_enabled()
    expect(page.get_by_role("button", name="Which way do the joists run?")).to_have_count(0)


def test_an_open_line_leads_to_its_section_and_field(page: Page, server: Served) -> None:
    job = attic()
    wing = {**job["sections"][0], "id": "wing", "name": "Wing", "ceiling": {}}
    wing["outline_ft"] = [[60, 0], [80, 0], [80, 20], [60, 20]]
    job["sections"].append(wing)
    job["choice"]["wing"] = {"method": "top_up", "product": "c1"}
    opened(page, server, job, "target")
    page.get_by_role("navigation").get_by_role("link", name="Measure").click()
    part(page, "old fill")
    page.get_by_role("button", name="Wing: Which board is the ceiling?").click()
    expect(page.get_by_role("combobox", name="Board")).to_be_focused()
    expect(page.get_by_role("combobox", name="Section", exact=True)).to_have_value("Wing")


def test_a_price_is_set_where_the_product_is_picked(page: Page, server: Served) -> None:
    open_demo(page, "Choose")
    before = figure(page, "price").inner_text()
    part(page, "fill")
    field = page.get_by_label("Price of a bag")
    expect(field).to_have_value("19.5")
    field.fill("25")
    field.press("Enter")
    expect(figure(page, "price")).not_to_have_text(before)
    field.fill("")
    field.press("Enter")
    # 28 lb of cellulose by the book's 0.62 a lb.
    expect(page.get_by_text("by the book: $17.36")).to_be_visible()
    part(page, "price")
    page.get_by_text("Prices of material and labor").click()
    expect(page.get_by_text("serves Cellulose, low settling")).to_be_visible()
    expect(page.get_by_text("no product picked goes by it").first).to_be_visible()


def test_no_stop_is_no_none_while_hazards_are_not_looked_at_and_ticks_want_answers(page: Page, server: Served) -> None:
    job = attic(edges=[{"kind": "gable"}] * 4)
    opened(page, server, job, "eaves")
    stops = page.locator(".tally .stops")
    expect(stops).to_contain_text("17 not looked at")
    steps = page.get_by_role("navigation").get_by_role("link")
    expect(steps.filter(has_text="Eaves").locator(".sign")).not_to_have_text("✓")
    expect(steps.filter(has_text="Target").locator(".sign")).to_have_text("✓")
    open_demo_jobs = page.get_by_role("link", name="to the shelf of jobs")
    open_demo_jobs.click()
    open_demo(page, "Choose")
    expect(page.locator(".tally .stops b")).to_have_text("none")


def test_two_products_are_told_one_by_one_in_tally_and_shelf(page: Page, server: Served) -> None:
    job = attic()
    wing = {**job["sections"][0], "id": "wing", "outline_ft": [[60, 0], [80, 0], [80, 20], [60, 20]]}
    job["sections"].append(wing)
    job["products"].append({**job["products"][0], "id": "c2", "name": "Other cellulose"})
    job["choice"]["wing"] = {"method": "top_up", "product": "c2"}
    opened(page, server, job | {"name": "Two kinds"}, "choose")
    expect(figure(page, "to order")).to_have_text("73 + 31 bags")
    expect(page.locator(".tally")).to_contain_text("73 Cellulose, 31 Other cellulose")
    page.get_by_role("link", name="to the shelf of jobs").click()
    expect(page.locator(".job-card", has_text="Two kinds")).to_contain_text("73 + 31 bags")
