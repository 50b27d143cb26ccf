"""The job sheet: one page, more only where the cautions need them, with Floor and Cut to scale, materials, depths, bags and cautions, for the truck."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Sequence
from datetime import date
from io import BytesIO

from reportlab.lib.enums import TA_LEFT
from reportlab.lib.pagesizes import letter
from reportlab.lib.styles import ParagraphStyle
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, Frame, KeepInFrame, Paragraph, Table, TableStyle

from ..core.base.notebook import Flag
from ..core.base.units import eighths, feet_inches, fixed, r_value, shortened, whole_up
from ..core.done import day_of, plan_logged
from ..core.drawing import Drawing, drawing
from ..core.floor import edge_side
from ..core.plan import Plan, Span, house_rules_said
from ..core.section import EavePlan, SectionPlan
from ..job import Job
from ..job.document import framing_of, section_names
from ..job.log_entry import LogEntry
from .drawn import HAIRLINE, INK, LEAF_PALE, RUST, SOFT, cut_high, draw_cut
from .eave_lines import eave_lines
from .floor_drawn import draw_floor
from .lettering import BOLD, REGULAR, marked, measured_in, paragraph, width_of
from .page import MARGIN, caption, fitted, page_one
from .pages import fill

# Text is made smaller by no more than this: under 7 points nobody reads it in an attic.
MOST_SQUEEZED = 1.4
EAVE_NAME_WIDE = 36.0
# Points: the drawings begin so far down the page, are at least so high together, and the text ends so far from the edge.
DRAWINGS_TOP, DRAWINGS_LEAST, LOW = 122.0, 330.0, 30.0
CUT_SHARE = 0.42
# What a further page holds, and what of the text stays on the first.
NEXT_ROOM, FIRST_TEXT = float(letter[1]) - 54.0 - LOW, 130.0
LAID = {"between": "between the joists", "across": "across the joists", "bays": "in the bays, cut to them"}
CAUTIONS = (
    "Step on framing only; lay a board across joists to kneel on. Nails come through the deck. Wear respirator, eye "
    "protection, sleeves and gloves; have light, and someone who knows you are up there. Keep off wires. Keep fill from "
    "lights, flues and chimneys at their listed clearances. Unplug the machine before clearing a jam; hands out of the hopper. "
    "Local code, the product's own label and licensed trades have the last word over this sheet."
)


def job_sheet(job: Job, today: date, log: Sequence[LogEntry] = ()) -> bytes:
    """The sheet of a job as PDF, one letter page for an ordinary job. today is printed on it."""
    result = plan_logged(job, day_of(log))
    drawn = drawing(result, framing_of(job))
    width, height = letter
    buffer = BytesIO()
    name = job.name or "unnamed job"
    canvas = page_one(
        buffer, f"Job sheet, {name}", job.name or "Unnamed job", job.address or "", "Job sheet, Elm Cover", today
    )
    _headline(canvas, result, MARGIN, height - 116, width - 2 * MARGIN)
    story = _story(job, result, width - 2 * MARGIN)
    needed = sum(f.wrap(width - 2 * MARGIN, 10_000)[1] + f.getSpaceBefore() + f.getSpaceAfter() for f in story) + 14
    low = _drawings_low(needed if drawn.sections else 0.0)
    _drawings(canvas, job, drawn, low)
    _flow(canvas, story, needed, low, job.name or "Unnamed job")
    canvas.save()
    return buffer.getvalue()


def _drawings_low(needed: float) -> float:
    """How far down the page the drawings go: as large as they can be without a page more for the text, which is squeezed a little
    where that saves one."""
    height = float(letter[1])
    room = height - DRAWINGS_TOP - LOW
    if needed <= 0:
        return height - DRAWINGS_TOP
    if room - DRAWINGS_LEAST < needed <= (room - DRAWINGS_LEAST) * MOST_SQUEEZED:
        return height - DRAWINGS_TOP - DRAWINGS_LEAST
    pages = 1
    while room + (pages - 1) * NEXT_ROOM - DRAWINGS_LEAST < needed:
        pages += 1
    # What blocks the work stands first in the text: it stays on the first page.
    most = room if pages == 1 else room - FIRST_TEXT
    return height - DRAWINGS_TOP - min(most, room + (pages - 1) * NEXT_ROOM - needed)


def _drawings(canvas: Canvas, job: Job, drawn: Drawing, low: float) -> None:
    """Floor and Cut between the headline and there; the Floor alone where nothing is cut."""
    width, height = letter
    high = height - DRAWINGS_TOP - low
    if not drawn.sections or high <= 0:
        return
    wide = width - 2 * MARGIN
    cut_room = min(high * CUT_SHARE, cut_high(drawn.cut, wide) + 30) if drawn.cut else 0.0
    names = section_names(job)
    box = (MARGIN, low + cut_room + 6, wide, high - cut_room - 20)
    scale = draw_floor(canvas, drawn, box, names)
    caption(canvas, MARGIN, height - DRAWINGS_TOP - 10, f"Floor, {scale}")
    if drawn.cut:
        scale = draw_cut(canvas, drawn.cut, (MARGIN, low + 10, wide, cut_room - 28))
        caption(
            canvas,
            MARGIN,
            low + cut_room - 10,
            f"Cut at A, {drawn.cut.ends[0].side} side, {scale}, {measured_in()}",
        )


def _flow(canvas: Canvas, story: list[Flowable], needed: float, low: float, name: str) -> None:
    """The text under the drawings, a little smaller where that keeps it to one page, else on further pages."""
    width, height = letter
    room = low - LOW
    if room < needed <= room * MOST_SQUEEZED:
        story = [KeepInFrame(width - 2 * MARGIN, room, story, mode="shrink")]
    frame = Frame(MARGIN, LOW, width - 2 * MARGIN, room, 0, 0, 0, 0)
    while story:
        fill(frame, story, canvas)
        canvas.showPage()
        if story:
            caption(canvas, MARGIN, height - 40, fitted(name, BOLD, 9, width - 2 * MARGIN))
            frame = Frame(MARGIN, LOW, width - 2 * MARGIN, NEXT_ROOM, 0, 0, 0, 0)


def _range(span: Span, shown: Callable[[float], str]) -> str:
    """The least and the most, where they differ."""
    least, most = shown(span.least), shown(span.most)
    return least if least == most else f"{least} – {most.removeprefix('R-')}"


def _headline(canvas: Canvas, result: Plan, left: float, bottom: float, width: float) -> None:
    totals = result.totals
    cells = []
    for unit in ("bags", "bundles"):
        counts = [str(line.bags_order) for line in totals.order if line.unit == unit]
        if counts:
            cells.append((f"{unit} to order", " + ".join(counts)))
    if totals.fill_line_in:
        cells.append(("fill line", _range(totals.fill_line_in, eighths)))
    if totals.area_ft2 is not None:
        cells.append(("floor", f"{fixed(totals.area_ft2)} ft²"))
    if totals.r_existing and totals.r_nominal:
        cells.append(
            (
                "R now → after, floors" if totals.other_sections else "R now → after",
                f"{_range(totals.r_existing, r_value)} → {_range(totals.r_nominal, r_value).removeprefix('R-')}",
            )
        )
    if totals.baffles is not None:
        cells.append(("baffles", str(totals.baffles)))
    if totals.load_psf is not None:
        limit = f" of {totals.load_limit_psf:g}" if totals.load_limit_psf else ""
        cells.append(("ceiling load", f"{fixed(totals.load_psf, 2)}{limit} lb/ft²"))
    if result.work.gate.items:
        cells.append(("before the fill", f"{result.work.gate.items} items, {fixed(result.work.person_hours)} h"))
    looked = f"{totals.not_looked_at} not looked at" if totals.not_looked_at else "none"
    cells.append(("stops", str(totals.stops) if totals.stops else looked))
    step = width / len(cells)
    for i, (name, value) in enumerate(cells):
        x = left + i * step
        if i < 2 and len(cells) > 2:
            canvas.setFillColor(LEAF_PALE)
            canvas.rect(x, bottom, step, 36, stroke=0, fill=1)
        canvas.setStrokeColor(HAIRLINE)
        canvas.rect(x, bottom, step, 36, stroke=1, fill=0)
        canvas.setFont(REGULAR, 7.5)
        canvas.setFillColor(SOFT)
        canvas.drawString(x + 5, bottom + 25, name)
        size = next((s for s in (12, 11, 10, 9) if width_of(value, BOLD, s) <= step - 8), 8)
        canvas.setFont(BOLD, size)
        canvas.setFillColor(RUST if name == "stops" and totals.stops else INK)
        canvas.drawString(x + 5, bottom + 8, value)


def _story(job: Job, result: Plan, width: float) -> list[Flowable]:
    plain = ParagraphStyle("plain", fontName=REGULAR, fontSize=8.5, leading=11, textColor=INK, alignment=TA_LEFT)
    stop = ParagraphStyle("stop", parent=plain, textColor=RUST)
    story: list[Flowable] = [_flag(flag, stop) for flag in result.flags if flag.level == "stop"]
    for line in result.order:
        gaps = f", {fixed(line.bags_gaps, 2)} for gaps below" if line.bags_gaps else ""
        story.append(
            paragraph(
                f"<b>Order {line.bags_order} {line.unit} of {marked(line.name)}</b>: {fixed(line.bags_chart, 2)} by the "
                f"{'layout' if line.unit == 'bundles' else 'chart'}{gaps} and "
                f"{job.settings.spare_pct:g} % spare, rounded up once. Compare with the label on the bag.",
                plain,
            )
        )
    if result.totals.uncounted:
        names = ", ".join(shortened(s.name or s.id) for s in result.sections if s.id in result.totals.uncounted)
        story.append(paragraph(f"<b>Not in the order and the price yet:</b> {marked(names)}.", stop))
    rows = [_figures_of(job, section) for section in result.sections if section.installed_in]
    if rows:
        story.append(_table([SECTION_HEADS, *rows], width))
    eaves = _eave_rows(result)
    if eaves:
        story.append(_table([EAVE_HEADS, *eaves], width))
        story += [paragraph(text, plain) for text in eave_lines(job, result)]
    story += [paragraph(text, plain) for section in result.sections if (text := _old_fill(section))]
    story += [paragraph(text, plain) for section in result.sections for text in _batts(job, section)]
    rules = house_rules_said(job.house_rules)
    if rules:
        story.append(paragraph(f"<b>House rules:</b> {marked('; '.join(rules))}.", plain))
    cautions = {flag.text: flag for flag in result.flags if flag.level == "caution"}
    story += [_flag(flag, plain) for flag in cautions.values()]
    if result.open:
        asked = _questions(result)
        story.append(paragraph(f"<b>Not known yet:</b> {marked(asked)}.", plain))
    story.append(
        paragraph(
            CAUTIONS,
            ParagraphStyle("cautions", parent=plain, fontSize=7.5, leading=9.5, textColor=SOFT, spaceBefore=4),
        )
    )
    return story


SECTION_HEADS = [
    "Section",
    "Product",
    "R to add",
    "New fill",
    "Settles to",
    "Fill line",
    "One bag",
    "Bags by chart",
    "Takes about",
]
EAVE_HEADS = [
    "Eave",
    "Run",
    "Bays",
    "Baffles",
    "Pieces",
    "Chute",
    "Wind block",
    "Plugs",
    "Staples",
    "Over the plate",
    "Full at",
]


def _eave_rows(result: Plan) -> list[list[str]]:
    """A row for each eave whose section is known; the section's name where there are several."""
    rows = []
    several = len(result.sections) > 1
    for section in result.sections:
        outline = result.fields[section.id].outline_ft
        for eave in section.eaves:
            if eave.depth_at_plate_in is not None:
                name = fitted(section.name or section.id, REGULAR, 7.5, EAVE_NAME_WIDE) if several else ""
                rows.append(_eave_row(", ".join(filter(None, (edge_side(outline, eave.edge), name))), eave))
    return rows


