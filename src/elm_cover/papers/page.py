"""What all papers share: fonts, fitted text, captions, and the fill's textures."""

from __future__ import annotations

from datetime import date
from functools import cache
from importlib import resources
from io import BytesIO

from reportlab.lib.pagesizes import letter
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

from .drawn import BOLD, INK, REGULAR, SOFT

MARGIN = 40.0


@cache
def fonts() -> None:
    """Registers the legible font that ships with the program."""
    folder = resources.files("elm_cover") / "papers" / "fonts"
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


def page_one(buffer: BytesIO, file_title: str, title: str, where: str, kind: str, today: date) -> Canvas:
    """A letter page begun: title and place at the left, what paper it is and the day at the right."""
    fonts()
    width, height = letter
    canvas = Canvas(buffer, pagesize=letter, pageCompression=1, invariant=1)
    canvas.setTitle(file_title)
    canvas.setAuthor("Elm Cover")
    room = width - 2 * MARGIN - 130
    canvas.setFillColor(INK)
    canvas.setFont(BOLD, 17)
    canvas.drawString(MARGIN, height - 54, fitted(title, BOLD, 17, room))
    canvas.setFont(REGULAR, 9)
    canvas.setFillColor(SOFT)
    canvas.drawString(MARGIN, height - 68, fitted(where, REGULAR, 9, room))
    canvas.drawRightString(width - MARGIN, height - 54, kind)
    canvas.drawRightString(width - MARGIN, height - 68, f"planned {today.isoformat()}")
    return canvas
