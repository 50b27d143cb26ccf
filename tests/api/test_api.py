"""The API: what each route promises, and what it refuses, always as problem details."""

from __future__ import annotations

import base64
import copy
import json
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from flask.testing import FlaskClient
from peewee import OperationalError

from elm_cover.api.app import create_app
from elm_cover.core.plan import plan_json
from tests.conftest import attic, eave, planned


@pytest.fixture
def client(tmp_path: Path) -> FlaskClient:
    return create_app(tmp_path).test_client()


@pytest.fixture
def stored(client: FlaskClient) -> tuple[str, str]:
    answer = client.post("/api/jobs", json={**attic(), "name": "a"})
    assert answer.status_code == 201
    return answer.headers["Location"], answer.headers["ETag"]


def test_a_job_is_stored_listed_replaced_and_brought_back(client: FlaskClient, stored: tuple[str, str]) -> None:
    url, tag = stored
    (line,) = client.get("/api/jobs").json["jobs"]
    assert line["headline"]["totals"]["bags_order"] == 73
    assert line["headline"]["thumbnail"][0]["eaves"] == [0, 2]
    saved = client.put(url, json={**attic(), "name": "b"}, headers={"If-Match": tag})
    assert saved.status_code == 200 and client.get(url).json["document"]["name"] == "b"
    assert [r["reason"] for r in client.get(f"{url}/revisions").json["revisions"]] == ["save", "created"]
    assert client.get(f"{url}/revisions/1").json["document"]["name"] == "a"
    back = client.post(f"{url}/revisions/1/bring-back", headers={"If-Match": saved.headers["ETag"]})
    assert back.json["document"]["name"] == "a" and back.json["revision"] == 3
    assert client.get(f"{url}/revisions/99").status_code == 404
    changed = client.get(f"{url}/revisions/2/changes").json["changes"]
    assert [(c["what"], c["before"]["text"], c["after"]["text"]) for c in changed] == [("name", "a", "b")]
    assert client.get(f"{url}/revisions/1/changes").json["changes"] == []
    assert client.get(f"{url}/revisions/99/changes").status_code == 404


def test_a_stale_save_gets_412_with_the_stored_version(client: FlaskClient, stored: tuple[str, str]) -> None:
    url, tag = stored
    client.put(url, json={**attic(), "name": "theirs"}, headers={"If-Match": tag})
    stale = client.put(url, json={**attic(), "name": "mine"}, headers={"If-Match": tag})
    assert stale.status_code == 412 and stale.content_type == "application/problem+json"
    assert stale.json["current"]["document"]["name"] == "theirs"
    assert stale.headers["ETag"] == client.get(url).headers["ETag"]
    assert client.put(url, json=attic()).status_code == 428


def test_the_bin(client: FlaskClient, stored: tuple[str, str]) -> None:
    url, _ = stored
    assert client.delete(url).status_code == 204
    assert client.get(url).status_code == 404
    assert len(client.get("/api/jobs?bin=true").json["jobs"]) == 1
    assert client.post(f"{url}/bring-out").status_code == 200
    assert client.get(url).status_code == 200


def test_the_live_plan_is_the_plan_of_the_core(client: FlaskClient, job: dict[str, Any]) -> None:
    answer = client.post("/api/plan", json={"job": job, "cut": {"section": "main", "from_ft": [5, 1], "to_ft": [5, 9]}})
    assert answer.json["plan"] == json.loads(json.dumps(plan_json(planned(job))))
    drawing = answer.json["drawing"]
    assert drawing["cut"]["from_ft"] == [5, 0] and drawing["cut"]["to_ft"] == [5, 25]
    grid = drawing["sections"][0]["grid"]
    depth = np.cumsum(np.frombuffer(base64.b64decode(grid["depth_in"]), dtype="<u2"), dtype="<u2")
    assert depth.size == grid["columns"] * grid["rows"]
    assert depth.max() / grid["per_unit"] == pytest.approx(answer.json["plan"]["sections"][0]["depth_total_in"])


