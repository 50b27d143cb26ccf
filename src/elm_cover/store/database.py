"""The database file: how it is opened, and how an old one is brought up to date."""

from __future__ import annotations

import re
from importlib import resources
from pathlib import Path

from peewee import SqliteDatabase

FILE_NAME = "elm-cover.sqlite"
# A save is on the disk before it is acknowledged: WAL with a sync at every commit.
PRAGMAS = {"journal_mode": "wal", "synchronous": "full", "foreign_keys": 1, "busy_timeout": 5000}


class StoreError(RuntimeError):
    """The data folder cannot be used as it is; the message says why and what to do."""


def open_database(folder: Path) -> SqliteDatabase:
    """The database in a data folder, made or migrated to today's form. Raises StoreError where that cannot be done."""
    try:
        folder.mkdir(parents=True, exist_ok=True)
        database = SqliteDatabase(str(folder / FILE_NAME), pragmas=PRAGMAS)
        # Searching knows no capitals in any alphabet; SQLite's own folding knows the Latin ones alone.
        database.register_function(str.casefold, "casefold", 1)
        with database.connection_context():
            migrate(database)
    except OSError as error:
        raise StoreError(f"The data folder {folder} cannot be used: {error.strerror or error}") from error
    return database


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
