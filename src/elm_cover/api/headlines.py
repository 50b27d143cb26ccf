"""Headlines made behind what is answered: a tick is acknowledged first, the shelf hears of it a moment later."""

from __future__ import annotations

import json
import logging
import threading
import time
from collections.abc import Sequence
from contextlib import suppress
from typing import Any

from ..formats.headline import headline
from ..store.jobs import JobStore, NoSuchJobError
from .heavy import Worker
from .packing import written

# A job whose phones have said nothing for so long is told of; one that is ticked on and on no later than so long.
QUIET_S, LONGEST_S = 0.5, 5.0
# So long somebody who looks waits for a headline that is stale; after so long one that could not be made is tried again.
WAIT_S, AGAIN_S = 0.1, 60.0
log = logging.getLogger(__name__)


def made(given: bytes, _: str) -> bytes:
    """The headline of a document and its log, as JSON."""
    asked = json.loads(given)
    return written(headline(asked["document"], asked["log"]))


def headline_by(worker: Worker, document: dict[str, Any], log: Sequence[dict[str, Any]]) -> dict[str, Any]:
    """The headline of a document and its log, made by a worker. Raises what that raises."""
    told: dict[str, Any] = json.loads(worker.run(made, written({"document": document, "log": log}), "", None))
    return told


class Headlines:
    """One thread that makes the headlines of jobs that were saved or written in, one job after the other, in a worker. What it cannot
    make is stale, and said to be; it is tried again after a while."""

    def __init__(self, store: JobStore, worker: Worker, quiet_s: float = QUIET_S, longest_s: float = LONGEST_S) -> None:
        self._store, self._worker = store, worker
        self._quiet_s, self._longest_s = quiet_s, longest_s
        # By job: when it was first and last written in since its headline was made.
        self._told: dict[str, tuple[float, float]] = {}
        self._making: str | None = None
        # By job: until when it is not tried again.
        self._failed: dict[str, float] = {}
        self._turn = threading.Condition()
        self._ended = False
        self._thread = threading.Thread(target=self._run, name="headlines", daemon=True)
        self._thread.start()

    def tell(self, job: str) -> None:
        """Something was saved, or written in a job's log."""
        now = time.monotonic()
        with self._turn:
            first, _ = self._told.get(job, (now, now))
            self._told[job] = (first, now)
            self._failed.pop(job, None)
            self._turn.notify_all()

    def freshen(self, jobs: Sequence[str], _in_bin: bool = False) -> None:
        """Has these made before all others, and waits for them, but not for long."""
        with self._turn:
            now = time.monotonic()
            wanted = {job for job in jobs if self._failed.get(job, now) <= now}
            at_once = now - self._longest_s
            self._told = {
                **dict.fromkeys(wanted, (at_once, at_once)),
                **{j: t for j, t in self._told.items() if j not in wanted},
            }
            self._turn.notify_all()
            self._turn.wait_for(
                lambda: self._ended or not any(job in self._told or job == self._making for job in wanted), WAIT_S
            )

    def close(self) -> None:
        """Ends; what is being made is not waited for."""
        with self._turn:
            self._ended = True
            self._turn.notify_all()
        self._thread.join(timeout=WAIT_S)

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
                self._making = job
            failed = False
            try:
                self._make(job)
            except NoSuchJobError:
                pass
            except Exception:  # whatever it is, the next job is made
                failed = True
                log.warning("the headline of %s could not be made", job, exc_info=True)
            with self._turn:
                self._making = None
                if failed:
                    self._failed[job] = time.monotonic() + AGAIN_S
                self._turn.notify_all()

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
        for in_bin in (False, True):
            with suppress(NoSuchJobError):
                to_make = self._store.to_make(job, in_bin)
                if to_make is not None:
                    self._store.keep(to_make, headline_by(self._worker, to_make.document, to_make.log))
                return
