"""Serving: a taken port is said plainly, the demo never touches a shelf with jobs on it."""

from __future__ import annotations

import socket
import subprocess
import sys
from pathlib import Path

import pytest

from elm_cover.demo.jobs import add_demo_jobs, demo_documents
from elm_cover.formats.headline import headline
from elm_cover.job import read_job
from elm_cover.server import TAKEN, data_folder, listening
from elm_cover.store.jobs import JobStore
from tests.conftest import attic, planned


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
    lines = store.all()
    names = [line.summary and line.summary["name"] for line in lines]
    assert names[:3] == ["9 Quarry Loop", "3 Weir Bank", "17 Tannery Hill"] and len(names) == 15
    assert sum(line.stage == "dated" for line in lines) == 6 and sum(line.stage == "sold" for line in lines) == 5
    for line in lines:
        store.discard(line.id, "local")
    add_demo_jobs(tmp_path / "new")
    assert store.all() == [], "a demo job put in the bin stays there"
    own = JobStore(tmp_path / "own", headline)
    job = own.create(attic(), "local")
    add_demo_jobs(tmp_path / "own")
    assert [j.id for j in own.all()] == [job.id]


def test_the_demo_jobs_are_whole() -> None:
    """Nothing is left open in them; two are sound, and one shows what stops a job."""
    stops = {}
    for document in demo_documents():
        result = planned(document)
        assert result.open == () and result.totals.bags_order
        stops[document["name"]] = {flag.code for flag in result.flags if flag.level == "stop"}
    assert stops == {
        "9 Quarry Loop": set(),
        "3 Weir Bank": set(),
        "17 Tannery Hill": {"knob_and_tube", "fan_into_attic", "animals"},
    }


def test_between_them_the_demo_jobs_use_every_part_of_a_survey() -> None:
    jobs = [read_job(document) for document in demo_documents()]
    sections = [section for job in jobs for section in job.sections]
    assert {s.kind for s in sections} == {"open_floor", "sloped_bays", "knee_wall", "netted_cavity", "left_out"}
    assert {e.kind for s in sections for e in s.edges} == {"eave", "gable", "open", "knee_wall", "step"}
    assert {s.old_fill for s in sections} >= {"keep", "lift", "clear"}
    assert {h.status for job in jobs for h in job.hazards} == {"absent", "suspected", "confirmed", "cleared"}
    assert {look.found for job in jobs for look in job.contact} == {"touching", "apart", "not_here"}
    assert all(any(getattr(s, part) for s in sections) for part in ("holes", "readings", "features"))
    assert all(job.photos and len(job.accesses) and job.house.concerns for job in jobs)
    assert any(layer.label_in for s in sections for layer in s.existing or ())


def test_the_data_folder_is_where_the_system_says(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setenv("XDG_DATA_HOME", "/elsewhere")
    assert data_folder() == Path("/elsewhere/elm-cover")


def test_the_end_of_an_answer_does_not_wait_for_the_other_side() -> None:
    """asyncio turns the waiting off only on sockets that are named as TCP; accepted ones inherit the name."""
    at = listening(0)
    try:
        assert at.proto == socket.IPPROTO_TCP
    finally:
        at.close()
