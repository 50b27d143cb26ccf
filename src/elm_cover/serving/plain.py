"""What is answered without TLS: the page that brings the certificate to a phone, the certificate, and where the rest is."""

from __future__ import annotations

from collections.abc import Callable, Container, Mapping
from typing import Any
from urllib.parse import quote

from ..api.door import NOT_HERE, name_of
from .said import Headers, problem_bytes, problem_headers
from .shell import Receive
from .streams import Send

# The certificate of the firm's own authority, by the media type that phones take into their settings.
CERTIFICATE = "/elm-cover.crt"
CERTIFICATE_TYPE = b"application/x-x509-ca-cert"
FINGERPRINT = "/door/fingerprint"
DOOR = b"/door/"


class Plain:
    """An ASGI application. hosts: what this machine is called; pages: the files of the page by path, with their media types; certificate:
    of the authority, DER; fingerprint: of it, as a phone shows it."""

    def __init__(
        self,
        hosts: Container[str],
        pages: Mapping[str, tuple[str, bytes]],
        certificate: Callable[[], bytes],
        fingerprint: Callable[[], str],
    ) -> None:
        self.hosts, self.pages, self.certificate, self.fingerprint = hosts, pages, certificate, fingerprint

    async def __call__(self, scope: dict[str, Any], receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            return
        host = dict(scope["headers"]).get(b"host", b"").decode("latin-1").lower()
        if name_of(host) not in self.hosts:
            body = problem_bytes(421, NOT_HERE)
            await _answer(send, 421, problem_headers(body, 421), body)
            return
        path = scope["path"]
        reads = scope["method"] in ("GET", "HEAD")
        if reads and path == CERTIFICATE:
            held = self.certificate()
            # Not as a file to be saved: phones that take it into their settings by themselves do.
            headers = [(b"content-type", CERTIFICATE_TYPE)]
            await _answer(send, 200, [*headers, *_sealed(held)], held)
            return
        page = self.pages.get(path) if reads else None
        if reads and path == FINGERPRINT:
            page = ("text/plain; charset=utf-8", self.fingerprint().encode())
        if page is not None:
            kind, content = page
            headers = [(b"content-type", kind.encode()), (b"content-security-policy", _policy(host))]
            await _answer(send, 200, [*headers, *_sealed(content)], content)
            return
        if path == "/" and reads:
            # Who typed the address alone has no certificate yet, as likely as not; the page leads on by itself to where the rest is.
            await _answer(send, 307, [(b"location", DOOR), *_sealed(b"")], b"")
            return
        query = scope["query_string"].decode("latin-1")
        # The address is written anew from what was understood of it, so that no sign in it can begin another line or another host.
        to = f"https://{host}{quote(path, safe='/-._~!$&()*+,;=:@')}{'?' + quote(query, safe='/-._~!$&()*+,;=:@?%') if query else ''}"
        await _answer(send, 307, [(b"location", to.encode("ascii")), *_sealed(b"")], b"")


def _policy(host: str) -> bytes:
    """The page asks the same machine by TLS, to see whether the phone trusts it; nothing else."""
    return (
        f"default-src 'none'; script-src 'self'; style-src 'self'; font-src 'self'; img-src 'self' data:; "
        f"connect-src 'self' https://{host}; base-uri 'none'; form-action 'none'; frame-ancestors 'none'"
    ).encode("latin-1")


def _sealed(body: bytes) -> Headers:
    return [
        (b"content-length", str(len(body)).encode()),
        (b"cache-control", b"no-store"),
        (b"x-content-type-options", b"nosniff"),
        (b"referrer-policy", b"no-referrer"),
    ]


async def _answer(send: Send, status: int, headers: Headers, body: bytes) -> None:
    await send({"type": "http.response.start", "status": status, "headers": headers})
    await send({"type": "http.response.body", "body": body})
