"""Accounts: the first one, invitations, signing in and out, tries, locks; what a session and a cookie are good for."""

from __future__ import annotations

import re
import sqlite3
import threading
from datetime import UTC, date, datetime, timedelta
from pathlib import Path
from typing import Any

import pytest
from flask import Flask
from flask.testing import FlaskClient

from elm_cover.api.app import create_app
from elm_cover.api.door import Door, door_of
from elm_cover.job import JobError
from elm_cover.store import passwords, sessions, tries
from elm_cover.store.backup import backup, restore
from elm_cover.store.calendar import place_all
from elm_cover.store.database import FILE_NAME
from tests.api.people import NAMES, OURS, PASSWORD, first, joined, signed_in
from tests.api.test_log import entry
from tests.conftest import attic

HTTPS = Door(scheme="https", host="attic.example")


@pytest.fixture
def app(tmp_path: Path) -> Flask:
    return create_app(tmp_path / "data")


def code_of(answer: Any) -> str:
    return str(answer.json["link"]).split("#")[1]


def fresh(app: Flask) -> FlaskClient:
    client = app.test_client()
    client.environ_base["HTTP_X_ELM_COVER"] = "1"
    return client


def test_without_an_account_this_machine_does_everything(app: Flask) -> None:
    client = app.test_client()
    me = client.get("/api/me").json
    assert me["local"] and me["first"] and me["person"] is None and "office" in me["rights"]
    assert client.post("/api/jobs", json=attic()).status_code == 201
    assert client.get("/api/deeds").json["deeds"] == []
    # Others are invited once somebody is there to invite them.
    assert client.post("/api/people", json={"name": "Bo", "role": "reader"}).status_code == 409


def test_with_the_first_account_this_machine_signs_in_too(app: Flask) -> None:
    office = first(app)
    assert app.test_client().get("/api/jobs").status_code == 401
    assert office.post("/api/jobs", json=attic()).status_code == 201
    assert office.get("/api/jobs").json["jobs"]
    assert fresh(app).post("/api/me/first", json={"name": "Eve", "password": PASSWORD}).status_code == 403


@pytest.mark.parametrize("header", ["Forwarded", "X-Forwarded-For", "x-forwarded-host"])
def test_the_first_account_is_not_made_through_a_proxy(app: Flask, header: str) -> None:
    answer = fresh(app).post("/api/me/first", json={"name": "Eve", "password": PASSWORD}, headers={header: "10.0.0.9"})
    assert answer.status_code == 403 and app.test_client().get("/api/me").json["first"]


def test_of_two_first_accounts_at_once_one_is_made(app: Flask) -> None:
    got: list[int] = []
    at_once = threading.Barrier(4)

    def make(name: str) -> None:
        client = fresh(app)
        at_once.wait()
        got.append(client.post("/api/me/first", json={"name": name, "password": PASSWORD}).status_code)

    threads = [threading.Thread(target=make, args=(f"Person {i}",)) for i in range(4)]
    for each in threads:
        each.start()
    for each in threads:
        each.join()
    assert sorted(got)[0] == 200 and got.count(200) == 1 and set(got) <= {200, 403, 409}


def test_an_invitation_is_taken_up_once(app: Flask) -> None:
    office = first(app)
    code = code_of(office.post("/api/people", json={"name": "Bo Lind", "role": "estimator"}))
    assert fresh(app).post("/api/me/join", json={"code": code, "password": "short"}).status_code == 422
    at_once = threading.Barrier(4)
    got: list[int] = []

    def take() -> None:
        client = fresh(app)
        at_once.wait()
        got.append(client.post("/api/me/join", json={"code": code, "password": PASSWORD}).status_code)

    threads = [threading.Thread(target=take) for _ in range(4)]
    for each in threads:
        each.start()
    for each in threads:
        each.join()
    assert sorted(got) == [200, 410, 410, 410]
    assert fresh(app).post("/api/me/join", json={"code": "made up", "password": PASSWORD}).status_code == 410


