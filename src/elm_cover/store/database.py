"""The database file: how it is opened, and how an old one is brought up to date."""

from __future__ import annotations

import os
import re
import sqlite3
from contextlib import closing
from importlib import resources
from pathlib import Path

from peewee import DatabaseError, OperationalError, SqliteDatabase

from ..job.paper_seal import sum_of
from .photo_names import photos_named

FILE_NAME = "elm-cover.sqlite"
# A save is on the disk before it is acknowledged: WAL, which a database stays in once it is told so, with a sync at every commit.
PRIVATE_FOLDER, PRIVATE_FILE = 0o700, 0o600
PRAGMAS = {"synchronous": "full", "foreign_keys": 1, "busy_timeout": 5000}


class StoreError(RuntimeError):
    """The data folder cannot be used as it is; the message says why and what to do."""


OWN_TABLES = {"job", "revision"}
WAY_OUT = (
    "Start with another folder (--data), or move that file away and put a backup in its place (elm-cover restore)."
)


def open_database(folder: Path) -> SqliteDatabase:
    """The database in a data folder, made or migrated to today's form. Raises StoreError where that cannot be done."""
    try:
        make_private(folder)
    except OSError as error:
        why = "is a file, not a folder" if folder.is_file() else f"cannot be made: {error.strerror or error}"
        raise StoreError(f"The data folder {folder} {why}. Start with another one (--data).") from error
    file = folder / FILE_NAME
    _look_at(folder, file)
    _own(file)
    new = not file.exists()
    database = open_beside(folder)
    try:
        with database.connection_context():
            database.execute_sql("PRAGMA journal_mode = wal")
            migrate(database)
        if new:
            file.chmod(PRIVATE_FILE)
    except OperationalError as error:
        way = "See that it may be written to and that the disk has room, or start with another folder (--data)."
        raise StoreError(f"The database {file} cannot be used: {error}. {way}") from error
    except DatabaseError as error:
        raise StoreError(f"{file} is damaged, or no database of Elm Cover: {error}. {WAY_OUT}") from error
    return database


def make_private(folder: Path) -> None:
    """Makes a folder that nobody but its owner looks into; one that is there is left as it is (wider_than_private says so)."""
    folder.mkdir(parents=True, exist_ok=True, mode=PRIVATE_FOLDER)


def wider_than_private(folder: Path) -> str | None:
    """What others on this machine may look into, in words, with what to do; None: nothing."""
    if os.name != "posix":
        return None
    wide = [path for path in (folder, *sorted(folder.iterdir())) if path.stat().st_mode & 0o077]
    if not wide:
        return None
    named = ", ".join(str(path) for path in wide[:3]) + (f" and {len(wide) - 3} more" if len(wide) > 3 else "")
    return f"Others on this machine may read {named}. To keep a firm's records to yourself: chmod -R go= {folder}"


def open_beside(folder: Path) -> SqliteDatabase:
    """The same where another one has opened it already."""
    database = SqliteDatabase(str(folder / FILE_NAME), pragmas=PRAGMAS)
    # Searching knows no capitals in any alphabet; SQLite's own folding knows the Latin ones alone.
    database.register_function(str.casefold, "casefold", 1)
    database.register_function(sum_of, "sha256_of", 1)
    database.register_function(photos_named, "photos_named", 1)
    return database


def looked_into(file: Path) -> sqlite3.Connection:
    """A database file, to be read and never changed; whoever holds the connection closes it."""
    return sqlite3.connect(f"{file.absolute().as_uri()}?mode=ro", uri=True)


def _look_at(folder: Path, file: Path) -> None:
    """What is wrong with a file before it is opened. Raises StoreError."""
    if file.is_dir():
        raise StoreError(f"{file} is a folder; the database is to be a file. {WAY_OUT}")
    if file.exists() and file.stat().st_size == 0:
        raise StoreError(f"{file} is empty: it was cut off, or never written to the end. {WAY_OUT}")
    if not os.access(folder, os.W_OK) or (file.exists() and not os.access(file, os.W_OK)):
        raise StoreError(
            f"The data folder {folder} may not be written to. Give yourself the right to write there, or start with another "
            "one (--data)."
        )


def _own(file: Path) -> None:
    """Whether a database that is there is ours and whole, looked at without changing it. Raises StoreError."""
    if not file.exists():
        return
    try:
        with closing(looked_into(file)) as seen:
            tables = {name for (name,) in seen.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
            told = seen.execute("PRAGMA quick_check(1)").fetchone()[0]
    except sqlite3.DatabaseError as error:
        raise StoreError(f"{file} is damaged, or no database of Elm Cover: {error}. {WAY_OUT}") from error
    if tables and not tables >= OWN_TABLES:
        raise StoreError(f"{file} is a database of another program. {WAY_OUT}")
    if told != "ok":
        raise StoreError(f"{file} is damaged: {told.splitlines()[-1]}. {WAY_OUT}")


def migrations() -> list[tuple[int, str]]:
    """The numbered steps that bring a database up to date, in order."""
    folder = resources.files("elm_cover") / "store" / "migrations"
    steps = [
        (int(file.name[:4]), file.read_text()) for file in folder.iterdir() if re.match(r"\d{4}_.*\.sql", file.name)
    ]
    return sorted(steps)


def migrate(database: SqliteDatabase) -> None:
    """Runs the steps a database has not seen, each in its own transaction with the mark that it was run."""
    version = database.execute_sql("PRAGMA user_version").fetchone()[0]
    steps = migrations()
    if version > steps[-1][0]:
        raise StoreError(
            "The data folder was made by a newer Elm Cover. Update the program, or restore an older backup."
        )
    for number, script in steps:
        if number <= version:
            continue
        with database.atomic("EXCLUSIVE"):
            if database.execute_sql("PRAGMA user_version").fetchone()[0] >= number:
                continue
            bare = "\n".join(line for line in script.splitlines() if not line.startswith("--"))
            for statement in filter(str.strip, bare.split(";")):
                database.execute_sql(statement)
            database.execute_sql(f"PRAGMA user_version = {number}")
