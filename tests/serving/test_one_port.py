"""TLS and plain HTTP at one port: what each is told, who waits how long, and a certificate renewed while connections are open."""

from __future__ import annotations

import http.client
import socket
import ssl
import time
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest
from cryptography import x509

from elm_cover.cli import main
from elm_cover.formats.headline import headline
from elm_cover.lan.keeper import Keeper
from elm_cover.serving import one_port
from elm_cover.store.jobs import JobStore
from elm_cover.store.passwords import hashed
from elm_cover.store.people import add_first
from tests.api.people import OURS, PASSWORD
from tests.lan.machines import Machine, called
from tests.served import Served


class Open(Served):
    """Served to a network, with an account, and how a client asks that trusts its authority."""

    keeper: Keeper

    def start(self) -> None:
        super().start()
        add_first(self.app.extensions["elm_cover_store"], "Ana", hashed(PASSWORD))

    def trusting(self) -> ssl.SSLContext:
        return ssl.create_default_context(cadata=self.keeper.authority.der())

    def secure(self, method: str, path: str, body: str | None = None, **headers: str) -> http.client.HTTPResponse:
        asked = http.client.HTTPSConnection("127.0.0.1", self.port, timeout=20, context=self.trusting())
        asked.request(method, path, body, {name.replace("_", "-"): value for name, value in headers.items()})
        return asked.getresponse()

    def plain(self, method: str, path: str, host: str | None = None) -> http.client.HTTPResponse:
        asked = http.client.HTTPConnection("127.0.0.1", self.port, timeout=20)
        asked.request(method, path, headers={"Host": host or f"127.0.0.1:{self.port}"})
        return asked.getresponse()


@pytest.fixture
def machine(tmp_path: Path) -> Machine:
    return Machine(tmp_path)


@pytest.fixture
def served(machine: Machine) -> Iterator[Open]:
    found = Open(machine.folder, keeper=machine.keeper())
    yield found
    found.stop()


def test_both_are_answered_at_one_port(served: Open) -> None:
    told = served.secure("GET", "/api/me")
    assert told.status == 200 and b'"first":false' in told.read()
    page = served.plain("GET", "/door/")
    assert page.status == 200 and b"Take the certificate" in page.read()
    assert f"https://127.0.0.1:{served.port}" in (page.headers["Content-Security-Policy"] or "")
    held = served.plain("GET", "/elm-cover.crt")
    assert held.headers["Content-Type"] == "application/x-x509-ca-cert"
    authority = x509.load_der_x509_certificate(held.read())
    assert authority == served.keeper.authority.certificate
    assert served.plain("GET", "/door/fingerprint").read().decode() == served.keeper.authority.fingerprint()


def test_all_else_without_tls_is_sent_on_and_only_for_names_of_this_machine(served: Open) -> None:
    sent = served.plain("GET", "/jobs/abc/measure?part=floor")
    assert (sent.status, sent.headers["Location"]) == (
        307,
        f"https://127.0.0.1:{served.port}/jobs/abc/measure?part=floor",
    )
    assert served.plain("GET", "/").headers["Location"] == "/door/"
    assert served.plain("POST", "/api/me/sign-in").status == 307
    assert (
        served.plain("GET", "/api/jobs", f"office-pc.local:{served.port}")
        .headers["Location"]
        .startswith("https://office-pc.local:")
    )
    for foreign in ("evil.example", "127.0.0.1.evil.example", "127.0.0.1:80@evil.example", "127.0.0.1:1;x"):
        refused = served.plain("GET", "/door/", foreign)
        assert (refused.status, refused.headers["Location"]) == (421, None)
    assert "\n" not in served.plain("GET", "/a%0d%0aSet-Cookie:x").headers["Location"]


def test_who_does_not_trust_it_gets_nothing(served: Open) -> None:
    asked = http.client.HTTPSConnection("127.0.0.1", served.port, timeout=20, context=ssl.create_default_context())
    with pytest.raises(ssl.SSLCertVerificationError):
        asked.request("GET", "/api/me")
    old = ssl.SSLContext(ssl.PROTOCOL_TLS_CLIENT)
    old.check_hostname, old.verify_mode = False, ssl.CERT_NONE
    with pytest.deprecated_call():
        old.maximum_version = ssl.TLSVersion.TLSv1_1
    with pytest.raises(ssl.SSLError), socket.create_connection(("127.0.0.1", served.port)) as raw:
        old.wrap_socket(raw)
    assert served.secure("GET", "/api/me").status == 200


def test_one_signs_in_by_tls_alone_with_a_cookie_of_this_host(served: Open) -> None:
    told = f'{{"name": "Ana", "password": "{PASSWORD}"}}'
    headers = {"Content-Type": "application/json", "Origin": served.address, **OURS}
    answer = served.secure("POST", "/api/me/sign-in", told, **headers)
    cookie = answer.headers["Set-Cookie"] or ""
    assert answer.status == 200 and cookie.startswith("__Host-elm_cover=")
    assert {"Secure", "HttpOnly", "SameSite=Strict"} <= {part.strip() for part in cookie.split(";")}
    assert served.secure("GET", "/api/jobs", Cookie=cookie.split(";")[0]).status == 200
    # A page that came without TLS is another page.
    headers["Origin"] = f"http://127.0.0.1:{served.port}"
    assert served.secure("POST", "/api/me/sign-in", told, **headers).status == 403


