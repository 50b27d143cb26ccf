"""What papers about a job that is done share: styles, rows of facts, a drawing that takes the room it is given."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from reportlab.lib.styles import ParagraphStyle
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, Table, TableStyle

from .drawn import HAIRLINE, INK, SOFT
from .lettering import BOLD, REGULAR, marked, paragraph
from .pages import ROOM

WIDE = 532.0
GAP = 12.0
PLAIN = ParagraphStyle("done", fontName=REGULAR, fontSize=9.5, leading=12.5, textColor=INK)
SMALL = ParagraphStyle("done small", parent=PLAIN, fontSize=8, leading=10, textColor=SOFT)
HEAD = ParagraphStyle("done head", parent=PLAIN, fontName=BOLD, fontSize=11, leading=14, spaceBefore=10, spaceAfter=3)
LARGE = ParagraphStyle("done large", parent=PLAIN, fontName=BOLD, fontSize=20, leading=25)


class Drawing(Flowable):  # type: ignore[misc]  # reportlab has no types
    """A drawing as wide as the page and as high as it is told; draw(canvas, width, height) puts it at the origin."""

    def __init__(self, high: float, draw: Callable[[Canvas, float, float], None]) -> None:
        super().__init__()
        self._high, self._draw = high, draw
        self._wide = WIDE

    def wrap(self, width: float, _height: float) -> tuple[float, float]:
        """How much room it takes, points."""
        self._wide = width
        return width, self._high

    def draw(self) -> None:
        """Draws it."""
        self._draw(self.canv, self._wide, self._high)


def with_drawing(
    before: list[Flowable],
    draw: Callable[[Canvas, float, float], None],
    after: list[Flowable],
    least: float,
    most: float,
) -> list[Flowable]:
    """The story with a drawing in it that is as large as the page leaves room for; least, most: how high it may be, points."""
    taken = sum(f.wrap(WIDE, ROOM)[1] + f.getSpaceBefore() + f.getSpaceAfter() for f in (*before, *after))
    left = ROOM - taken % ROOM - GAP
    # Where that is too little it has most of a page to itself.
    return [*before, Drawing(min(most, left if left >= least else ROOM - GAP), draw), *after]


def facts(rows: Sequence[tuple[str, str]], name_wide: float = 150.0) -> Table:
    """Names and what is so, a hairline under each."""
    cells = [[paragraph(marked(name), SMALL), paragraph(f"<b>{marked(text)}</b>", PLAIN)] for name, text in rows]
    return Table(
        cells,
        colWidths=(name_wide, WIDE - name_wide),
        style=TableStyle(
            [
                ("LINEBELOW", (0, 0), (-1, -1), 0.3, HAIRLINE),
                ("VALIGN", (0, 0), (-1, -1), "MIDDLE"),
                ("TOPPADDING", (0, 0), (-1, -1), 2),
                ("BOTTOMPADDING", (0, 0), (-1, -1), 3),
                ("LEFTPADDING", (0, 0), (-1, -1), 2),
            ]
        ),
    )


def table(heads: Sequence[str], rows: Sequence[Sequence[str]], widths: Sequence[float]) -> Table:
    """A table with a ruled head; widths are shares of the page."""
    total = sum(widths)
    cells = [[paragraph(f"<b>{marked(head)}</b>", SMALL) for head in heads]]
    cells += [[paragraph(marked(text), PLAIN) for text in row] for row in rows]
    return Table(
        cells,
        colWidths=[WIDE * wide / total for wide in widths],
        repeatRows=1,
        style=TableStyle(
            [
                ("LINEBELOW", (0, 0), (-1, 0), 0.8, INK),
                ("LINEBELOW", (0, 1), (-1, -1), 0.3, HAIRLINE),
                ("VALIGN", (0, 0), (-1, -1), "TOP"),
                ("LEFTPADDING", (0, 0), (-1, -1), 2),
                ("TOPPADDING", (0, 0), (-1, -1), 2),
                ("BOTTOMPADDING", (0, 0), (-1, -1), 3),
            ]
        ),
    )


def signed(*names: str) -> Table:
    """Lines to sign on."""
    share = WIDE / len(names)
    return Table(
        [[paragraph(marked(name), SMALL) for name in names]],
        colWidths=[share] * len(names),
        style=TableStyle([("LINEABOVE", (0, 0), (-1, 0), 0.6, INK), ("TOPPADDING", (0, 0), (-1, -1), 2)]),
        spaceBefore=44,
    )
