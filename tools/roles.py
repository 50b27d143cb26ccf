"""Asks a served program thousands of odd questions as each role, as a device and as nobody, and counts rights that do not hold.

Made from the program's own OpenAPI document; who may ask for what is the list written by hand in tests/api/test_rights.py, not the
program's own table. ``python -m tools.roles --requests 10000``
"""

from __future__ import annotations

import argparse
import sys
import tempfile
import time
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import requests
import schemathesis
from hypothesis import HealthCheck, Phase, given, seed, settings

sys.path.insert(0, str(Path(__file__).resolve().parent.parent))
from elm_cover.demo.people import NAMES, PASSWORD
from tests.api.test_rights import WHO, told
from tools.fuzz import Seen
from tools.running import Server

OURS = {"X-Elm-Cover": "1"}
REFUSED = (401, 403)
# What ends the sign-in that it is asked with, or asks for a name and a password itself.
APART = (
    "/api/me/sign-out",
    "/api/me/sessions",
    "/api/me/sign-in",
    "/api/me/join",
    "/api/me/first",
    "/api/me/password",
    "/api/field/join",
)


def sessions(address: str) -> Iterator[tuple[str, dict[str, str]]]:
    """By letter, as the list has it: the headers of each."""
    cookies = {}
    for role, name in NAMES.items():
        told_ = {"name": name, "password": PASSWORD}
        answer = requests.post(f"{address}/api/me/sign-in", json=told_, headers=OURS, timeout=60)
        answer.raise_for_status()
        cookies[role] = "; ".join(f"{key}={value}" for key, value in answer.cookies.items())
    office = {**OURS, "Cookie": cookies["office"]}
    made = requests.post(f"{address}/api/devices", json={"name": "hopper", "crew": "none"}, headers=office, timeout=60)
    lost = requests.post(
        f"{address}/api/devices", json={"name": "lost", "crew": "none"}, headers=office, timeout=60
    ).json()
    requests.put(f"{address}/api/devices/{lost['device']['id']}", json={"revoke": True}, headers=office, timeout=60)
    tokens = {"device": made.json()["token"], "gone": lost["token"]}
    for letter, who in WHO.items():
        if who in tokens:
            yield letter, {"Authorization": f"Bearer {tokens[who]}"}
        else:
            yield letter, {**OURS, **({"Cookie": cookies[who]} if who in cookies else {})}


def asked_as(address: str, letter: str, headers: dict[str, str], each: int, chance: int, seen: Seen) -> None:
    """So many questions of every route, as one of them."""
    rights = {(method, path): may for method, path, may in told()}
    office = dict(sessions_of[0][1])
    schema = schemathesis.openapi.from_url(f"{address}/api/openapi.json", headers=office)
    for result in schema.get_all_operations():
        operation: Any = result.ok()  # type: ignore[union-attr]
        if operation.path.endswith("/stream") or operation.path in APART:
            continue

        @seed(chance)
        @settings(max_examples=each, deadline=None, database=None, phases=[Phase.generate],
                  suppress_health_check=list(HealthCheck))  # fmt: skip
        @given(case=operation.as_strategy())
        def ask(case: Any) -> None:
            case.headers = {
                **{k: v for k, v in (case.headers or {}).items() if k.lower() not in ("cookie", "authorization")},
                **headers,
            }
            case.cookies = {}
            start = time.monotonic()
            try:
                answer = case.call(base_url=address, timeout=60)
            except requests.exceptions.InvalidHeader:
                return
            what = f"{WHO[letter]}: {case.method} {case.path}"
            seen.note(what, answer, time.monotonic() - start)
            may = rights[case.method.upper(), case.path]
            refused = answer.status_code in REFUSED
            # What is made up names no job of the crew's, and an odd address may be none at all.
            if answer.status_code in (404, 405) and letter not in may:
                return
            if refused != (letter not in may):
                seen.wrong.append(f"{answer.status_code}, which is not its right: {what}")

        ask()


sessions_of: list[tuple[str, dict[str, str]]] = []


def main() -> int:
    asked = argparse.ArgumentParser(description=__doc__)
    asked.add_argument("--requests", type=int, default=10_000)
    asked.add_argument("--seed", type=int, default=1)
    options = asked.parse_args()
    seen = Seen()
    with tempfile.TemporaryDirectory() as folder:
        server = Server("demo", Path(folder), more=("--people",))
        try:
            sessions_of[:] = list(sessions(server.address))
            each = max(1, options.requests // len(WHO) // 75)
            for letter, headers in sessions_of:
                asked_as(server.address, letter, headers, each, options.seed, seen)
        finally:
            server.stop()
    for text in seen.wrong[:20]:
        print(text)
    said = ", ".join(f"{count} × {status}" for status, count in sorted(seen.statuses.items()))
    print(f"{seen.asked} asked: {said}; slowest {seen.slowest_s:.1f} s; {len(seen.wrong)} wrong")
    return 1 if seen.wrong else 0


if __name__ == "__main__":
    sys.exit(main())
