"""Every paper that there is, printed in either view, with its code at the foot of every page."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from datetime import date

from ..core.filling import StopsSeen
from ..formats.job_file import dump_document
from ..formats.log_file import entry_document
from ..job import Job
from ..job.firm import Firm
from ..job.log_entry import LogEntry
from ..job.paper_code import code_of
from .attic_card import attic_card, receipt
from .buried_map import buried_map
from .change_order import change_order
from .day_sheet import day_sheet
from .eave_detail import eave_detail
from .job_sheet import job_sheet
from .leak_sheet import leak_sheet
from .lettering import Issued, issued_as, paper_view
from .load_sheet import load_sheet
from .offer import offer
from .report import Photos, report
from .work_sheet import work_sheet


@dataclass(frozen=True, kw_only=True)
class Asked:
    """What a paper is printed from. revision: of the job, None on the command line; section, edge: of an eave detail; photos: a
    stored picture's bytes by its name. seen: the stops of the revisions since the first day's, as of fill_table."""

    job: Job
    today: date
    log: tuple[LogEntry, ...] = ()
    firm: Firm = field(default_factory=Firm)
    metric: bool = False
    revision: int | None = None
    section: str | None = None
    edge: int | None = None
    photos: Photos = lambda _: None
    seen: tuple[StopsSeen, ...] = ()


PRINTED: dict[str, Callable[[Asked], bytes]] = {
    "job sheet": lambda a: job_sheet(a.job, a.today, a.log),
    "offer": lambda a: offer(a.job, a.today, a.log),
    "eave detail": lambda a: eave_detail(a.job, a.today, a.section, a.edge),
    "work list": lambda a: work_sheet(a.job, a.today, a.log),
    "change": lambda a: change_order(a.job, a.today, a.log),
    "load list": lambda a: load_sheet(a.job, a.today, a.log, a.firm),
    "attic card": lambda a: attic_card(a.job, a.today, a.log),
    "receipt": lambda a: receipt(a.job, a.today, a.log),
    "what lies under": lambda a: buried_map(a.job, a.today, a.log),
    "report": lambda a: report(a.job, a.today, a.log, a.photos),
    "leak sheet": lambda a: leak_sheet(a.job, a.today, a.log),
    "day sheet": lambda a: day_sheet(a.job, a.today, a.log, a.seen),
}


def printed(kind: str, asked: Asked) -> bytes:
    """A paper as PDF. Raises JobError where it cannot be made yet. Source: handbook §20, papers."""
    made_from = {
        "paper": kind,
        "job": dump_document(asked.job),
        "log": [entry_document(entry) for entry in asked.log],
        "firm": asked.firm.model_dump(mode="json", exclude_defaults=True),
        "units": "metric" if asked.metric else "feet",
        "date": asked.today.isoformat(),
        "revision": asked.revision,
        "of": [asked.section, asked.edge],
    }
    with paper_view(asked.metric), issued_as(Issued(code_of(made_from), asked.revision)):
        return PRINTED[kind](asked)
