"""Behind a proxy: scheme, host and prefix are the command line's; who asked is the told proxy's word; a header moves nothing."""

from __future__ import annotations

import json
from collections.abc import Iterator
from pathlib import Path

import pytest

from elm_cover.api.door import Door, door_of
from elm_cover.cli import main
from elm_cover.job import JobError
from elm_cover.store.passwords import hashed
from elm_cover.store.people import add_first
from tests.api.people import OURS, PASSWORD

from .conftest import RawServed

HOST = "attic.example"
ORIGIN = f"https://{HOST}"


class Behind(RawServed):
    """Served under https://attic.example/elm, with an account."""

    def start(self) -> None:
        super().start()
        add_first(self.app.extensions["elm_cover_store"], "Ana", hashed(PASSWORD))

    def sign_in(self, path: str = "/elm/api/me/sign-in", **headers: str) -> tuple[int, dict[str, str], bytes]:
        told = {"name": "Ana", "password": PASSWORD}
        return self.ask("POST", path, told, **{"Host": HOST, "Origin": ORIGIN, **OURS, **headers})


@pytest.fixture
def behind(tmp_path: Path) -> Iterator[Behind]:
    found = Behind(tmp_path, Door(scheme="https", host=HOST, prefix="/elm"))
    yield found
    found.stop()


def addresses(behind: Behind) -> list[str]:
    """From where people were seen to come, the last first."""
    _, headers, _ = behind.sign_in()
    cookie = headers["set-cookie"].split(";")[0]
    told = json.loads(behind.ask("GET", "/elm/api/deeds?kind=signed_in", Host=HOST, Cookie=cookie)[2])
    return [deed["address"] for deed in told["deeds"]][1:]


def test_the_prefix_is_cut_by_either(behind: Behind) -> None:
    for path in ("/elm/api/me", "/api/me"):
        assert behind.ask("GET", path, Host=HOST)[0] == 200
    for path in ("/elm", "/elm/", "/", "/elm/jobs/some/measure"):
        page = behind.ask("GET", path, Host=HOST)[2].decode()
        assert (
            'content="/elm"' in page and 'src="/elm/assets/' in page and '="./' not in page and '"/assets' not in page
        )
    assert (
        behind.ask("GET", "/elmtree/api/me", Host=HOST)[0] != 200
        or b"local" not in behind.ask("GET", "/elmtree/api/me", Host=HOST)[2]
    )


def test_without_an_account_it_does_not_start(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["serve", "--data", str(tmp_path), "--behind", "https://attic.example", "--port", "0"]) == 2
    assert "account add" in capsys.readouterr().err


@pytest.mark.parametrize(
    "address",
    ["attic.example", "ftp://attic.example", "https://", "https://a b", "https://attic.example/field", "https://attic.example/a/b/c/d",
     "https://attic.example/?x", "https://user@attic.example", "https://attic.example/../x", "https://attic.example/<b>"],
)  # fmt: skip
def test_an_address_that_is_none_is_said(address: str) -> None:
    with pytest.raises(JobError, match="--behind"):
        door_of(address)


def test_an_address_is_read() -> None:
    assert door_of("https://Attic.Example:8443/elm/") == Door(scheme="https", host="attic.example:8443", prefix="/elm")


def test_host_and_origin_are_the_command_lines(behind: Behind) -> None:
    assert behind.sign_in()[0] == 200
    assert behind.sign_in(Host="elsewhere.example")[0] == 421
    # What a proxy that hands on no Host says: this machine.
    assert behind.sign_in(Host=f"127.0.0.1:{behind.port}")[0] == 200
    for origin in (
        "https://elsewhere.example",
        f"http://{HOST}",
        f"https://{HOST}:8443",
        f"http://127.0.0.1:{behind.port}",
        "null",
    ):
        assert behind.sign_in(Origin=origin)[0] == 403, origin
    forged = {"X-Forwarded-Host": "elsewhere.example", "X-Forwarded-Proto": "http", "X-Forwarded-Prefix": "/evil"}
    status, headers, _ = behind.sign_in(**forged, Forwarded="for=10.0.0.1;host=elsewhere.example;proto=http")
    assert status == 200 and "Path=/elm/" in headers["set-cookie"] and "Secure" in headers["set-cookie"]


def test_who_asked_is_the_last_that_a_told_proxy_says(behind: Behind) -> None:
    behind.sign_in(**{"X-Forwarded-For": "10.9.9.9, 203.0.113.7"})
    assert addresses(behind)[0] == "203.0.113.7"
    # A proxy that sends no address, an empty one, one that is none: nothing breaks, and it is not taken for this machine.
    for forged in ({}, {"X-Forwarded-For": ""}, {"X-Forwarded-For": "a" * 500}, {"Forwarded": "for=203.0.113.9"}):
        status, _, _ = behind.ask("GET", "/elm/api/jobs", Host=HOST, **forged)
        assert status == 401


def test_a_proxy_nobody_told_of_is_not_believed(tmp_path: Path) -> None:
    found = Behind(tmp_path, Door(scheme="https", host=HOST, prefix="/elm"), proxies=("10.0.0.1",))
    try:
        found.sign_in(**{"X-Forwarded-For": "203.0.113.7"})
        assert addresses(found)[0] == "127.0.0.1"
    finally:
        found.stop()


def test_tries_are_counted_by_who_the_proxy_saw(behind: Behind) -> None:
    def tried(address: str, password: str) -> int:
        told = {"name": "Ana", "password": password}
        headers = {"Host": HOST, "Origin": ORIGIN, "X-Forwarded-For": address, **OURS}
        return behind.ask("POST", "/elm/api/me/sign-in", told, **headers)[0]

    assert [tried("203.0.113.7", "wrong") for _ in range(9)] == [401] * 8 + [429]
    assert tried("203.0.113.8", PASSWORD) == 200


def test_invitations_name_the_proxys_address(behind: Behind) -> None:
    _, headers, _ = behind.sign_in()
    cookie = headers["set-cookie"].split(";")[0]
    told = {"name": "Bo", "role": "reader"}
    _, _, body = behind.ask("POST", "/elm/api/people", told, Host=HOST, Origin=ORIGIN, Cookie=cookie, **OURS)
    assert json.loads(body)["link"].startswith("https://attic.example/elm/join#")