def test_an_invitation_ends(app: Flask, monkeypatch: pytest.MonkeyPatch) -> None:
    office = first(app)
    monkeypatch.setattr(sessions, "INVITED_FOR", timedelta(seconds=-1))
    late = code_of(office.post("/api/people", json={"name": "Bo Lind", "role": "reader"}))
    assert fresh(app).post("/api/me/join", json={"code": late, "password": PASSWORD}).status_code == 410
    monkeypatch.undo()
    person = office.get("/api/people").json["people"][1]
    older = code_of(office.post(f"/api/people/{person['id']}/invitation"))
    newer = code_of(office.post(f"/api/people/{person['id']}/invitation"))
    assert fresh(app).post("/api/me/join", json={"code": older, "password": PASSWORD}).status_code == 410
    office.put(f"/api/people/{person['id']}", json={"locked": True})
    assert fresh(app).post("/api/me/join", json={"code": newer, "password": PASSWORD}).status_code == 410


def test_a_new_link_lets_the_old_password_work_until_it_is_used(app: Flask) -> None:
    office = first(app)
    crew = joined(app, office, "crew", "north")
    person = next(one for one in office.get("/api/people").json["people"] if one["role"] == "crew")
    code = code_of(office.post(f"/api/people/{person['id']}/invitation"))
    assert crew.get("/api/field/days").status_code == 200
    other = fresh(app)
    other.post("/api/me/join", json={"code": code, "password": "nine other ladders"})
    assert crew.get("/api/field/days").status_code == 401 and other.get("/api/field/days").status_code == 200


def test_words_and_status_are_the_same_whoever_it_is(app: Flask) -> None:
    office = first(app)
    joined(app, office, "reader")
    office.post("/api/people", json={"name": "Not Ready", "role": "reader"})
    locked = office.post("/api/people", json={"name": "Locked Out", "role": "reader"})
    fresh(app).post("/api/me/join", json={"code": code_of(locked), "password": PASSWORD})
    office.put(f"/api/people/{locked.json['person']['id']}", json={"locked": True})
    told = []
    for name, password in (
        (NAMES["reader"], "a wrong password"), ("Nobody At All", PASSWORD), ("Not Ready", PASSWORD), ("Locked Out", PASSWORD),
    ):  # fmt: skip
        answer = fresh(app).post("/api/me/sign-in", json={"name": name, "password": password})
        told.append((answer.status_code, answer.data, answer.headers.get("Set-Cookie")))
    assert len(set(told)) == 1 and told[0][0] == 401 and told[0][2] is None


def test_tries_are_counted_by_account_and_address(app: Flask, monkeypatch: pytest.MonkeyPatch) -> None:
    office = first(app)
    joined(app, office, "reader")
    now = [1_800_000_000.0]
    monkeypatch.setattr("elm_cover.store.tries.count_try.__defaults__", (lambda: now[0],))

    def tried(name: str, password: str, address: str) -> int:
        return (
            fresh(app)
            .post("/api/me/sign-in", json={"name": name, "password": password}, environ_base={"REMOTE_ADDR": address})
            .status_code
        )

    reader = NAMES["reader"]
    assert [tried(reader, "wrong", "10.0.0.1") for _ in range(tries.MOST_HERE)] == [401] * tries.MOST_HERE
    refused = fresh(app).post(
        "/api/me/sign-in",
        json={"name": f" {reader.upper()} ", "password": PASSWORD},
        environ_base={"REMOTE_ADDR": "10.0.0.1"},
    )
    assert refused.status_code == 429 and int(refused.headers["Retry-After"]) == tries.WITHIN_S
    # From another place the one it belongs to still comes in, and somebody else from this one.
    assert tried(reader, PASSWORD, "10.0.0.2") == 200 and tried(NAMES["office"], PASSWORD, "10.0.0.1") == 200
    # Who does not exist is counted alike.
    assert [tried("Nobody", "x", "10.0.0.3") for _ in range(tries.MOST_HERE + 1)] == [401] * tries.MOST_HERE + [429]
    # Nobody walks through the names from one place, nor through the places at one name.
    many = [tried(f"Name {i}", "x", "10.0.0.4") for i in range(tries.MOST_OF_ADDRESS + 1)]
    assert many.count(429) == 1 and many[-1] == 429
    spread = [tried("Spread", "x", f"10.1.{i // 8}.1") for i in range(tries.MOST_OF_ACCOUNT + 1)]
    assert spread.index(429) == tries.MOST_OF_ACCOUNT
    now[0] += tries.WITHIN_S
    assert tried(reader, PASSWORD, "10.0.0.1") == 200
    # A clock that was set back years keeps nobody out.
    now[0] -= 1e8
    assert tried("Spread", "x", "10.1.0.1") == 401