@pytest.mark.parametrize(
    ("body", "status", "field"),
    [
        ({"job": {**attic(), "sections": [{"id": "x"}]}}, 422, "job.sections[0].outline_ft"),
        ({"job": attic(framing={"spacing_in": 99})}, 422, "job.sections[0].framing.spacing_in"),
        ({"job": {**attic(), "choice": {"main": {"product": "zz"}}}}, 422, "job.choice.main.product"),
        ({"job": attic(), "cut": {"section": "main", "from_ft": [0, 0], "to_ft": [1e9, 0]}}, 422, "cut.to_ft[0]"),
        ("x" * 2_100_000, 413, None),
        ([], 422, "document"),
    ],
)
def test_bad_input_names_the_field(client: FlaskClient, body: Any, status: int, field: str | None) -> None:
    answer = client.post("/api/plan", json=body)
    assert (answer.status_code, answer.content_type) == (status, "application/problem+json")
    if field:
        assert field in [error["field"] for error in answer.json["errors"]]


@pytest.mark.parametrize("body", [b"{", b"[" * 100_000, b"", b"\xff", b"NaN"])
def test_garbage_is_refused_never_a_500(client: FlaskClient, body: bytes) -> None:
    for url in ("/api/plan", "/api/jobs"):
        assert 400 <= client.post(url, data=body, content_type="application/json").status_code < 500
        assert 400 <= client.post(url, data=body).status_code < 500


def test_each_route_takes_only_what_it_needs(client: FlaskClient, stored: tuple[str, str]) -> None:
    url, tag = stored
    large = b" " * 5_000
    assert client.post(f"{url}/papers", data=large, headers={"If-Match": tag}).status_code == 413
    assert client.post(f"{url}/bring-out", data=large).status_code == 413
    job = {**attic(), "house": {"concerns": ["x" * 2000] * 900}}
    fits = client.put(url, json=job, headers={"If-Match": tag})
    assert fits.status_code == 200
    job["house"]["concerns"] *= 2
    refused = client.put(url, json=job, headers={"If-Match": fits.headers["ETag"]})
    assert refused.status_code == 413 and "At most 2 MB here; this is 4 MB" in refused.json["detail"]


def test_only_this_machine_and_this_page_may_ask(client: FlaskClient) -> None:
    assert client.get("/api/jobs", headers={"Host": "elsewhere.example"}).status_code == 421
    foreign = client.post("/api/jobs", json=attic(), headers={"Origin": "http://elsewhere.example"})
    assert foreign.status_code == 403 and client.get("/api/jobs").json["jobs"] == []
    assert client.post("/api/jobs", json=attic(), headers={"Origin": "http://localhost"}).status_code == 201


def test_every_answer_carries_the_policy(client: FlaskClient) -> None:
    for url in ("/", "/api/jobs", "/nothing.png"):
        policy = client.get(url).headers["Content-Security-Policy"]
        assert "script-src 'self';" in policy and "unsafe" not in policy


def test_every_route_is_in_the_openapi_document(client: FlaskClient) -> None:
    document = client.get("/api/openapi.json").json
    app = client.application
    rules = {r.rule.replace("<int:", "<").replace("<", "{").replace(">", "}") for r in app.url_map.iter_rules()}
    assert {rule for rule in rules if rule.startswith("/api/")} - {"/api/openapi.json"} == set(document["paths"])
    assert {"job_id", "If-Match"} <= {p["name"] for p in document["paths"]["/api/jobs/{job_id}"]["put"]["parameters"]}


