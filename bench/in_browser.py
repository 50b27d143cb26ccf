"""From an edit to the painted figure, in Chromium, and the size of the first load."""

from __future__ import annotations

import json
import statistics
import tempfile
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from playwright.sync_api import Page

from bench.commits import COUNTER, counted
from tools.running import Server, chromium

EDITS = 40
COUNTED, SAVED_MS = 6, 1600
WARM_UP = 6
EDIT_TO_PAINT = """async (key) => {
  const tally = () => document.querySelector('.tally').textContent;
  const before = tally();
  const flag = document.querySelector('#fill-flag');
  flag.focus();
  const start = performance.now();
  flag.dispatchEvent(new KeyboardEvent('keydown', {key, bubbles: true}));
  while (tally() === before) await new Promise(requestAnimationFrame);
  await new Promise(requestAnimationFrame);
  return performance.now() - start;
}"""


# The flag glides an eighth a step, instead of from row to row of the chart; it begins low.
GLIDES = """async (path) => {
  const stored = await fetch(path);
  const { document: job } = await stored.json();
  job.settings = { ...job.settings, chart_rule: 'interpolate' };
  for (const chosen of Object.values(job.choice)) chosen.depth = { by: 'installed_in', value_in: 6 };
  const headers = { 'Content-Type': 'application/json', 'If-Match': stored.headers.get('ETag') };
  const kept = await fetch(path, { method: 'PUT', headers, body: JSON.stringify(job) });
  if (!kept.ok) throw new Error(await kept.text());
}"""
# So long after its start a server's workers are loaded.
AT_REST_MS = 6000


@contextmanager
def demo_job(name: str, script: str = "") -> Iterator[Page]:
    """A demo job opened at a desk, its flag gliding, served by a process of its own. script: what runs before the page's own."""
    with tempfile.TemporaryDirectory() as folder, chromium() as browser:
        server = Server("demo", Path(folder))
        try:
            page = browser.new_page(viewport={"width": 1280, "height": 800})
            page.add_init_script(script)
            page.goto(server.address)
            page.get_by_role("link", name=name).wait_for()
            path = page.get_by_role("link", name=name).get_attribute("href") or ""
            page.evaluate(GLIDES, f"/api{'/'.join(path.split('/')[:3])}")
            page.goto(server.address + path)
            page.locator("#fill-flag").wait_for()
            page.wait_for_timeout(500)
            yield page
        finally:
            server.stop()


def edits_in_browser() -> tuple[float, float, tuple[float, float]]:
    """Commits and components rendered an edit, with its save; p50 and p95 over many single steps of the flag, from key to
    the frame after the new figures, ms."""
    with demo_job("9 Quarry Loop", COUNTER) as page:
        page.wait_for_timeout(SAVED_MS)
        counted(page)
        for i in range(COUNTED):
            page.evaluate(EDIT_TO_PAINT, "ArrowDown" if i % 2 else "ArrowUp")
            page.wait_for_timeout(SAVED_MS)
        commits, renders = counted(page)
    with demo_job("9 Quarry Loop") as page:
        return commits / COUNTED, renders / COUNTED, _steps_of_the_flag(page, 0)


# As long after an edit as the corners are being solved.
WHILE_SOLVING_MS = 260


NOTHING_SOLVED_MS = 1000


def edit_to_paint_at_the_eaves_ms(pause_ms: float) -> tuple[float, float]:
    """The same at the eaves of an attic with seven runs, so long after the edit before it."""
    with demo_job("3 Weir Bank") as page:
        page.get_by_role("navigation").get_by_role("link", name="Eaves").click()
        page.get_by_role("radio", name="corner", exact=True).check()
        page.locator(".isotherm").first.wait_for()
        return _steps_of_the_flag(page, pause_ms)


def _steps_of_the_flag(page: Page, pause_ms: float) -> tuple[float, float]:
    """One step up after the other, so that no depth was planned before."""
    page.wait_for_timeout(AT_REST_MS)
    times = []
    for _ in range(WARM_UP + EDITS):
        times.append(page.evaluate(EDIT_TO_PAINT, "ArrowUp"))
        page.wait_for_timeout(pause_ms)
    return statistics.median(times[WARM_UP:]), statistics.quantiles(times[WARM_UP:], n=20)[-1]


