"""The practice gauge: a made-up house tested point by point, that leaks less once items are ticked (handbook §18)."""

from __future__ import annotations

import json
from datetime import UTC, datetime
from pathlib import Path

import pytest

from elm_cover.cli import main
from elm_cover.core.proof.leakage import fan_test, points_of
from elm_cover.devices.gauge import BASELINE_PA, House, PracticeTest
from elm_cover.formats.log_file import read_entry
from tests.conftest import attic

HOUSE = House(leaks={"a": (100.0, 30.0), "b": (60.0, 20.0)})
BEGIN = datetime(2026, 5, 4, 8, tzinfo=UTC)


def cfm50(test: str, *sealed: str, seed: int = 1) -> float:
    entries = list(PracticeTest(house=HOUSE, test=test, seed=seed, begin=BEGIN, sealed=sealed).entries())
    points, baseline = points_of([(e["kind"], e["value"]) for e in entries], test)
    found = fan_test(points, baseline)
    assert found is not None and found.fault is None and baseline == BASELINE_PA
    return found.cfm50


def test_the_house_leaks_what_its_items_leak_and_the_rest() -> None:
    assert HOUSE.cfm50() == 1360 and HOUSE.cfm50(["a"]) == 1290 and HOUSE.cfm50(["a", "b"]) == 1250
    assert HOUSE.flow_cfm(50) == 1360 and HOUSE.flow_cfm(25) == pytest.approx(1360 * 0.5**0.65)


@pytest.mark.parametrize("seed", range(8))
def test_a_test_finds_the_house_within_what_wind_does(seed: int) -> None:
    assert cfm50("before", seed=seed) == pytest.approx(1360, rel=0.01)
    assert cfm50("after", "a", "b", seed=seed) == pytest.approx(1250, rel=0.01)


def test_the_same_seed_gives_the_same_test_as_any_device_writes_it() -> None:
    made = [list(PracticeTest(house=HOUSE, test="before", seed=4, begin=BEGIN).entries()) for _ in range(2)]
    assert made[0] == made[1] and len(made[0]) == 7
    assert [read_entry(entry).kind for entry in made[0]] == ["leak.reading"] * 7
    assert "baseline_pa" in made[0][0]["value"] and [entry["seq"] for entry in made[0]] == list(range(1, 8))


def test_on_the_command_line_what_the_log_has_done_leaks_less(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    job, log = tmp_path / "job.json", tmp_path / "log.jsonl"
    things = [{"kind": "chase", "at_ft": [8, 8], "size_in": [24, 24]}]
    job.write_text(json.dumps(attic(features=things)))
    assert main(["work", str(job)]) == 0
    key = next(item["key"] for item in json.loads(capsys.readouterr().out)["items"] if item["key"].startswith("chase:"))
    entry = {"id": "00000000-0000-4000-8000-000000000001", "device": "p", "seq": 1, "at": "2026-05-04T08:00:00Z"}
    log.write_text(json.dumps({**entry, "actor": "Ana", "kind": "work.done", "value": {"key": key}}))
    flows = []
    for more in ([], ["--log", str(log)]):
        assert main(["device", "gauge", str(job), "--test", "after", "--seed", "3", *more]) == 0
        said = [json.loads(line) for line in capsys.readouterr().out.splitlines()]
        flows.append(max(one["value"].get("flow_cfm", 0) for one in said))
    assert flows[1] < flows[0] * 0.97
