"""The phone against an empty React page, both at a quarter of the speed: first load, and tap to drawn count."""

from __future__ import annotations

import gzip
import http.server
import json
import statistics
import subprocess
import tempfile
import threading
import urllib.request
from functools import partial
from pathlib import Path

from playwright.sync_api import Browser, Page

from elm_cover.api.pages import web_folder
from tools.running import Server, chromium
from tools.taps import QUICK_CLOCK, begin_day

ROOT = Path(__file__).resolve().parent.parent
SLOWER = 4
LOADS, TAPS = 7, 40
# From the touch until the browser has drawn what changed.
TAP = """
() => new Promise((done) => {
  const count = document.querySelector('[data-testid=count]');
  const watch = new MutationObserver(() => { watch.disconnect(); requestAnimationFrame(() => setTimeout(() => done(performance.timeOrigin + clock() - began))); });
  watch.observe(count, { subtree: true, childList: true, characterData: true });
  const began = performance.timeOrigin + clock();
  [...document.querySelectorAll('button')].find((b) => b.textContent.startsWith('+1 bag')).click();
})
"""
CLOCK = "const clock = performance.now.bind(performance); window.clock = clock;"


def measure(browser: Browser) -> list[tuple[str, float, float, str]]:
    """name, what was measured, what may be, unit: of the phone against the empty page."""
    with tempfile.TemporaryDirectory() as folder:
        built = Path(folder) / "empty"
        subprocess.run(
            ["npx", "vite", "build", "--logLevel", "error", "--outDir", str(built), "empty"],
            cwd=ROOT / "frontend", check=True, capture_output=True,
        )  # fmt: skip
        serving = http.server.ThreadingHTTPServer(("127.0.0.1", 0), partial(_Quiet, directory=str(built)))
        threading.Thread(target=serving.serve_forever, daemon=True).start()
        empty = f"http://127.0.0.1:{serving.server_port}/"
        server = Server("demo", Path(folder) / "data")
        try:
            job = _job(server.address)
            phone = f"{server.address}/field/{job}"
            loads = (
                [_first_load(browser, empty, "b") for _ in range(LOADS)],
                [_first_load(browser, phone, ".tabs") for _ in range(LOADS)],
            )
            taps = _taps(browser, empty, False), _taps(browser, phone, True)
        finally:
            server.stop()
            serving.shutdown()
    script = sum(len(gzip.compress(f.read_bytes(), 9)) for f in (web_folder() / "field" / "assets").glob("*.js"))
    load, tap = (statistics.median(two) / statistics.median(one) for one, two in (loads, taps))
    print(f"phone at 1/{SLOWER} speed: first load {statistics.median(loads[1]):.0f} ms, empty {statistics.median(loads[0]):.0f}; "
          f"tap {statistics.median(taps[1]):.0f} ms, empty {statistics.median(taps[0]):.0f}")  # fmt: skip
    return [
        ("phone: first load ÷ an empty React page", load, 3, "×"),
        ("phone: tap to drawn count ÷ an empty React page", tap, 3, "×"),
        ("phone: script, gzip", script / 1000, 120, "kB"),
    ]


class _Quiet(http.server.SimpleHTTPRequestHandler):
    def log_message(self, format: str, *args: object) -> None:
        """Nothing."""


def _job(address: str) -> str:
    with urllib.request.urlopen(f"{address}/api/jobs?limit=100") as answer:
        jobs = json.load(answer)["jobs"]
    return str(next(job["id"] for job in jobs if job["headline"]["name"] == "9 Quarry Loop"))


def _slowed(browser: Browser) -> Page:
    context = browser.new_context(viewport={"width": 390, "height": 844})
    context.add_init_script(CLOCK)
    page = context.new_page()
    context.new_cdp_session(page).send("Emulation.setCPUThrottlingRate", {"rate": SLOWER})
    return page


def _first_load(browser: Browser, address: str, shown: str) -> float:
    page = _slowed(browser)
    page.goto(address)
    page.locator(shown).first.wait_for()
    took = page.evaluate(
        "() => { const paints = performance.getEntriesByName('first-contentful-paint'); return paints.length ? paints[0].startTime : performance.now(); }"
    )
    page.context.close()
    return float(took)


def _taps(browser: Browser, address: str, day: bool) -> list[float]:
    page = _slowed(browser)
    page.add_init_script(QUICK_CLOCK)
    page.goto(address)
    if day:
        page.get_by_role("button", name="Fill", exact=True).click()
        begin_day(page)
    page.get_by_test_id("count").wait_for()
    found = [float(page.evaluate(TAP)) for _ in range(TAPS)]
    page.context.close()
    return found[5:]


if __name__ == "__main__":
    with chromium() as opened:
        for name, value, most, unit in measure(opened):
            print(f"{name}: {value:.2f} {unit} ({most} allowed)")
