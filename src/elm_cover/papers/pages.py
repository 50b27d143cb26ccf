"""Papers of several pages: parts that each begin a page, with page n of m on every one."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from datetime import date
from io import BytesIO

from reportlab.lib.pagesizes import letter
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, Frame, Table, TableStyle

from .drawn import HAIRLINE, INK, SOFT
from .lettering import BOLD, REGULAR, sheet
from .page import MARGIN, fitted

# A part: its title, and what stands under it; made anew for each time it is laid, since laying uses it up.
Part = tuple[str, Callable[[], list[Flowable]]]
TOP = 86.0
FOOT = 34.0


def paged(title: str, where: str, parts: Sequence[Part], today: date) -> bytes:
    """The parts as PDF, letter pages; title and place on every page, what it is and the day at the right."""
    buffer = BytesIO()
    width, height = letter
    canvas = sheet(buffer, title)
    for name, made in parts:
        story = made()
        while True:
            _frame_of_page(canvas, (title, where, name), today)
            fill(Frame(MARGIN, FOOT, width - 2 * MARGIN, height - TOP - FOOT, 0, 0, 0, 0), story, canvas)
            canvas.showPage()
            if not story:
                break
    canvas.save()
    return buffer.getvalue()


def ruled(rows: Sequence[list[Flowable]], columns: tuple[float, ...]) -> Table:
    """Rows with a hairline under each. columns: widths in points."""
    lines = [
        ("LINEBELOW", (0, 0), (-1, -1), 0.3, HAIRLINE),
        ("VALIGN", (0, 0), (-1, -1), "TOP"),
        ("TOPPADDING", (0, 0), (-1, -1), 2),
        ("BOTTOMPADDING", (0, 0), (-1, -1), 3),
        ("LEFTPADDING", (0, 0), (-1, -1), 2),
    ]
    return Table(list(rows), colWidths=columns, style=TableStyle(lines))


ROOM = letter[1] - TOP - FOOT


def fill(frame: Frame, story: list[Flowable], canvas: Canvas) -> None:
    """As much of the story as goes into an empty frame; what is taller than a page alone is split, or left out where it cannot be."""
    before = len(story)
    frame.addFromList(story, canvas)
    if not story:
        return
    parts = frame.split(story[0], canvas)
    if len(parts) > 1:
        story[:1] = parts
        frame.addFromList(story, canvas)
    elif len(story) == before:
        story.pop(0)


def _frame_of_page(canvas: Canvas, said: tuple[str, str, str], today: date) -> None:
    width, height = letter
    title, where, name = said
    room = width - 2 * MARGIN - 150
    canvas.setFillColor(INK)
    canvas.setFont(BOLD, 15)
    canvas.drawString(MARGIN, height - 50, fitted(name, BOLD, 15, room))
    canvas.setFont(REGULAR, 9)
    canvas.setFillColor(SOFT)
    place = where if where.startswith(title) else ", ".join(filter(None, (title, where)))
    canvas.drawString(MARGIN, height - 64, fitted(place, REGULAR, 9, room))
    canvas.drawRightString(width - MARGIN, height - 50, "Elm Cover")
    canvas.drawRightString(width - MARGIN, height - 64, today.isoformat())
