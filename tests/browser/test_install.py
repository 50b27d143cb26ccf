"""Install at the desk on the real interface: bands fill up as a phone counts, a day from paper, phones made and revoked."""

from __future__ import annotations

import uuid
from datetime import UTC, datetime
from typing import Any

from playwright.sync_api import Page, expect

from tests.browser.conftest import api, open_demo, part, settled
from tests.browser.test_access import axe
from tests.served import Served


def say(server: Served, job: str, *said: tuple[str, dict[str, Any]], device: str = "phone-9", seq: int = 0) -> None:
    """Entries as a phone sends them."""
    now = datetime.now(UTC).isoformat()
    entries = [
        {
            "id": str(uuid.uuid4()),
            "device": device,
            "seq": seq + i,
            "at": now,
            "actor": "Ana",
            "kind": kind,
            "value": value,
        }
        for i, (kind, value) in enumerate(said)
    ]
    answers = api(server, f"/api/jobs/{job}/log", "POST", {"entries": entries})[0]["answers"]
    assert all(answer["state"] == "accepted" for answer in answers), answers


def test_bands_fill_up_as_the_phone_counts(page: Page, server: Served) -> None:
    job = open_demo(page, "Install")
    expect(page.get_by_text("No day has begun.")).to_be_visible()
    begin: list[tuple[str, dict[str, Any]]] = [
        ("day.start", {"revision": 1}), ("hopper", {"bags": 0.0}), ("band.enter", {"section": "main", "band": 1}),
    ]  # fmt: skip
    say(server, job, *begin, *[("bag.in", {"bags": 1})] * 8)
    # Nobody touched the desk: the word came by the stream.
    expect(page.locator(".run-count b")).to_have_text("8")
    row = page.locator(".run-bands tr", has_text="being filled")
    expect(row).to_contain_text("8")
    expect(page.locator(".filled.open")).to_have_count(1)
    say(server, job, ("bag.in", {"bags": 3}), ("band.leave", {"section": "main", "band": 1}), seq=50)
    expect(page.locator(".filled.done")).to_have_count(1)
    expect(page.locator(".ran-point")).to_have_count(1)
    say(server, job, ("bag.in", {"bags": 1}), device="phone-2")
    page.get_by_role("group", name="Said by a device that does not count").get_by_role("button", name="yes").click()
    expect(page.locator(".run-count b")).to_have_text("12")
    part(page, "entries")
    last = page.locator(".entries li", has_text="band 1 done")
    last.get_by_role("button", name="Take back").click()
    expect(page.locator(".entries .voided", has_text="band 1 done")).to_be_visible()
    part(page, "the day")
    expect(page.locator(".filled.done")).to_have_count(0)
    settled(page)
    assert axe(page) == []
    page.get_by_role("button", name="End the day").click()
    expect(page.get_by_role("button", name="Open the last day again")).to_be_visible()


def test_a_day_kept_on_paper_is_typed_in_afterwards(page: Page, server: Served) -> None:
    job = open_demo(page, "Install")
    page.get_by_role("button", name="Type in a day kept on paper").click()
    dialog = page.get_by_role("dialog")
    expect(dialog.get_by_text("Enter the bags of at least one band.")).to_be_visible()
    dialog.get_by_label("Day", exact=True).fill("2026-05-04")
    dialog.get_by_label("In the hopper at the end, bags").fill("0.5")
    for band, bags in ((1, "11"), (2, "29"), (3, "24")):
        dialog.get_by_label(f"Bags in band {band}").fill(bags)
    keep = dialog.get_by_role("button", name="Type it in (64 bags)")
    expect(dialog).to_contain_text("Masonry chimney")
    expect(keep).to_be_disabled()
    dialog.get_by_label("Name").fill("R. Fenn")
    dialog.get_by_label("Reason").fill("its metal came at noon")
    keep.click()
    expect(page.locator(".run-count b")).to_have_text("63.5")
    expect(page.locator(".run-bands tr", has_text="done")).to_have_count(3)
    run = api(server, f"/api/jobs/{job}/run")[0]
    assert run["products"][0]["bags_in"] == 64 and run["days"][0]["at"].startswith("2026-05-04")


def test_the_start_is_refused_while_a_stop_stands_and_its_clearing_is_named(page: Page, server: Served) -> None:
    open_demo(page, "Install", "17 Tannery Hill")
    start = page.get_by_role("button", name="Start the day")
    expect(start).to_be_disabled()
    stop = page.locator(".at-place.stop", has_text="nob-and-tube")
    expect(stop).to_contain_text("licensed electrician")
    stop.get_by_role("button", name="It was cleared in writing").click()
    stop.get_by_label("Cleared by, name and trade").fill("R. Alder, electrician")
    stop.get_by_label("How, as they wrote it").fill("dead, capped, pulled")
    stop.get_by_role("button", name="It is cleared").click()
    expect(stop).to_have_count(0)


def test_phones_join_on_their_own_page(page: Page, server: Served) -> None:
    open_demo(page, "Install")
    part(page, "phones")
    page.get_by_role("link", name="Phones", exact=True).click()
    expect(page.get_by_text("No phone has joined yet")).to_be_visible()


def test_what_the_crew_found_goes_on_the_list_as_a_change(page: Page, server: Served) -> None:
    job = open_demo(page, "Install")
    say(server, job, ("work.found", {"key": "found:1", "kind": "other", "text": "Box without a lid"}))
    page.get_by_role("button", name="put it on the list").click()
    expect(page.get_by_role("group", name="Found more").get_by_text("on the list", exact=True)).to_be_visible()
    page.locator(".save.saved").wait_for()
    added = api(server, f"/api/jobs/{job}")[0]["document"]["preparation"]["added"]
    assert added[-1]["text"] == "Box without a lid" and added[-1]["after_offer"] is True
