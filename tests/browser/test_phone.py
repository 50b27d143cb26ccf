"""What a phone and a desk must bear: names without an end, a reload in the middle of a word, Back, lists by touch."""

from __future__ import annotations

import re
from typing import Any

import pytest
from playwright.sync_api import Browser, Page, Route, expect

from tests.browser.conftest import SIZES, api, figure, open_demo, part, saved
from tests.served import Served

WIDER = "() => document.documentElement.scrollWidth - window.innerWidth"
# What lies beside the screen and is no table, strip or rack that scrolls by itself.
BESIDE = """() => [...document.querySelectorAll('body *')]
  .filter((e) => !e.closest('svg, table, .core-scroll, .shelves, .strip-body, .steps'))
  .filter((e) => e.getBoundingClientRect().right > window.innerWidth + 1 && e.getBoundingClientRect().width > 0)
  .map((e) => `${e.tagName} ${e.className}`)"""


def with_long_names(server: Served) -> str:
    job = next(j["id"] for j in api(server, "/api/jobs")[0]["jobs"] if j["headline"]["name"] == "17 Tannery Hill")
    stored, tag = api(server, f"/api/jobs/{job}")
    document: dict[str, Any] = stored["document"] | {"name": "W" * 200, "address": "X" * 200}
    for number, section in enumerate(document["sections"]):
        section["name"] = f"{number} " + "S" * 198
    api(server, f"/api/jobs/{job}", "PUT", document, **{"If-Match": tag})
    return str(job)


@pytest.mark.parametrize("size", ["phone"], indirect=True)
def test_names_of_two_hundred_letters_push_nothing_out_of_sight(page: Page, server: Served, size: str) -> None:
    job = with_long_names(server)
    page.goto(server.address)
    page.get_by_role("link", name="W" * 200).wait_for()
    assert page.evaluate(WIDER) <= 0 and page.evaluate(BESIDE) == []
    for place in (
        "look-over",
        "measure",
        "target",
        "choose",
        "choose?part=fill",
        "choose?part=price",
        "eaves",
        "prepare",
    ):
        page.goto(f"{server.address}/jobs/{job}/{place}")
        page.locator(".tally .cell b").first.wait_for()
        page.locator(".flags-list").first.wait_for()
        assert page.evaluate(WIDER) <= 0, place
        assert page.evaluate(BESIDE) == [], place


@pytest.mark.parametrize("size", ["desk", "phone"], indirect=True)
def test_a_reload_in_the_middle_of_a_word_loses_nothing_and_stays_where_it_was(page: Page, size: str) -> None:
    open_demo(page)
    part(page, "old fill")
    page.get_by_label("Depth", exact=True).fill("4 1/")
    page.reload()
    expect(page.get_by_role("radio", name="old fill", exact=True).first).to_be_checked()
    expect(page.get_by_label("Depth", exact=True)).to_have_value("4 1/")
    page.get_by_label("Depth", exact=True).fill("4 1/2")
    page.get_by_label("Depth", exact=True).press("Enter")
    expect(page.get_by_label("Depth", exact=True)).to_have_value("4½")
    page.reload()
    expect(page.get_by_label("Depth", exact=True)).to_have_value("4½")
    # Back goes through the parts as they were opened.
    part(page, "obstacles")
    expect(page).to_have_url(re.compile("part=things$"))
    page.go_back()
    expect(page.get_by_label("Depth", exact=True)).to_be_visible()
    page.go_back()
    expect(page.get_by_text("Walk it with the tape")).to_be_visible()


def test_a_save_whose_answer_was_lost_is_no_conflict_with_oneself(page: Page) -> None:
    open_demo(page)
    part(page, "old fill")
    lost: list[int] = []

    def swallow(route: Route) -> None:
        """The save arrives, and the page never hears of it."""
        if route.request.method != "PUT" or lost:
            route.fallback()
            return
        lost.append(route.fetch().status)
        route.abort()

    page.route("**/api/jobs/*", swallow)
    page.get_by_label("Depth", exact=True).fill("4 1/2")
    page.get_by_label("Depth", exact=True).press("Enter")
    page.locator(".save.failed").wait_for()
    assert lost == [200]
    page.reload()
    expect(page.get_by_label("Depth", exact=True)).to_have_value("4½")
    saved(page)
    expect(page.get_by_role("dialog")).to_have_count(0)
    page.get_by_label("Depth", exact=True).fill("5")
    page.get_by_label("Depth", exact=True).press("Enter")
    saved(page)
    expect(page.get_by_role("dialog")).to_have_count(0)


def test_the_first_sheet_survives_a_reload(page: Page) -> None:
    page.get_by_role("button", name="New attic", exact=True).click()
    page.get_by_label("Length, east–west").fill("41")
    page.get_by_role("group", name="Apart").get_by_role("radio", name="24 in").check()
    page.reload()
    page.get_by_role("button", name="New attic", exact=True).click()
    expect(page.get_by_label("Length, east–west")).to_have_value("41")
    expect(page.get_by_role("group", name="Apart").get_by_role("radio", name="24 in")).to_be_checked()
    page.get_by_label("Width, north–south").fill("20")
    page.get_by_role("button", name="Start measuring").click()
    page.get_by_role("heading", name="Look over", level=2).wait_for()
    page.get_by_role("link", name="to the shelf of jobs").click()
    page.get_by_role("button", name="New attic", exact=True).click()
    expect(page.get_by_label("Length, east–west")).to_have_value("")


def test_pick_lists_by_touch_keep_their_field_in_view_and_show_their_options(browser: Browser, server: Served) -> None:
    context = browser.new_context(viewport=SIZES["phone"], has_touch=True, is_mobile=True)
    page = context.new_page()
    try:
        page.goto(server.address)
        open_demo(page)
        tried = 0
        for name, option in (("Board", "plaster"), ("Soffit", "single vents")):
            field = page.get_by_role("combobox", name=name).first
            field.scroll_into_view_if_needed()
            field.tap()
            listed = page.get_by_role("option").first
            listed.wait_for()
            box, options = field.bounding_box(), page.get_by_role("listbox").bounding_box()
            assert box is not None and options is not None
            assert box["y"] >= 0 and box["y"] + box["height"] <= 844, "the field stays in view"
            assert options["y"] >= 0 and options["y"] + min(options["height"], 120) <= 844, "so do its options"
            assert options["x"] >= 0 and options["x"] + options["width"] <= 390
            page.get_by_role("option", name=option).first.tap()
            expect(page.get_by_role("listbox")).to_have_count(0)
            tried += 1
        assert tried == 2
        expect(figure(page, "fill line")).to_be_visible()
    finally:
        context.close()
