"""The program served from a thread of this process, as it is served on its own."""

from __future__ import annotations

import threading
import time
from collections.abc import Sequence
from pathlib import Path

from elm_cover.api.app import create_app
from elm_cover.api.door import Door
from elm_cover.lan.keeper import Keeper
from elm_cover.server import PROXIES, Server, listening
from elm_cover.serving.streams import News


class Served:
    """A served program over a data folder; it can be stopped and started again at the same address."""

    def __init__(
        self,
        folder: Path,
        at: Door | None = None,
        proxies: Sequence[str] = PROXIES,
        keeper: Keeper | None = None,
    ) -> None:
        """at, proxies: where it stands behind a proxy; keeper: where it speaks TLS itself."""
        self.folder, self.port, self.proxies, self.keeper = folder, 0, proxies, keeper
        self.at = at or (Door() if keeper is None else Door(names=keeper, scheme="https", network=keeper))
        self.start()

    @property
    def address(self) -> str:
        return f"{'http' if self.keeper is None else 'https'}://127.0.0.1:{self.port}"

    def start(self) -> None:
        """Answers when this returns."""
        self.app = app = create_app(self.folder, self.at)
        self.news = News()
        app.extensions["elm_cover_tell"] = self.news.tell
        app.extensions["elm_cover_end"] = self.news.end
        heard = listening(self.port)
        self.port = heard.getsockname()[1]
        self.server = Server(app, self.news, proxies=self.proxies, keeper=self.keeper)
        self.thread = threading.Thread(target=self.server.run, kwargs={"sockets": [heard]}, daemon=True)
        self.thread.start()
        until = time.monotonic() + 10
        while not self.server.started and time.monotonic() < until:
            time.sleep(0.01)

    def stop(self) -> float:
        """Stops; how long that took, s."""
        begun = time.monotonic()
        self.server.should_exit = True
        self.thread.join(10)
        assert not self.thread.is_alive(), "the program does not stop"
        return time.monotonic() - begun