def _flag(flag: Flag, style: ParagraphStyle) -> Paragraph:
    word = "STOP" if flag.level == "stop" else "Caution"
    return paragraph(f"<b>{word}.</b> {marked(flag.text)} {marked(flag.what_to_do)}", style)


def _old_fill(section: SectionPlan) -> str:
    """What is done with the old fill before the new goes on; nothing where it stays as it lies."""
    found = section.old_fill
    if found is None or found.action == "keep" or not found.options:
        return ""
    name = marked(section.name or section.id)
    if found.action == "lift" and found.under_installed_in:
        under = eighths(found.under_installed_in)
        return (
            f"<b>{name}: lift the old batts</b>, blow {under} beneath, lay them back facing down in contact, then cap."
        )
    if found.action == "clear" and found.removal:
        taken = found.removal
        return (
            f"<b>{name}: clear the old fill out</b>, about {fixed(taken.volume_ft3)} ft³: {whole_up(taken.bags)} bags of {taken.bag_ft3:g} ft³, "
            f"{fixed(taken.hours, 1)} h for two{' by hand' if taken.vacuumed_ft3 <= 0 else ' with a vacuum'}. Contain the dust; its cause is mended first."
        )
    return (
        f"<b>{name}: re-lay the old batts</b> by hand, in contact with the ceiling." if found.action == "relay" else ""
    )


