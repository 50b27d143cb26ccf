"""Takes the pictures in docs/screenshots from the demo data: one of each main view."""

from __future__ import annotations

import sys
import tempfile
from pathlib import Path
from typing import Literal

from playwright.sync_api import Browser, Page, ViewportSize

sys.path.insert(0, str(Path(__file__).resolve().parent.parent))
from elm_cover.demo.people import NAMES, PASSWORD
from tools.running import Server, chromium

FOLDER = Path(__file__).resolve().parent.parent / "docs" / "screenshots"
DESK: ViewportSize = {"width": 1280, "height": 800}
PHONE: ViewportSize = {"width": 390, "height": 844}


def take(browser: Browser, address: str, folder: Path) -> None:
    """Every main view at a desk, one in the dark, and what is used on a phone."""
    at_a_desk(opened(browser, address, DESK), folder)
    installing(opened(browser, address, DESK), folder)
    the_day(opened(browser, address, PHONE), folder)
    on_a_phone(opened(browser, address, PHONE), folder)


def people(browser: Browser, address: str, folder: Path) -> None:
    """Of the demo with people: in the dark."""
    page = browser.new_context(viewport=DESK, color_scheme="dark", timezone_id="UTC").new_page()
    page.goto(f"{address}/people")
    page.get_by_label("Name").fill(NAMES["office"])
    page.locator("input[type=password]").fill(PASSWORD)
    page.get_by_role("button", name="Sign in").click()
    page.locator(".person").first.wait_for()
    page.get_by_role("button", name="Invite somebody").click()
    save(page, folder, "people")
    phones(page, address, folder)


def phones(page: Page, address: str, folder: Path) -> None:
    """Two phones of the list, one that holds something, and another that is to join."""
    browser = page.context.browser
    assert browser is not None
    page.emulate_media(color_scheme="light")
    page.goto(f"{address}/phones")
    for name, holds in (("hose phone", "0+0"), ("feeder’s phone", "14+2")):
        code = shown(page, name)
        phone = browser.new_context(viewport=PHONE, extra_http_headers={"X-Elm-Cover-Holds": holds}).new_page()
        phone.goto(code)
        page.get_by_text(f"{name} has joined.").wait_for()
        phone.get_by_text("on this phone").first.wait_for()
        phone.context.close()
        page.get_by_role("button", name="Good").click()
    page.get_by_text("holds 14 entries and 2 photos unsent").wait_for()
    save(page, folder, "phones")


def shown(page: Page, name: str) -> str:
    """What the code says that a phone of that name joins by."""
    page.get_by_label("A phone joins as").fill(name)
    page.get_by_role("button", name="Show its code").click()
    return page.locator(".code-url").inner_text()


def opened(browser: Browser, address: str, size: ViewportSize, scheme: Literal["light", "dark"] = "light") -> Page:
    touch = size["width"] < 500
    page = browser.new_context(viewport=size, color_scheme=scheme, timezone_id="UTC", has_touch=touch).new_page()
    page.goto(address)
    page.get_by_role("link", name="9 Quarry Loop").wait_for()
    return page


def go(page: Page, job: str, step: str, part: str = "") -> None:
    """Opens a demo job from the shelf, or from wherever the page is, at a step and a part of it."""
    if page.get_by_role("link", name="to the shelf of jobs").count():
        page.get_by_role("link", name="to the shelf of jobs").click()
    page.get_by_role("link", name=job).click()
    page.get_by_role("navigation").get_by_role("link", name=step).click()
    page.get_by_text("bags to order", exact=True).wait_for()
    if part:
        page.locator(".sub-steps").get_by_role("radio", name=part, exact=True).check()


