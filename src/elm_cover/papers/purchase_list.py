"""What to order for a stretch of days on paper, a part for each supplier (handbook §15, week's order)."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date

from reportlab.lib.styles import ParagraphStyle
from reportlab.platypus import Flowable, Table, TableStyle

from ..core.base.units import fixed
from ..core.crew import OrderedLine
from ..core.schedule import day_words
from .drawn import HAIRLINE, INK, SOFT
from .lettering import BOLD, REGULAR, marked, paragraph
from .pages import Part, paged

PLAIN = ParagraphStyle("order", fontName=REGULAR, fontSize=9, leading=11.5, textColor=INK)
SMALL = ParagraphStyle("order small", parent=PLAIN, fontSize=8, leading=10, textColor=SOFT)
STRONG = ParagraphStyle("order strong", parent=PLAIN, fontName=BOLD)
COLUMNS = (184.0, 62.0, 62.0, 92.0, 62.0, 70.0)
HEAD = ("what", "needed", "on hand", "to order", "short on", "for")


def purchase_list(firm: str, lines: Sequence[OrderedLine], first: date, last: date, today: date) -> bytes:
    """The list as PDF. firm: its name, or nothing. Lines as they come: by supplier."""
    suppliers = list(dict.fromkeys(line.supplier for line in lines))
    span = f"{day_words(first)} to {day_words(last)} {last.year}"
    parts: list[Part] = [
        (
            f"Order: {supplier}" if supplier else "Order",
            lambda supplier=supplier: _list([line for line in lines if line.supplier == supplier]),  # type: ignore[misc]
        )
        for supplier in suppliers
    ] or [("Order", lambda: [paragraph("No job begins on these days: nothing is needed.", PLAIN)])]
    return paged(firm or "To order", span, parts, today)


def _list(lines: Sequence[OrderedLine]) -> list[Flowable]:
    rows: list[list[Flowable]] = [[paragraph(text, SMALL) for text in HEAD]]
    for line in lines:
        rows.append(
            [
                paragraph(marked(line.title), PLAIN),
                paragraph(fixed(line.needed, 1), PLAIN),
                paragraph(fixed(line.on_hand, 1), PLAIN),
                paragraph(f"{fixed(line.order)} {marked(line.unit)}", STRONG),
                paragraph("" if line.short_on is None else day_words(line.short_on), SMALL),
                paragraph(marked(", ".join(line.jobs)), SMALL),
            ]
        )
    style = TableStyle([("LINEBELOW", (0, 0), (-1, -1), 0.3, HAIRLINE), ("VALIGN", (0, 0), (-1, -1), "TOP")])
    said = "Needs of all jobs that begin on these days, spare and waste in them, less stock; rounded up once for each thing."
    return [paragraph(said, PLAIN), Table(rows, colWidths=COLUMNS, style=style, repeatRows=1)]
