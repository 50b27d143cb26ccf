"""The Eaves step walked: bays ticked, swept and set, remedies, the corner in the Cut, vents, the detail."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.browser.conftest import api, figure, open_demo, part, pick, saved, settled
from tests.browser.test_access import CLASHES
from tests.served import Served


def bay(page: Page, number: int, run: int = 1) -> Locator:
    """A bay by its place from the left, counted from 1."""
    return page.locator(".run").nth(run - 1).locator("[data-bay]").nth(number - 1)


def count(page: Page) -> int:
    return int(figure(page, "baffles").inner_text())


def test_a_bay_is_ticked_swept_and_taken_back(page: Page) -> None:
    open_demo(page, "Eaves")
    expect(page.locator(".floor")).to_have_count(0)
    before = count(page)
    bay(page, 3).click()
    expect(figure(page, "baffles")).to_have_text(str(before - 1))
    expect(bay(page, 3)).to_have_accessible_name("Bay 3 of 22: open, vented soffit, no baffle, open to the wind")
    expect(page.locator(".tally .cell", has_text="stops")).to_contain_text("caution")
    first, last = bay(page, 6).bounding_box(), bay(page, 10).bounding_box()
    assert first and last
    page.mouse.move(first["x"] + 5, first["y"] + 15)
    page.mouse.down()
    for share in (0.3, 0.6, 1.0):
        page.mouse.move(first["x"] + 5 + (last["x"] - first["x"]) * share, first["y"] + 15)
    page.mouse.up()
    expect(figure(page, "baffles")).to_have_text(str(before - 6))
    page.keyboard.press("u")
    expect(figure(page, "baffles")).to_have_text(str(before - 1))  # the sweep was one edit
    page.keyboard.press("u")
    expect(figure(page, "baffles")).to_have_text(str(before))


def test_what_stands_in_a_bay_and_what_is_under_it_is_kept(page: Page, server: Served) -> None:
    job = open_demo(page, "Eaves")
    before = count(page)
    pick(page, "in the way")
    page.get_by_role("combobox", name="What stands there").click()
    page.get_by_role("option", name="chimney").click()
    bay(page, 5, run=2).click()
    expect(bay(page, 5, run=2)).to_have_accessible_name(re.compile("blocked by chimney.*closed by a batt plug"))
    expect(figure(page, "baffles")).to_have_text(str(before - 1))
    expect(page.locator(".run.active .run-number")).to_have_text("2")
    expect(page.locator(".cut-title")).to_contain_text("north eave")
    pick(page, "solid soffit")
    bay(page, 6, run=2).click()
    expect(bay(page, 6, run=2)).to_have_accessible_name(re.compile("solid soffit"))
    expect(page.locator(".sheet")).to_contain_text("metal and mineral wool only")
    saved(page)
    edges = api(server, f"/api/jobs/{job}")[0]["document"]["sections"][0]["edges"]
    # The north run is drawn from the west; its bays are counted from where its wall begins, in the east.
    assert edges[2]["bays"] == [{"place": 16, "soffit": "solid"}, {"place": 17, "state": "blocked", "by": "chimney"}]
    page.get_by_role("navigation").get_by_role("link", name="Measure").click()
    expect(page.locator(".floor .bay.blocked")).to_have_count(1)
    expect(page.locator(".floor-key")).to_contain_text("bay blocked")


def test_a_pattern_and_the_schools_with_their_consequences(page: Page) -> None:
    open_demo(page, "Eaves")
    before = count(page)
    schools = page.get_by_role("table", name="What each rule comes to")
    expect(schools.get_by_role("row", name="alternate bays")).to_contain_text("44 ft")
    pick(page, "alternate")
    expect(figure(page, "baffles")).to_have_text(str(before // 2))
    expect(schools.locator("tr.here")).to_contain_text("alternate")
    pick(page, "every bay")
    page.get_by_role("button", name="set on run 1").click()
    expect(figure(page, "baffles")).to_have_text(str(before - 11))
    pick(page, "as the rule")
    page.get_by_role("combobox", name="Pattern").click()
    page.get_by_role("option", name="every bay").click()
    page.get_by_role("button", name="set on run 1").click()
    expect(figure(page, "baffles")).to_have_text(str(before))


def test_the_strip_from_the_keyboard(page: Page) -> None:
    open_demo(page, "Eaves")
    before = count(page)
    bay(page, 1).wait_for()
    page.keyboard.press("b")
    expect(bay(page, 1)).to_be_focused()
    page.keyboard.press("ArrowRight")
    page.keyboard.press("Space")
    expect(figure(page, "baffles")).to_have_text(str(before - 1))
    for _ in range(2):
        page.keyboard.press("ArrowRight")
    page.keyboard.press("Shift+ArrowRight")
    expect(figure(page, "baffles")).to_have_text(str(before - 3))
    page.locator(".strip .words summary").click()
    expect(page.get_by_role("table", name="Bays in words")).to_contain_text(
        "bays 4 to 5: open, vented soffit, no baffle"
    )


def test_foam_is_cut_and_a_piece_too_short_is_said(page: Page) -> None:
    open_demo(page, "Eaves")
    pick(page, "cut foam")
    expect(page.get_by_role("group", name="Foam to cut")).to_contain_text("sheets")
    expect(page.locator(".cut .foam")).to_have_count(2)
    most = page.get_by_label("Pieces a bay, at most")
    most.fill("1")
    most.press("Enter")
    expect(figure(page, "baffles")).to_have_text("44")
    piece = page.get_by_label("Piece length")
    piece.fill("18")
    piece.press("Enter")
    expect(piece).to_have_value("18")
    expect(page.locator(".sheet")).to_contain_text("the fill would close the channel")
    page.get_by_label("Pieces a bay, at most").fill("")
    page.get_by_label("Pieces a bay, at most").press("Enter")
    expect(page.locator(".cut .lap").first).to_be_visible()
    wide = page.get_by_label("Width", exact=True)
    wide.fill("24")
    wide.press("Enter")
    expect(page.locator(".sheet")).to_contain_text("does not go into a bay")


def test_a_remedy_is_weighed_picked_and_solved_before_and_after(page: Page) -> None:
    open_demo(page, "Eaves")
    part(page, "plate")
    remedies = page.get_by_role("table", name="Remedies side by side")
    expect(remedies.get_by_role("row")).to_have_count(6)
    expect(remedies.get_by_role("row", name="a raised heel")).to_contain_text("new work only")
    remedies.get_by_role("radio", name="closed-cell foam over the plate").check()
    expect(page.locator(".cut .remedy")).to_have_count(1)
    expect(page.get_by_role("group", name="Over the plate, south eave")).to_contain_text("R-35")
    page.get_by_role("button", name="the same at every eave").click()
    expect(page.locator(".cut .remedy")).to_have_count(2)
    part(page, "corner")
    states = page.get_by_role("table", name="Corner, state by state")
    expect(states.locator("thead")).to_contain_text("with remedy")
    degrees = [int(text.split()[0]) for text in states.locator("tbody tr").first.locator("td").all_inner_texts()]
    assert degrees[0] < degrees[1] < degrees[2]


def test_the_corner_is_drawn_in_the_cut_and_judged_in_plain_words(page: Page) -> None:
    open_demo(page, "Eaves")
    part(page, "corner")
    expect(page.locator(".verdict")).to_contain_text("Dry at the coldest spot.")
    assert page.locator(".isotherm").count() >= 4
    expect(page.locator(".heat")).to_contain_text("at the coldest spot inside")
    humidity = page.get_by_label("Room humidity")
    humidity.fill("65")
    humidity.press("Enter")
    expect(page.locator(".verdict")).to_contain_text("at the coldest spot")
    expect(page.locator(".verdict")).to_have_class(re.compile("stop"))
    page.locator(".heat-view").get_by_text("heat").click()
    assert page.locator(".flow-arrows path").count() > 10
    page.get_by_label("Show what wind takes").check()
    expect(page.get_by_role("group", name="Wind washing")).to_contain_text("No bay here is left open to the wind.")
    expect(page.get_by_role("table", name="Corner, state by state").locator("thead")).to_contain_text("in wind")
    page.keyboard.press("Escape")
    page.get_by_role("heading", name="Eaves", exact=True).click()
    page.keyboard.press("m")
    expect(page.locator(".heat")).to_contain_text("°C")


def test_vents_say_what_is_missing_and_add_it(page: Page) -> None:
    open_demo(page, "Eaves", "3 Weir Bank")
    part(page, "vents")
    expect(page.get_by_role("group", name="Moisture first")).to_contain_text("wrong cure")
    expect(page.get_by_role("list", name="Conditions of 1 in 300")).to_contain_text("40 to 50 %")
    add = page.get_by_role("group", name="What would make it up")
    expect(add).to_contain_text("30 in² more low")
    add.get_by_role("button", name="Add 1 soffit grille, 8 × 16 in").click()
    expect(add).not_to_contain_text("more low")
    expect(add).to_contain_text("more high")
    page.get_by_label("High wind is designed for here").check()
    expect(page.locator(".sheet")).to_contain_text("Soffit and ridge vents follow the local rule")


def test_a_slope_says_what_may_and_may_not_be_done(page: Page) -> None:
    open_demo(page, "Eaves", "17 Tannery Hill")
    page.get_by_role("combobox", name="Section").click()
    page.get_by_role("option", name="South slope").click()
    expect(page.get_by_role("group", name=re.compile("Slope with"))).to_contain_text("May not")
    expect(page.get_by_role("group", name="Vapor control at the ceiling")).to_be_visible()


def test_the_detail_is_printed_for_the_eave_that_is_cut(page: Page) -> None:
    open_demo(page, "Eaves")
    page.locator(".run-name").nth(1).click()
    expect(page.locator(".cut-title")).to_contain_text("north eave")
    part(page, "plate")
    with page.expect_download() as handed:
        page.get_by_role("button", name="Eave detail, to scale").click()
    assert handed.value.suggested_filename == "eave-detail-1.pdf"


@pytest.mark.parametrize(
    ("size", "job"),
    [("desk", "9 Quarry Loop"), ("desk", "3 Weir Bank"), ("desk", "17 Tannery Hill"), ("phone", "17 Tannery Hill")],
    indirect=["size"],
)
def test_figures_on_the_isotherms_stay_clear(page: Page, size: str, job: str) -> None:
    open_demo(page, "Eaves", job)
    if size == "phone":
        page.locator(".tabs").get_by_text("Cut").click()
    part(page, "corner")
    page.locator(".isotherm").first.wait_for()
    for view in ("A end", "B end"):
        page.locator(".cut-view").get_by_text(view).click()
        settled(page)
        assert page.evaluate(CLASHES) == [], view


def test_a_thumb_ticks_a_bay_on_a_phone(page: Page) -> None:
    page.set_viewport_size({"width": 390, "height": 844})
    open_demo(page, "Eaves")
    box = bay(page, 4).bounding_box()
    assert box and box["width"] >= 44 and box["height"] >= 44
    bay(page, 4).click()
    expect(bay(page, 4)).to_have_class(re.compile("to-wind"))
