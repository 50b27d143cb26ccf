"""One truth about what is done: stages, clearances, open safety work and a finished job tell the same wherever they are shown."""

from __future__ import annotations

import json
import uuid
from collections.abc import Sequence
from datetime import UTC, date, datetime, timedelta
from io import BytesIO
from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient
from pypdf import PdfReader

from elm_cover.api.app import create_app
from elm_cover.cli import main
from elm_cover.core.hazards.stops import STOPS
from elm_cover.job.stages import STAGES
from tests.conftest import attic

FEATURES = [
    {"id": "flue", "kind": "flue", "flue": "double_wall_gas", "at_ft": [28, 12]},
    {"id": "light", "kind": "recessed_light", "rating": "unknown", "at_ft": [10, 10]},
]
KNOBS = {"id": "k", "kind": "knob_and_tube", "status": "confirmed"}


@pytest.fixture
def client(tmp_path: Path) -> FlaskClient:
    found: FlaskClient = create_app(tmp_path).test_client()
    return found


def add(client: FlaskClient, **more: Any) -> str:
    job = {**attic(features=FEATURES), **more}
    return str(client.post("/api/jobs", json=job).json["id"])


def say(client: FlaskClient, job: str, *said: tuple[str, dict[str, Any]]) -> list[dict[str, Any]]:
    begin = datetime.now(UTC) - timedelta(hours=3)
    entries = [
        {"id": str(uuid.uuid4()), "device": f"desk {uuid.uuid4()}", "seq": i, "kind": kind, "value": value, "actor": "Ana",
         "at": (begin + timedelta(seconds=40 * i)).isoformat()}
        for i, (kind, value) in enumerate(said)
    ]  # fmt: skip
    for each in entries:
        each["device"] = entries[0]["device"]
    answers: list[dict[str, Any]] = client.post(f"/api/jobs/{job}/log", json={"entries": entries}).json["answers"]
    return answers


def plan_of(client: FlaskClient, job: str) -> dict[str, Any]:
    document = client.get(f"/api/jobs/{job}").json["document"]
    told: dict[str, Any] = client.post("/api/plan", json={"job": document, "log_of": job}).json["plan"]
    return told


def text_of(client: FlaskClient, job: str, kind: str) -> str:
    tag = client.get(f"/api/jobs/{job}").headers["ETag"]
    issued = client.post(f"/api/jobs/{job}/papers?kind={kind}&gaps=true", headers={"If-Match": tag})
    assert issued.status_code == 201, issued.json
    paper = client.get(f"/api/jobs/{job}/papers/{issued.json['number']}")
    return " ".join("".join(page.extract_text() for page in PdfReader(BytesIO(paper.data)).pages).split())


def whole_day(client: FlaskClient, job: str, start: dict[str, Any]) -> Sequence[tuple[str, dict[str, Any]]]:
    """A day that fills every band with what it wants and reads every place at its line."""
    fill = client.get(f"/api/jobs/{job}/field-pack").json["fill"]
    said: list[tuple[str, dict[str, Any]]] = [("day.start", {"revision": 1, **start}), ("hopper", {"bags": 0})]
    bags, wanted = 0, 0.0
    for band in fill["bands"]:
        wanted += band["bags"]
        count = int(wanted + 1) - bags
        bags += count
        at = {"section": band["section"], "band": band["number"]}
        said += [("band.enter", at), ("bag.in", {"bags": count}), ("band.leave", {**at, "done": True})]
    for place in fill["places"]:
        where = {"marker": place["marker"]} if place["marker"] else {"at_ft": place["at_ft"], "random": True}
        said.append(
            ("reading", {"section": place["section"], "depth_in": round(place["fill_in"] * 8 + 1) / 8, **where})
        )
    return [*said, ("hopper", {"bags": 0}), ("day.end", {})]


def test_every_stage_is_a_filter_of_the_shelf(client: FlaskClient) -> None:
    assert len(STAGES) == 8
    for stage in STAGES:
        assert client.get(f"/api/jobs?stage={stage}").status_code == 200, stage
    assert client.get("/api/jobs?stage=finished").status_code == 422


