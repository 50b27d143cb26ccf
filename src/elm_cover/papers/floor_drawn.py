"""The Floor on paper: as large as its box allows, to a round scale, with measures, section names, north, and signs where asked."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

from reportlab.lib.colors import HexColor
from reportlab.pdfgen.canvas import Canvas

from ..core.base.arrays import Points
from ..core.base.units import feet_inches, shortened
from ..core.drawing import Drawing, DrawnSection, Edge
from ..core.floor import contains, label_ft
from .drawn import HAIRLINE, INK, LEAF, POINTS_PER_IN, RUST, SOFT, Box, line, polygon
from .lettering import BOLD, REGULAR, metric_paper, width_of
from .page import fitted

# Inches of paper to a foot of floor, the largest that fits is taken.
FLOOR_SCALES = (
    (1 / 2, "½ in to 1 ft"),
    (3 / 8, "⅜ in to 1 ft"),
    (1 / 4, "¼ in to 1 ft"),
    (3 / 16, "3/16 in to 1 ft"),
    (1 / 8, "⅛ in to 1 ft"),
    (1 / 10, "1 in to 10 ft"),
    (3 / 32, "3/32 in to 1 ft"),
    (1 / 12, "1 in to 12 ft"),
    (1 / 16, "1/16 in to 1 ft"),
    (1 / 20, "1 in to 20 ft"),
    (1 / 32, "1/32 in to 1 ft"),
    (1 / 64, "1/64 in to 1 ft"),
    (1 / 256, "1/256 in to 1 ft"),
)
# The same in the metric view, 1 to …
METRIC_SCALES = (20, 25, 40, 50, 75, 100, 125, 150, 200, 250, 300, 400, 500, 1000, 3000)
ROOM_WIDE, ROOM_HIGH = 46.0, 24.0
# A shorter wall has no room for its measure.
LEAST_MEASURED_FT = 3.0
WHITE = HexColor("#ffffff")

Place = Callable[[Sequence[float]], tuple[float, float]]


@dataclass(frozen=True, kw_only=True)
class Sign:
    """Something on the floor, at a place in ft. shape: a numbered circle, a square for the way in, a pin as tall (0 to 1) as its
    reading against the fill line; struck: a short one."""

    at_ft: tuple[float, float]
    text: str
    shape: str = "circle"
    tall: float = 1.0
    struck: bool = False


def draw_floor(
    canvas: Canvas,
    drawing: Drawing,
    box: Box,
    names: Mapping[str, str],
    signs: Sequence[Sign] = (),
    bare: bool = False,
) -> str:
    """Draws every section's floor into a box (left, bottom, width, height in points). names: of the sections, by id. bare: without bays, markers and the cut, where
    signs stand for themselves. Returns its scale in words."""
    left, bottom, width, height = box
    sections = drawing.sections
    points = [p for s in sections for p in s.outline_ft]
    x0, x1 = min(p[0] for p in points), max(p[0] for p in points)
    y0, y1 = min(p[1] for p in points), max(p[1] for p in points)
    scales = tuple((12 / to, f"1 to {to}") for to in METRIC_SCALES) if metric_paper() else FLOOR_SCALES
    scale, words = next(
        (
            s
            for s in scales
            if (x1 - x0) * s[0] * 72 <= width - 2 * ROOM_WIDE and (y1 - y0) * s[0] * 72 <= height - 2 * ROOM_HIGH
        ),
        scales[-1],
    )
    k = scale * POINTS_PER_IN
    ox, oy = left + (width - (x1 - x0) * k) / 2, bottom + (height - (y1 - y0) * k) / 2

    def place(p: Sequence[float]) -> tuple[float, float]:
        return ox + (p[0] - x0) * k, oy + (p[1] - y0) * k

    for section in sections:
        _section(canvas, section, place, bare)
    outlines = [tuple((p[0], p[1]) for p in s.outline_ft) for s in sections]
    for i, section in enumerate(sections):
        _measures(canvas, section.edges, outlines[:i] + outlines[i + 1 :], place, 0 if bare else k)
    if len(sections) > 1:
        for section, outline in zip(sections, outlines, strict=True):
            wide = (max(p[0] for p in outline) - min(p[0] for p in outline)) * k
            _name(canvas, names.get(section.id, section.id), place(label_ft(outline)), wide)
    cut = drawing.cut
    if cut and not bare:
        _cut_line(canvas, place(cut.from_ft), place(cut.to_ft))
    for sign in signs:
        _sign(canvas, sign, place(sign.at_ft))
    north(canvas, left + width - 8, bottom + height - 26)
    return words


def north(canvas: Canvas, x: float, y: float) -> None:
    """An arrow to the north with its letter."""
    canvas.setStrokeColor(INK)
    canvas.setFillColor(INK)
    path = canvas.beginPath()
    path.moveTo(x, y + 16)
    path.lineTo(x - 4, y + 4)
    path.lineTo(x + 4, y + 4)
    path.close()
    canvas.drawPath(path, stroke=0, fill=1)
    canvas.setLineWidth(0.9)
    canvas.line(x, y + 4, x, y - 4)
    canvas.setFont(BOLD, 8)
    canvas.drawCentredString(x, y + 19, "N")


def _section(canvas: Canvas, section: DrawnSection, place: Place, bare: bool) -> None:
    for a, b in section.joists_ft:
        line(canvas, [place(a), place(b)], HAIRLINE, 0.3)
    polygon(canvas, [place(p) for p in section.outline_ft], INK, None, 1.6)
    for hole in section.holes_ft:
        polygon(canvas, [place(p) for p in hole], INK, WHITE, 0.9)
    if not bare:
        for bay in (bay for run in section.runs for bay in run.bays):
            # A bay with a baffle is a heavy line, one without a hair: told apart without colour.
            heavy = bool(bay.baffle)
            line(
                canvas,
                [place(bay.from_ft), place(bay.to_ft)],
                LEAF if heavy else HAIRLINE,
                3 if heavy else 0.6,
            )
    for kept in section.keep_outs:
        way_in = kept.name == "hatch"
        corners = [place(p) for p in kept.corners_ft]
        polygon(canvas, corners, INK if way_in else RUST, WHITE, 1.2 if way_in else 0.9)
        if not way_in:
            _crossed(canvas, corners)
    if not bare:
        canvas.setFillColor(INK)
        for x, y in map(place, section.markers_ft):
            canvas.circle(x, y, 1.8, stroke=0, fill=1)


def _crossed(canvas: Canvas, corners: Sequence[tuple[float, float]]) -> None:
    """What is kept clear is crossed, so that it is told from the way in without colour."""
    xs, ys = [p[0] for p in corners], [p[1] for p in corners]
    line(canvas, [(min(xs), min(ys)), (max(xs), max(ys))], RUST, 0.5)


def _cut_line(canvas: Canvas, a: tuple[float, float], b: tuple[float, float]) -> None:
    line(canvas, [a, b], RUST, 0.9, dash=(8, 3, 2, 3))
    canvas.setFont(BOLD, 8)
    canvas.setFillColor(INK)
    for (x, y), text in ((a, "A"), (b, "A'")):
        canvas.drawCentredString(x - 6 if x == a[0] and a[0] != b[0] else x + 6, y + 3, text)


def _beyond(edge: Edge, other: Points) -> bool:
    """Whether another section lies behind the middle of an edge."""
    (ax, ay), (bx, by) = edge.from_ft, edge.to_ft
    x, y = (ax + bx) / 2, (ay + by) / 2
    side = edge.side
    out = (("east" in side) - ("west" in side), ("north" in side) - ("south" in side))
    return bool(contains(other, ((x + out[0] * 0.5, y + out[1] * 0.5),))[0])


def _dimension(canvas: Canvas, edge: Edge, place: Place, k: float, inside: bool) -> None:
    (ax, ay), (bx, by) = place(edge.from_ft), place(edge.to_ft)
    side, away = edge.side, (1.2 * k if edge.is_eave else 0) + 4
    if inside:
        side = {"east": "west", "west": "east", "north": "south", "south": "north"}.get(side, side)
        away = 4
    share = 0.25  # clear of the cut, which usually comes out at the middle
    x, y = ax + (bx - ax) * share, ay + (by - ay) * share
    canvas.setFont(REGULAR, 7.5)
    canvas.setFillColor(INK)
    text = feet_inches(edge.length_ft)
    if "east" in side:
        canvas.drawString(x + away, y - 2.5, text)
    elif "west" in side:
        canvas.drawRightString(x - away, y - 2.5, text)
    else:
        canvas.drawCentredString(x, y + (away if side == "north" else -away - 6), text)


def _measures(canvas: Canvas, edges: Sequence[Edge], others: Sequence[Points], place: Place, k: float) -> None:
    """The length of every outer wall; of walls to other sections one each way, where no outer wall says it."""
    long = [edge for edge in edges if edge.length_ft >= LEAST_MEASURED_FT]
    inner = [edge for edge in long if any(_beyond(edge, other) for other in others)]
    said = {_way(edge) for edge in long if edge not in inner}
    for edge in long:
        if edge not in inner:
            _dimension(canvas, edge, place, k, False)
        elif _way(edge) not in said:
            said.add(_way(edge))
            _dimension(canvas, edge, place, 0, True)


def _way(edge: Edge) -> str:
    """Which way a wall runs, as far as its measure goes."""
    return "across" if edge.side in ("north", "south") else "along"


def _name(canvas: Canvas, name: str, at: tuple[float, float], room: float) -> None:
    """A section's name in its middle, smaller and cut where its floor is narrow."""
    size = 8.5 if width_of(shortened(name), BOLD, 8.5) <= room - 6 else 6.5
    text = fitted(shortened(name), BOLD, size, max(room - 4, 30.0))
    wide = width_of(text, BOLD, size)
    canvas.setFillColor(WHITE)
    canvas.rect(at[0] - wide / 2 - 2, at[1] - 3, wide + 4, 12, stroke=0, fill=1)
    canvas.setFillColor(INK)
    canvas.setFont(BOLD, size)
    canvas.drawCentredString(*at, text)