def at_a_desk(page: Page, folder: Path) -> None:
    save(page, folder, "shelf")
    go(page, "17 Tannery Hill", "Look over")
    page.get_by_role("button", name="Knob-and-tube wiring suspected").click()
    page.locator(".hazard").scroll_into_view_if_needed()
    save(page, folder, "look-over")
    go(page, "3 Weir Bank", "Measure")
    save(page, folder, "measure")
    go(page, "3 Weir Bank", "Measure", "old fill")
    page.get_by_role("slider", name="Reading of 12 in").focus()
    page.get_by_role("group", name="Depth readings").scroll_into_view_if_needed()
    save(page, folder, "old-fill")
    go(page, "9 Quarry Loop", "Load", "reach")
    page.locator(".bands-table").wait_for()
    save(page, folder, "load")
    go(page, "9 Quarry Loop", "Prepare")
    page.get_by_role("button", name="12: Hatch 22½ × 30 in, to do").click()
    page.locator(".item-cut polygon.lid").first.wait_for()
    page.locator(".gate").scroll_into_view_if_needed()
    save(page, folder, "prepare")
    go(page, "17 Tannery Hill", "Measure")
    page.locator(".cut-view").get_by_text("whole", exact=True).click()
    page.get_by_role("group", name="Section through the whole house").wait_for()
    save(page, folder, "house")
    page.locator(".cut-view").get_by_text("A end", exact=True).click()
    go(page, "3 Weir Bank", "Eaves")
    page.locator(".run-name").nth(3).click()
    page.get_by_text("temperatures", exact=True).wait_for()  # the corner is solved
    save(page, folder, "eaves")
    go(page, "9 Quarry Loop", "Eaves", "corner")
    page.locator(".isotherm").first.wait_for()
    save(page, folder, "corner")
    for step in ("Target", "Choose"):
        go(page, "9 Quarry Loop", step)
        if step == "Target":
            page.get_by_text("One more step up").wait_for()
            page.locator(".sheet").evaluate("sheet => { sheet.scrollTop = 420 }")
        save(page, folder, step.lower())
    page.get_by_role("link", name="to the shelf of jobs").click()
    calendar(page, folder)


def calendar(page: Page, folder: Path) -> None:
    """The demo's two weeks, and back to the shelf."""
    page.get_by_role("link", name="Calendar", exact=True).click()
    page.locator(".cal-day").first.wait_for()
    if page.locator(".cal-bar").count() < 7:
        page.get_by_role("button", name="A week on").click()
    page.locator(".cal-bar").first.wait_for()
    save(page, folder, "calendar")
    page.get_by_role("link", name="Shelf", exact=True).click()


def on_a_phone(page: Page, folder: Path) -> None:
    go(page, "5 Orchard Rise", "Prove")
    page.locator(".run-count").wait_for()
    page.locator(".sub-steps").evaluate("row => row.scrollIntoView()")
    save(page, folder, "prove-phone")


def installing(page: Page, folder: Path) -> None:
    go(page, "6 Ropewalk", "Install")
    page.locator(".ran-point").first.wait_for()
    save(page, folder, "install")
    go(page, "5 Orchard Rise", "Prove")
    page.locator(".claim-scale .proves").first.wait_for()
    page.locator(".depth-pins .short").wait_for()
    save(page, folder, "prove")
    go(page, "1 Kiln Yard", "Prove", "leaks")
    page.locator(".leak-lines .after").wait_for()
    save(page, folder, "leaks")


def the_day(page: Page, folder: Path) -> None:
    """The half-done day of the demo, as a phone that takes the count over sees it."""
    go(page, "6 Ropewalk", "Install")
    job = page.url.split("/jobs/")[1].split("/")[0]
    page.goto(page.url.split("/jobs/")[0] + f"/field/{job}")
    page.get_by_role("button", name="Fill", exact=True).click()
    page.get_by_role("button", name="Take the count").click()
    page.get_by_role("button", name="Take the count").wait_for(state="detached")
    page.evaluate("scrollTo(0, 0)")
    save(page, folder, "field-fill")


def save(page: Page, folder: Path, name: str) -> None:
    page.wait_for_timeout(700)
    page.screenshot(path=folder / f"{name}.png")


if __name__ == "__main__":
    target = Path(sys.argv[1]) if len(sys.argv) > 1 else FOLDER
    target.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as data, chromium() as browser:
        server = Server("demo", Path(data))
        try:
            take(browser, server.address, target)
        finally:
            server.stop()
        server = Server("demo", Path(data), more=("--people",))
        try:
            people(browser, server.address, target)
        finally:
            server.stop()
