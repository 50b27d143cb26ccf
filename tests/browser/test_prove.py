"""Prove on the real interface: depths and bags become a claim, a short place keeps it open, fan and burner tests are recorded."""

from __future__ import annotations

import zipfile
from pathlib import Path
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
    page.get_by_label("Where", exact=True).select_option(label="marker 1, Main house")
    page.get_by_label("Depth from the ceiling, as the ruler shows it").fill("15")
    page.get_by_role("button", name="Keep this reading").click()
    expect(page.get_by_text("1 short place is to be topped up and read again")).to_be_visible()
    expect(page.get_by_role("group", name="Short places")).to_contain_text("Marker 1 is 1⅛ in short.")
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


def test_papers_are_issued_kept_found_again_and_handed_over(
    page: Page, server: Served, size: str, tmp_path: Path
) -> None:
    """On the demo's job that is done: what is issued stands in the list, its file is known, a changed one too."""
    job = open_demo(page, "Prove", "1 Kiln Yard")
    part(page, "papers")
    issued = page.locator(".issued li")
    expect(issued).to_have_count(2)
    with page.expect_download() as given:
        page.get_by_role("button", name="What lies under").click()
    paper = tmp_path / given.value.suggested_filename
    given.value.save_as(paper)
    expect(issued.first).to_contain_text("3 what lies under")
    code = api(server, f"/api/jobs/{job}/papers")[0]["papers"][0]["code"]
    with page.expect_download() as zipped:
        page.get_by_role("button", name="For the customer").click()
    with zipfile.ZipFile(zipped.value.path()) as file:
        assert "papers/3-what-lies-under.pdf" in file.namelist()
    settled(page)
    assert axe(page) == []
    assert page.evaluate(SMALL, [13, 24] if size == "desk" else [16, 44]) == {"small": [], "narrow": []}
    page.get_by_role("link", name="Is a paper one of ours, and unchanged?").click()
    expect(page.get_by_role("heading", name="Is this paper one of ours?")).to_be_visible()
    page.locator("input[type=file]").set_input_files(paper)
    expect(page.get_by_role("status")).to_contain_text("Issued here and unchanged: what lies under 3 of 1 Kiln Yard")
    content = bytearray(paper.read_bytes())
    content[content.index(b"stream") + 40] ^= 1
    page.locator("input[type=file]").set_input_files(
        {"name": "forged.pdf", "mimeType": "application/pdf", "buffer": bytes(content)}
    )
    expect(page.get_by_role("status")).to_contain_text("Changed since it was issued")
    page.get_by_label("Or find it by its code").fill(code.upper())
    page.get_by_role("button", name="Find").click()
    expect(page.locator(".issued li")).to_contain_text(f"code {code}")
    assert axe(page) == []
    page.get_by_role("link", name="1 Kiln Yard").click()
    expect(page.get_by_role("heading", name="1 Kiln Yard")).to_be_visible()


def test_what_is_not_proved_is_not_printed_and_a_half_test_is_drawn(page: Page, server: Served) -> None:
    open_demo(page, "Prove", "7 Osier Walk")
    part(page, "papers")
    page.get_by_role("button", name="Attic card").click()
    expect(page.get_by_role("alert")).to_contain_text("nothing may be claimed yet: not every band is done")
    part(page, "leaks")
    lines = page.locator(".leak-lines .test")
    expect(lines).to_have_count(2)
    expect(lines.nth(1).locator("circle")).to_have_count(3)
    look = page.get_by_role("group", name="Looks with smoke or a thermal camera")
    look.get_by_label("What was seen").fill("drawn down beside the box")
    look.get_by_label("East, ft").fill("8.5")
    look.get_by_label("North, ft").fill("9,5")
    look.get_by_role("button", name="Pin it to Floor").click()
    expect(page.locator(".look-pins text")).to_have_text("S")
    expect(look).to_contain_text("8.5 ft east, 9.5 ft north")
    settled(page)
    assert axe(page) == []
