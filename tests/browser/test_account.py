"""Signing in on the real interface: nothing is shown before, nothing is lost where a sign-in ends, nothing stays after signing out."""

from __future__ import annotations

import re
import shutil
from collections.abc import Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Page, Route, expect

from elm_cover.demo.people import NAMES, PASSWORD, add_demo_people
from elm_cover.store.sessions import end_sessions
from tests.browser.conftest import api, figure, saved, settled
from tests.served import Served


@pytest.fixture(scope="module")
def peopled(demo_data: Path, tmp_path_factory: pytest.TempPathFactory) -> Path:
    folder = Path(shutil.copytree(demo_data, tmp_path_factory.mktemp("people") / "data"))
    add_demo_people(folder)
    return folder


@pytest.fixture
def server(tmp_path: Path, peopled: Path) -> Iterator[Served]:
    running = Served(Path(shutil.copytree(peopled, tmp_path / "data")))
    yield running
    running.stop()


def sign_in(page: Page, role: str) -> None:
    page.get_by_label("Name").fill(NAMES[role])
    page.locator("input[type=password]").fill(PASSWORD)
    page.keyboard.press("Enter")


def kept_here(page: Page) -> list[str]:
    found: list[str] = page.evaluate("Object.keys(localStorage).filter((name) => name.includes('draft'))")
    return found


@pytest.mark.parametrize("size", ["desk", "phone"], indirect=True)
def test_the_office_invites_and_locks(page: Page, size: str, server: Served) -> None:
    expect(page.get_by_role("heading", name="Sign in")).to_be_visible()
    assert "Quarry" not in page.content()
    page.goto(f"{server.address}/people")
    page.get_by_label("Name").fill(NAMES["office"])
    page.locator("input[type=password]").fill("not the password")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("do not go together")
    sign_in(page, "office")
    # Where one came to.
    expect(page.get_by_role("heading", name="People").last).to_be_visible()
    page.get_by_role("button", name="Invite somebody").click()
    page.get_by_label("Name").fill("Eli Stone")
    page.locator(".account-form select").first.select_option("crew")
    expect(page.get_by_role("button", name="Invite", exact=True)).to_be_disabled()
    page.locator(".account-form select").nth(1).select_option(index=1)
    page.get_by_role("button", name="Invite", exact=True).click()
    link = page.locator(".invited-link").inner_text()
    assert re.fullmatch(rf"{server.address}/join#[\w-]{{32}}", link)
    page.get_by_role("button", name="Done").click()
    assert link not in page.content()
    line = page.locator(".person", has_text="Eli Stone")
    line.get_by_role("button", name="lock").click()
    expect(line).to_contain_text("locked")
    line.get_by_role("button", name="delete").click()
    line.get_by_role("button", name="Delete Eli Stone").click()
    expect(line).to_have_count(0)
    own = page.locator(".person", has_text="(you)")
    own.get_by_role("button", name="lock").click()
    expect(page.get_by_role("alert")).to_contain_text("last one of the office")
    page.goto(f"{server.address}/record")
    rows = page.locator(".record tbody tr")
    expect(rows.first).to_contain_text("deleted the account of")
    page.get_by_label("Find").fill("eli invited")
    expect(rows).to_have_count(1)
    expect(rows.first).to_contain_text("Eli Stone: crew")


def test_a_sign_in_that_ends_at_work_loses_nothing(page: Page, server: Served) -> None:
    sign_in(page, "estimator")
    page.get_by_role("link", name="9 Quarry Loop").click()
    figure(page, "bags to order").wait_for()
    job = page.url.split("/jobs/")[1].split("/")[0]
    store = server.app.extensions["elm_cover_store"]
    me = page.evaluate("fetch('/api/me').then((answer) => answer.json()).then((me) => me.person.id)")
    end_sessions(store, me)
    page.get_by_role("navigation").get_by_role("link", name="Look over").click()
    page.get_by_label("Name", exact=True).fill("9 Quarry Loop, upstairs")
    page.keyboard.press("Tab")
    again = page.get_by_role("dialog", name="Sign in again")
    expect(again).to_be_visible()
    # An answer that was asked for before, and comes after: it says nothing of who is here now.
    before = page.request.get(f"{server.address}/api/me").text()
    late: list[Route] = []
    page.route("**/api/me", lambda route: late.append(route))
    with page.expect_request("**/api/me"):
        page.evaluate("window.dispatchEvent(new Event('elm-cover not signed in'))")
    again.locator("input[type=password]").fill(PASSWORD)
    page.keyboard.press("Enter")
    expect(again).to_have_count(0)
    assert late
    for route in late:
        route.fulfill(body=before, content_type="application/json")
    page.unroute("**/api/me")
    saved(page)
    expect(again).to_have_count(0)
    assert store.get(job).document["name"] == "9 Quarry Loop, upstairs" and store.get(job).actor == NAMES["estimator"]


