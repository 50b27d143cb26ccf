"""The offer: up to three choices side by side for the customer, in plain words, drawn to one scale, with what was assumed."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, timedelta
from io import BytesIO

from reportlab.lib.colors import Color, HexColor
from reportlab.lib.pagesizes import letter
from reportlab.lib.styles import ParagraphStyle
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, Frame, KeepInFrame

from ..core.base.units import eighths, fixed, r_value
from ..core.done import as_logged, day_of, plan_logged
from ..core.drawing import drawing
from ..core.log import Day
from ..core.plan import house_rules_said
from ..core.rack import Way
from ..core.ways import Rack, rack
from ..formats.product_library import library
from ..job import Fault, Job, JobError
from ..job.document import framing_of
from ..job.log_entry import LogEntry
from .drawn import BARK_PALE, HAIRLINE, INK, LEAF, LEAF_PALE, RUST, SOFT, draw_cut
from .lettering import BOLD, REGULAR, marked, paragraph, sheet
from .page import MARGIN, caption, fitted
from .work_lines import work_said

MOST_CHOICES = 3
CORE_WIDE = 74.0
CORE_HIGH = 150.0
BOX_LOW = 300.0
SIGN_Y = 40.0
WHITE = HexColor("#ffffff")
FILLS: dict[str, Color] = {"old": BARK_PALE, "under": LEAF_PALE, "new": LEAF_PALE, "batt": WHITE}
WORDS = {
    "top_up": "New insulation is blown over what is there.",
    "lift_and_fill": "The old batts are raised, the gap under them filled, the batts laid back, and more blown on top.",
    "clear_and_blow": "The old insulation is taken out and new insulation blown in.",
    "batts_across": "Batts are laid across the joists over what is there.",
    "batts_between_and_across": "Batts are laid between the joists, and more across them.",
    "batts_between_blown_cap": "Batts are laid between the joists and covered with blown insulation.",
}
AFTER_WORDS = (
    "The saving is a range, not a promise: weather, thermostat and house differ. The locally adopted code, the product's own "
    "label and licensed trades have the last word. What licensed trades must do first is offered apart; what "
    "is found later is a change, with your yes or no."
)


def offer(job: Job, today: date, log: Sequence[LogEntry] = ()) -> bytes:
    """The offer as PDF: the pinned ways, else the one chosen, of the job as its log knows it. Raises JobError where nothing can be offered yet."""
    day = day_of(log)
    found = rack(as_logged(job, day), library())
    ways = _offered(job, found)
    width, height = letter
    buffer = BytesIO()
    canvas = sheet(buffer, f"Offer, {job.name or 'unnamed job'}")
    _head(canvas, job, today, len(ways))
    _sign(canvas, job, today)
    wide = (width - 2 * MARGIN) / len(ways)
    high = max((way.weighed.fill_line_in or 0.0) for way in ways) + 1
    for number, way in enumerate(ways):
        left = MARGIN + number * wide
        canvas.setStrokeColor(HAIRLINE)
        canvas.setLineWidth(0.8)
        canvas.rect(left, BOX_LOW, wide, height - BOX_LOW - 88, stroke=1, fill=0)
        _core(canvas, way, left + wide / 2, height - 88 - CORE_HIGH - 24, high)
        story = _choice(way, number)
        room = height - 88 - CORE_HIGH - 52 - BOX_LOW
        column = KeepInFrame(wide - 20, room, story, mode="shrink")
        Frame(left + 10, BOX_LOW + 4, wide - 20, room, 0, 0, 0, 0).addFromList([column], canvas)
    _foot(canvas, job, day, found, ways)
    canvas.save()
    return buffer.getvalue()


def _offered(job: Job, found: Rack) -> list[Way]:
    """The pinned ways that can be priced, at most three; else the one chosen."""
    if found.missing:
        raise JobError([Fault(item.field, item.text) for item in found.missing])
    if found.uncounted:
        names = ", ".join(section.name or section.id for section in job.sections if section.id in found.uncounted)
        text = f"What goes into {names} is not known yet, so no price is whole: choose it first."
        raise JobError([Fault("choice", text)])
    of = {way.weighed.id: way for way in found.ways}
    pinned = [of[name].weighed for name in job.weighing.pinned if name in of]
    open_yet = {item.field: item.text for way in pinned for item in way.missing if way.cost is None}
    if open_yet:
        raise JobError([Fault(field, f"{text} A pinned way goes by it.") for field, text in open_yet.items()])
    names_of = job.weighing.pinned or ((found.picked,) if found.picked else ())
    ways = [of[name] for name in names_of if name in of and of[name].weighed.cost is not None]
    if not ways:
        text = "Pin up to three cores in Choose, or pick one way for the whole attic; then there is something to offer."
        raise JobError([Fault("weighing.pinned", text)])
    return ways[:MOST_CHOICES]


def _head(canvas: Canvas, job: Job, today: date, count: int) -> None:
    width, height = letter
    canvas.setFillColor(INK)
    canvas.setFont(BOLD, 17)
    title = "Offer for your attic" if count == 1 else f"{count} ways to insulate your attic"
    canvas.drawString(MARGIN, height - 54, title)
    canvas.setFont(REGULAR, 10)
    canvas.setFillColor(SOFT)
    where = job.address or job.name or ""
    canvas.drawString(MARGIN, height - 70, fitted(where, REGULAR, 10, width - 2 * MARGIN - 130))
    canvas.drawRightString(width - MARGIN, height - 54, today.isoformat())
    canvas.setFont(REGULAR, 9)
    canvas.drawString(MARGIN, height - 34, fitted(_firm_said(job), REGULAR, 9, width - 2 * MARGIN))


def _firm_said(job: Job) -> str:
    """Who offers, in a line: name, address, licence; empty while nobody is named."""
    card = job.firm
    licence = f"licence {card.licence}" if card.licence else None
    return " · ".join(part for part in (card.name, card.address, licence) if part)


def _holds_said(job: Job, today: date) -> str:
    """How long the offer holds, in words; empty where that was not said."""
    days = job.firm.offer_days
    return "" if days is None else f"This offer holds until {(today + timedelta(days=days)).isoformat()}."


def _sign(canvas: Canvas, job: Job, today: date) -> None:
    """Lines to sign on, for the customer and for the firm, with the day."""
    width, _ = letter
    half = (width - 2 * MARGIN - 24) / 2
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(0.6)
    canvas.setFont(REGULAR, 7.5)
    canvas.setFillColor(SOFT)
    for left, who in ((MARGIN, "customer"), (MARGIN + half + 24, job.firm.name or "firm")):
        canvas.line(left, SIGN_Y, left + half, SIGN_Y)
        canvas.drawString(left, SIGN_Y - 9, fitted(f"{who}, signature and day", REGULAR, 7.5, half))
    canvas.drawString(MARGIN, 18, _holds_said(job, today))


def _core(canvas: Canvas, way: Way, middle: float, bottom: float, high_in: float) -> None:
    """The core of the largest floor, from the ceiling up; all of an offer to one scale."""
    core = max(way.weighed.cores, key=lambda c: c.net_ft2)
    k = CORE_HIGH / high_in
    left = middle - CORE_WIDE / 2
    canvas.setLineWidth(0.6)
    for layer in core.layers:
        canvas.setFillColor(FILLS.get(layer.role, WHITE))
        canvas.setStrokeColor(INK)
        canvas.rect(left, bottom + layer.from_in * k, CORE_WIDE, (layer.to_in - layer.from_in) * k, stroke=1, fill=1)
        _texture(canvas, layer.role, left, bottom + layer.from_in * k, (layer.to_in - layer.from_in) * k)
    canvas.setFillColor(WHITE)
    canvas.rect(left - 2, bottom - 5, CORE_WIDE + 4, 5, stroke=1, fill=1)
    if core.settled_line_in is not None and core.fill_line_in and core.fill_line_in - core.settled_line_in > 0.1:
        canvas.setStrokeColor(LEAF)
        canvas.setDash(4, 3)
        y = bottom + core.settled_line_in * k
        canvas.line(left, y, left + CORE_WIDE, y)
        canvas.setDash()
    if core.fill_line_in:
        y = bottom + core.fill_line_in * k
        canvas.setStrokeColor(LEAF)
        canvas.setLineWidth(2)
        canvas.line(left, y, left + CORE_WIDE, y)
        canvas.setFont(BOLD, 10)
        canvas.setFillColor(INK)
        canvas.drawCentredString(middle, y + 5, eighths(core.fill_line_in))
    canvas.setFont(REGULAR, 7.5)
    canvas.setFillColor(SOFT)
    canvas.drawCentredString(middle, bottom - 15, "your ceiling")


def _texture(canvas: Canvas, role: str, left: float, low: float, high: float) -> None:
    """Old fill and batts are waved, blown fill is flecked: told apart without colour."""
    canvas.saveState()
    path = canvas.beginPath()
    path.rect(left, low, CORE_WIDE, high)
    canvas.clipPath(path, stroke=0, fill=0)
    canvas.setStrokeColor(INK if role in ("old", "batt") else LEAF)
    canvas.setLineWidth(0.5)
    y = low + 4
    row = 0
    while y < low + high:
        x = left + (0 if role in ("old", "batt") else 5 * (row % 2))
        while x < left + CORE_WIDE:
            if role in ("old", "batt"):
                canvas.bezier(x, y, x + 3, y + 3, x + 5, y + 3, x + 8, y)
                x += 8
            else:
                canvas.line(x, y, x + 3, y + 1.5)
                x += 10
        y += 7
        row += 1
    canvas.restoreState()


def _choice(way: Way, number: int) -> list[Flowable]:
    """One choice in plain words."""
    plain = ParagraphStyle("plain", fontName=REGULAR, fontSize=9, leading=12, textColor=INK, spaceAfter=4)
    large = ParagraphStyle("large", parent=plain, fontName=BOLD, fontSize=17, leading=21)
    small = ParagraphStyle("small", parent=plain, fontSize=8, leading=10.5, textColor=SOFT)
    stop = ParagraphStyle("stop", parent=plain, textColor=RUST)
    weighed, cost = way.weighed, way.weighed.cost
    if cost is None:
        return []
    money = cost.currency
    packs = " and ".join(f"{pack.count} {pack.unit} of {pack.name}" for pack in weighed.packs)
    story: list[Flowable] = [
        paragraph(
            f"<b>{chr(65 + number)}. {marked(weighed.title)}</b>", ParagraphStyle("t", parent=plain, fontSize=11)
        ),
        paragraph(f"{money}{fixed(cost.price)}", large),
        paragraph(marked(WORDS[weighed.method]), plain),
        paragraph(
            f"Afterwards {r_value(weighed.r_nominal or 0.0)} by the label, {r_value(weighed.r_effective or 0.0)} as it works "
            "with the wood and edges counted."
            if weighed.r_effective is not None
            else f"Afterwards {r_value(weighed.r_nominal or 0.0)} by the label.",
            plain,
        ),
        paragraph(f"About {fixed(cost.hours)} hours for the crew. {marked(packs)}.", plain),
    ]
    if way.saving is not None and way.saving.low > 0:
        years = ""
        least, most = way.saving.payback_low_years, way.saving.payback_high_years
        if least is not None and most is not None:
            years = f" Paid back in {fixed(least)} to {fixed(most)} years."
        story.append(
            paragraph(
                f"Saves about {money}{fixed(way.saving.low)} to {money}{fixed(way.saving.high)} a year.{years}", plain
            )
        )
    if weighed.settles_in and weighed.settles_in > 0.1:
        story.append(
            paragraph(f"It settles by about {eighths(weighed.settles_in)}; the R is that after settling.", small)
        )
    else:
        story.append(paragraph("It does not settle.", small))
    if weighed.speaks_for:
        story.append(paragraph(marked("; ".join(weighed.speaks_for).capitalize()) + ".", small))
    story += [paragraph(f"<b>Cannot be done as it stands.</b> {marked(text)}", stop) for text in weighed.blocks]
    story += [paragraph(marked(text), small) for text in weighed.cautions]
    return story


def _foot(canvas: Canvas, job: Job, day: Day, found: Rack, ways: Sequence[Way]) -> None:
    """The eave drawn with what is chosen, the stops, and what was assumed."""
    width, _ = letter
    result = plan_logged(job, day)
    drawn = drawing(result, framing_of(job))
    half = (width - 2 * MARGIN) * 0.58
    if drawn.cut:
        scale = draw_cut(canvas, drawn.cut, (MARGIN, 96, half, 168))
        caption(canvas, MARGIN, 276, f"Your eave, {scale}")
    plain = ParagraphStyle("foot", fontName=REGULAR, fontSize=7.8, leading=10, textColor=INK, spaceAfter=3)
    stops = list(dict.fromkeys(flag.text for flag in result.flags if flag.level == "stop"))
    story: list[Flowable] = []
    if stops:
        red = ParagraphStyle("stop", parent=plain, textColor=RUST)
        story.append(paragraph(f"<b>Before anything goes in:</b> {marked(' '.join(stops))}", red))
    first = work_said(result.work)
    if first:
        story.append(paragraph(f"<b>What must be done first, in each price:</b> {marked(first)}.", plain))
    story.append(paragraph(f"<b>Assumed:</b> {marked(' '.join(_assumed(job, found, ways)))}", plain))
    rules = house_rules_said(job.house_rules)
    if rules:
        story.append(paragraph(f"<b>How we work:</b> {marked('; '.join(rules))}.", plain))
    story.append(paragraph(AFTER_WORDS, plain))
    room = KeepInFrame(width - 2 * MARGIN - half - 16, 222, story, mode="shrink")
    Frame(MARGIN + half + 16, 60, width - 2 * MARGIN - half - 16, 226, 0, 0, 0, 0).addFromList([room], canvas)


def _assumed(job: Job, found: Rack, ways: Sequence[Way]) -> list[str]:
    said = [f"{job.settings.spare_pct:g} % spare; prices of the book of today."]
    area = sum(core.net_ft2 for core in ways[0].weighed.cores)
    said.append(f"{fixed(area)} ft² of floor, as measured.")
    first = next((way.saving for way in ways if way.saving is not None), None)
    if first is not None:
        said.append(
            f"{fixed(first.heating_degree_days)} heating degree-days, {first.fuel} at "
            f"{job.book.currency}{fixed(first.heating_price, 2)} a {first.fuel_unit}."
        )
    others = [section for section in job.sections if section.kind not in ("open_floor", "left_out")]
    if others:
        said.append("Slopes, walls and closed bays are in each price as they are chosen.")
    return said
