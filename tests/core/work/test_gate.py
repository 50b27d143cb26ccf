"""Order, rows, what gates what, and when the attic is ready to close."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.hazards.stops import STOPS
from elm_cover.core.work.gates import groups_gated
from elm_cover.core.work.hazards import who_clears
from elm_cover.core.work.item import Done, WorkList
from elm_cover.core.work.kinds import GROUPS
from elm_cover.core.work.listing import Marks, work_list
from tests.conftest import attic, planned

ORDER = list(GROUPS)
LISTED = [kind for kind in STOPS if "by the hour" not in STOPS[kind].marks]


def listed(document: dict[str, Any], *done: str, left: dict[str, str] | None = None) -> WorkList:
    work = planned(document).job_work
    marks = Marks(
        {key: Done("Ana", "2026-05-02T11:40:00") for key in done},
        {key: Done("Ana", "2026-05-02T11:40:00", reason) for key, reason in (left or {}).items()},
    )
    return work_list(work.tasks, work.given, marks)


def full_attic() -> dict[str, Any]:
    job = attic(
        features=[
            {"id": "l1", "kind": "recessed_light", "rating": "non_ic", "at_ft": [6, 5]},
            {"id": "l2", "kind": "recessed_light", "rating": "non_ic", "at_ft": [9, 5], "count": 5},
            {"id": "ch", "kind": "chase", "size_in": [16, 24], "at_ft": [20, 12]},
            {"id": "b", "kind": "box"},
            {"id": "m", "kind": "chimney", "size_in": [16, 16], "at_ft": [30, 12], "shielded": True},
        ],
        plate_length_ft=100,
    )
    job["hazards"] = [{"kind": kind, "status": "absent"} for kind in STOPS]
    job["holes_expected"] = [
        {"trade": "electrical", "what": "recessed lights", "found": 6},
        {"trade": "electrical", "what": "ceiling boxes", "found": 1},
        {"trade": "heating", "what": "chimneys", "found": 1},
    ]
    return job


def test_groups_stand_in_working_order_and_leaks_largest_first() -> None:
    work = listed(full_attic())
    groups = [ORDER.index(row.group) for row in work.rows]
    assert groups == sorted(groups) and [row.number for row in work.rows] == list(range(1, len(work.rows) + 1))
    leaks = [row.cfm50 or 0 for row in work.rows if row.group == "leaks"]
    assert len(leaks) == 4 and leaks == sorted(leaks, reverse=True)


def test_a_leak_that_dirty_fill_marks_stands_before_larger_ones() -> None:
    job = full_attic()
    features = job["sections"][0]["features"]
    features.append({"id": "small", "kind": "boot", "at_ft": [5, 20]})
    assert next(row.keys[0] for row in listed(job).rows if row.group == "leaks") == "chase:ch"
    features.append({"id": "sign", "kind": "leak_sign", "at_ft": [6.5, 18.5]})
    work = listed(job)
    assert [row.keys[0] for row in work.rows if row.group == "leaks"][:2] == ["boot:small", "chase:ch"]
    assert "Dirty fill beside it" in next(i for i in work.items if i.key == "boot:small").cautions[0]
    features[-1]["at_ft"] = [12, 20]  # too far from anything
    assert next(row.keys[0] for row in listed(job).rows if row.group == "leaks") == "chase:ch"


def test_alike_items_fold_into_one_row_that_counts_what_is_done() -> None:
    work = listed(full_attic(), "light:l2")
    (row,) = [row for row in work.rows if row.keys == ("light:l1", "light:l2")]
    assert row.title == "Six recessed lights not rated"
    assert (row.done, row.state) == (1, "to_do")
    by_key = {item.key: item for item in work.items}
    assert by_key["light:l1"].number == by_key["light:l2"].number == row.number
    assert row.price == pytest.approx(by_key["light:l1"].price + by_key["light:l2"].price)


def test_flow_of_what_is_open_and_of_what_is_sealed() -> None:
    before, after = listed(full_attic()).cfm50, listed(full_attic(), "chase:ch").cfm50
    assert before.sealed == 0
    assert before.open == pytest.approx(18.2 * (9.6 + 19.2 + 0.13 + 4.5 + 7.0))
    assert before.open - after.open == pytest.approx(18.2 * 19.2)
    assert after.sealed == pytest.approx(18.2 * 19.2 * 2 / 3)
    # A third of a sealed opening leaks on: it is counted, so that the three add up to what it was.
    assert after.stays == pytest.approx(18.2 * 19.2 / 3)
    assert after.open + after.sealed + after.stays == pytest.approx(before.open)


def test_ready_when_everything_is_done_and_not_before() -> None:
    job = full_attic()
    keys = [item.key for item in listed(job).items]
    assert len(keys) > 7
    ready = listed(job, *keys).gate
    assert (ready.ready, ready.done, ready.items, ready.missing) == (True, len(keys), len(keys), ())
    for key in keys:
        gate = listed(job, *(other for other in keys if other != key)).gate
        assert not gate.ready and [missing.key for missing in gate.missing] == [key]


def test_a_left_out_item_needs_a_reason_and_a_name_and_some_cannot_be_left_out() -> None:
    job = full_attic()
    keys = [item.key for item in listed(job).items]
    job["preparation"] = {
        "decisions": [
            {"key": "chase:ch", "left_out": {"reason": "the owner closes it", "by": "Rowan Ashby"}},
            {"key": "chimney:m", "left_out": {"reason": "no time", "by": "Rowan Ashby"}},
        ]
    }
    work = listed(job, *(key for key in keys if key not in ("chase:ch", "chimney:m")))
    by_key = {item.key: item for item in work.items}
    assert by_key["chase:ch"].state == "left" and by_key["chase:ch"].done == Done(
        "Rowan Ashby", "", "the owner closes it"
    )
    assert by_key["chimney:m"].state == "to_do"
    assert [(m.key, "cannot be" in m.why) for m in work.gate.missing] == [("chimney:m", True)]
    # What is left out is in no price and no hours.
    whole, less = planned(full_attic()), planned(job)
    chase = next(item for item in whole.work.items if item.key == "chase:ch")
    assert whole.cost.person_hours - less.cost.person_hours == pytest.approx(chase.person_hours)


def test_a_log_may_leave_out_only_what_may_be_left_out() -> None:
    work = listed(full_attic(), left={"box:b": "covered by a beam", "chimney:m": "no metal"})
    states = {item.key: item.state for item in work.items}
    assert (states["box:b"], states["chimney:m"]) == ("left", "to_do")


@pytest.mark.parametrize("status", ["suspected", "confirmed"])
@pytest.mark.parametrize("kind", LISTED)
def test_every_hazard_gates_what_it_blocks_until_it_is_cleared(kind: str, status: str) -> None:
    job = full_attic()
    own = f"hazard:{kind}"
    job["hazards"] = [h for h in job["hazards"] if h["kind"] != kind] + [{"id": kind, "kind": kind, "status": status}]
    work = listed(job)
    by_key = {item.key: item for item in work.items}
    if kind == "non_ic_light":  # the lights on record cure it, item by item
        assert own not in by_key and by_key["light:l1"].lifts == kind
        return
    item = by_key[own]
    assert item.state == "stop" and not item.leavable and work.gate.stops == 1
    missing = next(m for m in work.gate.missing if m.key == own)
    assert missing.who == who_clears(kind) and "stop" in missing.why
    gated = {by_key[key].group for key in item.waited_for_by}
    assert gated >= {"close"} and gated <= {*groups_gated(kind), "close"}
    # A tick lifts what the crew cures itself; of a trade's it never does.
    ticked = next(i for i in listed(job, own).items if i.key == own)
    assert ticked.state == ("done" if who_clears(kind) == "crew" else "stop")
    job["hazards"][-1] |= {"status": "cleared", "cleared": {"by": "A. Trade", "on": "2026-05-02", "how": "in writing"}}
    cleared = listed(job)
    assert cleared.gate.stops == 0
    assert next(i for i in cleared.items if i.key == own).done == Done("A. Trade", "2026-05-02")


def test_hazards_nobody_looked_for_and_holes_not_ticked_keep_it_open() -> None:
    job = full_attic()
    job["hazards"] = job["hazards"][2:]
    job["holes_expected"] += [{"id": "h", "trade": "plumbing", "what": "sink vents", "expected": 3, "found": 1}]
    job["holes_expected"][0]["found"] = 4
    keys = [item.key for item in listed(job).items]
    missing = listed(job, *keys).gate.missing
    assert {m.what: m.why for m in missing} == {
        "Holes: sink vents": "2 of 3 not found and marked yet",
        "Holes: recessed lights": "2 of 6 not found and marked yet",
        "2 hazards not looked for yet": "unanswered is not absent",
    }


def test_what_closes_the_attic_waits_for_all_that_comes_before() -> None:
    work = listed(full_attic(), "box:b")
    by_key = {item.key: item for item in work.items}
    assert {"light:l1", "chase:ch", "chimney:m", "plates:main"} <= set(by_key["photos:house"].waits_for)
    assert "box:b" not in by_key["photos:house"].waits_for
    assert "photos:house" in by_key["chase:ch"].waited_for_by


def test_keys_stay_with_their_item_through_edits_of_the_survey() -> None:
    job = full_attic()
    job["preparation"] = {"decisions": [{"key": "light:l2", "cure": "box"}]}
    main = job["sections"][0]
    before = {item.key for item in listed(job).items}
    main["outline_ft"].insert(1, [19, 0])  # a corner is put in
    main["edges"].insert(1, {**main["edges"][0]})
    main["features"].insert(0, {"id": "new", "kind": "box"})
    main["features"][1]["at_ft"] = [12, 20]  # a light is moved
    after = {item.key: item for item in listed(job).items}
    assert set(after) == before | {"box:new"}
    assert after["light:l2"].cure == "box" and after["light:l1"].cure == "cover"


def test_what_vanished_from_the_record_stays_visible_where_something_was_recorded_on_it() -> None:
    job = full_attic()
    job["sections"][0]["features"] = [f for f in job["sections"][0]["features"] if f["id"] not in ("ch", "b")]
    work = listed(job, "chase:ch")
    gone = [item for item in work.items if item.state == "gone"]
    assert [(item.key, item.done.by if item.done else None) for item in gone] == [("chase:ch", "Ana")]
    assert "no longer on record" in gone[0].what
    assert work.gate.items == listed(job).gate.items


def test_without_an_id_the_key_is_kind_section_and_place() -> None:
    job = attic(features=[{"kind": "box"}, {"kind": "chase", "size_in": [16, 24]}])
    keys = {item.key for item in listed(job).items}
    assert {"box:main:#0", "chase:main:#1"} <= keys
