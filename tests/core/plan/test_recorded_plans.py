"""The plans of the demo jobs, whole, as they were last recorded: nothing changes in them unnoticed.

After a change that is meant: ``python -m tests.core.plan.test_recorded_plans`` records anew; the difference is read in the diff.
"""

from __future__ import annotations

import json
import sys
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest

from elm_cover.core.plan import plan, plan_json
from elm_cover.demo.jobs import demo_documents
from elm_cover.job import read_job

RECORDED = Path(__file__).parent / "recorded"
NAMES = ("quarry-loop", "weir-bank", "tannery-hill")


def planned_now(place: int) -> dict[str, Any]:
    """The plan as it is written out, keys in their order."""
    answer: dict[str, Any] = json.loads(json.dumps(plan_json(plan(read_job(demo_documents()[place])))))
    return answer


def differences(was: Any, now: Any, at: str = "") -> Iterator[str]:
    """Where two plans differ; figures may differ in the last digits that another processor computes."""
    if isinstance(was, dict) and isinstance(now, dict):
        if list(was) != list(now):
            yield f"{at}: keys {list(was)} became {list(now)}"
        for key in was.keys() & now.keys():
            yield from differences(was[key], now[key], f"{at}.{key}")
    elif isinstance(was, list) and isinstance(now, list):
        if len(was) != len(now):
            yield f"{at}: {len(was)} became {len(now)}"
        for index, (one, other) in enumerate(zip(was, now, strict=False)):
            yield from differences(one, other, f"{at}[{index}]")
    elif isinstance(was, float) and isinstance(now, float):
        if now != pytest.approx(was, rel=1e-9, abs=1e-12):
            yield f"{at}: {was} became {now}"
    elif was != now:
        yield f"{at}: {was} became {now}"


@pytest.mark.parametrize("place", range(len(NAMES)), ids=NAMES)
def test_the_plan_of_a_demo_job_is_as_recorded(place: int) -> None:
    recorded = json.loads((RECORDED / f"{NAMES[place]}.json").read_text(encoding="utf-8"))
    assert list(differences(recorded, planned_now(place))) == []


if __name__ == "__main__":
    for place, name in enumerate(NAMES):
        text = json.dumps(planned_now(place), indent=1, ensure_ascii=False)
        (RECORDED / f"{name}.json").write_text(text + "\n", encoding="utf-8")
    sys.exit(0)
