"""One port for TLS and for plain HTTP: the first byte of a connection says which it is (a TLS record of a handshake begins with 22)."""

from __future__ import annotations

import asyncio
import errno
import socket
import ssl
from collections.abc import Callable
from contextlib import suppress
from dataclasses import dataclass, field

HANDSHAKE = 22
# From its first moment to the end of its handshake.
BEGUN_WITHIN_S = 10.0
# Who does not say goodbye in turn is not waited for longer, nor is the end of the program.
ENDED_WITHIN_S = 1.0
# So many may be on their way there at once; then the one that has waited longest makes room.
MOST_WAITING = 400
SHORT_OF_FILES_S = 0.2

Made = Callable[[], asyncio.Protocol]


@dataclass(eq=False)
class _Waiting:
    """A connection that has not begun to speak, or is amid its handshake."""

    connection: socket.socket
    task: asyncio.Task[None] | None = field(default=None)


class OnePort:
    """Takes connections at a socket that listens. secure, plain: make what then speaks; tls: changed while it runs, it holds for who comes
    next."""

    def __init__(self, at: socket.socket, tls: ssl.SSLContext, secure: Made, plain: Made) -> None:
        self._at, self._tls, self._secure, self._plain = at, tls, secure, plain
        # In the order they came.
        self._waiting: dict[_Waiting, None] = {}
        self._task: asyncio.Task[None] | None = None

    def start(self) -> None:
        """From here on who comes is answered."""
        self._at.setblocking(False)
        self._task = asyncio.ensure_future(self._take())

    async def close(self) -> None:
        """Takes nobody any more, and drops who has not begun."""
        ending = [each.task for each in self._waiting if each.task is not None]
        if self._task is not None:
            ending.append(self._task)
        for task in ending:
            task.cancel()
        await asyncio.gather(*ending, return_exceptions=True)
        # One that was ended before its first step has taken itself off nothing.
        for each in self._waiting:
            each.connection.close()
        self._at.close()

    async def _take(self) -> None:
        loop = asyncio.get_running_loop()
        while True:
            try:
                connection, _ = await loop.sock_accept(self._at)
            except OSError as error:
                if error.errno in (errno.EMFILE, errno.ENFILE, errno.ENOBUFS, errno.ENOMEM):
                    await asyncio.sleep(SHORT_OF_FILES_S)
                continue
            while len(self._waiting) >= MOST_WAITING:
                oldest = next(iter(self._waiting))
                del self._waiting[oldest]
                if oldest.task is not None:
                    oldest.task.cancel()
            one = _Waiting(connection)
            self._waiting[one] = None
            one.task = asyncio.ensure_future(self._begin(one))
            # Many at once are accepted without a wait: it has its first step, and others theirs, before the next.
            await asyncio.sleep(0)

    async def _begin(self, one: _Waiting) -> None:
        loop = asyncio.get_running_loop()
        until = loop.time() + BEGUN_WITHIN_S
        taken = False
        try:
            async with asyncio.timeout_at(until):
                first = await _first_byte(one.connection)
                if first == bytes([HANDSHAKE]):
                    taken = True
                    await loop.connect_accepted_socket(
                        self._secure,
                        one.connection,
                        ssl=self._tls,
                        ssl_handshake_timeout=BEGUN_WITHIN_S,
                        ssl_shutdown_timeout=ENDED_WITHIN_S,
                    )
                elif first:
                    taken = True
                    await loop.connect_accepted_socket(self._plain, one.connection)
        except (OSError, ssl.SSLError, TimeoutError):
            # Who does not speak in time, breaks off, or does not trust the certificate.
            pass
        finally:
            self._waiting.pop(one, None)
            if not taken:
                one.connection.close()


async def _first_byte(connection: socket.socket) -> bytes:
    """Looked at and left where it is; nothing where the other side has gone."""
    loop = asyncio.get_running_loop()
    ready: asyncio.Future[None] = loop.create_future()
    file = connection.fileno()

    def speaks() -> None:
        if not ready.done():
            ready.set_result(None)

    loop.add_reader(file, speaks)
    try:
        await ready
    finally:
        loop.remove_reader(file)
    with suppress(BlockingIOError):
        return connection.recv(1, socket.MSG_PEEK)
    return b""
