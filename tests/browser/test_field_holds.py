"""What a day has to hold against: proxies, emptied stores, wrong taps, clocks, a stop from the office, a second device."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Any

import pytest
from playwright.sync_api import BrowserContext, Page, Route, expect

from tests.browser.conftest import api
from tests.browser.test_field import heard, job_of, logged, opened
from tests.served import Served
from tools.taps import begin_day, count_of, tap

STOP = {"kind": "vermiculite", "status": "suspected"}


def put(server: Served, job: str, **change: Any) -> None:
    """What the office saves while the crew is at work."""
    stored, etag = api(server, f"/api/jobs/{job}")
    api(server, f"/api/jobs/{job}?reason=step", "PUT", {**stored["document"], **change}, **{"If-Match": etag})


def run_of(server: Served, job: str) -> dict[str, Any]:
    return dict(api(server, f"/api/jobs/{job}/run")[0])


def head(page: Page) -> Any:
    return page.get_by_role("status").first


def stands_between(
    status: int, body: str = "<html>Bad gateway</html>", kind: str = "text/html"
) -> Callable[[Route], None]:
    return lambda route: route.fulfill(status=status, body=body, content_type=kind)


PROBLEM = '{"type": "about:blank", "title": "Too large", "status": 413, "detail": "a photo has at most 15 MB"}'


@pytest.mark.parametrize(
    "answer",
    [(502, "<html/>", "text/html"), (200, '{"success": true}', "application/json"), (413, "<html/>", "text/html")],
)
def test_what_is_not_the_program_refuses_nothing(
    bare_phone: BrowserContext, server: Served, answer: tuple[int, str, str]
) -> None:
    """A proxy before a stopped program, a captive page, a proxy's own limit: photo and bag wait, and the head says since when."""
    job = job_of(server)
    page = opened(bare_phone, server, job)
    begin_day(page)
    expect(head(page)).to_contain_text("all is sent")
    page.route("**/api/**", stands_between(*answer))
    tap(page, 2)
    picture = page.screenshot()
    page.get_by_role("button", name="Check").click()
    page.get_by_label("Photo").set_input_files({"name": "p.png", "mimeType": "image/png", "buffer": picture})
    expect(page.get_by_text("Nothing gets through:")).to_be_visible()
    expect(head(page)).to_contain_text(re.compile(r"not sent: 3, since \d\d:\d\d"))
    page.reload()
    expect(page.get_by_role("button", name="Photo (1 kept here)")).to_be_visible()
    page.unroute("**/api/**")
    heard(page)
    expect(head(page)).to_contain_text("all is sent")
    kinds = [entry["kind"] for entry in logged(server, job)]
    assert kinds.count("bag.in") == 2 and kinds.count("photo") == 1 and "note" not in kinds


def test_what_the_program_refuses_stays_with_its_reason_until_it_is_taken_away(
    bare_phone: BrowserContext, server: Served
) -> None:
    page = opened(bare_phone, server, job_of(server), "Check")
    page.route("**/api/photos", stands_between(413, PROBLEM, "application/problem+json"))
    picture = page.screenshot()
    page.get_by_label("Photo").set_input_files({"name": "p.png", "mimeType": "image/png", "buffer": picture})
    expect(page.get_by_text("a photo has at most 15 MB")).to_be_visible()
    expect(head(page)).to_contain_text("all is sent")
    page.reload()
    expect(page.get_by_text("a photo has at most 15 MB")).to_be_visible()
    page.get_by_role("button", name=re.compile("Take away: photo of")).click()
    expect(page.get_by_text("Refused by the program")).to_have_count(0)
    page.reload()
    page.get_by_role("button", name="Photo", exact=True).wait_for()
    expect(page.get_by_text("Refused by the program")).to_have_count(0)


