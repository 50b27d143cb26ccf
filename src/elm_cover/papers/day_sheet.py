"""The day sheet: what a crew did, day by day, from its log: hopper, bags, lots, bands, readings, hours (handbook §20)."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, datetime

from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable

from ..core.base.units import eighths, fixed
from ..core.done import ProvedJob, proved_job
from ..core.drawing import drawing
from ..core.filling import DayRun, StopsSeen
from ..job import Fault, Job, JobError
from ..job.document import framing_of
from ..job.log_entry import LogEntry
from .floor_drawn import Sign, draw_floor
from .lettering import marked, paragraph
from .page import caption
from .pages import Part, paged
from .parts import HEAD, PLAIN, SMALL, facts, table, with_drawing
from .work_lines import done_said

FLOOR_LEAST, FLOOR_HIGH = 240.0, 420.0
CLAIMS = "A pin is a reading, the bar over it its fill line; struck through: short by more than ½ in."


def day_sheet(job: Job, today: date, log: Sequence[LogEntry] = (), seen: Sequence[StopsSeen] = ()) -> bytes:
    """The sheet as PDF. seen: as of fill_table. Raises JobError where no day was begun."""
    proved = proved_job(job, log, seen=seen)
    days = proved.proof.run.walked.days
    if not days:
        raise JobError([Fault("log", "no day was begun on this job yet: it starts on the phone, or in Install")])
    parts: list[Part] = [("What was done, day by day", lambda: _run(proved, _days(proved, days)))]
    return paged(job.name or "Unnamed job", job.address or "", parts, today)


def _days(proved: ProvedJob, days: Sequence[DayRun]) -> list[Flowable]:
    story: list[Flowable] = []
    table_ = proved.filled.table
    stops = {stop.key: stop.what for stop in (*table_.past_stops, *table_.stops)}
    for number, day in enumerate(days, 1):
        value = day.value
        rows = [
            ("Begun", f"{_clock(day.at)} by {day.by}"),
            ("Ended", _clock(day.ended_at) if day.ended_at else "no end on record"),
            ("Revision of the plan", str(value.get("revision", ""))),
            ("Bags", fixed(day.bags)),
        ]
        if day.hopper_start is not None or day.hopper_end is not None:
            levels = [
                f"{name} {_level(level)}"
                for name, level in (("at the start", day.hopper_start), ("at the end", day.hopper_end))
                if level is not None
            ]
            rows.append(("Hopper", ", ".join(levels)))
        rows += [
            (name, str(value[key]))
            for name, key in (("Crew", "crew"), ("Lot", "lot"), ("Machine", "machine"))
            if value.get(key)
        ]
        if value.get("hose_ft"):
            rows.append(("Hose", f"{fixed(value['hose_ft'])} ft"))
        if day.spoilt:
            rows.append(("Spoilt", f"{fixed(day.spoilt, 1)} bags"))
        if day.joined:
            many = f"{len(day.joined)} other phone{'s' if len(day.joined) > 1 else ''} started the same day without a signal"
            rows.append(("Joined", many))
        if day.under_stops:
            rows.append(("Begun under stops", ", ".join(stops.get(key, key) for key in day.under_stops)))
        if day.after_stop:
            rows.append(("After a stop", f"{fixed(day.after_stop)} bags, or nobody said that they went in before it"))
        if day.clock == "shifted":
            rows.append(("Clock", "the device's clock was wrong: times are as of arrival"))
        story += [paragraph(f"Day {number}", HEAD), facts(rows)]
    hours = [(str(e.value["kind"]), float(str(e.value["person_hours"]))) for e in proved.log if e.kind == "hours"]
    if hours:
        story += [paragraph("Hours", HEAD), facts([(kind, f"{fixed(h, 1)} person-hours") for kind, h in hours])]
    story += done_said("Work done", proved.work)
    notes = [said.text for said in proved.day.notes]
    if notes:
        story += [paragraph("Notes", HEAD), *(paragraph(marked(text), PLAIN) for text in notes)]
    story += [paragraph(f"<b>{marked(text)}</b>", PLAIN) for text in (*proved.proof.stops, *proved.proof.notes)]
    return story


def _run(proved: ProvedJob, days: list[Flowable]) -> list[Flowable]:
    """Bands and readings after the days, the readings drawn as large as there is room."""
    run, job = proved.proof.run, proved.filled.job
    names = proved.filled.table.sections
    drawn = drawing(proved.filled.planned, framing_of(job))
    short = {(one.section, one.at_ft) for one in run.short}
    signs = []
    for one in run.walked.latest.values():
        if one.at_ft is not None:
            signs.append(
                Sign(
                    at_ft=one.at_ft,
                    text=eighths(one.depth_in),
                    shape="pin",
                    tall=one.depth_in / one.fill_in if one.fill_in else 1.0,
                    struck=(one.section, one.at_ft) in short,
                )
            )

    def floor(canvas: Canvas, width: float, height: float) -> None:
        scale = draw_floor(canvas, drawn, (0, 0, width, height - 16), names, signs, bare=True)
        caption(canvas, 0, height - 9, f"Readings, {scale}")

    rows = [
        [
            str(band.number),
            names.get(band.section, band.section),
            f"{fixed(band.area_ft2)} ft²",
            fixed(band.quota, 1),
            fixed(band.lies, 2),
            "done" if band.done else "being filled" if band.open else "to do",
        ]
        for band in run.bands
    ]
    story: list[Flowable] = [paragraph(CLAIMS, SMALL)] if signs else []
    if rows:
        story.append(
            table(["Band", "Where", "Floor", "Bags planned", "Bags in it", ""], rows, (0.6, 2, 1, 1.1, 1, 1.2))
        )
    if run.short:
        story.append(paragraph("Short places", HEAD))
        story += [
            paragraph(
                f"{marked(names.get(one.section, one.section))}, "
                f"{f'marker {one.marker}' if one.marker else 'a picked place'}: {marked(eighths(one.short_in))} short, "
                f"{marked(one.mends)}, then read again.",
                PLAIN,
            )
            for one in run.short
        ]
    if drawn.sections and signs:
        return with_drawing(days, floor, story, FLOOR_LEAST, FLOOR_HIGH)
    return [*days, *story]


def _clock(at: str) -> str:
    return datetime.fromisoformat(at).strftime("%Y-%m-%d %H:%M")


def _level(bags: float) -> str:
    return f"{fixed(bags, 2)} bags"
