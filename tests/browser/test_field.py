"""The phone on the real interface: a day with no signal, two phones, a memory that vanished, a newer program, a revoked token."""

from __future__ import annotations

import random
import re
import shutil
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, expect

from elm_cover.api import pages
from tests.browser.conftest import SIZES, api
from tests.browser.test_access import axe
from tests.served import Served
from tools.running import CHROMIUM_FLAGS
from tools.taps import QUICK_CLOCK, begin_day, count_of, tap, taps

JOB = "9 Quarry Loop"


def job_of(server: Served, name: str = JOB) -> str:
    jobs = api(server, "/api/jobs?limit=100")[0]["jobs"]
    return str(next(job["id"] for job in jobs if job["headline"]["name"] == name))


def logged(server: Served, job: str) -> list[dict[str, Any]]:
    return [line["entry"] for line in api(server, f"/api/jobs/{job}/log")[0]["entries"]]


@pytest.fixture
def phone(browser: Browser, server: Served) -> Iterator[BrowserContext]:
    """A phone whose bags come quicker than the guard against a double touch allows a hand."""
    context = browser.new_context(viewport=SIZES["phone"], has_touch=True)
    context.set_default_timeout(20_000)
    context.add_init_script(QUICK_CLOCK)
    yield context
    context.close()


def opened(phone: BrowserContext, server: Served, job: str, tab: str = "Fill") -> Page:
    page = phone.new_page()
    page.goto(f"{server.address}/field/{job}")
    if page.get_by_role("button", name="Understood").count():
        page.get_by_role("button", name="Understood").click()
    page.get_by_role("button", name=tab, exact=True).click()
    return page


def ready(page: Page) -> None:
    expect(page.locator(".ready")).to_contain_text("ready without a connection")


def test_a_day_without_a_signal(phone: BrowserContext, server: Served) -> None:
    job = job_of(server)
    page = opened(phone, server, job)
    ready(page)
    server.stop()
    page.reload()
    begin_day(page)
    tap(page, 6)
    expect(page.get_by_role("status").first).to_contain_text("not sent: ")
    # A killed tab, and one opened anew: nothing is lost, and it goes on.
    page.close()
    page = opened(phone, server, job)
    expect(count_of(page)).to_have_text("6")
    page.get_by_role("button", name="undo bag 6").click()
    expect(count_of(page)).to_have_text("5")
    page.get_by_role("button", name="Check").click()
    page.get_by_role("button", name="−1 in").click()
    page.get_by_role("button", name="Keep this reading").click()
    expect(page.get_by_text("Short at marker 1 by 1 in.")).to_be_visible()
    page.get_by_role("button", name="Prepare").click()
    tick = page.get_by_role("button", name=re.compile("^Top plates.*done$"))
    tick.click()
    expect(tick).to_have_attribute("aria-pressed", "true")
    assert api_is_gone(server)
    server.start()
    expect(page.get_by_role("status").first).to_contain_text("all is sent")
    expect(page.get_by_role("status").first).to_contain_text("all is sent")
    entries = logged(server, job)
    assert sum(entry["kind"] == "bag.in" for entry in entries) == 6
    assert [entry["seq"] for entry in entries] == sorted(entry["seq"] for entry in entries)
    run = api(server, f"/api/jobs/{job}/run")[0]
    assert run["products"][0]["bags_in"] == 5 and run["short"][0]["short_in"] > 0.9


def api_is_gone(server: Served) -> bool:
    try:
        api(server, "/api/jobs")
    except OSError:
        return True
    return False


def test_a_double_touch_is_one_bag_and_said(browser: Browser, server: Served) -> None:
    context = browser.new_context(viewport=SIZES["phone"], has_touch=True)
    page = opened(context, server, job_of(server))
    begin_day(page)
    page.get_by_role("button", name="+1 bag").dblclick()
    expect(page.get_by_text("That was two: one bag is counted.")).to_be_visible()
    expect(count_of(page)).to_have_text("1")
    # A touch is no pause; a second's hold is.
    hold = page.get_by_role("button", name="hold: pause the day")
    hold.click()
    expect(page.get_by_text("The day is paused")).to_have_count(0)
    expect(page.get_by_text("pausing does not stop the machine")).to_be_visible()
    hold.click(delay=1200)
    expect(page.get_by_text("The day is paused")).to_be_visible()
    page.get_by_role("button", name="the day goes on").click()
    expect(page.get_by_role("button", name="+1 bag")).to_be_visible()
    context.close()


