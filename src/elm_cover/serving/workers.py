"""Heavy work in processes of its own, behind everything else in the queue for the processor (pebble)."""

from __future__ import annotations

import importlib
import multiprocessing
import os
import threading
from collections.abc import Callable
from concurrent.futures import CancelledError
from concurrent.futures import TimeoutError as LateError
from multiprocessing.context import BaseContext

from pebble import ProcessExpired, ProcessFuture, ProcessPool

from ..api.heavy import BusyError, GoneError, TooHeavyError, WorkFailedError

WORKERS = 2
LONGEST_S = 30.0
# More than that do not wait for their turn: each holds its document.
MOST_WAITING = 16
LOOK_S = 0.05
# So long what runs may go on after its asker went.
GRACE_S = 2.0


READY = "elm_cover.serving.ready"


def _context() -> BaseContext:
    """How workers come to be. Where the system can: forked from one process that has loaded everything once, so that two cost no
    more than one, and one that was killed is there again at once. Elsewhere each loads it all itself."""
    if "forkserver" not in multiprocessing.get_all_start_methods():
        return multiprocessing.get_context("spawn")
    context = multiprocessing.get_context("forkserver")
    context.set_forkserver_preload([READY])
    return context


def _started() -> None:
    """What a worker does before its first work: nothing where it was forked with everything loaded."""
    importlib.import_module(READY)


class Workers:
    """Two processes. What takes too long is killed, what nobody waits for any more, too."""

    def __init__(self, workers: int = WORKERS, longest_s: float = LONGEST_S, grace_s: float = GRACE_S) -> None:
        self.longest_s, self.grace_s = longest_s, grace_s
        self._pool = ProcessPool(max_workers=workers, context=_context(), initializer=_started)
        self._waiting = threading.Semaphore(MOST_WAITING)
        self._turns = threading.Semaphore(workers)
        self._warming: threading.Thread | None = None

    def warm(self) -> None:
        """Starts them, so that the first who asks does not wait for that; answers at once."""
        self._warming = threading.Thread(target=self._pool.schedule, args=(os.getpid,), name="warm", daemon=True)
        self._warming.start()

    def run(self, work: Callable[[bytes, str], bytes], given: bytes, how: str, gone: threading.Event | None) -> bytes:
        """What the work answers. Raises BusyError, TooHeavyError, GoneError, WorkFailedError, and what the work raises itself."""
        if not self._waiting.acquire(blocking=False):
            raise BusyError("Too much is being worked on at once. Try again in a moment.")
        try:
            self._wait_for_turn(gone)
        except BaseException:
            self._waiting.release()
            raise
        try:
            future = self._pool.schedule(work, args=(given, how), timeout=self.longest_s)
        except BaseException:
            self._ended()
            raise
        # Its place is free once it has ended, however it ends.
        future.add_done_callback(lambda _: self._ended())
        while True:
            try:
                answer: bytes = future.result(timeout=LOOK_S)
                return answer
            except LateError:
                if future.done():
                    # It may have ended between the look and this question: then its answer is there.
                    if future.cancelled() or not isinstance(future.exception(), LateError):
                        continue
                    text = f"This takes more than {self.longest_s:.0f} s to work out here."
                    raise TooHeavyError(f"{text} Fewer sections, corners or batts make it quicker.") from None
                if gone is not None and gone.is_set():
                    self._let_go(future)
                    raise GoneError from None
            except CancelledError:
                raise GoneError from None
            except ProcessExpired:
                raise WorkFailedError from None

    def _wait_for_turn(self, gone: threading.Event | None) -> None:
        """Waits here, not in the pool: what is taken back there while it waits costs a worker. Raises GoneError."""
        while not self._turns.acquire(timeout=LOOK_S):
            if gone is not None and gone.is_set():
                raise GoneError

    def _ended(self) -> None:
        self._turns.release()
        self._waiting.release()

    def _let_go(self, future: ProcessFuture[bytes]) -> None:
        """Ends what nobody waits for, after a moment: a worker that is killed starts anew, which takes longer than most work does."""
        later = threading.Timer(self.grace_s, future.cancel)
        later.daemon = True
        later.start()

    def close(self) -> None:
        """Ends both at once. While they are still being loaded that is not waited for: the program ends, and they end with it."""
        if self._warming is not None and self._warming.is_alive():
            return
        self._pool.stop()
        self._pool.join(timeout=2)
