"""The ways into the database: reading, looking at one moment, writing in turn."""

from __future__ import annotations

import sqlite3
import threading
from collections.abc import Iterator
from contextlib import AbstractContextManager, ExitStack, contextmanager

from peewee import DatabaseError, OperationalError, SqliteDatabase

from .rows import using

# What SQLite says where it has rolled back already.
NOTHING_LEFT = "cannot rollback"


class Turns:
    """What every store of one database has: its connection for the length of a block, and the turn to write."""

    def __init__(self, database: SqliteDatabase) -> None:
        self._database = database
        self._turn = threading.RLock()

    def hold(self) -> sqlite3.Connection:
        """A connection of its own that has looked once; whoever holds it closes it."""
        held = sqlite3.connect(self._database.database, check_same_thread=False)
        held.execute("SELECT COUNT(*) FROM sqlite_master").fetchone()
        return held

    def reading(self) -> AbstractContextManager[None]:
        return self._using(self._database.connection_context())

    def looking(self) -> AbstractContextManager[None]:
        """One transaction that only reads: what others write meanwhile is not in it."""
        return self._using(self._database.connection_context(), self._transaction("DEFERRED"))

    def writing(self) -> AbstractContextManager[None]:
        """One immediate transaction: what is read in it cannot change before it is written.

        Those of this program take turns: SQLite lets whoever tries at the right moment in, and fifty phones at once starve some.
        """
        return self._using(self._turn, self._database.connection_context(), self._transaction("IMMEDIATE"))

    @contextmanager
    def _transaction(self, kind: str) -> Iterator[None]:
        """What SQLite has rolled back by itself, on a full disk, cannot be rolled back once more; why it did is what is raised."""
        try:
            with self._database.atomic(kind):
                yield
        except OperationalError as error:
            why: BaseException | None = error
            while why is not None and (NOTHING_LEFT in str(why) or not isinstance(why, DatabaseError)):
                why = why.__context__
            if why is None or why is error:
                raise
            raise why from None

    @contextmanager
    def _using(self, *parts: AbstractContextManager[object]) -> Iterator[None]:
        """The rows of this store's database, and whatever else, for the length of a block."""
        with ExitStack() as stack:
            stack.enter_context(using(self._database))
            for part in parts:
                stack.enter_context(part)
            yield
