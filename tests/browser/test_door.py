"""A phone on the firm's network, over real TLS: what it is told before it trusts the program, and that the day's page then works, also
without a signal."""

from __future__ import annotations

import os
import shutil
import subprocess
from collections.abc import Iterator
from datetime import date
from pathlib import Path

import pytest
from cryptography.hazmat.primitives.serialization import Encoding
from playwright.sync_api import Browser, BrowserContext, Page, expect

from elm_cover.demo.people import NAMES, PASSWORD, add_demo_people
from elm_cover.store.calendar import place_all
from elm_cover.store.firm import read_firm
from tests.browser.conftest import SIZES
from tests.lan.machines import Machine
from tests.served import Served
from tools.running import CHROMIUM_FLAGS


class Phone:
    """A browser with a home of its own, in which certificates are kept."""

    def __init__(self, browser: Browser, home: Path) -> None:
        self.browser, self.home = browser, home
        self.context: BrowserContext | None = None

    def start(self) -> Page:
        """The page it opens with; what it kept before is there."""
        self.close()
        self.context = self.browser.browser_type.launch_persistent_context(
            self.home / "profile",
            executable_path=shutil.which("chromium"),
            args=CHROMIUM_FLAGS,
            env={**os.environ, "HOME": str(self.home)},
            viewport=SIZES["phone"],
        )
        return self.context.new_page()

    def close(self) -> None:
        if self.context is not None:
            self.context.close()
        self.context = None

    def take(self, certificate: bytes) -> None:
        """Puts a certificate in, as its owner does in the settings."""
        store = self.home / ".pki" / "nssdb"
        store.mkdir(parents=True, exist_ok=True)
        file = self.home / "taken.pem"
        file.write_bytes(certificate)
        for what in (["-N", "--empty-password"], ["-A", "-t", "C,,", "-n", "elm cover", "-i", str(file)]):
            subprocess.run(["certutil", "-d", f"sql:{store}", *what], check=True, capture_output=True)


@pytest.fixture
def on_network(tmp_path: Path, demo_data: Path) -> Iterator[Served]:
    folder = Path(shutil.copytree(demo_data, tmp_path / "data"))
    add_demo_people(folder)
    found = Served(folder, keeper=Machine(folder).keeper())
    yield found
    found.stop()


@pytest.fixture
def phone(browser: Browser, tmp_path: Path) -> Iterator[Phone]:
    found = Phone(browser, tmp_path / "home")
    found.home.mkdir()
    yield found
    found.close()


def test_a_phone_takes_the_certificate_once_and_has_the_day(on_network: Served, phone: Phone) -> None:
    keeper = on_network.keeper
    assert keeper is not None
    page = phone.start()
    page.goto(f"http://127.0.0.1:{on_network.port}/")
    expect(page.get_by_role("status")).to_contain_text("does not trust the program yet")
    expect(page.locator("#fingerprint")).to_have_text(keeper.authority.fingerprint())
    expect(page.get_by_role("link", name="The crew’s day")).to_be_hidden()
    page.get_by_text("It saves a file").click()
    expect(page.get_by_text("pick the file elm-cover.crt")).to_be_visible()
    phone.take(keeper.authority.certificate.public_bytes(Encoding.PEM))
    page = phone.start()
    page.goto(f"http://127.0.0.1:{on_network.port}/")
    expect(page.get_by_role("status")).to_contain_text("This device trusts the program")
    expect(page.get_by_role("link", name="Take the certificate")).to_be_hidden()
    page.get_by_role("link", name="The crew’s day").click()
    page.get_by_role("link", name="Sign in").click()
    page.get_by_label("Name").fill(NAMES["crew"])
    page.get_by_label("Password").first.fill(PASSWORD)
    page.keyboard.press("Enter")
    page.get_by_role("link", name="Open the day").click()
    expect(page.get_by_text("ready without a connection")).to_be_visible()
    expect(page.get_by_text(f"under the name of {NAMES['crew']}")).to_be_visible()
    expect(page.get_by_text("on this phone").first).to_be_visible()
    on_network.stop()
    page = phone.start()
    page.goto(f"https://127.0.0.1:{on_network.port}/field/")
    expect(page.get_by_text("No connection")).to_be_visible()
    expect(page.get_by_text("on this phone").first).to_be_visible()
    on_network.start()


