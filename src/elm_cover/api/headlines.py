"""Headlines made behind what is answered: a tick is acknowledged first, the shelf hears of it a moment later."""

from __future__ import annotations

import json
import threading
import time
from contextlib import suppress
from typing import Any

from ..formats.headline import headline
from ..store.jobs import JobStore, NoSuchJobError
from .heavy import BusyError, GoneError, TooHeavyError, Worker, WorkFailedError
from .packing import written

# A job whose phones have said nothing for so long is told of; one that is ticked on and on no later than so long.
QUIET_S, LONGEST_S = 0.5, 5.0


def made(given: bytes, _: str) -> bytes:
    """The headline of a document and its log, as JSON."""
    asked = json.loads(given)
    return written(headline(asked["document"], asked["log"]))


class Headlines:
    """One thread that makes the headlines of jobs that were written in, one job after the other, in a worker. What it cannot make is
    stale, and made by whoever looks."""

    def __init__(self, store: JobStore, worker: Worker, quiet_s: float = QUIET_S, longest_s: float = LONGEST_S) -> None:
        self._store, self._worker = store, worker
        self._quiet_s, self._longest_s = quiet_s, longest_s
        # By job: when it was first and last written in since its headline was made.
        self._told: dict[str, tuple[float, float]] = {}
        self._turn = threading.Condition()
        self._ended = False
        self._thread = threading.Thread(target=self._run, name="headlines", daemon=True)
        self._thread.start()

    def tell(self, job: str) -> None:
        """Something was written in a job's log."""
        now = time.monotonic()
        with self._turn:
            first, _ = self._told.get(job, (now, now))
            self._told[job] = (first, now)
            self._turn.notify()

    def close(self) -> None:
        """Ends once what is being made is made."""
        with self._turn:
            self._ended = True
            self._turn.notify()
        self._thread.join(timeout=self._longest_s)

    def _run(self) -> None:
        while True:
            with self._turn:
                job = self._due()
                while job is None and not self._ended:
                    self._turn.wait(self._wait_s())
                    job = self._due()
                if self._ended or job is None:
                    return
                del self._told[job]
            with suppress(NoSuchJobError, BusyError, TooHeavyError, GoneError, WorkFailedError):
                self._make(job)

    def _due(self) -> str | None:
        now = time.monotonic()
        return next((job for job, at in self._told.items() if self._at(at) <= now), None)

    def _wait_s(self) -> float | None:
        """Until the next is due; None while nothing waits."""
        times = [self._at(at) for at in self._told.values()]
        return max(0.0, min(times) - time.monotonic()) if times else None

    def _at(self, told: tuple[float, float]) -> float:
        first, last = told
        return min(last + self._quiet_s, first + self._longest_s)

    def _make(self, job: str) -> None:
        to_make = self._store.to_make(job)
        if to_make is None:
            return
        given = written({"document": to_make.document, "log": to_make.log})
        told: dict[str, Any] = json.loads(self._worker.run(made, given, "", None))
        self._store.keep(to_make, told)