def test_a_day_in_spite_of_open_work_is_said_on_the_card_and_keeps_the_job_from_done(client: FlaskClient) -> None:
    job = add(client)
    open_now = [one["key"] for one in client.get(f"/api/jobs/{job}/run").json["safety"]]
    assert open_now == ["flue:flue", "hazards"], "a light of unknown rating keeps its ring"
    despite = [{"key": key, "by": "B. Lane", "reason": "shield comes on Friday"} for key in open_now]
    say(client, job, *whole_day(client, job, {"despite": despite}))
    proof = client.get(f"/api/jobs/{job}/proof").json
    assert proof["products"][0]["r"]["claimed"] > 0
    assert [one["despite"]["by"] for one in proof["open_safety"]] == ["B. Lane", "B. Lane"]
    assert client.get("/api/jobs").json["jobs"][0]["stage"] == "to_prove"
    for kind in ("attic card", "receipt"):
        text = text_of(client, job, kind)
        assert "Begun in spite of it by B. Lane" in text and "shield comes on Friday" in text, kind
        assert "17 hazards nobody has looked for" in text
    # Done and looked for: nothing is open any more.
    document = client.get(f"/api/jobs/{job}").json["document"]
    document["hazards"] = [{"kind": kind, "status": "absent"} for kind in STOPS]
    tag = client.get(f"/api/jobs/{job}").headers["ETag"]
    assert client.put(f"/api/jobs/{job}", json=document, headers={"If-Match": tag}).status_code == 200
    say(client, job, ("work.done", {"key": "flue:flue"}))
    assert client.get(f"/api/jobs/{job}/run").json["safety"] == []
    line = client.get("/api/jobs").json["jobs"][0]
    assert line["stage"] == "done" and "in spite" not in text_of(client, job, "attic card")
    # A finished job's own figures follow its log: nothing of it is to do or to order.
    assert line["headline"]["proved"]["r"] == proof["products"][0]["r"]["claimed"]
    assert line["headline"]["proved"]["bags_in"] == proof["products"][0]["bags"]["in"]


def test_a_day_that_says_nothing_is_taken_and_the_card_says_that_nobody_said_why(client: FlaskClient) -> None:
    job = add(client)
    say(client, job, *whole_day(client, job, {}))
    assert "nobody said why the work began in spite of it" in text_of(client, job, "attic card")


def test_a_stop_cannot_be_named_and_what_keeps_somebody_safe_cannot_be_left_out(client: FlaskClient) -> None:
    job = add(client, hazards=[KNOBS])
    assert "hazard:k" not in [one["key"] for one in client.get(f"/api/jobs/{job}/run").json["safety"]]
    start = {"revision": 1, "despite": [{"key": "hazard:k", "by": "B. Lane", "reason": "in a hurry"}]}
    say(client, job, ("day.start", start))
    run = client.get(f"/api/jobs/{job}/run").json
    assert run["halted"] == ["hazard:k"] and run["days"][0]["under_stops"] == ["hazard:k"]
    assert "a stop is not lifted by a name and a reason" in run["refused"][0]["why"]
    (answer,) = say(client, job, ("work.left", {"key": "flue:flue", "reason": "no time"}))
    assert answer["state"] == "refused" and "cannot be left out" in answer["why"]
    (answer,) = say(client, job, ("work.left", {"key": "light:light", "reason": "it goes"}))
    assert answer["state"] == "accepted"


