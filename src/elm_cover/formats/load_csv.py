"""The load list as CSV, a line a thing."""

from __future__ import annotations

from collections.abc import Iterable

from ..core.crew import LoadLine
from .table import write_table

COLUMNS = ("place", "step", "what", "title", "amount", "unit", "lb", "ft3", "out", "back", "counted")


def write_load(lines: Iterable[LoadLine]) -> str:
    """The list with what was ticked, in the order of the truck."""
    rows: list[list[object]] = [
        [
            line.item.place, line.item.step, line.item.what, line.item.title, line.item.amount, line.item.unit, line.item.lb,
            line.item.ft3, line.out, line.back, line.item.counted,
        ]
        for line in lines
    ]  # fmt: skip
    return write_table(COLUMNS, rows)
