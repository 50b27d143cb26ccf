"""Devices with a token of their own: made, named and revoked at the desk. A token is told once and kept only as its sum."""

from __future__ import annotations

import secrets
import uuid
from collections.abc import Mapping
from contextlib import suppress
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from typing import Any

from peewee import DatabaseError

from .jobs import JobStore
from .moment import now_text
from .rows import DeviceRow
from .tokens import sum_of_token

MOST_DEVICES = 500
# How often it is written down that a device asked.
SEEN_EVERY = timedelta(minutes=1)


@dataclass(frozen=True)
class Device:
    """crew: the only one whose jobs it sees on its days; None: all. revoked_at: since when its token is good for nothing."""

    id: str
    name: str
    crew: str | None
    made_at: str
    revoked_at: str | None
    seen_at: str | None


class NoSuchDeviceError(LookupError):
    """There is no device of that id."""


class TooManyDevicesError(RuntimeError):
    """More devices than a firm has."""


def _device(row: DeviceRow) -> Device:
    return Device(row.id, row.name, row.crew, row.made_at, row.revoked_at, row.seen_at)


def add_device(store: JobStore, name: str, crew: str | None, actor: str) -> tuple[Device, str]:
    """A new device and its token, which nobody is told a second time. Raises TooManyDevicesError."""
    token = secrets.token_urlsafe(24)
    with store.writing():
        if DeviceRow.select().where(DeviceRow.revoked_at.is_null()).count() >= MOST_DEVICES:
            raise TooManyDevicesError(f"up to {MOST_DEVICES} devices; revoke those that are used no more")
        row = DeviceRow.create(
            id=str(uuid.uuid4()),
            name=name,
            crew=crew,
            token_sha256=sum_of_token(token),
            actor=actor,
            made_at=now_text(),
        )
        return _device(row), token


def all_devices(store: JobStore) -> list[Device]:
    """Every device, the newest first, revoked ones among them."""
    with store.reading():
        return [_device(row) for row in DeviceRow.select().order_by(DeviceRow.made_at.desc(), DeviceRow.id)]


def change_device(store: JobStore, device_id: str, told: Mapping[str, Any]) -> Device:
    """Names a device, gives it to a crew, or revokes its token for good; what is not told stays. Raises NoSuchDeviceError."""
    with store.writing():
        row = DeviceRow.get_or_none(DeviceRow.id == device_id)
        if row is None:
            raise NoSuchDeviceError(device_id)
        row.name, row.crew = told.get("name") or row.name, told.get("crew", row.crew)
        if told.get("revoke") and row.revoked_at is None:
            row.revoked_at = now_text()
        row.save()
        return _device(row)


def device_of(store: JobStore, token: str) -> Device | None:
    """Whose token that is; None where it is nobody's, or was revoked."""
    with store.reading():
        row = DeviceRow.get_or_none(DeviceRow.token_sha256 == sum_of_token(token))
        found = None if row is None or row.revoked_at is not None else _device(row)
    if found is None:
        return None
    now = datetime.now(UTC)
    if found.seen_at is None or now - datetime.fromisoformat(found.seen_at) >= SEEN_EVERY:
        # Where nothing can be written, what is there is read all the same.
        with suppress(DatabaseError), store.writing():
            DeviceRow.update(seen_at=now_text()).where(DeviceRow.id == found.id).execute()
    return found
