"""The Calendar: bars dragged and moved by keys and by a dialog, proposals, weather, crews, the order, stages on the shelf."""

from __future__ import annotations

import re
from datetime import date, timedelta

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.browser.conftest import api
from tests.served import Served

BOTH = pytest.mark.parametrize("size", ["desk", "phone"], indirect=True)


@pytest.fixture
def monday(page: Page) -> date:
    """The calendar open at the demo's first Monday."""
    page.get_by_role("link", name="Calendar", exact=True).click()
    page.locator(".cal-day").first.wait_for()
    today = date.today()
    if today.weekday():
        page.get_by_role("button", name="A week on").click()
    page.locator(".cal-scroll[aria-busy=false] .cal-bar").first.wait_for()
    return today + timedelta(days=-today.weekday() % 7)


def bar(page: Page, name: str) -> Locator:
    return page.locator(".cal-bar", has_text=name)


def stands(server: Served, monday: date, name: str) -> tuple[str, str, int] | None:
    found = api(server, f"/api/calendar?first={monday}&days=28")[0]["bars"]
    return next(((one["crew"], one["day"], one["half"]) for one in found if one["name"] == name), None)


def test_bars_say_what_is_wrong_and_gates_stand_as_pegs(page: Page, monday: date) -> None:
    expect(page.locator(".cal-bar")).to_have_count(7)
    wrong = bar(page, "17 Tannery Hill")
    expect(wrong).to_have_class(re.compile("wrong"))
    expect(wrong).to_contain_text("before licensed electrician is through on")
    expect(page.locator(".cal-peg")).to_have_count(1)
    expect(page.locator(".cal-card")).to_have_count(6)


def test_a_bar_is_dragged_to_another_crew_and_brought_back(page: Page, server: Served, monday: date) -> None:
    was = ("alder", monday.isoformat(), 0)
    assert stands(server, monday, "9 Quarry Loop") == was
    from_box = bar(page, "9 Quarry Loop").bounding_box()
    row = page.locator(".cal-row[data-crew=birch]").bounding_box()
    assert from_box and row
    day = row["width"] / 12
    page.mouse.move(from_box["x"] + 20, from_box["y"] + 20)
    page.mouse.down()
    page.mouse.move(from_box["x"] + 60, from_box["y"] + 60, steps=4)
    page.mouse.move(row["x"] + 9 * day + 20, row["y"] + 40, steps=8)
    page.mouse.up()
    there = (monday + timedelta(days=9)).isoformat()
    expect(page.get_by_role("status").filter(has_text="9 Quarry Loop to Crew Birch")).to_be_attached()
    assert stands(server, monday, "9 Quarry Loop") == ("birch", there, 0)
    # The click that ends a drag opens nothing.
    expect(page.get_by_role("dialog")).to_have_count(0)
    page.get_by_role("button", name="undo").click()
    expect(page.get_by_role("status").filter(has_text="Taken back")).to_be_attached()
    assert stands(server, monday, "9 Quarry Loop") == was


def test_keys_move_a_bar_by_half_days_and_crews(page: Page, server: Served, monday: date) -> None:
    bar(page, "2 The Lea").focus()
    page.keyboard.press("ArrowRight")
    expect(page.get_by_role("status").filter(has_text="2 The Lea to Crew Birch")).to_be_attached()
    assert stands(server, monday, "2 The Lea") == ("birch", (monday + timedelta(days=8)).isoformat(), 1)
    page.keyboard.press("ArrowUp")
    expect(page.get_by_role("status").filter(has_text="2 The Lea to Crew Alder")).to_be_attached()
    page.keyboard.press("Control+z")
    expect(page.get_by_role("status").filter(has_text="Taken back: 2 The Lea to Crew Alder")).to_be_attached()
    assert stands(server, monday, "2 The Lea") == ("birch", (monday + timedelta(days=8)).isoformat(), 1)


@BOTH
def test_every_move_is_there_in_a_dialog_too(page: Page, server: Served, monday: date, size: str) -> None:
    page.locator(".cal-card", has_text="31 Bleachfield").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Crew").select_option(label="Crew Alder")
    dialog.get_by_label("First day").fill((monday + timedelta(days=3)).isoformat())
    dialog.get_by_role("button", name="Put it there").click()
    expect(bar(page, "31 Bleachfield")).to_be_attached()
    assert stands(server, monday, "31 Bleachfield") == ("alder", (monday + timedelta(days=3)).isoformat(), 0)
    bar(page, "31 Bleachfield").press("Enter")
    expect(page.get_by_role("dialog")).to_contain_text("Set up, protect, run hose and cord")
    page.get_by_role("dialog").get_by_role("button", name="Take it off the calendar").click()
    expect(page.locator(".cal-card", has_text="31 Bleachfield")).to_be_visible()


