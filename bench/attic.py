"""Attics to measure on."""

from __future__ import annotations

from typing import Any

from elm_cover.demo.jobs import demo_documents
from elm_cover.job import Job, read_job


def attic(area_ft2: float, sections: int = 1, readings: int = 0) -> Job:
    """A hipped attic of that floor in so many equal sections, each 3 wide to 2 deep, over old batts.

    readings: so many depth readings in each section.
    """
    return read_job(attic_document(area_ft2, sections, readings))


def attic_document(area_ft2: float, sections: int = 1, readings: int = 0) -> dict[str, Any]:
    """The same as a document."""
    document: dict[str, Any] = demo_documents()[0]
    base = document["sections"][0]
    width = round((area_ft2 / sections / 1.5) ** 0.5 * 4) / 4
    length = round(area_ft2 / sections / width * 4) / 4
    document["accesses"], document["vents"], document["photos"] = [], [], []
    document["sections"], document["choice"] = [], {}
    for i in range(sections):
        x, y = (i % 4) * length, (i // 4) * width
        outline = [[x, y], [x + length, y], [x + length, y + width], [x, y + width]]
        edges = [{**base["edges"][0]} for _ in range(4)]
        spots = [
            {"at_ft": [x + length * (k * 0.618 % 1), y + width * (k * 0.414 % 1)], "depth_in": 3.5 + k % 3}
            for k in range(1, readings + 1)
        ]
        document["sections"].append(
            {**base, "readings": spots, "id": f"s{i}", "outline_ft": outline, "edges": edges, "features": []}
        )
        document["choice"][f"s{i}"] = {"product": document["products"][0]["id"]}
    return document