def test_a_stop_forbids_the_start_and_the_crews_tick_lifts_its_own(phone: BrowserContext, server: Served) -> None:
    page = opened(phone, server, job_of(server, "17 Tannery Hill"))
    expect(page.get_by_text("The day does not start while these")).to_be_visible()
    before = page.locator(".card.stop b").count()
    page.get_by_role("button", name="Prepare").click()
    page.locator(".card.stop .tick").first.click()
    page.get_by_role("button", name="Fill", exact=True).click()
    expect(page.locator(".card.stop b")).to_have_count(before - 1)
    expect(page.get_by_text("named at the desk with how").first).to_be_visible()


def test_a_memory_that_vanished_is_noticed_and_what_waited_is_here_again(phone: BrowserContext, server: Served) -> None:
    job = job_of(server)
    page = opened(phone, server, job)
    ready(page)
    server.stop()
    begin_day(page)
    tap(page, 3)
    page.goto(f"{server.address}/field/icon.svg")
    page.evaluate("new Promise((done) => { indexedDB.deleteDatabase('elm-cover-field').onsuccess = done; })")
    server.start()
    page = opened_again(page, server, job)
    expect(page.get_by_text("This phone’s memory was emptied by the browser")).to_be_visible()
    page.get_by_role("button", name="Understood").click()
    page.get_by_role("button", name="Fill", exact=True).click()
    expect(count_of(page)).to_have_text("3")
    expect(page.get_by_role("status").first).to_contain_text("all is sent")
    assert sum(entry["kind"] == "bag.in" for entry in logged(server, job)) == 3


def opened_again(page: Page, server: Served, job: str) -> Page:
    page.goto(f"{server.address}/field/{job}")
    return page


def test_a_full_memory_is_said_and_counts_nothing(phone: BrowserContext, server: Served) -> None:
    page = opened(phone, server, job_of(server))
    begin_day(page)
    tap(page, 1)
    # It is shown once it stands in the second store; here it has to stand in the first one too.
    expect(page.get_by_role("status").first).to_contain_text("all is sent")
    page.evaluate(
        "() => { IDBObjectStore.prototype.put = () => { throw new DOMException('no room', 'QuotaExceededError'); }; }"
    )
    page.get_by_role("button", name="+1 bag").click()
    expect(page.get_by_role("alert")).to_contain_text("Not kept: no room")
    expect(count_of(page)).to_have_text("1")


def heard(page: Page) -> None:
    """The phone asks now what it asks every five seconds, once what the other one wrote is there."""
    page.wait_for_timeout(400)
    page.evaluate("window.dispatchEvent(new Event('online'))")


def test_two_phones_one_counts_the_other_is_asked_and_takes_over(browser: Browser, server: Served) -> None:
    job = job_of(server)
    contexts = [browser.new_context(viewport=SIZES["phone"]) for _ in range(2)]
    for context in contexts:
        context.add_init_script(QUICK_CLOCK)
    first, second = (opened(context, server, job) for context in contexts)
    begin_day(first)
    tap(first, 2)
    heard(second)
    expect(count_of(second)).to_have_text("2")
    second.get_by_role("button", name="+1 bag").click()
    expect(second.get_by_text("Another phone counts. Bags counted here wait")).to_be_visible()
    heard(first)
    expect(first.get_by_text("counted by crew on another phone")).to_be_visible()
    first.get_by_role("button", name="yes").click()
    expect(count_of(first)).to_have_text("3")
    heard(second)
    second.get_by_role("button", name="Take the count").click()
    tap(second, 1, begin=3)
    heard(first)
    expect(count_of(first)).to_have_text("4")
    expect(first.get_by_text("Another phone counts.").first).to_be_visible()
    for context in contexts:
        context.close()