def test_a_proposal_gives_its_reasons_and_moves_nothing_before_it_is_taken(
    page: Page, server: Served, monday: date
) -> None:
    page.get_by_role("button", name="Propose").click()
    dialog = page.get_by_role("dialog")
    expect(dialog).to_contain_text("6 jobs placed")
    expect(dialog).to_contain_text("no other calendar does better by these rules")
    expect(dialog.locator(".cal-reasons li")).to_have_count(6)
    assert stands(server, monday, "Chapel House") is None
    dialog.get_by_role("button", name="Place them so").click()
    expect(page.locator(".cal-card")).to_have_count(0)
    assert stands(server, monday, "Chapel House") is not None
    page.get_by_role("button", name="undo").click()
    expect(page.locator(".cal-card")).to_have_count(6)


def test_typed_weather_closes_the_attic_and_is_marked(page: Page, monday: date) -> None:
    page.locator(".cal-day").nth(8).click()
    dialog = page.get_by_role("dialog")
    expect(dialog).to_contain_text("Read from a file.")
    dialog.get_by_label("High, °F").fill("40")
    dialog.get_by_role("button", name="Keep it").click()
    expect(dialog).to_contain_text("The low is the cooler of the two.")
    dialog.get_by_label("High, °F").fill("104")
    dialog.get_by_role("button", name="Keep it").click()
    expect(page.locator(".cal-day").nth(8)).to_contain_text("104 °F")
    expect(page.locator(".cal-day").nth(8)).to_have_class(re.compile("hot"))
    page.get_by_role("button", name="A week on").click()
    expect(page.locator(".cal-day .made-up").first).to_contain_text("*")


def test_a_lighter_roof_and_another_latitude_make_another_attic(page: Page, server: Served, monday: date) -> None:
    def noon() -> float:
        found = api(server, f"/api/calendar?first={monday}&days=1")[0]
        return float(found["days"][0]["attic_f"][found["hours"].index(13)])

    dark = noon()
    page.locator(".cal-day").first.click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("most roofs are light").check()
    expect(dialog.get_by_label("most roofs are light")).to_be_checked()
    page.wait_for_function("() => document.querySelector('[role=status]').textContent.includes('Kept for the firm')")
    light = noon()
    assert light < dark
    dialog.get_by_label("Latitude, degrees north").fill("30")
    dialog.get_by_role("button", name="Keep the latitude").click()
    expect(dialog.get_by_role("button", name="Keep the latitude")).to_be_disabled()
    assert noon() != light


def test_a_crew_is_added_and_one_is_taken_off_and_its_jobs_say_so(page: Page, monday: date) -> None:
    page.get_by_role("button", name="Add a crew").click()
    page.get_by_role("dialog").get_by_label("Name").fill("Crew Hazel")
    page.get_by_role("dialog").get_by_role("button", name="Keep it").click()
    expect(page.locator(".cal-crew")).to_have_count(3)
    page.locator(".cal-crew", has_text="Crew Birch").click()
    page.get_by_role("button", name=re.compile("Take the crew off")).click()
    expect(page.locator(".cal-crew")).to_have_count(2)
    expect(page.get_by_text("Their crew is gone:")).to_be_visible()
    page.get_by_role("button", name="17 Tannery Hill", exact=True).click()
    expect(page.get_by_role("dialog")).to_contain_text("its crew is no longer there: give it to another")


def test_the_order_of_the_days_follows_the_stock(page: Page, monday: date) -> None:
    page.get_by_role("button", name="week order").click()
    dialog = page.get_by_role("dialog")
    line = dialog.locator("tr", has_text="Cellulose, low settling")
    before = int(line.locator("td b").inner_text())
    stock = line.get_by_label("Cellulose, low settling on hand")
    stock.fill("100")
    stock.press("Enter")
    expect(line.locator("td b")).to_have_text(str(before - 40))
    with page.expect_download() as paper:
        dialog.get_by_role("button", name="Purchase list (PDF)").click()
    assert paper.value.path().read_bytes().startswith(b"%PDF")


def test_the_shelf_shows_stages_and_filters_by_them(page: Page) -> None:
    expect(page.locator(".job-card", has_text="3 Weir Bank").locator(".stage")).to_have_text("at work")
    expect(page.locator(".job-card", has_text="9 Quarry Loop").locator(".stage")).to_have_text("dated")
    page.get_by_label("Stage").select_option(label="sold")
    expect(page.locator(".job-card")).to_have_count(5)
    page.get_by_label("Stage").select_option(label="any stage")
    page.get_by_label("Crew").select_option(label="Crew Alder")
    expect(page.locator(".job-card")).to_have_count(3)
    page.get_by_label("Crew").select_option(label="any crew")
    page.get_by_role("button", name="Copy 9 Quarry Loop").click()
    copy = page.locator(".job-card", has_text="9 Quarry Loop, copy")
    expect(copy.locator(".stage")).to_have_text("to offer")
