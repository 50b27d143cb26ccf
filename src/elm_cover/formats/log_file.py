"""A log as a file: one entry a line, JSON."""

from __future__ import annotations

import json
from collections.abc import Iterable
from pathlib import Path
from typing import Any

from pydantic import ValidationError

from ..job import Fault, JobError
from ..job.faults import faults_of
from ..job.log_entry import LogEntry
from ..job.log_values import VALUES
from .job_file import parse_json

MOST_LOG_BYTES = 50_000_000


def read_entry(entry: Any, where: str = "") -> LogEntry:
    """One entry. Raises JobError naming the field, after where it stands."""
    if not isinstance(entry, dict):
        raise JobError([Fault(where, "an entry is one JSON object")])
    try:
        return LogEntry.model_validate(entry)
    except ValidationError as error:
        at = f"{where}." if where else ""
        raise JobError([Fault(f"{at}{fault.path}", fault.text) for fault in faults_of(error)]) from error


def read_lines(data: bytes) -> tuple[LogEntry, ...]:
    """Entries, one a line; empty lines are none; or a whole log as the program answers it. Raises JobError naming line and field."""
    answered = _answered(data)
    if answered is not None:
        return entries_in(answered, "entries")
    lines = [(number, line) for number, line in enumerate(data.splitlines(), 1) if line.strip()]
    return tuple(read_entry(parse_json(line), f"line {number}") for number, line in lines)


def _answered(data: bytes) -> list[Any] | None:
    """The entries of a log as GET …/log answers it, or as an archive holds it; None where it is lines."""
    try:
        told = json.loads(data)
    except ValueError:
        return None
    entries = told.get("entries") if isinstance(told, dict) else None
    if not isinstance(entries, list):
        return None
    return [one["entry"] if isinstance(one, dict) and isinstance(one.get("entry"), dict) else one for one in entries]


def entries_read(data: bytes) -> tuple[tuple[LogEntry, ...], tuple[tuple[str, str], ...]]:
    """Entries, one a line, and those that cannot be read, each by its id (or its line) and why: the others count all the same."""
    found: list[LogEntry] = []
    refused: list[tuple[str, str]] = []
    answered = _answered(data)
    lines: Iterable[Any] = data.splitlines() if answered is None else answered
    for number, line in enumerate(lines, 1):
        if isinstance(line, bytes) and not line.strip():
            continue
        entry = None
        try:
            entry = parse_json(line) if isinstance(line, bytes) else line
            found.append(read_entry(entry))
        except JobError as error:
            name = entry.get("id") if isinstance(entry, dict) else None
            refused.append((str(name) if name else f"line {number}", "; ".join(map(str, error.faults))))
    return tuple(found), tuple(refused)


def read_file(file: Path, most_bytes: int = MOST_LOG_BYTES) -> bytes:
    """A file's bytes. Raises JobError where it cannot be read or is too large."""
    try:
        if file.stat().st_size > most_bytes:
            raise JobError([Fault(str(file), f"at most {most_bytes // 10**6} MB")])
        return file.read_bytes()
    except OSError as error:
        raise JobError([Fault(str(file), f"cannot be read: {error.strerror or error}")]) from error


def load_log(file: Path) -> tuple[LogEntry, ...]:
    """The log in a file. Raises JobError."""
    return read_lines(read_file(file))


def entry_document(entry: LogEntry) -> dict[str, Any]:
    """An entry as it is stored and written."""
    told: dict[str, Any] = entry.model_dump(mode="json", exclude_none=True)
    return told


def entries_in(data: Iterable[Any], where: str) -> tuple[LogEntry, ...]:
    """Entries of a list, each named by its place where something is wrong with it."""
    return tuple(read_entry(entry, f"{where}[{i}]") for i, entry in enumerate(data))


def entry_schema() -> dict[str, Any]:
    """JSON Schema of an entry: what each kind says stands in its value."""
    told: dict[str, Any] = LogEntry.model_json_schema()
    told["$schema"] = "https://json-schema.org/draft/2020-12/schema"
    told["properties"]["kind"]["enum"] = list(VALUES)
    values = {
        kind: model.model_json_schema(ref_template=f"#/$defs/{kind}/$defs/{{model}}") for kind, model in VALUES.items()
    }
    told["$defs"] = {**told.get("$defs", {}), **values}
    told["allOf"] = [
        {
            "if": {"properties": {"kind": {"const": kind}}},
            "then": {"properties": {"value": {"$ref": f"#/$defs/{kind}"}}},
        }
        for kind in VALUES
    ]
    return told