def test_an_issued_sheet_stays_as_it_was(client: FlaskClient, stored: tuple[str, str]) -> None:
    url, tag = stored
    issued = client.post(f"{url}/papers", headers={"If-Match": tag})
    assert issued.status_code == 201
    first = client.get(issued.json["url"]).data
    assert first.startswith(b"%PDF")
    changed = {**attic(), "name": "changed"}
    assert client.put(url, json=changed, headers={"If-Match": issued.headers["ETag"]}).status_code == 200
    assert client.get(issued.json["url"]).data == first
    assert [r["reason"] for r in client.get(f"{url}/revisions").json["revisions"]] == ["save", "paper", "created"]
    assert client.post(f"{url}/papers", headers={"If-Match": tag}).status_code == 412
    assert client.get(f"{url}/papers/9").status_code == 404


def test_a_full_disk_is_said_and_is_not_a_500(
    client: FlaskClient, stored: tuple[str, str], monkeypatch: pytest.MonkeyPatch
) -> None:
    def full(*_: object, **__: object) -> None:
        raise OperationalError("database or disk is full")

    monkeypatch.setattr("elm_cover.store.jobs.JobStore.replace", full)
    answer = client.put(stored[0], json=attic(), headers={"If-Match": stored[1]})
    assert answer.status_code == 507 and "disk is full" in answer.json["detail"]


def test_a_walk_and_a_join_are_answered_by_the_core(client: FlaskClient) -> None:
    walked = client.post("/api/outline/walk", json={"text": "38'6 E, 25 N, 38 W, 25 S", "start_ft": [2, 3]}).json
    assert walked["closes"] and walked["error_ft"] == [0.5, 0] and walked["points_ft"][0] == [2, 3]
    refused = client.post("/api/outline/walk", json={"text": "38 E, up a bit, 3 W"})
    assert refused.status_code == 422 and "Run 2" in refused.json["errors"][0]["text"]
    job = attic()
    wing = {"id": "wing", "outline_ft": [[38, 0], [50, 0], [50, 25], [38, 25]], "edges": job["sections"][0]["edges"]}
    job["sections"].append(wing)
    joined = client.post("/api/outline/join", json={"job": job, "first": "main", "second": "wing"}).json["job"]
    assert [section["id"] for section in joined["sections"]] == ["main"]
    apart = {**wing, "outline_ft": [[60, 0], [70, 0], [70, 25], [60, 25]]}
    job["sections"][1] = apart
    refused = client.post("/api/outline/join", json={"job": job, "first": "main", "second": "wing"})
    assert refused.status_code == 422 and "do not touch" in refused.json["detail"]


def test_files_come_out_with_their_kind(client: FlaskClient) -> None:
    for name, kind in (("readings.csv", "text/csv"), ("floor.svg", "image/svg+xml"), ("floor.dxf", "application/dxf")):
        answer = client.post(f"/api/export/{name}", json={"job": attic()})
        assert answer.status_code == 200 and answer.mimetype == kind
        assert name in answer.headers["Content-Disposition"]
    assert client.post("/api/export/floor.exe", json={"job": attic()}).status_code == 422


def test_a_drawing_is_asked_for_layer_and_unit(client: FlaskClient) -> None:
    dxf = client.post("/api/export/floor.dxf", json={"job": attic()}).data
    first = client.post("/api/import/dxf", data=dxf, content_type="application/dxf").json
    assert {layer["name"] for layer in first["layers"]} >= {"OUTLINE"} and first["unit"] == "ft"
    asked = client.post("/api/import/dxf?layer=OUTLINE", data=dxf, content_type="application/dxf")
    assert asked.status_code == 422 and "one unit of the drawing" in asked.json["detail"]
    found = client.post("/api/import/dxf?layer=OUTLINE&unit=ft", data=dxf, content_type="application/dxf").json
    assert found["outlines_ft"] == [[[0, 0], [38, 0], [38, 25], [0, 25]]]
    assert client.post("/api/import/dxf", data=b"garbage", content_type="application/dxf").status_code == 422


