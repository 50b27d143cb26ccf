"""The log over HTTP: batches answered entry by entry, sent again, refused with a way out, brought to others, archived."""

from __future__ import annotations

import io
import json
import threading
import uuid
import zipfile
from collections.abc import Sequence
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient

from elm_cover.api import log as log_api
from elm_cover.api.app import create_app
from elm_cover.core.done import day_of
from tests.conftest import attic


@pytest.fixture
def client(tmp_path: Path) -> FlaskClient:
    found: FlaskClient = create_app(tmp_path).test_client()
    return found


@pytest.fixture
def job_id(client: FlaskClient) -> str:
    job = attic(features=[{"id": "ch", "kind": "chase", "size_in": [16, 24]}, {"id": "b", "kind": "box"}])
    return str(client.post("/api/jobs", json=job).json["id"])


def entry(kind: str = "work.done", value: dict[str, Any] | None = None, **more: Any) -> dict[str, Any]:
    now = datetime.now(UTC).isoformat()
    told = {"key": "chase:ch"} if value is None else value
    return {"id": str(uuid.uuid4()), "device": "desk-1", "seq": 0, "at": now, "kind": kind, "value": told, **more}


def send(client: FlaskClient, job_id: str, *entries: dict[str, Any], **more: Any) -> dict[str, Any]:
    answer = client.post(f"/api/jobs/{job_id}/log", json={"entries": list(entries), **more})
    assert answer.status_code == 200, answer.json
    return dict(answer.json or {})


def work(client: FlaskClient, job_id: str) -> dict[str, Any]:
    document = client.get(f"/api/jobs/{job_id}").json["document"]
    return dict(client.post("/api/plan", json={"job": document, "log_of": job_id}).json["plan"]["work"])


def state(client: FlaskClient, job_id: str, key: str = "chase:ch") -> str:
    return str(next(item["state"] for item in work(client, job_id)["items"] if item["key"] == key))


def test_a_tick_is_in_the_plan_in_the_log_and_on_the_shelf(client: FlaskClient, job_id: str) -> None:
    before = client.get("/api/jobs").json["jobs"][0]["headline"]["gate"]
    assert send(client, job_id, entry())["answers"][0]["state"] == "accepted"
    assert state(client, job_id) == "done"
    after = client.get("/api/jobs").json["jobs"][0]["headline"]["gate"]
    assert (after["done"], after["items"]) == (before["done"] + 1, before["items"])
    read = client.get(f"/api/jobs/{job_id}/log").json
    assert list(read["day"]["done"]) == ["chase:ch"] and read["last"] == 1 and len(read["entries"]) == 1
    assert client.get(f"/api/jobs/{job_id}/log?after=1").json["entries"] == []
    # A save of the document leaves it alone, on the shelf too.
    stored = client.get(f"/api/jobs/{job_id}")
    client.put(f"/api/jobs/{job_id}", json=stored.json["document"], headers={"If-Match": stored.headers["ETag"]})
    assert client.get("/api/jobs").json["jobs"][0]["headline"]["gate"] == after


def test_sent_again_it_is_known_and_with_another_body_refused_for_itself_alone(
    client: FlaskClient, job_id: str
) -> None:
    first = entry()
    send(client, job_id, first)
    other = {**first, "value": {"key": "box:b"}}
    answers = send(client, job_id, first, other, entry(value={"key": "box:b"}, seq=1))["answers"]
    assert [answer["state"] for answer in answers] == ["known", "refused", "accepted"]
    assert "kept on the device" in answers[1]["why"]
    assert client.get(f"/api/jobs/{job_id}/log").json["last"] == 2


@pytest.mark.parametrize(
    ("bad", "says"),
    [
        ({"kind": "work.undone"}, "kind"),
        ({"value": {}}, "value.key"),
        ({"value": {"key": "chase:ch", "colour": "red"}}, "colour"),
        ({"kind": "work.left"}, "value.reason"),
        ({"kind": "void", "value": {}}, "voids"),
        ({"voids": "11111111-1111-4111-8111-111111111111"}, "voids"),
        ({"id": "x"}, "id"),
        ({"at": "yesterday"}, "at"),
        ({"at": "2026-05-02T10:00:00"}, "at"),
        ({"at": "0001-01-01T00:00:00+14:00"}, "between 1970 and 2200"),
        ({"at": "9999-12-31T23:59:59-11:00"}, "between 1970 and 2200"),
        ({"seq": -1}, "seq"),
        ({"kind": "photo", "value": {"file": "a" * 64 + ".jpg"}}, "send the photo first"),
    ],
)
def test_an_entry_that_is_none_is_refused_by_name_and_the_others_are_kept(
    client: FlaskClient, job_id: str, bad: dict[str, Any], says: str
) -> None:
    answers = send(client, job_id, entry() | bad, entry(seq=1))["answers"]
    assert [answer["state"] for answer in answers] == ["refused", "accepted"] and says in answers[0]["why"]


