"""The eave detail: one page with the section through one eave to scale and dimensioned, and what goes into its bays."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass, replace
from datetime import date
from io import BytesIO

from reportlab.lib.pagesizes import letter
from reportlab.lib.styles import ParagraphStyle
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Frame, KeepInFrame

from ..core.base.units import eighths, feet_inches, fixed, r_value
from ..core.climate import Climate
from ..core.drawing import Cut, CutEnd, DrawnCut, DrawnRun, EaveShown, cut_drawing, drawing, runs
from ..core.eaves import KINDS, REMEDIES, remedy_of
from ..core.plan import EaveCorner, Plan, corners, plan
from ..core.section import EavePlan
from ..job import Fault, Job, JobError
from ..job.document import framing_of, section_names
from .drawn import INK, SOFT, paint_cut
from .floor_drawn import draw_floor
from .lettering import REGULAR, marked, measured_in, paragraph, width_of
from .page import MARGIN, caption, page_one

# Paper inches : real inches, 1 to …; the largest that fits is taken.
SCALES = (2, 3, 4, 5, 6, 8, 10, 12, 16, 20, 24, 32, 48, 64, 96, 128, 200, 400)
# A nearly flat roof goes on past the page: what is drawn ends here.
MOST_INWARD_IN = 110.0
LEFT_OF_PLATE_IN, BELOW_IN, INWARD_IN, OVER_IN = 15.0, 9.0, 6.0, 3.0
DRAWING_LEAST_LOW, DRAWING_HIGH = 300.0, 690.0
DIMENSIONS_LEFT, DIMENSIONS_RIGHT = 66.0, 74.0
SMALL = 7.5
# Where the notes end, and how much room makes a Floor worth drawing, points.
LOW, FLOOR_LEAST = 30.0, 150.0
CAUTIONS = (
    "The overhang is drawn, not measured. Step on framing only; nails come through the deck. Foam is sprayed with the maker's "
    "protection and may need an ignition barrier. Local code, the product's own label and licensed trades have the last word."
)

Place = Callable[[tuple[float, float]], tuple[float, float]]


@dataclass(frozen=True)
class _Eave:
    """The eave that is drawn: its plan, its run as drawn, the solved corner it belongs to, if any, and its climate."""

    section: str
    plan: EavePlan
    run: DrawnRun
    solved: EaveCorner | None
    climate: Climate | None

    @property
    def side(self) -> str:
        return str(self.run.side)


def eave_detail(job: Job, today: date, section: str | None = None, edge: int | None = None) -> bytes:
    """The detail of one eave as PDF, one letter page. section, edge: which; left out: the job's first eave.

    Raises JobError where there is no such eave, or its heel, pitch or fill is not known yet.
    """
    result = plan(job)
    eave = _eave_asked_for(job, result, section, edge)
    fields = result.fields[eave.section]
    cut = cut_drawing(_through_a_baffle(eave.section, eave.run), fields)
    buffer = BytesIO()
    name = job.name or "unnamed job"
    where = ", ".join(filter(None, (job.name, job.address, _section_name(job, eave.section))))
    title = f"Eave detail, {eave.side} side"
    canvas = page_one(buffer, f"Eave detail, {name}", title, where, "Eave detail, Elm Cover", today)
    scale, low = _draw(canvas, cut, eave.plan, fields.eaves[eave.plan.edge].vent_gap_in)
    caption(
        canvas,
        MARGIN,
        DRAWING_HIGH + 8,
        f"Section through the {eave.side} eave, 1 to {scale}, dimensions in {measured_in()}",
    )
    left_over = _notes(canvas, job, result, eave, low - 10)
    if left_over - LOW >= FLOOR_LEAST:
        _where(canvas, job, result, cut, left_over)
    canvas.showPage()
    canvas.save()
    return buffer.getvalue()


def _section_name(job: Job, section: str) -> str:
    return next((s.name or s.id for s in job.sections if s.id == section), "") if len(job.sections) > 1 else ""


def _eave_asked_for(job: Job, result: Plan, section: str | None, edge: int | None) -> _Eave:
    ready = [
        (s, eave)
        for s in result.sections
        for eave in s.eaves
        if eave.room_at_plate_in is not None and section in (None, s.id) and edge in (None, eave.edge)
    ]
    if not ready:
        text = "no eave there with its heel, pitch, old fill and choice known; pick one in the strip, then Measure and Choose"
        raise JobError([Fault("edge", text)])
    of, eave = ready[0]
    found = corners(result)
    solved = next((c for c in found.corners if c.section == of.id and eave.edge in c.edges), None)
    fields = result.fields[of.id]
    run = next(run for run in runs(fields.outline_ft, fields.edge_kinds, fields.rows) if run.edge == eave.edge)
    return _Eave(of.id, eave, run, solved, found.climate)


def _through_a_baffle(section: str, run: DrawnRun) -> Cut:
    """Straight in through the bay with a baffle that is nearest to the middle of the run."""
    half = run.run_ft * 6
    bays = [bay for bay in run.bays if bay.baffle] or run.bays
    x, y = run.cut_from_ft
    inward = (run.cut_to_ft[0] - x, run.cut_to_ft[1] - y)
    if not bays:
        return Cut(section, (x, y), (x + inward[0], y + inward[1]))
    bay = min(bays, key=lambda b: abs((b.from_in + b.to_in) / 2 - half))
    ax, ay = ((bay.from_ft[i] + bay.to_ft[i]) / 2 for i in (0, 1))
    return Cut(section, (ax, ay), (ax + inward[0], ay + inward[1]))


def _draw(canvas: Canvas, cut: DrawnCut, eave: EavePlan, gap_in: float) -> tuple[int, float]:
    """The section with its dimensions. Returns its reduction, and how far down the page it goes."""
    width, _ = letter
    end = cut.ends[0]
    reach = max(eave.full_depth_at_in or 0.0, (eave.baffle_length_in or 0.0) * math.cos(_angle(end))) + INWARD_IN
    reach = min(reach, MOST_INWARD_IN)
    line = cut.fill_line_in or 0.0
    top = max(line, _shown(end).heel_in) + OVER_IN + 4
    room_wide = width - 2 * MARGIN - DIMENSIONS_LEFT - DIMENSIONS_RIGHT
    room_high = DRAWING_HIGH - DRAWING_LEAST_LOW
    scale = next(
        (
            s
            for s in SCALES
            if (LEFT_OF_PLATE_IN + reach) * 72 / s <= room_wide and (top + BELOW_IN) * 72 / s <= room_high
        ),
        SCALES[-1],
    )
    k = 72 / scale
    left = MARGIN + DIMENSIONS_LEFT
    ox, oy = left + LEFT_OF_PLATE_IN * k, DRAWING_HIGH - top * k
    low = oy - max(BELOW_IN * k, 76.0)
    right = ox + reach * k

    def place(p: tuple[float, float]) -> tuple[float, float]:
        return ox + p[0] * k, oy + p[1] * k

    canvas.saveState()
    clip = canvas.beginPath()
    clip.rect(left - 2, low, right - left + 2, DRAWING_HIGH - low)
    canvas.clipPath(clip, stroke=0)
    paint_cut(canvas, cut, lambda p: place((p[0], p[1])))
    canvas.restoreState()
    _dimensions(canvas, cut, eave, gap_in, place, left, right)
    return scale, low


def _shown(end: CutEnd) -> EaveShown:
    """The eave that the cut ends on: it was cut there."""
    assert end.eave is not None
    return end.eave


def _angle(end: CutEnd) -> float:
    return math.atan(_shown(end).pitch_in_12 / 12)


def _dimensions(
    canvas: Canvas,
    cut: DrawnCut,
    eave: EavePlan,
    gap_in: float,
    place: Place,
    left: float,
    right: float,
) -> None:
    end = cut.ends[0]
    heel, line = _shown(end).heel_in, cut.fill_line_in or 0.0
    canvas.setStrokeColor(INK)
    canvas.setFillColor(INK)
    canvas.setFont(REGULAR, SMALL)
    x0, ground = place((0, 0))
    _upright(canvas, left - 56, ground, place((0, heel))[1], f"heel {eighths(heel)}", x0)
    if eave.depth_at_plate_in:
        _upright(
            canvas,
            left - 14,
            ground,
            place((0, eave.depth_at_plate_in))[1],
            f"fill {eighths(eave.depth_at_plate_in)}",
            x0,
        )
    old = cut.old_in or 0.0
    if old > 0:
        _upright(canvas, right + 14, ground, place((0, old))[1], f"old {eighths(old)}", right)
    if line > old:
        _upright(canvas, right + 14, place((0, old))[1], place((0, line))[1], f"new {eighths(line - old)}", right)
    _upright(canvas, right + 60, ground, place((0, line))[1], f"fill line {eighths(line)}", right)
    wide = end.plate_width_in
    _level(canvas, ground - 40, x0, place((wide, 0))[0], eighths(wide), ground - 24, beside=True)
    full = eave.full_depth_at_in or 0.0
    if full > 0:
        beyond = full > MOST_INWARD_IN - INWARD_IN
        said = f"full depth from {eighths(full)}{', beyond this page' if beyond else ''}"
        _level(canvas, ground - 58, x0, right if beyond else place((full, 0))[0], said, ground)
    if eave.baffle_length_in:
        _along_deck(canvas, place, end, eave, gap_in)
    canvas.setFont(REGULAR, SMALL)
    pitch = _shown(end).pitch_in_12
    at = place((-LEFT_OF_PLATE_IN + 1, heel + 4))
    canvas.drawString(at[0], at[1], f"pitch {pitch:g} in 12, {eighths(gap_in)} of air")


def _along_deck(canvas: Canvas, place: Place, end: CutEnd, eave: EavePlan, gap_in: float) -> None:
    """The chute's length, above the deck and parallel to it."""
    angle = _angle(end)
    c0 = _shown(end).room_at_plate_in
    start = max(0.0, -c0 / math.tan(angle))
    reach = min(start + (eave.baffle_length_in or 0.0) * math.cos(angle), MOST_INWARD_IN)
    away = gap_in + 3.2

    def over(x: float, by: float) -> tuple[float, float]:
        return place((x - math.sin(angle) * by, c0 + x * math.tan(angle) + math.cos(angle) * by))

    a, b = over(start, away), over(reach, away)
    canvas.setLineWidth(0.6)
    canvas.line(*a, *b)
    for x, tip in ((start, a), (reach, b)):
        canvas.line(*over(x, gap_in + 0.8), *over(x, away + 0.6))
        _tick(canvas, *tip)
    canvas.saveState()
    canvas.translate((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)
    canvas.rotate(math.degrees(math.atan2(b[1] - a[1], b[0] - a[0])))
    pieces = f", {eave.pieces_per_bay} pieces" if (eave.pieces_per_bay or 1) > 1 else ""
    canvas.drawCentredString(0, 4, f"chute {eighths(eave.baffle_length_in or 0.0)}{pieces}")
    canvas.restoreState()


def _upright(canvas: Canvas, x: float, y0: float, y1: float, text: str, drawn_to: float) -> None:
    """A vertical dimension beside the drawing, with its extension lines to the drawing's side."""
    canvas.setLineWidth(0.35)
    for y in (y0, y1):
        canvas.line(x + (4 if x < drawn_to else -4) * -1, y, drawn_to, y)
    canvas.setLineWidth(0.6)
    canvas.line(x, y0, x, y1)
    for y in (y0, y1):
        _tick(canvas, x, y)
    if width_of(text, REGULAR, SMALL) > y1 - y0 - 4:
        middle = (y0 + y1) / 2 - 2.5
        (canvas.drawString if x > drawn_to else canvas.drawRightString)(x + (5 if x > drawn_to else -5), middle, text)
        return
    canvas.saveState()
    canvas.translate(x - 4, (y0 + y1) / 2)
    canvas.rotate(90)
    canvas.drawCentredString(0, 0, text)
    canvas.restoreState()


def _level(canvas: Canvas, y: float, x0: float, x1: float, text: str, drawn_to: float, beside: bool = False) -> None:
    """A horizontal dimension under the drawing."""
    canvas.setLineWidth(0.35)
    for x in (x0, x1):
        canvas.line(x, y - 4, x, drawn_to)
    canvas.setLineWidth(0.6)
    canvas.line(x0, y, x1, y)
    for x in (x0, x1):
        _tick(canvas, x, y)
    if beside:
        canvas.drawString(x1 + 6, y - 2.5, text)
    else:
        canvas.drawCentredString((x0 + x1) / 2, y - 10, text)


def _tick(canvas: Canvas, x: float, y: float) -> None:
    canvas.line(x - 3, y - 3, x + 3, y + 3)


def _where(canvas: Canvas, job: Job, result: Plan, cut: DrawnCut, top: float) -> None:
    """Where on the Floor the section runs, as large as the page has room left."""
    width, _ = letter
    names = section_names(job)
    drawn = replace(drawing(result, framing_of(job)), cut=cut)
    scale = draw_floor(canvas, drawn, (MARGIN, LOW, width - 2 * MARGIN, top - LOW - 26), names)
    caption(canvas, MARGIN, top - 16, f"Where it is cut: A on the Floor, {scale}")


def _notes(canvas: Canvas, job: Job, result: Plan, eave: _Eave, top: float) -> float:
    """What goes into the bays, in words. Returns how far down the page they go."""
    width, _ = letter
    plain = ParagraphStyle("plain", fontName=REGULAR, fontSize=9, leading=12.5, textColor=INK)
    soft = ParagraphStyle("soft", parent=plain, fontSize=8, leading=10.5, textColor=SOFT, spaceBefore=6)
    story = [paragraph(f"<b>{marked(name)}</b> {marked(text)}", plain) for name, text in _lines(job, result, eave)]
    story.append(paragraph(CAUTIONS, soft))
    high = sum(f.wrap(width - 2 * MARGIN, 10_000)[1] + f.getSpaceBefore() for f in story)
    Frame(MARGIN, LOW, width - 2 * MARGIN, top - LOW, 0, 0, 0, 0).addFromList(
        [KeepInFrame(width - 2 * MARGIN, top - LOW, story, mode="shrink")], canvas
    )
    return max(LOW, top - float(high))


def _lines(job: Job, result: Plan, eave: _Eave) -> list[tuple[str, str]]:
    """What goes into the bays of this run, and what it comes to."""
    found, settings = eave.plan, job.settings
    kind = KINDS[settings.baffle_kind].title
    width = "" if found.baffle_width_in is None else f", {eighths(found.baffle_width_in)} wide"
    hand = f", {found.by_hand} cut round what stands there" if found.by_hand else ""
    pieces = f"{found.pieces} pieces of up to {eighths(settings.baffle_piece_in)}"
    laps = "butted" if settings.baffle_kind == "rigid_foam" else "2 in lap"
    lines = [
        ("Run:", f"{feet_inches(found.run_ft)}, {found.bays} bays."),
        ("Baffles:", f"{found.baffles} of {kind}{width}: {pieces}, {laps}{hand}; gap {eighths(settings.vent_gap_in)}."),
    ]
    blocks = f"{found.wind_blocks} pieces" if found.wind_blocks else "bent from the baffle"
    leg = eighths(found.closed_leg_in or 0.0)
    lines.append(("Wind blocks:", f"{blocks}, {leg} high, from the plate to the chute; tight at both sides."))
    if found.plugs:
        lines.append(("Batt plugs:", f"{_bays(found.plugs)} without a baffle, closed at the plate."))
    if found.to_wind:
        lines.append(
            ("Open to wind:", f"{_bays(found.to_wind)}, {feet_inches(found.to_wind_ft)} of plate: close them.")
        )
    if found.staples:
        lines.append(("Staples or screws:", f"{found.staples}."))
    edge = next(s.edges[found.edge] for s in job.sections if s.id == eave.section)
    if edge.remedy is not None:
        remedy = remedy_of(edge.remedy.kind, edge.remedy.r_per_in, edge.remedy.reach_in)
        about = REMEDIES[remedy.kind]
        lines.append(
            (
                "Over the plate:",
                f"{about.title}, {eighths(remedy.reach_in)} in from its outer edge, R {remedy.r_per_in:g} per in. {about.mind}",
            )
        )
    if found.r_at_plate is not None and found.r_over_plate_mean is not None:
        lines.append(
            (
                "R:",
                f"{r_value(found.r_at_plate)} at the plate's outer edge, {r_value(found.r_over_plate_mean)} over its width.",
            )
        )
    solved = eave.solved
    if solved is not None:
        state = next(s for s in solved.states if s.state == solved.after)
        limit = min(state.damp_limit, state.mould_limit)
        outside = "" if eave.climate is None else f" at {fixed(eave.climate.design_f)} °F outside".replace("-", "−")
        sound = f"; sound up to {fixed(100 * limit)} % humidity in the room" if limit < 1 else ""
        lines.append(("Coldest spot inside:", f"{fixed(state.coldest_f)} °F{outside}{sound}."))
    wrong = [f.text for f in result.flags if f.section == eave.section and f.code in EAVE_FLAGS and f.level != "note"]
    lines += [("Mind:", text) for text in wrong]
    return lines


def _bays(count: int) -> str:
    return f"{count} bay{'' if count == 1 else 's'}"


EAVE_FLAGS = (
    "baffle_too_short",
    "baffle_too_wide",
    "vent_gap_lost",
    "plate_to_wind",
    "plug_at_chimney",
    "fake_soffit",
    "low_roof",
)
