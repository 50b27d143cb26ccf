"""Access for all: axe finds nothing, labels stay clear, contrast holds in both views."""

from __future__ import annotations

import itertools
import re
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import SIZES, figure, open_demo, part, settled
from tests.served import Served

STEPS = ("Look over", "Measure", "Target", "Choose", "Eaves", "Load", "Install")
PARTS = ("floor", "old fill", "obstacles", "walk-over")
CHOOSE_PARTS = ("cores", "fill", "batts", "price")
EAVES_PARTS = ("bays", "plate", "corner", "vents")
PARTS_OF = {"Load": ("truck", "reach", "sale, dates"), "Measure": PARTS, "Choose": CHOOSE_PARTS, "Eaves": EAVES_PARTS}
ROOT = Path(__file__).parent.parent.parent
AXE = ROOT / "frontend" / "node_modules" / "axe-core" / "axe.min.js"
TOKENS = (ROOT / "frontend" / "src" / "theme" / "tokens.css").read_text()

# Boxes of the labels in the drawings, and those lines that run through them and are not hidden under them.
CLASHES = """() => {
  const labels = [...document.querySelectorAll('.drawing [data-label]')].map(e => ({text: e.textContent, box: e.getBoundingClientRect(), plate: !!e.closest('.old-flag, .fill-flag'), end: e.closest('.end')}));
  const clashes = [];
  const inside = (b, x, y) => x > b.left + 1 && x < b.right - 1 && y > b.top + 2 && y < b.bottom - 2;
  labels.forEach((a, i) => {
    for (const b of labels.slice(i + 1))
      if (a.box.left < b.box.right - 1 && b.box.left < a.box.right - 1 && a.box.top < b.box.bottom - 2 && b.box.top < a.box.bottom - 2)
        clashes.push(`${a.text} lies on ${b.text}`);
    const canvas = document.querySelector('.drawing .canvas').getBoundingClientRect();
    if (a.box.left < canvas.left - 1 || a.box.right > canvas.right + 1) clashes.push(`${a.text} is cut off`);
  });
  for (const line of document.querySelectorAll('.drawing [data-line]')) {
    const matrix = line.getScreenCTM(), length = line.getTotalLength();
    const clip = line.closest('[clip-path]') ? document.querySelector('.ruler rect').getBoundingClientRect().left : Infinity;
    for (let at = 0; at <= length; at += 2) {
      const p = line.getPointAtLength(at).matrixTransform(matrix);
      const sheet = line.ownerSVGElement.getBoundingClientRect();
      if (p.x > clip || p.y < sheet.top || p.y > sheet.bottom) continue;
      for (const label of labels)
        if (!label.plate && inside(label.box, p.x, p.y)) clashes.push(`${label.text} lies across ${line.getAttribute('class')}`);
    }
  }
  return [...new Set(clashes)];
}"""


def axe(page: Page) -> list[Any]:
    page.evaluate(AXE.read_text())
    found = page.evaluate("axe.run({resultTypes: ['violations']})")
    return [
        (v["id"], [n["target"] for n in v["nodes"]], v["nodes"][0].get("failureSummary")) for v in found["violations"]
    ]


@pytest.mark.parametrize(("size", "scheme"), [("desk", "light"), ("phone", "dark")], indirect=["size"])
def test_axe_finds_nothing_and_text_and_targets_are_large_enough(page: Page, size: str, scheme: str) -> None:
    """Every step on one walk: both sizes, both views; that colours contrast in both is measured on the tokens below."""
    least = [13, 24] if size == "desk" else [16, 44]
    nothing: dict[str, list[str]] = {"small": [], "narrow": []}
    page.emulate_media(color_scheme=scheme, reduced_motion="reduce")  # type: ignore[arg-type]
    expect(page.get_by_role("link", name="9 Quarry Loop")).to_be_visible()
    assert axe(page) == [] and page.evaluate(SMALL, least) == nothing
    for step in STEPS:
        if step == STEPS[0]:
            open_demo(page, step)
        else:
            page.get_by_role("navigation").get_by_role("link", name=step).click()
        for name in PARTS_OF.get(step, ("",)):
            if name:
                part(page, name)
            settled(page)
            assert axe(page) == [], (step, name)
            assert page.evaluate(SMALL, least) == nothing, (step, name)
    if size == "phone":
        page.locator(".tabs").get_by_text("Bags").click()
    else:
        page.keyboard.press("?")
    settled(page)
    assert axe(page) == []