def test_a_batch_refused_as_a_whole_ends_only_the_entry_that_is_meant(
    bare_phone: BrowserContext, server: Served
) -> None:
    job = job_of(server)
    page = opened(bare_phone, server, job)
    begin_day(page)
    expect(head(page)).to_contain_text("all is sent")

    def one_is_bad(route: Route) -> None:
        text = route.request.post_data or ""
        if '"hopper"' in text:
            body = PROBLEM.replace("413", "422").replace("a photo has at most 15 MB", "no such level")
            route.fulfill(status=422, body=body, content_type="application/problem+json")
        else:
            route.continue_()

    # All of it waits on the phone first, so that it goes as one batch.
    page.route("**/api/**", lambda route: route.abort())
    tap(page, 2)
    page.get_by_role("button", name=re.compile("^hopper")).click()
    page.get_by_role("button", name="+1 bags").click()
    page.get_by_role("button", name="Keep it").click()
    page.get_by_role("button", name=re.compile("^hopper 1 bags")).wait_for()
    tap_on(page)
    expect(head(page)).to_contain_text("not sent: 4")
    page.unroute("**/api/**")
    page.route("**/log", one_is_bad)
    heard(page)
    expect(page.get_by_text("no such level")).to_be_visible()
    expect(head(page)).to_contain_text("all is sent")
    assert sum(entry["kind"] == "bag.in" for entry in logged(server, job)) == 3


def tap_on(page: Page) -> None:
    page.get_by_role("button", name="+1 bag").click()


def test_after_an_emptied_store_everything_comes_back_and_a_lost_photo_is_said(
    bare_phone: BrowserContext, server: Served
) -> None:
    """Eight bags are at the office, three wait here with a photo; the first store goes."""
    job = job_of(server)
    page = opened(bare_phone, server, job)
    begin_day(page)
    tap(page, 8)
    expect(head(page)).to_contain_text("all is sent")
    page.route("**/api/**", lambda route: route.abort())
    tap(page, 3, begin=8)
    picture = page.screenshot()
    page.get_by_role("button", name="Check").click()
    page.get_by_label("Photo").set_input_files({"name": "p.png", "mimeType": "image/png", "buffer": picture})
    expect(page.get_by_role("button", name="Photo (1 kept here)")).to_be_visible()
    page.goto(f"{server.address}/field/icon.svg")
    page.evaluate("new Promise((done) => { indexedDB.deleteDatabase('elm-cover-field').onsuccess = done; })")
    page.unroute("**/api/**")
    page.goto(f"{server.address}/field/{job}")
    expect(page.get_by_text("A photo was lost by the browser before it was sent")).to_be_visible()
    page.get_by_role("button", name="I know").click()
    page.get_by_role("button", name="Understood").click()
    page.get_by_role("button", name="Fill", exact=True).click()
    expect(count_of(page)).to_have_text("11")
    # It goes on counting: what it held under the name it lost, it holds.
    tap(page, 1, begin=11)
    expect(page.get_by_text("Another phone counts")).to_have_count(0)
    page.reload()
    expect(count_of(page)).to_have_text("12")
    expect(page.get_by_text("was lost by the browser")).to_have_count(0)


def test_a_stop_from_the_office_halts_the_day_and_bags_are_asked_when_they_went_in(
    bare_phone: BrowserContext, server: Served
) -> None:
    job = job_of(server)
    page = opened(bare_phone, server, job)
    begin_day(page)
    tap(page, 4)
    expect(head(page)).to_contain_text("all is sent")
    put(server, job, hazards=[STOP])
    heard(page)
    halt = page.get_by_role("alert").filter(has_text="Halt. Stop the machine")
    expect(halt).to_contain_text("Vermiculite")
    expect(halt).not_to_contain_text("started under it")
    expect(page.get_by_role("button", name="+1 bag", exact=True)).to_have_count(0)
    page.get_by_role("button", name="+1 bag, before the stop").click()
    expect(count_of(page)).to_have_text("5")
    page.get_by_role("button", name="+1 bag, after it").click()
    expect(count_of(page)).to_have_text("6")
    expect(page.get_by_text("1 bag went in after a stop was put in")).to_be_visible()
    page.get_by_role("button", name="End the day …").click()
    page.get_by_role("button", name="Keep it and end the day").click()
    expect(page.get_by_text("The day does not start while this stop stands")).to_be_visible()
    expect(head(page)).to_contain_text("all is sent")
    (day,) = run_of(server, job)["days"]
    assert (day["under_stops"], day["after_stop"], day["bags"]) == ([], 1, 6)
    # With no day open the new revision is taken, from the list of days too.
    heard(page)
    expect(page.locator(".ready")).to_contain_text("revision 2")


