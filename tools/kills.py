"""Kills a served program, its workers and the process they are forked from, again and again in the middle of saves and ticks, and counts
what was acknowledged and is gone, and how long it takes until all is served again.

``python -m tools.kills 200``: so many times kill −9, over one data folder.
"""

from __future__ import annotations

import json
import os
import random
import signal
import sys
import tempfile
import threading
import time
import uuid
from contextlib import suppress
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

import requests

sys.path.insert(0, str(Path(__file__).resolve().parent.parent))
from tools.running import Server

# The first answers of a program just started take their time: it is killed once both kinds were acknowledged.
LONGEST_WAIT_S = 5.0


class Writer:
    """Saves and ticks as fast as they are answered, and remembers what was acknowledged."""

    def __init__(self, address: str, job: str, count: int) -> None:
        self.address, self.job, self.count = address, job, count
        self.saved = -1
        self.ticked: list[str] = []
        self.stopped = False

    def save(self) -> None:
        """One save after the other, each under its own name."""
        url = f"{self.address}/api/jobs/{self.job}"
        try:
            read = requests.get(url, timeout=10)
            document, tag = read.json()["document"], read.headers["ETag"]
            while not self.stopped:
                self.count += 1
                document["name"] = str(self.count)
                answer = requests.put(url, json=document, headers={"If-Match": tag}, timeout=10)
                if answer.status_code == 200:
                    self.saved, tag = self.count, answer.headers["ETag"]
        except requests.exceptions.RequestException:
            return  # killed

    def tick(self) -> None:
        """One entry of the log after the other."""
        try:
            while not self.stopped:
                entry: dict[str, Any] = {
                    "id": str(uuid.uuid4()), "device": "desk", "seq": len(self.ticked), "at": datetime.now(UTC).isoformat(),
                    "actor": "local", "kind": "note", "value": {"text": "seen"},
                }  # fmt: skip
                answer = requests.post(f"{self.address}/api/jobs/{self.job}/log", json={"entries": [entry]}, timeout=10)
                if answer.status_code == 200 and answer.json()["answers"][0]["state"] == "accepted":
                    self.ticked.append(entry["id"])
        except requests.exceptions.RequestException:
            return  # killed


def below(pid: int) -> list[tuple[int, str]]:
    """Every process below one, with its command line."""
    found = []
    for entry in Path("/proc").iterdir():
        try:
            parent = int((entry / "stat").read_text().rsplit(")", 1)[1].split()[1]) if entry.name.isdigit() else -1
            command = (entry / "cmdline").read_text() if parent == pid else ""
        except OSError:
            continue  # gone meanwhile
        if parent == pid:
            found += [(int(entry.name), command), *below(int(entry.name))]
    return found


def kill(server: Server, what: str) -> None:
    """Kills the program, its workers, or the process that they are forked from."""
    if what == "server":
        server.stop()
        return
    forks = [pid for pid, command in below(server.process.pid) if "forkserver" in command]
    first = [pid for pid in forks if any(child in forks for child, _ in below(pid))] or forks[:1]
    for pid in first if what == "fork server" else set(forks) - set(first):
        with suppress(ProcessLookupError):
            os.kill(pid, signal.SIGKILL)


def serves_again_s(server: Server, job: str) -> float:
    """How long until a tick, a save's reading and what a worker works out are answered."""
    begun = time.monotonic()
    while time.monotonic() - begun < 30:
        try:
            answers = [
                requests.get(f"{server.address}/api/jobs/{job}{path}", timeout=10).status_code
                for path in ("", "/log?after=0", "/proof")
            ]
            if answers == [200, 200, 200]:
                break
        except requests.exceptions.RequestException:
            pass
        time.sleep(0.02)
    return time.monotonic() - begun


def main() -> int:
    times = int(sys.argv[1]) if len(sys.argv) > 1 else 200
    dice = random.Random(1)
    lost_saves = lost_ticks = ticks = count = 0
    back_s: dict[str, list[float]] = {"server": [], "workers": [], "fork server": []}
    with tempfile.TemporaryDirectory() as folder:
        server = Server("demo", Path(folder))
        jobs = [one["id"] for one in requests.get(f"{server.address}/api/jobs", timeout=10).json()["jobs"]]
        for turn in range(times):
            # A log has an end: each job takes its turn.
            job = jobs[turn % len(jobs)]
            writer = Writer(server.address, job, count)
            threads = [threading.Thread(target=writer.save), threading.Thread(target=writer.tick)]
            for thread in threads:
                thread.start()
            until = time.monotonic() + LONGEST_WAIT_S
            while not (writer.ticked and writer.saved >= 0) and time.monotonic() < until:
                time.sleep(0.02)
            time.sleep(dice.uniform(0.0, 0.6))
            what = dice.choice(list(back_s))
            begun = time.monotonic()
            kill(server, what)
            if what == "server":
                server = Server("serve", Path(folder))
            back_s[what].append(time.monotonic() - begun + serves_again_s(server, job))
            writer.stopped = True
            for thread in threads:
                thread.join()
            count = writer.count
            name = requests.get(f"{server.address}/api/jobs/{job}", timeout=10).json()["document"]["name"]
            lost_saves += writer.saved >= 0 and int(name) < writer.saved
            log = requests.get(f"{server.address}/api/jobs/{job}/log", timeout=30).json()["entries"]
            lost_ticks += len(set(writer.ticked) - {line["entry"]["id"] for line in log})
            ticks += len(writer.ticked)
        server.stop()
    told = {
        "kills": {what: len(each) for what, each in back_s.items()},
        "longest_until_it_serves_again_s": {what: round(max(each, default=0), 1) for what, each in back_s.items()},
        "saves_made": count,
        "ticks_acknowledged": ticks,
        "saves_lost": lost_saves,
        "ticks_lost": lost_ticks,
    }
    print(json.dumps(told))
    return 1 if lost_saves or lost_ticks else 0


if __name__ == "__main__":
    sys.exit(main())
