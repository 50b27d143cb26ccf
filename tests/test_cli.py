"""The command line: plan, check and schema on files, and plain refusals."""

from __future__ import annotations

import json
from pathlib import Path

import pytest

from elm_cover.cli import main
from tests.conftest import attic


@pytest.fixture
def file(tmp_path: Path) -> Path:
    path = tmp_path / "job.json"
    path.write_text(json.dumps(attic()))
    return path


def test_plan_prints_the_plan(file: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["plan", str(file)]) == 0
    assert json.loads(capsys.readouterr().out)["order"][0]["bags_order"] == 73


def test_check_says_stops_by_its_exit(file: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["check", str(file)]) == 1
    assert "stop: load_over_limit [main]:" in capsys.readouterr().out
    light = attic(ceiling={"board": "gypsum_5_8"})
    file.write_text(json.dumps(light))
    assert main(["check", str(file)]) == 0


@pytest.mark.parametrize(
    ("text", "says"),
    [
        (b"{", "document: is not JSON"),
        (b"[]", "document: a job is one JSON object"),
        (b'{"format": "elm-cover.job", "version": 1, "name": NaN}', "name:"),
        (b"[" * 200_000, "document: is"),
        (b"\xff\xfe", "document: is not UTF-8"),
        (b'{"version": 1}', "format: is required"),
    ],
)
def test_bad_input_is_two_and_one_line_per_fault(
    file: Path, capsys: pytest.CaptureFixture[str], text: bytes, says: str
) -> None:
    file.write_bytes(text)
    assert main(["plan", str(file)]) == main(["check", str(file)]) == 2
    out, err = capsys.readouterr()
    assert says in err and out == "" and "Traceback" not in err
    assert main(["plan", str(file.parent / "gone.json")]) == 2


def test_work_prints_the_list_and_what_the_log_says_of_it(file: Path, capsys: pytest.CaptureFixture[str]) -> None:
    job = attic(features=[{"id": "ch", "kind": "chase", "size_in": [16, 24]}], plate_length_ft=96)
    file.write_text(json.dumps(job))
    assert main(["work", str(file)]) == 0
    told = json.loads(capsys.readouterr().out)
    assert set(told) == {"items", "materials", "cuts", "gate", "cfm50"}
    chase = next(item for item in told["items"] if item["key"] == "chase:ch")
    assert chase["leak_in2"] == pytest.approx({"before": 19.2, "after": 6.4})
    assert chase["cfm50"] == pytest.approx({"before": 349.44, "after": 116.48})
    assert chase["how"] and chase["why"] and chase["state"] == "to_do" and "photos:house" not in chase["waits_for"]
    foam = next(need for need in told["materials"] if need["what"] == "gun_foam")
    assert foam["amount"] == pytest.approx(1.3254 * 200, rel=1e-4)
    assert (foam["unit"], foam["containers"], foam["container"]) == ("in³", 1, "can")
    assert told["cfm50"]["open"] == pytest.approx(18.2 * (19.2 + 6.72)) and told["cfm50"]["sealed"] == 0
    log = file.with_name("log.jsonl")
    entry = {"id": "11111111-1111-4111-8111-111111111111", "device": "d", "seq": 0, "at": "2026-05-02T10:00:00Z",
             "actor": "Ana", "kind": "work.done", "value": {"key": "chase:ch"}}  # fmt: skip
    log.write_text(json.dumps(entry) + "\n\n")
    assert main(["work", str(file), str(log)]) == 0
    done = json.loads(capsys.readouterr().out)
    assert done["gate"]["done"] == 1 and done["cfm50"]["sealed"] == pytest.approx(18.2 * 12.8)
    assert next(i for i in done["items"] if i["key"] == "chase:ch")["done"]["by"] == "Ana"
    log.write_text(json.dumps(entry | {"kind": "undone"}))
    assert main(["work", str(file), str(log)]) == 2
    assert "line 1.kind" in capsys.readouterr().err


def test_schema_is_json(capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["schema"]) == 0
    assert json.loads(capsys.readouterr().out)["properties"]["sections"]


@pytest.mark.parametrize(
    ("name", "start"),
    [
        ("sheet.pdf", b"%PDF"),
        ("floor.svg", b"<svg"),
        ("floor.dxf", b"  0"),
        ("floor.json", b"{"),
        ("readings.csv", b"section,x_ft"),
        ("a-features.csv", b"section,kind"),
    ],
)
def test_export_goes_by_the_ending(file: Path, name: str, start: bytes) -> None:
    out = file.parent / name
    assert main(["export", str(file), str(out)]) == 0
    assert out.read_bytes().startswith(start)


@pytest.mark.parametrize("name", ["floor.exe", "things.csv", "floor"])
def test_an_ending_that_is_none_is_refused(file: Path, capsys: pytest.CaptureFixture[str], name: str) -> None:
    assert main(["export", str(file), str(file.parent / name)]) == 2
    assert "ends in none of .pdf, …offer.pdf, …eave.pdf, …work.pdf, …change.pdf, .svg" in capsys.readouterr().err
    assert not (file.parent / name).exists()