def test_the_lists_carry_the_hazards_and_signs(client: FlaskClient) -> None:
    lists = client.get("/api/lists").json
    assert len(lists["hazards"]) == 17 and lists["hazards"]["vermiculite"]["blocks"] == "any disturbance at all"
    assert {
        "zone": "5A",
        "description": "cool: long cold winters; moist, inland; about 6,200 heating degree-days (°F)",
    } in lists["zones"]
    by_method = {line["value"]: (line["batts_only"], line["between"]) for line in lists["methods"]}
    assert by_method["batts_between_and_across"] == (True, True) and by_method["top_up"] == (False, False)
    assert by_method["batts_across"] == (True, False) and by_method["batts_between_blown_cap"] == (False, True)
    assert lists["joist_width_in"] == 1.5 and lists["conditions"][2] == {
        "value": "matted",
        "title": "matted",
        "multiplier": 0.85,
    }


def test_the_rack_answers_every_way_and_the_mix(client: FlaskClient) -> None:
    answer = client.post("/api/rack", json={"job": attic()}).json
    assert answer["picked"] == "top_up/Cellulose/as-set" and answer["missing"] == [] and answer["mix"] is None
    methods = {way["weighed"]["method"] for way in answer["ways"]}
    assert {"top_up", "clear_and_blow", "batts_across"} <= methods
    assert all(way["weighed"]["blocks"] or way["weighed"]["cost"]["price"] > 0 for way in answer["ways"])
    mixed = client.post("/api/rack", json={"job": attic(), "mix": "hours"}).json["mix"]
    assert mixed["aim"] == "hours" and set(mixed["ways"]) == {"main"}
    assert client.post("/api/rack", json={"job": attic(), "mix": "luck"}).status_code == 422


def test_every_eave_is_solved_and_a_detail_of_one_is_issued(client: FlaskClient) -> None:
    answer = client.post("/api/corners", json={"job": attic()}).json
    corner = answer["corners"][0]
    assert answer["missing"] == [] and corner["edges"] == [0, 2] and answer["climate"]["design_f"] == 4
    assert corner["states"][-1]["isotherms"][0]["points_in"] and len(corner["remedies"]) == 4
    assert client.post("/api/corners", json={"job": attic(), "more": 1}).status_code == 422
    stored = client.post("/api/jobs", json=attic())
    url, tag = stored.headers["Location"], {"If-Match": stored.headers["ETag"]}
    issued = client.post(f"{url}/papers?kind=eave+detail&section=main&edge=2", headers=tag)
    assert issued.status_code == 201 and client.get(issued.json["url"]).data.startswith(b"%PDF")
    tag = {"If-Match": issued.headers["ETag"]}
    refused = client.post(f"{url}/papers?kind=eave+detail&section=main&edge=1", headers=tag)
    assert refused.status_code == 422 and refused.json["errors"][0]["field"] == "edge"


def test_joined_sections_keep_marked_bays_where_they_are_on_the_floor(client: FlaskClient) -> None:
    job = attic(edges=[eave(bays=[{"place": 3, "state": "blocked"}]), {"kind": "gable"}, eave(), {"kind": "gable"}])
    wing = copy.deepcopy(job["sections"][0]) | {"id": "wing", "outline_ft": [[38, 0], [58, 0], [58, 25], [38, 25]]}
    wing["edges"][0]["bays"] = []
    job["sections"].append(wing)
    joined = client.post("/api/outline/join", json={"job": job, "first": "main", "second": "wing"}).json["job"]
    section = joined["sections"][0]
    marked = next(i for i, edge in enumerate(section["edges"]) if edge.get("bays"))
    start, place = section["outline_ft"][marked], section["edges"][marked]["bays"][0]["place"]
    assert start[0] + place * 2 == pytest.approx(6)