def test_a_hazard_cleared_in_writing_is_cleared_everywhere(client: FlaskClient) -> None:
    job = add(
        client, hazards=[KNOBS, {"id": "v", "kind": "vermiculite", "status": "suspected"}], sale={"stage": "offered"}
    )
    before = plan_of(client, job)
    assert before["totals"]["stops"] - before["work"]["gate"]["stops"] == sum(
        flag["level"] == "stop" and not (flag["field"] or "").startswith("hazards") for flag in before["flags"]
    )
    say(client, job, ("hazard.cleared", {"hazard": "hazard:k", "by": "J. Amps", "how": "proved dead, letter of 4 May"}))
    after = plan_of(client, job)
    assert after["totals"]["stops"] == before["totals"]["stops"] - 1
    assert after["work"]["gate"]["stops"] == before["work"]["gate"]["stops"] - 1
    assert "knob_and_tube" not in {flag["code"] for flag in after["flags"]}
    assert not any("Knob-and-tube" in text for text in after["look"]["blocks_install"])
    assert [(one["kind"], one["by"]) for one in after["look"]["cleared"]] == [("knob_and_tube", "J. Amps")]
    assert client.get("/api/jobs").json["jobs"][0]["headline"]["totals"]["stops"] == after["totals"]["stops"]
    assert [one["key"] for one in client.get(f"/api/jobs/{job}/run").json["stops"]] == ["hazard:v"]
    for kind in ("offer", "job sheet"):
        text = text_of(client, job, kind)
        assert "Vermiculite" in text and "Knob-and-tube" not in text, kind
    # Taken back, it stands again.
    entry = client.get(f"/api/jobs/{job}/log").json["entries"][-1]["entry"]["id"]
    begin = datetime.now(UTC).isoformat()
    void = {"id": str(uuid.uuid4()), "device": "d2", "seq": 0, "kind": "void", "value": {}, "voids": entry, "at": begin}
    client.post(f"/api/jobs/{job}/log", json={"entries": [void]})
    assert plan_of(client, job)["totals"]["stops"] == before["totals"]["stops"]


def test_two_hazards_are_two_stops_also_where_a_decision_runs_into_one(client: FlaskClient) -> None:
    hazards = [KNOBS, {"id": "v", "kind": "vermiculite", "status": "suspected"}]
    bare = attic(ceiling={"board": "gypsum_5_8"})
    lifted = {**attic(ceiling={"board": "gypsum_5_8"}, old_fill="lift"), "hazards": hazards}
    base = client.post("/api/plan", json={"job": bare}).json["plan"]["totals"]["stops"]
    told = client.post("/api/plan", json={"job": lifted}).json["plan"]
    assert told["totals"]["stops"] == base + 2
    assert [flag["code"] for flag in told["flags"] if flag["again"]] == ["vermiculite_disturbed"]


def test_cautions_of_an_item_go_when_it_is_done(client: FlaskClient) -> None:
    features = [
        {"id": "c1", "kind": "chase", "size_in": [16, 24]},
        {"id": "c2", "kind": "chase", "size_in": [16, 24]},
        {"id": "f", "kind": "fan", "at_ft": [8, 8], "blows_to": "attic"},
    ]
    job = str(client.post("/api/jobs", json=attic(features=features)).json["id"])

    def said(code: str) -> str | None:
        return next((flag["text"] for flag in plan_of(client, job)["flags"] if flag["code"] == code), None)

    assert (said("chase_open") or "").startswith("2 open chases")
    say(client, job, ("work.done", {"key": "chase:c1"}), ("work.done", {"key": "fan_duct:f"}))
    assert (said("chase_open") or "").startswith("1 open chase recorded") and said("fan_into_attic") is None
    say(client, job, ("work.done", {"key": "chase:c2"}))
    assert said("chase_open") is None


def test_what_went_onto_the_truck_is_ordered_no_more(client: FlaskClient) -> None:
    job = add(client, sale={"stage": "sold"})
    today = date.today().isoformat()
    placed = {"places": [{"job": job, "crew": "first", "day": today, "half": 0}]}
    assert client.put("/api/calendar/places", json=placed).status_code == 200

    def bags() -> int:
        order = client.get(f"/api/calendar?first={today}&days=7").json["order"]
        return next((line["order"] for line in order if line["what"] == "c1"), 0)

    whole = bags()
    assert whole > 40
    say(client, job, ("load.out", {"what": "c1", "amount": 30, "unit": "bags"}))
    assert bags() == whole - 30


