"""The work list in a sentence, for papers that are about something else."""

from __future__ import annotations

from reportlab.platypus import Flowable

from ..core.work import AS_IT_IS, DONE, GONE, LEFT, WorkList
from .lettering import marked, paragraph
from .parts import HEAD, PLAIN

# The trades' items and what closes the attic are said elsewhere.
SAID_HERE = ("safe", "clear_out", "leaks", "shields", "eaves", "dams")


def work_said(work: WorkList) -> str:
    """Every row that the crew has to do before the fill, in working order; empty where there is none."""
    by_key = {item.key: item for item in work.items}
    rows = [
        row.title
        for row in work.rows
        if row.group in SAID_HERE
        and row.state not in (LEFT, GONE, AS_IT_IS)
        and any(by_key[key].change in (None, "yes") for key in row.keys)
    ]
    return "; ".join(title[0].lower() + title[1:] for title in rows)


def done_said(title: str, work: WorkList) -> list[Flowable]:
    """Every row that was done, in working order, under a title; empty where nothing was."""
    rows = [row.title for row in work.rows if row.state == DONE]
    said = "; ".join(title[0].lower() + title[1:] for title in rows)
    return [paragraph(title, HEAD), paragraph(marked(said) + ".", PLAIN)] if rows else []
