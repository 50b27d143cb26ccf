"""What an item of the work list does where it stands, cut through to scale: curb and lid, shield, cover, board, deck, dam (handbook §13).

Inches: across the drawing, and up from the ceiling plane. The fill lies to the left and the right of what stands in it::

              lid
            =======
       ~~~~|       |~~~~  fill line
       new |       | new
       old |       | old
       ----         ----  ceiling
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping

from ..layers.framing import JOIST_WIDTH_IN
from ..plan import Plan
from ..preparation.hatch import CURB_BOARD_IN, LAP_IN
from ..work.item import Task
from .drawn import Dimension, ItemCut, Shape
from .sizes import BOARD_IN, box_of, dimension, rectangle, shape

BESIDE_IN = 20.0
METAL_IN = 0.3
DECK_IN = 0.75
MEMBER_IN = 1.5
LIGHT_HIGH_IN = 6.0
WALL_IN = 14.0
# How far what goes on up through the roof is drawn over the fill line.
UP_IN = 10.0

Sizes = Mapping[str, float]
Made = tuple[list[Shape], list[Dimension]]


def item_cut(plan: Plan, key: str) -> ItemCut | None:
    """Shapes and dimensions of an item as it will stand; None for an item that has nothing to draw, or is not there."""
    task = next((task for task in plan.job_work.tasks if task.key == key), None)
    draw = None if task is None else DRAWN.get(task.kind)
    if task is None or draw is None or not task.sizes:
        return None
    section = next((s for s in plan.sections if s.id == task.section), None)
    old = 0.0 if section is None or section.depth_existing_in is None else section.depth_existing_in
    joist = _joist_in(plan, task)
    shapes, dimensions = draw(dict(task.sizes), old, joist)
    return ItemCut(
        section=task.section or "", title=task.what, shapes=shapes, dimensions=dimensions, box_in=list(box_of(shapes))
    )


def _joist_in(plan: Plan, task: Task) -> float:
    place = next((p for p in plan.job_work.places.values() if p.section.id == task.section), None)
    return 0.0 if place is None else place.section.joist_depth_in or 0.0


def _fill(s0: float, s1: float, old: float, line: float) -> Iterator[Shape]:
    """Ceiling, old fill and new between two places, and the fill line over them."""
    if s1 <= s0:
        return
    yield rectangle("ceiling", s0, s1, -BOARD_IN, 0)
    if old > 0:
        yield rectangle("old_fill", s0, s1, 0, min(old, line) if line else old)
    if line > old:
        yield rectangle("new_fill", s0, s1, old, line)
        yield shape("top", [(s0, line), (s1, line)])


def _way_in(sizes: Sizes, old: float, joist: float) -> Made:
    a, high, lid, line = sizes["opening"], sizes["curb"], sizes["lid"], sizes["line"]
    out, end = CURB_BOARD_IN, a + BESIDE_IN
    each = lid / sizes["layers"]
    shapes = [
        *_fill(-BESIDE_IN, -out, old, line),
        *_fill(a + out, end, old, line),
        rectangle("curb", -out, 0, -BOARD_IN, high),
        rectangle("curb", a, a + out, -BOARD_IN, high),
        *(
            rectangle("lid", -out, a + out, high + i * each, high + (i + 1) * each)
            for i in range(round(sizes["layers"]))
        ),
    ]
    return shapes, [
        dimension("opening", a, (0, high / 3), (a, high / 3)),
        dimension("curb", high, (a / 3, 0), (a / 3, high)),
        dimension("lid", lid, (a * 2 / 3, high), (a * 2 / 3, high + lid)),
        dimension("fill line", line, (-BESIDE_IN / 2, 0), (-BESIDE_IN / 2, line)),
    ]


def _shield(sizes: Sizes, old: float, joist: float) -> Made:
    own, off, high, line = sizes["own"], sizes["off"], sizes["shield"], sizes["line"]
    left, right = -off, own + off
    shapes = [
        *_fill(left - BESIDE_IN, left - METAL_IN, old, line),
        *_fill(right + METAL_IN, right + BESIDE_IN, old, line),
        rectangle("hot", 0, own, -BOARD_IN, high + UP_IN),
        rectangle("metal", left - METAL_IN - LAP_IN, left, -METAL_IN, 0),
        rectangle("metal", right, right + METAL_IN + LAP_IN, -METAL_IN, 0),
        rectangle("metal", left - METAL_IN, left, 0, high),
        rectangle("metal", right, right + METAL_IN, 0, high),
    ]
    measures = [
        dimension("shield", high, (right + BESIDE_IN * 0.6, 0), (right + BESIDE_IN * 0.6, high)),
        dimension("fill line", line, (left - BESIDE_IN / 2, 0), (left - BESIDE_IN / 2, line)),
    ]
    if off > 0:
        measures.insert(1, dimension("kept clear", off, (own, line / 2), (right, line / 2)))
    return shapes, measures


def _light(sizes: Sizes, old: float, joist: float) -> Made:
    wide, line = sizes["light"], sizes["line"]
    box, ring = sizes.get("box"), sizes.get("ring", 0.0)
    clear = sizes.get("clear", 1.0)
    left, right = (wide - box) / 2 if box else -ring, (wide + box) / 2 if box else wide + ring
    top = LIGHT_HIGH_IN + clear
    shapes = [
        *_fill(left - BESIDE_IN, left, old, line),
        *_fill(right, right + BESIDE_IN, old, line),
        rectangle("ceiling", left, 0, -BOARD_IN, 0),
        rectangle("ceiling", wide, right, -BOARD_IN, 0),
        rectangle("light", 0, wide, -BOARD_IN, LIGHT_HIGH_IN),
    ]
    measures = [dimension("fill line", line, (left - BESIDE_IN / 2, 0), (left - BESIDE_IN / 2, line))]
    if box:
        shapes.append(rectangle("cover", left, right, 0, top))
        measures.append(
            dimension("box, inside" if "clear" in sizes else "cover", box, (left, top / 2), (right, top / 2))
        )
    elif ring:
        measures.append(dimension("kept clear", ring, (wide, 3), (right, 3)))
    return shapes, measures


def _board(sizes: Sizes, old: float, joist: float) -> Made:
    a, wide, line = sizes["opening"], sizes["board"], sizes["line"]
    lap = (wide - a) / 2
    high = joist or 3.5
    shapes = [
        *_fill(-BESIDE_IN, 0, old, line),
        *_fill(a, a + BESIDE_IN, old, line),
        rectangle("framing", -JOIST_WIDTH_IN - lap, -lap + JOIST_WIDTH_IN, 0, high),
        rectangle("framing", a + lap - JOIST_WIDTH_IN, a + lap + JOIST_WIDTH_IN, 0, high),
        rectangle("board", -lap, a + lap, high, high + 2),
    ]
    if line > high + 2:
        shapes += [rectangle("new_fill", 0, a, high + 2, line), shape("top", [(0, line), (a, line)])]
    return shapes, [
        dimension("opening", a, (0, high / 2), (a, high / 2)),
        dimension("board", wide, (-lap, high + 1), (a + lap, high + 1)),
        dimension("fill line", line, (-BESIDE_IN / 2, 0), (-BESIDE_IN / 2, line)),
    ]


def _deck(sizes: Sizes, old: float, joist: float) -> Made:
    wide, line = sizes["deck"], sizes["line"]
    layers = [height for name, height in sizes.items() if name.startswith("lumber")]
    under = joist + sum(layers)
    top = min(line, under) if layers else min(old, joist)
    shapes = [*_fill(-BESIDE_IN, 0, old, line), *_fill(wide, wide + BESIDE_IN, old, line)]
    shapes += list(_fill(0, wide, old if layers else top, top))
    shapes += [rectangle("framing", s, s + MEMBER_IN, 0, joist) for s in _spread(wide)] if joist else []
    at = joist
    for place, height in enumerate(layers):
        members = [(0.0, wide)] if place == 0 and len(layers) > 1 else [(s, s + MEMBER_IN) for s in _spread(wide)]
        shapes += [rectangle("framing", s0, s1, at, at + height) for s0, s1 in members]
        at += height
    shapes.append(rectangle("deck_board", 0, wide, at, at + DECK_IN))
    return shapes, [
        dimension("deck", wide, (0, at + DECK_IN + 2), (wide, at + DECK_IN + 2)),
        dimension("over the ceiling", at, (wide / 2, 0), (wide / 2, at)),
        dimension("fill line", line, (-BESIDE_IN / 2, 0), (-BESIDE_IN / 2, line)),
    ]


def _spread(wide: float) -> list[float]:
    """Members about 16 in apart, the outer ones at the ends."""
    spaces = max(1, round(wide / 16))
    return [i * (wide - MEMBER_IN) / spaces for i in range(spaces + 1)]


def _dam(sizes: Sizes, old: float, joist: float) -> Made:
    high, line = sizes["dam"], sizes["line"]
    shapes = [
        *_fill(-2 * BESIDE_IN, 0, old, line),
        rectangle("curb", 0, CURB_BOARD_IN, -BOARD_IN, high),
        rectangle("ceiling", CURB_BOARD_IN, 1.5 * BESIDE_IN, -BOARD_IN, 0),
    ]
    return shapes, [
        dimension("strip", high, (BESIDE_IN / 2, 0), (BESIDE_IN / 2, high)),
        dimension("fill line", line, (-BESIDE_IN, 0), (-BESIDE_IN, line)),
    ]


def _plug(sizes: Sizes, old: float, joist: float) -> Made:
    deep, spacing = sizes["plug"], sizes["spacing"]
    clear = spacing - JOIST_WIDTH_IN
    shapes = [
        rectangle("ceiling", 0, 2 * spacing + JOIST_WIDTH_IN, -BOARD_IN, 0),
        *(rectangle("framing", i * spacing, i * spacing + JOIST_WIDTH_IN, 0, deep) for i in range(3)),
        *(rectangle("plug", i * spacing + JOIST_WIDTH_IN, (i + 1) * spacing, 0, deep) for i in range(2)),
        rectangle("plate", 0, 2 * spacing + JOIST_WIDTH_IN, deep, deep + JOIST_WIDTH_IN),
        rectangle("framing", 0, JOIST_WIDTH_IN, deep + JOIST_WIDTH_IN, deep + WALL_IN),
        rectangle("framing", spacing, spacing + JOIST_WIDTH_IN, deep + JOIST_WIDTH_IN, deep + WALL_IN),
    ]
    middle = JOIST_WIDTH_IN + clear / 2
    return shapes, [
        dimension("plug, wide", clear, (JOIST_WIDTH_IN, deep / 3), (spacing, deep / 3)),
        dimension("plug, high", deep, (spacing + middle, 0), (spacing + middle, deep)),
    ]


def _duct(sizes: Sizes, old: float, joist: float) -> Made:
    wide, line, case = sizes["duct"], sizes["line"], sizes.get("case")
    lies = joist
    left, right = (-2.0, wide + 2.0) if case else (0.0, wide)
    shapes = [*_fill(left - BESIDE_IN, left, old, line), *_fill(right, right + BESIDE_IN, old, line)]
    shapes += _fill(left, right, min(old, lies), min(line, lies))
    if not case and "open" not in sizes and line > lies + wide:
        shapes += [rectangle("new_fill", 0, wide, lies + wide, line), shape("top", [(0, line), (wide, line)])]
    if case:
        shapes += [rectangle("board", left, right, lies, lies + wide + 2)]
    shapes.append(rectangle("duct", 0, wide, lies, lies + wide))
    return shapes, [
        dimension("duct as drawn", wide, (0, lies + wide / 2), (wide, lies + wide / 2)),
        dimension("fill line", line, (left - BESIDE_IN / 2, 0), (left - BESIDE_IN / 2, line)),
    ]


DRAWN: dict[str, Callable[[Sizes, float, float], Made]] = {
    "hatch": _way_in,
    "stair": _way_in,
    "flue": _shield,
    "chimney": _shield,
    "combustion_air": _shield,
    "light": _light,
    "board": _board,
    "board_hot": _board,
    "platform": _deck,
    "dam": _dam,
    "equipment_dam": _dam,
    "blocking": _plug,
    "duct": _duct,
}
