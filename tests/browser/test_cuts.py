"""Cuts of sections and of the whole house, stops over the sheets, the Floor for other programs."""

from __future__ import annotations

import json
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import open_demo, part, section, settled


def test_each_kind_of_section_has_its_own_cut(page: Page) -> None:
    open_demo(page, "Measure", "17 Tannery Hill")
    for name, words in {
        "South slope": "rafter 5½ in",
        "South knee wall": "height 69⅝ in",
        "Over the landing": "to fill 9¼ in",
        "Skylight shaft": "stud 3½ in",
    }.items():
        section(page, name)
        expect(page.locator(".cut svg")).to_contain_text(words)
        pane, bays = page.locator(".cut svg").bounding_box(), page.locator(".cut polygon.cavity").first.bounding_box()
        assert pane and bays, name
        assert bays["width"] > pane["width"] * 0.6 or bays["height"] > pane["height"] * 0.5, name


@pytest.mark.parametrize("size", ["desk", "phone"], indirect=True)
def test_the_whole_cut_goes_through_every_section_on_its_line(page: Page, size: str) -> None:
    open_demo(page, "Choose", "17 Tannery Hill")
    part(page, "fill")
    if size == "phone":
        page.get_by_text("Cut", exact=True).first.click()
    page.locator(".cut-view").get_by_text("whole", exact=True).click()
    house = page.get_by_role("group", name="Section through the whole house")
    expect(house.get_by_role("button")).to_have_count(7)
    expect(page.locator(".cut-title")).to_have_text("Along A to B 32 ft through 7 parts")
    parts = page.locator(".house-parts")
    expect(parts).to_contain_text("South slope R-0 → R-17")
    expect(parts).to_contain_text("South slope: full bays reach R-17; the target is R-49.")
    house.get_by_role("button", name="Open North slope").press("Enter")
    expect(page.get_by_role("combobox", name="Section")).to_have_value("North slope")
    expect(house.get_by_role("button")).to_have_count(7)


def test_stops_fold_to_one_line_where_they_are_not_asked(page: Page) -> None:
    open_demo(page, "Choose", "17 Tannery Hill")
    folded = page.locator(".flag.stop.folded")
    expect(folded.locator("summary")).to_contain_text("3 stops. Knob-and-tube wiring; Bath or kitchen fan")
    expect(folded.get_by_text("A licensed electrician, in writing")).not_to_be_visible()
    folded.locator("summary").click()
    expect(folded.get_by_text("A licensed electrician, in writing")).to_be_visible()
    page.get_by_role("navigation").get_by_role("link", name="Look over").click()
    expect(page.locator(".flags-list > .flag.stop")).to_have_count(3)


def test_the_floor_goes_out_for_other_programs(page: Page, tmp_path: Path) -> None:
    open_demo(page, "Look over", "3 Weir Bank")
    for item, start in (("drawing, SVG", b"<svg"), ("drawing, DXF in feet", b"  0"), ("data, JSON", b"{")):
        with page.expect_download() as download:
            page.get_by_role("button", name="More").click()
            page.get_by_role("menuitem", name=item).click()
        file = tmp_path / "out"
        download.value.save_as(file)
        assert file.read_bytes().startswith(start)
    assert len(json.loads(file.read_text())["features"]) > 20


@pytest.mark.parametrize("size", ["desk", "phone"], indirect=True)
def test_the_floor_does_not_shrink_for_its_key(page: Page, size: str) -> None:
    """Ten kinds of signs stand on this floor; the key keeps to its line and opens over the drawing."""
    open_demo(page, "Measure", "3 Weir Bank")
    part(page, "obstacles")
    canvas, key = page.locator(".floor .canvas"), page.locator(".floor-signs")
    page.get_by_role("button", name="all signs").wait_for()
    settled(page)
    closed = canvas.bounding_box()
    assert closed and key.bounding_box()["height"] < 56
    walkway = key.get_by_role("listitem").filter(has_text="walkway")
    assert walkway.count() == 1
    page.get_by_role("button", name="all signs").click()
    wide = page.evaluate("innerWidth")
    assert canvas.bounding_box() == closed
    for sign in key.get_by_role("listitem").all():
        box = sign.bounding_box()
        assert box and closed["y"] < box["y"] and box["x"] >= 0 and box["x"] + box["width"] <= wide
    page.keyboard.press("Escape")
    expect(page.get_by_role("button", name="all signs")).to_be_visible()
