"""The real interface: measure, drag the flag, pick, save, reload, undo, stale save, keyboard only."""

from __future__ import annotations

import json
import math
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from elm_cover.cli import main
from elm_cover.formats.product_library import library
from tests.browser.conftest import api, figure, open_demo, part, pick, saved, settled
from tests.browser.test_access import CLASHES
from tests.served import Served


def test_a_newcomer_gets_a_bag_count_that_the_command_line_repeats(
    page: Page, size: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    page.get_by_role("button", name="New attic").click()
    page.get_by_label("Job").fill("Test row")
    page.get_by_label("Length").fill("40")
    page.get_by_label("Width").fill("26'6")
    page.get_by_role("button", name="Start measuring").click()
    expect(page.get_by_role("heading", name="Look over", level=2)).to_be_visible()
    page.get_by_role("navigation").get_by_role("link", name="Measure").click()
    page.get_by_label("Heel height").fill("6 1/2")
    page.get_by_label("Pitch").fill("5")
    page.get_by_label("Pitch").press("Enter")
    pick(page, "trusses")
    pick(page, "north–south")
    pick(page, "24")
    pick(page, "3½")
    page.get_by_role("combobox", name="Board").click()
    page.get_by_role("option", name="gypsum, ⅝ in").click()
    part(page, "old fill")
    pick(page, "nothing, bare")
    page.get_by_role("navigation").get_by_role("link", name="Target").click()
    pick(page, "my own")
    page.get_by_role("textbox", name="R to reach").fill("38")
    page.get_by_role("textbox", name="R to reach").press("Enter")
    page.get_by_role("navigation").get_by_role("link", name="Choose").click()
    part(page, "fill")
    pick(page, "Cellulose, standard 25 lb a bag")
    chart = next(p for p in library() if p.id == "cellulose-standard").chart or ()
    coverage = next(row.coverage_ft2 for row in chart if row.r == 38)
    bags = math.ceil(40 * 26.5 / coverage * 1.03)
    expect(figure(page, "bags to order")).to_have_text(str(bags))
    saved(page)
    with page.expect_download() as download:
        page.get_by_role("button", name="More").click()
        page.get_by_role("menuitem", name="Save as a job file").click()
    file = tmp_path / "exported.json"
    download.value.save_as(file)
    assert main(["plan", str(file)]) == 0
    plan = json.loads(capsys.readouterr().out)
    assert plan["order"][0]["bags_order"] == bags
    assert plan["sections"][0]["area_ft2"] == 40 * 26.5


def test_dragging_the_flag_clicks_through_the_rows_and_undo_goes_back(page: Page, size: str) -> None:
    open_demo(page)
    if size == "phone":
        page.locator(".tabs").get_by_text("Cut").click()
    flag = page.get_by_role("slider", name="Fill line")
    before = figure(page, "bags to order").inner_text()
    box = flag.bounding_box()
    assert box is not None
    page.mouse.move(box["x"] + 60, box["y"] + 22)
    page.mouse.down()
    page.mouse.move(box["x"] + 60, box["y"] - 18, steps=8)
    page.mouse.up()
    expect(figure(page, "bags to order")).not_to_have_text(before)
    more = int(figure(page, "bags to order").inner_text())
    assert more > int(before)
    assert "new fill" in (flag.get_attribute("aria-valuetext") or "")
    page.get_by_role("button", name="↶ undo").click()
    expect(figure(page, "bags to order")).to_have_text(before)


def test_undo_and_redo_survive_a_reload(page: Page) -> None:
    open_demo(page)
    page.get_by_label("Length").fill("50")
    page.get_by_label("Length").press("Enter")
    expect(figure(page, "floor")).to_have_text("1,350")
    saved(page)
    page.reload()
    expect(figure(page, "floor")).to_have_text("1,350")
    page.get_by_role("button", name="↶ undo").click()
    expect(figure(page, "floor")).to_have_text("1,188")
    saved(page)
    page.reload()
    page.get_by_role("button", name="redo").click()
    expect(figure(page, "floor")).to_have_text("1,350")


def test_a_stale_save_shows_both_and_loses_neither(page: Page, server: Served) -> None:
    job = open_demo(page)
    saved(page)
    stored, tag = api(server, f"/api/jobs/{job}")
    theirs = stored["document"] | {"name": "Theirs"}
    api(server, f"/api/jobs/{job}", "PUT", theirs, **{"If-Match": tag})
    page.get_by_label("Length").fill("50")
    page.get_by_label("Length").press("Enter")
    dialog = page.get_by_role("dialog", name="Saved by somebody else")
    expect(dialog.get_by_role("row", name="floor")).to_contain_text("1,350 ft²")
    differs = dialog.get_by_role("table", name="What differs")
    expect(differs.get_by_role("row", name="name 9 Quarry Loop Theirs")).to_be_visible()
    outline = differs.get_by_role("row", name="Main house: outline")
    expect(outline).to_contain_text("4 corners, 1,350")
    expect(outline).to_contain_text("4 corners, 1,188")
    dialog.get_by_role("button", name="Keep mine").click()
    saved(page)
    stored, tag = api(server, f"/api/jobs/{job}")
    assert stored["document"]["sections"][0]["outline_ft"][1][0] == 50
    history, _ = api(server, f"/api/jobs/{job}/revisions")
    kept = [api(server, f"/api/jobs/{job}/revisions/{r['number']}")[0] for r in history["revisions"]]
    assert "Theirs" in [k["document"]["name"] for k in kept], "their version stays in the history"


def test_taking_theirs_leaves_mine_one_undo_away(page: Page, server: Served) -> None:
    job = open_demo(page)
    saved(page)
    stored, tag = api(server, f"/api/jobs/{job}")
    api(server, f"/api/jobs/{job}", "PUT", stored["document"] | {"name": "Theirs"}, **{"If-Match": tag})
    page.get_by_label("Length").fill("50")
    page.get_by_label("Length").press("Enter")
    page.get_by_role("button", name="Take theirs").click()
    expect(page.get_by_role("heading", level=1)).to_have_text("Theirs")
    page.get_by_role("button", name="↶ undo").click()
    expect(figure(page, "floor")).to_have_text("1,350")


def test_with_the_server_gone_the_edit_stays_and_is_saved_when_it_is_back(page: Page, server: Served) -> None:
    job = open_demo(page)
    saved(page)
    server.stop()
    page.get_by_label("Length").fill("50")
    page.get_by_label("Length").press("Enter")
    expect(page.get_by_role("status")).to_contain_text("not saved: no connection")
    server.start()
    page.get_by_role("button", name="retry").click()
    saved(page)
    stored, _ = api(server, f"/api/jobs/{job}")
    assert stored["document"]["sections"][0]["outline_ft"][1][0] == 50


def test_bring_back_a_revision_on_screen(page: Page) -> None:
    open_demo(page)
    page.get_by_label("Length").fill("50")
    page.get_by_label("Length").press("Enter")
    expect(figure(page, "floor")).to_have_text("1,350")
    saved(page)
    page.get_by_role("button", name="More").click()
    page.get_by_role("menuitem", name="History").click()
    page.get_by_text("What changed").first.click()
    changed = page.get_by_role("table", name="What revision 2 changed")
    expect(
        changed.get_by_role("row", name="Main house: outline 4 corners, 1,188 ft² 4 corners, 1,350 ft²")
    ).to_be_visible()
    page.get_by_role("button", name="Bring back revision 1").click()
    expect(page.get_by_role("listitem").filter(has_text="brought back from 1")).to_be_visible()
    page.get_by_role("button", name="Close").click()
    expect(figure(page, "floor")).to_have_text("1,188")


def test_keyboard_only_from_the_shelf_to_another_fill_line(page: Page) -> None:
    page.get_by_role("link", name="9 Quarry Loop").focus()
    page.keyboard.press("Enter")
    figure(page, "bags to order").wait_for()
    page.keyboard.press("4")
    expect(page.get_by_role("heading", name="Choose", level=2)).to_be_visible()
    before = int(figure(page, "bags to order").inner_text())
    page.keyboard.press("f")
    flag = page.get_by_role("slider", name="Fill line")
    expect(flag).to_be_focused()
    page.keyboard.press("ArrowDown")
    expect(figure(page, "bags to order")).not_to_have_text(str(before))
    assert int(figure(page, "bags to order").inner_text()) < before
    page.keyboard.press("u")
    expect(figure(page, "bags to order")).to_have_text(str(before))
    page.keyboard.press("c")
    place = page.get_by_role("slider", name="Place of the cut")
    expect(place).to_be_focused()
    at = place.get_attribute("aria-valuenow")
    page.keyboard.press("ArrowRight")
    expect(place).not_to_have_attribute("aria-valuenow", at or "")
    page.keyboard.press("?")
    expect(page.get_by_role("dialog", name="Keys")).to_be_visible()
    page.keyboard.press("Escape")


def test_a_wrong_value_names_the_field_and_what_is_allowed(page: Page) -> None:
    open_demo(page)
    heel = page.get_by_label("Heel height")
    heel.fill("200")
    heel.press("Enter")
    expect(page.get_by_text("Heel height: 0 in to 120 in")).to_be_visible()
    heel.fill("abc")
    heel.press("Enter")
    expect(page.get_by_text("Type inches, like 6 1/2")).to_be_visible()


def test_a_figure_opens_to_formula_inputs_and_source(page: Page) -> None:
    open_demo(page)
    page.get_by_role("button", name="ceiling load: how").click()
    account = page.get_by_role("dialog", name="ceiling load")
    expect(account).to_contain_text("Σ old density × depth/12 + bag weight / coverage")
    expect(account).to_contain_text("lb/ft²")


def test_flags_say_what_to_do_and_stops_are_counted(page: Page) -> None:
    open_demo(page)
    page.get_by_role("combobox", name="Board").click()
    page.get_by_role("option", name="gypsum, ½ in", exact=True).click()
    stop = page.locator(".flag.stop")
    expect(stop).to_contain_text("on a ceiling that may carry 1.3 lb/ft²")
    expect(stop).to_contain_text("Pick a lighter fill")
    expect(figure(page, "stops")).to_have_text("1")


def test_the_metric_view_is_a_view(page: Page) -> None:
    open_demo(page)
    page.keyboard.press("m")
    expect(figure(page, "floor")).to_have_text("110.4")
    expect(page.locator(".cell", has_text="fill line")).to_contain_text("mm")
    saved(page)
    page.get_by_label("Length").fill("15.24")
    page.get_by_label("Length").press("Enter")
    expect(figure(page, "floor")).to_have_text("125.4")
    page.get_by_role("heading", name="Measure").click()
    page.keyboard.press("m")
    expect(figure(page, "floor")).to_have_text("1,350")


def test_the_bin_and_back(page: Page, size: str) -> None:
    page.get_by_role("button", name="Put 9 Quarry Loop in the bin").click()
    expect(page.get_by_role("link", name="9 Quarry Loop")).to_have_count(0)
    page.get_by_role("radiogroup", name="Place").get_by_text("bin").click()
    page.get_by_role("button", name="Bring 9 Quarry Loop back").click()
    page.get_by_role("radiogroup", name="Place").get_by_text("shelf").click()
    expect(page.get_by_role("link", name="9 Quarry Loop")).to_be_visible()


def test_any_outline_is_drawn_and_planned(page: Page, server: Served) -> None:
    stored, _ = api(server, "/api/jobs")
    document = api(server, f"/api/jobs/{stored['jobs'][0]['id']}")[0]["document"]
    section = document["sections"][0]
    section["outline_ft"] = [[0, 0], [44, 0], [44, 17], [28, 17], [28, 27], [0, 27]]
    section["edges"] = [{"kind": "eave", "heel_in": 7.5, "pitch_in_12": 5, "soffit": "continuous"} for _ in range(6)]
    document["vents"] = []
    created, _ = api(server, "/api/jobs", "POST", document | {"name": "An L"})
    page.goto(f"{server.address}/jobs/{created['id']}")
    expect(figure(page, "floor")).to_have_text("1,028")
    page.get_by_role("navigation").get_by_role("link", name="Measure").click()
    expect(page.locator(".walls > li")).to_have_count(6)
    settled(page)
    assert page.evaluate(CLASHES) == []


def test_print_hands_over_the_sheet_and_saving_goes_on(page: Page, tmp_path: Path) -> None:
    open_demo(page)
    saved(page)
    with page.expect_download() as download:
        page.get_by_role("button", name="print").click()
    download.value.save_as(tmp_path / "sheet.pdf")
    assert (tmp_path / "sheet.pdf").read_bytes().startswith(b"%PDF")
    page.get_by_label("Length").fill("50")
    page.get_by_label("Length").press("Enter")
    expect(figure(page, "floor")).to_have_text("1,350")
    saved(page)


def test_the_flag_alone_is_enough_without_a_target(page: Page, server: Served) -> None:
    listed, _ = api(server, "/api/jobs")
    document = api(server, f"/api/jobs/{listed['jobs'][0]['id']}")[0]["document"]
    document |= {"name": "No target", "target": {}}
    document["sections"][0]["existing"] = []
    created, _ = api(server, "/api/jobs", "POST", document)
    page.goto(f"{server.address}/jobs/{created['id']}")
    expect(figure(page, "floor")).to_have_text("1,188")
    expect(page.get_by_text("bags to order")).to_have_count(0)
    page.get_by_role("slider", name="Fill line").press("End")
    expect(figure(page, "bags to order")).to_be_visible()
    page.get_by_role("slider", name="Fill line").press("Home")
    expect(figure(page, "bags to order")).to_have_text("0")


def test_lengths_are_read_as_people_write_them(page: Page) -> None:
    open_demo(page)
    heel, length = page.get_by_label("Heel height"), page.get_by_label("Length")
    for written, shown in {
        "16 3/4": "16¾", "16¾": "16¾", "16.75 in": "16¾", "3/4": "¾", "1'4": "16", "1' 4 1/2\"": "16½", "254 mm": "10",
        "25,4 cm": "10", "7-1/2": "7½", "0": "0",
    }.items():  # fmt: skip
        heel.fill(written)
        heel.press("Enter")
        expect(heel, written).to_have_value(shown)
    for written, shown in {
        "38'6": "38 ft 6 in",
        "40": "40",
        "12.5": "12 ft 6 in",
        "12 ft 6 1/2 in": "12 ft 6½ in",
        "10 m": "32 ft 9¾ in",
    }.items():
        length.fill(written)
        length.press("Enter")
        expect(length, written).to_have_value(shown)
    for unread in ("twelve", "1/0", "-3", "1e5", "6 in 4"):
        heel.fill(unread)
        heel.press("Enter")
        expect(heel).to_have_attribute("aria-invalid", "true")


def test_hipped_and_gabled_the_other_way(page: Page) -> None:
    open_demo(page)
    gabled = int(figure(page, "baffles").inner_text())
    pick(page, "hipped")
    expect(figure(page, "baffles")).to_have_text(str(gabled + 2 * 14))
    pick(page, "eaves E + W")
    expect(figure(page, "baffles")).to_have_text("28")
    pick(page, "no eaves")
    expect(page.locator(".tally .cell", has_text="baffles")).to_have_count(0)
    page.get_by_role("navigation").get_by_role("link", name="Eaves").click()
    expect(page.get_by_text("No wall of this attic is an eave: nothing tapers")).to_be_visible()


def test_old_fill_is_worth_what_it_is_as_it_lies(page: Page) -> None:
    open_demo(page)
    part(page, "old fill")
    fill = page.get_by_role("group", name="Old fill", exact=True)
    expect(fill).to_contain_text("R-7 as it lies")
    pick(page, "snug")
    expect(fill).to_contain_text("R-10 as it lies")
    pick(page, "nothing, bare")
    expect(fill).to_contain_text("R-0 as it lies")
    page.get_by_role("button", name="↶ undo").click()
    expect(fill).to_contain_text("R-10 as it lies")


def test_a_typed_target_takes_the_depth_back_from_the_flag(page: Page) -> None:
    open_demo(page, "Choose")
    part(page, "fill")
    page.get_by_role("slider", name="Fill line").press("End")
    expect(page.get_by_text("set by hand")).to_be_visible()
    page.get_by_role("navigation").get_by_role("link", name="Target").click()
    pick(page, "my own")
    page.get_by_role("textbox", name="R to reach").fill("30")
    page.get_by_role("textbox", name="R to reach").press("Enter")
    page.get_by_role("navigation").get_by_role("link", name="Choose").click()
    part(page, "fill")
    expect(page.get_by_text("by the target", exact=True)).to_be_visible()


def test_a_job_file_comes_back_in_and_a_wrong_one_is_refused(page: Page, tmp_path: Path) -> None:
    good, bad = tmp_path / "good.json", tmp_path / "bad.json"
    good.write_text(json.dumps({"format": "elm-cover.job", "version": 1, "name": "From a file"}))
    bad.write_text(json.dumps({"format": "elm-cover.job", "version": 1, "colour": "red"}))
    page.locator("input[type=file]").set_input_files(bad)
    expect(page.get_by_role("alert")).to_contain_text("colour: is not a field of the job document")
    page.locator("input[type=file]").set_input_files(good)
    expect(page.get_by_role("heading", level=1)).to_have_text("From a file")
    expect(page.get_by_text("This job has no section of floor yet")).to_be_visible()