def _sign(canvas: Canvas, sign: Sign, at: tuple[float, float]) -> None:
    x, y = at
    if sign.shape == "pin":
        _pin(canvas, sign, x, y)
        return
    canvas.setStrokeColor(INK)
    canvas.setFillColor(WHITE)
    canvas.setLineWidth(0.9)
    if sign.shape == "square":
        canvas.rect(x - 7, y - 7, 14, 14, stroke=1, fill=1)
    else:
        canvas.circle(x, y, 7, stroke=1, fill=1)
    canvas.setFillColor(INK)
    canvas.setFont(BOLD, 7.5)
    canvas.drawCentredString(x, y - 2.7, sign.text)


def _pin(canvas: Canvas, sign: Sign, x: float, y: float) -> None:
    """A reading: as tall as it reaches towards its fill line, which is the bar over it; a short one is struck through."""
    high = 20.0
    canvas.setStrokeColor(RUST if sign.struck else LEAF)
    canvas.setLineWidth(2.2)
    canvas.line(x, y, x, y + high * min(1.4, max(0.05, sign.tall)))
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(0.8)
    canvas.line(x - 5, y + high, x + 5, y + high)
    if sign.struck:
        canvas.line(x - 4, y + 4, x + 4, y + 12)
    canvas.setFillColor(INK)
    canvas.circle(x, y, 1.6, stroke=0, fill=1)
    canvas.setFont(BOLD if sign.struck else REGULAR, 7)
    canvas.setFillColor(RUST if sign.struck else SOFT)
    canvas.drawString(x + 5, y + 3, sign.text)
