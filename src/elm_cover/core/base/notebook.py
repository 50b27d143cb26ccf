"""Flags, open questions and figures, gathered while a section or a job is planned."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from typing_extensions import TypedDict


@dataclass(frozen=True)
class Flag:
    """Something to act on. level: stop, caution or note. A stop never withholds a figure. field: where it is set right. again: it
    says again what another stop says already, and counts for none."""

    code: str
    level: str
    section: str | None
    text: str
    what_to_do: str
    field: str | None = None
    again: bool = False


@dataclass(frozen=True)
class Open:
    """A question not answered yet, and the step and field where it is asked."""

    step: str
    field: str
    text: str


class FigureInput(TypedDict):
    """What a figure was made from."""

    value: float | str | None
    unit: str


@dataclass(frozen=True)
class Figure:
    """A figure that can be opened: how it came about. inputs: by name, those that are known."""

    value: float | None
    unit: str
    formula: str
    inputs: dict[str, FigureInput]
    source: str


class Notebook:
    """Gathers flags, open questions and figures while one section is planned."""

    def __init__(self, section: str | None = None, prefix: str = "") -> None:
        self.section = section
        self.prefix = prefix
        self.flags: list[Flag] = []
        self.open: list[Open] = []
        self.figures: dict[str, Figure] = {}

    def flag(self, code: str, level: str, text: str, what_to_do: str, field: str | None = None) -> None:
        self.flags.append(Flag(code, level, self.section, text, what_to_do, field))

    def ask(self, step: str, field: str, text: str) -> None:
        if all(item.field != field for item in self.open):
            self.open.append(Open(step, field, text))

    def add(self, other: Notebook) -> None:
        """Takes over what another says."""
        self.flags += other.flags
        for item in other.open:
            self.ask(item.step, item.field, item.text)
        self.figures.update(other.figures)

    def figure(
        self, name: str, value: float | None, unit: str, formula: str, source: str, **inputs: tuple[Any, str]
    ) -> None:
        if value is not None:
            known = {
                name: FigureInput(value=of, unit=in_unit) for name, (of, in_unit) in inputs.items() if of is not None
            }
            self.figures[self.prefix + name] = Figure(value, unit, formula, known, source)
