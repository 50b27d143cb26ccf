"""A phone on the firm's network, over real TLS: what it is told before it trusts the program, and that the day's page then works, also
without a signal."""

from __future__ import annotations

import os
import shutil
import subprocess
from collections.abc import Iterator
from pathlib import Path

import pytest
from cryptography.hazmat.primitives.serialization import Encoding
from playwright.sync_api import Browser, BrowserContext, Page, expect

from elm_cover.demo.people import NAMES, PASSWORD, add_demo_people
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
