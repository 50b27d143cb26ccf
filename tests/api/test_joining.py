"""A phone joins by a code: once, within ten minutes, by a token that it made; and is the same phone when it joins again."""

from __future__ import annotations

import secrets
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

import pytest
from flask import Flask
from flask.testing import FlaskClient

from elm_cover.api.app import create_app
from elm_cover.api.door import Door, Reached
from elm_cover.store import joining
from elm_cover.store.passwords import hashed
from elm_cover.store.people import add_first
from elm_cover.store.tries import MOST_HERE
from tests.api.people import OURS, PASSWORD, first
from tests.lan.machines import Machine, called


@pytest.fixture
def app(tmp_path: Path) -> Flask:
    return create_app(tmp_path)


@pytest.fixture
def office(app: Flask) -> FlaskClient:
    return first(app)


def shown(office: FlaskClient, name: str = "feeder’s", crew: str | None = "north") -> dict[str, Any]:
    answer = office.post("/api/devices/codes", json={"name": name, "crew": crew})
    assert answer.status_code == 201, answer.json
    return dict(answer.json or {})


def code_of(told: dict[str, Any]) -> str:
    return str(told["url"]).partition("#code=")[2]


def asked(app: Flask, code: str, token: str = "", **more: Any) -> Any:
    body = {"code": code, "token": token or secrets.token_urlsafe(24), **more}
    return app.test_client().post("/api/field/join", json=body, headers=OURS)


def bearer(token: str) -> dict[str, str]:
    return {"Authorization": f"Bearer {token}"}


def listed(office: FlaskClient) -> list[dict[str, Any]]:
    return list(office.get("/api/devices").json["devices"])


def test_a_code_joins_one_phone_with_its_crew(app: Flask, office: FlaskClient) -> None:
    told, token = shown(office), secrets.token_urlsafe(24)
    assert told["url"].startswith("http://localhost/field/#code=") and not told["reached"]
    assert len(told["rows"]) == len(told["rows"][0]) >= 21 and set("".join(told["rows"])) == {"0", "1"}
    answer = asked(app, code_of(told), token)
    assert answer.status_code == 200 and answer.json == {"name": "feeder’s", "crew": "north"}
    (device,) = listed(office)
    assert (device["name"], device["crew"], device["revoked_at"]) == ("feeder’s", "north", None)
    assert device["joined_at"] and device["seen_at"]
    days = app.test_client().get("/api/field/days", headers=bearer(token)).json
    assert (days["device"], days["crew"], days["own_certificate"]) == ("feeder’s", "north", False)
    (code,) = office.get("/api/devices/codes").json["codes"]
    assert code["used_at"] and code["device"] == device["id"]
    # Neither code nor token is told a second time, or kept as it is.
    assert code_of(told) not in str(office.get("/api/devices/codes").json) and token not in str(listed(office))
    deeds = [(one["kind"], one["who"], one["what"]) for one in office.get("/api/deeds").json["deeds"]]
    assert ("code_shown", "Ana Ortiz", "feeder’s") in deeds and ("device_joined", "feeder’s", "feeder’s") in deeds


def test_a_lost_answer_is_asked_for_again_and_another_phone_gets_nothing(app: Flask, office: FlaskClient) -> None:
    code, token = code_of(shown(office)), secrets.token_urlsafe(24)
    assert [asked(app, code, token).status_code for _ in range(3)] == [200, 200, 200]
    other = asked(app, code)
    assert other.status_code == 410 and "used, has ended, or never was" in other.json["detail"]
    assert len(listed(office)) == 1


def test_ended_old_and_guessed_codes_are_over(app: Flask, office: FlaskClient, monkeypatch: pytest.MonkeyPatch) -> None:
    told = shown(office)
    office.delete(f"/api/devices/codes/{told['code']['id']}")
    assert asked(app, code_of(told)).status_code == 410
    monkeypatch.setattr(joining, "GOOD_FOR", timedelta(seconds=-1))
    assert asked(app, code_of(shown(office))).status_code == 410
    # Guessing ends: of one address so many tries, and then a wait.
    found = [asked(app, secrets.token_urlsafe(18)).status_code for _ in range(MOST_HERE)]
    assert found[-1] == 429 and set(found) == {410, 429}
    assert listed(office) == []


def test_a_code_is_good_for_ten_minutes(office: FlaskClient) -> None:
    ends = datetime.fromisoformat(shown(office)["code"]["ends_at"]) - datetime.now(UTC)
    assert timedelta(minutes=9, seconds=55) < ends <= timedelta(minutes=10)


