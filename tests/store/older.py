"""A database taken back to what an older program made of it: newest step first, as the migrations undo."""

from __future__ import annotations

import sqlite3
from pathlib import Path

from elm_cover.store.database import FILE_NAME

# By the version that added it: what takes it away again.
UNDO: dict[int, tuple[str, ...]] = {
    17: (
        *(f"DROP TABLE {name}" for name in ("held_entry", "stood", "stay", "joining")),
        *(f"ALTER TABLE device DROP COLUMN {name}" for name in ("joined_at", "unsent", "unsent_photos")),
    ),
    16: tuple(f"DROP TABLE {name}" for name in ("photo_job", "deed", "attempt", "invitation", "session", "person")),
    15: ("DROP TABLE told_event",),
    14: ("DROP TABLE soundness",),
    13: ("DROP TABLE writer", "ALTER TABLE log DROP COLUMN sender"),
    12: (
        "DROP TABLE paper_key",
        *(f"ALTER TABLE paper DROP COLUMN {name}" for name in ("key", "signature", "late", "of_job", "came_at")),
    ),
    11: ("ALTER TABLE job DROP COLUMN made_saves", "ALTER TABLE job DROP COLUMN made_n"),
    10: ("DROP TABLE dew_point",),
    9: (
        "DROP INDEX paper_by_code",
        "DROP INDEX paper_by_sha256",
        "ALTER TABLE paper DROP COLUMN code",
        "ALTER TABLE paper DROP COLUMN sha256",
    ),
}


def take_back(folder: Path, version: int) -> None:
    """The database of a folder as that version had it."""
    with sqlite3.connect(folder / FILE_NAME) as raw:
        for number, statements in UNDO.items():
            if number > version:
                for statement in statements:
                    raw.execute(statement)
        raw.execute(f"PRAGMA user_version = {version}")
