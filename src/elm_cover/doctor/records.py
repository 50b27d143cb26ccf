"""The records: whether the database is whole and of this program's form, and whether photos and papers are what they were."""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Iterator
from contextlib import closing
from pathlib import Path

from ..store.database import FILE_NAME, WAY_OUT, looked_into, migrations
from ..store.soundness import in_words
from ..store.sums import damaged_papers, damaged_photos
from .finding import Finding, good, look, wrong

DATABASE, KEPT = "database", "photos and papers"
MOST_SAID = 300


def of_the_records(folder: Path, thorough: bool = True) -> Iterator[Finding]:
    """thorough: every photo and paper is compared with its sum, else what was found last is told."""
    file = folder / FILE_NAME
    if not file.exists():
        yield look(DATABASE, "No job was stored here yet.", "elm-cover serve")
        return
    try:
        with closing(looked_into(file)) as seen:
            version = int(seen.execute("PRAGMA user_version").fetchone()[0])
            said = [row for (row,) in seen.execute("PRAGMA integrity_check(3)")]
            loose = seen.execute("PRAGMA foreign_key_check").fetchall()
            jobs = seen.execute("SELECT COUNT(*) FROM job").fetchone()[0]
    except sqlite3.DatabaseError as error:
        yield wrong(DATABASE, f"{file} cannot be read: {error}.", WAY_OUT)
        return
    newest = migrations()[-1][0]
    if said != ["ok"] or loose:
        told = "; ".join(said) if said != ["ok"] else f"{len(loose)} rows belong to nothing"
        yield wrong(DATABASE, f"{file} is damaged: {told[:MOST_SAID]}.", WAY_OUT)
        return
    if version > newest:
        yield wrong(DATABASE, "It was made by a newer Elm Cover.", "Update the program, or restore an older backup.")
        return
    yield good(DATABASE, f"It is whole: {jobs:,} {'job' if jobs == 1 else 'jobs'}, form {version} of {newest}.")
    yield _kept(folder, file, version >= newest and not thorough)


def _kept(folder: Path, file: Path, as_last: bool) -> Finding:
    checked = None
    try:
        if as_last:
            with closing(looked_into(file)) as seen:
                row = seen.execute("SELECT checked_at, damaged FROM soundness WHERE id = 1").fetchone()
            if row is None:
                return good(KEPT, "They are compared with their sums within the hour, and then once a week.")
            checked, damaged = str(row[0])[:10], list(json.loads(row[1]))
        else:
            damaged = [*damaged_photos(folder), *damaged_papers(file)]
    except (sqlite3.DatabaseError, OSError) as error:
        return look(
            KEPT, f"They cannot be compared with their sums: {error}.", "Start the program once, then look again."
        )
    if damaged:
        told, _, way = in_words(damaged).rpartition(". ")
        return wrong(KEPT, f"{told}.", way)
    return good(KEPT, f"Each is what it was when it was stored{f', looked at {checked}' if checked else ''}.")
