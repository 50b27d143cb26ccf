"""The page of phones and the set-up, where the program is on this machine alone."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from tests.browser.conftest import settled
from tests.browser.test_access import axe
from tests.served import Served


def test_a_code_says_that_no_phone_reaches_it(page: Page, server: Served, size: str) -> None:
    page.goto(f"{server.address}/phones")
    page.get_by_label("A phone joins as").fill("hose phone")
    page.get_by_label("and sees the days of").select_option(label="Crew Alder")
    page.get_by_role("button", name="Show its code").click()
    expect(page.get_by_text("This address is reached from this machine alone")).to_be_visible()
    expect(page.get_by_role("img", name="Code: join")).to_be_visible()
    expect(page.get_by_role("timer")).to_contain_text("Works once, for 9:")
    settled(page)
    assert axe(page) == []
    code = page.locator(".code-url").inner_text()
    page.get_by_role("button", name="Close, and end the code").click()
    expect(page.get_by_text("No phone has joined yet")).to_be_visible()
    # It was ended with the dialog: nobody joins by it any more.
    page.goto(code)
    expect(page.get_by_role("status").first).to_contain_text("This phone did not join")


def test_a_phone_is_named_given_to_a_crew_and_taken_off(page: Page, server: Served) -> None:
    page.goto(f"{server.address}/phones")
    page.get_by_label("A phone joins as").fill("hose phone")
    page.get_by_role("button", name="Show its code").click()
    code = page.locator(".code-url").inner_text()
    other = page.context.browser
    assert other is not None
    phone = other.new_page()
    phone.goto(code)
    expect(page.get_by_text("hose phone has joined.")).to_be_visible()
    phone.close()
    page.get_by_role("button", name="Good").click()
    page.get_by_label("Name", exact=True).fill("Alder’s phone")
    page.get_by_label("Name", exact=True).press("Enter")
    page.get_by_label("Days that Alder’s phone sees").select_option(label="Crew Alder")
    page.get_by_role("button", name="Take Alder’s phone off the list").click()
    page.get_by_role("button", name="Take Alder’s phone off", exact=True).click()
    page.get_by_text("Taken off the list: 1").click()
    line = page.get_by_role("listitem").filter(has_text="Alder’s phone")
    expect(line).to_contain_text("Crew Alder")
    expect(line).to_contain_text("taken off the list")
    settled(page)
    assert axe(page) == []


def test_the_set_up_is_looked_over_at_the_desk(page: Page, server: Served, size: str) -> None:
    page.goto(f"{server.address}/setup")
    expect(page.get_by_role("status").filter(has_text="The same on the machine itself")).to_be_visible()
    settled(page)
    assert axe(page) == []
