"""The phone over HTTP: pack, days, devices with a token, the day as the desk sees it."""

from __future__ import annotations

import gzip
import json
import threading
from datetime import date
from typing import Any

import pytest
from flask.testing import FlaskClient

from elm_cover.api.app import create_app
from elm_cover.demo.jobs import add_demo_jobs
from elm_cover.formats.field_pack import field_pack
from elm_cover.formats.log_file import read_entry
from elm_cover.formats.proof_json import proof_json
from elm_cover.job import read_job
from tests.api.test_log import entry, send
from tests.conftest import attic

JOB = "9 Quarry Loop"


@pytest.fixture(scope="module")
def demo(tmp_path_factory: pytest.TempPathFactory) -> FlaskClient:
    folder = tmp_path_factory.mktemp("demo")
    add_demo_jobs(folder)
    found: FlaskClient = create_app(folder).test_client()
    return found


def job_of(client: FlaskClient, name: str = JOB) -> str:
    jobs = client.get("/api/jobs", query_string={"limit": 100}).json["jobs"]
    return str(next(job["id"] for job in jobs if job["headline"]["name"] == name))


@pytest.fixture
def job_id(demo: FlaskClient) -> str:
    document = demo.get(f"/api/jobs/{job_of(demo)}").json["document"]
    return str(demo.post("/api/jobs", json=document).json["id"])


def run(client: FlaskClient, job_id: str) -> dict[str, Any]:
    answer = client.get(f"/api/jobs/{job_id}/run")
    assert answer.status_code == 200, answer.json
    return dict(answer.json or {})


def test_the_pack_is_of_a_revision_and_what_the_plan_says(demo: FlaskClient, job_id: str) -> None:
    pack = demo.get(f"/api/jobs/{job_id}/field-pack").json
    document = demo.get(f"/api/jobs/{job_id}").json["document"]
    plan = demo.post("/api/plan", json={"job": document}).json["plan"]
    assert pack["revision"] == 1 and pack["name"] == document["address"]
    assert sum(band["bags"] for band in pack["fill"]["bands"]) == pytest.approx(plan["order"][0]["bags_field"])
    assert [item["key"] for item in pack["work"]["items"]] == [item["key"] for item in plan["work"]["items"]]
    assert pack["fill"]["products"][0]["on_truck"] == plan["order"][0]["bags_order"]
    line = plan["sections"][0]["depth_total_in"]
    assert {place["fill_in"] for place in pack["fill"]["places"] if not place["tapered"]} == {line}
    assert demo.get(f"/api/jobs/{job_id}/field-pack?revision=9").status_code == 404
    # A changed job is another pack; the old revision is answered as it was.
    document["sections"][0]["outline_ft"] = [[0, 0], [30, 0], [30, 27], [0, 27]]
    demo.put(f"/api/jobs/{job_id}?reason=step", json=document, headers={"If-Match": "1"})
    newer = demo.get(f"/api/jobs/{job_id}/field-pack").json
    assert newer["revision"] == 2 and newer["code"] != pack["code"]
    assert demo.get(f"/api/jobs/{job_id}/field-pack?revision=1").json == pack


def test_the_desk_sees_the_bands_fill_up(demo: FlaskClient, job_id: str) -> None:
    band = demo.get(f"/api/jobs/{job_id}/field-pack").json["fill"]["bands"][0]
    kinds: list[tuple[str, dict[str, Any]]] = [
        ("day.start", {"revision": 1, "lot": "L-7"}), ("hopper", {"bags": 0.5}),
        ("band.enter", {"section": "main", "band": 1}), *[("bag.in", {"bags": 1})] * 11,
        ("hopper", {"bags": 0.25}), ("band.leave", {"section": "main", "band": 1}),
    ]  # fmt: skip
    entries = [entry(kind, value, seq=i, device="phone") for i, (kind, value) in enumerate(kinds)]
    send(demo, job_id, *entries)
    found = run(demo, job_id)
    assert found["products"][0]["in_attic"] == 11.25 and found["by_band"][0]["done"]
    assert found["products"][0]["covered_bags"] == pytest.approx(band["bags"])
    assert found["products"][0]["points"] == [[pytest.approx(band["area_ft2"]), 11.25]]
    assert found["days"][0]["value"]["lot"] == "L-7" and found["contacts"][0]["holds"]
    assert found["entries"][0]["text"].startswith("band 1 done") and found["last"] == len(entries)
    # One taken back is listed with what took it back, and counts no more.
    send(demo, job_id, entry("void", {}, voids=entries[5]["id"], seq=99, device="phone"))
    found = run(demo, job_id)
    assert found["products"][0]["in_attic"] == 10.25
    assert next(line for line in found["entries"] if line["id"] == entries[5]["id"])["voided_by"]


