"""What stands behind a proxy: its prefix is cut, and who asked is believed from the proxies that were told, from nobody else.

Scheme, host and prefix come from the command line alone: a header that anybody may write moves nothing.
"""

from __future__ import annotations

from collections.abc import Awaitable, Callable
from typing import Any

Receive = Callable[[], Awaitable[dict[str, Any]]]
Send = Callable[[dict[str, Any]], Awaitable[None]]
Application = Callable[[dict[str, Any], Receive, Send], Awaitable[None]]
FORWARDED_FOR = b"x-forwarded-for"


class Behind:
    """An ASGI application before the shell. prefix: "/elm", or empty; proxies: addresses whose word on who asked is taken.

    A proxy that cuts the prefix and one that leaves it are both answered. What a browser says of a proxy on its way (Forwarded and its
    like) is dropped: the application never sees it.
    """

    def __init__(self, app: Application, prefix: str, scheme: str, proxies: frozenset[str]) -> None:
        self.app, self.prefix, self.scheme, self.proxies = app, prefix, scheme, proxies

    async def __call__(self, scope: dict[str, Any], receive: Receive, send: Send) -> None:
        if scope["type"] == "http":
            self._put_right(scope)
        await self.app(scope, receive, send)

    def _put_right(self, scope: dict[str, Any]) -> None:
        """In place: the connection finds what it left in its scope."""
        path: str = scope["path"]
        if self.prefix and (path == self.prefix or path.startswith(self.prefix + "/")):
            scope["path"] = path[len(self.prefix) :] or "/"
        scope["scheme"] = self.scheme
        told = [value.decode("latin-1") for name, value in scope["headers"] if name == FORWARDED_FOR]
        peer = (scope.get("client") or ("", 0))[0]
        if peer in self.proxies and told:
            # The last is what the proxy itself saw; what stands before it anybody may have written.
            last = told[-1].rsplit(",", 1)[-1].strip()
            if last:
                scope["client"] = (last[:64], 0)
        scope["headers"] = [
            (name, value)
            for name, value in scope["headers"]
            if name != b"forwarded" and not name.startswith(b"x-forwarded-")
        ]
