"""Serving this machine, or the firm's own network: in the foreground, the address printed once it answers."""

from __future__ import annotations

import asyncio
import ctypes
import io
import os
import signal
import socket
import sys
import threading
from collections.abc import Callable, Sequence
from contextlib import suppress
from pathlib import Path
from typing import Any

import segno
import uvicorn
from flask_openapi3 import OpenAPI

from .api.app import create_app
from .api.door import Door, set_door
from .api.headlines import Headlines
from .api.heavy import LONG, SHORT
from .api.pages import door_files
from .api.security import body_and_lane, refuses
from .api.setup import LOOKED_OVER
from .doctor.examine import Asked, examined
from .doctor.finding import Finding
from .doctor.work import done
from .lan.announce import Announcer
from .lan.authority import DoorError
from .lan.called import Called
from .lan.keeper import LOOKED_EVERY_S, Keeper
from .serving.behind import Behind
from .serving.collector import all_is_loaded
from .serving.one_port import OnePort
from .serving.plain import Plain
from .serving.protocol import Connection
from .serving.shell import Shell
from .serving.streams import News
from .serving.workers import Workers
from .store.database import wider_than_private
from .store.people import any_people
from .store.photos import sweep_parts
from .store.soundness import Weekly

DEFAULT_PORT = 8790
ADDRESS = "127.0.0.1"
EVERY_NETWORK = "0.0.0.0"
TAKEN = 3
NO_ACCOUNT = 2
NOBODY_YET = (
    "Nobody has an account, so that everybody who comes from another machine would be nobody. Make one first: "
    "elm-cover account add NAME --role office"
)
# Whose word on who asked is taken where nothing else is said: a proxy on this machine.
PROXIES = ("127.0.0.1", "::1")
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
    then. proxies: whose word on who asked is taken, where it stands behind one. keeper: of the certificate, where TLS is spoken here."""

    def __init__(
        self,
        app: Any,
        news: News,
        said: str = "",
        ending: Sequence[Callable[[], None]] = (),
        proxies: Sequence[str] = (),
        keeper: Keeper | None = None,
    ) -> None:
        shell: Any = Shell(
            app,
            lambda method, path: body_and_lane(app, method, path),
            news,
            lambda environ: refuses(app, environ),
        )
        at: Door = app.extensions["elm_cover_door"]
        if at.host is not None:
            shell = Behind(shell, at.prefix, at.scheme, frozenset(proxies))
        super().__init__(_config(shell))
        self._news, self._said, self._ending = news, said, ending
        self._keeper = keeper
        self._port: OnePort | None = None
        self._looking: asyncio.Task[None] | None = None

    async def startup(self, sockets: list[socket.socket] | None = None) -> None:
        if self._keeper is None:
            await super().startup(sockets)
        else:
            await super().startup([])
            self._open_to_both(self._keeper, (sockets or [])[0])
        if self._said:
            print(self._said, flush=True)

    def _open_to_both(self, keeper: Keeper, at: socket.socket) -> None:
        """TLS and what plain HTTP is told, at one port."""
        plain = Plain(keeper, door_files(), lambda: keeper.authority.der(), lambda: keeper.authority.fingerprint())
        bare = _config(plain)
        bare.load()

        def speaking(config: uvicorn.Config) -> asyncio.Protocol:
            return Connection(config=config, server_state=self.server_state, app_state={})

        self._port = OnePort(at, keeper.tls, lambda: speaking(self.config), lambda: speaking(bare))
        self._port.start()
        self._looking = asyncio.ensure_future(_looked_after(keeper, at.getsockname()[1]))

    async def shutdown(self, sockets: list[socket.socket] | None = None) -> None:
        self._news.close()
        if self._looking is not None:
            self._looking.cancel()
        if self._port is not None:
            await self._port.close()
        # What is worked on is ended first: those who wait for it are then told, and no thread is left waiting.
        for end in self._ending:
            end()
        await super().shutdown(sockets)


def _config(app: Any) -> uvicorn.Config:
    return uvicorn.Config(
        app,
        http=Connection,
        ws="none",
        lifespan="off",
        loop="asyncio",
        log_config=None,
        access_log=False,
        server_header=False,
        proxy_headers=False,
        timeout_keep_alive=KEPT_OPEN_S,
        timeout_graceful_shutdown=ENDING_S,
    )


async def _looked_after(keeper: Keeper, port: int) -> None:
    """The certificate and the word on the network, as long as the program runs."""
    announcer = Announcer()
    announcer.start()
    try:
        while True:
            announcer.tell(keeper.called, port)
            await asyncio.sleep(LOOKED_EVERY_S)
            await asyncio.get_running_loop().run_in_executor(None, keeper.look)
    finally:
        announcer.close()


def said_on_network(called: Called, port: int) -> str:
    """Where it is on the firm's network, with a code for a phone: by plain HTTP, which a phone reads before it has the certificate."""
    if not called.on_network:
        return f"Elm Cover is at https://{ADDRESS}:{port}; this machine is on no network of one's own, so that no other can reach it"
    told = f"{called.reached_at}:{port}"
    drawn = io.StringIO()
    segno.make(f"http://{told}/door/", error="m").terminal(drawn, compact=True)
    return (
        f"Elm Cover is at https://{told}\nA phone that comes for the first time: http://{told}/door/\n\n"
        f"{drawn.getvalue()}\nElm Cover answers"
    )


