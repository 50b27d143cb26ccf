"""The Floor over the Cut as filled: what papers about a job that is done show of it."""

from __future__ import annotations

from collections.abc import Callable

from reportlab.pdfgen.canvas import Canvas

from ..core.drawing import drawing
from ..core.plan import Plan
from ..job import Job
from ..job.document import framing_of, section_names
from .drawn import cut_high, draw_cut
from .floor_drawn import draw_floor
from .lettering import measured_in
from .page import caption

CUT_SHARE = 0.45


def floor_and_cut(job: Job, planned: Plan) -> Callable[[Canvas, float, float], None]:
    """Draws both as large as they are given room for, each to a round scale of its own."""
    drawn = drawing(planned, framing_of(job))
    names = section_names(job)

    def draw(canvas: Canvas, width: float, height: float) -> None:
        cut = drawn.cut
        cut_room = min(height * CUT_SHARE, cut_high(cut, width) + 30) if cut else 0.0
        if drawn.sections:
            scale = draw_floor(canvas, drawn, (0, cut_room, width, height - cut_room - 14), names)
            caption(canvas, 0, height - 11, f"Floor, {scale}; dots are markers")
        if cut:
            scale = draw_cut(canvas, cut, (0, 6, width, cut_room - 24))
            caption(canvas, 0, cut_room - 10, f"Cut at A, {cut.ends[0].side} side, {scale}, {measured_in()}")

    return draw
