"""Streams of what happened, to the pages that look on: no thread, no polling of the database, closed when the program stops."""

from __future__ import annotations

import asyncio
from collections.abc import Awaitable, Callable
from contextlib import suppress
from typing import Any

from .said import Headers

# A line of nothing now and then, so that a connection that broke is noticed at either end.
ALIVE_S = 15.0
Send = Callable[[dict[str, Any]], Awaitable[None]]


class News:
    """Who looks on at which job, and a word to them when its log has grown."""

    def __init__(self) -> None:
        self._looking: dict[str, set[asyncio.Event]] = {}
        self._loop: asyncio.AbstractEventLoop | None = None
        self.closing = False

    def tell(self, job: str) -> None:
        """From any thread: the log of this job has grown."""
        loop = self._loop
        if loop is not None:
            with suppress(RuntimeError):  # the program is stopping
                loop.call_soon_threadsafe(self._wake, job)

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

    async def stream(self, job: str, headers: Headers, send: Send, gone: asyncio.Future[None]) -> None:
        """Tells until who looks on has gone. gone: done then."""
        self._loop = asyncio.get_running_loop()
        news = asyncio.Event()
        self._looking.setdefault(job, set()).add(news)
        told = [(name, value) for name, value in headers if name != b"content-length"]
        try:
            await send({"type": "http.response.start", "status": 200, "headers": told})
            await send({"type": "http.response.body", "body": b"retry: 4000\n\n", "more_body": True})
            while not self.closing and not gone.done():
                waited = asyncio.ensure_future(news.wait())
                either: set[asyncio.Future[Any]] = {waited, gone}
                await asyncio.wait(either, timeout=ALIVE_S, return_when=asyncio.FIRST_COMPLETED)
                waited.cancel()
                if gone.done() or self.closing:
                    break
                text = b"event: log\ndata: {}\n\n" if news.is_set() else b": still here\n\n"
                news.clear()
                await send({"type": "http.response.body", "body": text, "more_body": True})
            await send({"type": "http.response.body", "body": b""})
        finally:
            self._looking[job].discard(news)
            if not self._looking[job]:
                del self._looking[job]
