"""What stands between the connections and the application: bodies with an end, threads, and streams that need none."""

from __future__ import annotations

import asyncio
import io
import tempfile
from collections.abc import Awaitable, Callable, Mapping
from concurrent.futures import ThreadPoolExecutor
from contextlib import suppress
from dataclasses import dataclass
from typing import IO, Any

from .said import Headers, problem_bytes, problem_headers
from .streams import Looking, News, Send
from .wsgi import Answer, Environ, Request, answered, next_piece

Receive = Callable[[], Awaitable[dict[str, Any]]]
Row = tuple[int, str]

BODY_S = 20.0
# A body that announces itself as large may take longer, but not for ever.
LEAST_BYTES_A_SECOND = 500_000
# So long who asked may leave an answer unread.
READING_S = 30.0
KEPT_IN_MEMORY_BYTES = 1_000_000
# Lanes with many places, and up to which size a body in one of them is read before it is known who sends it.
QUICK = ("light", "computed")
LARGE_BYTES = 64_000


@dataclass(frozen=True)
class Lane:
    """threads: so many requests are worked on at once. most: so many may be in it in all; who comes then is told to come again."""

    threads: int
    most: int


# Who waits for a worker waits in a thread: there are many of those, and they do nothing. Of pictures one is worked on, and few wait. Of
# hashes of passwords two: they take a processor each.
LANES = {
    "light": Lane(8, 1000),
    "computed": Lane(3, 200),
    "heavy": Lane(32, 32),
    "photo": Lane(1, 4),
    "signing in": Lane(2, 60),
}


class RefusedError(Exception):
    """A request that is answered before the application sees it."""

    def __init__(self, status: int, detail: str) -> None:
        super().__init__(detail)
        self.status, self.detail = status, detail


class Shell:
    """An ASGI application over a WSGI one.

    row: how many bytes of body a method and path take, and in which lane they are answered. news: tells streams what there is to tell.
    refuses: whether the application refuses a request whatever its body says.
    """

    def __init__(
        self, app: Any, row: Callable[[str, str], Row], news: News, refuses: Callable[[Environ], bool] = lambda _: False
    ) -> None:
        self.app, self.row, self.news, self.refuses = app, row, news, refuses
        self.pools = {name: ThreadPoolExecutor(lane.threads, name) for name, lane in LANES.items()}
        # How many are in each lane: of the loop alone.
        self.inside = dict.fromkeys(LANES, 0)

    async def __call__(self, scope: dict[str, Any], receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            return
        try:
            await self._answer(scope, receive, send)
        except RefusedError as refused:
            body = problem_bytes(refused.status, refused.detail)
            with suppress(TimeoutError):
                await _whole(send, refused.status, problem_headers(body, refused.status), body)
            scope["elm_cover.linger"]()

    async def _answer(self, scope: dict[str, Any], receive: Receive, send: Send) -> None:
        most_bytes, lane = self.row(scope["method"], scope["path"])
        if (lane not in QUICK or announced_bytes(scope) > LARGE_BYTES) and await self._refused(scope, send):
            return
        # Before its body is read: who is told to come again has sent for nothing, and takes no memory.
        if self.inside[lane] >= LANES[lane].most:
            raise RefusedError(
                503, "Too much is being worked on at once. What you sent is not lost: try again in a moment."
            )
        self.inside[lane] += 1
        try:
            await self._in_lane(lane, most_bytes, scope, receive, send)
        finally:
            self.inside[lane] -= 1

    async def _refused(self, scope: dict[str, Any], send: Send) -> bool:
        """Answers who may not ask before their body is read: they fill no disk, and take no place in a lane that has few."""
        if not await self._call("light", self.refuses, Request(scope, io.BytesIO(), 0).environ()):
            return False
        answer = await self._call("light", answered, self.app, Request(scope, io.BytesIO(), 0).environ())
        await self._send(answer, send, "light")
        scope["elm_cover.linger"]()
        return True

    async def _in_lane(self, lane: str, most_bytes: int, scope: dict[str, Any], receive: Receive, send: Send) -> None:
        with tempfile.SpooledTemporaryFile(KEPT_IN_MEMORY_BYTES) as body:
            request = await self._read(scope, receive, body, most_bytes)
            if request is None:
                return
            environ = request.environ()
            watch = asyncio.ensure_future(_gone(receive, request))
            try:
                answer = await self._call(lane, answered, self.app, environ)
                stream = environ.get("elm_cover.stream")
                if stream is not None and answer.status == 200:
                    asked = environ.get("elm_cover.asked")

                    async def still() -> bool:
                        return asked is None or bool(await self._call("light", asked.still))

                    looking = Looking(
                        job=stream,
                        client=(scope.get("client") or ("",))[0],
                        whose=() if asked is None else asked.whose,
                        still=still,
                    )
                    await self.news.stream(looking, answer.headers, send, watch)
                else:
                    await self._send(answer, send, lane)
            finally:
                watch.cancel()
                request.gone.set()

    async def _call(self, lane: str, run: Callable[..., Any], *given: Any) -> Any:
        return await asyncio.get_running_loop().run_in_executor(self.pools[lane], run, *given)

    async def _read(self, scope: dict[str, Any], receive: Receive, body: IO[bytes], limit: int) -> Request | None:
        """The request with its body; None where who asked has gone. Raises RefusedError."""
        announced = announced_bytes(scope)
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

    async def _send(self, answer: Answer, send: Send, lane: str) -> None:
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
                piece = await self._call(lane, next_piece, answer)
            await send({"type": "http.response.body", "body": b""})
        finally:
            if answer.close is not None:
                answer.close()


def announced_bytes(scope: Mapping[str, Any]) -> int:
    """How large a body says that it is."""
    told = dict(scope["headers"]).get(b"content-length", b"0")
    return int(told) if told.isdigit() else 0


async def _whole(send: Send, status: int, headers: Headers, body: bytes) -> None:
    await send({"type": "http.response.start", "status": status, "headers": headers})
    await asyncio.wait_for(send({"type": "http.response.body", "body": body}), READING_S)


async def _gone(receive: Receive, request: Request) -> None:
    """Marks the request once who asked has gone, so that nobody works on for nothing."""
    while (await receive())["type"] != "http.disconnect":
        pass
    request.gone.set()
