"""A counter in another language, written from docs/devices.md alone, counts every bag once through whatever stands between."""

from __future__ import annotations

import json
import shutil
import subprocess
import time
import urllib.request
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest

from elm_cover.api import log as log_api
from elm_cover.store.log import Bound
from tests.conftest import attic
from tests.served import Served

COUNTER = Path(__file__).parent / "counter.mjs"
NODE = shutil.which("node") or "node"


@pytest.fixture
def served(tmp_path: Path) -> Iterator[Served]:
    found = Served(tmp_path)
    yield found
    found.stop()


def asked(served: Served, method: str, path: str, body: Any = None) -> Any:
    content = None if body is None else json.dumps(body).encode()
    headers = {"Content-Type": "application/json"}
    with urllib.request.urlopen(
        urllib.request.Request(served.address + path, content, headers, method=method)
    ) as answer:
        return json.load(answer)


def counter(served: Served) -> tuple[str, subprocess.Popen[str]]:
    job = str(asked(served, "POST", "/api/jobs", attic())["id"])
    token = asked(served, "POST", "/api/devices", {"name": "Hopper"})["token"]
    command = [NODE, str(COUNTER), served.address, job, token]
    pipe = subprocess.PIPE
    return job, subprocess.Popen(command, stdin=pipe, stdout=pipe, stderr=pipe, text=True)


def bags(served: Served, job: str) -> list[dict[str, Any]]:
    lines = asked(served, "GET", f"/api/jobs/{job}/log")["entries"]
    return [line["entry"] for line in lines if line["entry"]["kind"] == "bag.in"]


def test_it_counts_every_bag_once_through_a_stop_of_the_program(served: Served) -> None:
    job, running = counter(served)
    assert running.stdin is not None
    for step in range(60):
        running.stdin.write("\n")
        running.stdin.flush()
        if step == 20:
            served.stop()
        if step == 40:
            served.start()
        time.sleep(0.01)
    out, err = running.communicate(timeout=60)
    assert running.returncode == 0, err
    told = json.loads(out)
    assert told["accepted"] + told["known"] == 60 and told["refused"] == 0, err
    found = bags(served, job)
    assert [one["seq"] for one in found] == list(range(1, 61)) and {one["device"] for one in found} == {"hopper 7"}


def test_what_is_wrong_is_told_and_holds_nothing_up(served: Served) -> None:
    job, running = counter(served)
    wrong = json.dumps({"kind": "bag.in", "value": {"bags": -4}})
    out, err = running.communicate(
        "\n".join(["", "", wrong, "", json.dumps({"kind": "nonsense", "value": {}}), ""]) + "\n", timeout=60
    )
    assert json.loads(out) == {"accepted": 4, "known": 0, "refused": 2} and "bags: must be 1 or more" in err
    assert len(bags(served, job)) == 4


def test_more_than_a_request_takes_goes_in_several(served: Served) -> None:
    job, running = counter(served)
    out, err = running.communicate("\n" * 2_300, timeout=120)
    assert json.loads(out)["accepted"] == 2_300, err
    assert asked(served, "GET", f"/api/jobs/{job}/log")["room"] == 2_700


def test_what_a_full_log_does_not_take_waits_on_the_device(served: Served, monkeypatch: pytest.MonkeyPatch) -> None:
    bound = log_api.LOG_BOUND
    monkeypatch.setattr(log_api, "LOG_BOUND", Bound(5, 10, bound.always))
    job, running = counter(served)
    assert running.stdin is not None
    running.stdin.write("\n" * 8)
    running.stdin.flush()
    until = time.monotonic() + 20
    while len(bags(served, job)) < 5 and time.monotonic() < until:
        time.sleep(0.05)
    time.sleep(0.5)
    assert len(bags(served, job)) == 5 and running.poll() is None
    monkeypatch.setattr(log_api, "LOG_BOUND", bound)
    out, _ = running.communicate(timeout=60)
    assert json.loads(out)["accepted"] == 8 and len(bags(served, job)) == 8
