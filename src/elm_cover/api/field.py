"""The phone's pack and days, and the desk's view of the day, over HTTP."""

from __future__ import annotations

import hashlib
import json
from datetime import date, timedelta
from typing import Any

from flask import Response, jsonify
from flask_openapi3 import Tag
from pydantic import TypeAdapter
from pydantic_core import to_jsonable_python

from ..core.base.memory import Memory
from ..core.log import Cut
from ..formats.field_pack import field_pack
from ..formats.pack_model import FieldPack
from ..formats.proof_json import proof_json
from ..formats.run_json import run_told
from ..job import read_job
from ..job.firm import Firm
from ..store.devices import all_devices
from ..store.firm import read_firm
from .answers.field import FieldDays, PackQuery, RunAnswer
from .answers.jobs import JobPath
from .answers.proof import ProofAnswer
from .asking import asker, job_store
from .blueprint import APIBlueprint
from .calendar_board import stored_board, told_line
from .door import door
from .heavy import in_a_worker
from .kept_log import LOGS, records
from .log import logged_day
from .packing import written
from .problems import Problem
from .rights import WRITE
from .stops import SEEN, stops_seen

field = APIBlueprint("field", __name__, url_prefix="/api", abp_tags=[Tag(name="field")])
CUT: TypeAdapter[Cut | None] = TypeAdapter(Cut | None)
# Where nothing stands today and tomorrow, the next day with anything on it is looked for so far ahead.
LOOKED_AHEAD_DAYS = 15
PACKS: Memory[str, bytes] = Memory(len)


@field.get(
    "/jobs/<job_id>/field-pack",
    responses={200: FieldPack, 404: Problem, 422: Problem},
    summary="Everything a phone needs of a job for the day",
)
def read_pack_of(path: JobPath, query: PackQuery) -> Response:
    content = pack_of(path.job_id, query.revision)
    response = Response(content, mimetype="application/json")
    response.set_etag(json.loads(content)["code"])
    return response


def pack_of(job_id: str, revision: int | None = None) -> bytes:
    """The pack of a revision, the last one where none is named. Raises NoSuchJobError, NoSuchRevisionError."""
    store = job_store()
    if revision is None:
        stored = store.get(job_id)
        revision, document = stored.revision, stored.document
    else:
        document = store.revision(job_id, revision)
    seen = stops_seen(store, job_id, LOGS.of(store, job_id)[0], revision)
    day = logged_day(job_id)
    cut = None if day is None else day.cut
    asked = json.dumps(
        {"revision": revision, "firm": read_firm(store).document, **to_jsonable_python({"seen": seen, "cut": cut})}
    )
    given = json.dumps(document).encode()
    key = hashlib.sha256(given + asked.encode()).hexdigest()
    return PACKS.get(key, lambda: in_a_worker(packed, asked, given))


def packed(given: bytes, how: str) -> bytes:
    """The field pack of a document. how: revision and the firm's document, as JSON."""
    asked = json.loads(how)
    seen, cut = SEEN.validate_python(asked["seen"]), CUT.validate_python(asked["cut"])
    firm = Firm.model_validate(asked["firm"])
    return written(field_pack(read_job(json.loads(given)), asked["revision"], firm, seen, cut))


@field.get(
    "/jobs/<job_id>/run",
    responses={200: RunAnswer, 404: Problem, 422: Problem},
    summary="The day so far: bands, verdict, forecast, entries",
)
def read_run(path: JobPath, query: PackQuery) -> Response:
    store = job_store()
    pack = pack_of(path.job_id, query.revision)
    names = {device.id: device.name for device in all_devices(store)}
    how = json.dumps({**_records(path.job_id), "names": names})
    return Response(in_a_worker(told_run, how, pack), mimetype="application/json")


def _records(job_id: str) -> dict[str, Any]:
    """Where a worker finds the log of a job, and what it holds now: asked for at another length, it is other work."""
    store = job_store()
    return {"folder": str(store.folder), "job": job_id, "last": store.log_length(job_id)}


def told_run(given: bytes, how: str) -> bytes:
    """The day so far, of a pack. how: where the log is, and the names of devices by id."""
    asked = json.loads(how)
    entries, last = LOGS.folded(records(asked["folder"]), asked["job"])
    return written({**run_told(json.loads(given), entries, asked["names"]), "last": last})


@field.get(
    "/jobs/<job_id>/proof",
    responses={200: ProofAnswer, 404: Problem, 422: Problem},
    summary="What the log proves: depths, bags, R claimed, leakage",
)
def read_proof(path: JobPath) -> Response:
    document = json.dumps(job_store().get(path.job_id).document).encode()
    return Response(in_a_worker(proved, json.dumps(_records(path.job_id)), document), mimetype="application/json")


def proved(given: bytes, how: str) -> bytes:
    """What a log proves of a document. how: where the log is."""
    asked = json.loads(how)
    return written(proof_json(read_job(json.loads(given)), LOGS.of(records(asked["folder"]), asked["job"])[0]))


@field.get(
    "/field/days",
    responses={200: FieldDays, 422: Problem},
    summary="Today's and tomorrow's jobs of the crew; where there are none, those of the next day that has any",
)
def read_days() -> Response:
    me = asker()
    today = date.today()
    made = stored_board(job_store(), today, LOOKED_AHEAD_DAYS, today)
    lines = {line.id: told_line(line) for line in made.lines}
    names = {crew.id: crew.name for crew in made.crews}
    days: list[dict[str, Any]] = []
    for offset in range(LOOKED_AHEAD_DAYS):
        day = today + timedelta(days=offset)
        jobs: list[dict[str, Any]] = []
        for one in made.board.bars:
            halves = [half for at, half in one.bar.halves if at == day]
            placed = one.bar.placed
            if not halves or me.crew not in (None, placed.crew):
                continue
            line = lines[placed.job]
            jobs.append(
                {
                    "job": placed.job,
                    "name": line["name"],
                    "address": line["address"],
                    "crew": names.get(placed.crew, placed.crew),
                    "bags": line["bags"],
                    "half": min(halves),
                }
            )
        # After tomorrow only the next day that has any.
        if offset > 1 and not jobs:
            continue
        days.append({"day": day.isoformat(), "jobs": sorted(jobs, key=lambda job: (job["half"], job["name"]))})
        if offset > 1 or (offset == 1 and any(one["jobs"] for one in days)):
            break
    whose = {"device": me.name if me.who == "device" else None, "person": me.name if me.session else None}
    told = {"writes": me.who in WRITE.reach, "own_certificate": door().on_network}
    return jsonify({**whose, **told, "crew": me.crew, "days": days})
