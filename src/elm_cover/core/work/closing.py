"""Markers, map and photos: what is done last, before the fill (handbook §13, the work list)."""

from __future__ import annotations

from collections.abc import Iterator

from ..given.book import BookInput
from ..preparation.materials import use
from .item import Task


def marker_task(section: str, name: str, count: int, book: BookInput) -> Task:
    """The depth markers of a section. name: of the section, where there are several. Source: handbook §9, markers; §13."""
    key = f"markers:{section}"
    return Task(
        key=key,
        kind="markers",
        section=section,
        what=f"Depth markers in {name}" if name else "Depth markers",
        amount=count,
        unit="markers",
        counted="one for each 300 ft²",
        materials=(use("marker", count),),
        person_hours=count / book.work["markers_per_hour"],
        pieces=(f"{count} marker{'' if count == 1 else 's'}",),
        row=key,
    )


def house_closing_tasks(book: BookInput) -> Iterator[Task]:
    """The map of what lies under, and the photos, of the whole house. Source: handbook §13, markers, map, photos."""
    for kind, what in (("map", "Map of what lies under"), ("photos", "Photos before closing")):
        hours = book.work[f"{kind}_hours"]
        yield Task(key=f"{kind}:house", kind=kind, what=what, amount=1, unit="pieces", person_hours=hours, row=kind)
