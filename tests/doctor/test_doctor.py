"""A set-up looked over: each thing that can be wrong with it is told in words, with what to do, and alone."""

from __future__ import annotations

import http.server
import os
import shutil
import socket
import sqlite3
import threading
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

import pytest

from elm_cover.api.app import create_app
from elm_cover.api.door import door_of
from elm_cover.api.setup import LOOKED_OVER
from elm_cover.cli import main
from elm_cover.doctor.examine import Asked, examined
from elm_cover.doctor.finding import Finding
from elm_cover.doctor.reach import of_the_port, of_the_proxy
from elm_cover.doctor.work import done, of_the_workers
from elm_cover.lan.authority import AUTHORITY_FILE, FOLDER
from elm_cover.server import looked_over
from elm_cover.serving.workers import Workers
from elm_cover.store.database import FILE_NAME
from tests.api.people import first
from tests.conftest import attic
from tests.lan.machines import Machine, called
from tests.served import Served


def soon(given: bytes) -> bytes:
    return done(given, "")


@pytest.fixture
def data(tmp_path: Path) -> Path:
    """A folder with a job, a photo and an account of the office."""
    (folder := tmp_path / "data").mkdir(mode=0o700)
    app = create_app(folder)
    client = app.test_client()
    client.post("/api/jobs", json=attic())
    first(app)
    return folder


def told(folder: Path, **more: Any) -> dict[str, Finding]:
    asked = Asked(folder, more.pop("run", soon), called=more.pop("called", lambda: called("192.168.7.20")), **more)
    return {one.what: one for one in examined(asked)}


def wrong(folder: Path, **more: Any) -> list[str]:
    return [what for what, one in told(folder, **more).items() if one.state == "wrong"]


def test_a_set_up_that_is_well_says_so_of_everything(data: Path) -> None:
    Machine(data).keeper()
    found = told(data, port=0, lan=True)
    assert {one.state for one in found.values()} == {"good"}, found
    assert list(found) == [
        "data folder", "disk", "database", "photos and papers", "clock", "accounts", "port", "network", "certificates",
        "workers",
    ]  # fmt: skip
    assert "1 job, form" in found["database"].said and "192.168.7.20" in found["network"].said


def test_an_empty_place_is_nothing_wrong(tmp_path: Path) -> None:
    assert wrong(tmp_path / "none") == []


def test_a_file_in_its_place(tmp_path: Path) -> None:
    (file := tmp_path / "data").write_text("x")
    assert told(file)["data folder"].state == "wrong"