def test_tries_outlive_a_restart(tmp_path: Path) -> None:
    first(create_app(tmp_path))
    for _ in range(tries.MOST_HERE):
        fresh(create_app(tmp_path)).post("/api/me/sign-in", json={"name": NAMES["office"], "password": "wrong"})
    answer = fresh(create_app(tmp_path)).post("/api/me/sign-in", json={"name": NAMES["office"], "password": PASSWORD})
    assert answer.status_code == 429


@pytest.mark.parametrize(
    ("password", "why"),
    [
        ("eleven chrs", "at least 12"), ("a" * 201, "at most 200"), ("aaaaaaaaaaaaaaaa", "different"),
        ("Password1234!", "easy to guess"), ("ana ortiz ana ortiz", "easy to guess"),
    ],
)  # fmt: skip
def test_what_is_no_password(password: str, why: str) -> None:
    with pytest.raises(JobError, match=why):
        passwords.checked(password, "Ana Ortiz")


def test_a_password_is_the_same_from_every_keyboard_and_kept_as_argon2id(app: Flask, tmp_path: Path) -> None:
    kept = passwords.hashed("naïve purple ladder")
    assert passwords.is_right(kept, "nai\u0308ve purple ladder") and not passwords.is_right(kept, "naive purple ladder")
    assert kept.startswith("$argon2id$v=19$m=19456,t=2,p=1$") and not passwords.is_right(None, "nobody's")
    first(app)
    with sqlite3.connect(tmp_path / "data" / FILE_NAME) as raw:
        told = repr(raw.execute("SELECT * FROM person").fetchall() + raw.execute("SELECT * FROM session").fetchall())
    assert PASSWORD not in told and "argon2id" in told


def test_a_session_ends_where_it_is_kept(app: Flask) -> None:
    first(app)
    one, two, three = (signed_in(app, NAMES["office"]) for _ in range(3))
    listed = one.get("/api/me/sessions").json["sessions"]
    assert len(listed) == 4 and sum(each["this"] for each in listed) == 1
    assert two.post("/api/me/sign-out").status_code == 204 and two.get("/api/jobs").status_code == 401
    # Of those that are left: which of the four signed out is not told.
    other = next(each for each in one.get("/api/me/sessions").json["sessions"] if not each["this"])
    one.delete(f"/api/me/sessions/{other['id']}")
    left = one.get("/api/me/sessions").json["sessions"]
    assert len(left) == 2 and other["id"] not in {each["id"] for each in left}
    answer = one.put("/api/me/password", json={"old": PASSWORD, "new": "ten yellow hammers"})
    assert answer.status_code == 204 and [c.get("/api/jobs").status_code for c in (one, three)] == [200, 401]
    assert one.put("/api/me/password", json={"old": PASSWORD, "new": "ten yellow hammers"}).status_code == 403
    again = signed_in(app, NAMES["office"], "ten yellow hammers")
    assert one.delete("/api/me/sessions").status_code == 204
    assert [c.get("/api/jobs").status_code for c in (one, again)] == [401, 401]


def test_nobody_ends_another_ones_session(app: Flask) -> None:
    office = first(app)
    reader = joined(app, office, "reader")
    (own,) = office.get("/api/me/sessions").json["sessions"]
    reader.delete(f"/api/me/sessions/{own['id']}")
    assert office.get("/api/me").json["person"]["name"] == NAMES["office"]


def test_a_session_left_alone_or_too_old_is_over(app: Flask, tmp_path: Path) -> None:
    for column, age in (("seen_at", sessions.LEFT_ALONE), ("made_at", sessions.AT_MOST)):
        client = first(app) if column == "seen_at" else signed_in(app, NAMES["office"])
        assert client.get("/api/jobs").status_code == 200
        then = (datetime.now(UTC) - age - timedelta(minutes=1)).isoformat(timespec="seconds")
        with sqlite3.connect(tmp_path / "data" / FILE_NAME) as raw:
            raw.execute(f"UPDATE session SET {column} = ?", (then,))
        assert client.get("/api/jobs").status_code == 401


