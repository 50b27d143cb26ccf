"""Readings and features as CSV, out and in.

Readings: section, x_ft, y_ft, depth_in, checked. Features: section, kind, rating, x_ft, y_ft, to_x_ft, to_y_ft, width_in,
length_in, count, flue, blows_to, shielded, clearance_in, filled_under, deck_in, lid_r, duct_r, note. Columns by name in any
order; commas, or a spreadsheet's semicolons and decimal commas; “yes” or “no”; an empty cell means “not known yet”.
"""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from pydantic import ValidationError

from ..job import Fault, Job, JobError
from ..job.faults import faults_of
from ..job.fields import DocumentModel
from ..job.section import Feature, Reading
from .table import Line, read_table, write_table

READING_COLUMNS = ("section", "x_ft", "y_ft", "depth_in", "checked")
FEATURE_COLUMNS = (
    "section", "kind", "rating", "x_ft", "y_ft", "to_x_ft", "to_y_ft", "width_in", "length_in", "count",
    "flue", "blows_to", "shielded", "clearance_in", "filled_under", "deck_in", "lid_r", "duct_r", "note",
)  # fmt: skip
# Columns that are two halves of one field of the document.
PAIRS = {"at_ft": ("x_ft", "y_ft"), "to_ft": ("to_x_ft", "to_y_ft"), "size_in": ("width_in", "length_in")}
NUMBERS = ("depth_in", "clearance_in", "duct_r", "deck_in", "lid_r")
YES_NO = {"yes": True, "no": False}
MOST_LINES = 5000
Item = dict[str, Any]


def write_readings(job: Job) -> str:
    """Every reading of the job, a line each."""
    lines = (
        (s.id, *_halves(r.at_ft), r.depth_in, "yes" if r.checked else "") for s in job.sections for r in s.readings
    )
    return _written(READING_COLUMNS, lines)


def write_features(job: Job) -> str:
    """Every feature of the job, a line each."""
    lines = []
    for section in job.sections:
        for f in section.features:
            cells = {"section": section.id} | {c: getattr(f, c, None) for c in FEATURE_COLUMNS if c != "section"}
            for field, columns in PAIRS.items():
                cells |= dict(zip(columns, _halves(getattr(f, field)), strict=True))
            lines.append([_cell(cells[c]) for c in FEATURE_COLUMNS])
    return _written(FEATURE_COLUMNS, lines)


def read_readings(text: str, sections: Iterable[str]) -> list[Item]:
    """Readings in document form, each with its section. Raises JobError naming line and column."""
    return _read(text, READING_COLUMNS, ("section", "depth_in"), set(sections), Reading)


def read_features(text: str, sections: Iterable[str]) -> list[Item]:
    """Features in document form, each with its section. Raises JobError naming line and column."""
    return _read(text, FEATURE_COLUMNS, ("section", "kind"), set(sections), Feature)


def _halves(pair: tuple[float, float] | None) -> tuple[float | str, float | str]:
    return pair or ("", "")


def _cell(value: Any) -> Any:
    return "" if value is None else {True: "yes", False: "no"}[value] if isinstance(value, bool) else value


def _written(columns: tuple[str, ...], lines: Iterable[Iterable[Any]]) -> str:
    return write_table(columns, [list(line) for line in lines])


def _read(
    text: str, columns: tuple[str, ...], needed: tuple[str, ...], sections: set[str], model: type[DocumentModel]
) -> list[Item]:
    optional = tuple(column for column in columns if column not in needed)
    items, faults = [], []
    for line in read_table(text, needed, optional, MOST_LINES):
        try:
            items.append(_item(line, sections, model))
        except JobError as error:
            faults += [Fault(f"line {line.number}, {fault.path}", fault.text) for fault in error.faults]
    if faults:
        raise JobError(faults[:20])
    return items


def _item(line: Line, sections: set[str], model: type[DocumentModel]) -> Item:
    cells = dict(line.cells)
    section = cells.pop("section").strip()
    if section not in sections:
        raise JobError(
            [Fault("section", f"no section “{section}”; allowed: {', '.join(sorted(sections)) or 'none yet'}")]
        )
    item: Item = {}
    for field, columns in PAIRS.items():
        pair = [cells.pop(column, "").strip() for column in columns]
        if any(pair) and not all(pair):
            raise JobError([Fault(columns[pair.index("")], "fill in both halves, or neither")])
        if all(pair):
            item[field] = [_number(line, text, column) for text, column in zip(pair, columns, strict=True)]
    for name, text in cells.items():
        if text.strip():
            item[name] = _value(line, name, text.strip())
    try:
        model.model_validate(item)
    except ValidationError as error:
        raise JobError(faults_of(error)) from error
    return {**item, "section": section}


def _value(line: Line, name: str, text: str) -> Any:
    if name in ("checked", "shielded", "filled_under"):
        if text.lower() not in YES_NO:
            raise JobError([Fault(name, f"must be yes or no, not “{text}”")])
        return YES_NO[text.lower()]
    if name == "count":
        number = _number(line, text, name)
        return int(number) if number.is_integer() else number
    return _number(line, text, name) if name in NUMBERS else text


def _number(line: Line, text: str, column: str) -> float:
    try:
        return line.read_number(text)
    except ValueError as error:
        raise JobError([Fault(column, f"must be a plain number, not “{text[:40]}”")]) from error
