"""What the core makes of jobs at random, part by part, as it was last recorded: a rule that moves is named by the parts it moved.

A part is kept as a digest of its figures to six places; the figures themselves are held by worked examples in the tests of
each room. After a change that is meant: ``python -m tests.core.plan.test_recorded_parts`` records anew, and what else moved is
read in the diff.
"""

from __future__ import annotations

import hashlib
import json
import sys
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from pydantic_core import to_jsonable_python

from elm_cover.core.base.metric import all_in_metric
from elm_cover.core.crew import load_list, reach
from elm_cover.core.crew.day_tasks import job_tasks
from elm_cover.core.crew.orders import needs_of
from elm_cover.core.drawing.cut import Cut
from elm_cover.core.plan import Plan, corners, plan, plan_json
from elm_cover.core.rack.mix import Limits
from elm_cover.core.ways import rack
from elm_cover.demo.jobs import demo_documents
from elm_cover.job import Job, read_job
from elm_cover.job.firm import Firm
from tests.drawn import drawing, reach_drawing, thumbnail
from tests.random_jobs import POOL, random_job

RECORDED = Path(__file__).parent / "recorded" / "parts.json"
DEMO = [f"demo-{place}" for place in range(3)]
# Every third has no question open.
RANDOM = [f"random-{seed}" for seed in range(24)]


def job_of(name: str) -> Job:
    kind, number = name.split("-")
    if kind == "demo":
        return read_job(demo_documents()[int(number)])
    return read_job(random_job(int(number), 0.0 if int(number) % 3 == 0 else 0.05))


def steady(value: Any) -> Any:
    """The value with its figures to six places: another processor computes other last digits."""
    if isinstance(value, float):
        return 0.0 if abs(value) < 1e-7 else float(f"{value:.6g}")
    if isinstance(value, dict):
        return {str(key): steady(inner) for key, inner in value.items()}
    if isinstance(value, (list, tuple)):
        return [steady(inner) for inner in value]
    if isinstance(value, (np.ndarray, np.generic)):
        return steady(value.tolist())
    return value


def digest(value: Any) -> str:
    text = json.dumps(steady(to_jsonable_python(value, fallback=steady)), ensure_ascii=False)
    return hashlib.sha256(text.encode()).hexdigest()[:12]


def planned_parts(result: Plan) -> Iterator[tuple[str, Any]]:
    answer = plan_json(result)
    for key, value in answer.items():
        if key == "sections":
            for section in value:
                yield from ((f"section {section['id']} {part}", inner) for part, inner in section.items())
        elif key == "work":
            yield from ((f"work {part}", inner) for part, inner in value.items() if part != "items")
            yield from ((f"work item {item['key']}", item) for item in value["items"])
        else:
            yield key, value
    yield "in metric", all_in_metric(answer)


def drawn_parts(job: Job, result: Plan) -> Iterator[tuple[str, Any]]:
    framing = {s.id: (s.framing.run, s.framing.spacing_in) for s in job.sections}
    yield "thumbnail", thumbnail(result)
    for section in drawing(result, framing)["sections"]:
        yield from ((f"floor {section.get('id')} {part}", inner) for part, inner in section.items())
    for section in result.sections:
        x, y = (float(at) for at in np.mean(np.array(result.fields[section.id].outline_ft), axis=0))
        lengthwise = Cut(section.id, (x + 0.3, y + 0.2), (x + 3.3, y + 0.6))
        for way, cut in (("across", section.id), ("lengthwise", lengthwise)):
            made = drawing(result, framing, cut, whole_house=True)
            yield from ((f"cut {section.id} {way} {part}", made[part]) for part in ("cut", "enclosed_cut", "house"))
    for item in result.work.items:
        made = drawing(result, framing, None, item=item.key)["item"]
        if made is not None:
            yield f"item drawn {item.key}", made


def solved_parts(job: Job, result: Plan) -> Iterator[tuple[str, Any]]:
    solved = to_jsonable_python(corners(result), fallback=steady)
    for number, corner in enumerate(solved.pop("corners")):
        yield from ((f"corner {number} {part}", inner) for part, inner in corner.items())
    yield "corners", solved


def reached_parts(result: Plan) -> Iterator[tuple[str, Any]]:
    found = reach(result)
    told = to_jsonable_python(found, exclude={"behind"}, fallback=steady)
    yield from ((f"reach of {section['section']}", section) for section in told.pop("sections"))
    yield from ((f"reach {part}", inner) for part, inner in told.items())
    yield "reach drawn", reach_drawing(found)
    tasks = job_tasks(result, result.work)
    yield "tasks", tasks
    yield "needs", needs_of(result, result.work)
    yield "load", load_list(result, result.work, Firm(), found.hose)


def ranked_parts(job: Job) -> Iterator[tuple[str, Any]]:
    weighed = rack(job, POOL, "price", Limits(budget=4000.0))
    made = to_jsonable_python(weighed, fallback=steady)
    yield from ((f"way {way['weighed']['id']}", way) for way in made.pop("ways"))
    yield from ((f"rack {part}", inner) for part, inner in made.items())


def parts_of(name: str) -> dict[str, str]:
    job = job_of(name)
    result = plan(job)
    made = [*planned_parts(result), *drawn_parts(job, result), *solved_parts(job, result), *reached_parts(result)]
    if name not in DEMO:  # a demo job's rack weighs all the products shipped
        made += ranked_parts(job)
    return {part: digest(value) for part, value in made}


@pytest.mark.parametrize("name", [*DEMO, *RANDOM])
def test_no_part_of_a_job_moves_unnoticed(name: str) -> None:
    recorded = json.loads(RECORDED.read_text(encoding="utf-8"))[name]
    now = parts_of(name)
    moved = [part for part in {**recorded, **now} if recorded.get(part) != now.get(part)]
    assert moved == []


if __name__ == "__main__":
    found = {name: parts_of(name) for name in (*DEMO, *RANDOM)}
    RECORDED.write_text(json.dumps(found, indent=0, ensure_ascii=False) + "\n", encoding="utf-8")
    sys.exit(0)
