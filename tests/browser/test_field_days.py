"""Days on the phone beside days, devices and clocks: each goes on as it should, whatever came before."""

from __future__ import annotations

import re
import uuid
from datetime import UTC, datetime, timedelta

from playwright.sync_api import Browser, BrowserContext, Page, expect

from tests.browser.conftest import SIZES, api
from tests.browser.test_field import heard, job_of, opened, ready
from tests.browser.test_field_holds import head, run_of
from tests.served import Served
from tools.taps import QUICK_CLOCK, begin_day, count_of, named, tap


def end_day(page: Page) -> None:
    page.get_by_role("button", name="End the day …").click()
    page.get_by_role("button", name="Keep it and end the day").click()
    page.get_by_role("heading", name="Another day").wait_for()


def test_days_one_after_the_other_go_on_and_the_last_can_be_opened_again(
    bare_phone: BrowserContext, server: Served
) -> None:
    job = job_of(server)
    page = opened(bare_phone, server, job, "Load")
    tick = page.locator(".tick").first
    tick.click()
    page.get_by_role("button", name="Fill", exact=True).click()
    begin_day(page)
    tap(page, 3)
    page.get_by_role("button", name="End the day …").click()
    level = page.get_by_role("group", name="What stands in the hopper at the end?")
    level.get_by_role("button", name="+1 bags").click()
    level.get_by_role("button", name="Keep it and end the day").click()
    for _ in range(3):
        named(page)
        # The hopper goes on from where it stood.
        expect(page.get_by_role("group", name="What stands in the hopper now? 1 bag stood in it last.")).to_be_visible()
        page.get_by_role("button", name="Start the day", exact=True).click()
        expect(count_of(page)).to_have_text("2")
        end_day(page)
    page.get_by_role("button", name="Open that day again").click()
    expect(count_of(page)).to_have_text("2")
    page.get_by_role("button", name="Load").click()
    back = page.get_by_role("button", name="Came back").first
    back.click()
    page.get_by_role("button", name=re.compile("^undo: .* came back")).click()
    expect(page.get_by_role("button", name=re.compile("^undo: .* came back"))).to_have_count(0)
    tick.click()
    expect(tick).to_have_attribute("aria-pressed", "false")
    expect(head(page)).to_contain_text("all is sent")
    run = run_of(server, job)
    assert len(run["days"]) == 4 and run["days"][-1]["ended_at"] is None and run["products"][0]["in_attic"] == 2


def test_a_counter_beside_waits_whole_and_counts_with_one_word(bare_phone: BrowserContext, server: Served) -> None:
    job = job_of(server)
    page = opened(bare_phone, server, job)
    begin_day(page)
    tap(page, 1)
    where = {"section": "main", "band": 2}
    said = [
        ("band.enter", where),
        *[("bag.in", {"bags": 1})] * 5,
        ("hopper", {"bags": 1.0}),
        ("band.leave", where),
        ("day.end", {}),
    ]
    now = datetime.now(UTC)
    entries = [
        {"id": str(uuid.uuid4()), "device": "hopper 1", "seq": i, "at": (now + timedelta(seconds=i / 100)).isoformat(), "actor": "counter", "kind": kind, "value": value}
        for i, (kind, value) in enumerate(said)
    ]  # fmt: skip
    api(server, f"/api/jobs/{job}/log", "POST", {"entries": entries})
    heard(page)
    expect(
        page.get_by_text("5 bags and 4 words on bands, hopper or end counted by counter on another phone")
    ).to_be_visible()
    expect(count_of(page)).to_have_text("1")
    expect(page.get_by_role("button", name=re.compile("^Band 1, open"))).to_be_visible()
    page.get_by_role("button", name="yes, all of it").click()
    expect(page.get_by_role("heading", name="Another day")).to_be_visible()
    expect(head(page)).to_contain_text("all is sent")
    run = run_of(server, job)
    assert run["asked"] == [] and run["products"][0]["bags_in"] == 6 and run["by_band"][1]["done"]


