"""Readings and features as CSV, out and in.

Readings: section, x_ft, y_ft, depth_in, checked. Features: section, kind, rating, x_ft, y_ft, to_x_ft, to_y_ft, width_in,
length_in, count, flue, blows_to, shielded, clearance_in, filled_under, duct_r, note. Commas between columns, decimal
points, “yes” or “no”; an empty cell means “not known yet”.
"""

from __future__ import annotations

import csv
from collections.abc import Iterable
from io import StringIO
from typing import Any

from pydantic import ValidationError

from ..job import Fault, Job, JobError
from ..job.faults import faults_of
from ..job.fields import DocumentModel
from ..job.section import Feature, Reading

READING_COLUMNS = ("section", "x_ft", "y_ft", "depth_in", "checked")
FEATURE_COLUMNS = (
    "section", "kind", "rating", "x_ft", "y_ft", "to_x_ft", "to_y_ft", "width_in", "length_in", "count",
    "flue", "blows_to", "shielded", "clearance_in", "filled_under", "duct_r", "note",
)  # fmt: skip
# Columns that are two halves of one field of the document.
PAIRS = {"at_ft": ("x_ft", "y_ft"), "to_ft": ("to_x_ft", "to_y_ft"), "size_in": ("width_in", "length_in")}
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
    return _read(text, READING_COLUMNS, set(sections), Reading)


def read_features(text: str, sections: Iterable[str]) -> list[Item]:
    """Features in document form, each with its section. Raises JobError naming line and column."""
    return _read(text, FEATURE_COLUMNS, set(sections), Feature)


def _halves(pair: tuple[float, float] | None) -> tuple[float | str, float | str]:
    return pair or ("", "")


def _cell(value: Any) -> Any:
    return "" if value is None else {True: "yes", False: "no"}[value] if isinstance(value, bool) else value


def _written(columns: tuple[str, ...], lines: Iterable[Iterable[Any]]) -> str:
    out = StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(columns)
    writer.writerows(lines)
    return out.getvalue()


def _read(text: str, columns: tuple[str, ...], sections: set[str], model: type[DocumentModel]) -> list[Item]:
    head, *rest = text.lstrip("\ufeff").splitlines() or [""]
    if head.count(",") < len(columns) - 1 and max(head.count(";"), head.count("\t")) >= len(columns) - 1:
        kind = "semicolons" if ";" in head else "tabs"
        raise JobError(
            [Fault("line 1", f"the columns are parted by {kind}; save the file with commas and decimal points")]
        )
    if len(rest) > MOST_LINES:
        raise JobError([Fault("file", f"at most {MOST_LINES:,} lines, not {len(rest):,}")])
    try:
        rows = list(csv.reader([head, *rest], strict=True))
    except csv.Error as error:
        raise JobError([Fault("file", f"is not CSV: {error}")]) from error
    if tuple(name.strip() for name in rows[0]) != columns:
        raise JobError([Fault("line 1", f"the columns must be {', '.join(columns)}")])
    items, faults = [], []
    for number, row in enumerate(rows[1:], start=2):
        if not any(cell.strip() for cell in row):
            continue
        try:
            items.append(_item(dict(zip(columns, row, strict=True)), sections, model))
        except JobError as error:
            faults += [Fault(f"line {number}, {fault.path}", fault.text) for fault in error.faults]
        except ValueError:
            text = f"must have {len(columns)} columns, not {len(row)}; decimals are points, not commas"
            faults.append(Fault(f"line {number}", text))
    if faults:
        raise JobError(faults[:20])
    return items


def _item(cells: dict[str, str], sections: set[str], model: type[DocumentModel]) -> Item:
    section = cells.pop("section").strip()
    if section not in sections:
        raise JobError(
            [Fault("section", f"no section “{section}”; allowed: {', '.join(sorted(sections)) or 'none yet'}")]
        )
    item: Item = {}
    for field, columns in PAIRS.items():
        if columns[0] not in cells:
            continue
        pair = [cells.pop(column).strip() for column in columns]
        if any(pair) and not all(pair):
            raise JobError([Fault(columns[pair.index("")], "fill in both halves, or neither")])
        if all(pair):
            item[field] = [_number(text, column) for text, column in zip(pair, columns, strict=True)]
    for name, text in cells.items():
        if text.strip():
            item[name] = _value(name, text.strip())
    try:
        model.model_validate(item)
    except ValidationError as error:
        raise JobError(faults_of(error)) from error
    return {**item, "section": section}


def _value(name: str, text: str) -> Any:
    if name in ("checked", "shielded", "filled_under"):
        if text.lower() not in YES_NO:
            raise JobError([Fault(name, f"must be yes or no, not “{text}”")])
        return YES_NO[text.lower()]
    if name == "count":
        number = _number(text, name)
        return int(number) if number.is_integer() else number
    return _number(text, name) if name in ("depth_in", "clearance_in", "duct_r") else text


def _number(text: str, column: str) -> float:
    try:
        return float(text)
    except ValueError as error:
        raise JobError([Fault(column, f"must be a number with a decimal point, not “{text[:40]}”")]) from error
