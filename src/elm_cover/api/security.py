"""Who may ask, how much, and what a page may do: Host, Origin, body limits, headers and content policy."""

from __future__ import annotations

import secrets
from collections.abc import Iterable
from urllib.parse import urlsplit

from flask import Flask, Response, g, request
from werkzeug.exceptions import HTTPException

from .problems import problem
from .routes import LIGHT, LITTLE_BYTES, route_of
from .wire import FOR_GOOD

LOCAL_HOSTS = ("127.0.0.1", "localhost", "[::1]")
CHANGES = ("POST", "PUT", "PATCH", "DELETE")


def _size(count: int) -> str:
    return f"{count / 1e6:.0f} MB" if count >= 1_000_000 else f"{count:,} bytes"


def _host_of(origin: str) -> str | None:
    """Host and port of an origin; None where it is no address at all."""
    try:
        return urlsplit(origin).netloc.lower()
    except ValueError:
        return None


def style_nonce() -> str:
    """The nonce that this answer's content policy allows for style elements."""
    if "style_nonce" not in g:
        g.style_nonce = secrets.token_urlsafe(16)
    return str(g.style_nonce)


def body_and_lane(app: Flask, method: str, path: str) -> tuple[int, str]:
    """How many bytes of body a route reads, next to nothing where there is none, and in which lane it is answered."""
    try:
        rule, _ = app.url_map.bind("").match(path, method, return_rule=True)
    except HTTPException:
        return LITTLE_BYTES, LIGHT
    row = route_of(method, rule.rule)
    return (LITTLE_BYTES, LIGHT) if row is None else (row.body_bytes, row.lane)


def _body_bytes(method: str, rule: str) -> int:
    row = route_of(method, rule)
    return LITTLE_BYTES if row is None else row.body_bytes


def guard(app: Flask, hosts: Iterable[str] = LOCAL_HOSTS) -> None:
    """Checks every request, and puts the headers on every answer."""
    allowed = frozenset(hosts)

    @app.before_request
    def _check() -> Response | None:
        rule = request.url_rule.rule if request.url_rule else ""
        request.max_content_length = _body_bytes(request.method, rule)
        if (request.content_length or 0) > request.max_content_length:
            limit = f"At most {_size(request.max_content_length)} here; this is {_size(request.content_length or 0)}."
            return problem(413, "Too large", limit)
        host = request.host.lower()
        name = host if host.endswith("]") else host.rsplit(":", 1)[0] if ":" in host else host
        if name not in allowed:
            return problem(421, "Not the address of this program", "Open it by the address it printed at its start.")
        origin = request.headers.get("Origin")
        if request.method in CHANGES and origin is not None and _host_of(origin) != host:
            return problem(403, "Asked by another page", "Only this program's own pages may change jobs.")
        return None

    @app.after_request
    def _headers(response: Response) -> Response:
        response.headers["Content-Security-Policy"] = (
            f"default-src 'none'; script-src 'self'; style-src 'self' 'nonce-{style_nonce()}'; font-src 'self'; "
            "img-src 'self' data:; connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'none'; "
            "frame-ancestors 'none'"
        )
        response.headers["X-Content-Type-Options"] = "nosniff"
        response.headers["X-Frame-Options"] = "DENY"
        response.headers["Referrer-Policy"] = "no-referrer"
        response.headers["Cross-Origin-Opener-Policy"] = "same-origin"
        response.headers["Cross-Origin-Resource-Policy"] = "same-origin"
        response.headers["Permissions-Policy"] = "camera=(), geolocation=(), microphone=()"
        if request.path.startswith("/api/"):
            photo = request.method == "GET" and request.path.startswith("/api/photos/") and response.status_code == 200
            # A photo is named by what is in it: it never changes.
            response.headers["Cache-Control"] = FOR_GOOD if photo else "no-store"
        return response
