"""The served program: a long shelf, a small plan beside a heavy rack, memory after many plans."""

from __future__ import annotations

import contextlib
import json
import statistics
import tempfile
import threading
import time
import urllib.request
from pathlib import Path
from typing import Any

from flask import Flask, Response

from bench.attic import attic_document
from bench.edits import EDITS
from elm_cover.api.app import create_app
from elm_cover.demo.jobs import demo_documents
from elm_cover.formats.headline import headline
from elm_cover.store.jobs import JobStore
from tools.running import Server

JOBS, PLANS, ASKED = 3000, 500, 60


def ask(address: str, path: str, body: Any) -> float:
    """One question; how long its answer took, s."""
    sent = urllib.request.Request(address + path, json.dumps(body).encode(), {"Content-Type": "application/json"})
    start = time.perf_counter()
    with urllib.request.urlopen(sent) as answer:
        answer.read()
    return time.perf_counter() - start


def p95(times: list[float]) -> float:
    return statistics.quantiles(times, n=20)[-1]


def small_beside_heavy() -> tuple[float, float, float]:
    """p95 of a small plan alone and while racks of the largest job are being weighed, and the worst of those, s."""
    small, large = {"job": demo_documents()[0]}, {"job": attic_document(24_000, 40)}
    with tempfile.TemporaryDirectory() as folder:
        server = Server("demo", Path(folder))
        try:
            for _ in range(10):
                ask(server.address, "/api/plan", small)
            alone = [ask(server.address, "/api/plan", small) for _ in range(ASKED)]
            done = threading.Event()

            def weigh() -> None:
                while not done.is_set():
                    with contextlib.suppress(OSError):  # the server is stopped in the middle of the last ones
                        ask(server.address, "/api/rack", large)

            heavy = [threading.Thread(target=weigh) for _ in range(6)]
            for thread in heavy:
                thread.start()
            time.sleep(2)
            beside = []
            for _ in range(ASKED):
                beside.append(ask(server.address, "/api/plan", small))
                time.sleep(0.05)
            done.set()
        finally:
            server.stop()
        for thread in heavy:
            thread.join(1)
    return p95(alone), p95(beside), max(beside)


def long_shelf() -> tuple[float, float, int]:
    """The shelf of 3,000 jobs, and a bare Flask answer of the same size, s; and that size, bytes."""
    document = demo_documents()[0]
    told = headline(document)
    with tempfile.TemporaryDirectory() as folder:
        store = JobStore(Path(folder), lambda *_: told)
        for number in range(JOBS):
            store.create({**document, "name": f"{number} Quarry Loop"}, "local")
        client = create_app(Path(folder)).test_client()
        size = len(client.get("/api/jobs").data)
        bare = Flask("bare")
        bare.add_url_rule("/", view_func=lambda: Response(b"x" * size))
        other = bare.test_client()
        times = {}
        for name, run in (("shelf", lambda: client.get("/api/jobs").data), ("bare", lambda: other.get("/").data)):
            found = []
            for _ in range(40):
                start = time.perf_counter()
                run()  # type: ignore[no-untyped-call]
                found.append(time.perf_counter() - start)
            times[name] = statistics.median(found)
    return times["shelf"], times["bare"], size


def held_mb() -> float:
    """What the program holds after 500 plans, each of another edit of the bench attic, MB."""
    plain = attic_document(3000, 5, 8)
    names = list(EDITS)
    with tempfile.TemporaryDirectory() as folder:
        server = Server("demo", Path(folder))
        try:
            for turn in range(PLANS):
                job = json.loads(json.dumps(plain))
                EDITS[names[turn % len(names)]](job, 1 + turn / 5)
                ask(server.address, "/api/plan", {"job": job, "cut": {"section": "s2"}})
            pages = int(Path(f"/proc/{server.process.pid}/statm").read_text().split()[1])
        finally:
            server.stop()
    return pages * 4096 / 1e6
