"""Serving: a taken port is said plainly, the demo never touches a shelf with jobs on it."""

from __future__ import annotations

import socket
import subprocess
import sys
from pathlib import Path

import pytest

from elm_cover.api.planning import headline
from elm_cover.demo.jobs import add_demo_jobs, demo_documents
from elm_cover.server import TAKEN, data_folder
from elm_cover.store.jobs import JobStore
from tests.conftest import attic, codes, planned


def test_a_taken_port_is_said_plainly(tmp_path: Path) -> None:
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        command = [sys.executable, "-m", "elm_cover.cli", "serve", "--data", str(tmp_path), "--port", str(port)]
        ended = subprocess.run(command, capture_output=True, text=True, timeout=30)
    assert ended.returncode == TAKEN
    assert f"Port {port} on 127.0.0.1 cannot be used" in ended.stderr and "Traceback" not in ended.stderr


def test_the_demo_comes_once_and_only_to_an_empty_shelf(tmp_path: Path) -> None:
    add_demo_jobs(tmp_path / "new")
    add_demo_jobs(tmp_path / "new")
    store = JobStore(tmp_path / "new", headline)
    (line,) = store.all()
    store.discard(line.id, "local")
    add_demo_jobs(tmp_path / "new")
    assert store.all() == [], "a demo job put in the bin stays there"
    own = JobStore(tmp_path / "own", headline)
    job = own.create(attic(), "local")
    add_demo_jobs(tmp_path / "own")
    assert [j.id for j in own.all()] == [job.id]


def test_the_demo_job_is_whole() -> None:
    for document in demo_documents():
        result = planned(document)
        assert result.open == () and result.totals.bags_order
        assert not any(flag.level == "stop" for flag in result.flags), codes(result)


def test_the_data_folder_is_where_the_system_says(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setenv("XDG_DATA_HOME", "/elsewhere")
    assert data_folder() == Path("/elsewhere/elm-cover")
