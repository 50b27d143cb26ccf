"""docs/reach.md: each way a firm has the program, by the very commands that stand there."""

from __future__ import annotations

import re
import shlex
import signal
import subprocess
import sys
from pathlib import Path

import pytest

ROOT = Path(__file__).parent.parent
BLOCKS = re.findall(r"```sh\n(.*?)```", (ROOT / "docs" / "reach.md").read_text(), re.DOTALL)


@pytest.mark.parametrize(
    ("block", "said"),
    [
        (0, r"at http://127\.0\.0\.1:\d+ "),
        (1, r"at https://[\d.]+:\d+"),
        (2, r"at https://attic\.example/elm/, by way of"),
    ],
    ids=["one machine", "network", "proxy"],
)
def test_each_way_starts_by_its_commands(tmp_path: Path, block: int, said: str) -> None:
    assert len(BLOCKS) == 3
    *before, last = BLOCKS[block].strip().splitlines()
    for line in before:
        done = subprocess.run(_told(line, tmp_path), input="four brown rafters\n", text=True, capture_output=True)
        assert done.returncode == 0, done.stderr
    running = subprocess.Popen([*_told(last, tmp_path), "--port", "0"], stdout=subprocess.PIPE, text=True)
    assert running.stdout is not None
    try:
        heard = ""
        while "Ctrl-C" not in heard:
            line = running.stdout.readline()
            assert line, "it ended"
            heard += line
        assert re.search(said, heard)
        assert ("A phone that comes for the first time: http://" in heard) == (block == 1 and "no network" not in heard)
    finally:
        running.send_signal(signal.SIGTERM)
        assert running.wait(20) == 0


def _told(line: str, folder: Path) -> list[str]:
    program, *rest = shlex.split(line)
    assert program == "elm-cover"
    return [sys.executable, "-m", "elm_cover.cli", *rest, "--data", str(folder)]
