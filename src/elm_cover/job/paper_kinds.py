"""The papers that there are: the one list. Issuing, the command line, the hand-over and the screens go by it.

What a paper is printed by stands beside it in papers/issue.py, under the same words.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType
from typing import Literal

Paper = Literal[
    "job sheet",
    "offer",
    "eave detail",
    "work list",
    "change",
    "load list",
    "attic card",
    "receipt",
    "what lies under",
    "report",
    "leak sheet",
    "day sheet",
]
Step = Literal["choose", "eaves", "prepare", "load", "prove", "any"]


@dataclass(frozen=True, kw_only=True)
class PaperRow:
    """title: on its button. ending: of the file that the command line writes it to. step: where its button stands. for_customer: it
    goes with the hand-over; the crew's lists and the firm's own sheets stay. needs_log: there is none without a day's entries;
    by_stops: it is printed by the stops of the revisions since the first day."""

    title: str
    ending: str
    step: Step
    for_customer: bool
    needs_log: bool
    by_stops: bool


def _paper(title: str, ending: str, step: Step, customer: bool, log: bool, stops: bool) -> PaperRow:
    return PaperRow(title=title, ending=ending, step=step, for_customer=customer, needs_log=log, by_stops=stops)


PAPERS: Mapping[str, PaperRow] = MappingProxyType(
    {
        #                        title               ending         step       customer log    stops
        "job sheet": _paper("Job sheet", ".pdf", "any", True, False, False),
        "offer": _paper("Offer", "offer.pdf", "choose", True, False, False),
        "eave detail": _paper("Eave detail", "eave.pdf", "eaves", True, False, False),
        "work list": _paper("Work list", "work.pdf", "prepare", False, False, False),
        "change": _paper("Change", "change.pdf", "prepare", True, False, False),
        "load list": _paper("Load list", "load.pdf", "load", False, False, False),
        "attic card": _paper("Attic card", "card.pdf", "prove", True, True, False),
        "receipt": _paper("Receipt", "receipt.pdf", "prove", True, True, False),
        "what lies under": _paper("What lies under", "under.pdf", "prove", True, False, False),
        "report": _paper("Before and after", "report.pdf", "prove", True, False, False),
        "leak sheet": _paper("Leak test", "leaks.pdf", "prove", True, True, False),
        "day sheet": _paper("Day sheet", "day.pdf", "prove", False, True, True),
    }
)


def paper_by_ending(name: str) -> str | None:
    """Which paper a file of that name is written as, by the longest ending that fits; None: none is."""
    fits = [word for word, row in PAPERS.items() if name.endswith(row.ending)]
    return max(fits, key=lambda word: len(PAPERS[word].ending), default=None)


def goes_to_customer(kind: str) -> bool:
    """Whether a paper of that kind is handed over; one that this list does not know stays. Source: handbook §20, hand-over."""
    row = PAPERS.get(kind)
    return row is not None and row.for_customer
