"""By which address the program is reached, as its command line says and no request; and the cookie of whoever signed in there."""

from __future__ import annotations

import re
from collections.abc import Container
from dataclasses import dataclass
from typing import Protocol
from urllib.parse import urlsplit

from flask import Flask, Response, current_app, request

from ..job import Fault, JobError
from ..store.sessions import AT_MOST

COOKIE = "elm_cover"
NAMED = re.compile(r"[a-z0-9]([a-z0-9.-]{0,250}[a-z0-9])?(:\d{1,5})?")
HOST = re.compile(r"(\[[0-9a-f:.]+\]|[a-z0-9.-]+)(?::\d{1,5})?")
NOT_HERE = "Open it by the address it printed at its start."
# “field”, “api”, “assets” and “jobs” would be taken for the program's own.
PREFIX = re.compile(r"(/(?!(?:field|api|assets|jobs)(?:/|$))[A-Za-z0-9_-]{1,40}){1,3}")


class Network(Protocol):
    """What this machine is called on the firm's network just now."""

    def __contains__(self, host: object) -> bool: ...

    def reached_at(self) -> str | None: ...


@dataclass(frozen=True)
class Reached:
    """page: what a phone opens, without a slash at its end. by_others: whether another machine can. certificate: where it takes the
    certificate in first, None: it needs none of ours."""

    page: str
    by_others: bool
    certificate: str | None = None


@dataclass(frozen=True)
class Door:
    """scheme, host (with its port where it has one) and prefix (empty, or /elm) as a browser sees them; host None: whatever this machine
    is called by itself. names: hosts that are answered; on a network they change while it runs. network: where others reach it there."""

    names: Container[str] = ("127.0.0.1", "localhost", "[::1]")
    scheme: str = "http"
    host: str | None = None
    prefix: str = ""
    network: Network | None = None

    @property
    def secure(self) -> bool:
        """Whether what goes through it is encrypted."""
        return self.scheme == "https"

    @property
    def on_network(self) -> bool:
        """Whether the program speaks TLS itself: no proxy, and no name that only the command line knows."""
        return self.secure and self.host is None

    def answers(self, host: str) -> bool:
        """Whether a request for a host, in small letters, is one for this program."""
        return name_of(host) in self.names or host == self.host

    def reached(self, host: str) -> Reached:
        """Where a phone opens the program; host: as the desk asked for it just now."""
        if self.host is not None:
            return Reached(f"{self.scheme}://{self.host}{self.prefix}", True)
        at = None if self.network is None else self.network.reached_at()
        if at is None:
            return Reached(f"{self.scheme}://{host}", False)
        port = host.removeprefix(name_of(host))
        return Reached(f"https://{at}{port}", True, f"http://{at}{port}/door/")

    def origin(self) -> str:
        """What a page of ours says it comes from."""
        return f"{self.scheme}://{self.host or request.host.lower()}"

    def cookie(self) -> str:
        """Its name: browsers take __Host- only under TLS and for the whole host, and know no ports, so that two programs on one machine need
        two names."""
        if self.secure:
            return f"__Secure-{COOKIE}" if self.prefix else f"__Host-{COOKIE}"
        port = request.host.rsplit(":", 1)[-1]
        return f"{COOKIE}_{port}" if port.isdigit() else COOKIE


def name_of(host: str) -> str:
    """What a Host header names, without its port; empty where it is none that a browser sends."""
    found = HOST.fullmatch(host)
    return "" if found is None else found[1]


def door_of(address: str) -> Door:
    """The door that an address names: https://NAME[:port][/prefix]. Raises JobError."""
    parts = urlsplit(address)
    named = NAMED.fullmatch(parts.netloc.lower())
    prefix = parts.path.rstrip("/")
    if parts.scheme not in ("https", "http") or named is None or parts.query or parts.fragment:
        raise JobError(
            [
                Fault(
                    "--behind", "an address as a browser has it: https://NAME, https://NAME:8443 or https://NAME/prefix"
                )
            ]
        )
    if prefix and PREFIX.fullmatch(prefix) is None:
        raise JobError(
            [Fault("--behind", "a prefix of letters, digits, - and _, at most three deep: https://NAME/elm")]
        )
    return Door(scheme=parts.scheme, host=parts.netloc.lower(), prefix=prefix)


def door() -> Door:
    """The door of the running application."""
    found: Door = current_app.extensions["elm_cover_door"]
    return found


def cookie_told() -> str | None:
    """What the cookie of this request says."""
    return request.cookies.get(door().cookie())


def give_cookie(response: Response, token: str) -> Response:
    """Signs the browser in."""
    at = door()
    response.set_cookie(
        at.cookie(), token, max_age=int(AT_MOST.total_seconds()), path=at.prefix + "/", secure=at.secure, httponly=True,
        samesite="Strict",
    )  # fmt: skip
    return response


def take_cookie(response: Response) -> Response:
    """Takes it from the browser again, and the pictures that it kept."""
    response.headers["Clear-Site-Data"] = '"cache"'
    at = door()
    response.delete_cookie(at.cookie(), path=at.prefix + "/", secure=at.secure, httponly=True, samesite="Strict")
    return response


def set_door(app: Flask, at: Door) -> None:
    """The application stands behind this door."""
    app.extensions["elm_cover_door"] = at