# One move in each animation frame; the next frame tells whether the handle stands where it was put.
DRAG = """async (moves) => {
  const corner = document.querySelector('.floor .corner');
  const box = corner.getBoundingClientRect();
  const [x, y] = [box.left + box.width / 2, box.top + box.height / 2];
  const at = (type, px) => new PointerEvent(type, {clientX: px, clientY: y, button: 0, bubbles: true, altKey: true});
  corner.dispatchEvent(at('pointerdown', x));
  const frame = () => new Promise(requestAnimationFrame);
  const frames = [];
  let shown = 0, last = await frame();
  for (let i = 1; i <= moves; i++) {
    const px = x + 40 * Math.sin(i / 15);
    window.dispatchEvent(at('pointermove', px));
    const now = await frame();
    frames.push(now - last);
    last = now;
    const drawn = document.querySelector('.floor .corner').getBoundingClientRect();
    if (i < 3 || Math.abs(drawn.left + drawn.width / 2 - px) < 1) shown += 1;
  }
  window.dispatchEvent(at('pointerup', x));
  frames.sort((a, b) => a - b);
  return [shown / moves, frames[Math.floor(frames.length * 0.95)]];
}"""
MOVES = 180


def corner_drag(document: dict[str, Any]) -> tuple[float, float]:
    """Of a corner dragged once a frame: the share of moves drawn in the very next frame, and the p95 frame, ms."""
    with tempfile.TemporaryDirectory() as folder, chromium() as browser:
        server = Server("demo", Path(folder))
        try:
            asked = urllib.request.Request(
                f"{server.address}/api/jobs", json.dumps(document).encode(), {"Content-Type": "application/json"}
            )
            with urllib.request.urlopen(asked) as answer:
                job = json.load(answer)["id"]
            page = browser.new_page(viewport={"width": 1280, "height": 800})
            page.goto(f"{server.address}/jobs/{job}/measure")
            page.locator(".floor .corner").first.wait_for()
            page.wait_for_timeout(1500)
            page.evaluate(DRAG, 30)
            page.wait_for_timeout(1500)
            shown, frame = page.evaluate(DRAG, MOVES)
        finally:
            server.stop()
    return shown, frame


class Received:
    """Bytes of page, scripts, styles and fonts as they came over the wire, heads and all. Counted from here on."""

    KINDS = frozenset({"Document", "Script", "Stylesheet", "Font"})

    def __init__(self, page: Page) -> None:
        self.bytes = 0
        kinds: dict[str, str] = {}
        session = page.context.new_cdp_session(page)
        session.on("Network.responseReceived", lambda told: kinds.update({told["requestId"]: told["type"]}))
        session.on("Network.loadingFinished", lambda told: self._add(kinds.get(told["requestId"], ""), told))
        session.send("Network.enable")

    def _add(self, kind: str, told: dict[str, Any]) -> None:
        if kind in self.KINDS:
            self.bytes += int(told["encodedDataLength"])


def first_load_kb() -> tuple[float, float, float]:
    """What is sent to a browser that was never here before the shelf is there, before a job opened at once is planned and
    drawn, and by the time it has what it can load when nothing else is to be done, kB."""
    with tempfile.TemporaryDirectory() as folder, chromium() as browser:
        server = Server("demo", Path(folder))
        try:
            page = browser.new_page(viewport={"width": 1280, "height": 800})
            shelf = Received(page)
            page.goto(server.address)
            page.get_by_role("link", name="9 Quarry Loop").wait_for()
            path = page.get_by_role("link", name="9 Quarry Loop").get_attribute("href")
            page.wait_for_timeout(300)
            page.close()
            page = browser.new_context(viewport={"width": 1280, "height": 800}).new_page()
            bench = Received(page)
            page.goto(f"{server.address}{path}")
            page.locator("#fill-flag").wait_for()
            page.wait_for_timeout(300)
            drawn = bench.bytes
            page.wait_for_timeout(3000)
        finally:
            server.stop()
    return shelf.bytes / 1000, drawn / 1000, bench.bytes / 1000
