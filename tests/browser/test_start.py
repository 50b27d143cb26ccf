"""New attic on one sheet: few answers to a price, by keys at a desk and by touch on a phone; half a storey at once."""

from __future__ import annotations

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import api, figure
from tests.served import Served

# Length, width, heel, pitch, spacing, depth, board, what lies there, how deep, contact, zone, rule; then the button.
MOST_INPUTS = 15


def fill(page: Page, label: str, text: str) -> None:
    page.get_by_role("dialog").get_by_label(label, exact=True).fill(text)


def choose(page: Page, group: str, option: str) -> None:
    page.get_by_role("group", name=group).get_by_role("radio", name=option).check()


def test_from_nothing_to_a_priced_rack_by_keys_alone(page: Page, server: Served) -> None:
    page.get_by_role("button", name="New attic", exact=True).click()
    expect(page.get_by_label("Job")).to_be_focused()
    page.keyboard.type("Keys only")
    # Each answer is typed or a number; Enter goes on, and passes over what may stay open.
    answers = ["40", "26", None, "6 1/2", "5", None, None, None, "2", "1", "1", "glass b", "3.5", "2", "5A", "2"]
    by_number = {8, 9, 10, 13, 15}
    page.keyboard.press("Enter")
    for place, answer in enumerate(answers):
        if answer is not None:
            page.keyboard.type(answer)
        if place not in by_number:
            page.keyboard.press("Enter")
    expect(page.get_by_text("Enough for prices.")).to_be_visible()
    expect(page.get_by_role("button", name="To the prices")).to_be_focused()
    page.keyboard.press("Enter")
    expect(page.locator(".rack .cores").first).to_contain_text("$")
    assert sum(answer is not None for answer in answers) + 1 <= MOST_INPUTS
    job = page.url.split("/jobs/")[1].split("/")[0]
    document = api(server, f"/api/jobs/{job}")[0]["document"]
    assert document["name"] == "Keys only" and document["target"] == {"basis": "code", "edition": "2021"}
    assert document["sections"][0]["existing"][0] | {"id": ""} == {
        "id": "", "material": "glass_batt", "depth_in": 3.5, "void_pct": 3.5,
    }  # fmt: skip


def test_usual_answers_are_there_the_next_time(page: Page) -> None:
    page.get_by_role("button", name="New attic", exact=True).click()
    fill(page, "Length, east–west", "30")
    fill(page, "Width, north–south", "20")
    choose(page, "Apart", "24 in")
    page.get_by_label("Climate zone").select_option("6A")
    choose(page, "Target: the code of, or", "2024")
    page.get_by_label("as the firm's usual answers").check()
    page.get_by_role("button", name="Start measuring").click()
    page.get_by_role("heading", name="Look over", level=2).wait_for()
    page.get_by_role("link", name="to the shelf of jobs").click()
    page.get_by_role("button", name="New attic", exact=True).click()
    expect(page.get_by_label("Climate zone")).to_have_value("6A")
    expect(page.get_by_role("group", name="Apart").get_by_role("radio", name="24 in")).to_be_checked()
    expect(page.get_by_role("group", name="Target: the code").get_by_role("radio", name="2024")).to_be_checked()
    expect(page.get_by_text("open before a price")).not_to_contain_text("climate zone")


@pytest.mark.parametrize("size", ["desk", "phone"], indirect=True)
def test_one_and_a_half_storeys_at_once(page: Page, server: Served, size: str) -> None:
    page.get_by_role("button", name="New attic", exact=True).click()
    choose(page, "Shape", "1½ storeys")
    for label, text in (
        ("Length, east–west", "30"),
        ("Width, north–south", "14"),
        ("Knee wall, height", "4'6"),
        ("Flat ceiling, over the same floor", "8"),
        ("Heel height", "6"),
        ("Pitch, in 12", "12"),
    ):
        fill(page, label, text)
    choose(page, "Rafters, deep", "5½ in")
    page.get_by_role("button", name="Start measuring").click()
    # 4 ft 8 in of side attic and 3½ ft of slope on either side take 16 ft 4 in.
    expect(page.get_by_text("side attics and slopes take 16 ft 4 in of the width")).to_be_visible()
    fill(page, "Width, north–south", "26")
    page.get_by_role("button", name="Start measuring").click()
    page.get_by_role("heading", name="Look over", level=2).wait_for()
    job = page.url.split("/jobs/")[1].split("/")[0]
    sections = api(server, f"/api/jobs/{job}")[0]["document"]["sections"]
    assert [section["name"] for section in sections] == [
        "Side attic south", "Knee wall south", "Slope south", "Flat ceiling",
        "Side attic north", "Knee wall north", "Slope north",
    ]  # fmt: skip


def test_a_job_is_copied_on_the_shelf(page: Page, server: Served) -> None:
    page.get_by_role("button", name="Copy 9 Quarry Loop").click()
    page.get_by_role("link", name="9 Quarry Loop, copy").click()
    figure(page, "bags to order").wait_for()
    expect(page.get_by_role("heading", level=1)).to_have_text("9 Quarry Loop, copy")
    first = next(j for j in api(server, "/api/jobs")[0]["jobs"] if j["headline"]["name"] == "9 Quarry Loop")
    assert page.url.split("/jobs/")[1].split("/")[0] != first["id"]
