"""Prepare: the list, its signs on the Floor, an item opened, its cure, ticked and taken back, left out, found more."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import api, open_demo, part, saved, settled
from tests.served import Served

BOTH = pytest.mark.parametrize("size", ["desk", "phone"], indirect=True)


def gate(page: Page) -> str:
    return page.locator(".gate-title b").first.inner_text()


def row(page: Page, name: str | re.Pattern[str]) -> None:
    """Opens a row of the list by its words."""
    page.locator(".work-head").filter(has_text=name).first.click()


@BOTH
def test_an_item_is_opened_ticked_and_taken_back(page: Page, server: Served, size: str) -> None:
    job = open_demo(page, "Prepare")
    expect(page.locator(".gate-title b").first).to_have_text("Ready to close: 2 of 16")
    page.get_by_label("Name", exact=True).fill("Ana Field")
    page.get_by_label("Name", exact=True).press("Enter")
    row(page, "Hatch 22½ × 30 in")
    item = page.get_by_role("group", name="Hatch 22½ × 30 in")
    expect(item).to_contain_text("2 in above the fill line")
    expect(item).to_contain_text("curb 2 of 24 in × 18⅛ in, 2 of 30 in × 18⅛ in")
    item.get_by_role("button", name="Done", exact=True).click()
    expect(page.locator(".gate-title b").first).to_have_text("Ready to close: 3 of 16")
    expect(item).to_contain_text("by Ana Field")
    item.get_by_role("button", name="Not done after all").click()
    expect(page.locator(".gate-title b").first).to_have_text("Ready to close: 2 of 16")
    log = api(server, f"/api/jobs/{job}/log")[0]
    assert [line["entry"]["kind"] for line in log["entries"]] == ["work.done", "void"]
    assert {line["entry"]["actor"] for line in log["entries"]} == {"Ana Field"}


def test_the_floor_and_the_cut_show_the_item(page: Page) -> None:
    open_demo(page, "Prepare")
    sign = page.get_by_role("button", name=re.compile("Hatch 22½ × 30 in, to do"))
    sign.focus()
    sign.press("Enter")
    cut = page.get_by_role("region", name="Cut")
    expect(cut).to_contain_text("Hatch 22½ × 30 in, as it will stand")
    expect(cut).to_contain_text("curb 18⅛ in")
    expect(cut.locator("polygon.lid")).to_have_count(5)
    expect(sign).to_have_attribute("aria-pressed", "true")
    page.keyboard.press("m")
    expect(cut).to_contain_text("curb 460 mm")
    expect(page.get_by_role("group", name="Hatch 572 × 762 mm")).to_be_visible()


@BOTH
def test_a_cure_changes_hours_and_price_and_undo_takes_it_back(page: Page, size: str) -> None:
    open_demo(page, "Prepare")
    row(page, "Two recessed lights")
    page.locator(".folded-items button").first.click()
    hours = page.locator(".work-head").filter(has_text="Two recessed lights").locator(".hours")
    expect(hours).to_have_text("0.5 h")
    page.get_by_role("radio", name=re.compile("box of gypsum")).check()
    expect(page.locator(".work-head").filter(has_text="Recessed light, not rated").first).to_be_visible()
    saved(page)
    page.get_by_role("button", name=re.compile("undo")).click()
    expect(hours).to_have_text("0.5 h")


def test_leaving_out_needs_a_reason_and_a_name(page: Page) -> None:
    open_demo(page, "Prepare")
    row(page, "Six ceiling boxes")
    page.get_by_role("button", name="Leave it out…").click()
    out = page.get_by_role("button", name="Leave it out", exact=True)
    expect(out).to_be_disabled()
    page.get_by_label("Why it is left out").fill("under the new floor")
    page.get_by_label("Why it is left out").press("Enter")
    page.get_by_label("Who says so").fill("Rowan Ashby")
    page.get_by_label("Who says so").press("Tab")
    out.click()
    expect(page.locator(".open-item")).to_contain_text("Left out by Rowan Ashby: under the new floor")
    expect(page.locator(".gate-title b").first).to_have_text("Ready to close: 3 of 16")
    page.get_by_role("button", name="Do it after all").click()
    expect(page.locator(".gate-title b").first).to_have_text("Ready to close: 2 of 16")
    row(page, "Masonry chimney")
    expect(page.locator(".open-item")).to_contain_text("Cannot be left out")


@BOTH
def test_walls_below_are_drawn_or_typed(page: Page, size: str) -> None:
    open_demo(page, "Prepare")
    row(page, "Top plates, 143 ft")
    page.get_by_label("Walls below, length in all").fill("96")
    page.get_by_label("Walls below, length in all").press("Enter")
    expect(page.locator(".work-head").filter(has_text="Top plates, 96 ft")).to_be_visible()
    page.get_by_label("Walls below, length in all").fill("")
    page.get_by_label("Walls below, length in all").press("Enter")
    page.get_by_role("button", name="Draw the walls below").click()
    floor = page.get_by_role("group", name="Plan of the attic floor")
    floor.scroll_into_view_if_needed()
    box = floor.bounding_box()
    assert box is not None
    middle = box["y"] + box["height"] / 2
    for x in (0.45, 0.55):
        page.mouse.click(box["x"] + box["width"] * x, middle)
    expect(
        page.locator(".work-head").filter(has_text=re.compile(r"Top plates, \d ft|Top plates, 1\d ft"))
    ).to_be_visible()
    page.get_by_role("button", name="Take the last one away").click()
    expect(page.locator(".work-head").filter(has_text="Top plates, 143 ft")).to_be_visible()


@BOTH
def test_found_more_goes_on_the_list_and_holes_are_ticked(page: Page, size: str) -> None:
    open_demo(page, "Prepare")
    page.get_by_role("combobox", name="What is it?").click()
    page.get_by_role("option", name="Dam", exact=True).click()
    page.get_by_label("How much").fill("10")
    page.get_by_label("How much").press("Enter")
    page.get_by_role("button", name="Put it on the list").click()
    expect(page.locator(".work-head").filter(has_text="Dam, 10 ft")).to_contain_text("0.5 h")
    page.get_by_role("button", name="Take it off the list").click()
    expect(page.locator(".work-head").filter(has_text="Dam, 10 ft")).to_have_count(0)
    part(page, "holes")
    expect(page.get_by_role("group", name="Holes that should be there")).to_contain_text(
        "wires down through top plates"
    )
    part(page, "by trade")
    expect(page.get_by_role("group", name="crew")).to_contain_text("Top plates")


def test_a_trades_stop_is_not_lifted_by_a_tick(page: Page) -> None:
    open_demo(page, "Prepare", "17 Tannery Hill")
    expect(page.locator(".gate-title .stops")).to_have_text("3 stops")
    row(page, "Knob-and-tube wiring")
    item = page.locator(".open-item")
    expect(item).to_contain_text("A stop of the licensed electrician")
    expect(item.get_by_role("button", name="Done", exact=True)).to_have_count(0)


def test_a_tick_waits_in_the_browser_while_there_is_no_connection(page: Page) -> None:
    open_demo(page, "Prepare")
    page.route("**/log", lambda route: route.abort() if route.request.method == "POST" else route.fallback())
    row(page, "Masonry chimney")
    page.get_by_role("button", name="Done", exact=True).click()
    expect(page.get_by_text("1 tick is kept in this browser and not sent yet")).to_be_visible()
    page.unroute("**/log")
    page.reload()
    expect(page.locator(".gate-title b").first).to_have_text("Ready to close: 3 of 16")
    settled(page)
    expect(page.get_by_text("kept in this browser")).to_have_count(0)


def test_a_change_is_in_no_price_before_the_yes(page: Page) -> None:
    open_demo(page, "Prepare")
    price = page.locator(".tally .cell", has=page.get_by_text("price", exact=True)).locator("b")
    before = price.inner_text()
    page.get_by_role("combobox", name="What is it?").click()
    page.get_by_role("option", name="Place to re-lay").click()
    page.get_by_label("How much").fill("40")
    page.get_by_label("How much").press("Enter")
    page.get_by_role("textbox", name="In words").fill("Wet batts over the bath")
    page.get_by_role("textbox", name="In words").press("Enter")
    page.get_by_role("checkbox", name=re.compile("found after the offer")).check()
    page.get_by_role("button", name="Put it on the list").click()
    item = page.locator(".open-item")
    expect(item).to_contain_text("In no price yet")
    settled(page)
    assert price.inner_text() == before
    item.get_by_role("radio", name="yes").check()
    item.get_by_label("Name of the customer").fill("M. Ashby")
    item.get_by_label("Name of the customer").press("Tab")
    item.get_by_role("button", name="Enter the answer").click()
    expect(item).to_contain_text("The customer said yes: M. Ashby")
    expect(price).not_to_have_text(before)
    saved(page)
    with page.expect_download() as handed:
        item.get_by_role("button", name="Change on paper (PDF)").click()
    assert handed.value.suggested_filename.startswith("change")


def test_the_list_is_walked_and_ticked_by_keys_alone(page: Page) -> None:
    open_demo(page, "Eaves")
    page.keyboard.press("6")
    expect(page.locator(".gate-title b").first).to_have_text("Ready to close: 2 of 16")
    head = page.locator(".work-head").filter(has_text="Top plates, 143 ft")
    head.focus()
    page.keyboard.press("Enter")
    done = page.locator(".open-item").get_by_role("button", name="Done", exact=True)
    for _ in range(12):
        page.keyboard.press("Tab")
        if done.evaluate("button => button === document.activeElement"):
            break
    page.keyboard.press("Enter")
    expect(page.locator(".gate-title b").first).to_have_text("Ready to close: 3 of 16")
    with page.expect_download() as handed:
        page.get_by_role("button", name="print", exact=True).press("Enter")
    assert handed.value.suggested_filename.startswith("work-list")