def test_two_phones_that_start_without_a_signal_come_to_one_day(browser: Browser, server: Served) -> None:
    job = job_of(server)
    contexts = [browser.new_context(viewport=SIZES["phone"], service_workers="block") for _ in range(2)]
    for context in contexts:
        context.add_init_script(QUICK_CLOCK)
    first, second = (opened(context, server, job) for context in contexts)
    for page in (first, second):
        page.get_by_role("heading", name="Start the day").wait_for()
        expect(head(page)).to_contain_text("all is sent")
        page.route("**/api/**", lambda route: route.abort())
    begin_day(first)
    begin_day(second)
    tap(first, 2)
    tap(second, 3)
    for page in (second, first, second):
        page.unroute("**/api/**")
        heard(page)
        expect(head(page)).to_contain_text("all is sent")
    heard(first)
    for page in (first, second):
        expect(count_of(page)).to_have_text("2")
    expect(second.get_by_text("Another phone counts.").first).to_be_visible()
    expect(second.get_by_role("button", name=re.compile("^undo bag that waits"))).to_be_visible()
    run = run_of(server, job)
    assert len(run["days"]) == 1 and len(run["days"][0]["joined"]) == 1
    assert sum(one["bags"] for one in run["asked"] if one["kind"] == "bag.in") == 3
    for context in contexts:
        context.close()


def test_a_clock_two_days_ahead_is_said_and_its_day_arrives(bare_phone: BrowserContext, server: Served) -> None:
    """Ahead from the first; without a signal at work; set right before it sends: the day is of today."""
    job = job_of(server)
    bare_phone.add_init_script("if (!localStorage.getItem('test.shift')) localStorage.setItem('test.shift', '48');")
    page = opened(bare_phone, server, job)
    # What the clock is off is measured with the first word from the program, before anything is written.
    expect(page.get_by_text(re.compile("This phone’s clock is 2 days ahead"))).to_be_visible()
    page.route("**/api/**", lambda route: route.abort())
    begin_day(page)
    tap(page, 3)
    page.evaluate("localStorage.setItem('test.shift', '0.001')")
    page.unroute("**/api/**")
    page.reload()
    expect(head(page)).to_contain_text("all is sent")
    expect(page.get_by_text("Refused by the program")).to_have_count(0)
    run = run_of(server, job)
    assert run["products"][0]["bags_in"] == 3
    began = datetime.fromisoformat(run["days"][0]["at"])
    assert abs(datetime.now(UTC) - began) < timedelta(minutes=5)


def test_the_second_phone_learns_of_a_day_and_leaves_it_to_who_counts(
    bare_phone: BrowserContext, server: Served
) -> None:
    """The office starts the day: the phone that counts first holds the count, nothing of it waits."""
    job = job_of(server)
    now = datetime.now(UTC).isoformat()
    start = {
        "id": str(uuid.uuid4()),
        "device": "desk 1",
        "seq": 0,
        "at": now,
        "actor": "local",
        "kind": "day.start",
        "value": {"revision": 1},
    }
    api(server, f"/api/jobs/{job}/log", "POST", {"entries": [start]})
    page = opened(bare_phone, server, job)
    page.get_by_role("button", name="Begin band").click()
    tap(page, 3)
    expect(head(page)).to_contain_text("all is sent")
    run = run_of(server, job)
    assert run["asked"] == [] and run["products"][0]["bags_in"] == 3 and run["holder"].startswith("phone-")


def test_ready_still_means_ready(browser: Browser, server: Served) -> None:
    """A pack of an older program, as it lies on a phone, is read, and another one fetched."""
    context = browser.new_context(viewport=SIZES["phone"])
    page = opened(context, server, job_of(server))
    ready(page)
    page.evaluate(
        """() => new Promise((done, failed) => {
             const asked = indexedDB.open("elm-cover-field");
             asked.onsuccess = () => {
               const store = asked.result.transaction("packs", "readwrite").objectStore("packs");
               store.getAll().onsuccess = (event) => {
                 for (const kept of event.target.result) {
                   for (const name of ["floors", "past_stops", "revision"]) delete kept.pack.fill[name];
                   for (const band of kept.pack.fill.bands) { delete band.bags_per_in; delete band.bays; }
                   kept.pack.code = "old"; delete kept.saves; delete kept.checkedAt;
                   store.put(kept);
                 }
               };
               store.transaction.oncomplete = done; store.transaction.onerror = failed;
             };
           })"""
    )
    server.stop()
    page.reload()
    begin_day(page)
    server.start()
    heard(page)
    expect(head(page)).to_contain_text("all is sent")
    expect(page.get_by_text("The office has revision 1 of this job")).to_be_visible()
    context.close()
