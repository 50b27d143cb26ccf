"""What stands between the connections and the application: bodies with an end, threads, and streams that need none."""

from __future__ import annotations

import asyncio
import tempfile
from collections.abc import Awaitable, Callable
from concurrent.futures import ThreadPoolExecutor
from contextlib import suppress
from typing import IO, Any

from .said import Headers, problem_bytes, problem_headers
from .streams import News, Send
from .wsgi import Answer, Request, answered, next_piece

Receive = Callable[[], Awaitable[dict[str, Any]]]

THREADS, HEAVY_THREADS = 8, 8
BODY_S = 20.0
# A body that announces itself as large may take longer, but not for ever.
LEAST_BYTES_A_SECOND = 500_000
# So long who asked may leave an answer unread.
READING_S = 30.0
KEPT_IN_MEMORY_BYTES = 1_000_000
# What asks for work that takes seconds has threads of its own to wait in.
HEAVY = frozenset(
    {"/api/rack", "/api/corners", "/api/load", "/api/load.csv", "/api/import/dxf", "/api/calendar/propose"}
)


class RefusedError(Exception):
    """A request that is answered before the application sees it."""

    def __init__(self, status: int, detail: str) -> None:
        super().__init__(detail)
        self.status, self.detail = status, detail


class Shell:
    """An ASGI application over a WSGI one.

    limit: how many bytes of body a method and path take. news: tells streams what there is to tell.
    """

    def __init__(self, app: Any, limit: Callable[[str, str], int], news: News) -> None:
        self.app, self.limit, self.news = app, limit, news
        self.light = ThreadPoolExecutor(THREADS, "answer")
        self.heavy = ThreadPoolExecutor(HEAVY_THREADS, "heavy")

    async def __call__(self, scope: dict[str, Any], receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            return
        try:
            await self._answer(scope, receive, send)
        except RefusedError as refused:
            body = problem_bytes(refused.status, refused.detail)
            with suppress(TimeoutError):
                await _whole(send, refused.status, problem_headers(body), body)
            scope["elm_cover.linger"]()

    async def _answer(self, scope: dict[str, Any], receive: Receive, send: Send) -> None:
        with tempfile.SpooledTemporaryFile(KEPT_IN_MEMORY_BYTES) as body:
            request = await self._read(scope, receive, body)
            if request is None:
                return
            environ = request.environ()
            watch = asyncio.ensure_future(_gone(receive, request))
            try:
                answer = await self._call(answered, self.app, environ, path=scope["path"])
                stream = environ.get("elm_cover.stream")
                if stream is not None and answer.status == 200:
                    await self.news.stream(stream, answer.headers, send, watch)
                else:
                    await self._send(answer, send)
            finally:
                watch.cancel()

    async def _call(self, run: Callable[..., Any], *given: Any, path: str = "") -> Any:
        pool = self.heavy if path in HEAVY else self.light
        return await asyncio.get_running_loop().run_in_executor(pool, run, *given)

    async def _read(self, scope: dict[str, Any], receive: Receive, body: IO[bytes]) -> Request | None:
        """The request with its body; None where who asked has gone. Raises RefusedError."""
        limit = self.limit(scope["method"], scope["path"])
        told = dict(scope["headers"]).get(b"content-length", b"0")
        announced = int(told) if told.isdigit() else 0
        if announced > limit:
            raise RefusedError(413, f"At most {limit:,} bytes here; this is {announced:,} bytes.")
        loop, size = asyncio.get_running_loop(), 0
        until = loop.time() + max(BODY_S, announced / LEAST_BYTES_A_SECOND)
        more = True
        while more:
            try:
                message = await asyncio.wait_for(receive(), until - loop.time())
            except TimeoutError:
                raise RefusedError(408, f"A body is to be there within {BODY_S:.0f} s.") from None
            if message["type"] == "http.disconnect":
                return None
            piece, more = message.get("body", b""), message.get("more_body", False)
            size += len(piece)
            if size > limit:
                raise RefusedError(413, f"At most {limit:,} bytes here; this is more.")
            body.write(piece)
        body.seek(0)
        return Request(scope, body, size)

    async def _send(self, answer: Answer, send: Send) -> None:
        try:
            if answer.rest is None:
                headers = [(name, value) for name, value in answer.headers if name != b"content-length"]
                length = dict(answer.headers).get(b"content-length") if not answer.first else None
                told = length if length is not None else str(len(answer.first)).encode()
                await _whole(send, answer.status, [*headers, (b"content-length", told)], answer.first)
                return
            await send({"type": "http.response.start", "status": answer.status, "headers": answer.headers})
            piece = answer.first
            while piece:
                await asyncio.wait_for(
                    send({"type": "http.response.body", "body": piece, "more_body": True}), READING_S
                )
                piece = await self._call(next_piece, answer)
            await send({"type": "http.response.body", "body": b""})
        finally:
            if answer.close is not None:
                answer.close()


async def _whole(send: Send, status: int, headers: Headers, body: bytes) -> None:
    await send({"type": "http.response.start", "status": status, "headers": headers})
    await asyncio.wait_for(send({"type": "http.response.body", "body": body}), READING_S)


async def _gone(receive: Receive, request: Request) -> None:
    """Marks the request once who asked has gone, so that nobody works on for nothing."""
    while (await receive())["type"] != "http.disconnect":
        pass
    request.gone.set()
