"""Desk and phone through a proxy, under a prefix that it cuts or leaves: nothing is asked for outside it, nothing works only without it."""

from __future__ import annotations

import re
import shutil
import socket
from collections.abc import Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, expect

from elm_cover.api.door import Door
from elm_cover.store.passwords import hashed
from elm_cover.store.people import add_first
from tests.api.people import NAMES, PASSWORD
from tests.browser.conftest import SIZES
from tests.proxy import PROXIES, before
from tests.served import Served

PREFIX = "/elm"


def free_port() -> int:
    with socket.socket() as found:
        found.bind(("127.0.0.1", 0))
        return int(found.getsockname()[1])


@pytest.fixture(params=list(PROXIES))
def behind(request: pytest.FixtureRequest, tmp_path: Path, demo_data: Path) -> Iterator[str]:
    if PROXIES[request.param][0] is None:
        pytest.skip(f"no {request.param} here")
    port = free_port()
    folder = Path(shutil.copytree(demo_data, tmp_path / "data"))
    running = Served(folder, Door(scheme="http", host=f"127.0.0.1:{port}", prefix=PREFIX))
    try:
        store = running.app.extensions["elm_cover_store"]
        add_first(store, NAMES["office"], hashed(PASSWORD))
        with before(request.param, tmp_path / "proxy", port, running.port) as address:
            yield address
    finally:
        running.stop()


def watched(context: BrowserContext, address: str, outside: list[str]) -> Page:
    context.on(
        "request",
        lambda asked: (
            None
            if asked.url.startswith(address) or asked.url.startswith(("data:", "blob:"))
            else outside.append(asked.url)
        ),
    )
    return context.new_page()


def sign_in(page: Page) -> None:
    page.get_by_label("Name").fill(NAMES["office"])
    page.locator("input[type=password]").fill(PASSWORD)
    page.get_by_role("button", name="Sign in").click()


def test_desk_and_phone_through_a_proxy(browser: Browser, behind: str) -> None:
    outside: list[str] = []
    context = browser.new_context(viewport=SIZES["desk"])
    page = watched(context, behind, outside)
    page.goto(f"{behind}/calendar")
    sign_in(page)
    # Where one came to, signed in.
    expect(page.get_by_role("group", name="Crews and days")).to_be_visible()
    page.get_by_role("link", name="Shelf").click()
    page.get_by_role("link", name="9 Quarry Loop").click()
    expect(page).to_have_url(re.compile(rf"{PREFIX}/jobs/"))
    page.locator(".tally .cell").first.wait_for()
    job = page.url.split("/jobs/")[1].split("/")[0]
    page.get_by_role("button", name="print").click()
    page.reload()
    page.locator(".tally .cell").first.wait_for()
    page.goto(f"{behind}/people")
    page.get_by_role("button", name="Invite somebody").click()
    page.get_by_label("Name").first.fill("Bo Lind")
    page.get_by_role("button", name="Invite", exact=True).click()
    link = page.locator(".invited-link").inner_text()
    assert link.startswith(f"{behind}/join#")
    (cookie,) = context.cookies()
    assert cookie["path"] == f"{PREFIX}/" and cookie["httpOnly"] and cookie["sameSite"] == "Strict"
    # The phone, with the same sign-in: its worker, its pack, a tick without a connection that goes later.
    page.goto(f"{behind}/field/{job}")
    expect(page.get_by_text("9 Quarry Loop").first).to_be_visible()
    page.evaluate("navigator.serviceWorker.ready.then((found) => { window.scopeFound = found.scope; })")
    page.wait_for_function("window.scopeFound")
    assert page.evaluate("window.scopeFound") == f"{behind}/field/"
    context.set_offline(True)
    page.reload()
    expect(page.get_by_text("9 Quarry Loop").first).to_be_visible()
    context.set_offline(False)
    # Who was invited, in a browser of their own: the code leaves the address at once.
    other = browser.new_context(viewport=SIZES["phone"])
    guest = watched(other, behind, outside)
    guest.goto(link)
    expect(guest.get_by_text("Choose the password")).to_be_visible()
    assert "#" not in guest.url
    for field in guest.locator("input[type=password]").all():
        field.fill("seven green ladders")
    guest.get_by_role("button", name="Take it").click()
    expect(guest.get_by_role("link", name="9 Quarry Loop")).to_be_visible()
    assert outside == []
    other.close()
    context.close()