@pytest.mark.parametrize("scheme", ["light", "dark"])
def test_the_calendar_is_open_to_all(page: Page, size: str, scheme: str) -> None:
    page.emulate_media(color_scheme=scheme, reduced_motion="reduce")  # type: ignore[arg-type]
    page.get_by_role("link", name="Calendar", exact=True).click()
    page.get_by_role("button", name="A week on").click()
    bar = page.locator(".cal-scroll[aria-busy=false] .cal-bar").first
    expect(bar).to_be_visible()
    settled(page)
    assert axe(page) == []
    bar.press("Enter")
    expect(page.get_by_role("dialog")).to_be_visible()
    settled(page)
    assert axe(page) == []


def test_the_reading_page_is_open_to_all(page: Page) -> None:
    # The jobs push the link down as they come in.
    expect(page.get_by_role("link", name="9 Quarry Loop")).to_be_visible()
    page.get_by_role("link", name="How other programs talk").click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("requests and answers")
    expect(page.get_by_role("heading", name="POST /api/plan", level=2)).to_be_visible()
    # A hundred and more alike parts: the first dozen stand for them.
    page.evaluate("document.querySelectorAll('.reference section').forEach((part, i) => i > 11 && part.remove())")
    assert axe(page) == []


@pytest.mark.parametrize(
    ("size", "job"),
    [("desk", "9 Quarry Loop"), ("desk", "3 Weir Bank"), ("desk", "17 Tannery Hill"), ("phone", "3 Weir Bank")],
    indirect=["size"],
)
def test_labels_stay_clear_in_every_part_of_every_demo_job(page: Page, size: str, job: str) -> None:
    open_demo(page, "Look over", job)
    settled(page)
    assert page.evaluate(CLASHES) == []
    page.get_by_role("navigation").get_by_role("link", name="Measure").click()
    names = page.evaluate("[...document.querySelectorAll('.floor .other')].map(e => e.getAttribute('aria-label'))")
    for name in [None, *names]:
        if name:
            page.get_by_role("button", name=name, exact=True).press("Enter")
        for measured in PARTS:
            part(page, measured)
            settled(page)
            assert page.evaluate(CLASHES) == [], (name, measured)
        if name:
            break  # one more section is enough for a job


@pytest.mark.parametrize("size", ["phone"], indirect=True)
def test_labels_never_lie_across_lines_or_each_other(page: Page, size: str) -> None:
    open_demo(page)
    for metric, view in itertools.product((False, True), ("A end", "whole", "B end")):
        if size == "phone":
            page.locator(".tabs").get_by_text("Floor").click()
            settled(page)
            assert page.evaluate(CLASHES) == []
            page.locator(".tabs").get_by_text("Cut").click()
        page.locator(".cut-view").get_by_text(view).click()
        settled(page)
        assert page.evaluate(CLASHES) == [], (metric, view)
        if view == "B end":
            page.get_by_role("heading", name="Measure", exact=True).click()
            page.keyboard.press("m")


def test_labels_stay_clear_wherever_the_cut_is(page: Page) -> None:
    open_demo(page)
    page.keyboard.press("c")
    for _ in range(12):
        page.keyboard.press("ArrowRight")
        settled(page, 40)
        assert page.evaluate(CLASHES) == []


def test_nothing_scrolls_sideways_on_a_phone_or_at_200_percent(page: Page, size: str) -> None:
    if size == "desk":
        page.set_viewport_size({"width": 640, "height": 400})
    open_demo(page)
    for step in ("Target", "Choose", "Eaves"):
        wide = page.evaluate("document.documentElement.scrollWidth - document.documentElement.clientWidth")
        assert wide <= 0, step
        page.get_by_role("navigation").get_by_role("link", name=step).click()
    figure(page, "bags to order").wait_for()


