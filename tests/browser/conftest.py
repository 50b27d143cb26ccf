"""A browser and a served demo, and checks that every page must pass: no console error, no policy violation."""

from __future__ import annotations

import json
import shutil
import urllib.request
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, ViewportSize, expect

from elm_cover.demo.jobs import add_demo_jobs
from tests.served import Served
from tools.running import chromium
from tools.taps import QUICK_CLOCK

expect.set_options(timeout=15_000)
SIZES: dict[str, ViewportSize] = {"desk": {"width": 1280, "height": 800}, "phone": {"width": 390, "height": 844}}


# Counts what the page has asked of the server and is still waiting for.
COUNT_REQUESTS = """
window.__waiting = 0;
const asked = window.fetch;
window.fetch = (...what) => {
  window.__waiting += 1;
  return asked(...what).finally(() => { window.__waiting -= 1; });
};
"""
# Done when nothing is asked for and the page has not changed for so many ms: longer than its fields wait before they ask.
SETTLED = """
(quiet_ms) => new Promise((done, late) => {
  const began = performance.now();
  let changed = began;
  const watch = new MutationObserver(() => { changed = performance.now(); });
  watch.observe(document.body, { subtree: true, childList: true, attributes: true, characterData: true });
  const look = () => {
    const now = performance.now();
    if (window.__waiting) changed = now;
    if (now - began > 20000) { watch.disconnect(); late(new Error("the page does not come to rest")); }
    else if (now - changed < quiet_ms) requestAnimationFrame(look);
    else { watch.disconnect(); done(true); }
  };
  requestAnimationFrame(look);
})
"""
FIELDS_WAIT_MS = 220


# A clock that is off by what the test says, in hours.
SHIFTED = """
const Right = Date;
const shift = () => Number(localStorage.getItem("test.shift") ?? 0) * 3600e3;
window.Date = class extends Right {
  constructor(...of) { if (of.length) super(...of); else super(Right.now() + shift()); }
  static now() { return Right.now() + shift(); }
};
"""


@pytest.fixture(scope="session")
def browser() -> Iterator[Browser]:
    with chromium() as opened:
        yield opened


@pytest.fixture(scope="session")
def demo_data(tmp_path_factory: pytest.TempPathFactory) -> Path:
    folder = tmp_path_factory.mktemp("demo")
    add_demo_jobs(folder)
    return folder


@pytest.fixture
def server(tmp_path: Path, demo_data: Path) -> Iterator[Served]:
    running = Served(Path(shutil.copytree(demo_data, tmp_path / "data")))
    yield running
    running.stop()


@pytest.fixture(params=["desk", "phone"])
def size(request: pytest.FixtureRequest) -> str:
    return str(request.param)


@pytest.fixture
def page(browser: Browser, server: Served, request: pytest.FixtureRequest) -> Iterator[Page]:
    """A page at the desk, or at the size the test asks for; fails on anything in the console but a refused request."""
    size = request.getfixturevalue("size") if "size" in request.fixturenames else "desk"
    context = browser.new_context(viewport=SIZES[size], accept_downloads=True, has_touch=size == "phone")
    context.add_init_script(COUNT_REQUESTS)
    opened = context.new_page()
    opened.set_default_timeout(20_000)
    said: list[str] = []
    opened.on("console", lambda m: said.append(m.text) if m.type in ("error", "warning") else None)
    opened.on("pageerror", lambda e: said.append(str(e)))
    opened.goto(server.address)
    yield opened
    context.close()
    trouble = [text for text in said if "Failed to load resource" not in text]
    assert trouble == []


def api(server: Served, path: str, method: str = "GET", body: Any = None, **headers: str) -> Any:
    """A request of another program to the same server."""
    data = None if body is None else json.dumps(body).encode()
    asked = urllib.request.Request(
        server.address + path, data, {"Content-Type": "application/json", **headers}, method=method
    )
    with urllib.request.urlopen(asked) as answer:
        return json.load(answer), answer.headers.get("ETag")


def open_demo(page: Page, step: str = "Measure", name: str = "9 Quarry Loop") -> str:
    """Opens a demo job at a step; its id."""
    page.get_by_role("link", name=name).click()
    page.get_by_role("navigation").get_by_role("link", name=step).click()
    figure(page, "bags to order").wait_for()
    return page.url.split("/jobs/")[1].split("/")[0]


def figure(page: Page, name: str) -> Any:
    """The large text of a tally cell."""
    return page.locator(".tally .cell", has=page.get_by_text(name, exact=True)).locator("b")


def settled(page: Page, quiet_ms: float = FIELDS_WAIT_MS) -> None:
    """Waits until the page has come to rest: nothing asked for, nothing changing."""
    page.evaluate(SETTLED, quiet_ms)


def saved(page: Page) -> None:
    page.locator(".save.saved").wait_for()


def pick(page: Page, name: str) -> None:
    """Chooses one of a few by its words."""
    page.get_by_role("radio", name=name, exact=True).check()


def part(page: Page, name: str) -> None:
    """One of the parts of Measure or of Choose."""
    page.locator(".sub-steps").get_by_role("radio", name=name, exact=True).check()


def section(page: Page, name: str) -> None:
    """Opens a section from the sheet."""
    page.get_by_role("combobox", name="Section", exact=True).click()
    page.get_by_role("option", name=name, exact=True).click()


@pytest.fixture
def bare_phone(browser: Browser, server: Served) -> Iterator[BrowserContext]:
    """Without a service worker, so that a test can stand between it and the program."""
    context = browser.new_context(viewport=SIZES["phone"], has_touch=True, service_workers="block")
    context.set_default_timeout(20_000)
    context.add_init_script(QUICK_CLOCK + SHIFTED)
    yield context
    context.close()
