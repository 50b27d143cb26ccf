"""The log of a job over HTTP: entries in, each answered for itself; others' entries out."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict
from datetime import UTC, datetime
from typing import Any

from flask import Response, current_app, jsonify, request
from flask_openapi3 import Tag
from pydantic_core import to_jsonable_python

from ..core.base.memory import Memory
from ..core.done import day_of
from ..core.log import ALWAYS_TAKEN, MOST_ENTRIES, MOST_ENTRIES_ALWAYS, Arrival, Day, Written, placed
from ..core.work import key_can_be_left
from ..formats.log_file import entry_document, read_entry
from ..job import Fault, JobError
from ..job.log_entry import LogEntry
from ..store.log import Answer, Bound, Sent, full_text
from ..store.photos import NoSuchPhotoError, photo_path
from .answers.jobs import JobPath
from .answers.log import AfterQuery, BatchAnswer, LogAnswer, LogBatch
from .asking import as_long_as, asker, asking_actor, asking_sender, brings_anybodys, job_store
from .believing import doubts, sees_the_job
from .blueprint import APIBlueprint
from .kept_log import LOGS
from .problems import Problem, problem

logs = APIBlueprint("logs", __name__, url_prefix="/api/jobs", abp_tags=[Tag(name="log")])
# Days as they were folded; what one entry leaves in them, about.
ENTRY_BYTES = 600
LOG_BOUND = Bound(MOST_ENTRIES, MOST_ENTRIES_ALWAYS, ALWAYS_TAKEN)
DAYS: Memory[tuple[str, str, int], Day] = Memory(lambda _: 0)


def clock() -> datetime:
    """The time by this program."""
    return datetime.now(UTC)


@logs.post(
    "/<job_id>/log",
    responses={200: BatchAnswer, 404: Problem, 413: Problem, 422: Problem, 507: Problem},
    summary="Add to the log",
)
def add_to_log(path: JobPath, body: LogBatch) -> Response:
    """Needs no version: entries are only added. An entry may leave the device once it is answered accepted or known."""
    now = clock()
    offset_s = 0.0 if body.device_now is None else (now - body.device_now).total_seconds()
    read: dict[int, LogEntry] = {}
    refused: dict[int, str] = {}
    for place, sent in enumerate(body.entries):
        try:
            read[place] = _read(sent)
        except JobError as error:
            refused[place] = "; ".join(map(str, error.faults))
    mono_s = None if body.mono_now_ms is None else body.mono_now_ms / 1000
    timed = _timed(list(read.values()), Arrival(now.timestamp(), offset_s, mono_s, body.run))
    own = _actor_told()
    unsaid = frozenset(
        read[place].id for place, sent in enumerate(body.entries) if place in read and (own or not sent.get("actor"))
    )
    me, sees = asker(), sees_the_job(asker(), path.job_id)
    batch = Sent(timed, asking_sender(), unsaid, brings_anybodys(), doubts(me, path.job_id, timed), me.name)
    # Who may only hand in reads nothing of what others wrote.
    found = job_store().exchange(path.job_id, batch, body.after if sees else None, LOG_BOUND)
    answered = iter(found.answers)
    if any(one.state == "accepted" for one in found.answers):
        current_app.extensions["elm_cover_tell"](path.job_id)
    answers = [
        asdict(Answer(str(sent.get("id", "")), "refused", refused[place]) if place in refused else next(answered))
        for place, sent in enumerate(body.entries)
    ]
    if answers and all(one["state"] == "full" for one in answers):
        return problem(507, "Log full", full_text(LOG_BOUND).capitalize() + ".")
    # All but these: a phone whose memory was emptied has them from nowhere else, under whichever name it wrote them.
    these = {entry["id"] for entry in timed}
    told = [asdict(line) for line in found.logged if line.entry["id"] not in these]
    if not sees:
        return jsonify({"answers": answers, "others": [], "offset_s": offset_s, **_nothing_of_it(body.after)})
    more = {"last": found.last, "offset_s": offset_s, "saves": found.saves, "room": _room(found.last)}
    return jsonify({"answers": answers, "others": told, **more})


def _nothing_of_it(after: int | None) -> dict[str, Any]:
    """What is told of a log to who may not read it."""
    return {"last": after or 0, "saves": None, "room": None}


def _room(last: int) -> int:
    """How many entries of any kind the log still takes."""
    return max(0, MOST_ENTRIES - last)


@logs.get(
    "/<job_id>/log/stream", responses={404: Problem}, summary="A word whenever the log has grown, as an event stream"
)
def log_stream(path: JobPath) -> Response:
    """Said by the server that holds the connection; what is checked of any other request is checked here."""
    store = job_store()
    store.get(path.job_id)
    request.environ["elm_cover.stream"] = path.job_id
    request.environ["elm_cover.asked"] = as_long_as()
    return Response(b"", mimetype="text/event-stream")


def _actor_told() -> str | None:
    """Who did it, where that is whoever signed in; the office may bring anybody's entries from a file, and a device names its people."""
    me = asker()
    return me.name if me.session is not None and me.who != "office" else None


