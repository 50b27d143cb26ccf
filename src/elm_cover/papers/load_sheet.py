"""What goes on the truck on paper, with boxes for out and back, and the bands in the order they are filled."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date

from reportlab.lib.styles import ParagraphStyle
from reportlab.platypus import Flowable

from ..core.base.units import fixed
from ..core.crew import LoadLine, LoadList, Reach, counted_back, counts_of, load_list, reach
from ..core.done import day_of, plan_logged
from ..core.loadout import PLACES
from ..job import Job
from ..job.firm import Firm
from ..job.log_entry import LogEntry
from .drawn import INK, SOFT
from .lettering import BOLD, REGULAR, marked, paragraph
from .pages import Part, paged, ruled

PLAIN = ParagraphStyle("load", fontName=REGULAR, fontSize=9, leading=11.5, textColor=INK)
SMALL = ParagraphStyle("load small", parent=PLAIN, fontSize=8, leading=10, textColor=SOFT)
HEAD = ParagraphStyle("load head", parent=PLAIN, fontName=BOLD, fontSize=10.5, spaceBefore=8, spaceAfter=2)
COLUMNS = (232.0, 76.0, 56.0, 84.0, 84.0)
BAND_COLUMNS = (40.0, 140.0, 60.0, 60.0, 110.0, 122.0)
ORDER = "Last needed goes in first. Out and back are counted in the units that stand beside the amount."


def load_sheet(job: Job, today: date, log: Sequence[LogEntry] = (), firm: Firm | None = None) -> bytes:
    """The load of a job as PDF. firm: whose kit and truck, left out: the start values. log: what was ticked."""
    day = day_of(log)
    result = plan_logged(job, day)
    way = reach(result, day.cut)
    made = load_list(result, result.work, firm or Firm(), way.hose)
    lines = counted_back(made.items, counts_of(day))
    parts: list[Part] = [("What goes on the truck", lambda: _list(made, lines, way))]
    if any(section.bands for section in way.sections):
        parts.append(("In which order it is filled", lambda: _bands(way)))
    return paged(job.name or "Unnamed job", job.address or "", parts, today)


def _list(made: LoadList, lines: Sequence[LoadLine], way: Reach) -> list[Flowable]:
    trips = "one trip" if made.trips == 1 else f"{made.trips} trips"
    said = (
        f"<b>{fixed(made.lb)} lb</b> of {fixed(made.payload_lb)} lb, <b>{fixed(made.ft3)} ft³</b> of {fixed(made.truck_ft3)} ft³ "
        f"a trip: <b>{trips}</b>. {ORDER}"
    )
    story: list[Flowable] = [paragraph(said, PLAIN)]
    if made.uncounted:
        names = marked(", ".join(made.uncounted))
        story.append(paragraph(f"<b>Not counted yet:</b> the fill of {names}.", PLAIN))
    for text in _hose_and_cord(way):
        story.append(paragraph(marked(text), PLAIN))
    for place, title in PLACES.items():
        here = [line for line in lines if line.item.place == place]
        if here:
            story += [paragraph(title.capitalize(), HEAD), ruled([_load_line(line) for line in here], COLUMNS)]
    return story


def _hose_and_cord(way: Reach) -> list[str]:
    found = []
    if way.hose.needed_ft is not None:
        found.append(f"Hose: {fixed(way.hose.needed_ft)} ft from the machine to the farthest stand.")
        found += [one.text for one in way.hose.advice]
    label = "The machine's label goes before this."
    if way.cord.gauge_awg is not None and way.cord.drop_v is not None and way.cord.drop_pct is not None:
        breaker = f", a circuit of {way.cord.breaker_a} A of its own" if way.cord.breaker_a else ""
        found.append(
            f"Cord: {way.cord.gauge_awg} AWG, {fixed(way.cord.drop_v, 1)} V lost ({fixed(way.cord.drop_pct, 1)} %){breaker}; "
            f"grounded, GFCI-protected. {way.cord.note or label}"
        )
        found += [way.cord.fault] if way.cord.fault else []
    return found


def _load_line(line: LoadLine) -> list[Flowable]:
    item = line.item
    amount = f"<b>{fixed(item.amount, 0 if item.amount == int(item.amount) else 1)}</b> {marked(item.unit)}"
    what = f"<b>{marked(item.title)}</b> <font color='#566159'>{marked(item.counted)}</font>"
    return [
        paragraph(what, PLAIN),
        paragraph(amount, PLAIN),
        paragraph("" if item.lb is None else f"{fixed(item.lb)} lb", SMALL),
        paragraph(f"out {fixed(line.out)}" if line.out else "out ______", SMALL),
        paragraph(f"back {fixed(line.back)}" if line.back else "back ______", SMALL),
    ]


def _bands(way: Reach) -> list[Flowable]:
    said = f"Bands one throw deep ({fixed(way.throw_ft)} ft), far ones first, one wing before the next. Places in ft from the west and south."
    rows = [
        [paragraph(text, SMALL) for text in ("band", "where", "floor", "bags", "stand", "from the way in")],
        *(
            [
                paragraph(f"<b>{'by hand' if band.by_hand else band.number}</b>", PLAIN),
                paragraph(marked(section.name), PLAIN),
                paragraph(f"{fixed(band.area_ft2)} ft²", PLAIN),
                paragraph("" if band.bags is None else f"<b>{fixed(band.bags, 1)}</b>", PLAIN),
                paragraph("" if band.stand_ft is None else f"{band.stand_ft[0]:.0f}, {band.stand_ft[1]:.0f}", PLAIN),
                paragraph(
                    "" if band.crawl_ft is None else f"{band.crawl_ft[0]:.0f} to {band.crawl_ft[1]:.0f} ft", PLAIN
                ),
            ]
            for number, section, band in sorted(
                ((band.number, section, band) for section in way.sections for band in section.bands),
                key=lambda one: one[0],
            )
            if number
        ),
    ]
    story: list[Flowable] = [paragraph(said, PLAIN), ruled(rows, BAND_COLUMNS)]
    for flag in way.flags:
        story.append(paragraph(f"Caution: {marked(flag.text)} {marked(flag.what_to_do)}", PLAIN))
    return story
