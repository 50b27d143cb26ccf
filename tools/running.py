"""The program running on a free port over a data folder, and a browser to look at it with."""

from __future__ import annotations

import re
import shutil
import subprocess
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from playwright.sync_api import Browser, sync_playwright

CHROMIUM_FLAGS = ["--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-component-update"]


class Server:
    """`elm-cover serve` or `demo` as a process, with the address it printed."""

    def __init__(self, command: str, folder: Path, port: int = 0, more: tuple[str, ...] = ()) -> None:
        self.command, self.folder, self.port, self.more = command, folder, port, more
        self.address = ""
        self.start()

    def start(self) -> None:
        arguments = [
            "-m",
            "elm_cover.cli",
            self.command,
            "--data",
            str(self.folder),
            "--port",
            str(self.port),
            *self.more,
        ]
        self.process = subprocess.Popen([sys.executable, *arguments], stdout=subprocess.PIPE, text=True)
        assert self.process.stdout is not None
        # What else it says comes before its address.
        said = iter(self.process.stdout.readline, "")
        found = next((at for at in (re.search(r"http://\S+:(\d+)", line) for line in said) if at), None)
        if not found:
            raise RuntimeError("the server did not start")
        self.address, self.port = found[0], int(found[1])

    def stop(self) -> None:
        self.process.kill()
        self.process.wait()


@contextmanager
def chromium() -> Iterator[Browser]:
    """Debian's chromium, headless."""
    path = shutil.which("chromium")
    if path is None:
        raise RuntimeError("chromium is not on the PATH: run `make chromium`")
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=path, args=CHROMIUM_FLAGS)
        yield browser
        browser.close()