def _batts(job: Job, section: SectionPlan) -> list[str]:
    """Each layer of batts with its cut list: pieces of a course that are cut, length by width in inches."""
    found = []
    for layer in section.batts:
        name = next((p.name or p.id for p in job.products if p.id == layer.product), layer.product)
        cuts = [
            f"course {course.number}: "
            + ", ".join(
                f"{count} of {long:g} × {wide:g}" if count > 1 else f"{long:g} × {wide:g}"
                for (long, wide), count in Counter(course.cuts).items()
            )
            for course in layer.courses
            if course.cuts
        ]
        found.append(
            f"<b>{marked(section.name or section.id)}: lay {marked(name)} {LAID[layer.place]}</b>, {layer.pieces} pieces, "
            f"{layer.cuts} cut, {layer.splits} slit; far end first, back to the way in. Cuts, inches: {'; '.join(cuts) or 'none'}."
        )
    return found


def _questions(result: Plan) -> str:
    """What is still open, each section's name once before its questions."""
    names = [f"{shortened(s.name or s.id)}: " for s in result.sections]
    by_name: dict[str, list[str]] = {}
    for item in result.open:
        name = next((n for n in names if item.text.startswith(n)), "")
        by_name.setdefault(name, []).append(item.text.removeprefix(name).rstrip("?"))
    return "; ".join(name + "; ".join(texts) for name, texts in by_name.items())


