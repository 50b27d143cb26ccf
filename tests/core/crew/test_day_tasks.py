"""Tasks of a job in working order, stages, and what a stretch of days has to order."""

from __future__ import annotations

from datetime import date
from typing import Any

import pytest

from elm_cover.core.crew.day_tasks import JobTasks, job_tasks
from elm_cover.core.crew.orders import Need, OnHand, needs_of, week_order
from elm_cover.core.done import day_of, work_after
from elm_cover.core.done.stage import stage_of
from elm_cover.core.plan import plan
from elm_cover.job import read_job
from elm_cover.job.log_entry import LogEntry
from tests.conftest import attic


def tasks(document: dict[str, Any], *log: LogEntry) -> JobTasks:
    job = read_job(document)
    planned = plan(job)
    return job_tasks(planned, work_after(planned, day_of(log)))


def entry(kind: str, value: dict[str, Any]) -> LogEntry:
    return LogEntry.model_validate(
        {
            "id": "00000000-0000-4000-8000-000000000000",
            "device": "d",
            "seq": 0,
            "at": "2026-07-06T08:00:00Z",
            "kind": kind,
            "value": value,
        }
    )


def test_tasks_stand_in_working_order_between_set_up_and_clean_up() -> None:
    found = tasks(attic(features=[{"id": "c", "kind": "chase", "size_in": [16, 24]}]))
    keys = [task.key for task in found.tasks]
    assert keys[:2] == ["travel", "set_up"] and keys[-3:] == ["blow", "read", "clean_up"]
    order = ("safe", "trades", "clear_out", "leaks", "shields", "eaves", "dams", "close", "extras")
    groups = [key for key in keys if key in order]
    assert groups == sorted(groups, key=order.index) and "leaks" in groups
    assert {task.where for task in found.tasks} == {"ground", "attic"}


def test_hours_are_those_of_the_price() -> None:
    job = attic()
    planned = plan(read_job(job))
    assert planned.cost is not None
    assert tasks(job).person_hours(2) == pytest.approx(planned.cost.person_hours)


def test_the_machine_takes_as_long_with_three_and_the_sealing_less() -> None:
    by_key = {task.key: task for task in tasks(attic()).tasks}
    assert by_key["blow"].hours(2) == by_key["blow"].hours(3)
    assert by_key["leaks"].hours(3) == pytest.approx(by_key["leaks"].hours(2) * 2 / 3)


def test_what_is_done_is_no_task_any_more() -> None:
    job = attic(features=[{"id": "c", "kind": "chase", "size_in": [16, 24]}])
    before = next(task for task in tasks(job).tasks if task.key == "leaks")
    after = next(task for task in tasks(job, entry("work.done", {"key": "chase:c"})).tasks if task.key == "leaks")
    assert after.person_hours == pytest.approx((before.person_hours or 0) - 0.5)


def test_mastic_dries_before_the_fill() -> None:
    job = attic(features=[{"id": "d", "kind": "duct", "at_ft": [5, 5], "to_ft": [25, 5], "duct_r": 8}])
    by_key = {task.key: task for task in tasks(job).tasks}
    assert by_key["shields"].dries_h == 12 and by_key["blow"].after == ("shields",)
    assert {task.dries_h for task in tasks(attic()).tasks} == {0.0}


def test_trades_on_record_have_dates_and_those_of_the_list_are_asked() -> None:
    job = attic(features=[{"id": "f", "kind": "flue", "flue": "single_wall"}])
    (gate,) = tasks(job).gates
    assert gate.through_on is None and gate.what
    job["trades"] = [{"trade": gate.trade.split(",")[0], "through_on": "2026-07-10"}]
    assert [one.through_on for one in tasks(job).gates] == ["2026-07-10"]


@pytest.mark.parametrize(
    ("change", "placed", "stage"),
    [
        ({}, False, "to_offer"),
        ({"sections": []}, False, "to_measure"),
        ({"sale": {"stage": "offered"}}, False, "to_offer"),
        ({"sale": {"stage": "sold"}}, False, "sold"),
        ({"sale": {"stage": "sold"}}, True, "dated"),
        ({"sale": {"stage": "lost"}}, True, "lost"),
    ],
)
def test_stages(change: dict[str, Any], placed: bool, stage: str) -> None:
    document = {**attic(), **change}
    if not document["sections"]:
        document["choice"] = {}
    job = read_job(document)
    assert stage_of(plan(job), placed=placed) == stage


def test_anything_done_or_loaded_is_at_work_and_a_note_is_not() -> None:
    job = read_job(attic())
    moved = entry("load.out", {"what": "c1", "amount": 3, "unit": "bags"})
    assert stage_of(plan(job), day_of([moved])) == "at_work"
    assert stage_of(plan(job), day_of([entry("note", {"text": "hello"})])) == "to_offer"


def test_needs_are_summed_less_stock_and_rounded_once() -> None:
    needs = [
        (date(2026, 7, 8), "B", [Need("c", "Cellulose", "bags", 20.3)]),
        (date(2026, 7, 6), "A", [Need("c", "Cellulose", "bags", 37.4), Need("x", "Caulk", "tubes", 0.2)]),
    ]
    lines = {line.what: line for line in week_order(needs, {"c": OnHand(10, "North"), "x": OnHand(3)})}
    assert lines["c"].order == 48 and lines["c"].needed == pytest.approx(57.7)
    assert (lines["c"].short_on, lines["c"].jobs, lines["c"].supplier) == (date(2026, 7, 6), ("A", "B"), "North")
    assert lines["x"].order == 0 and lines["x"].short_on is None
    later = week_order(needs, {"c": OnHand(40)})
    assert next(line for line in later if line.what == "c").short_on == date(2026, 7, 8)
    assert week_order([], {}) == ()


def test_what_a_job_needs_has_its_spare_and_its_waste() -> None:
    job = read_job(attic())
    planned = plan(job)
    needs = {need.what: need for need in needs_of(planned, planned.work)}
    assert needs["c1"].amount == pytest.approx(950 / 13.5 * 1.03)
    assert needs["baffles"].amount == pytest.approx(sum(t.baffle_pieces for t in planned.taken if t) * 1.03)
    assert needs["gun_foam"].unit == "cans" and 0 < needs["gun_foam"].amount < 3
