"""What lies under the fill: a floor with every hidden thing numbered, and its distances from the way in (handbook §20)."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date

from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable

from ..core.base.units import eighths, feet_inches
from ..core.done import HiddenThing, WayIn, things_under, unplaced, ways_in
from ..core.drawing import drawing
from ..core.plan import plan
from ..job import Fault, Job, JobError
from ..job.document import framing_of, section_names
from ..job.log_entry import LogEntry
from .floor_drawn import Sign, draw_floor
from .lettering import marked, paragraph
from .page import caption
from .pages import Part, paged
from .parts import PLAIN, SMALL, table, with_drawing

SAID = (
    "Measured along the walls from the way in, or from the corner named, to the middle of each thing; depth is that of the fill over the "
    "ceiling there, on the day. Take every wire to be live. Step on framing only."
)
FLOOR_HIGH = 600.0


def buried_map(job: Job, today: date, log: Sequence[LogEntry] = ()) -> bytes:
    """The map as PDF. Raises JobError where nothing hidden is on record."""
    result = plan(job)
    things, ways = things_under(result), ways_in(result)
    without = unplaced(result)
    if not things:
        text = "nothing that the fill hides has its place on record: put boxes, lights, ducts and wires on the Floor in Look over"
        raise JobError([Fault("sections.features", text)])
    drawn = drawing(result, framing_of(job))
    names = section_names(job)

    def floor(canvas: Canvas, width: float, height: float) -> None:
        of = {thing.section for thing in things}
        signs = [Sign(at_ft=way.at_ft, text="in", shape="square") for way in ways if way.section in of]
        signs += [Sign(at_ft=thing.at_ft, text=str(thing.number)) for thing in things]
        scale = draw_floor(canvas, drawn, (0, 0, width, height - 16), names, signs, bare=True)
        caption(canvas, 0, height - 9, f"Floor, {scale}; a square is where one measures from")

    def story() -> list[Flowable]:
        lists = _lists(things, ways, names)
        if without:
            lists.append(
                paragraph(f"Without a place on record, so not on this map: {marked(', '.join(without))}.", PLAIN)
            )
        return with_drawing([paragraph(SAID, SMALL)], floor, lists, 260, FLOOR_HIGH)

    parts: list[Part] = [("What lies under the fill", story)]
    return paged(job.name or "Unnamed job", job.address or "", parts, today)


def _lists(things: Sequence[HiddenThing], ways: Sequence[WayIn], names: dict[str, str]) -> list[Flowable]:
    story: list[Flowable] = []
    for way in ways:
        mine = [thing for thing in things if thing.section == way.section]
        if not mine:
            continue
        story.append(paragraph(f"<b>{marked(names[way.section])}</b>, from the {marked(way.what)}", PLAIN))
        rows = [
            [
                str(thing.number),
                thing.what,
                _away(thing.east_ft, "east", "west"),
                _away(thing.north_ft, "north", "south"),
                "none: kept clear" if thing.kept else eighths(thing.depth_in),
            ]
            for thing in mine
        ]
        story.append(table(["", "What", "Along", "Across", "Fill over the ceiling"], rows, (0.4, 2.2, 1.3, 1.3, 1.2)))
    return story


def _away(feet: float, ahead: str, back: str) -> str:
    return f"{feet_inches(abs(feet))} {ahead if feet >= 0 else back}"
