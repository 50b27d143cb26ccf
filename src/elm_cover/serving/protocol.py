"""A connection, with an end to everything a client may do slowly or without end before a request is there."""

from __future__ import annotations

import asyncio

from uvicorn.protocols.http.httptools_impl import HttpToolsProtocol

from .said import problem_message

MOST_CONNECTIONS, MOST_OF_A_CLIENT = 1000, 700
HEAD_S = 10.0
MOST_HEAD_BYTES = 65_536
# So long what is still being sent of a refused body is read and thrown away, so that the refusal can be read.
LINGER_S = 2.0


class Connection(HttpToolsProtocol):
    """uvicorn's connection: a head within 10 s and 64 kB, at most 1,000 of them and 700 of one client, refusals as problem documents."""

    def connection_made(self, transport: asyncio.Transport) -> None:  # type: ignore[override]
        super().connection_made(transport)
        self._head_bytes = 0
        self._in_head = True
        self._late: asyncio.TimerHandle | None = None
        if self._too_many():
            self._refuse(503, f"At most {MOST_OF_A_CLIENT} connections at once. Try again in a moment.")
            return
        self._wait_for_head()

    def _too_many(self) -> bool:
        """Whether there is no room for one more. Of a client that has too many, those that ask for nothing make room for it; the others
        have theirs."""
        host = (self.client or ("",))[0]
        mine = [each for each in self.connections if isinstance(each, Connection) and (each.client or ("",))[0] == host]
        if len(mine) <= MOST_OF_A_CLIENT and len(self.connections) <= MOST_CONNECTIONS:
            return False
        idle = [each for each in mine if each is not self and each._is_idle()]
        for each in idle[: max(1, len(mine) // 20)]:
            each._close()
        return not idle

    def _is_idle(self) -> bool:
        answered = self.cycle is None or self.cycle.response_complete
        return answered and not self.transport.is_closing()

    def connection_lost(self, exc: Exception | None) -> None:
        self._head_is_there()
        super().connection_lost(exc)

    def data_received(self, data: bytes) -> None:
        if self.transport.is_closing():
            return
        if self._in_head:
            self._head_bytes += len(data)
            if self._late is None:
                self._wait_for_head()
        super().data_received(data)
        if self._in_head and self._head_bytes > MOST_HEAD_BYTES and not self.transport.is_closing():
            self._refuse(431, f"The head of a request may be {MOST_HEAD_BYTES:,} bytes long.")

    def on_headers_complete(self) -> None:
        self._in_head = False
        self._head_is_there()
        super().on_headers_complete()
        self.scope["elm_cover.linger"] = self.linger  # type: ignore[typeddict-unknown-key]

    def on_message_complete(self) -> None:
        super().on_message_complete()
        self._in_head, self._head_bytes = True, 0

    def send_400_response(self, msg: str) -> None:
        self._refuse(400, "This is no HTTP request that can be read.")

    def linger(self) -> None:
        """Closes soon: what is still on its way is read and thrown away until then."""
        self.loop.call_later(LINGER_S, self._close)

    def _wait_for_head(self) -> None:
        self._late = self.loop.call_later(HEAD_S, self._too_late)

    def _head_is_there(self) -> None:
        if self._late is not None:
            self._late.cancel()
            self._late = None

    def _too_late(self) -> None:
        self._late = None
        if self._head_bytes:
            self._refuse(408, f"The head of a request is to be there within {HEAD_S:.0f} s.")
        else:
            self._close()

    def _refuse(self, status: int, detail: str) -> None:
        if not self.transport.is_closing():
            self.transport.write(problem_message(status, detail))
        self._close()

    def _close(self) -> None:
        if not self.transport.is_closing():
            self.transport.close()
