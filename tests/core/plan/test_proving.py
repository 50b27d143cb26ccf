"""What a log proves of a whole job: rows by the floor's own field bags, closed bays apart, tests, what is missing yet."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.plan import plan
from elm_cover.formats.field_pack import field_pack
from elm_cover.formats.proof_json import proof_json
from elm_cover.job import read_job
from elm_cover.job.log_entry import LogEntry
from tests.conftest import attic
from tests.core.plan.test_filling import with_hatch

JOB = read_job({**with_hatch(attic()), "house": {"climate_zone": "5A", "volume_ft3": 12_000.0}})
FILL = field_pack(JOB)["fill"]


def log_of(*said: tuple[str, dict[str, Any]]) -> list[LogEntry]:
    return [
        LogEntry.model_validate(
            {"id": f"00000000-0000-4000-8000-{i:012x}", "device": "p", "seq": i, "at": f"2026-05-04T08:{i // 60:02}:{i % 60:02}Z",
             "actor": "Ana", "kind": kind, "value": value}
        )
        for i, (kind, value) in enumerate(said)
    ]  # fmt: skip


def day(share: float = 1.0, off_in: float = 0.0, **more: Any) -> list[tuple[str, dict[str, Any]]]:
    """All bands blown with so much of their bags, every random place read so far off its fill line."""
    said: list[tuple[str, dict[str, Any]]] = [("day.start", {"revision": 1}), ("hopper", {"bags": 0.0})]
    wanted = 0.0
    for band in FILL["bands"]:
        where = {"section": band["section"], "band": band["number"]}
        before, wanted = round(wanted), wanted + band["bags"] * share
        said.append(("band.enter", where))
        if round(wanted) > before:
            said.append(("bag.in", {"bags": round(wanted) - before}))
        said.append(("band.leave", where))
    for i, place in enumerate(p for p in FILL["places"] if p["marker"] is None):
        depth = place["fill_in"] + off_in + (0.125 if i % 2 else -0.125)
        said.append(
            ("reading", {"section": place["section"], "depth_in": depth, "at_ft": list(place["at_ft"]), "random": True})
        )
    return said


def test_a_job_blown_as_planned_claims_its_row() -> None:
    told = proof_json(JOB, log_of(*day(1.01, 0.2)))
    row = plan(JOB).sections[0].r_added
    assert told["r"]["claimed"] == told["rows"]["by_bags"] == told["rows"]["by_depth"] == row
    assert told["not_yet"] == [] and told["depth"]["share_below"] == 0
    assert told["bags"]["field"] == pytest.approx(plan(JOB).sections[0].bags.field)
    assert told["sections"][0]["r"] == told["products"][0]["r"]


def test_too_few_bags_claim_the_row_below_however_deep() -> None:
    told = proof_json(JOB, log_of(*day(0.93, 0.2)))
    below = max(row.r for row in JOB.products[0].chart or () if row.r < (plan(JOB).sections[0].r_added or 0))
    assert told["rows"]["by_depth"] > told["rows"]["by_bags"] == told["r"]["claimed"] == below


def test_a_short_place_keeps_depth_from_proving_anything_until_it_is_read_again() -> None:
    place = next(p for p in FILL["places"] if p["marker"] == 1)
    short = ("reading", {"section": "main", "depth_in": place["fill_in"] - 1, "marker": 1})
    told = proof_json(JOB, log_of(*day(1.01, 0.2), short))
    assert told["r"]["claimed"] is None and "1 short place is to be topped up and read again" in told["not_yet"]
    assert 0 < told["depth"]["share_below"] < 1
    again = ("reading", {"section": "main", "depth_in": place["fill_in"], "marker": 1})
    assert proof_json(JOB, log_of(*day(1.01, 0.2), short, again))["r"]["claimed"] == plan(JOB).sections[0].r_added


def test_what_is_missing_is_said() -> None:
    told = proof_json(JOB, log_of(*day()[:4]))
    assert told["r"]["claimed"] is None
    assert told["not_yet"] == ["not every band is done", "5 more readings at the places the program picked"]
    assert proof_json(JOB, ())["bags"]["in"] == 0


def test_nowhere_less_is_the_firms_choice() -> None:
    said = log_of(*day(1.01, 0.2))
    bound, least = proof_json(JOB, said), proof_json(JOB, said, by_least=True)
    assert least["depth"]["least"] < bound["depth"]["bound"] + 0.2
    assert least["r"]["by_depth"] <= bound["r"]["by_depth"] + 1


def test_fan_tests_burners_and_what_the_seals_were_worth() -> None:
    points = [(60, 1905), (50, 1688), (40, 1465), (30, 1210), (20, 934), (15, 771)]
    said: list[tuple[str, dict[str, Any]]] = []
    for word, factor in (("before", 1.0), ("after", 0.8)):
        said.append(("leak.reading", {"test": word, "baseline_pa": -1.0}))
        said += [("leak.reading", {"test": word, "pressure_pa": p - 1.0, "flow_cfm": q * factor}) for p, q in points]
    said.append(("burner.test", {"test": "after", "result": "failed", "by": "H. Holt, heating"}))
    told = proof_json(JOB, log_of(*said))
    assert told["leakage"]["before"]["ach50"] == pytest.approx(8.45, abs=0.01)
    assert told["leakage"]["change"]["cfm50"] == pytest.approx(0.2 * 1691, abs=0.5)
    assert told["leakage"]["change"]["low"] < told["leakage"]["change"]["cfm50"] < told["leakage"]["change"]["high"]
    assert "failed" in told["stops"][0]
    # A later test that passes lifts it.
    said.append(("burner.test", {"test": "after", "result": "passed", "by": "H. Holt, heating"}))
    assert proof_json(JOB, log_of(*said))["stops"] == []
