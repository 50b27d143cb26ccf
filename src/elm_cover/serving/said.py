"""Problems that are told before the application is reached, in the same words and form as its own (RFC 9457)."""

from __future__ import annotations

import json
from http import HTTPStatus

from ..api.problems import PROBLEM_TYPE, RETRY_AFTER_S

Headers = list[tuple[bytes, bytes]]


def problem_bytes(status: int, detail: str) -> bytes:
    """A problem document."""
    told = {"type": "about:blank", "title": HTTPStatus(status).phrase, "status": status, "detail": detail}
    return json.dumps(told).encode()


def problem_headers(body: bytes, status: int = 0) -> Headers:
    """The headers that go with one; who finds the program busy is told when to ask again."""
    again = [(b"retry-after", str(RETRY_AFTER_S).encode())] if status == HTTPStatus.SERVICE_UNAVAILABLE else []
    return [
        (b"content-type", PROBLEM_TYPE.encode()),
        (b"content-length", str(len(body)).encode()),
        (b"cache-control", b"no-store"),
        *again,
    ]


def problem_message(status: int, detail: str) -> bytes:
    """A whole answer, as it goes over the wire, after which the connection is closed."""
    body = problem_bytes(status, detail)
    lines = [f"HTTP/1.1 {status} {HTTPStatus(status).phrase}".encode()]
    lines += [name + b": " + value for name, value in [*problem_headers(body, status), (b"connection", b"close")]]
    return b"\r\n".join(lines) + b"\r\n\r\n" + body