def test_a_newer_program_is_asked_about_and_loses_nothing(
    phone: BrowserContext, server: Served, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    web = Path(shutil.copytree(pages.web_folder(), tmp_path / "web"))
    monkeypatch.setattr(pages, "web_folder", lambda: web)
    page = opened(phone, server, job_of(server))
    ready(page)
    begin_day(page)
    tap(page, 2)
    worker = web / "field" / "sw.js"
    worker.write_text(worker.read_text() + "\n// a newer one\n")
    page.evaluate("navigator.serviceWorker.getRegistration().then((r) => r.update())")
    expect(page.get_by_text("A newer program is here")).to_be_visible()
    tap(page, 1, begin=2)
    with page.expect_navigation():
        page.get_by_role("button", name="Take it now").click()
    expect(count_of(page)).to_have_text("3")
    expect(page.get_by_text("A newer program is here")).to_have_count(0)


def test_a_token_revoked_in_the_middle_of_a_day_keeps_what_was_counted(phone: BrowserContext, server: Served) -> None:
    job = job_of(server)
    made, _ = api(server, "/api/devices", "POST", {"name": "The feeder’s", "crew": None})
    page = phone.new_page()
    page.goto(f"{server.address}/field/{job}#join={made['token']}")
    page.get_by_role("button", name="Fill", exact=True).click()
    assert "join" not in page.url
    begin_day(page)
    tap(page, 1)
    expect(page.get_by_role("status").first).to_contain_text("all is sent")
    body = {"name": "The feeder’s", "crew": None, "revoke": True}
    api(server, f"/api/devices/{made['device']['id']}", "PUT", body)
    tap(page, 1, begin=1)
    # It says so, and goes on counting here; what it counts from now on waits for the office.
    expect(page.get_by_text("This device was taken off the list")).to_be_visible()
    expect(page.get_by_text("1 entry is held for the office")).to_be_visible()
    expect(count_of(page)).to_have_text("2")
    assert sum(entry["kind"] == "bag.in" for entry in logged(server, job)) == 1


def test_a_newer_revision_is_offered_never_forced_during_a_day(phone: BrowserContext, server: Served) -> None:
    job = job_of(server)
    page = opened(phone, server, job)
    begin_day(page)
    stored, etag = api(server, f"/api/jobs/{job}")
    stored["document"]["sections"][0]["outline_ft"] = [[0, 0], [60, 0], [60, 27], [0, 27]]
    api(server, f"/api/jobs/{job}?reason=step", "PUT", stored["document"], **{"If-Match": etag})
    page.reload()
    offer = page.get_by_role("button", name="Take revision 2")
    expect(offer).to_be_visible()
    expect(page.locator(".ready")).to_contain_text("revision 1")
    offer.click()
    expect(page.locator(".ready")).to_contain_text("revision 2")


def test_a_phone_that_was_restarted_goes_on_without_a_signal(browser: Browser, server: Served, tmp_path: Path) -> None:
    job = job_of(server)
    with restarted(browser, tmp_path) as context:
        page = opened(context, server, job)
        ready(page)
        begin_day(page)
        tap(page, 2)
        server.stop()
        tap(page, 2, begin=2)
    with restarted(browser, tmp_path) as context:
        page = opened(context, server, job)
        expect(count_of(page)).to_have_text("4")
        server.start()
        expect(page.get_by_role("status").first).to_contain_text("all is sent")
    assert sum(entry["kind"] == "bag.in" for entry in logged(server, job)) == 4


@contextmanager
def restarted(browser: Browser, folder: Path) -> Iterator[BrowserContext]:
    """A browser over one profile, as a phone is after it was switched off."""
    context = browser.browser_type.launch_persistent_context(
        str(folder / "profile"),
        executable_path=shutil.which("chromium"),
        args=CHROMIUM_FLAGS,
        viewport=SIZES["phone"],
    )
    context.add_init_script(QUICK_CLOCK)
    yield context
    context.close()


def test_a_photo_waits_here_and_goes_after_the_entries(phone: BrowserContext, server: Served) -> None:
    job = job_of(server)
    page = opened(phone, server, job, "Check")
    ready(page)
    server.stop()
    picture = page.screenshot()
    page.get_by_label("Photo").set_input_files({"name": "p.png", "mimeType": "image/png", "buffer": picture})
    expect(page.get_by_role("button", name="Photo (1 kept here)")).to_be_visible()
    page.reload()
    expect(page.get_by_role("button", name="Photo (1 kept here)")).to_be_visible()
    server.start()
    expect(page.get_by_role("button", name="Photo", exact=True)).to_be_visible()
    expect(page.get_by_role("status").first).to_contain_text("all is sent")
    (entry,) = [entry for entry in logged(server, job) if entry["kind"] == "photo"]
    assert urllib.request.urlopen(f"{server.address}/api/photos/{entry['value']['file']}").status == 200


def test_a_count_is_felt_and_what_the_phone_lacks_is_said_once(browser: Browser, server: Served) -> None:
    context = browser.new_context(viewport=SIZES["phone"])
    context.add_init_script(
        "window.shaken = []; navigator.vibrate = (how) => { window.shaken.push(how); return true; };"
        "delete window.AudioContext;"
        "Object.defineProperty(navigator, 'wakeLock', { value: { request: async (what) => {"
        " window.awake = what; return { release: async () => {} }; } } });" + QUICK_CLOCK
    )
    page = context.new_page()
    page.goto(f"{server.address}/field/{job_of(server)}")
    expect(page.get_by_text("This browser plays no tone: watch the flash.")).to_be_visible()
    page.get_by_role("button", name="Understood").click()
    page.reload()
    page.get_by_role("button", name="Fill", exact=True).click()
    begin_day(page)
    tap(page, 1)
    page.wait_for_function("window.shaken.length === 1")
    assert page.evaluate("window.awake") == "screen"
    expect(page.get_by_text("plays no tone")).to_have_count(0)
    context.close()


def test_a_day_ends_with_the_heap_of_empties_and_can_be_opened_again(phone: BrowserContext, server: Served) -> None:
    job = job_of(server)
    page = opened(phone, server, job)
    begin_day(page)
    tap(page, 2)
    page.get_by_role("button", name="End the day …").click()
    heap = page.get_by_role("group", name="2 bags were counted in")
    heap.get_by_role("button", name="+1 bags", exact=True).click()
    heap.get_by_role("button", name="Note it").click()
    expect(page.get_by_text("1 more than were counted")).to_be_visible()
    page.get_by_role("button", name="Keep it and end the day").click()
    page.get_by_role("button", name="Open that day again").click()
    expect(count_of(page)).to_have_text("2")
    expect(page.get_by_role("status").first).to_contain_text("all is sent")
    run = api(server, f"/api/jobs/{job}/run")[0]
    assert run["days"][0]["ended_at"] is None and any("heap: 3" in line["text"] for line in run["entries"])


def test_every_tab_is_open_to_all_and_large_enough_for_a_glove(phone: BrowserContext, server: Served) -> None:
    """Axe at 390 px (contrast among it), targets of 64 px, text of 18 px but for figures in drawings."""
    page = opened(phone, server, job_of(server, "3 Weir Bank"))
    checked = 0
    for tab in ("Prepare", "Load", "Check", "Fill"):
        page.get_by_role("button", name=tab, exact=True).click()
        if tab == "Fill":
            begin_day(page)
            tap(page, 2)
            page.get_by_role("button", name="Settings").click()
            page.get_by_role("button", name="Signals").click()
        assert axe(page) == [], tab
        small = page.evaluate(
            """() => [...document.querySelectorAll('button:not(.link), input:not([hidden]), select')].filter(e => e.offsetParent)
                 .map(e => [e.textContent || e.tagName, e.getBoundingClientRect()])
                 .filter(([, b]) => Math.min(b.height, b.width) < 63.5).map(([t, b]) => `${t} ${b.width} × ${b.height}`)"""
        )
        assert small == [], tab
        letters = page.evaluate(
            """() => [...document.querySelectorAll('main *:not(svg *)')].filter(e => e.offsetParent && [...e.childNodes].some(n => n.nodeType === 3 && n.data.trim()))
                 .map(e => [e.textContent, parseFloat(getComputedStyle(e).fontSize)]).filter(([, s]) => s < 18)"""
        )
        assert letters == [], tab
        assert page.evaluate("document.documentElement.scrollWidth <= 390")
        checked += 1
    assert checked == 4


def test_taps_through_cuts_kills_and_reloads_arrive_once_each(browser: Browser, server: Served) -> None:
    """Thirty here, a thousand with three seeds by `make taps`."""
    told = taps(browser, server, job_of(server), 30, random.Random(3))
    assert told.shown == 30 and told.stored == 30 and told.doubled == 0 and told.in_order
