"""What is handed in is believed by when it was written; the rest is held for the office, and nothing of it counts until it is taken."""

from __future__ import annotations

import secrets
import sqlite3
from datetime import UTC, date, datetime, timedelta
from pathlib import Path
from typing import Any

import pytest
from flask import Flask

from elm_cover.api import log as log_api
from elm_cover.api.app import create_app
from elm_cover.store.calendar import place_all, unplace
from elm_cover.store.database import FILE_NAME
from elm_cover.store.log import Bound
from elm_cover.store.tries import MOST_HERE
from tests.api.people import first, joined
from tests.api.test_joining import asked, bearer, code_of, shown
from tests.api.test_log import entry
from tests.conftest import attic
from tests.formats.test_archive import picture

CREW = "north"


class Phone:
    """A phone of the crew that joined, and a job that stands with it; times are moved back by days."""

    def __init__(self, folder: Path) -> None:
        self.folder = folder
        self.app: Flask = create_app(folder)
        here = self.app.test_client()
        self.job = str(here.post("/api/jobs", json=attic()).json["id"])
        self.office = first(self.app)
        self.store = self.app.extensions["elm_cover_store"]
        self.place(CREW)
        self.token = secrets.token_urlsafe(24)
        asked(self.app, code_of(shown(self.office, "feeder’s", CREW)), self.token)
        self.id = self.office.get("/api/devices").json["devices"][0]["id"]

    def place(self, crew: str) -> None:
        place_all(self.store, [(self.job, crew, date.today(), 0)], "test")

    def back(self, days: float) -> None:
        """All that happened so far was so much earlier."""
        with sqlite3.connect(self.folder / FILE_NAME) as raw:
            for table in ("stay", "stood"):
                for row, *times in raw.execute(f"SELECT rowid, since, until FROM {table}").fetchall():
                    moved = [
                        None if at is None else (datetime.fromisoformat(at) - timedelta(days=days)).isoformat()
                        for at in times
                    ]
                    raw.execute(f"UPDATE {table} SET since = ?, until = ? WHERE rowid = ?", (*moved, row))

    def revoke(self) -> None:
        self.office.put(f"/api/devices/{self.id}", json={"revoke": True})

    def send(self, *entries: dict[str, Any], **more: Any) -> list[dict[str, Any]]:
        answer = self.app.test_client().post(
            f"/api/jobs/{self.job}/log", json={"entries": list(entries), **more}, headers=bearer(self.token)
        )
        assert answer.status_code == 200, answer.json
        return list(answer.json["answers"])

    def states(self, *entries: dict[str, Any], **more: Any) -> list[str]:
        return [one["state"] for one in self.send(*entries, **more)]

    def logged(self) -> list[str]:
        return [line["entry"]["id"] for line in self.office.get(f"/api/jobs/{self.job}/log").json["entries"]]

    def held(self) -> list[dict[str, Any]]:
        return list(self.office.get("/api/held").json["held"])

    def settle(self, ids: list[str], take: bool) -> int:
        body = {"entries": [{"job": self.job, "id": each} for each in ids], "take": take}
        return int(self.office.post("/api/held", json=body).json["settled"])


@pytest.fixture
def phone(tmp_path: Path) -> Phone:
    return Phone(tmp_path)


def note(days_ago: float = 0.0, **more: Any) -> dict[str, Any]:
    at = (datetime.now(UTC) - timedelta(days=days_ago)).isoformat()
    return entry("note", {"text": "all well"}, **{"device": "phone-1", "at": at, **more})


