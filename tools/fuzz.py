"""Asks a served program thousands of odd questions: made from its own OpenAPI document, and sound ones that were spoiled.

Counts what must not be: answers of 5xx that are not said (503 and 507 are), answers that take more than 5 s, refusals that
are no problem documents. ``make fuzz``; a short run of the same is in the tests.
"""

from __future__ import annotations

import argparse
import copy
import json
import random
import sys
import tempfile
import time
from collections import Counter
from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

import requests
import schemathesis
from hypothesis import HealthCheck, Phase, given, seed, settings

sys.path.insert(0, str(Path(__file__).resolve().parent.parent))
from tools.running import Server

LONGEST_S = 5.0
SAID = (503, 507)
ODD: tuple[Any, ...] = (
    None, "", "x" * 5000, -1, 0, 1e308, -1e-308, 2**63, True, [], {}, [[]], "\u0000", "𝔘", "../../etc/passwd", "NaN",
    {"$ref": "#"}, [0] * 300, "%s%n", "2026-02-30",
)  # fmt: skip


@dataclass
class Seen:
    """What was asked and what was wrong with the answers."""

    statuses: Counter[int] = field(default_factory=Counter)
    wrong: list[str] = field(default_factory=list)
    slowest_s: float = 0.0

    def note(self, what: str, answer: Any, took_s: float) -> None:
        self.statuses[answer.status_code] += 1
        self.slowest_s = max(self.slowest_s, took_s)
        if answer.status_code >= 500 and answer.status_code not in SAID:
            self.wrong.append(f"{answer.status_code}: {what}")
        if took_s > LONGEST_S:
            self.wrong.append(f"{took_s:.1f} s: {what}")
        kind = answer.headers.get("content-type") or ""
        kind = kind[0] if isinstance(kind, list) else kind
        if answer.status_code >= 400 and not kind.startswith("application/problem+json"):
            self.wrong.append(f"{answer.status_code} as {kind or 'nothing'}: {what}")

    @property
    def asked(self) -> int:
        return sum(self.statuses.values())


def generated(address: str, each: int, chance: int, seen: Seen) -> None:
    """So many questions of every route, made from the document that the program gives of itself."""
    schema = schemathesis.openapi.from_url(f"{address}/api/openapi.json")
    for result in schema.get_all_operations():
        operation: Any = result.ok()  # type: ignore[union-attr]
        if operation.path.endswith("/stream"):
            continue

        @seed(chance)
        @settings(max_examples=each, deadline=None, database=None, phases=[Phase.generate],
                  suppress_health_check=list(HealthCheck))  # fmt: skip
        @given(case=operation.as_strategy())
        def ask(case: Any) -> None:
            start = time.monotonic()
            try:
                answer = case.call(base_url=address, timeout=60)
            except requests.exceptions.InvalidHeader:
                return  # what no client can send
            seen.note(f"{case.method} {case.path} {str(case.body)[:200]}", answer, time.monotonic() - start)

        ask()


def places(value: Any, path: tuple[Any, ...] = ()) -> Iterator[tuple[Any, ...]]:
    """Every place within a document."""
    yield path
    items = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    for name, part in items:
        yield from places(part, (*path, name))


def spoiled(document: Any, dice: random.Random) -> Any:
    """A copy of a document with one to three things in it wrong."""
    found = json.loads(json.dumps(document))
    for _ in range(dice.randint(1, 3)):
        where = dice.choice(list(places(found)))
        if not where:
            continue
        at = found
        try:
            for name in where[:-1]:
                at = at[name]
            if dice.random() < 0.2:
                del at[where[-1]]
            elif isinstance(at[where[-1]], float | int) and dice.random() < 0.5:
                at[where[-1]] = at[where[-1]] * dice.choice((-1, 0, 10, 1e6, 1e-9))
            else:
                at[where[-1]] = copy.deepcopy(dice.choice(ODD))
        except (KeyError, IndexError, TypeError):
            continue
    return found


def mangled(document: Any, dice: random.Random) -> bytes:
    """The same as bytes that may be no JSON any more."""
    data = bytearray(json.dumps(spoiled(document, dice)).encode())
    for _ in range(dice.choice((0, 0, 0, 1, 5))):
        data[dice.randrange(len(data))] = dice.randrange(256)
    return bytes(data[: dice.randrange(len(data))] if dice.random() < 0.05 else data)


def malformed(address: str, count: int, chance: int, seen: Seen) -> None:
    """So many sound requests with something wrong in body, address or headers."""
    dice = random.Random(chance)
    with requests.Session() as session:
        jobs = session.get(f"{address}/api/jobs").json()["jobs"]
        documents = [session.get(f"{address}/api/jobs/{job['id']}").json()["document"] for job in jobs]
        routes: list[tuple[str, str, Callable[[Any], Any]]] = [
            (
                "POST",
                "/api/plan",
                lambda d: {"job": d, "cut": {"section": "main", "house": True}, "drawn": {"main": "x"}},
            ),
            ("POST", "/api/jobs", lambda d: d),
            ("POST", "/api/export/floor.svg", lambda d: {"job": d}),
            ("POST", "/api/compare", lambda d: {"before": d, "after": d}),
            ("POST", "/api/outline/join", lambda d: {"job": d, "first": "main", "second": "wing"}),
            ("POST", "/api/corners", lambda d: {"job": d}),
            ("PUT", "/api/jobs/{job}", lambda d: d),
            (
                "POST",
                "/api/jobs/{job}/log",
                lambda d: {"entries": [{"kind": "note", "value": d.get("name")}], "after": 0},
            ),
        ]
        for number in range(count):
            document, (method, path, body) = dice.choice(documents), dice.choice(routes)
            data = mangled(body(document), dice)
            address_of = address + path.format(job=dice.choice(jobs)["id"])
            headers = {"Content-Type": dice.choice(["application/json"] * 9 + ["text/plain"]),
                       "If-Match": dice.choice(['"1"', "x", "W/", "-1"])}  # fmt: skip
            start = time.monotonic()
            answer = session.request(method, address_of, data=data, headers=headers, timeout=60)
            seen.note(f"{number}: {method} {path} {data[:200]!r}", answer, time.monotonic() - start)


def main() -> int:
    asked = argparse.ArgumentParser(description=__doc__)
    asked.add_argument("--requests", type=int, default=10_000)
    asked.add_argument("--seed", type=int, default=1)
    options = asked.parse_args()
    seen = Seen()
    with tempfile.TemporaryDirectory() as folder:
        server = Server("demo", Path(folder))
        try:
            generated(server.address, max(1, options.requests // 2 // 34), options.seed, seen)
            malformed(server.address, max(0, options.requests - seen.asked), options.seed, seen)
            kb = int(Path(f"/proc/{server.process.pid}/statm").read_text().split()[1]) * 4
        finally:
            server.stop()
    for text in seen.wrong[:20]:
        print(text)
    told = ", ".join(f"{count} × {status}" for status, count in sorted(seen.statuses.items()))
    print(
        f"{seen.asked} asked: {told}; slowest {seen.slowest_s:.1f} s; {len(seen.wrong)} wrong; {kb / 1000:.0f} MB held at the end"
    )
    return 1 if seen.wrong else 0


if __name__ == "__main__":
    sys.exit(main())