def test_a_phone_that_joins_again_is_the_same_device_and_its_old_token_is_over(app: Flask, office: FlaskClient) -> None:
    """Also one that was taken off the list: it is the office that showed the code."""
    old = secrets.token_urlsafe(24)
    asked(app, code_of(shown(office)), old)
    (before,) = listed(office)
    office.put(f"/api/devices/{before['id']}", json={"revoke": True})
    new = secrets.token_urlsafe(24)
    asked(app, code_of(shown(office, "feeder’s, again", None)), new, before=old)
    (after,) = listed(office)
    assert (after["id"], after["name"], after["crew"]) == (before["id"], "feeder’s, again", None)
    assert after["revoked_at"] is None
    days = [app.test_client().get("/api/field/days", headers=bearer(one)).status_code for one in (old, new)]
    assert days == [401, 200]


def test_a_token_that_is_somebodys_is_nobodys_to_choose(app: Flask, office: FlaskClient) -> None:
    token = secrets.token_urlsafe(24)
    asked(app, code_of(shown(office)), token)
    assert asked(app, code_of(shown(office, "another")), token).status_code == 410
    # A token made up as the one before makes nobody else's device one's own.
    asked(app, code_of(shown(office, "third")), before="x" * 32)
    assert sorted(one["name"] for one in listed(office)) == ["feeder’s", "third"]


@pytest.mark.parametrize(
    "body", [{}, {"code": "x"}, {"code": "x" * 20, "token": "short"}, {"code": "x" * 20, "token": "ü" * 40}]
)
def test_what_is_no_code_is_refused_by_name(app: Flask, office: FlaskClient, body: dict[str, Any]) -> None:
    answer = app.test_client().post("/api/field/join", json=body, headers=OURS)
    assert answer.status_code == 422 and {one["field"] for one in answer.json["errors"]} <= {"code", "token"}


def test_another_sites_page_joins_nobody(app: Flask, office: FlaskClient) -> None:
    body = {"code": code_of(shown(office)), "token": secrets.token_urlsafe(24)}
    assert app.test_client().post("/api/field/join", json=body).status_code == 403


def test_no_more_codes_at_once_than_anybody_scans(office: FlaskClient, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(joining, "MOST_OPEN", 2)
    assert [office.post("/api/devices/codes", json={"name": "a"}).status_code for _ in range(3)] == [201, 201, 409]


def test_a_phone_says_what_it_holds(app: Flask, office: FlaskClient) -> None:
    token = secrets.token_urlsafe(24)
    asked(app, code_of(shown(office)), token)
    phone = app.test_client()
    held = []
    for said in ("12+1", "nonsense", "0+0"):
        phone.get("/api/field/days", headers={**bearer(token), "X-Elm-Cover-Holds": said})
        (device,) = listed(office)
        held.append((device["unsent"], device["unsent_photos"]))
    assert held == [(12, 1), (12, 1), (0, 0)]


def test_a_backup_lets_nobody_join_by_an_old_code(app: Flask, office: FlaskClient, tmp_path: Path) -> None:
    from elm_cover.store.backup import backup, restore

    code = code_of(shown(office))
    backup(tmp_path, tmp_path.parent / "b.zip")
    restore(tmp_path.parent / "b.zip", tmp_path.parent / "back")
    assert asked(create_app(tmp_path.parent / "back"), code).status_code == 410


def test_the_address_is_the_one_a_phone_opens(tmp_path: Path) -> None:
    behind = Door(scheme="https", host="attic.example", prefix="/elm").reached("attic.example")
    assert behind == Reached("https://attic.example/elm", True)
    machine = Machine(tmp_path)
    keeper = machine.keeper()
    network = Door(names=keeper, scheme="https", network=keeper)
    # The desk may have asked by another name: a phone is told what others reach.
    for host in ("127.0.0.1:8790", "office-pc.local:8790"):
        found = network.reached(host)
        assert found == Reached("https://192.168.7.20:8790", True, "http://192.168.7.20:8790/door/")
    machine.called = called()
    keeper.look()
    assert network.reached("127.0.0.1:8790") == Reached("https://127.0.0.1:8790", False)


def test_on_the_network_the_code_has_the_certificate_beside_it(tmp_path: Path) -> None:
    keeper = Machine(tmp_path / "door").keeper()
    app = create_app(tmp_path / "data", Door(names=keeper, scheme="https", network=keeper))
    add_first(app.extensions["elm_cover_store"], "Ana Ortiz", hashed(PASSWORD))
    client = app.test_client()
    client.environ_base["HTTP_X_ELM_COVER"] = "1"
    at = {"base_url": "https://192.168.7.20:8790"}
    who = {"name": "Ana Ortiz", "password": PASSWORD}
    assert client.post("/api/me/sign-in", json=who, **at).status_code == 200
    told = client.post("/api/devices/codes", json={"name": "feeder’s"}, **at).json
    assert told["certificate"] == "http://192.168.7.20:8790/door/" and told["reached"]
    assert told["certificate_rows"] not in (None, told["rows"])