def test_bags_back_from_the_truck_are_held_against_those_counted(demo: FlaskClient, job_id: str) -> None:
    product = demo.get(f"/api/jobs/{job_id}/field-pack").json["fill"]["products"][0]["id"]
    moves = [
        ("load.out", {"what": product, "amount": 70.0, "unit": "bags"}), ("day.start", {"revision": 1}),
        ("band.enter", {"section": "main", "band": 1}), ("bag.in", {"bags": 60}), ("bag.spoilt", {"bags": 1.5}),
        ("day.end", {}),
    ]  # fmt: skip
    send(demo, job_id, *[entry(kind, value, seq=i, device="p") for i, (kind, value) in enumerate(moves)])
    assert run(demo, job_id)["balance"][0]["unaccounted"] is None
    send(demo, job_id, entry("load.back", {"what": product, "amount": 8.0, "unit": "bags"}, seq=9, device="p"))
    assert run(demo, job_id)["balance"][0]["unaccounted"] == pytest.approx(70 - 8 - 60 - 1.5)


def test_a_token_is_made_kept_as_a_sum_used_and_revoked(demo: FlaskClient, job_id: str) -> None:
    made = demo.post("/api/devices", json={"name": "Phone of the feeder", "crew": None})
    assert made.status_code == 201
    token, device = made.json["token"], made.json["device"]
    headers = {"Authorization": f"Bearer {token}"}
    assert token not in json.dumps(demo.get("/api/devices").json)
    sent = demo.post(f"/api/jobs/{job_id}/log", json={"entries": [entry("note", {"text": "here"})]}, headers=headers)
    assert sent.json["answers"][0]["state"] == "accepted"
    logged = demo.get(f"/api/jobs/{job_id}/log", headers=headers).json["entries"]
    assert logged[-1]["entry"]["actor"] == "Phone of the feeder"
    for path in ("/api/jobs", "/api/firm", "/api/devices", f"/api/jobs/{job_id}"):
        assert demo.get(path, headers=headers).status_code == 403
    name = {"name": "Old phone", "crew": None, "revoke": True}
    assert demo.put(f"/api/devices/{device['id']}", json=name).json["revoked_at"]
    refused = demo.post(
        f"/api/jobs/{job_id}/log", json={"entries": [entry("note", {"text": "still"})]}, headers=headers
    )
    assert refused.json["answers"][0]["state"] == "held" and "taken off the list" in refused.json["answers"][0]["why"]
    read = demo.get(f"/api/jobs/{job_id}/log", headers=headers)
    assert read.status_code == 401 and "join it again" in read.json["detail"]
    for wrong in ("Bearer ", "Basic abc", "Bearer nobody"):
        assert demo.get("/api/field/days", headers={"Authorization": wrong}).status_code == 401
    assert demo.put("/api/devices/none", json=name).status_code == 404


def test_a_crew_sees_its_own_days(demo: FlaskClient) -> None:
    every = demo.get("/api/field/days").json
    assert every["days"][0]["day"] == date.today().isoformat()
    crews = {job["crew"] for day in every["days"] for job in day["jobs"]}
    for crew in demo.get("/api/firm").json["document"]["crews"]:
        token = demo.post("/api/devices", json={"name": "p", "crew": crew["id"]}).json["token"]
        own = demo.get("/api/field/days", headers={"Authorization": f"Bearer {token}"}).json
        assert own["crew"] == crew["id"] and own["device"] == "p"
        assert {job["crew"] for day in own["days"] for job in day["jobs"]} == crews & {crew["name"]}


