"""A tick over HTTP: acknowledged at once, against the same with the headline of its job made before the answer."""

from __future__ import annotations

import statistics
import tempfile
import time
import uuid
from pathlib import Path

from elm_cover.api.app import create_app
from elm_cover.demo.jobs import demo_documents

TURNS = 40


def ticks_s() -> tuple[float, float]:
    """Median of a tick, and of a tick with a look at the shelf that makes the headline, s: in turns, on the same job."""
    plain, headed = [], []
    with tempfile.TemporaryDirectory() as folder:
        app = create_app(Path(folder))
        client, store = app.test_client(), app.extensions["elm_cover_store"]
        job = client.post("/api/jobs", json=demo_documents()[2]).get_json()["id"]
        for turn in range(TURNS):
            entry = {
                "id": str(uuid.uuid4()), "device": "phone", "seq": turn, "at": "2026-05-02T10:00:00Z", "kind": "work.done",
                "value": {"key": f"light:{turn}"},
            }  # fmt: skip
            begun = time.perf_counter()
            answer = client.post(f"/api/jobs/{job}/log", json={"entries": [entry]})
            acknowledged = time.perf_counter()
            store.refresh(job)
            plain.append(acknowledged - begun)
            headed.append(time.perf_counter() - begun)
            assert answer.get_json()["answers"][0]["state"] == "accepted"
    return statistics.median(plain), statistics.median(headed)