def _figures_of(job: Job, section: SectionPlan) -> list[str]:
    name = next((p.name or p.id for p in job.products if p.id == section.product), "")
    bags = section.bags
    return [
        section.name or section.id,
        name,
        r_value(section.r_added or 0.0),
        eighths(section.installed_in or 0.0),
        eighths(section.settled_in or 0.0),
        "" if section.depth_total_in is None else eighths(section.depth_total_in),
        "" if section.bag_covers_ft2 is None else f"{fixed(section.bag_covers_ft2, 1)} ft²",
        "" if bags.chart is None else f"{fixed(bags.chart, 1)}",
        "" if bags.field is None else f"{fixed(bags.field, 1)}",
    ]


def _eave_row(where: str, eave: EavePlan) -> list[str]:
    return [
        where,
        feet_inches(eave.run_ft),
        "" if eave.bays is None else str(eave.bays),
        "" if eave.baffles is None else str(eave.baffles),
        "" if eave.pieces is None else str(eave.pieces),
        eighths(eave.baffle_length_in or 0.0),
        eighths(eave.closed_leg_in or 0.0),
        str(eave.plugs),
        "" if eave.staples is None else str(eave.staples),
        eighths(eave.depth_at_plate_in or 0.0)
        + (f", {r_value(eave.r_at_plate)}" if eave.r_at_plate is not None else ""),
        eighths(eave.full_depth_at_in or 0.0),
    ]


def _table(rows: list[list[str]], width: float) -> Table:
    wide = [1.3 if i < 2 else 1.0 for i in range(len(rows[0]))]
    small = ParagraphStyle("cell", fontName=REGULAR, fontSize=7.5, leading=9, textColor=INK)
    cells = [[paragraph(marked(text), small) for text in row] for row in rows]
    return Table(
        cells,
        colWidths=[width * w / sum(wide) for w in wide],
        style=TableStyle(
            [
                ("LINEBELOW", (0, 0), (-1, 0), 0.8, INK),
                ("LINEBELOW", (0, 1), (-1, -1), 0.3, HAIRLINE),
                ("TOPPADDING", (0, 0), (-1, -1), 1.5),
                ("BOTTOMPADDING", (0, 0), (-1, -1), 2),
                ("LEFTPADDING", (0, 0), (-1, -1), 2),
                ("VALIGN", (0, 0), (-1, -1), "TOP"),
            ]
        ),
        spaceAfter=5,
    )
