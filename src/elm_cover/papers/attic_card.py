"""Attic card and customer's receipt: what lies there, section by section, and what may be claimed of it (handbook §12, §20)."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date

from reportlab.platypus import Flowable

from ..core.base.units import eighths, fixed, r_value, trimmed
from ..core.done import Card, CardLine, ProvedJob, card_of, proved_job
from ..job import Fault, Job, JobError
from ..job.log_entry import LogEntry
from .after_rows import after_rows
from .floor_and_cut import floor_and_cut
from .lettering import marked, paragraph
from .pages import Part, paged
from .parts import HEAD, LARGE, PLAIN, SMALL, facts, signed, with_drawing
from .work_lines import done_said

CARD_SAID = (
    "To stay at the way in. The R is that of the printed row that both bags and depth prove; chart bags are those of a floor without "
    "edges, field bags what this floor takes. Keep fill from lights, flues and chimneys at their listed clearances. The product's own "
    "label and the locally adopted code have the last word."
)
RECEIPT_SAID = (
    "The R is that of the printed row which both bags and depth prove, after settling. The savings, where they are told, are a range and "
    "no promise: weather, thermostat and habits differ. The product's own label and the locally adopted code have the last word."
)
IN_THE_ATTIC = "in the attic"


def attic_card(job: Job, today: date, log: Sequence[LogEntry] = ()) -> bytes:
    """The attic card as PDF. Raises JobError where nothing may be claimed yet."""
    proved = proved_job(job, log)
    card = _card(proved)
    sign = signed("installer, signature", "day")
    parts: list[Part] = [
        (
            "Attic card",
            lambda: with_drawing(
                _card_story(card, large=True), floor_and_cut(job, proved.filled.planned), [sign], 200, 460
            ),
        )
    ]
    return paged(card.name, card.address, parts, today)


def receipt(job: Job, today: date, log: Sequence[LogEntry] = ()) -> bytes:
    """The customer's receipt as PDF. Raises JobError where nothing may be claimed yet."""
    proved = proved_job(job, log)
    card = _card(proved)
    sign = signed("installer", "customer", "day")
    parts: list[Part] = [
        (
            "Receipt",
            lambda: with_drawing(
                [*_card_story(card), *_also(proved)], floor_and_cut(job, proved.filled.planned), [sign], 190, 400
            ),
        )
    ]
    return paged(card.name, card.address, parts, today)


def _card(proved: ProvedJob) -> Card:
    card = card_of(proved)
    if not card.claims:
        why = [text for line in card.lines for text in line.why_not] or ["nothing is blown or laid on this job"]
        raise JobError([Fault("proof", f"nothing may be claimed yet: {'; '.join(dict.fromkeys(why))}")])
    return card


def _card_story(card: Card, large: bool = False) -> list[Flowable]:
    who = " · ".join(filter(None, (card.installer, card.licence and f"licence {card.licence}", ", ".join(card.by))))
    story: list[Flowable] = [
        facts(
            [
                ("Address", card.address or "not said"),
                ("Installed on", card.on or "no day on record"),
                ("Installer", who or "not said"),
                *([("Lots", "; ".join(card.lots))] if card.lots else []),
            ]
        )
    ]
    for line in card.lines:
        story += _line(line, large)
    story.append(paragraph(f"Depth is proved {marked(card.claimed_by)}.", SMALL))
    for title, texts in (("Left out", card.left_out), ("Still open", card.open_yet)):
        if texts:
            story.append(paragraph(title, HEAD))
            story += [paragraph(marked(text), PLAIN) for text in texts]
    story.append(paragraph(CARD_SAID if large else RECEIPT_SAID, SMALL))
    return story


def _line(line: CardLine, large: bool) -> list[Flowable]:
    """A section: its R large on the card, and every figure that the code asks for."""
    claimed = "not claimed yet" if line.r is None else f"{r_value(line.r)} settled"
    story: list[Flowable] = [
        paragraph(f"{marked(line.section)}: {marked(claimed)}", LARGE if large else HEAD),
    ]
    rows = [("Product and kind", f"{line.product}, {line.kind}"), ("Area covered", f"{fixed(line.area_ft2)} ft²")]
    if line.installed_in is not None and line.settled_in is not None:
        rows.append(("Installed thickness", eighths(line.installed_in)))
        rows.append(("Settled thickness", eighths(line.settled_in)))
    if line.pieces is not None:
        rows.append(("Pieces of the layout", str(line.pieces)))
    if line.density_pcf is not None:
        measured = "" if line.measured_pcf is None else f"; measured {fixed(line.measured_pcf, 2)} lb/ft³"
        rows.append(("Density, settled, by the label", f"{fixed(line.density_pcf, 2)} lb/ft³{measured}"))
    bags = [
        # What was counted is told to the quarter, as everywhere.
        f"{name} {trimmed(value, digits) if name == IN_THE_ATTIC else fixed(value, digits)}"
        for name, value, digits in (
            ("chart", line.bags_chart, 1),
            ("field", line.bags_field, 1),
            (IN_THE_ATTIC, line.bags_in, 2),
        )
        if value is not None
    ]
    if bags:
        rows.append(("Bags", ", ".join(bags)))
    if line.r is None:
        rows.append(("Why not claimed", "; ".join(line.why_not)))
    return [*story, facts(rows)]


def _also(proved: ProvedJob) -> list[Flowable]:
    """What was prepared, what the house leaks now, and what is saved, as far as it is known."""
    story = done_said("Prepared", proved.work)
    rows = after_rows(proved)
    if rows:
        story.append(facts(rows))
    return story
