"""Heavy work in processes of its own, behind everything else in the queue for the processor."""

from __future__ import annotations

import hashlib
import threading
import time
from collections.abc import Callable
from contextlib import suppress
from dataclasses import dataclass, field
from typing import Any

from ..api.heavy import BusyError, GoneError, TooHeavyError, WorkFailedError
from .worker import Work, Worker, WorkerLostError

WORKERS = 2
LONGEST_S = 30.0
# More than that do not wait for their turn: each holds its document.
MOST_WAITING = 32
LOOK_S = 0.05
# So long what runs may go on after its asker went.
GRACE_S = 2.0
# A worker that was lost before it began costs nothing but the time: so often another one is asked.
TRIES = 3


@dataclass(eq=False)
class Shared:
    """Work that several may wait for: asked for once more while it runs, it is not done twice. gone: of each who asked."""

    gone: list[threading.Event | None]
    done: threading.Event = field(default_factory=threading.Event)
    answer: bytes = b""
    error: BaseException | None = None

    def unwanted(self) -> bool:
        """Whether all who asked have gone."""
        return all(one is not None and one.is_set() for one in self.gone)


class Workers:
    """Processes that do heavy work. What takes too long is killed, what nobody waits for any more, too; what is asked for by several at
    once is done once; a process that was killed or stopped is replaced."""

    def __init__(
        self,
        workers: int = WORKERS,
        longest_s: float = LONGEST_S,
        grace_s: float = GRACE_S,
        meanwhile: bool = False,
    ) -> None:
        """meanwhile: until the first of them is loaded, what is asked for is done on the spot."""
        self._meanwhile = meanwhile
        self.longest_s, self.grace_s = longest_s, grace_s
        # Workers that have nothing to do, and places that have no worker: one is started there when it is asked for.
        self._idle: list[Worker] = []
        self._places = workers
        self._free = threading.Condition()
        self._all: set[Worker] = set()
        self._waiting = threading.Semaphore(MOST_WAITING)
        self._shared: dict[tuple[Any, str, bytes], Shared] = {}
        self._lock = threading.Lock()
        self._closing = threading.Event()
        self.ready = threading.Event()

    def warm(self) -> None:
        """Starts them, so that the first who asks does not wait for that; answers at once."""
        for _ in range(self._places):
            self._behind(self._refill)

    def run(self, work: Work, given: bytes, how: str, gone: threading.Event | None) -> bytes:
        """What the work answers. Raises BusyError, TooHeavyError, GoneError, WorkFailedError, and what the work raises itself."""
        if self._meanwhile and not self.ready.is_set():
            return work(given, how)
        if not self._waiting.acquire(blocking=False):
            raise BusyError("Too much is being worked on at once. Try again in a moment.")
        try:
            key = (work, how, hashlib.sha256(given).digest())
            while True:
                with self._lock:
                    shared = self._shared.get(key)
                    first = shared is None
                    if shared is None:
                        shared = self._shared[key] = Shared([gone])
                    else:
                        shared.gone.append(gone)
                if first:
                    return self._first(key, shared, work, given, how)
                answer = self._other(shared, gone)
                if answer is not None:
                    return answer
        finally:
            self._waiting.release()

    def _first(self, key: tuple[Any, str, bytes], shared: Shared, work: Work, given: bytes, how: str) -> bytes:
        """Does it, for all who ask meanwhile."""
        try:
            shared.answer = self._done(work, given, how, shared.unwanted)
            return shared.answer
        except BaseException as error:
            shared.error = error
            raise
        finally:
            with self._lock:
                del self._shared[key]
            shared.done.set()

    def _other(self, shared: Shared, gone: threading.Event | None) -> bytes | None:
        """What it came to; None where it was given up just before this one asked. Raises what it raised."""
        while not shared.done.wait(LOOK_S):
            if gone is not None and gone.is_set():
                raise GoneError
        if isinstance(shared.error, GoneError) and not self._closing.is_set():
            return None
        if shared.error is not None:
            raise shared.error
        return shared.answer

    def _done(self, work: Work, given: bytes, how: str, unwanted: Callable[[], bool]) -> bytes:
        for _ in range(TRIES):
            worker = self._take(unwanted)
            try:
                worker.wake()
                worker.begin(work, given, how)
            except WorkerLostError:
                self._lose(worker)
                continue
            kind, told = self._answer(worker, unwanted)
            self._give_back(worker)
            if kind == "raised":
                raise told
            return bytes(told)
        raise WorkFailedError

    def _take(self, unwanted: Callable[[], bool]) -> Worker:
        """A worker of its own for this one. Raises GoneError, WorkFailedError."""
        while True:
            if unwanted() or self._closing.is_set():
                raise GoneError
            with self._free:
                if not self._free.wait_for(lambda: self._idle or self._places, LOOK_S):
                    continue
                if self._idle:
                    return self._idle.pop()
                self._places -= 1
            return self._new()

    def _new(self) -> Worker:
        """One for a place that was taken. Raises GoneError, WorkFailedError."""
        try:
            made = Worker()
        except WorkerLostError:
            self._leave_place()
            raise WorkFailedError from None
        with self._lock:
            self._all.add(made)
        self.ready.set()
        if self._closing.is_set():
            made.end()
            raise GoneError
        return made

    def _give_back(self, worker: Worker) -> None:
        with self._free:
            self._idle.append(worker)
            self._free.notify()

    def _leave_place(self) -> None:
        with self._free:
            self._places += 1
            self._free.notify()

    def _answer(self, worker: Worker, unwanted: Callable[[], bool]) -> tuple[str, Any]:
        """What became of work that was begun. Raises TooHeavyError, GoneError, WorkFailedError."""
        until = time.monotonic() + self.longest_s
        while True:
            try:
                told = worker.answer(LOOK_S)
            except WorkerLostError:
                self._lose(worker)
                if self._closing.is_set():
                    raise GoneError from None
                raise WorkFailedError from None
            if told is not None:
                return told
            if self._closing.is_set():
                self._lose(worker)
                raise GoneError
            if unwanted():
                self._behind(lambda: self._let_end(worker))
                raise GoneError
            if time.monotonic() > until:
                self._lose(worker)
                text = f"This takes more than {self.longest_s:.0f} s to work out here."
                raise TooHeavyError(f"{text} Fewer sections, corners or batts make it quicker.")

    def _let_end(self, worker: Worker) -> None:
        """Ends what nobody waits for, after a moment: a worker that is killed starts anew, which takes longer than most work does."""
        try:
            ended = worker.answer(self.grace_s) is not None
        except WorkerLostError:
            ended = False
        if ended:
            self._give_back(worker)
        else:
            self._lose(worker)

    def _lose(self, worker: Worker) -> None:
        """Ends a worker; another one takes its place."""
        worker.end()
        with self._lock:
            self._all.discard(worker)
        self._leave_place()
        if not self._closing.is_set():
            self._behind(self._refill)

    def _refill(self) -> None:
        """Starts one in a place that has none, before anybody asks for it."""
        with self._free:
            if not self._places or self._closing.is_set():
                return
            self._places -= 1
        with suppress(WorkFailedError, GoneError):
            self._give_back(self._new())

    def _behind(self, what: Callable[[], None]) -> None:
        threading.Thread(target=what, name="worker", daemon=True).start()

    def close(self) -> None:
        """Ends all at once, and whatever waits for them. Those that are still being loaded end with the program."""
        self._closing.set()
        with self._lock:
            every = list(self._all)
        for worker in every:
            worker.end()

    @property
    def processes(self) -> list[int]:
        """Those that are there."""
        with self._lock:
            return [worker.process.pid for worker in self._all if worker.process.pid is not None]
