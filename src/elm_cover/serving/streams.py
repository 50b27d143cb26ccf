"""Streams of what happened, to the pages that look on: no thread, no polling of the database, closed when the program stops."""

from __future__ import annotations

import asyncio
from collections.abc import Awaitable, Callable, Iterable
from contextlib import suppress
from dataclasses import dataclass
from typing import Any

from .said import Headers

# A line of nothing now and then, so that a connection that broke is noticed at either end.
ALIVE_S = 15.0
# One client looks on so often at once; for one more its oldest ends, and asks again a moment later.
MOST_OF_A_CLIENT = 100
# How often it is looked at whether who looks on may still.
LOOKED_S = 10.0
Send = Callable[[dict[str, Any]], Awaitable[None]]


@dataclass(frozen=True, kw_only=True)
class Looking:
    """Who looks on at which job. client: whose streams are counted together. whose: ids of session, person or device, with which it ends.
    still: whether who asked may still; looked at now and then, as another program may have taken the right away."""

    job: str
    client: str
    whose: tuple[str, ...]
    still: Callable[[], Awaitable[bool]]


class News:
    """Who looks on at which job, and a word to them when its log has grown."""

    def __init__(self) -> None:
        self._looking: dict[str, set[asyncio.Event]] = {}
        # By client, its streams in the order they came: what ends each.
        self._of: dict[str, list[asyncio.Event]] = {}
        self._whose: dict[str, set[asyncio.Event]] = {}
        self._loop: asyncio.AbstractEventLoop | None = None
        self.closing = False

    def tell(self, job: str) -> None:
        """From any thread: the log of this job has grown."""
        loop = self._loop
        if loop is not None:
            with suppress(RuntimeError):  # the program is stopping
                loop.call_soon_threadsafe(self._wake, job)

    def end(self, whose: Iterable[str]) -> None:
        """From any thread: ends every stream of these sessions, people or devices."""
        loop, ids = self._loop, tuple(whose)
        if loop is not None:
            with suppress(RuntimeError):  # the program is stopping
                loop.call_soon_threadsafe(self._end, ids)

    def _end(self, ids: tuple[str, ...]) -> None:
        for each in {event for id_ in ids for event in self._whose.get(id_, ())}:
            each.set()

    def close(self) -> None:
        """Ends every stream."""
        self.closing = True
        for job in list(self._looking):
            self._wake(job)

    @property
    def watched(self) -> int:
        """How many look on."""
        return sum(len(each) for each in self._looking.values())

    def _wake(self, job: str) -> None:
        for each in self._looking.get(job, ()):
            each.set()

    async def stream(self, looking: Looking, headers: Headers, send: Send, gone: asyncio.Future[None]) -> None:
        """Tells until who looks on has gone. gone: done then."""
        job, client = looking.job, looking.client
        self._loop = asyncio.get_running_loop()
        news, ended = asyncio.Event(), asyncio.Event()
        self._looking.setdefault(job, set()).add(news)
        mine = self._of.setdefault(client, [])
        mine.append(ended)
        for id_ in looking.whose:
            self._whose.setdefault(id_, set()).add(ended)
        if len(mine) > MOST_OF_A_CLIENT:
            mine.pop(0).set()
        told = [(name, value) for name, value in headers if name != b"content-length"]
        try:
            await send({"type": "http.response.start", "status": 200, "headers": told})
            await send({"type": "http.response.body", "body": b"retry: 4000\n\n", "more_body": True})
            looked_at = self._loop.time()
            while not self.closing and not gone.done() and not ended.is_set():
                waited, over = asyncio.ensure_future(news.wait()), asyncio.ensure_future(ended.wait())
                either: set[asyncio.Future[Any]] = {waited, over, gone}
                await asyncio.wait(either, timeout=ALIVE_S, return_when=asyncio.FIRST_COMPLETED)
                waited.cancel()
                over.cancel()
                if gone.done() or self.closing or ended.is_set():
                    break
                # However much there is to tell, whether it may be told is looked at as often as where there is nothing.
                if self._loop.time() - looked_at >= LOOKED_S:
                    if not await looking.still():
                        break
                    looked_at = self._loop.time()
                text = b"event: log\ndata: {}\n\n" if news.is_set() else b": still here\n\n"
                news.clear()
                await send({"type": "http.response.body", "body": text, "more_body": True})
            await send({"type": "http.response.body", "body": b""})
        finally:
            if ended in mine:
                mine.remove(ended)
            if not mine and self._of.get(client) is mine:
                del self._of[client]
            for id_ in looking.whose:
                self._whose[id_].discard(ended)
                if not self._whose[id_]:
                    del self._whose[id_]
            self._looking[job].discard(news)
            if not self._looking[job]:
                del self._looking[job]
