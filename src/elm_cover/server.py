"""Serving on this machine only: 127.0.0.1, in the foreground, the address printed once it answers."""

from __future__ import annotations

import ctypes
import gc
import os
import signal
import socket
import sys
import threading
from collections.abc import Callable, Sequence
from contextlib import suppress
from pathlib import Path
from typing import Any

import uvicorn

from .api.app import create_app
from .api.headlines import Headlines
from .api.heavy import LONG, SHORT
from .api.security import body_and_lane
from .serving.protocol import Connection
from .serving.shell import Shell
from .serving.streams import News
from .serving.workers import Workers
from .store.database import wider_than_private
from .store.photos import sweep_parts
from .store.soundness import Weekly

DEFAULT_PORT = 8790
ADDRESS = "127.0.0.1"
TAKEN = 3
# What is under way when the program is stopped may end, for so long.
ENDING_S = 3
# After so long nothing is waited for: what was acknowledged is on the disk.
AT_LAST_S = 4.5
KEPT_OPEN_S = 30
# mallopt's name for the number of heaps that threads share, from malloc.h.
M_ARENA_MAX = -8


def data_folder() -> Path:
    """Where a user's own jobs are kept: XDG_DATA_HOME, or .local/share in the home folder."""
    home = os.environ.get("XDG_DATA_HOME")
    return (Path(home) if home else Path.home() / ".local" / "share") / "elm-cover"


class Server(uvicorn.Server):
    """uvicorn with this program behind it: says where it is once it answers, and ends its streams when it stops. ending: what else ends
    then."""

    def __init__(self, app: Any, news: News, said: str = "", ending: Sequence[Callable[[], None]] = ()) -> None:
        shell = Shell(app, lambda method, path: body_and_lane(app, method, path), news)
        super().__init__(
            uvicorn.Config(
                shell,
                http=Connection,
                ws="none",
                lifespan="off",
                loop="asyncio",
                log_config=None,
                access_log=False,
                server_header=False,
                timeout_keep_alive=KEPT_OPEN_S,
                timeout_graceful_shutdown=ENDING_S,
            )
        )
        self._news, self._said, self._ending = news, said, ending

    async def startup(self, sockets: list[socket.socket] | None = None) -> None:
        await super().startup(sockets)
        if self._said:
            print(self._said, flush=True)

    async def shutdown(self, sockets: list[socket.socket] | None = None) -> None:
        self._news.close()
        # What is worked on is ended first: those who wait for it are then told, and no thread is left waiting.
        for end in self._ending:
            end()
        await super().shutdown(sockets)


def listening(port: int) -> socket.socket:
    """The socket that the program is asked at. Raises OSError, OverflowError where the port cannot be had."""
    # Named as TCP: asyncio sends small pieces at once only on a socket that says so; else the end of an answer waits 40 ms for
    # the other side to acknowledge its beginning.
    found = socket.socket(socket.AF_INET, socket.SOCK_STREAM, socket.IPPROTO_TCP)
    try:
        if os.name == "posix":
            found.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        found.bind((ADDRESS, port))
        found.listen(256)
    except BaseException:
        found.close()
        raise
    return found


def share_one_heap() -> None:
    """All threads take memory from one heap, where the C library can be told so: with one each, what one has given back the
    others cannot use, some 25 MB after a few hundred plans."""
    with suppress(AttributeError, OSError, TypeError):
        ctypes.CDLL(None).mallopt(M_ARENA_MAX, 1)


def serve(folder: Path, port: int) -> int:
    """Serves a data folder until stopped. Returns 3 where the port cannot be had."""
    share_one_heap()
    app = create_app(folder)
    sweep_parts(folder)
    wide = wider_than_private(folder)
    if wide is not None:
        print(wide, file=sys.stderr)
    # As long as one connection is open, the files that SQLite keeps beside the database are there: should the folder become one that
    # can only be read, it is read.
    held = app.extensions["elm_cover_store"].hold()
    try:
        at = listening(port)
    except (OSError, OverflowError, ValueError) as error:
        print(
            f"Port {port} on {ADDRESS} cannot be used: {error}. Pick another, for example PORT={port + 1}.",
            file=sys.stderr,
        )
        return TAKEN
    news, workers, short = News(), Workers(), Workers(meanwhile=True)
    app.extensions[LONG], app.extensions[SHORT] = workers, short
    weekly = Weekly(app.extensions["elm_cover_store"])
    headlines = Headlines(app.extensions["elm_cover_store"], short)

    def tell(job: str) -> None:
        news.tell(job)
        headlines.tell(job)

    app.extensions["elm_cover_tell"] = tell
    app.extensions["elm_cover_saved"] = headlines.tell
    app.extensions["elm_cover_store"].freshen = headlines.freshen
    short.warm()
    workers.warm()
    # What is loaded now stays: the collector need not look at it again and again, which takes longer than a plan.
    gc.collect()
    gc.freeze()
    address = f"http://{ADDRESS}:{at.getsockname()[1]}"
    # uvicorn hands the signal that stopped it on, once it has stopped: there is nothing left to do for it then.
    signal.signal(signal.SIGTERM, lambda *_: None)
    try:
        Server(app, news, f"Elm Cover is at {address} (stop with Ctrl-C)", (workers.close, short.close)).run(
            sockets=[at]
        )
    except KeyboardInterrupt:
        pass
    finally:
        last = threading.Timer(AT_LAST_S - ENDING_S, os._exit, (0,))
        last.daemon = True
        last.start()
        weekly.close()
        headlines.close()
        workers.close()
        short.close()
        held.close()
    return 0