def test_an_entry_that_takes_itself_back_or_another_jobs_comes_to_nothing(client: FlaskClient, job_id: str) -> None:
    elsewhere = client.post("/api/jobs", json=attic()).json["id"]
    theirs = entry(value={"key": "plates:main"})
    send(client, elsewhere, theirs)
    own = entry("void", {})
    answers = send(client, job_id, {**own, "voids": own["id"]}, entry("void", {}, voids=theirs["id"], seq=1))["answers"]
    assert answers[0]["state"] == "refused" and "take itself back" in answers[0]["why"]
    assert answers[1]["state"] == "accepted"
    assert "not in this log" in client.get(f"/api/jobs/{job_id}/log").json["day"]["ignored"][0]["why"]
    assert state(client, elsewhere, "plates:main") == "done"


def test_undo_is_an_entry_that_takes_another_back(client: FlaskClient, job_id: str) -> None:
    first = entry()
    send(client, job_id, first)
    send(client, job_id, entry("void", {}, voids=first["id"], seq=1))
    assert state(client, job_id) == "to_do"


def test_a_clock_a_year_ahead_is_corrected_and_a_day_from_it_never_refused(client: FlaskClient, job_id: str) -> None:
    ahead = datetime.now(UTC) + timedelta(days=366)
    wrong = entry(at=ahead.isoformat())
    assert send(client, job_id, wrong, device_now=ahead.isoformat())["answers"][0]["clock"] is None
    mark = client.get(f"/api/jobs/{job_id}/log").json["day"]["done"]["chase:ch"]
    assert abs(datetime.fromisoformat(mark["at"]) - datetime.now(UTC)) < timedelta(minutes=1)
    # Sent again with another reading of the clock it is the same entry.
    assert (
        send(client, job_id, wrong, device_now=(ahead + timedelta(seconds=3)).isoformat())["answers"][0]["state"]
        == "known"
    )


def test_two_days_ahead_and_set_right_before_sending_is_placed_by_the_running_time(
    client: FlaskClient, job_id: str
) -> None:
    """An hour of work by a clock two days ahead: placed by the phone's own running time, or shifted and marked."""
    begun = datetime.now(UTC) + timedelta(days=2, hours=-1)
    ticks = [
        entry(at=(begun + timedelta(minutes=i)).isoformat(), seq=i, mono_ms=1000.0 + 60_000 * i, run="page 1")
        for i in range(7)
    ]
    now = {"device_now": datetime.now(UTC).isoformat(), "mono_now_ms": 1000.0 + 3_600_000, "run": "page 1"}
    answers = send(client, job_id, *ticks, **now)["answers"]
    assert {(one["state"], one["clock"]) for one in answers} == {("accepted", "run")}
    stored = [line["entry"] for line in client.get(f"/api/jobs/{job_id}/log").json["entries"]]
    first = datetime.fromisoformat(stored[0]["at"]) + timedelta(seconds=stored[0]["offset_s"])
    assert abs(datetime.now(UTC) - timedelta(hours=1) - first) < timedelta(seconds=10)
    # Sent again by another page it is known, and its time stays what it was found to be.
    again = send(client, job_id, ticks[0], device_now=now["device_now"])["answers"][0]
    assert (again["state"], again["offset_s"]) == ("known", answers[0]["offset_s"])
    # With nothing that places it: as of its arrival, the steps between them kept.
    lost = [entry(at=(begun + timedelta(minutes=i)).isoformat(), seq=10 + i, device="old") for i in range(3)]
    answers = send(client, job_id, *lost)["answers"]
    assert {one["clock"] for one in answers} == {"shifted"} and len({one["offset_s"] for one in answers}) == 1


def test_what_the_program_has_comes_back_to_a_phone_that_lost_it(client: FlaskClient, job_id: str) -> None:
    """Ten entries under a name that the phone has no more, one of them rescued: the other nine come with the answer."""
    sent = [entry(value={"key": f"box:{i}"}, seq=i, device="phone old") for i in range(10)]
    send(client, job_id, *sent)
    rescued = entry(value={"key": "box:99"}, seq=10, device="phone old")
    answer = send(client, job_id, sent[3], rescued, after=0)
    assert [line["entry"]["id"] for line in answer["others"]] == [e["id"] for e in sent if e is not sent[3]]
    assert answer["last"] == 11