SMALL = """([least, target]) => {
  const seen = e => e.checkVisibility() && e.getBoundingClientRect().width > 1 && !e.closest('.hidden, [aria-hidden=true]');
  const name = e => `${e.tagName} ${e.className.baseVal ?? e.className} “${(e.textContent || '').slice(0, 30)}”`;
  const texts = [...document.querySelectorAll('body *')].filter(e => seen(e) && [...e.childNodes].some(n => n.nodeType === 3 && n.textContent.trim()));
  const small = texts.filter(e => parseFloat(getComputedStyle(e).fontSize) < least).map(name);
  const targets = [...document.querySelectorAll('button, a, summary, input:not([type=radio]):not([type=checkbox]):not([type=file]), .pick-option, .product, [role=slider] .touch')];
  const narrow = targets.filter(e => seen(e) && !e.matches('.figure, .link, .job-card a') && e.getBoundingClientRect().height < target - 0.5).map(name);
  return {small: [...new Set(small)], narrow: [...new Set(narrow)]};
}"""


def test_text_and_targets_of_the_cut_are_large_enough_on_a_phone(browser: Browser, server: Served) -> None:
    context = browser.new_context(viewport=SIZES["phone"], has_touch=True)
    page = context.new_page()
    page.goto(server.address)
    open_demo(page)
    page.locator(".tabs").get_by_text("Cut").click()
    page.locator(".cut svg").last.wait_for()
    assert page.evaluate(SMALL, [16, 44]) == {"small": [], "narrow": []}
    context.close()


def test_text_and_targets_of_the_calendar_are_large_enough(page: Page, size: str) -> None:
    least, target = (13, 24) if size == "desk" else (16, 44)
    page.get_by_role("link", name="Calendar", exact=True).click()
    page.get_by_role("button", name="A week on").click()
    page.locator(".cal-scroll[aria-busy=false] .cal-bar").first.wait_for()
    settled(page)
    assert page.evaluate(SMALL, [least, target]) == {"small": [], "narrow": []}


def tokens(view: str) -> dict[str, str]:
    light, dark = TOKENS.split(":root[")
    found = dict(re.findall(r"--ec-([a-z-]+): (#[0-9a-f]{6})", light))
    return found | (dict(re.findall(r"--ec-([a-z-]+): (#[0-9a-f]{6})", dark)) if view == "dark" else {})


def contrast(a: str, b: str) -> float:
    def luminance(color: str) -> float:
        channels = [int(color[i : i + 2], 16) / 255 for i in (1, 3, 5)]
        linear = [c / 12.92 if c <= 0.04045 else ((c + 0.055) / 1.055) ** 2.4 for c in channels]
        return 0.2126 * linear[0] + 0.7152 * linear[1] + 0.0722 * linear[2]

    brighter, darker = sorted((luminance(a), luminance(b)), reverse=True)
    return (brighter + 0.05) / (darker + 0.05)


@pytest.mark.parametrize("view", ["light", "dark"])
def test_contrast_of_the_tokens(view: str) -> None:
    t = tokens(view)
    grounds = ("paper", "sheet", "field")
    for text, ground in itertools.product(("ink", "soft", "leaf-text", "amber-text", "rust"), grounds):
        assert contrast(t[text], t[ground]) >= 4.5, (text, ground)
    for text, ground in (
        ("on-leaf", "leaf"),
        ("leaf-text", "leaf-pale"),
        ("ink", "amber-pale"),
        ("ink", "rust-pale"),
        ("ink", "leaf-pale"),
    ):
        assert contrast(t[text], t[ground]) >= 4.5, (text, ground)
    for line, ground in itertools.product(("edge", "leaf", "bark", "amber", "rust", "air"), ("paper", "sheet")):
        assert contrast(t[line], t[ground]) >= 3.0, (line, ground)
