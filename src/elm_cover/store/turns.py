"""The ways into the database: reading, looking at one moment, writing in turn."""

from __future__ import annotations

import threading
from collections.abc import Iterator
from contextlib import AbstractContextManager, ExitStack, contextmanager

from peewee import SqliteDatabase

from .rows import using


class Turns:
    """What every store of one database has: its connection for the length of a block, and the turn to write."""

    def __init__(self, database: SqliteDatabase) -> None:
        self._database = database
        self._turn = threading.RLock()

    def reading(self) -> AbstractContextManager[None]:
        return self._using(self._database.connection_context())

    def looking(self) -> AbstractContextManager[None]:
        """One transaction that only reads: what others write meanwhile is not in it."""
        return self._using(self._database.connection_context(), self._database.atomic("DEFERRED"))

    def writing(self) -> AbstractContextManager[None]:
        """One immediate transaction: what is read in it cannot change before it is written.

        Those of this program take turns: SQLite lets whoever tries at the right moment in, and fifty phones at once starve some.
        """
        return self._using(self._turn, self._database.connection_context(), self._database.atomic("IMMEDIATE"))

    @contextmanager
    def _using(self, *parts: AbstractContextManager[object]) -> Iterator[None]:
        """The rows of this store's database, and whatever else, for the length of a block."""
        with ExitStack() as stack:
            stack.enter_context(using(self._database))
            for part in parts:
                stack.enter_context(part)
            yield
