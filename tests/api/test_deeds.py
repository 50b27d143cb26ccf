"""The record of who did what: every change and refusal, by whom the session or token says, never changed and never telling a secret."""

from __future__ import annotations

import csv
import io
import json
import logging
import sqlite3
from pathlib import Path

import pytest
from flask import Flask

from elm_cover.api.app import create_app
from elm_cover.api.routes import ROUTES
from elm_cover.store.database import FILE_NAME
from elm_cover.store.deed_kinds import DEEDS
from tests.api.people import NAMES, OURS, PASSWORD, first, joined
from tests.conftest import attic


@pytest.fixture
def app(tmp_path: Path) -> Flask:
    return create_app(tmp_path)


def test_every_change_is_of_a_kind_or_says_itself_what_it_was() -> None:
    told = {row.deed for row in ROUTES.values() if row.deed is not None}
    assert told <= set(DEEDS)
    # The log tells itself who wrote what; the rest computes, and keeps nothing.
    silent = {key for key, row in ROUTES.items() if key[0] in ("PUT", "DELETE") and row.deed is None}
    assert silent == set()


def test_a_mornings_work_stands_in_it(app: Flask) -> None:
    office = first(app)
    job = office.post("/api/jobs", json={**attic(), "name": "9 Quarry Loop"})
    id_, tag = job.json["id"], job.headers["ETag"]
    for _ in range(3):
        saved = office.put(f"/api/jobs/{id_}", json={**attic(), "name": "9 Quarry Loop"}, headers={"If-Match": tag})
        tag = saved.headers["ETag"]
    office.post(f"/api/jobs/{id_}/papers?kind=job%20sheet", headers={"If-Match": tag})
    office.get(f"/api/jobs/{id_}/archive")
    office.put("/api/firm", json={"format": "elm-cover.firm", "version": 1}, headers={"If-Match": "0"})
    device = office.post("/api/devices", json={"name": "hopper"}).json["device"]["id"]
    office.put(f"/api/devices/{device}", json={"revoke": True})
    crew = joined(app, office, "crew", "north")
    crew.get(f"/api/jobs/{id_}/log", headers={"X-Actor": "Ana Ortiz"})
    app.test_client().post("/api/me/sign-in", json={"name": NAMES["office"], "password": "a wrong one"}, headers=OURS)
    office.delete(f"/api/jobs/{id_}", headers={"If-Match": tag})
    told = [(one["who"], one["kind"], one["what"]) for one in reversed(office.get("/api/deeds").json["deeds"])]
    ana, cy = NAMES["office"], NAMES["crew"]
    assert told == [
        (ana, "first_account", ana),
        (ana, "job_made", "9 Quarry Loop"),
        (ana, "job_changed", "9 Quarry Loop"),
        (ana, "paper_issued", "job sheet 1"),
        (ana, "archive_out", "9 Quarry Loop"),
        *([(ana, "firm_changed", "")] if told[5][1] == "firm_changed" else []),
        (ana, "device_made", "hopper"),
        (ana, "device_changed", "hopper"),
        (ana, "person_invited", f"{cy}: crew"),
        (cy, "invitation_taken", cy),
        (cy, "refused", "GET /api/jobs/<job_id>/log"),
        ("", "sign_in_refused", ana),
        (ana, "job_binned", "9 Quarry Loop"),
    ]


def test_it_is_searched_paged_and_taken_out(app: Flask) -> None:
    office = first(app)
    for i in range(5):
        office.post("/api/jobs", json={**attic(), "name": f"{i} =Formula Row" if i else "=HYPERLINK(1)"})

    def found(query: str) -> list[str]:
        return [one["what"] for one in office.get(f"/api/deeds?{query}").json["deeds"]]

    assert found("words=formula+ORTIZ") == [f"{i} =Formula Row" for i in (4, 3, 2, 1)]
    assert found("kind=first_account") == [NAMES["office"]] and found("words=100%25") == []
    page = office.get("/api/deeds?limit=4").json
    rest = office.get(f"/api/deeds?limit=4&before={page['next']}").json
    assert len(page["deeds"]) == 4 and len(rest["deeds"]) == 2 and rest["next"] is None
    assert found("since=2000-01-01&until=2000-01-02") == [] and len(found("since=2000-01-01")) == 6
    lines = list(csv.reader(io.StringIO(office.get("/api/deeds/record.csv?kind=job_made").text)))
    assert lines[0][1:4] == ["at", "who", "did"] and lines[-1][4] == "'=HYPERLINK(1)" and len(lines) == 6
    assert found("kind=file_out") == ["the record as CSV"]


def test_what_is_refused_again_and_again_is_one_line(app: Flask) -> None:
    office = first(app)
    for _ in range(30):
        app.test_client().get("/api/jobs")
    refused = office.get("/api/deeds?kind=refused").json["deeds"]
    assert [(one["who"], one["what"]) for one in refused] == [("", "GET /api/jobs")]


def test_no_request_changes_a_line_or_names_another(app: Flask, tmp_path: Path) -> None:
    office = first(app)
    for method in ("PUT", "DELETE", "PATCH", "POST"):
        assert office.open("/api/deeds", method=method).status_code == 405
        assert office.open("/api/deeds/1", method=method).status_code in (404, 405)
    office.post("/api/jobs?actor=Eve", json=attic(), headers={"X-Actor": "Eve", "From": "Eve"})
    assert {one["who"] for one in office.get("/api/deeds").json["deeds"]} == {NAMES["office"]}
    job = office.get("/api/jobs").json["jobs"][0]["id"]
    archive = office.get(f"/api/jobs/{job}/archive").data
    assert NAMES["office"].encode() not in archive and b"deed" not in archive


def test_no_secret_stands_in_record_or_log(app: Flask, tmp_path: Path, caplog: pytest.LogCaptureFixture) -> None:
    caplog.set_level(logging.INFO)
    office = first(app)
    reader = joined(app, office, "reader")
    reader.post("/api/me/sign-in", json={"name": PASSWORD, "password": "typed into the wrong field"})
    cookie = office.get_cookie("elm_cover")
    assert cookie is not None
    office.post("/api/devices", json={"name": "hopper"})
    with sqlite3.connect(tmp_path / FILE_NAME) as raw:
        told = json.dumps([raw.execute(f"SELECT * FROM {table}").fetchall() for table in ("deed", "attempt")])
    for secret in (PASSWORD, "wrong field", cookie.value):
        assert secret not in told and secret not in caplog.text


def test_odd_questions_of_it_are_refused_in_words(app: Flask) -> None:
    office = first(app)
    for query in ("before=99999999999999999999", "before=0", "since=yesterday", "limit=100000", "kind=" + "x" * 50):
        assert office.get(f"/api/deeds?{query}").status_code == 422, query