def test_a_phone_with_an_old_authority_is_told_so(on_network: Served, phone: Phone, tmp_path: Path) -> None:
    """The office's machine was set up anew: the page without TLS is what is left, and says what to do."""
    other = Machine(tmp_path / "other").keeper()
    phone.take(other.authority.certificate.public_bytes(Encoding.PEM))
    page = phone.start()
    page.goto(f"http://127.0.0.1:{on_network.port}/")
    expect(page.get_by_role("status")).to_contain_text("does not trust the program yet")
    expect(page.get_by_role("link", name="Take the certificate")).to_be_visible()


def joined(on_network: Served, phone: Phone, browser: Browser, crew: str = "") -> tuple[Page, Page]:
    """The desk's page of phones, and a phone that scanned its code and trusts the program."""
    keeper = on_network.keeper
    assert keeper is not None
    phone.take(keeper.authority.certificate.public_bytes(Encoding.PEM))
    desk = browser.new_context(ignore_https_errors=True, viewport=SIZES["desk"]).new_page()
    desk.goto(f"{on_network.address}/phones")
    desk.get_by_label("Name").fill(NAMES["office"])
    desk.get_by_label("Password").first.fill(PASSWORD)
    desk.keyboard.press("Enter")
    code = shown(desk, on_network)
    page = phone.start()
    page.goto(code)
    expect(desk.get_by_text("feeder’s phone has joined.")).to_be_visible()
    desk.get_by_role("button", name="Good").click()
    return desk, page


def shown(desk: Page, on_network: Served) -> str:
    """What the code says that the desk shows, as this machine reaches it."""
    desk.get_by_label("A phone joins as").fill("feeder’s phone")
    desk.get_by_role("button", name="Show its code").click()
    expect(desk.get_by_role("timer")).to_contain_text("Works once")
    return f"{on_network.address}/field/#{desk.locator('.code-url').inner_text().partition('#')[2]}"


def on_today(served: Served) -> str:
    """A job of the demo that stands on today."""
    store = served.app.extensions["elm_cover_store"]
    crew = read_firm(store).document["crews"][0]["id"]
    job = next(line.id for line in store.all() if (line.summary or {})["name"] == "6 Ropewalk")
    place_all(store, [(job, crew, date.today(), 0)], "test")
    return str(job)


def test_from_scan_to_the_first_tap_of_todays_job_through_a_day_without_a_signal(
    on_network: Served, phone: Phone, browser: Browser
) -> None:
    job = on_today(on_network)
    desk, page = joined(on_network, phone, browser)
    assert "#" not in page.url
    expect(page.get_by_text("This phone joined as feeder’s phone")).to_be_visible()
    # Three taps at most: the job, the tab, and what is done.
    page.get_by_role("button", name="6 Ropewalk").first.click()
    expect(page.get_by_text("ready without a connection")).to_be_visible()
    expect(page.get_by_role("status").filter(has_text="all is sent")).to_be_visible()
    on_network.stop()
    page = phone.start()
    page.goto(f"{on_network.address}/field/{job}")
    expect(page.get_by_text("Or the certificate is no longer trusted")).to_be_visible()
    assert page.get_by_role("link", name="look whether it is").get_attribute("href") == (
        f"http://127.0.0.1:{on_network.port}/door/"
    )
    page.locator("button.tick").first.click()
    expect(page.get_by_role("status").filter(has_text="not sent: 1")).to_be_visible()
    # A new certificate meanwhile, of the same authority, asks nothing of the phone.
    keeper = on_network.keeper
    assert keeper is not None
    before = keeper.certificate.fingerprint()
    (on_network.folder / "door" / "certificate.pem").unlink()
    assert keeper.look() and keeper.certificate.fingerprint() != before
    on_network.start()
    expect(page.get_by_role("status").filter(has_text="all is sent")).to_be_visible()
    expect(desk.get_by_text("holds nothing unsent")).to_be_visible()


