"""A stream ends with the session, the role, the lock or the device it belongs to; with another program's word too."""

from __future__ import annotations

import io
import json
import socket
import sqlite3
from collections.abc import Callable
from typing import Any

import pytest
from PIL import Image

from elm_cover.serving import streams
from elm_cover.store.database import FILE_NAME
from elm_cover.store.passwords import hashed
from elm_cover.store.people import add_first, add_person
from elm_cover.store.sessions import set_password
from tests.api.people import OURS, PASSWORD

from .conftest import RawServed


class Firm:
    """Ana of the office and Bo, an estimator who looks on at a job."""

    def __init__(self, served: RawServed) -> None:
        self.served = served
        self.job = served.new_job()
        store = served.app.extensions["elm_cover_store"]
        add_first(store, "Ana", hashed(PASSWORD))
        self.bo = add_person(store, "Bo", "estimator", None, "Ana").id
        set_password(store, self.bo, hashed(PASSWORD))
        self.ana = self.cookie("Ana")

    def cookie(self, name: str) -> dict[str, str]:
        told = {"name": name, "password": PASSWORD}
        status, headers, _ = self.served.ask("POST", "/api/me/sign-in", told, **OURS)
        assert status == 200
        return {"Cookie": headers["set-cookie"].split(";")[0], **OURS}

    def looks_on(self, cookie: dict[str, str]) -> socket.socket:
        wire = self.served.connect()
        lines = "".join(f"{name}: {value}\r\n" for name, value in cookie.items())
        wire.sendall(
            f"GET /api/jobs/{self.job}/log/stream HTTP/1.1\r\nHost: 127.0.0.1:{self.served.port}\r\n{lines}\r\n".encode()
        )
        head = b""
        while b"retry" not in head:
            piece = wire.recv(4096)
            assert piece, head
            head += piece
        return wire

    def ask(self, method: str, path: str, body: Any = None, cookie: dict[str, str] | None = None) -> int:
        return self.served.ask(method, path, body, **(cookie or self.ana))[0]


def ends(wire: socket.socket, within_s: float = 5.0) -> bool:
    """The last piece of a body in pieces is an empty one."""
    wire.settimeout(within_s)
    told = b""
    try:
        while b"0\r\n\r\n" not in told:
            piece = wire.recv(4096)
            if not piece:
                return True
            told += piece
    except TimeoutError:
        return False
    return True


ENDED: dict[str, Callable[[Firm, dict[str, str]], int]] = {
    "signed out": lambda firm, bo: firm.ask("POST", "/api/me/sign-out", cookie=bo),
    "signed out everywhere, elsewhere": lambda firm, _: firm.ask(
        "DELETE", "/api/me/sessions", cookie=firm.cookie("Bo")
    ),
    "locked": lambda firm, _: firm.ask("PUT", f"/api/people/{firm.bo}", {"locked": True}),
    "another role": lambda firm, _: firm.ask("PUT", f"/api/people/{firm.bo}", {"role": "reader"}),
    "deleted": lambda firm, _: firm.ask("DELETE", f"/api/people/{firm.bo}"),
    "password changed elsewhere": lambda firm, _: firm.ask(
        "PUT", "/api/me/password", {"old": PASSWORD, "new": "ten yellow hammers"}, firm.cookie("Bo")
    ),
}


@pytest.mark.parametrize("how", list(ENDED))
def test_a_stream_ends_with_what_it_hangs_on(served: RawServed, how: str) -> None:
    firm = Firm(served)
    bo = firm.cookie("Bo")
    ended, goes_on = firm.looks_on(bo), firm.looks_on(firm.ana)
    assert ENDED[how](firm, bo) in (200, 204)
    assert ends(ended) and not ends(goes_on, 0.3)
    goes_on.close()


def test_what_another_program_took_away_is_noticed(served: RawServed, monkeypatch: pytest.MonkeyPatch) -> None:
    """Locked from the command line while the log grows and grows; and the first account, made beside a program that had none."""
    monkeypatch.setattr(streams, "ALIVE_S", 0.2)
    monkeypatch.setattr(streams, "LOOKED_S", 0.2)
    firm = Firm(served)
    wire = firm.looks_on(firm.cookie("Bo"))
    with sqlite3.connect(served.folder / FILE_NAME) as raw:
        raw.execute("UPDATE person SET locked_at = 'now' WHERE name = 'Bo'")
    for _ in range(40):
        served.news.tell(firm.job)
    assert ends(wire)


def test_the_first_account_ends_what_was_open_without_one(served: RawServed, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(streams, "ALIVE_S", 0.2)
    monkeypatch.setattr(streams, "LOOKED_S", 0.2)
    job = served.new_job()
    wire = served.connect()
    wire.sendall(f"GET /api/jobs/{job}/log/stream HTTP/1.1\r\nHost: 127.0.0.1:{served.port}\r\n\r\n".encode())
    assert b"200 OK" in wire.recv(4096)
    told = {"name": "Ana", "password": PASSWORD}
    status, _, body = served.ask("POST", "/api/me/first", told, **OURS)
    assert status == 200 and json.loads(body)["person"]["role"] == "office"
    assert ends(wire)


def test_who_may_not_ask_fills_no_disk_and_takes_no_place(served: RawServed) -> None:
    """Nobody's bodies are not read: a photo of somebody who may is taken while strangers hold theirs out."""
    firm = Firm(served)
    strangers = []
    for path in ("/api/photos", "/api/archives", "/api/photos", "/api/photos", "/api/photos", "/api/photos"):
        wire = served.connect()
        kind = "image/png" if path.endswith("photos") else "application/zip"
        head = f"POST {path} HTTP/1.1\r\nHost: 127.0.0.1:{served.port}\r\nContent-Type: {kind}\r\nContent-Length: 14000000\r\n\r\n"
        wire.sendall(head.encode() + b"x" * 100)
        strangers.append(wire)
    picture = io.BytesIO()
    Image.new("RGB", (8, 8), "red").save(picture, "PNG")
    status, _, body = served.ask("POST", "/api/photos", picture.getvalue(), **{"Content-Type": "image/png", **firm.ana})
    assert status == 201, body
    for wire in strangers:
        assert wire.recv(4096).startswith(b"HTTP/1.1 401")
        wire.close()
    # The record tells it once.
    told = json.loads(served.ask("GET", "/api/deeds?kind=refused", **firm.ana)[2])["deeds"]
    assert sorted(one["what"] for one in told) == ["POST /api/archives", "POST /api/photos"]