def test_signing_out_leaves_nothing_in_the_browser(page: Page, server: Served) -> None:
    sign_in(page, "estimator")
    page.get_by_role("link", name="9 Quarry Loop").click()
    figure(page, "bags to order").wait_for()
    assert kept_here(page)
    page.goto(f"{server.address}/account")
    expect(page.get_by_text("makes and changes jobs")).to_be_visible()
    page.get_by_role("button", name="Sign out", exact=True).click()
    expect(page.get_by_role("heading", name="Sign in")).to_be_visible()
    assert kept_here(page) == [] and page.context.cookies() == []


def test_who_only_reads_changes_nothing_and_is_offered_nothing(page: Page, server: Served) -> None:
    sign_in(page, "reader")
    page.get_by_role("link", name="9 Quarry Loop").wait_for()
    for name in ("New attic", "Open a job file or archive", "copy", "bin"):
        expect(page.get_by_role("button", name=name, exact=True)).to_have_count(0)
    page.get_by_role("link", name="9 Quarry Loop").click()
    figure(page, "bags to order").wait_for()
    job = page.url.split("/jobs/")[1].split("/")[0]
    before = server.app.extensions["elm_cover_store"].get(job).saves
    expect(page.locator(".save")).to_contain_text("your account changes no job")
    expect(page.get_by_role("button", name="print")).to_have_count(0)
    page.get_by_role("navigation").get_by_role("link", name="Look over").click()
    field = page.get_by_label("Name", exact=True)
    field.fill("Another name")
    page.keyboard.press("Tab")
    settled(page)
    expect(page.locator(".save")).to_contain_text("your account changes no job")
    assert server.app.extensions["elm_cover_store"].get(job).saves == before
    page.goto(f"{server.address}/calendar")
    expect(page.get_by_text("the office changes it")).to_be_visible()
    for button in ("Propose", "Add a crew"):
        expect(page.get_by_role("button", name=button)).to_have_count(0)
    page.goto(f"{server.address}/people")
    expect(page.get_by_text("The office keeps the list of people.")).to_be_visible()


@pytest.mark.parametrize("size", ["phone"], indirect=True)
def test_somebody_of_a_crew_has_the_day_and_nothing_else(page: Page, size: str, server: Served) -> None:
    sign_in(page, "crew")
    page.get_by_role("link", name="Open the day").click()
    expect(page.get_by_text("Crew Alder").first).to_be_visible()
    expect(page.get_by_text("Crew Birch")).to_have_count(0)
    page.context.clear_cookies()
    page.reload()
    expect(page.get_by_text("Sign in to go on")).to_be_visible()
    page.get_by_role("link", name="Sign in").click()
    sign_in(page, "crew")
    expect(page.get_by_role("link", name="Open the day")).to_be_visible()


def test_without_accounts_there_is_nothing_to_sign_in_to(
    page: Page, server: Served, demo_data: Path, tmp_path: Path
) -> None:
    bare = Served(Path(shutil.copytree(demo_data, tmp_path / "bare")))
    try:
        page.goto(bare.address)
        page.get_by_role("link", name="people").click()
        page.get_by_label("Your name").fill("Ana Ortiz")
        for field in page.locator("input[type=password]").all():
            field.fill(PASSWORD)
        page.get_by_role("button", name="Make the first account").click()
        expect(page.locator(".person")).to_have_count(1)
        with pytest.raises(Exception, match="401"):
            api(bare, "/api/jobs")
    finally:
        bare.stop()
