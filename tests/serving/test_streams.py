"""Whoever looks on at a log hears that it has grown, without asking; who goes is forgotten."""

from __future__ import annotations

import socket
import time
from datetime import UTC, datetime

import pytest

from elm_cover.serving import streams

from .conftest import RawServed


def looking_on(served: RawServed, job: str) -> socket.socket:
    wire = served.connect()
    wire.sendall(f"GET /api/jobs/{job}/log/stream HTTP/1.1\r\nHost: 127.0.0.1:{served.port}\r\n\r\n".encode())
    head = b""
    while b"retry" not in head:
        head += wire.recv(4096)
    assert b"text/event-stream" in head and b"200 OK" in head
    return wire


def entry(number: int) -> dict[str, object]:
    at = datetime.now(UTC).isoformat()
    return {"id": f"00000000-0000-4000-8000-{number:012x}", "device": "desk", "seq": number, "at": at, "actor": "local", "kind": "note",
            "value": {"text": "seen"}}  # fmt: skip


def test_a_tick_is_heard_at_once_by_all_who_look_on_and_by_nobody_else(served: RawServed) -> None:
    mine, other = served.new_job(), served.new_job()
    watching = [looking_on(served, mine) for _ in range(50)]
    aside = looking_on(served, other)
    status, _, body = served.ask("POST", f"/api/jobs/{mine}/log", {"entries": [entry(1)]})
    assert status == 200 and b"accepted" in body, body
    for wire in watching:
        wire.settimeout(5)
        assert b"event: log" in wire.recv(4096)
    aside.settimeout(0.3)
    with pytest.raises(TimeoutError):
        aside.recv(4096)
    for wire in (*watching, aside):
        wire.close()
    until = time.monotonic() + 5
    while served.news.watched and time.monotonic() < until:
        time.sleep(0.02)
    assert served.news.watched == 0


def test_nobody_looks_on_at_a_job_that_is_not_there(served: RawServed) -> None:
    assert served.ask("GET", "/api/jobs/none/log/stream")[0] == 404


def test_one_client_that_looks_on_without_end_shuts_nobody_out(
    served: RawServed, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Its oldest streams end; whoever asks anything else is answered."""
    monkeypatch.setattr(streams, "MOST_OF_A_CLIENT", 3)
    job = served.new_job()
    watching = [looking_on(served, job) for _ in range(8)]
    for wire in watching[:5]:
        wire.settimeout(5)
        assert wire.recv(4096).endswith(b"0\r\n\r\n")
    until = time.monotonic() + 5
    while served.news.watched > 3 and time.monotonic() < until:
        time.sleep(0.02)
    assert served.news.watched == 3 and served.ask("GET", "/api/jobs")[0] == 200
    served.ask("POST", f"/api/jobs/{job}/log", {"entries": [entry(1)]})
    for wire in watching[5:]:
        wire.settimeout(5)
        assert b"event: log" in wire.recv(4096)
    for wire in watching:
        wire.close()