@pytest.fixture
def long_open(tmp_path: Path) -> Iterator[tuple[Machine, Open]]:
    """Begun 380 days ago."""
    machine = Machine(tmp_path, datetime.now(UTC) - timedelta(days=380))
    found = Open(machine.folder, keeper=machine.keeper())
    yield machine, found
    found.stop()


def test_renewed_while_it_runs(long_open: tuple[Machine, Open]) -> None:
    """The clock moves on: who comes has the new certificate, an open connection goes on."""
    machine, served = long_open
    asked = http.client.HTTPSConnection("127.0.0.1", served.port, timeout=20, context=served.trusting())
    asked.request("GET", "/api/me")
    asked.getresponse().read()
    before = shown(served)
    machine.later(days=380)
    assert served.keeper.look()
    after = shown(served)
    assert after != before and after == served.keeper.certificate.certificate
    asked.request("GET", "/api/me")
    assert asked.getresponse().status == 200


def test_a_machine_that_is_called_otherwise_answers_so(served: Open, machine: Machine) -> None:
    assert served.plain("GET", "/door/", "192.168.7.99").status == 421
    machine.called = called("192.168.7.99")
    assert served.keeper.look()
    assert served.plain("GET", "/door/", "192.168.7.99").status == 200
    assert served.plain("GET", "/door/", "192.168.7.20").status == 421
    # No network any more: this machine still reaches it.
    machine.called = called()
    served.keeper.look()
    assert served.secure("GET", "/api/me").status == 200


def test_what_cannot_be_renewed_goes_on_and_is_said(served: Open, machine: Machine) -> None:
    (machine.folder / "door" / "authority.pem").write_bytes(b"broken")
    machine.later(days=1)
    assert not served.keeper.look()
    assert "holds no certificate" in (served.keeper.trouble or "")
    assert served.secure("GET", "/api/me").status == 200


def shown(served: Open) -> x509.Certificate:
    raw = socket.create_connection(("127.0.0.1", served.port))
    with served.trusting().wrap_socket(raw, server_hostname="127.0.0.1") as secure:
        return x509.load_der_x509_certificate(secure.getpeercert(binary_form=True) or b"")


def half_open(served: Open, count: int) -> list[socket.socket]:
    """Connections that have begun a handshake and say no more."""
    found = []
    for number in range(count):
        one = socket.create_connection(("127.0.0.1", served.port), timeout=20)
        if number % 2:
            one.sendall(b"\x16\x03\x01\x02\x00\x01")
        found.append(one)
    return found


def put_out(each: socket.socket) -> bool:
    try:
        return each.recv(1) == b""
    except ConnectionResetError:
        return True


def test_who_does_not_finish_the_handshake_is_put_out(served: Open, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(one_port, "BEGUN_WITHIN_S", 1.0)
    waiting = half_open(served, 60)
    assert served.secure("GET", "/api/me").status == 200
    until = time.monotonic() + 15
    assert [put_out(each) for each in waiting] == [True] * 60
    assert time.monotonic() < until
    assert served.secure("GET", "/api/me").status == 200


def test_those_that_wait_are_bounded(served: Open, monkeypatch: pytest.MonkeyPatch) -> None:
    """The one that has waited longest makes room."""
    monkeypatch.setattr(one_port, "MOST_WAITING", 20)
    waiting = half_open(served, 30)
    assert [put_out(each) for each in waiting[:10]] == [True] * 10
    assert served.secure("GET", "/api/me").status == 200
    for each in waiting:
        each.close()


def test_it_stops_at_once_with_connections_amid_their_handshake(machine: Machine) -> None:
    served = Open(machine.folder, keeper=machine.keeper())
    waiting = half_open(served, 10)
    assert served.stop() < 5
    assert [put_out(each) for each in waiting] == [True] * 10


def test_an_idle_connection_holds_up_no_end(machine: Machine) -> None:
    """A client that keeps its connection open and does not say goodbye in turn."""
    served = Open(machine.folder, keeper=machine.keeper())
    asked = http.client.HTTPSConnection("127.0.0.1", served.port, timeout=20, context=served.trusting())
    asked.request("GET", "/api/me")
    asked.getresponse().read()
    assert served.stop() < 2.9
    asked.close()


def test_it_does_not_start_without_an_account_or_with_a_proxy(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    assert main(["serve", "--lan", "--data", str(tmp_path), "--port", "0"]) == 2
    assert "elm-cover account add NAME --role office" in capsys.readouterr().err
    assert main(["serve", "--lan", "--behind", "https://attic.example", "--data", str(tmp_path)]) == 2
    assert "not both" in capsys.readouterr().err
    assert not (tmp_path / "door").exists()


def test_a_clock_that_cannot_be_is_said_at_the_start(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    Machine(tmp_path, datetime(2040, 1, 1, tzinfo=UTC)).keeper()
    add_first(JobStore(tmp_path, headline), "Ana", hashed(PASSWORD))
    assert main(["serve", "--lan", "--data", str(tmp_path), "--port", "0"]) == 2
    assert "this machine's clock says" in capsys.readouterr().err
