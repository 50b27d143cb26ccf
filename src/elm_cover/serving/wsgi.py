"""One request handed to the WSGI application in a thread, and its answer taken back in one piece or, where it is large, in several."""

from __future__ import annotations

import sys
import threading
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, field
from typing import IO, Any

from .said import Headers

Environ = dict[str, Any]
PIECE_BYTES = 1_000_000


@dataclass(eq=False)
class Answer:
    """status, headers, and the pieces of the body: the first is made, the rest on demand."""

    status: int
    headers: Headers
    first: bytes
    rest: Iterator[bytes] | None
    close: Any = None


@dataclass(eq=False)
class Request:
    """A request whose body is here. gone: set once who asked is no longer there."""

    scope: Mapping[str, Any]
    body: IO[bytes]
    body_bytes: int
    gone: threading.Event = field(default_factory=threading.Event)

    def environ(self) -> Environ:
        """The environment of PEP 3333."""
        scope = self.scope
        server = scope.get("server") or ("127.0.0.1", 80)
        found: Environ = {
            "REQUEST_METHOD": scope["method"],
            "SCRIPT_NAME": "",
            "PATH_INFO": scope["path"].encode("utf-8", "surrogateescape").decode("latin-1"),
            "QUERY_STRING": scope["query_string"].decode("latin-1"),
            "SERVER_NAME": server[0],
            "SERVER_PORT": str(server[1]),
            "SERVER_PROTOCOL": f"HTTP/{scope['http_version']}",
            "REMOTE_ADDR": (scope.get("client") or ("",))[0],
            "wsgi.version": (1, 0),
            "wsgi.url_scheme": scope["scheme"],
            "wsgi.input": self.body,
            "wsgi.input_terminated": True,
            "wsgi.errors": sys.stderr,
            "wsgi.multithread": True,
            "wsgi.multiprocess": False,
            "wsgi.run_once": False,
            "elm_cover.gone": self.gone,
        }
        for name, value in scope["headers"]:
            text, key = value.decode("latin-1"), name.decode("latin-1").upper().replace("-", "_")
            if key in ("CONTENT_LENGTH", "TRANSFER_ENCODING"):
                continue
            key = key if key == "CONTENT_TYPE" else f"HTTP_{key}"
            found[key] = f"{found[key]},{text}" if key in found else text
        found["CONTENT_LENGTH"] = str(self.body_bytes)
        return found


def answered(app: Any, environ: Environ) -> Answer:
    """Calls the application; up to a piece of its body is made before this returns."""
    started: list[Any] = []

    def start_response(status: str, headers: list[tuple[str, str]], exc_info: Any = None) -> None:
        started[:] = [status, headers]

    made: Iterable[bytes] = app(environ, start_response)
    parts, size, pieces = [], 0, iter(made)
    rest: Iterator[bytes] | None = pieces
    while size < PIECE_BYTES:
        part = next(pieces, None)
        if part is None:
            rest = None
            break
        parts.append(part)
        size += len(part)
    status, headers = started
    told = [(name.lower().encode("latin-1"), value.encode("latin-1")) for name, value in headers]
    return Answer(int(status.split(" ", 1)[0]), told, b"".join(parts), rest, getattr(made, "close", None))


def next_piece(answer: Answer) -> bytes:
    """The next piece of a large body; empty at its end."""
    if answer.rest is None:
        return b""
    parts, size = [], 0
    for part in answer.rest:
        parts.append(part)
        size += len(part)
        if size >= PIECE_BYTES:
            return b"".join(parts)
    answer.rest = None
    return b"".join(parts)
