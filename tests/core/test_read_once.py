"""A job is read once for each request, however many rooms go by it: counted by running."""

from __future__ import annotations

import sys
from collections import Counter
from collections.abc import Callable
from pathlib import Path
from types import CodeType, FrameType
from typing import Any

import pytest

import elm_cover.core.from_job
from elm_cover.core.base.memory import EVERYWHERE
from elm_cover.core.done import filled_job, proved_job
from elm_cover.core.laying import site
from elm_cover.core.laying.methods import lay
from elm_cover.core.plan import corners, plan
from elm_cover.core.section.by_kind import plan_section
from elm_cover.core.ways import rack
from elm_cover.demo.jobs import demo_documents, demo_logs
from elm_cover.formats.log_file import read_entry
from elm_cover.job import Job, read_job
from tests.random_jobs import POOL

READER = Path(str(elm_cover.core.from_job.__file__)).parent
DOCUMENTS = demo_documents()
# The demo job with the most sections, and the one that has a log.
LARGE = read_job(max(DOCUMENTS, key=lambda document: len(document["sections"])))
LOGGED = next(read_job(document) for document in DOCUMENTS if document["name"] in demo_logs())
LOG = tuple(read_entry(entry) for entry in demo_logs()[str(LOGGED.name)])

MAKES_A_SITE = vars(site)["_site"].__wrapped__.__code__


def counted(run: Callable[[], Any]) -> Counter[CodeType]:
    """How often each function was entered while it ran."""
    calls: Counter[CodeType] = Counter()

    def see(frame: FrameType, event: str, _: Any) -> None:
        if event == "call":
            calls[frame.f_code] += 1

    sys.setprofile(see)
    try:
        run()
    finally:
        sys.setprofile(None)
    return calls


REQUESTS: dict[str, tuple[Job, Callable[[], Any]]] = {
    "filled": (LARGE, lambda: filled_job(LARGE)),
    "proved": (LOGGED, lambda: proved_job(LOGGED, LOG)),
    "rack": (LARGE, lambda: rack(LARGE, POOL)),
    "corners": (LARGE, lambda: corners(plan(LARGE))),
}


@pytest.mark.parametrize("name", REQUESTS)
def test_each_part_of_a_job_is_read_once(name: str) -> None:
    job, run = REQUESTS[name]
    EVERYWHERE.forget()
    calls = counted(run)
    read = {
        code.co_name: count
        for code, count in calls.items()
        if Path(code.co_filename).parent == READER and code.co_name.endswith("_input")
    }
    assert read, "nothing was read: the test looks in the wrong place"
    products = len(job.products) + (len(POOL) if name == "rack" else 0)
    once_each = {"section_input": len(job.sections), "product_input": products}
    for function, count in read.items():
        allowed = once_each.get(function, 1)
        assert count == allowed, f"{function} ran {count} times, {allowed} would do"
    assert read["section_input"] == len(job.sections)


@pytest.mark.parametrize("name", ["filled", "proved", "corners"])
def test_a_section_is_planned_once_and_its_site_made_once(name: str) -> None:
    job, run = REQUESTS[name]
    EVERYWHERE.forget()
    cold = counted(run)
    assert cold[plan_section.__code__] == len(job.sections)
    assert cold[MAKES_A_SITE] == len(job.sections)
    warm = counted(run)
    assert warm[plan_section.__code__] == len(job.sections)
    assert warm[MAKES_A_SITE] == 0
    assert warm[lay.__code__] <= len(job.sections), "more than once a section with everything known"
