"""The program served in this process, over a data folder, with its limits made short."""

from __future__ import annotations

import json
import socket
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest

from elm_cover.serving import protocol, shell
from tests.conftest import attic
from tests.served import Served

Answer = tuple[int, dict[str, str], bytes]


class RawServed(Served):
    """A served program and raw ways of asking it."""

    def connect(self) -> socket.socket:
        return socket.create_connection(("127.0.0.1", self.port), timeout=10)

    def raw(self, text: bytes) -> Answer:
        """What is answered to these bytes, up to the end of its body."""
        with self.connect() as wire:
            wire.sendall(text)
            return read_answer(wire)

    def ask(self, method: str, path: str, body: Any = None, **headers: str) -> Answer:
        """One request of its own."""
        content = b"" if body is None else body if isinstance(body, bytes) else json.dumps(body).encode()
        told = {"Host": f"127.0.0.1:{self.port}", "Content-Type": "application/json", **headers}
        told.setdefault("Content-Length", str(len(content)))
        lines = "".join(f"{name}: {value}\r\n" for name, value in told.items())
        return self.raw(f"{method} {path} HTTP/1.1\r\n{lines}\r\n".encode() + content)

    def new_job(self) -> str:
        status, _, body = self.ask("POST", "/api/jobs", attic())
        assert status == 201
        return str(json.loads(body)["id"])


def read_answer(wire: socket.socket) -> Answer:
    """One answer; status 0 where the connection ends without one."""
    data = b""
    while b"\r\n\r\n" not in data:
        piece = wire.recv(65536)
        if not piece:
            return 0, {}, data
        data += piece
    head, _, body = data.partition(b"\r\n\r\n")
    first, *lines = head.decode("latin-1").split("\r\n")
    headers = {name.lower(): value for name, value in (line.split(": ", 1) for line in lines)}
    while len(body) < int(headers.get("content-length", 0)):
        piece = wire.recv(65536)
        if not piece:
            break
        body += piece
    return int(first.split()[1]), headers, body


@pytest.fixture
def served(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Iterator[RawServed]:
    monkeypatch.setattr(protocol, "HEAD_S", 0.6)
    monkeypatch.setattr(protocol, "LINGER_S", 0.3)
    monkeypatch.setattr(shell, "BODY_S", 0.6)
    found = RawServed(tmp_path)
    yield found
    if found.thread.is_alive():
        found.stop()