def test_an_old_pack_is_said_to_be_old_before_a_day_starts_by_it(bare_phone: BrowserContext, server: Served) -> None:
    page = opened(bare_phone, server, job_of(server))
    page.get_by_role("heading", name="Start the day").wait_for()
    expect(head(page)).to_contain_text("all is sent")
    page.route("**/api/**", lambda route: route.abort())
    page.evaluate("localStorage.setItem('test.shift', '3')")
    page.reload()
    expect(page.get_by_text(re.compile(r"No word from the office since \d\d:\d\d, 3 hours ago"))).to_be_visible()


def test_a_wrong_band_tapped_and_tapped_back_leaves_nothing_behind(bare_phone: BrowserContext, server: Served) -> None:
    job = job_of(server)
    page = opened(bare_phone, server, job)
    begin_day(page)
    tap(page, 2)
    page.get_by_role("button", name=re.compile("^Band 3, to do")).click()
    # The hopper is asked at every leaving, and whether a band short of its bags is done.
    page.get_by_role("button", name="Keep it", exact=True).click()
    expect(page.get_by_text("Band 1 has 2.0 of its 7.1 bags. Is it done?")).to_be_visible()
    page.get_by_role("button", name="Back later").click()
    expect(page.get_by_role("button", name=re.compile("^Band 3, open"))).to_be_visible()
    page.get_by_role("button", name=re.compile("^Band 1, to do")).click()
    expect(page.get_by_role("button", name=re.compile("^Band 1, open, 2.0 of"))).to_be_visible()
    expect(head(page)).to_contain_text("all is sent")
    run = run_of(server, job)
    assert [(band["done"], band["open"]) for band in run["by_band"][:3]] == [
        (False, True),
        (False, False),
        (False, False),
    ]
    assert run["products"][0]["forecast"]["mean"] == pytest.approx(63.1, abs=0.1)
    kinds = [entry["kind"] for entry in logged(server, job)]
    assert kinds.count("band.leave") == 1 and kinds.count("void") == 3
    # And by undo, which names the switch.
    page.get_by_role("button", name=re.compile("^Band 2, to do")).click()
    page.get_by_role("button", name="Keep it", exact=True).click()
    page.get_by_role("button", name="Done: it is at its line").click()
    page.get_by_role("button", name="undo the switch to band 2").click()
    expect(page.get_by_role("button", name=re.compile("^Band 1, open, 2.0 of"))).to_be_visible()


def test_band_done_stands_apart_from_the_bag_and_has_a_way_back(bare_phone: BrowserContext, server: Served) -> None:
    page = opened(bare_phone, server, job_of(server))
    begin_day(page)
    bag, done = (page.get_by_role("button", name=name).bounding_box() for name in ("+1 bag", "Band 1 is done"))
    assert bag is not None and done is not None and done["y"] - bag["y"] - bag["height"] >= 40
    page.get_by_role("button", name="Band 1 is done").click()
    page.get_by_role("button", name="No: go on in band 1").click()
    tap(page, 1)


def test_nothing_is_read_that_nobody_read(bare_phone: BrowserContext, server: Served) -> None:
    job = job_of(server)
    page = opened(bare_phone, server, job, "Check")
    keep = page.get_by_role("button", name="Keep this reading")
    for _ in range(15):
        keep.evaluate("(button) => button.click()")
    expect(keep).to_be_disabled()
    expect(page.get_by_role("heading", name="Check")).to_contain_text("0 of 4 markers")
    page.get_by_role("button", name=re.compile("not set yet, type it")).click()
    for key in ("1", "6", "and ⅛ in", "1", "4"):
        page.get_by_role("button", name=key, exact=True).click()
    expect(page.locator(".steps .figure").first).to_contain_text("14")
    # 149 can be; past what can be it begins anew.
    for key, shown in (("9", "149 in"), ("9", "9 in")):
        page.get_by_role("button", name=key, exact=True).click()
        expect(page.locator(".steps .figure").first).to_have_text(shown)
    page.get_by_role("button", name="clear").click()
    for key in ("1", "5"):
        page.get_by_role("button", name=key, exact=True).click()
    keep.click()
    expect(page.get_by_role("heading", name="Check")).to_contain_text("1 of 4 markers")
    # The next place is empty again; the reading can be taken back where it was made.
    expect(keep).to_be_disabled()
    page.get_by_role("button", name="undo the reading of 15 in").click()
    expect(page.get_by_role("heading", name="Check")).to_contain_text("0 of 4 markers")
