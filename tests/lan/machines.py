"""Made-up machines with a clock that can be set."""

from __future__ import annotations

import ipaddress
from datetime import UTC, datetime, timedelta
from pathlib import Path

from elm_cover.lan.called import Called
from elm_cover.lan.keeper import Keeper

TODAY = datetime(2026, 12, 2, 9, tzinfo=UTC)


def called(*addresses: str, names: tuple[str, ...] = ("localhost", "office-pc", "office-pc.local")) -> Called:
    return Called(names, tuple(ipaddress.ip_address(each) for each in (*addresses, "127.0.0.1")))


class Machine:
    """What it is called and what its clock says, both to be changed; a keeper over a folder of it."""

    def __init__(self, folder: Path, now: datetime | None = None) -> None:
        self.folder, self.now, self.called = folder, now or datetime.now(UTC), called("192.168.7.20")

    def keeper(self) -> Keeper:
        return Keeper(self.folder, lambda: self.called, lambda: self.now)

    def later(self, days: float) -> None:
        self.now += timedelta(days=days)
