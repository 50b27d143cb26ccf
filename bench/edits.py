"""Edits that differ each time, asked over HTTP as the screen asks them: what each takes, and what goes over the wire.

Run as a program it prints its figures as JSON, so that the same edits can be asked of another commit's sources
(``PYTHONPATH``); it takes nothing of the program but its application and its demo.
"""

from __future__ import annotations

import copy
import gzip
import json
import statistics
import sys
import time
from collections.abc import Callable
from typing import Any

from bench.attic import attic_document
from elm_cover.api.app import create_app

Document = dict[str, Any]
Edit = Callable[[Document, float], None]
TIMES, WARM_UP = 24, 4
READINGS = 8


def depth_of_one(job: Document, turn: float) -> None:
    job["choice"]["s2"] = {**job["choice"]["s2"], "depth": {"by": "installed_in", "value_in": 9 + turn / 8}}


def target_of_all(job: Document, turn: float) -> None:
    job["target"] = {"basis": "custom", "r": 38 + turn / 4}


def heel_of_one(job: Document, turn: float) -> None:
    job["sections"][2]["edges"][1]["heel_in"] = 6 + turn / 8


def reading_of_one(job: Document, turn: float) -> None:
    job["sections"][2]["readings"][int(turn) % READINGS]["depth_in"] = 3 + turn / 8


def corner_of_one(job: Document, turn: float) -> None:
    job["sections"][2]["outline_ft"][2][0] += 0.1 + turn / 100


EDITS: dict[str, Edit] = {
    "depth of one section": depth_of_one,
    "target of all": target_of_all,
    "heel of one eave": heel_of_one,
    "a reading": reading_of_one,
    "a corner dragged": corner_of_one,
}


class Asker:
    """Who asks for plan after plan as the screen does. It says which drawings it has, where the program takes that."""

    def __init__(self) -> None:
        self._client = create_app(None).test_client()
        self._known: dict[str, str] = {}
        self.up = self.down = 0
        self.told = True

    def ask(self, job: Document) -> float:
        """One plan with its drawing; how long the answer took, s. Raises AssertionError where it was refused."""
        body = {"job": job, "cut": {"section": "s2"}, **({"drawn": self._known} if self.told else {})}
        sent = json.dumps(body).encode()
        headers = {"Accept-Encoding": "gzip", "Content-Type": "application/json"}
        start = time.perf_counter()
        answer = self._client.post("/api/plan", data=sent, headers=headers)
        data = answer.get_data()
        took = time.perf_counter() - start
        if answer.status_code == 422 and self.told:
            self.told = False
            return self.ask(job)
        assert answer.status_code == 200, data
        self.up, self.down = len(sent), len(data)
        text = gzip.decompress(data) if answer.headers.get("Content-Encoding") == "gzip" else data
        for section in json.loads(text)["drawing"]["sections"]:
            if "version" in section:
                self._known[section["id"]] = section["version"]
        return took


def edited(name: str, sections: int = 5, area_ft2: float = 3000) -> dict[str, float]:
    """Median seconds of an edit of that name, never the same twice, and the bytes of one up and down."""
    asker, plain = Asker(), attic_document(area_ft2, sections, READINGS)
    asker.ask(plain)
    took = []
    for turn in range(WARM_UP + TIMES):
        job = copy.deepcopy(plain)
        EDITS[name](job, turn + 1)
        took.append(asker.ask(job))
    return {"s": statistics.median(took[WARM_UP:]), "up": asker.up, "down": asker.down}


def main() -> int:
    print(json.dumps({name: edited(name) for name in EDITS}))
    return 0


if __name__ == "__main__":
    sys.exit(main())