def test_a_backup_from_before_lets_nobody_in_again(app: Flask, tmp_path: Path) -> None:
    office = first(app)
    backup(tmp_path / "data", tmp_path / "b.zip")
    restore(tmp_path / "b.zip", tmp_path / "back")
    back = create_app(tmp_path / "back")
    cookie = office.get_cookie("elm_cover")
    assert cookie is not None
    client = back.test_client()
    client.set_cookie("elm_cover", cookie.value)
    assert (
        client.get("/api/jobs").status_code == 401
        and signed_in(back, NAMES["office"]).get("/api/jobs").status_code == 200
    )


def test_lock_role_and_deletion_hold_at_once(app: Flask) -> None:
    office = first(app)
    bo = joined(app, office, "estimator")
    id_ = bo.get("/api/me").json["person"]["id"]
    assert bo.post("/api/jobs", json=attic()).status_code == 201
    office.put(f"/api/people/{id_}", json={"role": "reader"})
    assert bo.post("/api/jobs", json=attic()).status_code == 403 and bo.get("/api/jobs").status_code == 200
    office.put(f"/api/people/{id_}", json={"locked": True})
    assert bo.get("/api/jobs").status_code == 401
    office.put(f"/api/people/{id_}", json={"locked": False})
    # Unlocked, the old cookie is still good for nothing.
    assert bo.get("/api/jobs").status_code == 401
    assert signed_in(app, NAMES["estimator"]).get("/api/jobs").status_code == 200
    assert office.delete(f"/api/people/{id_}").status_code == 204
    assert [one["name"] for one in office.get("/api/people").json["people"]] == [NAMES["office"]]
    # The name stays where records tell it, and is nobody else's.
    taken = office.post("/api/people", json={"name": NAMES["estimator"].upper(), "role": "reader"})
    assert taken.status_code == 409 and "is, or was, called" in taken.json["detail"]
    job = office.get("/api/jobs").json["jobs"][0]["id"]
    assert office.get(f"/api/jobs/{job}/revisions").json["revisions"][0]["actor"] == NAMES["estimator"]


def test_the_last_of_the_office_stays(app: Flask) -> None:
    office = first(app)
    id_ = office.get("/api/me").json["person"]["id"]
    asked = [
        office.put(f"/api/people/{id_}", json={"role": "reader"}), office.put(f"/api/people/{id_}", json={"locked": True}),
        office.delete(f"/api/people/{id_}"),
    ]  # fmt: skip
    assert [answer.status_code for answer in asked] == [409] * 3
    # One who has not chosen a password cannot sign in, and so does not count.
    office.post("/api/people", json={"name": "Second", "role": "office"})
    assert office.delete(f"/api/people/{id_}").status_code == 409


@pytest.mark.parametrize(
    "told", [{"role": "crew"}, {"role": "crew", "crew": ""}, {"role": "boss"}, {"name": "a\nb", "role": "reader"}]
)
def test_who_cannot_be_invited(app: Flask, told: dict[str, str]) -> None:
    assert first(app).post("/api/people", json={"name": "Bo", **told}).status_code in (409, 422)


def test_cookies_are_the_browsers_and_no_pages(app: Flask, tmp_path: Path) -> None:
    answer = fresh(app).post("/api/me/first", json={"name": "Ana Ortiz", "password": PASSWORD})
    told = answer.headers["Set-Cookie"]
    assert re.fullmatch(r"elm_cover=[\w-]{43}; Expires=[^;]+; Max-Age=7776000; HttpOnly; Path=/; SameSite=Strict", told)
    for at, name, path in (
        (HTTPS, "__Host-elm_cover", "/"), (door_of("https://attic.example/elm/"), "__Secure-elm_cover", "/elm/"),
    ):  # fmt: skip
        client = create_app(tmp_path / "data", at).test_client()
        found = client.post(
            "/api/me/sign-in", json={"name": "ana ortiz", "password": PASSWORD}, base_url="https://attic.example",
            headers={"Origin": "https://attic.example", **OURS},
        )  # fmt: skip
        told = found.headers["Set-Cookie"]
        assert told.startswith(f"{name}=") and f"; Secure; HttpOnly; Path={path}; SameSite=Strict" in told


