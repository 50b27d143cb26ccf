"""A change: what was found after the offer, what it costs, and the customer's yes or no (handbook: the work list)."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date

from reportlab.lib.styles import ParagraphStyle
from reportlab.platypus import Flowable, Table, TableStyle

from ..core.base.units import fixed
from ..core.done import day_of, plan_logged
from ..core.plan import Changes
from ..core.work import KINDS, WorkItem
from ..job import Fault, Job, JobError
from ..job.log_entry import LogEntry
from .drawn import HAIRLINE, INK
from .lettering import BOLD, marked, paragraph
from .pages import paged
from .work_sheet import PLAIN, SMALL, WIDE

LARGE = ParagraphStyle("change sum", parent=PLAIN, fontName=BOLD, fontSize=13, leading=17, spaceBefore=8)
# Prices that differ by less are the same on paper.
CENT = 0.005
SAID = {"asked": "not answered yet", "yes": "yes", "no": "no"}


def change_order(job: Job, today: date, log: Sequence[LogEntry] = ()) -> bytes:
    """The change of a job as PDF. Raises JobError where nothing was found after the offer."""
    result = plan_logged(job, day_of(log))
    items = [item for item in result.work.items if item.change is not None]
    if not items:
        text = "nothing on the work list was found after the offer: put it there with “found after the offer”"
        raise JobError([Fault("preparation.added", text)])
    parts = [("Change to what was agreed", lambda: _story(job, items, result.changes))]
    return paged(job.name or "Unnamed job", job.address or "", parts, today)


def _story(job: Job, items: list[WorkItem], changes: Changes | None) -> list[Flowable]:
    money = job.book.currency
    answers = {
        f"added:{added.id}": f", {added.answer.by}, {added.answer.on}"
        for added in job.preparation.added
        if added.answer is not None
    }
    rows = [[paragraph(f"<b>{head}</b>", SMALL) for head in ("Found", "Why it has to be done", "Price", "Answer")]]
    for item in items:
        said = SAID[item.change or "asked"] + answers.get(item.key, "")
        price = "by its trade, apart" if item.price is None else f"{money}{fixed(item.price)}"
        why = item.why or KINDS[item.kind].why
        rows.append([paragraph(marked(text), PLAIN) for text in (item.what, why, price, said)])
    asked = sum(item.price or 0.0 for item in items if item.change == "asked")
    agreed = sum(item.price or 0.0 for item in items if item.change == "yes")
    if changes is not None:
        shared = abs(asked - changes.asked) >= CENT
        asked, agreed = changes.asked, changes.agreed
    else:
        shared = False
    story: list[Flowable] = [
        paragraph("Found once the work was agreed. Nothing of it is done or charged before your yes.", PLAIN),
        Table(
            rows,
            colWidths=(WIDE * 0.3, WIDE * 0.34, WIDE * 0.16, WIDE * 0.2),
            style=TableStyle(
                [
                    ("LINEBELOW", (0, 0), (-1, 0), 0.8, INK),
                    ("LINEBELOW", (0, 1), (-1, -1), 0.3, HAIRLINE),
                    ("VALIGN", (0, 0), (-1, -1), "TOP"),
                ]
            ),
            spaceBefore=8,
        ),
        paragraph(f"Asked for: {money}{fixed(asked)} more", LARGE),
    ]
    if shared:
        text = "Each is priced by itself, as the job’s price with it less without it; together they share whole containers."
        story.append(paragraph(text, SMALL))
    if agreed:
        story.append(paragraph(f"Agreed already: {money}{fixed(agreed)}.", PLAIN))
    cells = [[paragraph(text, SMALL) for text in ("yes / no, name of the customer", "day", "signature")]]
    story.append(
        Table(
            cells,
            colWidths=(WIDE * 0.45, WIDE * 0.2, WIDE * 0.35),
            style=TableStyle([("LINEABOVE", (0, 0), (-1, 0), 0.6, INK)]),
            spaceBefore=54,
        )
    )
    return story