def test_products_come_in_and_go_out_as_tables(client: FlaskClient) -> None:
    text = "product;kind;bag_lb;r;installed_in;settled_in;coverage_ft2\nq;glass_loose;30;19;7,5;7,4;90\nq;glass_loose;30;30;11;10,8;56"
    taken = client.post("/api/import/products", json={"text": text}).json["products"]
    assert taken[0]["chart"][0]["installed_in"] == 7.5
    tables = client.post("/api/export/products", json={"products": taken}).json
    assert tables["batts"] == "" and client.post("/api/import/products", json={"text": tables["loose_fill"]}).json == {
        "products": taken
    }
    refused = client.post("/api/import/products", json={"text": text.replace("30;19", "0;19").replace("30;30", "0;30")})
    assert refused.status_code == 422 and "over 0, not 0" in refused.json["errors"][0]["text"]


def test_what_the_firm_keeps_is_never_overwritten_unseen(client: FlaskClient) -> None:
    first = client.get("/api/firm")
    assert first.json["kept"] is False and first.json["document"]["book"]["margin_pct"] == 20
    mine = {"book": {"margin_pct": 25}, "house_rules": {"glass_or_cellulose": "glass"}}
    kept = client.put("/api/firm", json=mine, headers={"If-Match": first.headers["ETag"]})
    assert kept.status_code == 200 and client.get("/api/firm").json["document"]["book"]["margin_pct"] == 25
    stale = client.put("/api/firm", json={}, headers={"If-Match": first.headers["ETag"]})
    assert stale.status_code == 412 and stale.json["current"]["book"]["margin_pct"] == 25
    assert client.put("/api/firm", json={}).status_code == 428
    assert client.put("/api/firm", json={"book": {"margin_pct": 95}}, headers={"If-Match": "1"}).status_code == 422


def test_an_offer_is_issued_or_says_what_is_missing(client: FlaskClient) -> None:
    document = {**attic(), "weighing": {"pinned": ["top_up/Wood fiber loose fill/as-set"]}}
    answer = client.post("/api/jobs", json=document)
    url, tag = answer.headers["Location"], {"If-Match": answer.headers["ETag"]}
    issued = client.post(f"{url}/papers?kind=offer", headers=tag)
    assert issued.status_code == 201 and client.get(issued.json["url"]).data.startswith(b"%PDF")
    empty = client.post("/api/jobs", json=attic(existing=None))
    refused = client.post(f"{empty.headers['Location']}/papers?kind=offer", headers={"If-Match": empty.headers["ETag"]})
    assert refused.status_code == 422 and "What lies there now?" in refused.json["errors"][0]["text"]


def test_sentences_in_the_metric_view_and_figures_as_ever(client: FlaskClient) -> None:
    job = attic(edges=[eave(6.5, 0.9), {"kind": "gable"}, eave(6.5, 0.9), {"kind": "gable"}])
    feet = client.post("/api/plan", json={"job": job}).json["plan"]
    metric = client.post("/api/plan?units=metric", json={"job": job}).json["plan"]
    for name in ("bags", "r_nominal", "depth_total_in", "load_psf", "eaves"):
        assert metric["sections"][0][name] == feet["sections"][0][name]
    assert metric["totals"] == feet["totals"] and metric["order"] == feet["order"]
    said = " ".join(flag["text"] for flag in metric["flags"])
    assert " mm" in said and "pitch 0.9 in 12" in said and "kg/m²" in said
    assert [flag["code"] for flag in metric["flags"]] == [flag["code"] for flag in feet["flags"]]
    assert client.post("/api/plan?units=ells", json={"job": job}).status_code == 422
    ways = client.post("/api/rack?units=metric", json={"job": job}).json["ways"]
    told = " ".join(text for way in ways for text in (*way["why_not"], *way["weighed"]["blocks"]))
    assert "RSI" in told and "lb/ft²" not in told
    assert any("R-30" in way["weighed"]["title"] for way in ways), "what a product is called stays"
    hazards = client.get("/api/lists?units=metric").json["hazards"]
    assert " in of" not in json.dumps(hazards, ensure_ascii=False)
