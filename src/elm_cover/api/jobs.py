"""Jobs over HTTP: list, read, save, bin, history. A save names the version it was made from, or is refused."""

from __future__ import annotations

from dataclasses import asdict

from flask import Response, current_app, jsonify
from flask_openapi3 import Tag

from ..edits.changes import changes
from ..formats.job_file import dump_document
from ..job import Job
from ..store.jobs import StoredJob
from ..store.revisions import Change
from ..store.shelf import Sought
from .answers.changes import ChangeList
from .answers.jobs import (
    IfMatch,
    JobList,
    JobPath,
    RevisionAnswer,
    RevisionList,
    RevisionPath,
    SaveQuery,
    ShelfQuery,
    StoredJobAnswer,
)
from .asking import asking_actor, job_store
from .blueprint import APIBlueprint
from .deeds import tell
from .packing import written
from .problems import Problem, problem

jobs = APIBlueprint("jobs", __name__, url_prefix="/api/jobs", abp_tags=[Tag(name="jobs")])


MOST_NAME = 2000


def stored_answer(job: StoredJob, status: int = 200) -> Response:
    """A stored job as a response, its save number as the ETag."""
    tell(job=job.id)
    response = jsonify(job.told())
    response.status_code = status
    response.set_etag(str(job.saves))
    return response


def version_seen(header: IfMatch) -> int | Response:
    """The save number in If-Match, or why there is none."""
    if header.if_match is None:
        return problem(428, "Say which version this replaces", "Send the ETag of the version you read as If-Match.")
    tag = header.if_match.strip().removeprefix("W/").strip('"')
    return int(tag) if tag.isascii() and tag.isdigit() and len(tag) < 16 else -1


@jobs.get(
    "", responses={200: JobList, 422: Problem}, summary="The shelf, or the bin: a page of it, searched and sorted"
)
def list_jobs(query: ShelfQuery) -> Response:
    sought = Sought(
        in_bin=query.bin,
        words=query.q,
        sort=query.sort,
        cursor=query.cursor,
        limit=query.limit,
        stage=query.stage,
        crew=query.crew,
        month=query.month,
    )
    page = job_store().page(sought)
    # The headlines are kept as JSON: they go out as they are.
    lines = [
        written(
            {
                "id": line.id,
                "saved_at": line.saved_at,
                "deleted_at": line.deleted_at,
                "stage": line.stage,
                "crew": line.crew,
                "day": line.day,
                "stale": bool(line.stale),
            }
        )[:-1]
        + b',"headline":'
        + (line.summary_text or "null").encode()
        + b"}"
        for line in page.lines
    ]
    # Counting through all that is stored takes longer than the page: only where others than these may be found by it.
    making = job_store().stale(query.bin) if sought.by_figures else sum(bool(line.stale) for line in page.lines)
    rest = written({"count": page.count, "next": page.next, "making": making})
    return Response(b'{"jobs":[' + b",".join(lines) + b"]," + rest[1:], mimetype="application/json")


@jobs.post("", responses={201: StoredJobAnswer, 422: Problem}, summary="Store a new job")
def create_job(body: Job) -> Response:
    job = job_store().create(dump_document(body), asking_actor())
    response = stored_answer(job, 201)
    response.headers["Location"] = f"/api/jobs/{job.id}"
    return response


@jobs.get("/<job_id>", responses={200: StoredJobAnswer, 404: Problem}, summary="Read a job")
def read_one(path: JobPath) -> Response:
    return stored_answer(job_store().get(path.job_id))


@jobs.put(
    "/<job_id>",
    responses={200: StoredJobAnswer, 404: Problem, 412: Problem, 422: Problem, 428: Problem},
    summary="Replace a job",
)
def replace_job(path: JobPath, query: SaveQuery, header: IfMatch, body: Job) -> Response:
    seen = version_seen(header)
    if isinstance(seen, Response):
        return seen
    job = job_store().replace(path.job_id, dump_document(body), seen, Change(actor=asking_actor(), reason=query.reason))
    current_app.extensions["elm_cover_saved"](path.job_id)
    return stored_answer(job)


@jobs.delete("/<job_id>", responses={204: None, 404: Problem}, summary="Put a job in the bin")
def discard_job(path: JobPath) -> Response:
    job_store().discard(path.job_id, asking_actor())
    return Response(status=204)


@jobs.post("/<job_id>/bring-out", responses={200: StoredJobAnswer, 404: Problem}, summary="Take a job out of the bin")
def bring_out(path: JobPath) -> Response:
    return stored_answer(job_store().bring_out(path.job_id, asking_actor()))


@jobs.post(
    "/<job_id>/duplicate", responses={201: StoredJobAnswer, 404: Problem}, summary="A copy of a job, its dates left out"
)
def duplicate_job(path: JobPath) -> Response:
    """The attic and what was decided, as a job of its own: no sale, no dates, no log, no place on the calendar."""
    document = dict(job_store().get(path.job_id).document)
    document.pop("sale", None)
    if "trades" in document:
        document["trades"] = [{"trade": one["trade"]} for one in document["trades"]]
    document["name"] = f"{document.get('name') or 'Unnamed job'}, copy"[:MOST_NAME]
    return stored_answer(job_store().create(document, asking_actor()), 201)


@jobs.get("/<job_id>/revisions", responses={200: RevisionList, 404: Problem}, summary="A job's history")
def list_revisions(path: JobPath) -> Response:
    return jsonify({"revisions": [asdict(note) for note in job_store().revisions(path.job_id)]})


@jobs.get(
    "/<job_id>/revisions/<int:number>", responses={200: RevisionAnswer, 404: Problem}, summary="Read an old revision"
)
def read_revision(path: RevisionPath) -> Response:
    return jsonify({"number": path.number, "document": job_store().revision(path.job_id, path.number)})


@jobs.get(
    "/<job_id>/revisions/<int:number>/changes",
    responses={200: ChangeList, 404: Problem},
    summary="What a revision changed, field by field in words",
)
def revision_changes(path: RevisionPath) -> Response:
    """Against the revision before it; of the first one, nothing."""
    after = job_store().revision(path.job_id, path.number)
    before = after if path.number == 1 else job_store().revision(path.job_id, path.number - 1)
    return jsonify(ChangeList(changes=changes(before, after)).model_dump())


@jobs.post(
    "/<job_id>/revisions/<int:number>/bring-back",
    responses={200: StoredJobAnswer, 404: Problem, 412: Problem, 428: Problem},
    summary="Bring an old revision back, as a new one",
)
def bring_back(path: RevisionPath, header: IfMatch) -> Response:
    seen = version_seen(header)
    if isinstance(seen, Response):
        return seen
    job = job_store().bring_back(path.job_id, path.number, seen, asking_actor())
    current_app.extensions["elm_cover_saved"](path.job_id)
    return stored_answer(job)
