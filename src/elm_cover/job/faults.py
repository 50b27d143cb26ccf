"""Faults that name their field, and what pydantic says put into plain words."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from pydantic import ValidationError


@dataclass(frozen=True)
class Fault:
    """One thing wrong with a document: the path of the field, and what is allowed there."""

    path: str
    text: str

    def __str__(self) -> str:
        return f"{self.path or 'document'}: {self.text}"


class JobError(ValueError):
    """A document that is refused, with every fault found in it."""

    def __init__(self, faults: Sequence[Fault]) -> None:
        super().__init__("\n".join(map(str, faults)))
        self.faults = tuple(faults)

    def __reduce__(self) -> tuple[type[JobError], tuple[tuple[Fault, ...]]]:
        """So that it comes whole out of another process."""
        return JobError, (self.faults,)


def path_of(location: Sequence[int | str]) -> str:
    """A field's path as users see it: ``sections[0].edges[1].heel_in``."""
    path = ""
    for part in location:
        if isinstance(part, int):
            path += f"[{part}]"
        elif part != "[key]":
            path += f".{part}" if path else part
    return path


def faults_of(error: ValidationError) -> list[Fault]:
    """The faults in a validation error, one per field."""
    faults: list[Fault] = []
    for item in error.errors(include_url=False):
        cause = item.get("ctx", {}).get("error")
        prefix = path_of(item["loc"])
        if isinstance(cause, JobError):
            faults += [Fault(_join(prefix, fault.path), fault.text) for fault in cause.faults]
        else:
            faults.append(Fault(prefix, _in_words(dict(item))))
    return faults


def _join(prefix: str, path: str) -> str:
    if not prefix or not path:
        return prefix or path
    return prefix + (path if path.startswith("[") else f".{path}")


# What to do about a figure out of bounds, where the bounds alone do not say.
WAYS_OUT = {
    "pitch_in_12": "a pitch is inches of rise in 12 in of level run; measure it with a level and a rule. A flat roof has no "
    "eave: set the edge to another kind; a wall steeper than 24 in 12 is measured as a knee wall",
    "heel_in": "measure from the ceiling up to the underside of the deck, at the outer edge of the plate",
    "spacing_in": "measure from the middle of one rafter or truss to the middle of the next",
}


def _in_words(item: dict[str, Any]) -> str:
    said = _bounds_in_words(item)
    at = item["loc"][-1] if item["loc"] else None
    way_out = WAYS_OUT.get(at) if isinstance(at, str) else None
    return f"{said}; {way_out}" if way_out and item["type"].startswith(("greater", "less")) else said


# What pydantic calls a text that is no day.
NO_DAY = ("date_from_datetime_parsing", "date_parsing", "date_type", "date_from_datetime_inexact")


def _bounds_in_words(item: dict[str, Any]) -> str:
    if item["type"] in NO_DAY:
        return f"must be a day that there is, written as 2026-07-15, not {_shown(item['input'])}"
    return _rule_in_words(item, item.get("ctx", {}))


def _rule_in_words(item: dict[str, Any], context: dict[str, Any]) -> str:
    match item["type"]:
        case "extra_forbidden":
            return "is not a field of the job document; remove it or check its spelling"
        case "missing":
            return "is required"
        case "literal_error":
            return f"allowed: {context['expected']}".replace("'", "")
        case "finite_number":
            return "must be a finite number"
        case "float_type" | "int_type" | "int_from_float":
            return f"must be a {'whole ' if 'int' in item['type'] else ''}number, not {_shown(item['input'])}"
        case "greater_than":
            return f"must be over {_bound(context['gt'])}, not {_shown(item['input'])}"
        case "greater_than_equal":
            return f"must be {_bound(context['ge'])} or more, not {_shown(item['input'])}"
        case "less_than":
            return f"must be under {_bound(context['lt'])}, not {_shown(item['input'])}"
        case "less_than_equal":
            return f"must be {_bound(context['le'])} or less, not {_shown(item['input'])}"
        case "too_long":
            return f"at most {context['max_length']} allowed, not {context['actual_length']}"
        case "too_short":
            return f"at least {context['min_length']} needed, not {context['actual_length']}"
        case "value_error":
            return str(context["error"])
        case _:
            return str(item["msg"])


def _bound(value: Any) -> str:
    """A bound as it is written: a number short, a day as it is."""
    return f"{value:g}" if isinstance(value, (int, float)) else str(value)


def _shown(value: Any) -> str:
    shown = repr(value)
    return shown if len(shown) <= 40 else shown[:37] + "..."
