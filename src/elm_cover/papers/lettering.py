"""Letters on paper: ours where it has them, else a wide font beside it, and never a box (Latin, Greek, Cyrillic)."""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass
from functools import cache
from importlib import resources
from io import BytesIO
from typing import Any
from xml.sax.saxutils import escape

from reportlab.lib.colors import HexColor
from reportlab.lib.pagesizes import letter
from reportlab.lib.styles import ParagraphStyle
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Paragraph

from ..core.base.metric import in_metric
from ..job import Fault, Job
from ..job.paper_code import MARK

REGULAR, BOLD = "Hyperlegible", "Hyperlegible-Bold"
WIDE, WIDE_BOLD = "Wide", "Wide-Bold"
BESIDE = {REGULAR: WIDE, BOLD: WIDE_BOLD}
FILES = {
    REGULAR: "AtkinsonHyperlegible-Regular.ttf",
    BOLD: "AtkinsonHyperlegible-Bold.ttf",
    WIDE: "Wide-Regular.ttf",
    WIDE_BOLD: "Wide-Bold.ttf",
}
# What stands for a letter that no font here has.
GAP = "_"
MOST_SHOWN = 12
FOOT_SIZE, FOOT_MARGIN, FOOT_HIGH, FOOT_COLOR = 7.5, 40.0, 14.0, HexColor("#566159")


class LettersMissingError(ValueError):
    """Letters of a job that no font here has: each field with what it would lose on paper."""

    def __init__(self, faults: list[Fault]) -> None:
        super().__init__("; ".join(map(str, faults)))
        self.faults = tuple(faults)


@cache
def fonts() -> None:
    """Registers the fonts that ship with the program; each paper embeds only the letters it prints."""
    folder = resources.files("elm_cover") / "papers" / "fonts"
    for name, file in FILES.items():
        pdfmetrics.registerFont(TTFont(name, str(folder / file)))
    pdfmetrics.registerFontFamily(REGULAR, normal=REGULAR, bold=BOLD, italic=REGULAR, boldItalic=BOLD)
    pdfmetrics.registerFontFamily(WIDE, normal=WIDE, bold=WIDE_BOLD, italic=WIDE, boldItalic=WIDE_BOLD)


@cache
def _has(font: str) -> frozenset[int]:
    fonts()
    return frozenset(pdfmetrics.getFont(font).face.charToGlyph)


_METRIC: ContextVar[bool] = ContextVar("the metric view of a paper", default=False)


@contextmanager
def paper_view(metric: bool) -> Iterator[None]:
    """What is printed in the block is told in feet and inches, or in the metric view."""
    before = _METRIC.set(metric)
    try:
        yield
    finally:
        _METRIC.reset(before)


def metric_paper() -> bool:
    """Whether the paper that is printed is in the metric view."""
    return _METRIC.get()


def measured_in() -> str:
    """What the figures of a drawing are in that stand without their unit."""
    return "millimetres" if metric_paper() else "inches"


def runs(text: str, font: str = REGULAR) -> Iterator[tuple[str, str]]:
    """The text in stretches of one font each: the one asked for, else, word by word, the wide one beside it.

    A letter that neither has is a gap.
    """
    if metric_paper():
        text = in_metric(text)
    held, current = "", font
    for word in re.findall(r"\s+|\S+", unicodedata.normalize("NFC", text)):
        name, shown = _lettered(word, font)
        if held and name != current:
            yield current, held
            held = ""
        current = name
        held += shown
    if held:
        yield current, held


def _lettered(word: str, font: str) -> tuple[str, str]:
    """The font of a word, and how it is printed: all of it in one font, so that it does not fall apart."""
    wide = BESIDE.get(font, font)
    if word.isspace() or all(ord(sign) in _has(font) for sign in word):
        return font, word
    beside = _has(wide)
    return wide, "".join(sign if ord(sign) in beside else GAP for sign in word)


def width_of(text: str, font: str, size: float) -> float:
    """How wide a text is printed, points."""
    return float(sum(pdfmetrics.stringWidth(part, name, size) for name, part in runs(text, font)))


def marked(text: str) -> str:
    """A text for a paragraph: escaped, with the font changed where ours lacks a letter."""
    return "".join(
        escape(part) if name == REGULAR else f'<font name="{name}">{escape(part)}</font>' for name, part in runs(text)
    )


def paragraph(text: str, style: ParagraphStyle) -> Paragraph:
    """A paragraph of marked text, in the view of the paper."""
    return Paragraph(in_metric(text) if metric_paper() else text, style)


@dataclass(frozen=True)
class Issued:
    """What stands at the foot of every page of a paper: its code, and the revision it was made from."""

    code: str = ""
    revision: int | None = None


