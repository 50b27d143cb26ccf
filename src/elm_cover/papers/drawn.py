"""The Cut on paper, to a round scale, from the same drawing data as the screen; what all drawings are made of."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from reportlab.lib.colors import Color, HexColor
from reportlab.pdfgen.canvas import Canvas

from ..core.base.units import eighths
from ..core.drawing import DrawnCut
from .lettering import BOLD, REGULAR, metric_paper

INK, SOFT, LEAF, LEAF_PALE = HexColor("#1f2d27"), HexColor("#566159"), HexColor("#2f6b46"), HexColor("#e3ecdf")
BARK, BARK_PALE, RUST, HAIRLINE = HexColor("#7b5d3f"), HexColor("#d9c3a1"), HexColor("#a3361c"), HexColor("#c9c2b0")
AMBER_PALE = HexColor("#fdf1dd")
POINTS_PER_IN = 72.0
# The cut's reduction, the largest that fits is taken.
CUT_SCALES = (4, 5, 6, 8, 10, 12, 16, 20, 24, 32, 48)
BELOW_CEILING_IN = 5.0
# From the back to the front: line, ground, line weight.
CUT_STYLE: dict[str, tuple[Color | None, Color | None, float]] = {
    "deck": (BARK, None, 2.6),
    "soffit": (BARK, None, 1.2),
    "plate": (INK, BARK_PALE, 0.6),
    "ceiling": (INK, None, 0.6),
    "old_fill": (None, BARK_PALE, 0),
    "batt": (INK, HexColor("#ffffff"), 0.5),
    "new_fill": (None, LEAF_PALE, 0),
    "remedy": (BARK, AMBER_PALE, 0.8),
    "plug": (BARK, BARK_PALE, 0.8),
    "settled": (LEAF, None, 0.6),
    "top": (LEAF, None, 1.4),
    "air": (SOFT, None, 0.7),
    "foam": (INK, HexColor("#ffffff"), 0.6),
    "baffle": (INK, None, 1.4),
    "lap": (INK, None, 1.4),
}
Box = tuple[float, float, float, float]


def cut_high(cut: DrawnCut, width: float) -> float:
    """How high the A end of a cut is drawn at the largest scale that so wide a box allows, points."""
    overhang, top, shown = _cut_size(cut)
    reduction = next((r for r in CUT_SCALES if (overhang + shown) * 72 / r <= width - 80), CUT_SCALES[-1])
    return (top + BELOW_CEILING_IN) * POINTS_PER_IN / reduction


def _cut_size(cut: DrawnCut) -> tuple[float, float, float]:
    """Overhang, height and length that are drawn, in."""
    overhang = 18.0 if cut.ends[0].eave else 4.0
    return overhang, max((cut.fill_line_in or cut.old_in or 0.0) + 5, 16.0), min(cut.length_in, 60.0)


def draw_cut(canvas: Canvas, cut: DrawnCut, box: Box) -> str:
    """Draws the A end of the cut into a box. Returns its scale in words."""
    left, bottom, width, height = box
    overhang, top, shown = _cut_size(cut)
    reduction = next(
        (
            r
            for r in CUT_SCALES
            if (overhang + shown) * 72 / r <= width - 80 and (top + BELOW_CEILING_IN) * 72 / r <= height
        ),
        CUT_SCALES[-1],
    )
    k = POINTS_PER_IN / reduction
    ox, oy = left + overhang * k, bottom + BELOW_CEILING_IN * k
    right = left + width - 80

    def place(p: Sequence[float]) -> tuple[float, float]:
        return ox + p[0] * k, oy + p[1] * k

    canvas.saveState()
    clip = canvas.beginPath()
    clip.rect(left, bottom, right - left, height)
    canvas.clipPath(clip, stroke=0)
    paint_cut(canvas, cut, place)
    canvas.restoreState()
    _ruler(canvas, right, oy, k, top)
    canvas.setFont(BOLD, 8)
    lowest = float("inf")
    if cut.fill_line_in:
        y = oy + cut.fill_line_in * k
        canvas.setFillColor(LEAF)
        canvas.drawString(right + 22, y - 3, f"fill line {eighths(cut.fill_line_in)}")
        canvas.setFont(REGULAR, 8)
        canvas.drawString(right + 22, y - 13, f"new {eighths(cut.installed_in or 0.0)}")
        lowest = y - 23
        if (cut.installed_in or 0.0) - (cut.settled_in or 0.0) > 0.05:
            canvas.drawString(right + 22, y - 23, f"settles {eighths(cut.settled_in or 0.0)}")
            lowest = y - 33
    if cut.old_in:
        canvas.setFillColor(BARK)
        canvas.setFont(REGULAR, 8)
        y = min(oy + cut.old_in * k / 2 - 3, lowest)
        canvas.drawString(right + 22, y, f"old {eighths(cut.old_in)}")
    return f"1 to {reduction}"


def paint_cut(canvas: Canvas, cut: DrawnCut, place: Callable[[Sequence[float]], tuple[float, float]]) -> None:
    """The shapes of a cut, from the back to the front. place: from inches in the cut to points on the paper."""
    for role, (stroke, fill, weight) in CUT_STYLE.items():
        for shape in (s for s in cut.shapes if s.role == role):
            where = [place(p) for p in shape.points]
            if shape.closed:
                polygon(canvas, where, stroke, fill, weight)
            else:
                line(canvas, where, stroke or INK, weight, dash=(3, 2) if role in ("settled", "air") else None)


def _ruler(canvas: Canvas, x: float, y0: float, k: float, top: float) -> None:
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(0.6)
    canvas.rect(x, y0, 18, int(top) * k, stroke=1, fill=0)
    canvas.setFont(REGULAR, 6.5)
    canvas.setFillColor(INK)
    # A tick an inch with every fifth numbered, or a tick a centimetre with every tenth numbered in millimetres.
    step, every, shown = (1 / 2.54, 10, 10) if metric_paper() else (1.0, 5, 1)
    for i in range(int(top / step) + 1):
        y = y0 + i * step * k
        canvas.line(x, y, x + (6 if i % every == 0 else 3), y)
        if i % every == 0 and i and i * step < top - 1:
            canvas.drawRightString(x + 16, y - 2, str(i * shown))


def line(
    canvas: Canvas,
    points: list[tuple[float, float]],
    color: Color,
    weight: float,
    dash: tuple[float, ...] | None = None,
) -> None:
    """A line through points on the paper."""
    path = canvas.beginPath()
    path.moveTo(*points[0])
    for point in points[1:]:
        path.lineTo(*point)
    canvas.setStrokeColor(color)
    canvas.setLineWidth(weight)
    canvas.setDash(*([list(dash)] if dash else []))
    canvas.drawPath(path, stroke=1, fill=0)
    canvas.setDash()


def polygon(
    canvas: Canvas, points: list[tuple[float, float]], stroke: Color | None, fill: Color | None, weight: float
) -> None:
    """A closed shape through points on the paper."""
    path = canvas.beginPath()
    path.moveTo(*points[0])
    for point in points[1:]:
        path.lineTo(*point)
    path.close()
    if stroke is not None:
        canvas.setStrokeColor(stroke)
        canvas.setLineWidth(weight)
    if fill is not None:
        canvas.setFillColor(fill)
    canvas.drawPath(path, stroke=int(stroke is not None), fill=int(fill is not None))
