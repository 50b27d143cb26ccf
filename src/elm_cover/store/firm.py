"""The firm's own document in the store: price book, house rules, target rules, products."""

from __future__ import annotations

import json
from dataclasses import dataclass
from typing import Any

from .jobs import JobStore
from .moment import now_text
from .rows import FirmRow


@dataclass(frozen=True)
class StoredFirm:
    """The firm's document; saves is its version, 0 while nothing was kept yet."""

    saves: int
    document: dict[str, Any]


class StaleFirmError(RuntimeError):
    """Somebody kept something else in between; current is what is stored now."""

    def __init__(self, current: StoredFirm) -> None:
        super().__init__("the firm's book was saved by somebody else in between")
        self.current = current


def read_firm(store: JobStore) -> StoredFirm:
    """What the firm keeps."""
    with store.reading():
        row = FirmRow.get_or_none(FirmRow.id == 1)
        return StoredFirm(0, {}) if row is None else StoredFirm(row.saves, json.loads(row.document))


def keep_firm(store: JobStore, document: dict[str, Any], seen: int, actor: str) -> StoredFirm:
    """Replaces what the firm keeps. Raises StaleFirmError where it is not the version that was seen."""
    with store.writing():
        row = FirmRow.get_or_none(FirmRow.id == 1)
        saves = 0 if row is None else row.saves
        if saves != seen:
            raise StaleFirmError(StoredFirm(saves, {} if row is None else json.loads(row.document)))
        text = json.dumps(document, ensure_ascii=False, separators=(",", ":"))
        now = now_text()
        FirmRow.replace(id=1, saves=saves + 1, actor=actor, saved_at=now, document=text).execute()
        return StoredFirm(saves + 1, document)