def test_changes_come_from_our_own_pages(app: Flask) -> None:
    office = first(app)
    bare = {key: value for key, value in office.environ_base.items() if key != "HTTP_X_ELM_COVER"}
    office.environ_base.clear()
    office.environ_base.update(bare)
    assert office.post("/api/jobs", json=attic()).status_code == 403 and office.get("/api/jobs").status_code == 200
    for origin in ("https://elsewhere.example", "null", "http://localhost:1", "https://localhost"):
        answer = office.post("/api/jobs", json=attic(), headers={"Origin": origin, **OURS})
        assert answer.status_code == 403, origin
    assert office.post("/api/jobs", json=attic(), headers={"Origin": "http://localhost", **OURS}).status_code == 201
    # Signing in is a change too: nobody is signed in as somebody else from another page.
    told = {"name": NAMES["office"], "password": PASSWORD}
    assert app.test_client().post("/api/me/sign-in", json=told).status_code == 403
    assert office.get("/api/jobs", headers={"Host": "elsewhere.example"}).status_code == 421


def test_a_token_in_an_address_is_no_token(app: Flask) -> None:
    office = first(app)
    token = office.post("/api/devices", json={"name": "hopper"}).json["token"]
    cookie = office.get_cookie("elm_cover")
    assert cookie is not None
    client = app.test_client()
    for query in (f"token={token}", f"elm_cover={cookie.value}", f"access_token={cookie.value}"):
        assert client.get(f"/api/jobs?{query}").status_code == 401
    client.set_cookie("elm_cover", token)
    assert client.get("/api/field/days").status_code == 401
    assert client.get("/api/field/days", headers={"Authorization": f"Bearer {cookie.value}"}).status_code == 401


def test_who_wrote_in_the_log_is_who_signed_in(app: Flask) -> None:
    office = first(app)
    job = str(office.post("/api/jobs", json=attic()).json["id"])
    bo = joined(app, office, "estimator")
    written = entry("note", {"text": "here"}, actor="Ana Ortiz")
    assert bo.post(f"/api/jobs/{job}/log", json={"entries": [written]}).json["answers"][0]["state"] == "accepted"
    assert office.get(f"/api/jobs/{job}/log").json["entries"][0]["entry"]["actor"] == NAMES["estimator"]
    # Sent again it is known, whatever name it was written under; the office may bring anybody's.
    assert bo.post(f"/api/jobs/{job}/log", json={"entries": [written]}).json["answers"][0]["state"] == "known"
    brought = entry("note", {"text": "from a file"}, actor="Old Hand")
    office.post(f"/api/jobs/{job}/log", json={"entries": [brought]})
    assert office.get(f"/api/jobs/{job}/log").json["entries"][1]["entry"]["actor"] == "Old Hand"


def test_a_phone_that_goes_from_hand_to_hand_goes_on(app: Flask) -> None:
    """Two people of a crew sign in on it one after the other; then it gets a token of its own. Another's device stays another's."""
    office = first(app)
    job = str(office.post("/api/jobs", json=attic()).json["id"])
    place_all(app.extensions["elm_cover_store"], [(job, "north", date.today(), 0)], "test")
    cy = joined(app, office, "crew", "north")
    other = joined(app, office, "crew", "north", "Fay Reed")
    made = office.post("/api/devices", json={"name": "the phone", "crew": "north"}).json
    phone = app.test_client()
    phone.environ_base["HTTP_AUTHORIZATION"] = f"Bearer {made['token']}"

    def sent(client: FlaskClient, number: int, device: str = "phone-7") -> str:
        told = {**entry("note", {"text": "here"}), "device": device, "seq": number}
        return str(client.post(f"/api/jobs/{job}/log", json={"entries": [told]}).json["answers"][0]["state"])

    assert [sent(cy, 1), sent(other, 2), sent(cy, 3), sent(phone, 4)] == ["accepted"] * 4
    assert [sent(cy, 5), sent(office, 6)] == ["refused", "accepted"]
    senders = [line["sender"] for line in office.get(f"/api/jobs/{job}/log").json["entries"]]
    cys, others = (f"person {one.get('/api/me').json['person']['id']}" for one in (cy, other))
    assert senders[:4] == [cys, others, cys, made["device"]["id"]]
