"""Prove on the real interface: depths and bags become a claim, a short place keeps it open, fan and burner tests are recorded."""

from __future__ import annotations

from typing import Any

from playwright.sync_api import Page, expect

from tests.browser.conftest import api, figure, open_demo, part, settled
from tests.browser.test_access import SMALL, axe
from tests.browser.test_install import say
from tests.served import Served


def blown(server: Served, job: str) -> list[dict[str, Any]]:
    """A whole day as planned with every random place on its line; the places."""
    fill = api(server, f"/api/jobs/{job}/field-pack")[0]["fill"]
    said: list[tuple[str, dict[str, Any]]] = [("day.start", {"revision": 1}), ("hopper", {"bags": 0.0})]
    for band in fill["bands"]:
        where = {"section": band["section"], "band": band["number"]}
        said += [("band.enter", where), ("bag.in", {"bags": int(band["bags"]) + 1}), ("band.leave", where)]
    for place in fill["places"]:
        if place["marker"] is None:
            said.append(
                (
                    "reading",
                    {
                        "section": place["section"],
                        "depth_in": place["fill_in"] + 0.25,
                        "at_ft": place["at_ft"],
                        "random": True,
                    },
                )
            )
    say(server, job, *said)
    return list(fill["places"])


def test_bags_and_depths_become_a_claim_and_a_short_place_keeps_it_open(page: Page, server: Served, size: str) -> None:
    job = open_demo(page, "Prove")
    expect(page.get_by_text("Nothing may be claimed yet")).to_be_visible()
    expect(page.get_by_text("5 more readings at the places the program picked")).to_be_visible()
    places = blown(server, job)
    page.reload()
    figure(page, "bags to order").wait_for()
    expect(page.get_by_text("may be claimed for the new fill")).to_be_visible()
    expect(page.locator(".run-count b")).to_have_text("R-44")
    expect(page.locator(".depth-pins .pin")).to_have_count(sum(place["marker"] is None for place in places))
    if size == "phone":
        page.locator(".tabs").get_by_text("Claim").click()
    expect(page.locator(".claim-scale .claimed .figure")).to_have_text("R-44")
    settled(page)
    assert axe(page) == []
    assert page.evaluate(SMALL, [13, 24] if size == "desk" else [16, 44]) == {"small": [], "narrow": []}
    # One typed in at the desk lies an inch short.
    page.get_by_label("Where").select_option(label="marker 1, Main house")
    page.get_by_label("Depth from the ceiling, as the ruler shows it").fill("15")
    page.get_by_role("button", name="Keep this reading").click()
    expect(page.get_by_text("1 short place is to be topped up and read again")).to_be_visible()
    expect(page.get_by_text("Nothing may be claimed yet")).to_be_visible()


def test_fan_tests_and_burners_are_recorded(page: Page, server: Served) -> None:
    open_demo(page, "Prove")
    part(page, "leaks")
    point = page.get_by_role("group", name="A point of a test")
    for pressure, flow in (("60", "1905"), ("30", "1210"), ("15", "771")):
        point.get_by_label("Pressure, Pa").fill(pressure)
        point.get_by_label("Flow, ft³/min").fill(flow)
        point.get_by_role("button", name="Keep this point").click()
    before = page.get_by_role("group", name="Before", exact=True)
    expect(before).to_contain_text("3 points")
    expect(before).to_contain_text("ft³/min at 50 Pa")
    page.get_by_label("Conditioned volume").fill("12000")
    page.get_by_label("Conditioned volume").press("Enter")
    expect(before).to_contain_text("air changes an hour")
    page.get_by_label("By, name and trade").fill("H. Holt, heating")
    page.get_by_role("button", name="It failed").click()
    expect(page.get_by_role("alert")).to_contain_text("The burner test before failed")
    settled(page)
    assert axe(page) == []
