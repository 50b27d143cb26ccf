"""Drawings by name, as they are sent: what the core draws, as data."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import asdict, is_dataclass
from functools import wraps
from typing import Any

from elm_cover.core import drawing as core
from elm_cover.core.drawing import edge, enclosed_cut, heights, house_cut, item_cut, packed


def as_data(made: Any) -> Any:
    """A drawing, or a list of parts of one, as data."""
    if isinstance(made, list):
        return [as_data(one) for one in made]
    return asdict(made) if is_dataclass(made) and not isinstance(made, type) else made


def _told(draw: Callable[..., Any]) -> Callable[..., Any]:
    @wraps(draw)
    def told(*args: Any, **kwargs: Any) -> Any:
        return as_data(draw(*args, **kwargs))

    return told


drawing, thumbnail, reach_drawing = _told(core.drawing), _told(core.thumbnail), _told(core.reach_drawing)
cut_drawing, runs = _told(core.cut_drawing), _told(core.runs)
drawn_house, drawn_item = _told(house_cut.house_cut), _told(item_cut.item_cut)
drawn_enclosed, drawn_edge = _told(enclosed_cut.enclosed_cut), _told(edge.edge_shapes)
drawn_heights, drawn_grid = _told(heights.height_lines), _told(packed.packed_grid)
