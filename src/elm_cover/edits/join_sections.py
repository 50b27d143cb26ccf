"""Edits of a job document that touch many places at once. Pure: a document in, a new one out."""

from __future__ import annotations

import copy
import json
import math
import uuid
from typing import Any

from ..core.base.arrays import Points
from ..core.eaves import bay_count
from ..core.floor import OutlineError, join
from ..job import Fault, JobError, read_job

Document = dict[str, Any]
MOVED = ("readings", "features", "holes", "plates_ft")


def new_id() -> str:
    """An id for a list item that has none."""
    return uuid.uuid4().hex[:12]


def join_sections(document: Document, first: str, second: str) -> Document:
    """The job with the second section joined to the first: one outline, each wall kept as it was. Raises JobError.

    The first keeps its name, framing, ceiling, old fill and choice; readings, features, holes, ways in, vents and photos
    of the second go over to it and stay where they are.
    """
    read_job(document)
    found = copy.deepcopy(document)
    by_id = {section["id"]: section for section in found.get("sections") or []}
    for name in (first, second):
        if name not in by_id:
            raise JobError([Fault("sections", f"no section “{name}”; allowed: {', '.join(by_id) or 'none yet'}")])
    if first == second:
        raise JobError([Fault("sections", "pick two different sections to join")])
    keeps, goes = by_id[first], by_id[second]
    for section in (keeps, goes):
        for edge in section["edges"]:
            edge.setdefault("id", new_id())
    pair = (_points(keeps), _points(goes))
    try:
        joined = join(pair, (_labels(keeps), _labels(goes)))
    except OutlineError as error:
        raise JobError([Fault("sections", str(error))]) from error
    edges, used = [], set()
    for place, (which, index) in enumerate(joined.sources):
        edge = dict((keeps, goes)[which]["edges"][index])
        if edge.get("bays"):
            spacing = (keeps, goes)[which].get("framing", {}).get("spacing_in")
            edge["bays"] = _bays_along(edge["bays"], pair[which], index, joined.outline_ft, place, spacing)
        if edge["id"] in used:
            edge["id"] = new_id()
        used.add(edge["id"])
        edges.append(edge)
    _join_lists(keeps, goes)
    before = {section["id"]: [edge["id"] for edge in section["edges"]] for section in (keeps, goes)}
    if joined.holes:
        rings = [{"id": new_id(), "kind": "other", "outline_ft": [list(p) for p in hole]} for hole in joined.holes]
        keeps["holes"] = [*keeps.get("holes", []), *rings]
    keeps["outline_ft"], keeps["edges"] = [list(point) for point in joined.outline_ft], edges
    found["sections"] = [section for section in found["sections"] if section["id"] != second]
    _move_over(found, before, first, second, used)
    read_job(found)
    return found


def _join_lists(keeps: Document, goes: Document) -> None:
    """What the second section holds goes to the first; a length of walls below only where both have one."""
    for item in MOVED:
        if goes.get(item):
            keeps[item] = [*keeps.get(item, []), *goes[item]]
    typed = [section.pop("plate_length_ft", None) for section in (keeps, goes)]
    if None not in typed:
        keeps["plate_length_ft"] = sum(typed)


def _bays_along(
    marks: list[Document], old: Points, index: int, new: Points, place: int, spacing_in: float | None
) -> list[Document]:
    """Marks of bays on a wall's new stretch: each stays where it was on the floor; what lies beyond the stretch goes."""
    if not spacing_in:
        return []
    (a, b), (c, d) = ((points[i], points[(i + 1) % len(points)]) for points, i in ((old, index), (new, place)))
    along = (b[0] - a[0]) * (d[0] - c[0]) + (b[1] - a[1]) * (d[1] - c[1])
    count = bay_count(math.dist(c, d), spacing_in)
    shift = round(math.dist(a if along > 0 else b, c) * 12 / spacing_in)
    last = bay_count(math.dist(a, b), spacing_in) - 1
    moved = [{**mark, "place": (mark["place"] if along > 0 else last - mark["place"]) - shift} for mark in marks]
    return [mark for mark in moved if 0 <= mark["place"] < count]


def _points(section: Document) -> tuple[tuple[float, float], ...]:
    return tuple((float(x), float(y)) for x, y in section["outline_ft"])


def _labels(section: Document) -> list[str]:
    """What each edge is, apart from its id and where it leads."""
    return [
        json.dumps({k: v for k, v in edge.items() if k not in ("id", "to")}, sort_keys=True)
        for edge in section["edges"]
    ]


def _move_over(found: Document, before: dict[str, list[str]], first: str, second: str, edges: set[str]) -> None:
    """Vents, ways in, photos and contact looks of the second section, and edges open to it, now name the first."""
    for vent in found.get("vents", []):
        if vent.get("section") in before and isinstance(vent.get("edge"), int):
            vent["edge"] = before[vent["section"]][vent["edge"]]
        if vent.get("edge") is not None and vent.get("section") in before and vent["edge"] not in edges:
            del vent["edge"]
    added = found.get("preparation", {}).get("added", [])
    for items in (*(found.get(path, []) for path in ("vents", "accesses", "photos", "contact")), added):
        for item in items:
            if item.get("section") == second:
                item["section"] = first
    for section in found["sections"]:
        for edge in section["edges"]:
            if edge.get("to") == second:
                edge["to"] = first
    found.get("choice", {}).pop(second, None)
