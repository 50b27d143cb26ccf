"""The leak test sheet: points as read, the lines through them, before and after side by side, burners as recorded (handbook §20)."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from datetime import date
from itertools import zip_longest

from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable

from ..core.base.units import feet_inches, fixed
from ..core.done import Leakage, LeakLook, ProvedJob, proved_job
from ..core.hazards import BEFORE_A_TEST
from ..core.proof import FanTest, points_of
from ..job import Fault, Job, JobError
from ..job.log_entry import LogEntry
from .drawn import BARK, HAIRLINE, INK, LEAF, line
from .lettering import BOLD, REGULAR, marked, paragraph
from .page import caption
from .pages import Part, paged
from .parts import HEAD, PLAIN, SMALL, facts, signed, table, with_drawing

LINES_LEAST, LINES_HIGH = 150.0, 320.0
TESTS = ("before", "after")
SAID = f"{BEFORE_A_TEST} Draft and spillage are judged by a qualified person, never by this sheet."


def leak_sheet(job: Job, today: date, log: Sequence[LogEntry] = ()) -> bytes:
    """The sheet as PDF. Raises JobError where no fan test is on record."""
    proved = proved_job(job, log)
    leak = proved.proof.leakage
    if leak.before is None and leak.after is None:
        raise JobError([Fault("log", "no fan test is on record: keep its points in Prove, leaks")])
    parts: list[Part] = [("Leak test", lambda: _story(proved))]
    return paged(job.name or "Unnamed job", job.address or "", parts, today)


def _story(proved: ProvedJob) -> list[Flowable]:
    points = {word: points_of([(e.kind, e.value) for e in proved.proof.run.walked.log.entries], word) for word in TESTS}
    leak = proved.proof.leakage
    tests = {"before": leak.before, "after": leak.after}
    story: list[Flowable] = []
    heads = [f"{word}: {head}" for word in TESTS for head in ("read, Pa", "less baseline", "ft³/min")]
    columns = [_cells(*points[word]) for word in TESTS]
    rows = [[*before, *after] for before, after in zip_longest(*columns, fillvalue=["", "", ""])]
    story.append(table(heads, rows, (1, 1, 1, 1, 1, 1)))
    for word in TESTS:
        test = tests[word]
        story.append(paragraph(word.capitalize(), HEAD))
        story.append(paragraph("not tested", PLAIN) if test is None else facts(_figures(test)))
    story += _change(proved)
    if proved.proof.looks:
        story.append(paragraph("Looked at with smoke or a thermal camera", HEAD))
        names = proved.filled.table.sections
        rows = [[look.look, _where(look, names), look.text or "photo", look.by] for look in proved.proof.looks]
        story.append(table(["With", "Where", "What was seen", "By"], rows, (0.7, 2, 3, 1)))
    story.append(signed("tested by", "burners tested by, trade and licence", "day"))

    def lines(canvas: Canvas, width: float, height: float) -> None:
        _lines(canvas, width, height, leak)

    return with_drawing([paragraph(SAID, SMALL)], lines, story, LINES_LEAST, LINES_HIGH)


def _where(look: LeakLook, names: Mapping[str, str]) -> str:
    """The section, and the place in ft from the west and south."""
    if look.section is None or look.at_ft is None:
        return ""
    return f"{names.get(look.section, look.section)}, {feet_inches(look.at_ft[0])}, {feet_inches(look.at_ft[1])}"


def _cells(read: Sequence[tuple[float, float]], baseline: float) -> list[list[str]]:
    """A row for each point: as read, less the baseline, flow."""
    return [[fixed(pa, 1), fixed(pa - baseline, 1), fixed(cfm)] for pa, cfm in read]


def _figures(test: FanTest) -> list[tuple[str, str]]:
    between = ""
    if test.low is not None and test.high is not None:
        between = f", {fixed(test.low)} to {fixed(test.high)} with 95 %"
    rows = [
        ("Flow at 50 Pa", f"{fixed(test.cfm50)} ft³/min{between}"),
        ("Exponent, flow at 1 Pa", f"n {fixed(test.n, 3)}, C {fixed(test.c, 1)} ft³/min"),
    ]
    if test.ach50 is not None:
        rows.append(("Air changes at 50 Pa", f"{fixed(test.ach50, 2)} an hour"))
    if test.fault is not None:
        rows.append(("Mind", test.fault))
    return rows


def _change(proved: ProvedJob) -> list[Flowable]:
    leak = proved.proof.leakage
    rows: list[tuple[str, str]] = []
    if leak.change is not None:
        between = ""
        if leak.change.low is not None and leak.change.high is not None:
            between = f", {fixed(leak.change.low)} to {fixed(leak.change.high)} with 95 %"
        rows.append(("Less at 50 Pa", f"{fixed(leak.change.cfm50)} ft³/min{between}"))
    if leak.sealed_cfm50:
        rows.append(
            (
                "What the seals were thought worth",
                f"{fixed(leak.sealed_cfm50)} ft³/min at 50 Pa (a ranking, no measurement)",
            )
        )
    if leak.natural_cfm is not None:
        rows.append(("Natural rate, by rule of thumb", f"{fixed(leak.natural_cfm)} ft³/min"))
    if leak.fresh_air_cfm is not None:
        short = ": more than comes in by itself; a qualified person decides" if leak.too_tight else ""
        rows.append(("Fresh air wanted", f"{fixed(leak.fresh_air_cfm)} ft³/min{short}"))
    rows += [(f"Burners, {one['test']}", f"{one['result']}, by {one['by']}") for one in proved.proof.burners]
    story: list[Flowable] = [paragraph("Both side by side", HEAD), facts(rows)] if rows else []
    story += [paragraph(f"<b>STOP.</b> {marked(text)}", PLAIN) for text in proved.proof.stops]
    return story


def _lines(canvas: Canvas, width: float, height: float, leak: Leakage) -> None:
    """Points and fitted lines on log paper; before is dashed with open points, after solid with full ones."""
    used = {word: [(pa, cfm) for pa, cfm in read if pa > 0] for word, read in leak.points.items()}
    every = [p for read in used.values() for p in read]
    if not every:
        return
    x0, x1 = min(5.0, *(p[0] for p in every)), max(75.0, *(p[0] for p in every))
    y0, y1 = min(p[1] for p in every) / 1.5, max(p[1] for p in every) * 1.4
    left, low, wide, high = 52.0, 34.0, width - 72.0, height - 58.0

    def place(pa: float, cfm: float) -> tuple[float, float]:
        return (
            left + wide * math.log(pa / x0) / math.log(x1 / x0),
            low + high * math.log(cfm / y0) / math.log(y1 / y0),
        )

    canvas.setFont(REGULAR, 7.5)
    for pa in (5.0, 10.0, 15.0, 20.0, 30.0, 40.0, 50.0, 60.0, 75.0):
        if x0 <= pa <= x1:
            line(canvas, [place(pa, y0), place(pa, y1)], HAIRLINE, 0.8 if pa == 50 else 0.3)
            canvas.setFillColor(INK)
            canvas.drawCentredString(place(pa, y0)[0], low - 11, f"{pa:g}")
    for cfm in (float(k * 10**e) for e in range(5) for k in (1, 2, 3, 5, 7)):
        if y0 <= cfm <= y1:
            line(canvas, [place(x0, cfm), place(x1, cfm)], HAIRLINE, 0.3)
            canvas.setFillColor(INK)
            canvas.drawRightString(left - 4, place(x0, cfm)[1] - 2.5, f"{cfm:,.0f}")
    canvas.drawRightString(left + wide, low - 22, "pressure less the baseline, Pa")
    caption(canvas, 0, height - 10, "Flow, ft³/min, on log paper")
    for word, test, color in (("before", leak.before, BARK), ("after", leak.after, LEAF)):
        if test is None:
            continue
        curve = [place(pa, test.c * pa**test.n) for pa in (max(x0, 8.0), x1)]
        line(canvas, curve, color, 1.2, dash=(5, 3) if word == "before" else None)
        canvas.setStrokeColor(color)
        canvas.setFillColor(color)
        for pa, cfm in used[word]:
            canvas.circle(*place(pa, cfm), 2.6, stroke=1, fill=int(word == "after"))
        canvas.setFont(BOLD, 8)
        canvas.drawRightString(curve[1][0], curve[1][1] + 5, word)