def test_a_folder_that_takes_nothing(data: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    """Rights, a full disk, a medium that is read-only: whatever the system says is told."""

    def refused(**how: object) -> None:
        raise OSError(30, "Read-only file system")

    monkeypatch.setattr("elm_cover.doctor.folder.tempfile.TemporaryFile", refused)
    found = told(data)["data folder"]
    assert found.state == "wrong" and "Read-only file system" in found.said and "chown" in str(found.way)


def test_a_folder_that_others_may_read(data: Path) -> None:
    data.chmod(0o755)
    found = told(data)["data folder"]
    assert found.state == "look" and str(data) in found.said and str(found.way).endswith(f"chmod -R go= {data}")


@pytest.mark.parametrize(("free", "state"), [(99e6, "wrong"), (101e6, "look"), (1.1e9, "good")])
def test_a_disk(data: Path, monkeypatch: pytest.MonkeyPatch, free: float, state: str) -> None:
    usage = shutil.disk_usage(data)._replace(free=int(free))
    monkeypatch.setattr("elm_cover.doctor.folder.shutil.disk_usage", lambda _: usage)
    assert told(data)["disk"].state == state


def test_a_database_that_is_damaged(data: Path) -> None:
    with sqlite3.connect(data / FILE_NAME) as raw:
        raw.execute("PRAGMA wal_checkpoint(TRUNCATE)")
    content = bytearray((data / FILE_NAME).read_bytes())
    content[4096 * 3 : 4096 * 3 + 2000] = os.urandom(2000)
    (data / FILE_NAME).write_bytes(content)
    found = told(data)["database"]
    assert found.state == "wrong" and "elm-cover restore" in str(found.way)
    (data / FILE_NAME).write_bytes(b"no database at all" * 100)
    assert told(data)["database"].state == "wrong"


def test_a_database_of_a_newer_program_and_rows_that_belong_to_nothing(data: Path) -> None:
    with sqlite3.connect(data / FILE_NAME) as raw:
        raw.execute("INSERT INTO held_entry VALUES ('nobody', 'a', '{}', '', '', '', '', NULL, NULL, NULL)")
    assert "belong to nothing" in told(data)["database"].said
    with sqlite3.connect(data / FILE_NAME) as raw:
        raw.execute("DELETE FROM held_entry")
        raw.execute("PRAGMA user_version = 900")
    assert "newer Elm Cover" in told(data)["database"].said


def test_a_photo_that_is_no_longer_what_it_was(data: Path) -> None:
    (data / "photos").mkdir(mode=0o700)
    (data / "photos" / f"{'a' * 64}.jpg").write_bytes(b"other")
    found = told(data)["photos and papers"]
    assert found.state == "wrong" and "a" * 64 in found.said and "restore" in str(found.way)
    # The program that runs tells what it found last, and looks once a week.
    assert told(data, thorough=False)["photos and papers"].state == "good"


@pytest.mark.parametrize(
    ("now", "says"),
    [
        (datetime(2025, 12, 31, tzinfo=UTC), "before this program was made"),
        (datetime.now(UTC) - timedelta(hours=1), "was stored here at"),
    ],
)
def test_a_clock_that_goes_before_what_is_stored(data: Path, now: datetime, says: str) -> None:
    found = told(data, now=lambda: now)["clock"]
    assert found.state == "wrong" and says in found.said


def test_accounts(tmp_path: Path, data: Path) -> None:
    (tmp_path / "bare").mkdir(mode=0o700)
    create_app(tmp_path / "bare")
    assert told(tmp_path / "bare")["accounts"].state == "good"
    assert told(tmp_path / "bare", lan=True)["accounts"].state == "wrong"
    with sqlite3.connect(data / FILE_NAME) as raw:
        raw.execute("UPDATE person SET locked_at = '2026-12-01T00:00:00+00:00'")
    assert "every one is locked" in told(data)["accounts"].said


def test_certificates(data: Path) -> None:
    machine = Machine(data)
    machine.keeper()
    assert wrong(data, lan=True) == []
    old = machine.now + timedelta(days=3_700)
    assert "the clock says" in told(data, now=lambda: old)["certificates"].said
    near = machine.now + timedelta(days=3_600)
    assert told(data, now=lambda: near)["certificates"].said.startswith("The authority is good until")
    trouble = told(data, lan=True, trouble="the disk is full")["certificates"]
    assert trouble.state == "wrong" and "the disk is full" in trouble.said
    (data / FOLDER / AUTHORITY_FILE).chmod(0o644)
    assert "may read the keys" in told(data)["certificates"].said
    (data / FOLDER / AUTHORITY_FILE).write_bytes(b"nonsense")
    assert told(data)["certificates"].state == "wrong"


def test_no_network_is_wrong_where_others_are_to_come(data: Path) -> None:
    assert told(data, called=called)["network"].state == "look"
    assert wrong(data, called=called, lan=True) == ["network"]


def test_a_port_that_somebody_else_has(tmp_path: Path) -> None:
    with socket.socket() as other:
        other.bind(("127.0.0.1", 0))
        other.listen()
        other.settimeout(0.1)
        port = other.getsockname()[1]
        threading.Thread(target=lambda: _hang_up(other), daemon=True).start()
        (found,) = of_the_port(port)
        assert found.state == "wrong" and str(port + 1) in str(found.way)
    served = Served(tmp_path / "plain")
    try:
        (found,) = of_the_port(served.port)
        assert found.state == "good" and "Elm Cover answers" in found.said
    finally:
        served.stop()


def _hang_up(listening: socket.socket) -> None:
    for _ in range(50):
        try:
            listening.accept()[0].close()
        except TimeoutError:
            continue
        except OSError:
            return


def test_the_program_on_the_network_is_known_at_its_port(tmp_path: Path) -> None:
    served = Served(tmp_path, keeper=Machine(tmp_path).keeper())
    try:
        (found,) = of_the_port(served.port)
        assert found.state == "good"
    finally:
        served.stop()


@contextmanager
def proxy(answer: Callable[[http.server.BaseHTTPRequestHandler], None]) -> Iterator[str]:
    class Handler(http.server.BaseHTTPRequestHandler):
        def do_GET(self) -> None:
            answer(self)

        def log_message(self, format: str, *args: object) -> None: ...

    server = http.server.ThreadingHTTPServer(("127.0.0.1", 0), Handler)
    threading.Thread(target=server.serve_forever, daemon=True).start()
    try:
        yield f"http://127.0.0.1:{server.server_address[1]}"
    finally:
        server.shutdown()
        server.server_close()


def passing(served: Served, **headers: str) -> Callable[[http.server.BaseHTTPRequestHandler], None]:
    """A proxy that hands on, with headers of its own."""

    def answer(asked: http.server.BaseHTTPRequestHandler) -> None:
        import urllib.error
        import urllib.request

        told = urllib.request.Request(served.address + asked.path, headers={"Host": asked.headers["Host"], **headers})
        try:
            with urllib.request.urlopen(told) as found:
                status, body = found.status, found.read()
        except urllib.error.HTTPError as error:
            status, body = error.code, error.read()
        asked.send_response(status)
        asked.end_headers()
        asked.wfile.write(body)

    return answer


def greeted(asked: http.server.BaseHTTPRequestHandler) -> None:
    asked.send_response(200)
    asked.end_headers()
    asked.wfile.write(b"<p>hello")


def test_a_proxy_that_sends_the_wrong_host_and_others(tmp_path: Path) -> None:
    """Which of them is told by what is there: the program's own answers."""
    served = Served(tmp_path)
    try:
        create_app(tmp_path)
        for headers, says in (
            ({"Host": "upstream:8790"}, "passes another host on"),
            ({"X-Forwarded-For": "x"}, "does not know it stands behind"),
        ):
            with proxy(passing(served, **headers)) as address:
                (found,) = of_the_proxy(address)
                assert found.state == "wrong" and says in found.said, found
        with proxy(lambda asked: asked.send_error(502)) as address:
            assert "does not reach the program (502)" in next(of_the_proxy(address)).said
        with proxy(greeted) as address:
            assert "Something else answers" in next(of_the_proxy(address)).said
    finally:
        served.stop()
    assert "Nothing answers" in next(of_the_proxy("http://127.0.0.1:9")).said
    assert "Nobody knows the name" in next(of_the_proxy("https://attic.invalid")).said


def test_a_proxy_that_is_right(tmp_path: Path) -> None:
    with proxy(lambda asked: answer(asked)) as address:
        served = Served(tmp_path, at=door_of(address))
        answer = passing(served, **{"X-Forwarded-For": "192.0.2.7", "X-Forwarded-Proto": "http"})
        try:
            (found,) = of_the_proxy(address)
            assert found.state == "good", found
        finally:
            served.stop()


def test_a_certificate_that_this_machine_does_not_trust(tmp_path: Path) -> None:
    served = Served(tmp_path, keeper=Machine(tmp_path).keeper())
    try:
        (found,) = of_the_proxy(served.address)
        assert found.state == "look" and "does not trust" in found.said
    finally:
        served.stop()


def test_workers_that_do_not_start() -> None:
    def fails(given: bytes) -> bytes:
        raise OSError("Cannot allocate memory")

    (found,) = of_the_workers(fails)
    assert found.state == "wrong" and "Cannot allocate memory" in found.said
    assert next(of_the_workers(lambda given: given)).state == "wrong"


def test_the_command_says_it_and_exits_1(data: Path, capsys: pytest.CaptureFixture[str]) -> None:
    with socket.socket() as free:
        free.bind(("127.0.0.1", 0))
        port = str(free.getsockname()[1])
    assert main(["doctor", "--data", str(data), "--port", port]) == 0
    assert "Nothing is wrong." in capsys.readouterr().out
    with sqlite3.connect(data / FILE_NAME) as raw:
        raw.execute("PRAGMA user_version = 900")
    assert main(["doctor", "--data", str(data), "--port", port]) == 1
    out = capsys.readouterr().out
    assert "WRONG  database: It was made by a newer Elm Cover." in out and "1 wrong" in out
    assert main(["doctor", "--data", str(data), "--behind", "attic.example"]) == 2


def test_the_desk_shows_the_office_the_same(data: Path) -> None:
    app = create_app(data)
    client = app.test_client()
    client.environ_base["HTTP_X_ELM_COVER"] = "1"
    client.post("/api/me/sign-in", json={"name": "Ana Ortiz", "password": "seven blue ladders"})
    assert client.get("/api/setup").json == {"findings": []}
    workers = Workers()
    try:
        app.extensions[LOOKED_OVER] = lambda: looked_over(app, workers, None)
        found = {one["what"]: one for one in client.get("/api/setup").json["findings"]}
    finally:
        workers.close()
    assert found["workers"]["state"] == "good" and found["database"]["said"].startswith("It is whole")
    assert "port" not in found
