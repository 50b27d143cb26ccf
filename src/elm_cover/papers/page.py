"""What all papers share: fonts, fitted text, captions, and the fill's textures."""

from __future__ import annotations

from datetime import date
from io import BytesIO

from reportlab.lib.pagesizes import letter
from reportlab.pdfgen.canvas import Canvas

from .drawn import INK, SOFT
from .lettering import BOLD, REGULAR, sheet, width_of

MARGIN = 40.0


def fitted(text: str, font: str, size: float, width: float) -> str:
    """The text, cut with an ellipsis where it is wider than that many points."""
    while text and width_of(text, font, size) > width:
        text = text[:-2].rstrip() + "…"
    return text


def caption(canvas: Canvas, x: float, y: float, text: str) -> None:
    """A small heading."""
    canvas.setFont(BOLD, 9)
    canvas.setFillColor(INK)
    canvas.drawString(x, y, text)


def page_one(buffer: BytesIO, file_title: str, title: str, where: str, kind: str, today: date) -> Canvas:
    """A letter page begun: title and place at the left, what paper it is and the day at the right."""
    width, height = letter
    canvas = sheet(buffer, file_title)
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
