"""A log has an end, said before it is reached; what is new alone is read; who sent an entry is kept beside it."""

from __future__ import annotations

import json
import uuid
from datetime import UTC, date, datetime
from pathlib import Path
from typing import Any

import pytest
from flask import Flask
from flask.testing import FlaskClient

from elm_cover.api import log as log_api
from elm_cover.api.app import create_app
from elm_cover.core.log.kinds import LOG_KINDS
from elm_cover.store.calendar import place_all
from elm_cover.store.jobs import JobStore
from elm_cover.store.log import Bound, LoggedEntry
from tests.api.test_log import entry, send
from tests.conftest import attic
from tests.registries import SAMPLES


@pytest.fixture
def app(tmp_path: Path) -> Flask:
    return create_app(tmp_path)


@pytest.fixture
def client(app: Flask) -> FlaskClient:
    return app.test_client()


@pytest.fixture
def job_id(client: FlaskClient) -> str:
    return str(client.post("/api/jobs", json=attic()).json["id"])


@pytest.fixture
def short_log(monkeypatch: pytest.MonkeyPatch) -> None:
    """A log of four entries, and six with those that are always taken."""
    monkeypatch.setattr(log_api, "LOG_BOUND", Bound(4, 6, log_api.LOG_BOUND.always))
    monkeypatch.setattr(log_api, "MOST_ENTRIES", 4)


def note(**more: Any) -> dict[str, Any]:
    return entry("note", {"text": "here"}, **more)


@pytest.mark.usefixtures("short_log")
def test_a_full_log_takes_what_stops_and_ends_a_day_and_the_rest_waits(client: FlaskClient, job_id: str) -> None:
    first = [note() for _ in range(3)]
    assert send(client, job_id, *first)["room"] == 1
    mixed = send(client, job_id, note(), note(), entry("day.end", {}))
    assert [one["state"] for one in mixed["answers"]] == ["accepted", "full", "accepted"] and mixed["room"] == 0
    assert "the log of this job is full" in mixed["answers"][1]["why"]
    alone = client.post(f"/api/jobs/{job_id}/log", json={"entries": [note()]})
    assert alone.status_code == 507 and alone.json["title"] == "Log full"
    # What is here already is known still, and taken back still; in the end even that has a bound.
    assert send(client, job_id, first[0])["answers"][0]["state"] == "known"
    void = entry("void", {}, voids=first[0]["id"])
    assert send(client, job_id, void)["answers"][0]["state"] == "accepted"
    assert client.post(f"/api/jobs/{job_id}/log", json={"entries": [entry("day.end", {})]}).status_code == 507
    assert client.get(f"/api/jobs/{job_id}/log").json["last"] == 6


@pytest.mark.usefixtures("short_log")
@pytest.mark.parametrize("kind", sorted(LOG_KINDS))
def test_of_each_kind_a_full_log_takes_what_its_row_says(client: FlaskClient, job_id: str, kind: str) -> None:
    send(client, job_id, *(notes := [note() for _ in range(4)]))
    value = {"file": stored_photo(client)} if kind == "photo" else SAMPLES.get(kind, {})
    more = {"voids": notes[0]["id"]} if kind == "void" else {}
    answer = client.post(f"/api/jobs/{job_id}/log", json={"entries": [entry(kind, value, **more)]})
    always = {"void", "day.end", "day.pause", "hazard.cleared"}
    assert answer.status_code == (200 if kind in always else 507), answer.json


def stored_photo(client: FlaskClient) -> str:
    from tests.formats.test_archive import picture

    return str(client.post("/api/photos", data=picture(), content_type="image/jpeg").json["file"])


