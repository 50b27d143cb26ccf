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
from .tokens import sum_of_token
from .who_rows import DeviceRow, StayRow

MOST_DEVICES = 500
# How often it is written down that a device asked.
SEEN_EVERY = timedelta(minutes=1)
# For so long a device that was taken off the list may hand in what it still holds.
HANDS_IN_FOR = timedelta(days=60)


@dataclass(frozen=True)
class Device:
    """crew: the only one whose jobs it sees on its days; None: all. revoked_at: since when its token is good for nothing. joined_at: when
    it joined by a code, None: it was given a token. unsent, unsent_photos: what it last said it holds, None: it never said."""

    id: str
    name: str
    crew: str | None
    made_at: str
    revoked_at: str | None
    seen_at: str | None
    joined_at: str | None = None
    unsent: int | None = None
    unsent_photos: int | None = None


@dataclass(frozen=True)
class Stay:
    """A time in which a device was with the firm, of one crew or, None, of all. until: None, it still is."""

    crew: str | None
    since: str
    until: str | None


class NoSuchDeviceError(LookupError):
    """There is no device of that id."""


class TooManyDevicesError(RuntimeError):
    """More devices than a firm has."""


def device_told(row: DeviceRow) -> Device:
    """A row as others see it."""
    return Device(
        row.id, row.name, row.crew, row.made_at, row.revoked_at, row.seen_at, row.joined_at, row.unsent,
        row.unsent_photos,
    )  # fmt: skip


def add_device(store: JobStore, name: str, crew: str | None, actor: str) -> tuple[Device, str]:
    """A new device and its token, which nobody is told a second time. Raises TooManyDevicesError."""
    token = secrets.token_urlsafe(24)
    with store.writing():
        return device_told(new_device(name, crew, actor, token)), token


def new_device(name: str, crew: str | None, actor: str, token: str) -> DeviceRow:
    """Inside a transaction. Raises TooManyDevicesError."""
    if DeviceRow.select().where(DeviceRow.revoked_at.is_null()).count() >= MOST_DEVICES:
        raise TooManyDevicesError(f"up to {MOST_DEVICES} devices; take those off the list that are used no more")
    row = DeviceRow.create(
        id=str(uuid.uuid4()), name=name, crew=crew, token_sha256=sum_of_token(token), actor=actor, made_at=now_text()
    )
    stays(row.id, crew)
    return row


def stays(device_id: str, crew: str | None, begins: bool = True) -> None:
    """From now on a device is with the firm, and of a crew; begins False: it is not any more. Inside a transaction."""
    now = now_text()
    StayRow.update(until=now).where((StayRow.device == device_id) & StayRow.until.is_null()).execute()
    if begins:
        StayRow.create(device=device_id, crew=crew, since=now)


def stays_of(store: JobStore, device_id: str) -> list[Stay]:
    """When a device was with the firm, in the order it came."""
    with store.reading():
        rows = StayRow.select().where(StayRow.device == device_id).order_by(StayRow.since)
        return [Stay(row.crew, row.since, row.until) for row in rows]


def all_devices(store: JobStore) -> list[Device]:
    """Every device, the newest first, revoked ones among them."""
    with store.reading():
        return [device_told(row) for row in DeviceRow.select().order_by(DeviceRow.made_at.desc(), DeviceRow.id)]


def change_device(store: JobStore, device_id: str, told: Mapping[str, Any]) -> Device:
    """Names a device, gives it to a crew, or revokes its token for good; what is not told stays. Raises NoSuchDeviceError."""
    with store.writing():
        row = DeviceRow.get_or_none(DeviceRow.id == device_id)
        if row is None:
            raise NoSuchDeviceError(device_id)
        before = row.crew
        row.name, row.crew = told.get("name") or row.name, told.get("crew", row.crew)
        if told.get("revoke") and row.revoked_at is None:
            row.revoked_at = now_text()
            stays(row.id, row.crew, begins=False)
        elif row.revoked_at is None and row.crew != before:
            stays(row.id, row.crew)
        row.save()
        return device_told(row)


def device_of(store: JobStore, token: str) -> Device | None:
    """Whose token that is, that of one that was taken off the list not long ago among them (revoked_at); None where it is nobody's."""
    with store.reading():
        row = DeviceRow.get_or_none(DeviceRow.token_sha256 == sum_of_token(token))
        if row is None:
            return None
        found = device_told(row)
    gone_s = None if found.revoked_at is None else datetime.now(UTC) - datetime.fromisoformat(found.revoked_at)
    return None if gone_s is not None and gone_s > HANDS_IN_FOR else found


def seen(store: JobStore, device: Device, holds: tuple[int, int] | None) -> None:
    """It asked just now. holds: how many entries and photos it says it holds unsent, None: it says nothing of that."""
    now = datetime.now(UTC)
    lately = device.seen_at is not None and now - datetime.fromisoformat(device.seen_at) < SEEN_EVERY
    if lately and (holds is None or holds == (device.unsent, device.unsent_photos)):
        return
    told: dict[str, Any] = {"seen_at": now_text()}
    if holds is not None:
        told["unsent"], told["unsent_photos"] = holds
    # Where nothing can be written, what is there is read all the same.
    with suppress(DatabaseError), store.writing():
        DeviceRow.update(**told).where(DeviceRow.id == device.id).execute()
