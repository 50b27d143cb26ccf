"""Who may do what: every route of the program asked for by every role, by a device and by nobody, against a list written by hand."""

from __future__ import annotations

import itertools
import re
from collections.abc import Iterator
from datetime import date
from pathlib import Path

import pytest
from flask import Flask
from flask.testing import FlaskClient

from elm_cover.api.app import create_app
from elm_cover.api.interface import document
from elm_cover.api.routes import ROUTES
from elm_cover.store.calendar import place_all
from elm_cover.store.jobs import JobStore
from tests.api.people import first, joined
from tests.api.test_log import entry
from tests.conftest import attic
from tests.store.older import take_back

# By hand, apart from the program's table: method and address, then who may. o office, e estimator, c crew, r reader, d device, g a device that was
# taken off the list, n nobody; C and D: of their own crew's jobs alone.
MAY = """
GET /api/me oecrn
POST /api/me/sign-in oecrn
POST /api/me/join oecrn
POST /api/me/sign-out oecrn
PUT /api/me/password oecr
GET /api/me/sessions oecr
DELETE /api/me/sessions/{session_id} oecr
DELETE /api/me/sessions oecr
GET /api/people o
POST /api/people o
PUT /api/people/{person_id} o
DELETE /api/people/{person_id} o
POST /api/people/{person_id}/invitation o
GET /api/deeds o
GET /api/deeds/record.csv o
GET /api/devices o
POST /api/devices o
PUT /api/devices/{device_id} o
GET /api/devices/codes o
POST /api/devices/codes o
DELETE /api/devices/codes/{code_id} o
GET /api/held o
POST /api/held o
GET /api/setup o
POST /api/field/join oecrn
GET /api/records o
PUT /api/firm o
PUT /api/calendar/busy/{crew} o
PUT /api/calendar/places o
PUT /api/calendar/weather o
POST /api/calendar/weather.csv o
POST /api/calendar/propose o
POST /api/archives oe
POST /api/jobs oe
PUT /api/jobs/{job_id} oe
DELETE /api/jobs/{job_id} oe
GET /api/jobs/{job_id}/archive oe
GET /api/jobs/{job_id}/handover oe
POST /api/jobs/{job_id}/bring-out oe
POST /api/jobs/{job_id}/duplicate oe
POST /api/jobs/{job_id}/papers oe
POST /api/jobs/{job_id}/revisions/{number}/bring-back oe
GET /api/jobs oer
GET /api/jobs/{job_id} oer
GET /api/jobs/{job_id}/papers oer
GET /api/jobs/{job_id}/papers/{number} oer
GET /api/jobs/{job_id}/proof oer
GET /api/jobs/{job_id}/revisions oer
GET /api/jobs/{job_id}/revisions/{number} oer
GET /api/jobs/{job_id}/revisions/{number}/changes oer
GET /api/jobs/{job_id}/run oer
GET /api/jobs/{job_id}/log/stream oer
GET /api/firm oer
GET /api/products oer
GET /api/papers oer
GET /api/papers/keys oer
POST /api/papers/verify oer
GET /api/calendar oer
GET /api/calendar/calendar.ics oer
GET /api/calendar/order.csv oer
GET /api/calendar/order.pdf oer
GET /api/openapi.json oer
POST /api/compare oer
POST /api/corners oer
POST /api/export/{name} oer
POST /api/export/products oer
POST /api/import/csv/{what} oer
POST /api/import/dxf oer
POST /api/import/products oer
POST /api/load oer
POST /api/load.csv oer
POST /api/outline/join oer
POST /api/outline/walk oer
POST /api/plan oer
POST /api/rack oer
POST /api/start oer
GET /api/lists oecr
GET /api/field/days oecrd
GET /api/jobs/{job_id}/field-pack oerCD
GET /api/jobs/{job_id}/log oerCD
POST /api/jobs/{job_id}/log oecdg
GET /api/photos/{name} oerCD
POST /api/photos oecdg
GET / oecrdgn
GET /{screen} oecrdgn
GET /assets/{name} oecrdgn
GET /door/ oecrdgn
GET /door/assets/{name} oecrdgn
GET /door/trusted oecrdgn
GET /field/ oecrdgn
GET /field/{screen} oecrdgn
GET /field/assets/{name} oecrdgn
"""
WHO = {"o": "office", "e": "estimator", "c": "crew", "r": "reader", "d": "device", "g": "gone", "n": "nobody"}
REFUSED = (401, 403)
CREW = "north"


