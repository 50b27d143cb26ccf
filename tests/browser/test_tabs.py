"""Two tabs of one job: the second follows, says whom, and takes nothing from under anybody's hands."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from tests.browser.conftest import figure, open_demo, saved
from tests.served import Served


def test_another_tab_of_ones_own_follows_and_is_called_that(page: Page, server: Served) -> None:
    job = open_demo(page)
    saved(page)
    other = page.context.new_page()
    other.goto(f"{server.address}/jobs/{job}/measure")
    figure(other, "bags to order").wait_for()
    # Nothing of its own to save: the second tab follows, and says whom.
    page.get_by_label("Length").fill("50")
    page.get_by_label("Length").press("Enter")
    expect(other.locator(".save")).to_contain_text("by another tab of yours")
    for tab in (page, other):
        expect(figure(tab, "floor")).to_have_text("1,350")
    # What is amid being typed is left alone by what the other tab saves meanwhile.
    length = page.get_by_label("Length")
    length.press_sequentially("3")
    typed = length.input_value()
    other.get_by_role("button", name="↶ undo").click()
    expect(figure(page, "floor")).to_have_text("1,188")
    expect(length).to_have_value(typed)
    length.fill("44")
    length.press("Enter")
    expect(length).to_have_value("44")
    # With edits that it could not save meanwhile, it is told who was before it.
    other.route("**/api/jobs/*?reason=*", lambda route: route.abort())
    other.get_by_label("Width").fill("30")
    other.get_by_label("Width").press("Enter")
    expect(other.locator(".save")).to_contain_text("not saved")
    page.get_by_label("Length").fill("40")
    page.get_by_label("Length").press("Enter")
    expect(figure(page, "floor")).to_have_text("1,080")
    saved(page)
    other.unroute("**/api/jobs/*?reason=*")
    other.get_by_role("button", name="retry").click()
    dialog = other.get_by_role("dialog", name="Saved in another tab of yours")
    expect(dialog.get_by_role("columnheader", name="the other tab")).to_be_visible()
    dialog.get_by_role("button", name="Take the other tab's").click()
    expect(figure(other, "floor")).to_have_text("1,080")
    other.close()