def test_the_shipped_demo_jobs_are_files_and_a_log_is_read_as_it_is_answered(
    client: FlaskClient, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    folder = Path(__file__).parents[2] / "src/elm_cover/demo"
    files = sorted(folder.glob("*.json"))
    assert len(files) == 3
    for file in files:
        assert main(["plan", str(file)]) == 0
        assert json.loads(capsys.readouterr().out)["sections"]
    job = add(client)
    say(client, job, ("work.done", {"key": "flue:flue"}))
    answered = tmp_path / "log.json"
    answered.write_bytes(client.get(f"/api/jobs/{job}/log").data)
    document = tmp_path / "job.json"
    document.write_text(json.dumps(client.get(f"/api/jobs/{job}").json["document"]))
    assert main(["work", str(document), str(answered)]) == 0
    states = {item["key"]: item["state"] for item in json.loads(capsys.readouterr().out)["items"]}
    assert states["flue:flue"] == "done"


def test_what_counts_a_row_hotter_is_asked_said_and_reckoned_on_the_calendar(client: FlaskClient) -> None:
    """A hot day in July: the same job takes more of it in suits, with somebody new, or in damp air."""
    day = "2027-07-14"
    job = add(client, sale={"stage": "sold"})

    def weather(**more: float) -> list[dict[str, Any]]:
        return [{"day": f"2027-07-{n}", "high_f": 84, "low_f": 64, **more} for n in range(14, 20)]

    client.put("/api/calendar/weather", json={"days": weather()})
    client.put("/api/calendar/places", json={"places": [{"job": job, "crew": "first", "day": day, "half": 0}]})

    def bar() -> dict[str, Any]:
        told = client.get(f"/api/calendar?first={day}&days=3").json
        (one,) = told["bars"]
        clock = sum(piece["to_h"] - piece["from_h"] for piece in one["stretches"])
        return {**one, "clock": clock, "humid": told["days"][0]["humid"], "minutes": told["days"][0]["minutes"]}

    def edit(**change: Any) -> None:
        stored = client.get(f"/api/jobs/{job}")
        put = client.put(
            f"/api/jobs/{job}", json={**stored.json["document"], **change}, headers={"If-Match": stored.headers["ETag"]}
        )
        assert put.status_code == 200

    plain = bar()
    assert plain["notes"] == [] or not any("row hotter" in note for note in plain["notes"])
    edit(suits=True)
    suited = bar()
    assert "suits are worn: each hour counts a row hotter" in suited["notes"]
    assert suited["clock"] > plain["clock"] and suited["minutes"] == plain["minutes"]
    # The hours of the price stay what they are; the day is longer.
    cost = plan_of(client, job)["cost"]
    assert suited["work_h"] == plain["work_h"] == pytest.approx(cost["hours"])
    edit(suits=False)
    assert bar()["clock"] == plain["clock"]
    firm = client.get("/api/firm").json["document"]
    crews = [{"id": "first", "name": "Crew 1", "people": 2, "first_weeks": [{"name": "Jo", "first": "2027-07-12"}]}]
    tag = client.get("/api/firm").headers["ETag"]
    assert client.put("/api/firm", json={**firm, "crews": crews}, headers={"If-Match": tag}).status_code == 200
    new = bar()
    assert "Jo in the first week: each hour counts a row hotter" in new["notes"] and new["clock"] == suited["clock"]
    crews[0]["first_weeks"] = [{"name": "Jo", "first": "2027-07-01"}]
    tag = client.get("/api/firm").headers["ETag"]
    client.put("/api/firm", json={**firm, "crews": crews}, headers={"If-Match": tag})
    assert bar()["clock"] == plain["clock"], "the week is over"
    wrong = client.put("/api/calendar/weather", json={"days": weather(dew_f=90)})
    assert wrong.status_code == 422
    client.put("/api/calendar/weather", json={"days": weather(dew_f=72)})
    damp = bar()
    assert damp["humid"] and damp["clock"] == suited["clock"] and sum(damp["minutes"]) < sum(plain["minutes"])
