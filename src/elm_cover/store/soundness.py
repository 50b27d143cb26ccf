"""Whether the records are what they were: photos and papers compared with the sums that name them, at backup, restore and once a week."""

from __future__ import annotations

import json
import logging
import threading
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta

from .database import FILE_NAME
from .jobs import JobStore
from .rows import SoundnessRow
from .sums import damaged_papers, damaged_photos

log = logging.getLogger(__name__)
EVERY = timedelta(days=7)
# So many are told by name.
MOST_TOLD = 20


@dataclass(frozen=True)
class Soundness:
    """checked_at: when all was compared last, None: never yet; damaged: what is no longer what it was, in words."""

    checked_at: str | None
    damaged: tuple[str, ...]


def compare(store: JobStore, stop: threading.Event | None = None) -> Soundness | None:
    """Compares everything and keeps what was found; None where it was stopped before its end."""
    damaged = [*damaged_photos(store.folder, stop), *damaged_papers(store.folder / FILE_NAME, stop)]
    if stop is not None and stop.is_set():
        return None
    now = datetime.now(UTC).isoformat()
    with store.writing():
        SoundnessRow.replace(id=1, checked_at=now, damaged=json.dumps(damaged)).execute()
    return Soundness(now, tuple(damaged))


def kept_soundness(store: JobStore) -> Soundness:
    """What was found last."""
    with store.reading():
        row = SoundnessRow.get_or_none(SoundnessRow.id == 1)
    return Soundness(None, ()) if row is None else Soundness(row.checked_at, tuple(json.loads(row.damaged)))


def is_due(store: JobStore) -> bool:
    """Whether a week has passed. A clock that was set back makes it due."""
    last = kept_soundness(store).checked_at
    return last is None or not timedelta(0) <= datetime.now(UTC) - datetime.fromisoformat(last) < EVERY


def in_words(damaged: tuple[str, ...] | list[str]) -> str:
    """What is damaged, and what to do."""
    named = ", ".join(damaged[:MOST_TOLD]) + (
        f" and {len(damaged) - MOST_TOLD} more" if len(damaged) > MOST_TOLD else ""
    )
    return f"No longer what it was when it was stored: {named}. Take it from a backup of before (elm-cover restore)."


class Weekly:
    """A thread that compares everything once a week, and looks every hour whether a week has passed."""

    def __init__(self, store: JobStore, first_s: float = 60.0, every_s: float = 3600.0) -> None:
        self._store, self._first_s, self._every_s = store, first_s, every_s
        self._stop = threading.Event()
        self._thread = threading.Thread(target=self._run, name="weekly", daemon=True)
        self._thread.start()

    def close(self) -> None:
        """Ends, also in the midst of it: it is begun anew at the next start."""
        self._stop.set()

    def _run(self) -> None:
        wait_s = self._first_s
        while not self._stop.wait(wait_s):
            wait_s = self._every_s
            try:
                if is_due(self._store):
                    found = compare(self._store, self._stop)
                    if found is not None and found.damaged:
                        log.error(in_words(found.damaged))
            except Exception:  # whatever it is, it is tried again in an hour
                log.warning("the records could not be compared with their sums", exc_info=True)
