"""Keeps the certificate good while the program runs: looked at every minute, renewed and taken up by the open door without a restart."""

from __future__ import annotations

import ssl
import threading
from collections.abc import Callable
from datetime import UTC, datetime
from pathlib import Path

from .authority import DoorError, Held, authority_in, certificate_in
from .called import Called, called_now

LOOKED_EVERY_S = 60.0


def _now() -> datetime:
    return datetime.now(UTC)


class Keeper:
    """The door of a data folder. tls: what connections are taken by; trouble: why the certificate could not be renewed, in words.

    called, now: how it learns what the machine is called and what time it is. Raises DoorError where there can be no certificate.
    """

    def __init__(
        self, folder: Path, called: Callable[[], Called] = called_now, now: Callable[[], datetime] = _now
    ) -> None:
        self._folder, self._called, self._now = folder, called, now
        self._lock = threading.Lock()
        self._hosts: frozenset[str] = frozenset()
        self.trouble: str | None = None
        self.called = called()
        self.authority: Held = authority_in(folder, self.called, now())
        self.tls = ssl.create_default_context(ssl.Purpose.CLIENT_AUTH)
        self.tls.minimum_version = ssl.TLSVersion.TLSv1_2
        # A page that stays open goes on by HTTP/1.1: what answers here knows no other.
        self.tls.set_alpn_protocols(["http/1.1"])
        self.certificate: Held
        self.look(first=True)

    def look(self, first: bool = False) -> bool:
        """Looks what the machine is called and what day it is. Whether there is a new certificate: connections that come have it at
        once, those that are open go on."""
        with self._lock:
            now, called = self._now(), self._called()
            try:
                self.authority = authority_in(self._folder, called, now)
                held, file, is_new = certificate_in(self._folder, self.authority, called, now)
                if is_new or first:
                    self.tls.load_cert_chain(file)
            except (DoorError, OSError, ssl.SSLError) as error:
                if first:
                    raise
                # What is there goes on as long as it is good.
                self.trouble = str(error)
                return False
            self.certificate, self.called, self.trouble = held, called, None
            self._hosts = called.hosts()
            return is_new

    def __contains__(self, host: object) -> bool:
        """Whether a host that a request names is this machine. A name that somebody else points here is not: a page of theirs would be
        taken for one of ours."""
        return host in self._hosts

    def reached_at(self) -> str | None:
        """Where others on the network reach this machine just now."""
        return self.called.reached_at
