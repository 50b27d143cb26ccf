"""Logs as they were read and checked: entries are added and never changed, so only what is new is read.

In the program and in each of its workers; a worker looks into the same records itself.
"""

from __future__ import annotations

from collections import OrderedDict
from dataclasses import dataclass, field
from functools import cache
from pathlib import Path
from threading import Lock

from ..core.from_job import entry_of
from ..core.log import Entry
from ..formats.headline import headline
from ..formats.log_file import read_entry
from ..job.log_entry import LogEntry
from ..store.jobs import JobStore

# So many entries are kept in all, whatever the last log that was asked for holds.
MOST_KEPT = 12_000


@dataclass
class KeptLog:
    """folded: the entries as folds take them; last: the number of the last entry; lock: held while more is read."""

    entries: list[LogEntry] = field(default_factory=list)
    folded: list[Entry] = field(default_factory=list)
    last: int = 0
    lock: Lock = field(default_factory=Lock)


class KeptLogs:
    """By data folder and job; what was not asked for the longest goes first."""

    def __init__(self, most: int = MOST_KEPT) -> None:
        self._most = most
        self._kept: OrderedDict[tuple[str, str], KeptLog] = OrderedDict()
        self._lock = Lock()

    def of(self, store: JobStore, job_id: str) -> tuple[tuple[LogEntry, ...], int]:
        """Every entry of a job's log, in the order they arrived, and the number of the last one. Raises NoSuchJobError."""
        kept = self._read(store, job_id)
        return tuple(kept.entries[: kept.last]), kept.last

    def folded(self, store: JobStore, job_id: str) -> tuple[tuple[Entry, ...], int]:
        """The same as the folds take them."""
        kept = self._read(store, job_id)
        return tuple(kept.folded[: kept.last]), kept.last

    def _read(self, store: JobStore, job_id: str) -> KeptLog:
        key = (str(store.folder), job_id)
        with self._lock:
            kept = self._kept.setdefault(key, KeptLog())
            self._kept.move_to_end(key)
        with kept.lock:
            new = store.log(job_id, kept.last)
            if new:
                read = [read_entry(line.entry) for line in new]
                kept.entries += read
                kept.folded += map(entry_of, read)
                kept.last = new[-1].n
        self._make_room()
        return kept

    def _make_room(self) -> None:
        with self._lock:
            sizes = {key: len(kept.entries) for key, kept in self._kept.items()}
            room = self._most - sum(sizes.values())
            for key in list(sizes)[:-1]:
                if room >= 0:
                    return
                del self._kept[key]
                room += sizes[key]


LOGS = KeptLogs()


@cache
def records(folder: str) -> JobStore:
    """The records beside the program that keeps them: looked into by a worker."""
    return JobStore(Path(folder), headline, beside=True)