NOT_ISSUED = Issued()
_ISSUED: ContextVar[Issued] = ContextVar("the paper that is issued", default=NOT_ISSUED)


@contextmanager
def issued_as(issued: Issued) -> Iterator[None]:
    """What is printed in the block says so at its foot."""
    before = _ISSUED.set(issued)
    try:
        yield
    finally:
        _ISSUED.reset(before)


class Sheet(Canvas):  # type: ignore[misc]  # reportlab has no types
    """A canvas that finds a font for each letter, and numbers its pages once it knows how many they are."""

    def __init__(self, *args: Any, **named: Any) -> None:
        self._laid: list[dict[str, Any]] = []
        super().__init__(*args, **named)

    def showPage(self) -> None:  # noqa: N802 – the canvas's own name
        """Keeps the page until all are laid."""
        self._laid.append(dict(self.__dict__))
        self._startPage()

    def save(self) -> None:
        """Numbers the pages, and writes them."""
        if len(self._code):
            self.showPage()
        laid = self._laid
        for number, page in enumerate(laid, 1):
            self.__dict__.update(page)
            self._foot(number, len(laid))
            super().showPage()
        super().save()

    def _foot(self, number: int, count: int) -> None:
        width, _ = self._pagesize
        issued = _ISSUED.get()
        revision = "" if issued.revision is None else f"revision {issued.revision}"
        code = f"code {issued.code}" if issued.code else ""
        self.setFont(REGULAR, FOOT_SIZE)
        self.setFillColor(FOOT_COLOR)
        self.drawString(FOOT_MARGIN, FOOT_HIGH, " · ".join(filter(None, (code, revision))))
        self.drawRightString(width - FOOT_MARGIN, FOOT_HIGH, f"page {number} of {count}")

    def drawString(self, x: float, y: float, text: str, *more: Any, **named: Any) -> None:  # noqa: N802 – the canvas's own name
        """As the canvas's own, stretch by stretch."""
        font, size = self._fontname, self._fontsize
        if font not in BESIDE:
            super().drawString(x, y, text, *more, **named)
            return
        for name, part in runs(text, font):
            self.setFont(name, size)
            super().drawString(x, y, part, *more, **named)
            x += pdfmetrics.stringWidth(part, name, size)
        self.setFont(font, size)

    def drawRightString(self, x: float, y: float, text: str, *more: Any, **named: Any) -> None:  # noqa: N802 – the canvas's own name
        """As the canvas's own, stretch by stretch."""
        self.drawString(x - self._wide(text), y, text, *more, **named)

    def drawCentredString(self, x: float, y: float, text: str, *more: Any, **named: Any) -> None:  # noqa: N802 – the canvas's own name
        """As the canvas's own, stretch by stretch."""
        self.drawString(x - self._wide(text) / 2, y, text, *more, **named)

    def _wide(self, text: str) -> float:
        return width_of(text, self._fontname, self._fontsize)


def sheet(buffer: BytesIO, title: str) -> Sheet:
    """A letter page begun."""
    fonts()
    canvas = Sheet(buffer, pagesize=letter, pageCompression=1, invariant=1)
    canvas.setTitle(title)
    canvas.setAuthor("Elm Cover")
    code = _ISSUED.get().code
    if code:
        # Read from the file as it is, also where its bytes were changed.
        canvas.setKeywords(f"{MARK}{code}")
    return canvas


def missing_letters(job: Job) -> list[Fault]:
    """Every field of the job with letters that no font here has, and which."""
    return [
        Fault(path, _said(lost)) for path, text in _texts(job.model_dump(exclude_unset=True)) if (lost := _lost(text))
    ]


def _said(lost: str) -> str:
    more = f" and {len(lost) - MOST_SHOWN} more" if len(lost) > MOST_SHOWN else ""
    return f"“{lost[:MOST_SHOWN]}”{more}: in no font here, printed as “{GAP}”"


def _lost(text: str) -> str:
    known = _has(REGULAR) | _has(WIDE)
    signs = unicodedata.normalize("NFC", text)
    return "".join(dict.fromkeys(sign for sign in signs if ord(sign) not in known and not sign.isspace()))


def _texts(value: Any, path: str = "") -> Iterator[tuple[str, str]]:
    if isinstance(value, str):
        yield path, value
    elif isinstance(value, dict):
        for key, inner in value.items():
            yield from _texts(inner, f"{path}.{key}" if path else key)
    elif isinstance(value, (list, tuple)):
        for index, inner in enumerate(value):
            yield from _texts(inner, f"{path}[{index}]")
