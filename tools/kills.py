"""Kills a served program again and again in the middle of saves and ticks, and counts what was acknowledged and is gone.

``python -m tools.kills 200``: so many times kill −9, over one data folder.
"""

from __future__ import annotations

import json
import random
import sys
import tempfile
import threading
import time
import uuid
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


def main() -> int:
    times = int(sys.argv[1]) if len(sys.argv) > 1 else 200
    dice = random.Random(1)
    lost_saves = lost_ticks = ticks = count = 0
    with tempfile.TemporaryDirectory() as folder:
        server = Server("demo", Path(folder))
        job = requests.get(f"{server.address}/api/jobs", timeout=10).json()["jobs"][0]["id"]
        for _ in range(times):
            writer = Writer(server.address, job, count)
            threads = [threading.Thread(target=writer.save), threading.Thread(target=writer.tick)]
            for thread in threads:
                thread.start()
            until = time.monotonic() + LONGEST_WAIT_S
            while not (writer.ticked and writer.saved >= 0) and time.monotonic() < until:
                time.sleep(0.02)
            time.sleep(dice.uniform(0.0, 0.6))
            server.stop()
            writer.stopped = True
            for thread in threads:
                thread.join()
            server = Server("serve", Path(folder))
            count = writer.count
            name = requests.get(f"{server.address}/api/jobs/{job}", timeout=10).json()["document"]["name"]
            lost_saves += writer.saved >= 0 and int(name) < writer.saved
            log = requests.get(f"{server.address}/api/jobs/{job}/log", timeout=30).json()["entries"]
            lost_ticks += len(set(writer.ticked) - {line["entry"]["id"] for line in log})
            ticks += len(writer.ticked)
        server.stop()
    print(
        json.dumps(
            {
                "kills": times,
                "saves_made": count,
                "ticks_acknowledged": ticks,
                "saves_lost": lost_saves,
                "ticks_lost": lost_ticks,
            }
        )
    )
    return 1 if lost_saves or lost_ticks else 0


if __name__ == "__main__":
    sys.exit(main())