def told() -> Iterator[tuple[str, str, str]]:
    for line in MAY.strip().splitlines():
        method, path, who = line.split(" ")
        yield method, path, who


def every_address() -> set[tuple[str, str]]:
    """Those of the OpenAPI document, and the pages beside it."""
    paths = document(create_app(None))["paths"]
    assert isinstance(paths, dict)
    api = {(method.upper(), path) for path, methods in paths.items() for method in methods}
    rest = {(method, re.sub(r"<(?:\w+:)?(\w+)>", r"{\1}", rule)) for method, rule in ROUTES}
    return api | rest


def test_the_list_written_by_hand_names_every_address() -> None:
    here = {(method, path) for method, path, _ in told()}
    # The first account is made by who is nobody yet; tests/api/test_people.py.
    assert every_address() - here == {("POST", "/api/me/first")} and here <= every_address()


class Firm:
    """One of each, a job of the crew's own and another's, each with a photo in its log."""

    def __init__(self, folder: Path) -> None:
        self.app: Flask = create_app(folder)
        store: JobStore = self.app.extensions["elm_cover_store"]
        here = self.app.test_client()
        self.own, self.others = (str(here.post("/api/jobs", json=attic()).json["id"]) for _ in range(2))
        token = here.post("/api/devices", json={"name": "hopper", "crew": CREW}).json["token"]
        lost = here.post("/api/devices", json={"name": "lost", "crew": CREW}).json
        here.put(f"/api/devices/{lost['device']['id']}", json={"revoke": True})
        office = first(self.app)
        day = date(2026, 12, 2)
        place_all(store, [(self.own, CREW, day, 0), (self.others, "south", day, 0)], "test")
        device = self.app.test_client()
        device.environ_base["HTTP_AUTHORIZATION"] = f"Bearer {token}"
        self.clients = {
            "office": office,
            "estimator": joined(self.app, office, "estimator"),
            "crew": joined(self.app, office, "crew", CREW),
            "reader": joined(self.app, office, "reader"),
            "device": device,
            "gone": self.app.test_client(),
            "nobody": self.app.test_client(),
        }
        self.clients["gone"].environ_base["HTTP_AUTHORIZATION"] = f"Bearer {lost['token']}"
        self.clients["nobody"].environ_base["HTTP_X_ELM_COVER"] = "1"
        self.photos = {}
        for i, job in enumerate((self.own, self.others)):
            name = f"{i}" * 64 + ".jpg"
            (folder / "photos").mkdir(exist_ok=True)
            (folder / "photos" / name).write_bytes(b"JPEG")
            office.post(f"/api/jobs/{job}/log", json={"entries": [entry("photo", {"file": name})]})
            self.photos[job] = name


@pytest.fixture(scope="module")
def firm(tmp_path_factory: pytest.TempPathFactory) -> Firm:
    return Firm(tmp_path_factory.mktemp("firm"))


# Asked last: who asked is signed out then.
LAST = ("/api/me/sign-out", "/api/me/sessions")


def filled(path: str, job: str, photo: str) -> str:
    """An address with values; what is meant by most is not there, which is not the same as refused."""
    values = {"job_id": job, "number": "1", "what": "readings"}
    name = photo if "/photos/" in path else "readings.csv"
    return re.sub(r"\{(\w+)\}", lambda found: values.get(found[1], name if found[1] == "name" else "none"), path)


def status(client: FlaskClient, method: str, path: str) -> int:
    return client.open(path, method=method, json={}).status_code


def test_every_role_may_what_the_list_says_and_nothing_else(firm: Firm) -> None:
    wrong = []
    asked = sorted(told(), key=lambda row: (row[1] in LAST, row[0] in ("DELETE", "PUT"), row[1]))
    for (method, path, may), (letter, who) in itertools.product(asked, WHO.items()):
        for job in (firm.own, firm.others):
            of_a_job = "{job_id}" in path or "/photos/{name}" in path
            may_it = letter in may or (letter.upper() in may and (job == firm.own or not of_a_job))
            got = status(firm.clients[who], method, filled(path, job, firm.photos[job]))
            if path in LAST and letter != "n":
                break  # once: it ends what it came with
            if (got in REFUSED) == may_it and not (path.endswith(("sign-in", "join")) and got == 422):
                wrong.append((who, method, path, "own" if job == firm.own else "other", got))
    assert wrong == []