def test_revoked_in_the_middle_it_keeps_all_says_so_and_joins_again(
    on_network: Served, phone: Phone, browser: Browser
) -> None:
    on_today(on_network)
    desk, page = joined(on_network, phone, browser)
    page.get_by_role("button", name="6 Ropewalk").first.click()
    ticks = page.locator("button.tick")
    ticks.first.click()
    expect(page.get_by_role("status").filter(has_text="all is sent")).to_be_visible()
    desk.get_by_role("button", name="Take feeder’s phone off the list").click()
    desk.get_by_role("button", name="Take feeder’s phone off", exact=True).click()
    expect(desk.get_by_text("Taken off the list: 1")).to_be_visible()
    ticks.first.click()
    expect(page.get_by_text("This device was taken off the list")).to_be_visible()
    expect(page.get_by_text("1 entry is held for the office")).to_be_visible()
    # The office takes it; and the phone joins once more, as itself.
    desk.get_by_label("1 from feeder’s phone").check()
    desk.get_by_role("button", name="Take 1 into the log").click()
    expect(desk.get_by_text("Held for you")).to_have_count(0)
    page.goto(shown(desk, on_network))
    page.reload()
    expect(desk.get_by_text("feeder’s phone has joined.")).to_be_visible()
    desk.get_by_role("button", name="Good").click()
    expect(desk.get_by_text("Taken off the list")).to_have_count(0)
    expect(desk.get_by_label("Days that feeder’s phone sees")).to_have_count(1)
    page.get_by_role("button", name="6 Ropewalk").first.click()
    expect(page.get_by_text("held for the office")).to_have_count(0, timeout=75_000)
    expect(page.get_by_role("status").filter(has_text="all is sent")).to_be_visible()


def test_a_code_that_was_used_says_so_on_the_next_phone(
    on_network: Served, phone: Phone, browser: Browser, tmp_path: Path
) -> None:
    keeper = on_network.keeper
    assert keeper is not None
    desk = browser.new_context(ignore_https_errors=True, viewport=SIZES["desk"]).new_page()
    desk.goto(f"{on_network.address}/phones")
    desk.get_by_label("Name").fill(NAMES["office"])
    desk.get_by_label("Password").first.fill(PASSWORD)
    desk.keyboard.press("Enter")
    code = shown(desk, on_network)
    said = []
    for name in ("one", "two"):
        (home := tmp_path / name).mkdir()
        each = Phone(browser, home)
        each.take(keeper.authority.certificate.public_bytes(Encoding.PEM))
        page = each.start()
        page.goto(code)
        expect(page.get_by_role("status").first).to_be_visible()
        said.append(page.get_by_role("status").first.inner_text())
        each.close()
    assert said[0].startswith("This phone joined as feeder’s phone")
    assert said[1].startswith("This phone did not join. It was used, has ended, or never was.")


def test_a_phones_file_is_saved_there_and_brought_in_at_the_desk(
    on_network: Served, phone: Phone, browser: Browser, tmp_path: Path
) -> None:
    job = on_today(on_network)
    desk, page = joined(on_network, phone, browser)
    page.get_by_role("button", name="6 Ropewalk").first.click()
    expect(page.get_by_text("ready without a connection")).to_be_visible()
    on_network.stop()
    page.locator("button.tick").first.click()
    expect(page.get_by_role("status").filter(has_text="not sent: 1")).to_be_visible()
    page.goto(f"{on_network.address}/field/")
    page.get_by_text("hand in as a file").click()
    with page.expect_download() as coming:
        page.get_by_role("button", name="Save the file").click()
    file = tmp_path / "phone.json"
    coming.value.save_as(file)
    phone.close()
    on_network.start()
    desk.reload()
    for said in ("1 taken, 0 known already, 0 refused", "0 taken, 1 known already, 0 refused"):
        desk.locator("input[type=file]").set_input_files(file)
        expect(desk.get_by_role("status").filter(has_text=said)).to_be_visible()
    store = on_network.app.extensions["elm_cover_store"]
    assert store.log(job)[-1].sender.startswith("person ")
    file.write_text("{}")
    desk.locator("input[type=file]").set_input_files(file)
    expect(desk.get_by_role("alert")).to_contain_text("It is no file of a phone")
