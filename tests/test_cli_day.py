"""The day on the command line: a pack made, a log folded, a stand-in run; and what is refused in words."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest

from elm_cover.cli import main
from tests.conftest import attic
from tests.core.done.test_filled_by import with_hatch

BEGIN = "2026-05-04T08:00:00+00:00"


@pytest.fixture
def file(tmp_path: Path) -> Path:
    path = tmp_path / "job.json"
    path.write_text(json.dumps(with_hatch(attic())))
    return path


def printed(capsys: pytest.CaptureFixture[str], *arguments: str) -> Any:
    assert main([*arguments]) == 0
    return json.loads(capsys.readouterr().out)


@pytest.fixture
def pack(file: Path, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> Path:
    path = tmp_path / "pack.json"
    path.write_text(json.dumps(printed(capsys, "field-pack", str(file))))
    return path


def test_a_practice_day_is_folded_with_its_pack(
    file: Path, pack: Path, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    assert main(["device", "counter", str(file), "--seed", "4", "--begin", BEGIN]) == 0
    log = tmp_path / "log.jsonl"
    lines = capsys.readouterr().out.splitlines()
    entries = [json.loads(line) for line in lines]
    lines += [
        "",
        "no json",
        json.dumps({**entries[-1], "id": "x"}),
        json.dumps({**entries[2], "kind": "hopper", "value": {"bags": -1}}),
    ]
    log.write_text("\n".join(lines))
    told = printed(capsys, "fold", str(pack), str(log))
    bags = sum(entry["kind"] == "bag.in" for entry in entries)
    assert told["bags_in"] == bags and told["hopper"]["start"] == 0.5 and all(band["done"] for band in told["by_band"])
    assert (
        told["verdict"]["q"] == pytest.approx(1, abs=0.25)
        and {"word", "sigma", "low", "high"} <= told["verdict"].keys()
    )
    assert told["forecast"].keys() >= {"mean", "low", "high"} and told["pace_min_per_bag"] == pytest.approx(
        60 * 25 / (60 * 0.49) / 60, abs=0.2
    )
    assert told["products"][0]["bags_in"] == bags and told["sections"][0]["bags_in"] == bags
    assert [one["id"] for one in told["refused"]] == [f"line {len(entries) + 2}", "x", entries[2]["id"]]
    assert len(told["readings"]) == sum(entry["kind"] == "reading" for entry in entries) > 0


def test_the_same_seed_and_begin_go_on_where_they_stopped(file: Path, capsys: pytest.CaptureFixture[str]) -> None:
    runs = []
    for more in ([], ["--bags", "5"]):
        assert main(["device", "counter", str(file), "--begin", BEGIN, *more]) == 0
        runs.append(capsys.readouterr().out.splitlines())
    whole, part = runs
    assert part == whole[: len(part)] and len(part) < len(whole)


@pytest.mark.parametrize(
    ("change", "says"),
    [
        ({"format": "other"}, "format: this is no field pack"),
        ({"version": 1}, "version: a field pack of version 2"),
        ({"fill": {"bands": [{"number": 1}]}}, "fill.bands[0].section"),
        ({"product": "none"}, "fill.bands[0].product: there is no product “none”"),
        ({"z": float("nan")}, "fill.constants: each is a number over 0"),
    ],
)
def test_a_pack_that_is_none_is_refused_by_its_field(
    pack: Path, tmp_path: Path, capsys: pytest.CaptureFixture[str], change: dict[str, Any], says: str
) -> None:
    told = json.loads(pack.read_text())
    if "product" in change:
        told["fill"]["bands"][0]["product"] = change["product"]
    elif "z" in change:
        told["fill"]["constants"]["z"] = change["z"]
    else:
        told |= change
    pack.write_text(json.dumps(told))
    log = tmp_path / "log.jsonl"
    log.write_text("")
    assert main(["fold", str(pack), str(log)]) == 2
    assert says in capsys.readouterr().err


def test_an_empty_log_comes_to_nothing_and_says_so(
    pack: Path, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    log = tmp_path / "log.jsonl"
    log.write_text("")
    told = printed(capsys, "fold", str(pack), str(log))
    assert (
        told["bags_in"] == 0
        and told["verdict"] is None
        and told["pace_min_per_bag"] is None
        and told["hopper"] == {"start": None, "end": None}
    )
    assert told["forecast"]["mean"] == pytest.approx(told["products"][0]["planned"])


def test_the_schemas_say_what_an_entry_and_a_pack_are(capsys: pytest.CaptureFixture[str]) -> None:
    entry = printed(capsys, "schema", "--log")
    assert (
        "bag.in" in entry["properties"]["kind"]["enum"]
        and entry["$defs"]["reading"]["properties"]["depth_in"]["maximum"] == 150
    )
    assert printed(capsys, "field-pack", "--schema")["$defs"]["FillTable"]


def test_what_lacks_something_says_what(file: Path, capsys: pytest.CaptureFixture[str]) -> None:
    for arguments, says in (
        (["field-pack"], "FILE: name the job's file"),
        (["device", "counter", str(file), "--to", "http://127.0.0.1:9"], "--job"),
        (["device", "counter", str(file), "--to", "http://127.0.0.1:9", "--job", "x"], "does not answer"),
    ):
        assert main(arguments) == 2
        assert says in capsys.readouterr().err
    bare = attic()
    del bare["choice"]
    file.write_text(json.dumps(bare))
    assert main(["device", "counter", str(file)]) == 2
    assert "nothing is blown on this job yet" in capsys.readouterr().err