def _read(sent: dict[str, Any]) -> LogEntry:
    """The entry as it was sent. Raises JobError with a sentence that says the way out."""
    entry = read_entry({**sent, "actor": _actor_told() or sent.get("actor") or asking_actor(), "clock": None})
    if entry.kind == "work.left" and not key_can_be_left(str(entry.value["key"])):
        text = "cannot be left out: it is there to keep somebody safe. Do it, or start the day with a name and a reason"
        raise JobError([Fault("value.key", text)])
    if entry.kind == "photo":
        try:
            photo_path(job_store().folder, str(entry.value["file"]))
        except NoSuchPhotoError as error:
            raise JobError([Fault("value.file", "no such photo is stored here; send the photo first")]) from error
    return entry


def _timed(entries: Sequence[LogEntry], arrival: Arrival) -> list[dict[str, Any]]:
    """The entries as they are kept, each with what its clock was off. A stand-in may run ahead of the day: its times are its own."""
    real = [entry for entry in entries if not entry.practice]
    known = ["offset_s" in entry.model_fields_set for entry in real]
    found = placed(
        [
            Written(
                at_s=entry.at.timestamp(), known_off_s=entry.offset_s if has else None,
                mono_s=None if entry.mono_ms is None else entry.mono_ms / 1000, run=entry.run, day=entry.day,
            )
            for entry, has in zip(real, known, strict=True)
        ],
        arrival,
    )  # fmt: skip
    offsets = dict(zip((entry.id for entry in real), found, strict=True))
    kept = []
    for entry in entries:
        offset_s, how = offsets.get(entry.id, (arrival.off_s, None))
        kept.append(entry_document(entry.model_copy(update={"offset_s": offset_s, "clock": how})))
    return kept


@logs.get("/<job_id>/log", responses={200: LogAnswer, 404: Problem}, summary="Read the log, or what is new in it")
def read_log(path: JobPath, query: AfterQuery) -> Response:
    """What is new alone is read; what the whole log comes to is told where the whole is asked for, or it is asked for by name."""
    store = job_store()
    after = query.after or 0
    found = store.exchange(path.job_id, Sent(()), after, None)
    wanted = query.after is None if query.day is None else query.day and (found.last > after or not after)
    day = to_jsonable_python(_day(path.job_id, found.last)) if wanted else None
    more = {"last": found.last, "saves": found.saves, "now": clock().isoformat(), "room": _room(found.last)}
    return jsonify({"entries": [asdict(line) for line in found.logged], "day": day, **more})


def logged_day(job_id: str) -> Day | None:
    """What the log of a stored job comes to; None where nothing was written in it. Raises NoSuchJobError."""
    last = job_store().log_length(job_id)
    return _day(job_id, last) if last else None


def _day(job_id: str, last: int) -> Day:
    """Folded once for so many entries, or for some that came meanwhile: entries are added and never changed."""
    store = job_store()
    return DAYS.get((str(store.folder), job_id, last), lambda: day_of(LOGS.of(store, job_id)[0]), last * ENTRY_BYTES)