def test_nobody_gets_401_and_who_has_no_right_403(tmp_path: Path) -> None:
    firm = Firm(tmp_path)
    assert [status(firm.clients[who], "GET", "/api/people") for who in WHO.values()] == [
        200,
        403,
        403,
        403,
        403,
        401,
        401,
    ]
    # HEAD tells as little as GET.
    assert firm.clients["crew"].head(f"/api/jobs/{firm.others}/field-pack").status_code == 403
    assert firm.clients["nobody"].head("/api/jobs").status_code == 401
    # A job that moves to another crew takes its packs, logs and photos along.
    place_all(firm.app.extensions["elm_cover_store"], [(firm.own, "south", date(2026, 12, 3), 0)], "test")
    for path in (
        f"/api/jobs/{firm.own}/field-pack",
        f"/api/jobs/{firm.own}/log",
        f"/api/photos/{firm.photos[firm.own]}",
    ):
        assert [firm.clients[who].get(path).status_code for who in ("crew", "device")] == [403, 403]


def test_days_are_the_crews_own(firm_today: Firm) -> None:
    found = {who: firm_today.clients[who].get("/api/field/days").json["days"][0]["jobs"] for who in ("crew", "reader")}
    assert [job["job"] for job in found["crew"]] == [firm_today.own] and len(found["reader"]) == 2


def test_the_phone_is_told_whose_log_it_writes(firm_today: Firm) -> None:
    """Who signed in is not asked for a name, which the log would not take; who only looks on is told so."""
    told = {who: firm_today.clients[who].get("/api/field/days").json for who in ("office", "crew", "reader", "device")}
    assert {who: one["person"] is not None for who, one in told.items()} == {
        "office": True, "crew": True, "reader": True, "device": False,
    }  # fmt: skip
    assert {who: one["writes"] for who, one in told.items()} == {
        "office": True, "crew": True, "reader": False, "device": True,
    }  # fmt: skip


@pytest.fixture
def firm_today(tmp_path: Path) -> Firm:
    firm = Firm(tmp_path)
    store = firm.app.extensions["elm_cover_store"]
    place_all(store, [(firm.own, CREW, date.today(), 0), (firm.others, "south", date.today(), 0)], "test")
    return firm


def test_photos_of_an_older_data_folder_belong_to_the_jobs_that_name_them(tmp_path: Path) -> None:
    """Named in a document, in one that was changed since, or in a log: what was stored before there was a table of it."""
    app = create_app(tmp_path)
    here = app.test_client()
    names = [f"{i}" * 64 + ".jpg" for i in range(4)]
    made = here.post("/api/jobs", json={**attic(), "photos": [{"file": names[0], "at_ft": [1, 1], "section": "main"}]})
    job = str(made.json["id"])
    here.put(
        f"/api/jobs/{job}",
        json={**attic(), "photos": [{"file": names[1], "at_ft": [1, 1], "section": "main"}]},
        headers={"If-Match": made.headers["ETag"]},
    )
    (tmp_path / "photos").mkdir()
    for name in names:
        (tmp_path / "photos" / name).write_bytes(b"JPEG")
    here.post(f"/api/jobs/{job}/log", json={"entries": [entry("photo", {"file": names[2]})]})
    place_all(app.extensions["elm_cover_store"], [(job, CREW, date(2026, 12, 2), 0)], "test")

    def seen() -> list[int]:
        again = create_app(tmp_path)
        token = again.test_client().post("/api/devices", json={"name": "hopper", "crew": CREW}).json["token"]
        head = {"Authorization": f"Bearer {token}"}
        return [again.test_client().get(f"/api/photos/{name}", headers=head).status_code for name in names]

    assert seen() == [200, 200, 200, 403]
    take_back(tmp_path, 15)
    assert seen() == [200, 200, 200, 403]
