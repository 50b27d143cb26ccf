"""Reach and bands of the bench attic, cold and where only a depth changed, against one plan of it."""

from __future__ import annotations

import copy
import statistics
import time
from collections.abc import Callable
from functools import partial
from typing import Any

from bench.attic import attic_document
from elm_cover.core.base.memory import Memory
from elm_cover.core.crew import reach
from elm_cover.core.plan import plan
from elm_cover.core.reach import bands, crawl_floor, cut_bands, way
from elm_cover.core.section.by_kind import forget_sections
from elm_cover.job import Job, read_job

TURNS = 8


def forget_ways() -> None:
    """Looks for every way anew, as on the first day."""
    for remembered in (
        crawl_floor.crawl_floor,
        way._steps,
        way._way,
        bands._banded,
        bands._stands,
        cut_bands._parts,
        cut_bands._as_bands,
    ):
        kept: Memory = remembered.memory  # type: ignore[type-arg]
        kept.clear()


def document() -> dict[str, Any]:
    """The bench attic with a way in at the middle of its first section."""
    found: dict[str, Any] = attic_document(3000, 5, 0)
    section = found["sections"][0]
    xs, ys = zip(*section["outline_ft"], strict=True)
    at = [(min(xs) + max(xs)) / 2, (min(ys) + max(ys)) / 2]
    found["accesses"] = [{"kind": "hatch", "section": section["id"], "at_ft": at, "opening_in": [22.5, 30]}]
    return found


def edited(base: dict[str, Any], turn: int) -> Job:
    """The attic with the first section a little deeper each time."""
    found = copy.deepcopy(base)
    name = found["sections"][0]["id"]
    found["choice"][name]["depth"] = {"by": "installed_in", "value_in": 10 + turn / 8}
    return read_job(found)


def reach_ratios() -> tuple[float, float, float]:
    """Reach cold and where a depth changed, in plans of the attic as made anew, and one such plan, s."""
    base = document()
    plain = edited(base, 0)
    plan(plain)
    plans, cold, warm = [], [], []
    for turn in range(TURNS):
        job = edited(base, turn + 1)
        forget_sections()
        plans.append(_timed(partial(plan, job)))
        forget_ways()
        cold.append(_timed(partial(reach, plan(job))))
    reach(plan(plain))
    for turn in range(TURNS):
        job = edited(base, turn + 20)
        warm.append(_timed(partial(reach, plan(job))))
    one = statistics.median(plans)
    return statistics.median(cold) / one, statistics.median(warm) / one, one


def _timed(run: Callable[[], object]) -> float:
    begun = time.perf_counter()
    run()
    return time.perf_counter() - begun
