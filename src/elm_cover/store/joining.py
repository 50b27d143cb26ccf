"""A phone joins by a code that the desk shows: good once and for a while, kept only as its sum.

The phone makes its token itself and sends it with the code, so that an answer that was lost on the way is asked for again: the code was
used, and by this very token. One that joins again says which token it had before, and is the same device.
"""

from __future__ import annotations

import secrets
import uuid
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta

from .devices import Device, device_told, new_device, stays
from .jobs import JobStore
from .moment import now_text
from .tokens import sum_of_token
from .who_rows import DeviceRow, JoiningRow

GOOD_FOR = timedelta(minutes=10)
# Codes that were used or ended are told for so long, so that the desk learns what became of them.
TOLD_FOR = timedelta(hours=1)
MOST_OPEN = 50


class NoCodesError(RuntimeError):
    """More codes at once than anybody scans."""


@dataclass(frozen=True)
class Code:
    """What became of a code. name: what the phone will be called; crew: whose days it sees, None: all; device: who joined by it."""

    id: str
    name: str
    crew: str | None
    made_at: str
    made_by: str
    ends_at: str
    used_at: str | None
    device: str | None


def _told(row: JoiningRow) -> Code:
    return Code(
        row.id, row.name, row.crew, row.made_at, row.made_by, row.ends_at, row.used_at, row.device
    )  # fmt: skip


def show_code(store: JobStore, name: str, crew: str | None, by: str) -> tuple[Code, str]:
    """A new code, told this once. Raises NoCodesError."""
    code = secrets.token_urlsafe(18)
    now = datetime.now(UTC)
    with store.writing():
        JoiningRow.delete().where(JoiningRow.ends_at < (now - TOLD_FOR).isoformat(timespec="seconds")).execute()
        if (
            JoiningRow.select().where(JoiningRow.used_at.is_null() & (JoiningRow.ends_at > now_text())).count()
            >= MOST_OPEN
        ):
            raise NoCodesError(f"{MOST_OPEN} codes are open already; end some, or wait ten minutes")
        row = JoiningRow.create(
            id=uuid.uuid4().hex[:12], sum=sum_of_token(code), name=name, crew=crew, made_at=now_text(), made_by=by,
            ends_at=(now + GOOD_FOR).isoformat(timespec="seconds"),
        )  # fmt: skip
        return _told(row), code


def codes(store: JobStore) -> list[Code]:
    """Those of the last hour, the newest first."""
    with store.reading():
        return [_told(row) for row in JoiningRow.select().order_by(JoiningRow.made_at.desc(), JoiningRow.id)]


def end_code(store: JobStore, code_id: str) -> None:
    """A code that was not used is good for nothing any more. One that was, stays as it is."""
    with store.writing():
        JoiningRow.update(ends_at=now_text()).where((JoiningRow.id == code_id) & JoiningRow.used_at.is_null()).execute()


def join(store: JobStore, code: str, token: str, before: str | None) -> tuple[Device, bool] | None:
    """The device that joins, and whether it joined just now (else its answer was lost). token: its own; before: the one it had.
    None where the code is none, was used by another, or has ended. Raises TooManyDevicesError."""
    now = now_text()
    with store.writing():
        shown = JoiningRow.get_or_none(JoiningRow.sum == sum_of_token(code))
        if shown is None:
            return None
        mine = DeviceRow.get_or_none(DeviceRow.token_sha256 == sum_of_token(token))
        if shown.used_at is not None:
            if mine is None or shown.device != mine.id or mine.revoked_at is not None:
                return None
            return device_told(mine), False
        # A token that is somebody's already is nobody's to choose.
        if shown.ends_at <= now or mine is not None:
            return None
        row = None if before is None else DeviceRow.get_or_none(DeviceRow.token_sha256 == sum_of_token(before))
        if row is None:
            row = new_device(shown.name, shown.crew, shown.made_by, token)
        else:
            row.token_sha256, row.name, row.crew, row.revoked_at = sum_of_token(token), shown.name, shown.crew, None
            stays(row.id, shown.crew)
        row.joined_at = row.seen_at = now
        row.save()
        JoiningRow.update(used_at=now, device=row.id).where(JoiningRow.id == shown.id).execute()
        return device_told(row), True
