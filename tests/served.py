"""The program served from a thread of this process, as it is served on its own."""

from __future__ import annotations

import threading
import time
from pathlib import Path

from elm_cover.api.app import create_app
from elm_cover.server import Server, listening
from elm_cover.serving.streams import News


class Served:
    """A served program over a data folder; it can be stopped and started again at the same address."""

    def __init__(self, folder: Path) -> None:
        self.folder, self.port = folder, 0
        self.start()

    @property
    def address(self) -> str:
        return f"http://127.0.0.1:{self.port}"

    def start(self) -> None:
        """Answers when this returns."""
        app = create_app(self.folder)
        self.news = News()
        app.extensions["elm_cover_tell"] = self.news.tell
        at = listening(self.port)
        self.port = at.getsockname()[1]
        self.server = Server(app, self.news)
        self.thread = threading.Thread(target=self.server.run, kwargs={"sockets": [at]}, daemon=True)
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