def test_a_tick_and_a_poll_read_what_is_new_alone(
    client: FlaskClient, job_id: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    send(client, job_id, *(note() for _ in range(40)))
    client.get(f"/api/jobs/{job_id}/log?after=0&day=true")
    read: list[int] = []
    parsed = LoggedEntry.__init__

    def counted(self: LoggedEntry, n: int, *rest: Any) -> None:
        read.append(n)
        parsed(self, n, *rest)

    monkeypatch.setattr(LoggedEntry, "__init__", counted)
    send(client, job_id, note())
    assert read == []
    polled = client.get(f"/api/jobs/{job_id}/log?after=40").json
    assert read == [41] and polled["day"] is None and polled["last"] == 41
    read.clear()
    told = client.get(f"/api/jobs/{job_id}/log?after=41&day=true").json
    assert told["day"] is None and told["entries"] == [] and read == []
    # What the whole comes to: one more entry is read, forty are known.
    told = client.get(f"/api/jobs/{job_id}/log?after=40&day=true").json
    assert len(told["day"]["notes"]) == 41 and set(read) == {41}


def test_what_is_kept_of_a_log_is_what_is_stored_whatever_comes_between(client: FlaskClient, job_id: str) -> None:
    for step in range(6):
        send(client, job_id, *(note() for _ in range(step)))
        whole = client.get(f"/api/jobs/{job_id}/log").json
        assert len(whole["day"]["notes"]) == len(whole["entries"]) == sum(range(step + 1))


def device(client: FlaskClient, name: str, crew: str | None = None) -> tuple[str, dict[str, str]]:
    made = client.post("/api/devices", json={"name": name, **({"crew": crew} if crew else {})}).json
    return str(made["device"]["id"]), {"Authorization": f"Bearer {made['token']}"}


def sent_by(
    client: FlaskClient, job_id: str, headers: dict[str, str], *entries: dict[str, Any]
) -> list[dict[str, Any]]:
    answer = client.post(f"/api/jobs/{job_id}/log", json={"entries": list(entries)}, headers=headers)
    assert answer.status_code == 200, answer.json
    return list(answer.json["answers"])


def test_who_sent_an_entry_is_the_tokens_not_the_bodys(client: FlaskClient, job_id: str) -> None:
    ann, as_ann = device(client, "Ann's")
    sent_by(client, job_id, as_ann, note(device="phone-1", actor="office"))
    send(client, job_id, note(device="desk-1"))
    lines = client.get(f"/api/jobs/{job_id}/log").json["entries"]
    assert [line["sender"] for line in lines] == [ann, "desk"]


def test_a_name_first_seen_with_another_token_is_refused(client: FlaskClient, job_id: str) -> None:
    """One token may write under several names; the office may carry any; a phone that joins again goes on under its own."""
    ann, as_ann = device(client, "Ann's")
    _, as_bob = device(client, "Bob's")
    for name in ("phone-1", "phone-2"):
        assert sent_by(client, job_id, as_ann, note(device=name))[0]["state"] == "accepted"
    forged = sent_by(client, job_id, as_bob, note(device="phone-1"), note(device="phone-9"))
    assert [one["state"] for one in forged] == ["refused", "accepted"] and "another device" in forged[0]["why"]
    assert send(client, job_id, note(device="phone-1"))["answers"][0]["state"] == "accepted"
    assert sent_by(client, job_id, as_bob, note(device="phone-1"))[0]["state"] == "refused"
    # From before it had a token: the first one's that comes.
    assert send(client, job_id, note(device="phone-3"))["answers"][0]["state"] == "accepted"
    assert sent_by(client, job_id, as_bob, note(device="phone-3"))[0]["state"] == "accepted"
    assert sent_by(client, job_id, as_ann, note(device="phone-3"))[0]["state"] == "refused"
    client.put(f"/api/devices/{ann}", json={"name": "Ann's", "revoke": True})
    _, again = device(client, "Ann's new one")
    assert sent_by(client, job_id, again, note(device="phone-1"))[0]["state"] == "accepted"


def test_a_renamed_devices_resent_entry_is_known(client: FlaskClient, job_id: str) -> None:
    ann, as_ann = device(client, "Ann's")
    mine = note(device="phone-1")
    assert sent_by(client, job_id, as_ann, mine)[0]["state"] == "accepted"
    client.put(f"/api/devices/{ann}", json={"name": "The blower's"})
    assert sent_by(client, job_id, as_ann, mine)[0]["state"] == "known"
    # Who says who did it says so for good.
    said = note(device="phone-1", actor="A. Lane")
    assert [one["state"] for one in sent_by(client, job_id, as_ann, said, {**said, "actor": "B. Lane"})] == [
        "accepted",
        "refused",
    ]


def test_a_device_has_to_do_with_its_crews_jobs_only(app: Flask, client: FlaskClient, job_id: str) -> None:
    other = str(client.post("/api/jobs", json=attic()).json["id"])
    store: JobStore = app.extensions["elm_cover_store"]
    place_all(store, [(job_id, "first", date(2026, 12, 3), 0), (other, "second", date(2026, 12, 3), 0)], "local")
    _, headers = device(client, "Ann's", "first")
    for path in ("log", "field-pack"):
        assert client.get(f"/api/jobs/{job_id}/{path}", headers=headers).status_code == 200
        refused = client.get(f"/api/jobs/{other}/{path}", headers=headers)
        assert refused.status_code == 403 and "another crew" in refused.json["detail"]
    batch = {"entries": [note(device="phone-1")]}
    handed_in = client.post(f"/api/jobs/{other}/log", json={**batch, "after": 0}, headers=headers).json
    assert handed_in["answers"][0]["state"] == "held" and "this phone’s crew" in handed_in["answers"][0]["why"]
    assert (handed_in["others"], handed_in["last"], handed_in["saves"], handed_in["room"]) == ([], 0, None, None)
    assert client.get(f"/api/jobs/{other}/log").json["last"] == 0
    assert client.post(f"/api/jobs/{job_id}/log", json=batch, headers=headers).status_code == 200


def test_a_devices_name_alone_keeps_its_crew(client: FlaskClient) -> None:
    ann, headers = device(client, "Ann's", "first")
    assert client.put(f"/api/devices/{ann}", json={"name": "Phone 1"}).json["crew"] == "first"
    assert client.put(f"/api/devices/{ann}", json={"crew": None}).json["crew"] is None
    assert client.put(f"/api/devices/{ann}", json={"name": "Phone\u00071"}).status_code == 422
    assert client.post("/api/devices", json={"name": "a\nb"}).status_code == 422
    small = {"Authorization": headers["Authorization"].replace("Bearer", "bearer")}
    assert client.get("/api/field/days", headers=small).status_code == 200


@pytest.mark.parametrize("at", [1_700_000_000, 1.7e9, "1700000000", None, True, "2026-05-02T10:00:00"])
def test_a_time_is_a_string_with_its_zone(client: FlaskClient, job_id: str, at: Any) -> None:
    answer = client.post(f"/api/jobs/{job_id}/log", json={"entries": [{**note(), "at": at}]}).json["answers"][0]
    assert answer["state"] == "refused" and answer["why"].startswith("at")
    whole = client.post(f"/api/jobs/{job_id}/log", json={"entries": [], "device_now": at})
    assert whole.status_code == (200 if at is None else 422)


def test_what_nobody_knows_is_refused(client: FlaskClient, job_id: str) -> None:
    for first in ("0", "1700000000", "yesterday"):
        refused = client.get(f"/api/calendar?first={first}")
        assert refused.status_code == 422 and refused.json["errors"][0]["field"] == "first", first
    refused = client.delete("/api/lists")
    assert refused.status_code == 405 and "GET" in refused.headers["Allow"]


def test_the_log_of_a_day_long_past_is_still_read(client: FlaskClient, job_id: str, tmp_path: Path) -> None:
    """More entries than a log takes today, from before it had a bound: they are read, counted and told."""
    store: JobStore = client.application.extensions["elm_cover_store"]
    many = [
        {
            **note(),
            "id": str(uuid.uuid4()),
            "seq": i,
            "actor": "local",
            "at": datetime(2026, 1, 1, tzinfo=UTC).isoformat(),
        }
        for i in range(5_600)
    ]
    store.add_to_log(job_id, many)
    assert client.get(f"/api/jobs/{job_id}/log").json["room"] == 0
    assert client.get(f"/api/jobs/{job_id}/run").json["last"] == 5_600
    refused = client.get(f"/api/jobs/{job_id}/archive")
    assert refused.status_code == 422 and "5,500 entries" in json.dumps(refused.json)


@pytest.mark.parametrize("name", ["Forwarded", "X-Forwarded-For", "X-Forwarded-Proto", "x-forwarded-host"])
def test_who_comes_through_a_proxy_without_a_token_is_nobody(client: FlaskClient, job_id: str, name: str) -> None:
    refused = client.get(f"/api/jobs/{job_id}", headers={name: "for=192.0.2.7"})
    assert refused.status_code == 403 and "proxy" in refused.json["detail"]
    _, headers = device(client, "Ann's")
    assert client.get(f"/api/jobs/{job_id}/log", headers={**headers, name: "x"}).status_code == 200
    assert client.get("/api/lists", headers={**headers, name: "x"}).status_code == 403
