"""Who may ask, how much, and what a page may do: Host, Origin, body limits, headers and content policy."""

from __future__ import annotations

import secrets

from flask import Flask, Response, g, request
from werkzeug.exceptions import HTTPException

from .door import NOT_HERE, door
from .problems import problem
from .routes import CHANGES, LIGHT, LITTLE_BYTES, route_of
from .wire import FOR_GOOD

TRUSTED = "/door/trusted"


def _size(count: int) -> str:
    return f"{count / 1e6:.0f} MB" if count >= 1_000_000 else f"{count:,} bytes"


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


def refuses(app: Flask, environ: dict[str, object]) -> bool:
    """Whether a request is refused whatever its body says: by its size, host, origin, or who asks."""
    with app.request_context(environ):
        return app.preprocess_request() is not None


def _body_bytes(method: str, rule: str) -> int:
    row = route_of(method, rule)
    return LITTLE_BYTES if row is None else row.body_bytes


def guard(app: Flask) -> None:
    """Checks every request, and puts the headers on every answer."""

    @app.before_request
    def _check() -> Response | None:
        rule = request.url_rule.rule if request.url_rule else ""
        request.max_content_length = _body_bytes(request.method, rule)
        if (request.content_length or 0) > request.max_content_length:
            limit = f"At most {_size(request.max_content_length)} here; this is {_size(request.content_length or 0)}."
            return problem(413, "Too large", limit)
        if not door().answers(request.host.lower()):
            return problem(421, "Not the address of this program", NOT_HERE)
        origin = request.headers.get("Origin")
        if request.method in CHANGES and origin is not None and origin.lower() != door().origin():
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
        # Whether a phone trusts the certificate is asked from a page that came without it; there is nothing in the answer.
        asked_from_outside = request.path == TRUSTED
        response.headers["Cross-Origin-Resource-Policy"] = "cross-origin" if asked_from_outside else "same-origin"
        response.headers["Permissions-Policy"] = "camera=(), geolocation=(), microphone=()"
        if request.path.startswith("/api/"):
            photo = request.method == "GET" and request.path.startswith("/api/photos/") and response.status_code == 200
            # A photo is named by what is in it: it never changes.
            response.headers["Cache-Control"] = FOR_GOOD if photo else "no-store"
        return response
