"""The work list, the price and the rack agree on preparation over a hundred jobs at random; every item is told once."""

from __future__ import annotations

import math

import pytest

from elm_cover.core.plan import Plan, plan
from elm_cover.core.preparation.materials import MATERIALS
from elm_cover.core.work.item import LEFT
from elm_cover.job import Job, read_job
from tests.random_jobs import random_job

SEEDS = range(0, 300, 3)


@pytest.fixture(scope="module")
def planned_jobs() -> list[tuple[Job, Plan]]:
    jobs = [read_job(random_job(seed, 0.0)) for seed in SEEDS]
    return [(job, plan(job)) for job in jobs]


def test_the_price_has_what_the_items_take_and_nothing_else(planned_jobs: list[tuple[Job, Plan]]) -> None:
    priced = 0
    for job, result in planned_jobs:
        if result.cost is None:
            continue
        priced += 1
        taken: dict[str, float] = {}
        hours = 0.0
        for item in result.work.items:
            if item.counted_elsewhere or item.state == LEFT or item.change in ("asked", "no"):
                continue
            hours += item.person_hours
            for use in item.materials:
                taken[use.what] = taken.get(use.what, 0.0) + use.amount
        prices = job.book.preparation.prices.model_dump()
        wanted = {
            MATERIALS[what].title: math.ceil(amount * MATERIALS[what].waste / MATERIALS[what].holds - 1e-9)
            * prices[what]
            for what, amount in taken.items()
            if amount > 0
        }
        titles = {kind.title for kind in MATERIALS.values()}
        told = {line.what: line.total for line in result.cost.lines if line.group == "material" and line.what in titles}
        assert told == pytest.approx(wanted), job.sections[0].id
        labor = [line.amount for line in result.cost.lines if line.what.startswith("Preparing: ")]
        assert sum(labor) == pytest.approx(hours)
    assert priced > 40


def test_every_item_is_told_once_and_rows_and_gate_add_up(planned_jobs: list[tuple[Job, Plan]]) -> None:
    seen = 0
    for _, result in planned_jobs:
        work = result.work
        keys = [item.key for item in work.items]
        seen += len(keys)
        assert len(set(keys)) == len(keys)
        assert [key for row in work.rows for key in row.keys] == keys
        assert sum(row.person_hours for row in work.rows) == pytest.approx(
            sum(item.person_hours for item in work.items)
        )
        assert work.gate.done + len([m for m in work.gate.missing if m.key]) == work.gate.items
        known = set(keys)
        for item in work.items:
            assert set(item.waits_for) | set(item.waited_for_by) <= known
            assert item.key not in item.waits_for
            if item.leak_in2 is not None:
                assert 0 <= item.leak_in2.after <= item.leak_in2.before
    assert seen > 1000


def test_an_offered_cure_costs_what_it_costs_when_it_is_taken(planned_jobs: list[tuple[Job, Plan]]) -> None:
    tried = 0
    for job, result in planned_jobs[::4]:
        document = job.model_dump(mode="json", exclude_unset=True)
        for item in result.work.items:
            for cure in item.cures:
                if cure.refused or item.state == LEFT:
                    continue
                decisions = [d for d in document["preparation"]["decisions"] if d["key"] != item.key]
                picked = {**document, "preparation": {**document["preparation"], "decisions": [*decisions, {"key": item.key, "cure": cure.cure}]}}  # fmt: skip
                found = next(i for i in plan(read_job(picked)).work.items if i.key == item.key)
                assert found.cure == cure.cure and found.person_hours == pytest.approx(cure.person_hours)
                assert found.price is None or found.price == pytest.approx(cure.price)
                tried += 1
                break
    assert tried > 15
