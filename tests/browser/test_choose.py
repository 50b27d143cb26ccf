"""Target and Choose on the real interface: the rack of cores, batts piece by piece, prices, mixes, opinions, the offer."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.browser.conftest import api, figure, open_demo, part, pick, saved, section
from tests.served import Served


def stored(page: Page, server: Served) -> dict[str, Any]:
    saved(page)
    job = page.url.split("/jobs/")[1].split("/")[0]
    document: dict[str, Any] = api(server, f"/api/jobs/{job}")[0]["document"]
    return document


def first_shelf(page: Page) -> Locator:
    shelf = page.locator(".cores").first
    shelf.wait_for()
    return shelf


def core(page: Page, title: str, how: str) -> Locator:
    """A core on the first shelf, by its product and its method."""
    return first_shelf(page).locator(".pick-core", has_text=title).filter(has_text=how).first


def test_a_core_picked_sets_the_job_and_can_be_undone(page: Page, server: Served) -> None:
    open_demo(page, "Choose")
    before = figure(page, "bags to order").inner_text()
    expect(core(page, "Cellulose, low settling", "over what is there")).to_have_attribute("aria-pressed", "true")
    core(page, "Cellulose, standard", "lift and fill").click()
    expect(figure(page, "bags to order")).not_to_have_text(before)
    expect(core(page, "Cellulose, standard", "lift and fill")).to_have_attribute("aria-pressed", "true")
    choice = stored(page, server)["choice"]["main"]
    assert (choice["method"], choice["product"]) == ("lift_and_fill", "cellulose-standard")
    # What stands in the tally is what the core said.
    here = first_shelf(page).locator("td.here")
    assert figure(page, "bags to order").inner_text() in " ".join(here.all_inner_texts())
    page.keyboard.press("u")
    expect(figure(page, "bags to order")).to_have_text(before)
    expect(core(page, "Cellulose, low settling", "over what is there")).to_have_attribute("aria-pressed", "true")


def test_a_blocked_core_stays_with_its_reason_and_why_not_says_what_to_do(page: Page) -> None:
    open_demo(page, "Choose")
    first_shelf(page)
    page.get_by_role("button", name="Over what is there").last.click()
    shelf = page.get_by_role("region", name="Over what is there")
    shelf.get_by_role("button", name="more").click()
    heavy = shelf.locator(".pick-core", has_text="Mineral wool loose fill").first
    expect(heavy).to_contain_text("lb/ft² on a ceiling that may carry 2.2")
    expect(heavy.locator(".core.blocked")).to_be_visible()
    shelf.get_by_role("button", name="Why not Mineral wool loose fill, over what is there?").first.click()
    answer = page.get_by_role("group", name="Why not Mineral wool loose fill?")
    expect(answer).to_contain_text("Pick a lighter fill")


def test_the_cores_are_sorted_by_what_matters_and_agreeing_rows_are_dropped(page: Page) -> None:
    open_demo(page, "Choose")
    shelf = first_shelf(page)
    assert "cleared out" not in shelf.locator(".pick-core").first.inner_text()
    page.get_by_role("combobox", name="Sort the cores by").click()
    page.get_by_role("option", name="depth").click()
    expect(shelf.locator(".pick-core").first).to_contain_text("cleared out first")
    lines = shelf.locator("tbody tr", has=page.locator("th", has_text="settles"))
    assert len(set(lines.first.locator("td").all_inner_texts())) > 1


def test_pinned_ways_stand_line_by_line_and_on_an_offer(page: Page, tmp_path: Path) -> None:
    open_demo(page, "Choose")
    for name in ("Cellulose, standard, over what is there", "Glass batt R-49, batts across"):
        first_shelf(page).get_by_role("button", name=f"Pin {name}").click()
    page.get_by_role("button", name="See them line by line").click()
    table = page.get_by_role("table", name="Pinned ways line by line")
    expect(table.get_by_role("columnheader", name="Glass batt R-49")).to_be_visible()
    expect(table.get_by_role("row", name="Blowing")).to_be_visible()
    page.keyboard.press("Escape")
    saved(page)
    with page.expect_download() as download:
        page.get_by_role("button", name="More", exact=True).click()
        page.get_by_role("menuitem", name="Offer for the customer").click()
    download.value.save_as(tmp_path / "offer.pdf")
    assert (tmp_path / "offer.pdf").read_bytes().startswith(b"%PDF")


def test_batts_are_drawn_piece_by_piece_with_their_cut_list(page: Page) -> None:
    open_demo(page, "Choose")
    core(page, "Glass batt R-49", "batts across").click()
    figure(page, "bundles to order").wait_for()
    part(page, "batts")
    pieces = page.locator(".pieces polygon")
    pieces.first.wait_for()
    layers = page.get_by_role("table", name="Layers of batts").locator("tbody tr")
    laid = int(layers.first.locator("td").nth(1).inner_text())
    cuts = int(layers.first.locator("td").nth(2).inner_text())
    assert page.locator(".pieces .cut-piece").count() == cuts
    assert pieces.count() >= laid  # every piece opened lies there, some cut in two
    courses = page.get_by_role("table", name="Cut list, across the joists").locator("tbody tr")
    whole = sum(int(row.locator("td").nth(2).inner_text()) for row in courses.all())
    expect(courses.first.locator("td").nth(1)).to_have_text("1–11")
    assert whole + cuts == pieces.count()
    assert {"1", "2", "3"} <= set(page.locator(".pieces text").all_text_contents())
    pick(page, "2")
    expect(layers).to_have_count(2)
    expect(page.get_by_role("radio", name="2, across")).to_be_visible()


def test_a_chart_comes_in_as_a_spreadsheet_sends_it_and_a_broken_one_says_its_line(page: Page, tmp_path: Path) -> None:
    open_demo(page, "Choose")
    part(page, "fill")
    good, bad = tmp_path / "good.csv", tmp_path / "bad.csv"
    head = "product;name;kind;bag_lb;r;installed_in;settled_in;coverage_ft2"
    rows = ["q;Made-up flake;glass_loose;30;30;11,2;11,0;58,5", "q;Made-up flake;glass_loose;30;60;22,0;21,6;28,5"]
    good.write_text("\n".join([head, *rows]))
    bad.write_text("\n".join([head, *reversed(rows)]))
    chooser = page.get_by_role("group", name="Your own charts and batts").locator("input[type=file]")
    chooser.set_input_files(bad)
    expect(page.get_by_text("line 3, r: must rise from row to row")).to_be_visible()
    chooser.set_input_files(good)
    pick(page, "Made-up flake 30 lb a bag")
    expect(page.get_by_text("Coverage chart of Made-up flake")).to_be_visible()
    # 1,174 ft² of net floor: the R-60 row covers 28.5 ft² a bag, mended to 20.
    expect(figure(page, "bags to order")).to_have_text("43")
    covers = page.get_by_role("group", name="Row 2").get_by_label("ft² a bag")
    covers.fill("20")
    covers.press("Enter")
    expect(figure(page, "bags to order")).to_have_text("61")
    bag = page.get_by_role("group", name="Your own charts and batts").get_by_label("Bag", exact=True)
    bag.fill("0")
    bag.press("Enter")
    expect(page.get_by_text("Bag: 0.1 to 100 lb")).to_be_visible()


def test_prices_follow_the_book_and_a_new_attic_starts_with_the_firms(page: Page, server: Served) -> None:
    open_demo(page, "Choose")
    part(page, "price")
    price = figure(page, "price")
    before = price.inner_text()
    page.get_by_label("Margin, of the price").fill("40")
    page.get_by_label("Margin, of the price").press("Enter")
    expect(price).not_to_have_text(before)
    expect(page.get_by_role("table", name="Price line by line")).to_contain_text("40 % of the price")
    page.get_by_role("button", name="Keep for the firm").click()
    expect(page.get_by_text("Kept for the firm")).to_be_visible()
    page.get_by_role("link", name="to the shelf of jobs").click()
    page.get_by_role("button", name="New attic").click()
    page.get_by_label("Job").fill("Next")
    page.get_by_label("Length").fill("30")
    page.get_by_label("Width").fill("20")
    page.get_by_role("button", name="Start measuring").click()
    page.get_by_role("heading", name="Look over", level=2).wait_for()
    assert stored(page, server)["book"]["margin_pct"] == 40


def test_an_opinion_becomes_a_house_rule_of_the_job(page: Page, server: Served) -> None:
    open_demo(page, "Choose")
    first_shelf(page)
    card = page.locator(".card", has_text="Glass or cellulose")
    expect(card).to_contain_text("does not settle, will not burn")
    card.get_by_role("radio", name="cellulose", exact=True).check()
    expect(card.get_by_role("button", name="Keep it as the firm's rule")).to_be_visible()
    assert stored(page, server)["house_rules"] == {"glass_or_cellulose": "cellulose"}
    road = page.get_by_role("group", name="The other road: the roof line")
    expect(road).to_contain_text("Foam or rigid board at the rafters")
    road.get_by_text("Its gates").click()
    expect(road.get_by_text("Burners –")).to_be_visible()


def test_the_best_mix_is_found_under_limits_and_taken(page: Page, server: Served) -> None:
    open_demo(page, "Choose", "3 Weir Bank")
    first_shelf(page)
    page.get_by_label("Budget").fill("100")
    page.get_by_label("Budget").press("Enter")
    page.get_by_role("button", name="Find the best mix").click()
    expect(page.get_by_text("Nothing on the list meets these limits")).to_be_visible()
    page.get_by_label("Budget").fill("")
    page.get_by_label("Budget").press("Enter")
    pick(page, "weight")
    page.get_by_role("button", name="Find the best mix").click()
    page.get_by_role("button", name="Take this mix").click()
    methods = {choice["method"] for choice in stored(page, server)["choice"].values()}
    assert "batts_across" in methods
    expect(figure(page, "ceiling load")).not_to_have_text("2.15")


def test_a_core_can_be_for_one_section_alone(page: Page, server: Served) -> None:
    open_demo(page, "Choose", "3 Weir Bank")
    first_shelf(page)
    section(page, "Addition")
    pick(page, "Addition")
    core(page, "Cellulose, standard", "cleared out first").click()
    expect(page.get_by_role("group", name="Chosen")).to_contain_text("a mix")
    choice = stored(page, server)["choice"]
    assert choice["addition"]["method"] == "clear_and_blow" and choice["main"]["method"] == "top_up"


def test_the_target_stands_on_one_scale_with_the_cost_of_one_step_more(page: Page, server: Served) -> None:
    open_demo(page, "Target")
    scale = page.locator(".r-scale")
    expect(scale.locator(".used")).to_contain_text("R-49 code 2018")
    expect(scale).to_contain_text("retrofit guidance")
    expect(page.get_by_text("One more step up,")).to_contain_text("more")
    table = page.get_by_role("table", name="Raised-heel test, eave by eave")
    expect(table.get_by_role("row", name="north")).to_contain_text("no")
    pick(page, "my own")
    page.get_by_role("textbox", name="R to reach").fill("44")
    page.get_by_role("textbox", name="R to reach").press("Enter")
    page.get_by_label("Name of the rule").fill("River valley program")
    page.get_by_label("Name of the rule").press("Tab")
    page.get_by_role("button", name="Keep “River valley program” for the firm").click()
    expect(page.get_by_role("button", name="River valley program, R-44")).to_be_visible()
    expect(scale.locator(".used")).to_contain_text("R-44 River valley program")
    assert api(server, "/api/firm")[0]["document"]["target_rules"][0]["r"] == 44


def test_the_floor_shows_r_as_it_works(page: Page) -> None:
    open_demo(page, "Target")
    page.locator(".floor .cut-view").get_by_text("R", exact=True).click()
    expect(page.locator(".floor-key")).to_contain_text("as it works")
    expect(page.locator(".floor-key")).to_contain_text("R-54 by the chart")


@pytest.mark.parametrize("size", ["phone"])
def test_the_rack_on_a_phone(page: Page, size: str) -> None:
    open_demo(page, "Choose")
    assert first_shelf(page).locator(".pick-core").count() == 2
    core(page, "Cellulose, standard", "over what is there").tap()
    expect(figure(page, "bags to order")).to_have_text("79")


def test_a_knee_wall_takes_batts_and_an_open_one_no_loose_fill(page: Page, server: Served) -> None:
    open_demo(page, "Measure", "17 Tannery Hill")
    section(page, "South knee wall")
    expect(page.get_by_role("group", name="Studs")).to_be_visible()
    expect(page.get_by_text("They run")).to_have_count(0)
    part(page, "old fill")
    page.get_by_role("group", name="Old fill", exact=True).get_by_role("radio", name="nothing, bare").check()
    page.get_by_role("navigation").get_by_role("link", name="Choose").click()
    part(page, "fill")
    asked = page.get_by_role("button", name="its back is open, so loose fill runs out")
    expect(asked).to_be_visible()
    page.get_by_role("group", name="Filled with").get_by_role("radio", name="batts").check()
    page.get_by_role("combobox", name="Batt for the bays").click()
    page.get_by_role("option", name="Glass batt R-13, 15 x 48 in").click()
    expect(asked).to_have_count(0)
    bays = page.get_by_role("group", name="Closed bays")
    # 30 ft of wall, studs at 16 in: 23 bays of 5.8 ft, each a whole piece and 21⅝ in; two such cuts come from one piece.
    expect(bays).to_contain_text("35 pieces")
    expect(bays).to_contain_text("R-13 in 3½ in")
    assert stored(page, server)["choice"]["wall-south"]["product"] == "glass-r13-15x48"