def listening(port: int, address: str = ADDRESS) -> socket.socket:
    """The socket that the program is asked at. Raises OSError, OverflowError where the port cannot be had."""
    # Named as TCP: asyncio sends small pieces at once only on a socket that says so; else the end of an answer waits 40 ms for
    # the other side to acknowledge its beginning.
    found = socket.socket(socket.AF_INET, socket.SOCK_STREAM, socket.IPPROTO_TCP)
    try:
        if os.name == "posix":
            found.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        found.bind((address, port))
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


def serve(
    folder: Path, port: int, behind: Door | None = None, proxies: Sequence[str] = PROXIES, lan: bool = False
) -> int:
    """Serves a data folder until stopped. behind: the address that a proxy has it under; lan: with TLS, to the firm's own network. Returns
    3 where the port cannot be had, 2 where others could come and nobody has an account, or where there can be no certificate."""
    share_one_heap()
    app = create_app(folder, behind or Door())
    if (lan or behind is not None) and not any_people(app.extensions["elm_cover_store"]):
        print(NOBODY_YET, file=sys.stderr)
        return NO_ACCOUNT
    sweep_parts(folder)
    wide = wider_than_private(folder)
    if wide is not None:
        print(wide, file=sys.stderr)
    # As long as one connection is open, the files that SQLite keeps beside the database are there: should the folder become one that
    # can only be read, it is read.
    held = app.extensions["elm_cover_store"].hold()
    address = EVERY_NETWORK if lan else ADDRESS
    try:
        keeper = Keeper(folder) if lan else None
        at = listening(port, address)
    except DoorError as error:
        print(f"There can be no certificate: {error}.", file=sys.stderr)
        return NO_ACCOUNT
    except (OSError, OverflowError, ValueError) as error:
        print(
            f"Port {port} on {address} cannot be used: {error}. Pick another, for example PORT={port + 1}.",
            file=sys.stderr,
        )
        return TAKEN
    port = at.getsockname()[1]
    if keeper is not None:
        set_door(app, Door(names=keeper, scheme="https", network=keeper))
        said = said_on_network(keeper.called, port)
    elif behind is not None:
        said = f"Elm Cover is at {behind.scheme}://{behind.host}{behind.prefix}/, by way of http://{ADDRESS}:{port}"
    else:
        said = f"Elm Cover is at http://{ADDRESS}:{port}"
    _run(app, at, f"{said} (stop with Ctrl-C)", proxies, keeper)
    held.close()
    return 0


def looked_over(app: OpenAPI, workers: Workers, keeper: Keeper | None) -> list[Finding]:
    """The set-up of the program that runs, by what serves it. What was compared last is told, not compared anew."""
    at: Door = app.extensions["elm_cover_door"]
    asked = Asked(
        app.extensions["elm_cover_store"].folder,
        lambda given: workers.run(done, given, "", None),
        behind=None if at.host is None else f"{at.scheme}://{at.host}{at.prefix}",
        lan=keeper is not None,
        thorough=False,
        trouble=None if keeper is None else keeper.trouble,
    )
    return list(examined(asked))


def _run(app: OpenAPI, at: socket.socket, said: str, proxies: Sequence[str], keeper: Keeper | None) -> None:
    """Until stopped."""
    store = app.extensions["elm_cover_store"]
    news, workers, short = News(), Workers(), Workers(meanwhile=True)
    app.extensions[LONG], app.extensions[SHORT] = workers, short
    weekly, headlines = Weekly(store), Headlines(store, short)

    def tell(job: str) -> None:
        news.tell(job)
        headlines.tell(job)

    app.extensions["elm_cover_tell"] = tell
    app.extensions["elm_cover_end"] = news.end
    app.extensions["elm_cover_saved"] = headlines.tell
    app.extensions[LOOKED_OVER] = lambda: looked_over(app, workers, keeper)
    store.freshen = headlines.freshen
    short.warm()
    workers.warm()
    all_is_loaded()
    # uvicorn hands the signal that stopped it on, once it has stopped: there is nothing left to do for it then.
    signal.signal(signal.SIGTERM, lambda *_: None)
    try:
        Server(app, news, said, (workers.close, short.close), proxies, keeper).run(sockets=[at])
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