def test_the_version_of_the_record_is_told_with_every_contact(client: FlaskClient, job_id: str) -> None:
    before = send(client, job_id, entry())["saves"]
    assert client.get(f"/api/jobs/{job_id}/log").json["saves"] == before
    stored = client.get(f"/api/jobs/{job_id}")
    document = {**stored.json["document"], "hazards": [{"kind": "vermiculite", "status": "suspected"}]}
    assert (
        client.put(f"/api/jobs/{job_id}", json=document, headers={"If-Match": stored.headers["ETag"]}).status_code
        == 200
    )
    assert client.get(f"/api/jobs/{job_id}/log").json["saves"] == before + 1
    assert send(client, job_id, entry(seq=1))["saves"] == before + 1


def test_a_batch_has_its_bounds(client: FlaskClient, job_id: str) -> None:
    many = client.post(f"/api/jobs/{job_id}/log", json={"entries": [{}] * 100_000})
    assert many.status_code == 422 and "1000" in many.json["detail"].replace(",", "")
    assert client.post(f"/api/jobs/{job_id}/log", data=b"x" * 2_000_001).status_code == 413
    assert client.post("/api/jobs/none/log", json={"entries": []}).status_code == 404
    assert client.get("/api/jobs/none/log").status_code == 404


def test_many_devices_that_send_the_same_at_once_leave_each_entry_once(client: FlaskClient, job_id: str) -> None:
    entries = [entry(value={"key": f"box:{i}"}, seq=i) for i in range(20)]
    answers: list[dict[str, Any]] = []

    def one() -> None:
        answers.append(send(client.application.test_client(), job_id, *entries))

    threads = [threading.Thread(target=one) for _ in range(6)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    states = [answer["state"] for batch in answers for answer in batch["answers"]]
    assert (states.count("accepted"), states.count("known")) == (20, 100)
    assert [line["n"] for line in client.get(f"/api/jobs/{job_id}/log").json["entries"]] == list(range(1, 21))


def test_others_entries_come_with_the_answer(client: FlaskClient, job_id: str) -> None:
    send(client, job_id, entry(device="phone", value={"key": "box:b"}))
    answer = send(client, job_id, entry(), after=0)
    assert [line["entry"]["device"] for line in answer["others"]] == ["phone"] and answer["last"] == 2
    assert send(client, job_id, entry(seq=1), after=2)["others"] == []


def test_an_item_whose_source_is_gone_keeps_its_tick(client: FlaskClient, job_id: str) -> None:
    send(client, job_id, entry(value={"key": "chase:never"}))
    assert state(client, job_id, "chase:never") == "gone"


def test_the_log_goes_with_the_archive_and_an_old_archive_still_opens(client: FlaskClient, job_id: str) -> None:
    send(client, job_id, entry(), entry("note", {"text": "board was rotten", "of": "chase:ch"}, seq=1))
    data = client.get(f"/api/jobs/{job_id}/archive").data
    again = client.post("/api/archives", data=data, content_type="application/zip").json["id"]
    assert state(client, again) == "done"
    assert client.get(f"/api/jobs/{again}/log").json["day"]["notes"][0]["text"] == "board was rotten"
    old = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(data)) as one, zipfile.ZipFile(old, "w") as other:
        other.writestr("job.json", one.read("job.json"))
        other.writestr("log.json", json.dumps({"days": []}))
    answer = client.post("/api/archives", data=old.getvalue(), content_type="application/zip")
    assert answer.status_code == 201 and state(client, answer.json["id"]) == "to_do"


def test_a_log_is_folded_once_for_so_many_entries(
    client: FlaskClient, job_id: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    folded: list[int] = []

    def counted(entries: Sequence[Any]) -> Any:
        folded.append(len(entries))
        return day_of(entries)

    monkeypatch.setattr(log_api, "day_of", counted)
    assert state(client, job_id) == "to_do" and folded == [], "nothing is written yet"
    first = entry()
    log_api.DAYS.clear()
    send(client, job_id, first)
    folded.clear()
    assert [state(client, job_id) for _ in range(3)] == ["done"] * 3 and folded == [1]
    send(client, job_id, entry("void", {}, voids=first["id"], seq=1))
    folded.clear()
    assert [state(client, job_id) for _ in range(2)] == ["to_do"] * 2 and folded == [2]


def test_a_plan_after_the_log_of_a_job_in_the_bin_is_told_that_it_is_not_there(
    client: FlaskClient, job_id: str
) -> None:
    send(client, job_id, entry())
    stored = client.get(f"/api/jobs/{job_id}")
    body = {"job": stored.json["document"], "log_of": job_id}
    assert client.post("/api/plan", json=body).status_code == 200
    assert client.delete(f"/api/jobs/{job_id}", headers={"If-Match": stored.headers["ETag"]}).status_code in (200, 204)
    assert client.post("/api/plan", json=body).status_code == 404
    assert client.post("/api/plan", json={**body, "log_of": "no-such"}).status_code == 404
