"""What the customer signs is what is charged: a change costs the job's price with it less the price without it."""

from __future__ import annotations

import copy
from datetime import date
from io import BytesIO
from typing import Any

import pytest
from pypdf import PdfReader

from elm_cover.core.base.units import fixed
from elm_cover.core.plan import plan
from elm_cover.job import Job, read_job
from elm_cover.papers.change_order import change_order
from tests.conftest import attic
from tests.random_jobs import random_job

YES = {"said": "yes", "by": "A. Customer", "on": "2026-05-04"}


def with_added(*added: dict[str, Any]) -> dict[str, Any]:
    return {**attic(), "preparation": {"added": [{"id": f"a{i}", **one} for i, one in enumerate(added)]}}


def answered(document: dict[str, Any], *indexes: int) -> Job:
    said = copy.deepcopy(document)
    for i in indexes:
        said["preparation"]["added"][i]["answer"] = YES
    return read_job(said)


def price(job: Job) -> float:
    cost = plan(job).cost
    assert cost is not None
    return cost.price


CHANGES: list[dict[str, Any]] = [
    {"kind": "screen", "amount": 2, "text": "Screen", "after_offer": True},
    {"kind": "dam", "amount": 10, "text": "Dam", "after_offer": True},
    {"kind": "board", "amount": 3, "text": "Opening", "after_offer": True},
    {"kind": "holes", "amount": 4, "text": "Holes", "after_offer": True},
]


@pytest.mark.parametrize("change", CHANGES, ids=lambda one: str(one["kind"]))
def test_what_is_signed_is_charged(change: dict[str, Any]) -> None:
    document = with_added(change)
    asked = plan(read_job(document))
    (item,) = [item for item in asked.work.items if item.change is not None]
    charged = price(answered(document, 0)) - price(read_job(document))
    assert charged > 0 and item.price == pytest.approx(charged)
    assert asked.changes is not None and asked.changes.asked == pytest.approx(charged)
    text = "".join(
        page.extract_text() for page in PdfReader(BytesIO(change_order(read_job(document), date(2026, 5, 4)))).pages
    )
    assert f"Asked for: ${fixed(charged)} more" in text.replace("\n", " ")
    # Once it is agreed, the same figure stands as agreed.
    agreed = plan(answered(document, 0))
    assert agreed.changes is not None and agreed.changes.agreed == pytest.approx(charged) and agreed.changes.asked == 0


def test_several_share_their_containers_and_the_sum_is_of_all_together() -> None:
    document = with_added(*CHANGES, {**CHANGES[1], "amount": 5})
    asked = plan(read_job(document))
    assert asked.changes is not None
    together = price(answered(document, *range(5))) - price(read_job(document))
    assert asked.changes.asked == pytest.approx(together)
    assert together <= sum(asked.changes.each.values()) + 1e-6


def test_over_random_jobs_each_change_is_the_difference_it_makes() -> None:
    compared = 0
    for seed in range(60):
        document = random_job(seed, 0.0)
        added = document.get("preparation", {}).get("added", [])
        result = plan(read_job(document))
        if result.changes is None:
            continue
        for i, one in enumerate(added):
            key = f"added:{one['id']}" if "id" in one else None
            if not one.get("after_offer") or one.get("answer") or key not in result.changes.each:
                continue
            more = price(answered(document, i)) - price(read_job(document))
            assert result.changes.each[key] == pytest.approx(more, abs=1e-6), (seed, key)
            compared += 1
    assert compared > 10
