"""What all papers share: fonts, fitted text, captions, and the fill's textures."""

from __future__ import annotations

from functools import cache
from importlib import resources

from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

from .sheet_drawing import BOLD, INK, REGULAR

MARGIN = 40.0


@cache
def fonts() -> None:
    """Registers the legible font that ships with the program."""
    folder = resources.files("elm_cover") / "formats" / "fonts"
    pdfmetrics.registerFont(TTFont(REGULAR, str(folder / "AtkinsonHyperlegible-Regular.ttf")))
    pdfmetrics.registerFont(TTFont(BOLD, str(folder / "AtkinsonHyperlegible-Bold.ttf")))
    pdfmetrics.registerFontFamily(REGULAR, normal=REGULAR, bold=BOLD)


def fitted(text: str, font: str, size: float, width: float) -> str:
    """The text, cut with an ellipsis where it is wider than that many points."""
    while text and pdfmetrics.stringWidth(text, font, size) > width:
        text = text[:-2].rstrip() + "…"
    return text


def caption(canvas: Canvas, x: float, y: float, text: str) -> None:
    """A small heading."""
    canvas.setFont(BOLD, 9)
    canvas.setFillColor(INK)
    canvas.drawString(x, y, text)
