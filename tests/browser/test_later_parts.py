"""Parts of the workbench that are loaded when they are opened, or when it rests."""

from __future__ import annotations

from playwright.sync_api import Page, Request, expect

from tests.browser.conftest import figure
from tests.served import Served

LATER = ("Prepare", "Load", "Install", "Prove")
AT_REST_MS = 4000


def scripts(page: Page) -> set[str]:
    """Notes which scripts the page asks for, by the names of their parts; more come to it as they are asked."""
    asked: set[str] = set()

    def note(request: Request) -> None:
        if request.resource_type == "script":
            asked.add(request.url.rsplit("/", 1)[1].split("-", 1)[0])

    page.on("request", note)
    return asked


def test_what_the_crew_needs_is_not_sent_before_the_attic_is_drawn_and_is_there_when_the_server_has_gone(
    page: Page, server: Served
) -> None:
    asked = scripts(page)
    page.get_by_role("link", name="9 Quarry Loop").click()
    figure(page, "bags to order").wait_for()
    assert "JobPage" in asked
    assert not asked & set(LATER)
    page.wait_for_timeout(AT_REST_MS)
    assert asked >= set(LATER)
    server.stop()
    for step in LATER:
        page.get_by_role("navigation").get_by_role("link", name=step).click()
        sheet = page.get_by_role("complementary", name="Sheet")
        expect(sheet.get_by_role("heading", name=step, level=2)).to_be_visible()
        expect(sheet.locator(".sub-steps").get_by_role("group", name=step)).to_be_visible()
        expect(page.get_by_text("could not be loaded")).to_have_count(0)


def test_a_part_that_does_not_come_says_so_and_is_there_when_the_page_is_loaded_anew(page: Page) -> None:
    page.route("**/assets/Load-*.js", lambda route: route.abort())
    page.get_by_role("link", name="9 Quarry Loop").click()
    page.get_by_role("navigation").get_by_role("link", name="Load").click()
    told = page.get_by_role("alert").filter(has_text="could not be loaded")
    expect(told).to_be_visible()
    expect(figure(page, "bags to order")).to_be_visible()
    page.unroute("**/assets/Load-*.js")
    told.get_by_role("button", name="Load the page anew").click()
    expect(page.locator(".sub-steps").get_by_role("group", name="Load")).to_be_visible()
