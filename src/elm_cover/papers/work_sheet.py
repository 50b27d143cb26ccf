"""The work list on paper: what is done before the fill, with boxes to tick; the holes to find; a page for each trade."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date

from reportlab.lib.styles import ParagraphStyle
from reportlab.platypus import Flowable, Table, TableStyle

from ..core.base.units import fixed
from ..core.done import day_of, plan_logged
from ..core.given import HoleToFind
from ..core.work import AS_IT_IS, DONE, GONE, KINDS, LEFT, STOP, TradeLine, WorkItem, WorkList, materials_of
from ..job import Job
from ..job.log_entry import LogEntry
from .drawn import INK, SOFT
from .lettering import BOLD, REGULAR, marked, paragraph
from .pages import Part, paged, ruled

PLAIN = ParagraphStyle("work", fontName=REGULAR, fontSize=9, leading=11.5, textColor=INK)
SMALL = ParagraphStyle("work small", parent=PLAIN, fontSize=8, leading=10, textColor=SOFT)
HEAD = ParagraphStyle("work head", parent=PLAIN, fontName=BOLD, fontSize=10.5, spaceBefore=8, spaceAfter=2)
WIDE = 532.0
MOST_BOXES, A_ROW = 64, 16
COLUMNS = (20.0, 24.0, 344.0, 84.0, 60.0)
CREW_FIRST = (
    "Step on framing only; nails come through the deck. Take every wire to be live. Respirator, eyes, gloves, sleeves; a light; "
    "someone who knows you are up there. Only metal and high-temperature sealant at flues and chimneys. Local code, the product's "
    "label and licensed trades have the last word over this list."
)


class Box(Flowable):  # type: ignore[misc]  # reportlab has no types
    """A box to tick, told apart without colour: empty, ticked, struck out, or doubled for a stop."""

    SIDE = 9.0

    def __init__(self, state: str = "to_do") -> None:
        super().__init__()
        self.state = state

    def wrap(self, *_room: float) -> tuple[float, float]:
        """How much room it takes, points."""
        return self.SIDE + 3, self.SIDE + 2

    def draw(self) -> None:
        """Draws it."""
        canvas, side = self.canv, self.SIDE
        canvas.setStrokeColor(INK)
        canvas.setLineWidth(0.9)
        canvas.rect(0, 0, side, side)
        if self.state == DONE:
            canvas.setLineWidth(1.6)
            canvas.lines([(1.5, 4.5, 3.8, 1.8), (3.8, 1.8, 8, 8)])
        elif self.state in (LEFT, AS_IT_IS):
            canvas.line(0, 0, side, side)
        elif self.state == STOP:
            canvas.setLineWidth(1.6)
            canvas.rect(2.5, 2.5, side - 5, side - 5)


def work_sheet(job: Job, today: date, log: Sequence[LogEntry] = ()) -> bytes:
    """The work list of a job as PDF: the list, the holes that should be there, and one page for each trade."""
    result = plan_logged(job, day_of(log))
    work = result.work
    names = {s.id: s.name or s.id for s in result.sections} if len(result.sections) > 1 else {}
    parts: list[Part] = [("What is done before the fill", lambda: _list(work, names))]
    if result.look.holes:
        parts.append(("Holes that should be there", lambda: _holes(result.look.holes)))
    for trade in work.trades:
        if trade.who != "crew":
            parts.append((f"For the {trade.who}", lambda trade=trade: _trade(work, trade, names)))  # type: ignore[misc]
    return paged(job.name or "Unnamed job", job.address or "", parts, today)


def _list(work: WorkList, names: dict[str, str]) -> list[Flowable]:
    gate = work.gate
    state = "Ready to close." if gate.ready else f"Ready to close: {gate.done} of {gate.items}, {gate.stops} stops."
    story: list[Flowable] = [
        paragraph(f"<b>{state}</b> {fixed(work.person_hours, 1)} person-hours. {marked(CREW_FIRST)}", PLAIN)
    ]
    for group in work.groups:
        items = [item for item in work.items if item.group == group.group and item.state != GONE]
        if items:
            story += [paragraph(marked(group.title), HEAD), ruled([_item_line(item, names) for item in items], COLUMNS)]
    needed = materials_of(work.items)
    if needed:
        said = "; ".join(
            f"{need.containers} × {need.title.lower()}, {need.container}"
            if need.container != "piece"
            else f"{need.containers} × {need.title.lower()}"
            for need in needed
        )
        story += [paragraph("Material", HEAD), paragraph(marked(said) + ".", PLAIN)]
    others = [missing for missing in gate.missing if missing.key is None]
    if others:
        text = "; ".join(f"{missing.what}: {missing.why}" for missing in others)
        story += [paragraph("Also open", HEAD), paragraph(marked(text) + ".", PLAIN)]
    return story


def _item_line(item: WorkItem, names: dict[str, str]) -> list[Flowable]:
    where = names.get(item.section or "", "")
    more = " · ".join(item.pieces)
    if item.state == LEFT and item.done is not None:
        more = f"left out by {item.done.by}: {item.done.reason}"
    if item.state == DONE and item.done is not None and item.done.by != "local":
        more = f"done by {item.done.by}"
    what = f"<b>{marked(item.what)}</b>" + (f" <font color='#566159'>{marked(more)}</font>" if more else "")
    return [
        Box(item.state),
        paragraph(str(item.number), PLAIN),
        paragraph(what, PLAIN),
        paragraph(marked(where), SMALL),
        paragraph(marked(item.who if item.who != "crew" else f"{fixed(item.person_hours, 1)} h"), SMALL),
    ]


def _holes(holes: Sequence[HoleToFind]) -> list[Flowable]:
    """A box for each hole that should be there, those found ticked."""
    rows = []
    for hole in holes:
        expected, found = hole.expected or 0, min(hole.found or 0, hole.expected or 0)
        boxes = _boxes(found, min(expected, MOST_BOXES)) if expected else paragraph("count them: ______", SMALL)
        count = "" if hole.expected is None else f"{hole.found or 0} of {hole.expected}"
        rows.append(
            [
                paragraph(marked(hole.trade), SMALL),
                paragraph(f"<b>{marked(hole.what)}</b>", PLAIN),
                boxes,
                paragraph(count, SMALL),
            ]
        )
    said = "What stands in a room comes up here: count from below, find and mark each from above."
    return [paragraph(said, PLAIN), ruled(rows, (60.0, 180.0, 232.0, 60.0))]


def _boxes(found: int, count: int) -> Table:
    """So many boxes in rows, those found ticked."""
    boxes = [Box(DONE if place < found else "to_do") for place in range(count)]
    rows = [boxes[i : i + A_ROW] + [""] * max(0, A_ROW - len(boxes[i:])) for i in range(0, count, A_ROW)]
    tight = [(f"{side}PADDING", (0, 0), (-1, -1), 0.5) for side in ("LEFT", "RIGHT", "TOP", "BOTTOM")]
    return Table(rows, colWidths=[13.0] * A_ROW, style=TableStyle(tight), hAlign="LEFT")


def _trade(work: WorkList, trade: TradeLine, names: dict[str, str]) -> list[Flowable]:
    """What a trade has still to come back to, why, and what that keeps open."""
    items = {item.key: item for item in work.items}
    story: list[Flowable] = [
        paragraph(f"Until this is done it keeps open: <b>{marked(', '.join(trade.keeps_open))}</b>.", PLAIN)
    ]
    for key in trade.keys:
        item = items[key]
        kind = KINDS[item.kind]
        where = names.get(item.section or "", "")
        story += [
            paragraph(f"{marked(item.what)}{f', {marked(where)}' if where else ''}", HEAD),
            paragraph(marked(item.why or kind.why), PLAIN),
            *(paragraph(marked(text), PLAIN) for text in item.pieces),
            *(paragraph(f"Caution: {marked(text)}", PLAIN) for text in (*item.cautions, *kind.cautions)),
        ]
    story.append(
        Table(
            [[paragraph("Cleared by, in writing", SMALL), paragraph("Day", SMALL), paragraph("Signature", SMALL)]],
            colWidths=(WIDE * 0.45, WIDE * 0.2, WIDE * 0.35),
            style=TableStyle([("LINEABOVE", (0, 0), (-1, 0), 0.6, INK), ("TOPPADDING", (0, 0), (-1, -1), 2)]),
            spaceBefore=48,
        )
    )
    return story
