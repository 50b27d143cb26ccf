"""One process that does heavy work, one piece at a time, and how it is started, asked and ended: killed or stopped ones are noticed."""

from __future__ import annotations

import contextlib
import importlib
import multiprocessing
import os
import signal
import threading
from collections.abc import Callable
from multiprocessing import forkserver
from multiprocessing.connection import Connection
from multiprocessing.context import BaseContext
from typing import Any

READY = "elm_cover.serving.ready"
Work = Callable[[bytes, str], bytes]
# A process that loads everything anew takes seconds, more on a busy machine; one that is forked is there at once.
LOADING_S, FORKING_S = 60.0, 3.0
# One that is alive says so at once, even behind everything else in the queue for the processor.
ANSWERING_S = 3.0
FORKS = "forkserver" in multiprocessing.get_all_start_methods()


class WorkerLostError(Exception):
    """The process has ended, or does not answer."""


def context() -> BaseContext:
    """How workers come to be. Where the system can: forked from one process that has loaded everything once, so that two cost no
    more than one, and one that was killed is there again at once. Elsewhere each loads it all itself."""
    if not FORKS:
        return multiprocessing.get_context("spawn")
    found = multiprocessing.get_context("forkserver")
    found.set_forkserver_preload([READY])
    return found


class Worker:
    """A process that works. Raises WorkerLostError at its start where none can be had."""

    def __init__(self) -> None:
        self.process, self.pipe = _start()
        try:
            self._expect("ready", LOADING_S)
        except BaseException:
            self.end()
            raise

    def wake(self) -> None:
        """Raises WorkerLostError where it does not say that it is there."""
        self._told(("here?", b"", ""))
        self._expect("here", ANSWERING_S)

    def begin(self, work: Work, given: bytes, how: str) -> None:
        """Hands it work. Raises WorkerLostError."""
        self._told((work, given, how))

    def answer(self, wait_s: float) -> tuple[str, Any] | None:
        """“done” and what came of it, or “raised” and the error; None: not yet. Raises WorkerLostError."""
        try:
            return self.pipe.recv() if self.pipe.poll(wait_s) else None
        except (EOFError, OSError) as error:
            raise WorkerLostError from error

    def end(self) -> None:
        """Ends it at once, whatever it does, stopped or not."""
        with contextlib.suppress(ValueError, AttributeError, OSError):
            if self.process.pid is not None:
                self.process.kill()
        with contextlib.suppress(OSError):
            self.pipe.close()

    def _told(self, what: tuple[Any, bytes, str]) -> None:
        # One that was stopped takes no more than a pipe holds: then it is ended, and this returns.
        late = threading.Timer(ANSWERING_S, self.end)
        late.daemon = True
        late.start()
        try:
            self.pipe.send(what)
        except (OSError, ValueError) as error:
            raise WorkerLostError from error
        finally:
            late.cancel()

    def _expect(self, word: str, wait_s: float) -> None:
        found = self.answer(wait_s)
        if found is None or found[0] != word:
            raise WorkerLostError(f"a worker did not say “{word}”")


# The process that workers are forked from, once it has forked one: from then on it is quick, or it was stopped.
_forked_by: int | None = None
_starting = threading.Lock()


def _start() -> tuple[Any, Connection]:
    """A process and the pipe to it; tried twice where the one that it is forked from was killed or stopped meanwhile. Raises
    WorkerLostError."""
    global _forked_by
    with _starting:
        for _ in range(2):
            found = _started()
            if found is not None:
                _forked_by = _fork_server()
                return found
            _end_fork_server()
    raise WorkerLostError("no worker can be started")


def _started() -> tuple[Any, Connection] | None:
    """None where it could not be had in time: who is asked for a process may have been stopped, and then never answers."""
    made = context()
    ours, theirs = made.Pipe()
    process = made.Process(target=_work, args=(theirs,), daemon=True)  # type: ignore[attr-defined]
    faults: list[BaseException] = []

    def start() -> None:
        try:
            process.start()
        except BaseException as error:
            faults.append(error)

    quick = FORKS and _forked_by is not None and _forked_by == _fork_server()
    starting = threading.Thread(target=start, name="start", daemon=True)
    starting.start()
    starting.join(FORKING_S if quick else LOADING_S)
    if starting.is_alive() and quick and _fork_server() != _forked_by:
        # It had been killed: another one is being loaded.
        starting.join(LOADING_S)
    theirs.close()
    if starting.is_alive() or faults or process.pid is None:
        ours.close()
        return None
    return process, ours


def _fork_server() -> int | None:
    found: int | None = getattr(getattr(forkserver, "_forkserver", None), "_forkserver_pid", None)
    return found


def _end_fork_server() -> None:
    """The next start makes another one."""
    pid = _fork_server() if FORKS else None
    if pid is not None:
        with contextlib.suppress(OSError):
            os.kill(pid, signal.SIGKILL)
            # Until it is dead it would be asked once more; whoever asks for the next one clears it away.
            os.waitid(os.P_PID, pid, os.WEXITED | os.WNOWAIT)


def _work(pipe: Connection) -> None:
    """The life of a worker: ends with its pipe."""
    with contextlib.suppress(ValueError, OSError):
        signal.signal(signal.SIGINT, signal.SIG_IGN)  # Ctrl-C is for the program, which ends its workers itself
    importlib.import_module(READY)
    pipe.send(("ready", None))
    while True:
        try:
            work, given, how = pipe.recv()
        except (EOFError, OSError):
            return
        if work == "here?":
            pipe.send(("here", None))
            continue
        try:
            told: tuple[str, Any] = ("done", work(given, how))
        except Exception as error:
            told = ("raised", error)
        try:
            pipe.send(told)
        except (EOFError, OSError):
            return
        except Exception:  # an error that cannot travel
            pipe.send(("raised", RuntimeError(f"{type(told[1]).__name__}: {told[1]}")))
