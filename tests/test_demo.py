"""The demo shows the work to its end: one job handed over, one with a short place, one with its leak test half done."""

from __future__ import annotations

from datetime import date
from pathlib import Path

from elm_cover.core.done import proved_job
from elm_cover.demo.done import HALF_POINTS, HALF_TESTED, HANDED_OVER, PROVED, SHORT
from elm_cover.demo.jobs import add_demo_jobs
from elm_cover.formats.headline import headline
from elm_cover.formats.log_file import read_entry
from elm_cover.job import read_job
from elm_cover.store.jobs import JobStore
from elm_cover.store.paper_shelf import stored_papers
from elm_cover.store.verifying import verified

TODAY = date(2026, 5, 6)


def test_three_jobs_that_are_done_or_nearly(tmp_path: Path) -> None:
    add_demo_jobs(tmp_path, TODAY)
    store = JobStore(tmp_path, headline)
    lines = {line.summary["name"]: line for line in store.all() if line.summary is not None}
    proofs = {}
    for name in (PROVED, SHORT, HALF_TESTED):
        log = [read_entry(entry.entry) for entry in store.log(lines[name].id)]
        assert max(entry.at for entry in log).date() < TODAY, "nothing of it lies ahead"
        proofs[name] = proved_job(read_job(store.get(lines[name].id).document), log).proof
    proved = proofs[PROVED]
    assert lines[PROVED].stage == "done" and [one.not_yet for one in proved.products] == [()]
    assert proved.leakage.change is not None and proved.leakage.change.low is not None
    sealed, found = proved.leakage.sealed_cfm50, proved.leakage.change
    assert found.low < sealed < (found.high or 0), "the gauge's house leaks what the list said"
    assert proved.stops == proved.refused == ()
    assert [note[:9] for note in proved.notes] == ["Practice:"], "a stand-in blew it, and every paper says so"
    papers = stored_papers(store, lines[PROVED].id)
    assert [paper.kind for paper in papers] == list(HANDED_OVER)
    assert {verified(store, paper.content).state for paper in papers} == {"unchanged"}
    assert lines[SHORT].stage == "to_prove" and len(proofs[SHORT].run.short) == 1
    half = proofs[HALF_TESTED].leakage
    assert lines[HALF_TESTED].stage == "sold" and half.before is not None and half.before.points == 6
    assert half.after is not None and half.after.points == HALF_POINTS
