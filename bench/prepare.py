"""The work list and the log of the bench attic, for their ratios to one plan."""

from __future__ import annotations

from typing import Any

from bench.attic import attic_document
from elm_cover.core.log.entry import Entry
from elm_cover.core.plan import Plan
from elm_cover.core.plan.work_list import house_tasks
from elm_cover.core.work.item import WorkList
from elm_cover.core.work.listing import prepared, work_list
from elm_cover.job import Job, read_job

KINDS = ("box", "boot", "recessed_light", "stack", "fan")


def with_items(area_ft2: int, sections: int, items: int) -> Job:
    """The bench attic with so many things in it that each ask for an item."""
    document: dict[str, Any] = attic_document(area_ft2, sections, 0)
    for i in range(items):
        section = document["sections"][i % sections]
        x, y = section["outline_ft"][0]
        at = [x + 2 + i % 11, y + 2 + i % 7]
        section.setdefault("features", []).append({"id": f"f{i}", "kind": KINDS[i % len(KINDS)], "at_ft": at})
    return read_job(document)


def listed_afresh(plan: Plan) -> WorkList:
    """Everything that a plan does for its work list: the items derived, what they take, the list made."""
    work = plan.job_work
    given = work.given
    tasks = list(house_tasks(work.places, given.record, given.book, given.holes))
    tasks += [task for task in work.tasks if task.counted_elsewhere or task.kind in ("markers", "map", "photos")]
    prepared(tasks, given.record)
    return work_list(tasks, given)


def entries(count: int) -> list[Entry]:
    """A log of so many entries by three devices: ticks, things left out, notes, and a tenth of them taken back."""
    found = []
    for i in range(count):
        device, seq = f"device {i % 3}", i // 3
        kind = "void" if i % 10 == 9 else ("work.done", "work.left", "note")[i % 3]
        value = {"key": f"box:f{i % 200}", "reason": "r", "text": "t"}
        voids = f"{i - 3}" if kind == "void" else None
        found.append(Entry(str(i), device, seq, float(i), "Ana", kind, value, voids))
    return found
