"""The command line: plan, check and schema on files, and plain refusals."""

from __future__ import annotations

import json
from datetime import date
from pathlib import Path

import pytest

from elm_cover.cli import main
from elm_cover.demo.jobs import add_demo_jobs
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
    assert (
        "ends in none of …offer.pdf, …eave.pdf, …work.pdf, …change.pdf, …load.pdf, …card.pdf, …receipt.pdf, …under.pdf"
        in capsys.readouterr().err
    )
    assert not (file.parent / name).exists()


def reachable(file: Path) -> None:
    job = {**attic(), "accesses": [{"kind": "hatch", "at_ft": [19, 12], "opening_in": [22.5, 30]}]}
    job["reach"] = {"machine": "small", "to_house_ft": 40, "up_ft": 15, "cord_ft": 100, "amps": 15}
    file.write_text(json.dumps(job))


def test_reach_prints_bands_hose_and_cord(file: Path, capsys: pytest.CaptureFixture[str]) -> None:
    reachable(file)
    assert main(["reach", str(file)]) == 0
    told = json.loads(capsys.readouterr().out)
    (section,) = told["sections"]
    band = section["bands"][0]
    assert {"number", "wing", "area_ft2", "bags", "stand_ft", "markers", "crawl_ft"} <= set(band)
    assert set(band["crawl_ft"]) == {"from", "to"}
    assert {"unreached_ft2", "by_hand_ft2", "longest_way_ft"} <= set(section)
    assert {"needed_ft", "label_least_ft", "machine_most_ft", "advice"} <= set(told["hose"])
    assert (told["cord"]["gauge_awg"], told["cord"]["drop_v"]) == (12, pytest.approx(4.77))


def test_load_prints_what_goes_along(file: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["load", str(file)]) == 0
    told = json.loads(capsys.readouterr().out)
    assert {"what", "amount", "unit", "lb", "ft3", "place"} <= set(told["items"][0])
    assert told["trips"] == 1 and told["lb"] == pytest.approx(sum(item["lb"] for item in told["items"]))


def test_day_prints_the_worked_day(file: Path, capsys: pytest.CaptureFixture[str]) -> None:
    asked = ["day", str(file), "--date", "2026-07-15", "--latitude", "41", "--high", "88", "--low", "66"]
    assert main([*asked, "--clock-ahead", "0"]) == 0
    told = json.loads(capsys.readouterr().out)
    air = {hour["clock"]: hour["attic_f"] for hour in told["hours"]}
    assert [round(air[hour], 1) for hour in (6, 8, 10, 18)] == [71.9, 93.2, 113.0, 103.8]
    assert told["start"] == told["tasks"][0]["from"] and told["end"] == told["tasks"][-1]["to"]
    assert told["days"] == max(task["day"] for task in told["tasks"])
    assert {"what", "from", "to", "where", "crew"} <= set(told["tasks"][0])
    # In daylight time the clock is an hour ahead unless it is said.
    assert main(asked) == 0
    ahead = {hour["clock"]: hour["attic_f"] for hour in json.loads(capsys.readouterr().out)["hours"]}
    assert ahead[11] == pytest.approx(air[10])


@pytest.mark.parametrize(
    ("more", "says"),
    [
        (["--high", "60", "--low", "66"], "over the high"),
        (["--high", "600", "--low", "66"], "between"),
        (["--high", "warm", "--low", "66"], "no number"),
    ],
)
def test_a_day_that_cannot_be_is_refused(
    file: Path, capsys: pytest.CaptureFixture[str], more: list[str], says: str
) -> None:
    try:
        status = main(["day", str(file), "--date", "2026-07-15", "--latitude", "41", *more])
    except SystemExit as stopped:
        status = int(stopped.code or 0)
    assert status == 2 and says in capsys.readouterr().err


def test_calendar_writes_a_file_of_the_jobs_that_stand(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    add_demo_jobs(tmp_path / "data", date(2026, 7, 6))
    out = tmp_path / "out.ics"
    asked = ["calendar", "--from", "2026-07-06", "--to", "2026-07-17", str(out), "--data", str(tmp_path / "data")]
    assert main(asked) == 0
    text = out.read_text(encoding="utf-8")
    assert text.count("BEGIN:VEVENT") >= 7 and "9 Quarry Loop" in text
    assert main(["calendar", "--from", "2026-07-06", "--to", "2026-07-01", str(out), "--data", str(tmp_path)]) == 2
    assert "not before the first" in capsys.readouterr().err


@pytest.mark.parametrize("name", ["load.pdf", "load.csv"])
def test_the_load_goes_out_as_paper_and_table(file: Path, tmp_path: Path, name: str) -> None:
    reachable(file)
    assert main(["export", str(file), str(tmp_path / name), "--date", "2026-07-06"]) == 0
    content = (tmp_path / name).read_bytes()
    assert content.startswith(b"%PDF" if name.endswith("pdf") else b"place,step,what")
