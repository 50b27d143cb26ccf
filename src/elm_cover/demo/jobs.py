"""The demo jobs: put on an empty shelf, never on one that has anything on it or in its bin."""

from __future__ import annotations

import json
from datetime import UTC, date, datetime, time, timedelta
from importlib import resources
from pathlib import Path
from typing import Any

from ..devices.counter import Practice
from ..devices.machine import Settings
from ..formats.field_pack import field_pack, read_pack
from ..formats.headline import headline
from ..formats.log_file import entry_document, read_entry
from ..job import Job, read_job
from ..papers.issue import Asked, printed
from ..store.calendar import StoredWeather, keep_weather, place_all
from ..store.firm import keep_firm, read_firm
from ..store.jobs import JobStore
from ..store.photos import put_bytes
from .done import HANDED_OVER, PROVED, done_log
from .pictures import FILES, demo_photos
from .week import CREWS, HIGHS, PLACED, STOCK, monday_from, small_documents, sold

PRODUCT = "cellulose-low-settling"
# The job whose day the practice counter has half done, with what number and how far: a machine with too little air, 10 % heavy.
PRACTISED, PRACTICE_SEED, PRACTICE_BAGS, PRACTICE_AIR = "6 Ropewalk", 6, 20, 0.236


def demo_documents() -> list[dict[str, Any]]:
    """The demo jobs as they ship, their pictures by the names that they are stored under here."""
    names = _stored_names()
    folder = resources.files("elm_cover") / "demo"
    files = sorted((f for f in folder.iterdir() if f.name.endswith(".json")), key=lambda f: f.name)
    return [_with_photos(f.read_text(encoding="utf-8"), names) for f in files]


def _stored_names() -> dict[str, str]:
    return {FILES[name]: photo.name for name, photo in demo_photos().items()}


def demo_logs() -> dict[str, list[dict[str, Any]]]:
    """What was done on the demo jobs that work was begun on, by the job's name."""
    names = _stored_names()
    folder = resources.files("elm_cover") / "demo"
    logs = {}
    for file in folder.iterdir():
        if file.name.endswith(".log.jsonl"):
            job = json.loads((folder / file.name.replace(".log.jsonl", ".json")).read_text(encoding="utf-8"))
            lines = file.read_text(encoding="utf-8").splitlines()
            logs[job["name"]] = [entry_document(read_entry(_with_photos(line, names))) for line in lines]
    return logs


def practised_log(job: Job, today: date) -> list[dict[str, Any]]:
    """A day that the practice counter blew half: what it sends again with the same number and begin is known already."""
    begin = datetime.combine(today, time(8), UTC)
    practice = Practice(
        table=read_pack(field_pack(job)), seed=PRACTICE_SEED, begin=begin, until_bags=PRACTICE_BAGS,
        settings=Settings(air=PRACTICE_AIR),
    )  # fmt: skip
    return [entry_document(read_entry(entry)) for entry in practice.entries()]


def _with_photos(text: str, names: dict[str, str]) -> dict[str, Any]:
    for mark, name in names.items():
        text = text.replace(f'"{mark}"', f'"{name}"')
    document: dict[str, Any] = json.loads(text)
    return document


def add_demo_jobs(folder: Path, today: date | None = None) -> None:
    """Puts the demo jobs into a data folder that has no job yet, with the two weeks round today on the calendar."""
    store = JobStore(folder, headline)
    if store.all() or store.all(in_bin=True):
        return
    for photo in demo_photos().values():
        put_bytes(folder, photo.name, photo.content)
    # The first one is stored last, so that it stands on top of the shelf.
    logs = demo_logs()
    today = today or date.today()
    monday = monday_from(today)
    big = [sold(document, monday) for document in demo_documents()]
    ids = {}
    for document in reversed([*big, *small_documents(monday)]):
        job = read_job(document)
        if document["name"] == PRACTISED:
            logs[PRACTISED] = practised_log(job, today)
        log = done_log(job, today) or logs.get(document["name"], [])
        stored = store.create(document, "local", log=log)
        ids[document["name"]] = stored.id
        if document["name"] == PROVED:
            _hand_over(store, stored.id, today)
    _add_week(store, monday, ids)


def _hand_over(store: JobStore, job_id: str, today: date) -> None:
    """The papers of a job that is done are issued."""
    log = tuple(read_entry(line.entry) for line in store.log(job_id))
    for kind in HANDED_OVER:

        def made(document: dict[str, Any], revision: int, kind: str = kind) -> bytes:
            return printed(kind, Asked(job=read_job(document), today=today, log=log, revision=revision))

        store.issue_paper(job_id, kind, store.get(job_id).saves, "local", made)


def _add_week(store: JobStore, monday: date, ids: dict[str, str]) -> None:
    """Crews, stock, weather, and the jobs on their days."""
    firm = read_firm(store)
    keep_firm(store, {**firm.document, "crews": CREWS, "stock": STOCK}, firm.saves, "local")
    weather = [
        StoredWeather(monday + timedelta(days=i), float(high), float(high - 21), "read") for i, high in enumerate(HIGHS)
    ]
    keep_weather(store, weather)
    place_all(
        store, [(ids[name], crew, monday + timedelta(days=day), half) for name, crew, day, half in PLACED], "local"
    )
