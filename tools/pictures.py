"""Takes the pictures in docs/screenshots from the demo data: one of each main view."""

from __future__ import annotations

import sys
import tempfile
from pathlib import Path

from playwright.sync_api import Browser, Page

sys.path.insert(0, str(Path(__file__).resolve().parent.parent))
from tools.running import Server, chromium

FOLDER = Path(__file__).resolve().parent.parent / "docs" / "screenshots"
DESK, PHONE = {"width": 1280, "height": 800}, {"width": 390, "height": 844}


def take(browser: Browser, address: str, folder: Path) -> None:
    """Shelf, the four steps at a desk, dark and metric views, and the workbench on a phone."""
    for size, scheme, mark in ((DESK, "light", ""), (DESK, "dark", "-dark"), (PHONE, "light", "-phone")):
        page = browser.new_context(viewport=size, color_scheme=scheme, timezone_id="UTC").new_page()
        page.goto(address)
        page.get_by_role("link", name="9 Quarry Loop").wait_for()
        if mark != "-dark":
            save(page, folder, f"shelf{mark}")
        page.get_by_role("link", name="9 Quarry Loop").click()
        for step in ("Measure", "Target", "Choose", "Eaves") if not mark else ("Measure",):
            page.get_by_role("navigation").get_by_role("link", name=step).click()
            page.get_by_text("bags to order", exact=True).wait_for()
            save(page, folder, f"{step.lower()}{mark}")
        if mark == "-phone":
            page.get_by_text("Cut", exact=True).first.click()
            save(page, folder, "cut-phone")
        page.context.close()


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
