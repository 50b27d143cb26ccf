"""A thousand taps on two phones through random cuts, kills and reloads: how many arrive, how often, in which order.

`make taps` runs three seeds of 1,000 and prints what became of them.
"""

from __future__ import annotations

import json
import random
import sys
import tempfile
import urllib.request
from dataclasses import dataclass
from pathlib import Path
from typing import Any, Protocol

from playwright.sync_api import Browser, Locator, Page, expect

# The guard against a double touch goes by the time of the touch: with this a script may tap as quick as it can.
QUICK_CLOCK = """
let touched = 0;
const times = new WeakMap();
Object.defineProperty(Event.prototype, "timeStamp", {
  get() {
    if (!times.has(this)) times.set(this, (touched += 1000));
    return times.get(this);
  },
});
"""
SIZE = {"width": 390, "height": 844}


class Running(Protocol):
    """A served program that can be stopped and started."""

    @property
    def address(self) -> str: ...

    def start(self) -> None: ...

    def stop(self) -> Any: ...


@dataclass(frozen=True)
class Told:
    """shown: taps that a phone showed as counted; stored: bags on the server; doubled: ids that came twice."""

    shown: int
    stored: int
    doubled: int
    in_order: bool


def count_of(page: Page) -> Locator:
    """The large count of the Fill tab."""
    return page.get_by_test_id("count")


def named(page: Page) -> None:
    """Who begins in spite of open work, and why, where a day asks for it."""
    despite = page.get_by_role("group", name="Not done yet")
    page.get_by_text("What stands in the hopper now?").or_(despite).first.wait_for()
    if despite.count():
        despite.get_by_label("Name").fill("B. Lane")
        despite.get_by_label("Reason").fill("its metal comes at noon")


def begin_day(page: Page) -> None:
    """Starts the day with an empty hopper, and the first band."""
    named(page)
    page.get_by_role("button", name="Start the day", exact=True).click()
    page.get_by_role("button", name="Begin band").click()
    page.get_by_role("button", name="+1 bag").wait_for()


def tap(page: Page, count: int, begin: int = 0) -> None:
    """Taps so often, each one shown before the next."""
    for i in range(count):
        page.get_by_role("button", name="+1 bag").click()
        expect(count_of(page)).to_have_text(str(begin + i + 1))


def _log(server: Running, job: str) -> list[dict[str, Any]]:
    with urllib.request.urlopen(f"{server.address}/api/jobs/{job}/log") as answer:
        return [line["entry"] for line in json.load(answer)["entries"]]


def taps(browser: Browser, server: Running, job: str, count: int, chance: random.Random) -> Told:
    """Two phones share so many taps; between them the server goes and comes, tabs are killed, pages reloaded."""
    contexts = [browser.new_context(viewport=SIZE, has_touch=True) for _ in range(2)]  # type: ignore[arg-type]
    pages = []
    for context in contexts:
        context.add_init_script(QUICK_CLOCK)
        pages.append(_open(context.new_page(), server, job))
        expect(pages[-1].locator(".ready")).to_contain_text("ready without a connection")
    begin_day(pages[0])
    # The other one learns of the day while there is a connection.
    pages[1].locator("[data-own-bags]").wait_for()
    up, shown = True, 0
    # Which taps count is for another test: here each phone's own entries are counted.
    while shown < count:
        which = chance.randrange(2)
        page = pages[which]
        for _ in range(min(count - shown, chance.randint(1, 12))):
            before = _own(page)
            page.get_by_role("button", name="+1 bag").click()
            page.wait_for_function("(n) => window.elmCoverOwn() > n", arg=before)
            shown += 1
        turn = chance.random()
        if turn < 0.25 and up:
            server.stop()
            up = False
        elif turn < 0.5 and not up:
            server.start()
            up = True
        elif turn < 0.7:
            page.reload()
            _shown(page)
        elif turn < 0.85:
            page.close()
            pages[which] = _open(contexts[which].new_page(), server, job)
    if not up:
        server.start()
    for page in pages:
        expect(page.get_by_role("status").first).to_contain_text("all is sent", timeout=60_000)
    entries = _log(server, job)
    bags = [entry for entry in entries if entry["kind"] == "bag.in"]
    ids = [entry["id"] for entry in bags]
    order = all(
        [e["seq"] for e in entries if e["device"] == device]
        == sorted(e["seq"] for e in entries if e["device"] == device)
        for device in {entry["device"] for entry in entries}
    )
    for context in contexts:
        context.close()
    return Told(shown, len(set(ids)), len(ids) - len(set(ids)), order)


OWN = """
window.elmCoverOwn = () => Number(document.querySelector('[data-own-bags]')?.dataset.ownBags ?? -1);
"""


def _own(page: Page) -> int:
    page.locator("[data-own-bags]").wait_for()
    return int(page.evaluate("window.elmCoverOwn()"))


def _open(page: Page, server: Running, job: str) -> Page:
    page.add_init_script(OWN)
    page.goto(f"{server.address}/field/{job}")
    _shown(page)
    return page


def _shown(page: Page) -> None:
    page.get_by_role("button", name="Fill", exact=True).click()
    understood = page.get_by_role("button", name="Understood")
    if understood.count():
        understood.click()


def main() -> None:
    """Three seeds of so many taps."""
    from elm_cover.demo.jobs import add_demo_jobs
    from tests.served import Served
    from tools.running import chromium

    count = int(sys.argv[1]) if len(sys.argv) > 1 else 1000
    for seed in (1, 2, 3):
        with tempfile.TemporaryDirectory() as folder, chromium() as browser:
            add_demo_jobs(Path(folder))
            server = Served(Path(folder))
            with urllib.request.urlopen(f"{server.address}/api/jobs?limit=100") as answer:
                jobs = json.load(answer)["jobs"]
            job = next(job["id"] for job in jobs if job["headline"]["name"] == "9 Quarry Loop")
            print(seed, taps(browser, server, job, count, random.Random(seed)), flush=True)
            server.stop()


if __name__ == "__main__":
    main()