def test_bad_entries_are_refused_one_by_one(demo: FlaskClient, job_id: str) -> None:
    wrong: list[tuple[str, dict[str, Any], str]] = [
        ("reading", {"section": "main", "depth_in": 900, "marker": 1}, "150 or less"),
        ("reading", {"section": "main", "depth_in": 9}, "marker"),
        ("hopper", {"bags": -1}, "0 or more"),
        ("bag.in", {"bags": 0}, "1 or more"),
        ("dance", {}, "one of"),
        ("leak.reading", {"test": "before", "pressure_pa": 50.0}, "together"),
    ]
    answers = send(demo, job_id, *[entry(kind, value, seq=i) for i, (kind, value, _) in enumerate(wrong)])["answers"]
    assert [answer["state"] for answer in answers] == ["refused"] * len(wrong)
    for answer, (_, _, why) in zip(answers, wrong, strict=True):
        assert why in answer["why"]
    # What goes with no band of this plan is kept and said.
    send(demo, job_id, entry("band.enter", {"section": "main", "band": 77}))
    assert "no band 77" in run(demo, job_id)["refused"][0]["why"]


def test_a_start_under_a_stop_is_kept_and_marked(demo: FlaskClient) -> None:
    document = demo.get(f"/api/jobs/{job_of(demo, '17 Tannery Hill')}").json["document"]
    job_id = str(demo.post("/api/jobs", json=document).json["id"])
    stops = run(demo, job_id)["stops"]
    assert len(stops) >= 2
    send(demo, job_id, entry("day.start", {"revision": 1}, device="p"))
    found = run(demo, job_id)
    assert found["days"][0]["under_stops"] == [stop["key"] for stop in stops]
    trade = next(stop for stop in stops if not stop["by_crew"]) if "by_crew" in stops[0] else stops[-1]
    send(
        demo,
        job_id,
        entry(
            "hazard.cleared", {"hazard": trade["key"], "by": "A. Electrician", "how": "dead, capped"}, seq=1, device="p"
        ),
    )
    assert trade["key"] not in [stop["key"] for stop in run(demo, job_id)["stops"]]
    gate = demo.post("/api/plan", json={"job": document, "log_of": job_id}).json["plan"]["work"]["gate"]
    assert gate["stops"] == len(stops) - 1


def test_fifty_devices_at_once_are_all_answered(demo: FlaskClient, job_id: str) -> None:
    app = demo.application
    states: list[tuple[int, list[str]]] = []

    def one(number: int) -> None:
        entries = [entry("bag.in", {"bags": 1}, seq=i, device=f"phone {number}") for i in range(4)]
        entries.append(entry("hopper", {"bags": -1.0}, seq=9, device=f"phone {number}"))
        answer = app.test_client().post(f"/api/jobs/{job_id}/log", json={"entries": entries})
        states.append((answer.status_code, [line["state"] for line in (answer.json or {}).get("answers", [])]))

    threads = [threading.Thread(target=one, args=(number,)) for number in range(50)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert states == [(200, ["accepted"] * 4 + ["refused"])] * 50
    found = run(demo, job_id)
    # One device counts: the bags of the other forty-nine are asked about.
    assert found["products"][0]["bags_in"] == 4 and len(found["asked"]) == 49 * 4


def test_the_pack_stays_small() -> None:
    """At most 300 kB packed for 6,000 ft²."""
    job = attic(outline_ft=[[0, 0], [100, 0], [100, 60], [0, 60]])
    assert len(gzip.compress(json.dumps(field_pack(read_job(job))).encode())) < 300_000


def test_the_proof_is_what_the_command_prints(demo: FlaskClient, job_id: str) -> None:
    send(demo, job_id, entry("leak.reading", {"test": "before", "pressure_pa": 50.0, "flow_cfm": 1691.0}, device="p"))
    told = demo.get(f"/api/jobs/{job_id}/proof").json
    assert told["leakage"]["before"]["cfm50"] == pytest.approx(1691) and told["leakage"]["after"] is None
    assert told["products"][0]["r"]["claimed"] is None and "not every band is done" in told["not_yet"]
    document = demo.get(f"/api/jobs/{job_id}").json["document"]
    log = [read_entry(line["entry"]) for line in demo.get(f"/api/jobs/{job_id}/log").json["entries"]]
    assert told == json.loads(json.dumps(proof_json(read_job(document), log)))
    rows = told["products"][0]["asked"]
    # What the planned row would take here is what the plan says the floor takes.
    plan = demo.post("/api/plan", json={"job": document}).json["plan"]["sections"][0]
    row = next(row for row in rows if row["r"] == plan["r_added"])
    assert row["field_bags"] == pytest.approx(plan["bags"]["field"])
