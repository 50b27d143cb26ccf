"""Load: ticked onto the truck and back, hose and cord, bands on the Floor, sale and trades, the firm's kit."""

from __future__ import annotations

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import api, open_demo, part, pick, saved
from tests.served import Served

BOTH = pytest.mark.parametrize("size", ["desk", "phone"], indirect=True)


@BOTH
def test_what_goes_on_the_truck_is_ticked_and_counted_back(page: Page, server: Served, size: str) -> None:
    job = open_demo(page, "Load")
    bags = page.locator(".load-line", has_text="Cellulose, low settling")
    expect(bags).to_contain_text("70 bags")
    bags.get_by_role("button", name="Cellulose, low settling: on the truck").click()
    expect(page.get_by_text("1 of ", exact=False).first).to_be_visible()
    expect(bags.locator(".load-tick")).to_have_attribute("aria-pressed", "true")
    bags.locator(".load-head").click()
    back = bags.get_by_label("came back")
    back.fill("8")
    back.press("Enter")
    # 67.5 chart bags are ordered; the attic takes 63.1.
    expect(bags).to_contain_text("Used 62.0 bags, 1.1 less than the plan had.")
    back.fill("6")
    back.press("Enter")
    expect(bags).to_contain_text("Used 64.0 bags, 0.9 more than the plan had.")
    day = api(server, f"/api/jobs/{job}/log")[0]["day"]
    assert (day["out"], day["back"]) == ({"cellulose-low-settling": 70}, {"cellulose-low-settling": 6})
    assert len(day["taken_back"]) == 1


@BOTH
def test_the_bands_stand_on_the_floor_and_add_up(page: Page, size: str) -> None:
    open_demo(page, "Load")
    expect(page.locator(".band")).to_have_count(9)
    expect(page.locator(".hose-way").first).to_be_attached()
    part(page, "reach")
    rows = page.locator(".bands-table tbody tr")
    expect(rows).to_have_count(9)
    total = sum(float(row.locator("td").nth(1).inner_text()) for row in rows.all())
    assert abs(total - 63.1) < 0.2
    # A shorter throw: more bands.
    throw = page.get_by_label("Throw")
    throw.fill("8")
    throw.press("Enter")
    expect(rows).to_have_count(11)


def test_hose_and_cord_say_what_to_change(page: Page) -> None:
    open_demo(page, "Load")
    part(page, "reach")
    hose = page.get_by_role("group", name="Hose", exact=True)
    expect(hose).to_contain_text("116 ft needed")
    expect(hose).to_contain_text("lay 34 ft more in wide loops")
    most = hose.get_by_label("Machine carries at most")
    most.fill("100")
    most.press("Enter")
    expect(hose).to_contain_text("Set the machine")
    expect(hose).to_contain_text("less hose.")
    cord = page.get_by_role("group", name="Cord", exact=True)
    expect(cord).to_contain_text("12 AWG, 2.9 V lost")
    long = cord.get_by_label("Socket to machine")
    long.fill("100")
    long.press("Enter")
    expect(cord).to_contain_text("12 AWG, 4.8 V lost")
    expect(cord).to_contain_text("4.0 % lost")
    cord.get_by_role("radio", name="14", exact=True).check()
    expect(page.get_by_text("Take 12 AWG, or move the machine nearer.")).to_be_visible()


def test_a_sale_is_entered_and_a_trade_put_first(page: Page, server: Served) -> None:
    job = open_demo(page, "Load", "4 Mill Close")
    part(page, "sale, dates")
    pick(page, "declined")
    saved(page)
    page.get_by_role("button", name="Add a trade").click()
    page.get_by_label("There until").fill("2026-12-04")
    page.get_by_label("Promised by").fill("2026-12-18")
    saved(page)
    document = api(server, f"/api/jobs/{job}")[0]["document"]
    assert document["sale"]["stage"] == "lost" and document["sale"]["promised_by"] == "2026-12-18"
    assert document["trades"] == [{"trade": "electrician", "through_on": "2026-12-04"}]
    page.get_by_role("link", name="to the shelf of jobs").click()
    expect(page.locator(".job-card", has_text="4 Mill Close").locator(".stage")).to_have_text("declined")


def test_the_firms_kit_goes_along_to_every_job(page: Page) -> None:
    open_demo(page, "Load")
    page.get_by_role("button", name="The firm's kit and truck").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_role("button", name="Take Ladder off the kit").click()
    dialog.get_by_label("Truck takes, lb").fill("1500")
    dialog.get_by_label("Truck takes, lb").press("Enter")
    dialog.get_by_role("button", name="Keep for the firm").click()
    expect(dialog).to_contain_text("Kept for the firm")
    page.keyboard.press("Escape")
    page.get_by_role("navigation").get_by_role("link", name="Prepare").click()
    page.get_by_role("navigation").get_by_role("link", name="Load").click()
    expect(page.get_by_text("2 trips: it is more than the truck takes at once", exact=False)).to_be_visible()
    expect(page.locator(".load-line", has_text="Ladder")).to_have_count(0)


def test_the_load_list_is_handed_over_on_paper_and_as_csv(page: Page) -> None:
    open_demo(page, "Load")
    page.locator(".load-line").first.wait_for()
    with page.expect_download() as paper:
        page.get_by_role("button", name="Load list (PDF)").click()
    assert paper.value.suggested_filename.startswith("load-list")
    with page.expect_download() as table:
        page.get_by_role("button", name="as CSV").click()
    assert table.value.path().read_text(encoding="utf-8-sig").startswith("place,step,what,title,amount")