def test_a_week_without_a_signal_is_believed_though_phone_and_job_are_gone_since(phone: Phone) -> None:
    """Joined ten days ago; the job moved to another crew two days ago, the phone was taken off yesterday."""
    phone.back(8)
    phone.place("south")
    phone.back(1)
    phone.revoke()
    phone.back(1)
    week = [note(9.0, seq=1), note(7.0, seq=2), note(2.5, seq=3)]
    not_theirs, gone, before = note(1.5, seq=4), note(0.5, seq=5), note(11.0, seq=6)
    told = {one["id"]: one for one in phone.send(*week, not_theirs, gone, before)}
    assert [told[one["id"]]["state"] for one in week] == ["accepted"] * 3
    assert "this phone’s crew" in told[not_theirs["id"]]["why"]
    assert "after it was taken off the list" in told[gone["id"]]["why"] == told[before["id"]]["why"]
    assert phone.logged() == [one["id"] for one in week]
    assert {one["id"] for one in phone.held()} == {not_theirs["id"], gone["id"], before["id"]}


def test_the_time_is_the_corrected_one(phone: Phone) -> None:
    """A phone whose clock goes three days behind wrote after it joined, whatever its clock said."""
    behind = (datetime.now(UTC) - timedelta(days=3)).isoformat()
    assert phone.states(note(3.0), device_now=behind) == ["accepted"]
    assert phone.states(note(3.0)) == ["held"]


def test_what_is_held_counts_nowhere_until_it_is_taken(phone: Phone) -> None:
    phone.back(1)
    phone.revoke()
    one, other = note(seq=1), note(seq=2)
    assert phone.states(one, other) == ["held", "held"]
    assert phone.states(one, other) == ["held", "held"] and len(phone.held()) == 2
    first_told = phone.held()[0]
    assert (first_told["name"], first_told["text"], first_told["job"]) == ("feeder’s", "note: all well", phone.job)
    shelf = phone.office.get("/api/jobs").json["jobs"][0]["headline"]
    assert first_told["job_name"] == (shelf["name"] or "")
    assert phone.logged() == []
    assert phone.settle([one["id"]], True) == 1 and phone.settle([one["id"]], True) == 0
    assert phone.logged() == [one["id"]]
    assert phone.settle([other["id"]], False) == 1
    assert phone.states(one, other) == ["known", "refused"]
    assert phone.send(other)[0]["why"] == "the office did not take it"
    assert phone.held() == [] and phone.logged() == [one["id"]]
    deeds = [deed["what"] for deed in phone.office.get("/api/deeds?kind=held_settled").json["deeds"]]
    assert deeds == ["1 refused", "0 taken", "1 taken"]


def test_a_device_that_is_gone_hands_in_and_reads_nothing(phone: Phone) -> None:
    phone.office.post(f"/api/jobs/{phone.job}/log", json={"entries": [entry("note", {"text": "secret"})]})
    phone.revoke()
    client = phone.app.test_client()
    answer = client.post(
        f"/api/jobs/{phone.job}/log", json={"entries": [note()], "after": 0}, headers=bearer(phone.token)
    ).json
    assert (answer["others"], answer["last"], answer["saves"], answer["room"]) == ([], 0, None, None)
    for path in (f"jobs/{phone.job}/log", f"jobs/{phone.job}/field-pack", "field/days"):
        assert client.get(f"/api/{path}", headers=bearer(phone.token)).status_code == 401
    # After sixty days it is nobody.
    with sqlite3.connect(phone.folder / FILE_NAME) as raw:
        raw.execute("UPDATE device SET revoked_at = '2026-01-01T00:00:00+00:00'")
    late = client.post(f"/api/jobs/{phone.job}/log", json={"entries": [note()]}, headers=bearer(phone.token))
    assert late.status_code == 401


def test_who_joins_again_is_believed_for_both_times(phone: Phone) -> None:
    phone.back(2)
    phone.revoke()
    phone.back(2)
    token = secrets.token_urlsafe(24)
    asked(phone.app, code_of(shown(phone.office, "feeder’s", CREW)), token, before=phone.token)
    phone.token = token
    assert phone.states(note(3.0, seq=1), note(1.0, seq=2), note(seq=3)) == ["accepted", "held", "accepted"]


