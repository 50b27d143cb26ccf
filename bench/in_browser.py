"""From an edit to the painted figure, in Chromium, and the size of the first load."""

from __future__ import annotations

import gzip
import statistics
import tempfile
from pathlib import Path

from elm_cover.api.pages import web_folder
from tools.running import Server, chromium

EDITS = 40
WARM_UP = 6
EDIT_TO_PAINT = """async (key) => {
  const figure = document.querySelector('.tally .cell.large b');
  const before = figure.textContent;
  const flag = document.querySelector('#fill-flag');
  flag.focus();
  const start = performance.now();
  flag.dispatchEvent(new KeyboardEvent('keydown', {key, bubbles: true}));
  while (document.querySelector('.tally .cell.large b').textContent === before) await new Promise(requestAnimationFrame);
  await new Promise(requestAnimationFrame);
  return performance.now() - start;
}"""


def edit_to_paint_ms() -> tuple[float, float]:
    """p50 and p95 over many single steps of the flag, from key to the frame after the new bag count."""
    with tempfile.TemporaryDirectory() as folder, chromium() as browser:
        server = Server("demo", Path(folder))
        try:
            page = browser.new_page(viewport={"width": 1280, "height": 800})
            page.goto(server.address)
            page.get_by_role("link", name="9 Quarry Loop").click()
            page.locator("#fill-flag").wait_for()
            page.wait_for_timeout(500)
            for i in range(WARM_UP):
                page.evaluate(EDIT_TO_PAINT, "ArrowDown" if i % 2 else "ArrowUp")
            times = [page.evaluate(EDIT_TO_PAINT, "ArrowDown" if i % 2 else "ArrowUp") for i in range(EDITS)]
        finally:
            server.stop()
    return statistics.median(times), statistics.quantiles(times, n=20)[-1]


def first_load_kb() -> float:
    """The page, its script and style as gzip, and the fonts that the first screen uses, kB."""
    folder = web_folder()
    text = [folder / "index.html", *folder.glob("assets/*.js"), *folder.glob("assets/*.css")]
    fonts = [f for f in folder.glob("assets/*.woff2") if "latin-ext" not in f.name]
    return (sum(len(gzip.compress(f.read_bytes())) for f in text) + sum(f.stat().st_size for f in fonts)) / 1000