def test_a_job_off_the_calendar_takes_what_was_written_while_it_stood_there(phone: Phone) -> None:
    phone.back(3)
    unplace(phone.store, [phone.job])
    phone.back(1)
    assert phone.states(note(2.0, seq=1), note(0.5, seq=2)) == ["accepted", "held"]
    # To another day of the same crew is nothing new.
    phone.place(CREW)
    place_all(phone.store, [(phone.job, CREW, date.today() + timedelta(days=3), 1)], "test")
    assert phone.states(note(seq=3)) == ["accepted"]


def test_somebody_of_a_crew_who_signed_in_is_judged_alike(phone: Phone) -> None:
    crew = joined(phone.app, phone.office, "crew", CREW)
    phone.place("south")
    body = {"entries": [note(device="phone-2")]}
    answer = crew.post(f"/api/jobs/{phone.job}/log", json=body).json["answers"][0]
    assert answer["state"] == "held"
    assert phone.held()[0]["name"] == "Cy Marsh"


def test_the_office_brings_a_phones_file_in(phone: Phone) -> None:
    """Also what was held and what was refused: it is the office that says so now."""
    phone.revoke()
    one, other = note(seq=1), note(seq=2)
    phone.send(one, other)
    phone.settle([other["id"]], False)
    answers = phone.office.post(f"/api/jobs/{phone.job}/log", json={"entries": [one, other]}).json["answers"]
    assert [each["state"] for each in answers] == ["accepted", "accepted"]
    assert phone.held() == [] and phone.states(one, other) == ["known", "known"]


def test_a_full_log_takes_nothing_that_was_held_either(phone: Phone, monkeypatch: pytest.MonkeyPatch) -> None:
    phone.revoke()
    ones = [note(seq=i) for i in range(4)]
    phone.send(*ones)
    from elm_cover.api import held as held_api

    monkeypatch.setattr(held_api, "LOG_BOUND", Bound(3, 3, frozenset()))
    assert phone.settle([one["id"] for one in ones], True) == 3
    assert len(phone.held()) == 1 and len(phone.logged()) == 3


def test_as_many_wait_for_the_office_as_a_log_holds(phone: Phone, monkeypatch: pytest.MonkeyPatch) -> None:
    phone.revoke()
    monkeypatch.setattr(log_api, "LOG_BOUND", Bound(3, 3, frozenset()))
    assert phone.states(*[note(seq=i) for i in range(5)]) == ["held", "held", "held", "full", "full"]


def test_a_held_entry_with_another_body_is_refused(phone: Phone) -> None:
    phone.revoke()
    one = note()
    phone.send(one)
    told = phone.send({**one, "value": {"text": "changed"}})
    assert told[0]["state"] == "refused" and "says something else" in told[0]["why"]
    assert phone.held()[0]["text"] == "note: all well"


def test_from_before_spells_were_kept_the_crew_of_today_is_believed(phone: Phone) -> None:
    from tests.store.older import take_back

    take_back(phone.folder, 16)
    phone.app = create_app(phone.folder)
    with sqlite3.connect(phone.folder / FILE_NAME) as raw:
        raw.execute("UPDATE stay SET since = '2026-01-01T00:00:00+00:00'")
    assert phone.states(note(40.0)) == ["accepted"]


def test_a_lost_phone_fills_no_disk_with_photos(phone: Phone) -> None:
    content = picture(size=(40, 30))

    def store() -> Any:
        headers = {**bearer(phone.token), "Content-Type": "image/jpeg"}
        return phone.app.test_client().post("/api/photos", data=content, headers=headers)

    assert [store().status_code for _ in range(MOST_HERE + 1)] == [201] * (MOST_HERE + 1)
    phone.revoke()
    found = [store() for _ in range(MOST_HERE + 1)]
    assert [one.status_code for one in found] == [201] * MOST_HERE + [429]
    assert int(found[-1].headers["Retry-After"]) > 60 and "wait on it" in found[-1].json["detail"]
