"""Papers over HTTP: issued, kept, read again."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date

from flask import Response, jsonify
from flask_openapi3 import APIBlueprint, Tag

from ..job import Job, read_job
from ..job.firm import Firm
from ..job.log_entry import LogEntry
from ..papers.change_order import change_order
from ..papers.eave_detail import eave_detail
from ..papers.job_sheet import job_sheet
from ..papers.lettering import LettersMissingError, missing_letters, paper_view
from ..papers.load_sheet import load_sheet
from ..papers.offer import offer
from ..papers.work_sheet import work_sheet
from ..store.firm import read_firm
from .answers.jobs import (
    IfMatch,
    JobPath,
    PaperAnswer,
    PaperQuery,
    RevisionPath,
)
from .jobs import ACTOR, job_store, version_seen
from .log import entries_of
from .problems import Problem

papers = APIBlueprint("papers", __name__, url_prefix="/api/jobs", abp_tags=[Tag(name="jobs")])


@papers.post(
    "/<job_id>/papers",
    responses={201: PaperAnswer, 404: Problem, 409: Problem, 412: Problem, 428: Problem},
    summary="Issue a paper, as PDF, and keep it",
)
def issue_paper(path: JobPath, query: PaperQuery, header: IfMatch) -> Response:
    seen = version_seen(header)
    if isinstance(seen, Response):
        return seen
    log = entries_of(job_store().log(path.job_id))
    number, job = job_store().issue_paper(
        path.job_id, query.kind, seen, ACTOR, lambda document: _paper(query, read_job(document), log)
    )
    url = f"/api/jobs/{path.job_id}/papers/{number}"
    response = jsonify({"number": number, "revision": job.revision, "url": url})
    response.status_code = 201
    response.set_etag(str(job.saves))
    return response


def _paper(query: PaperQuery, job: Job, log: Sequence[LogEntry]) -> bytes:
    lost = [] if query.gaps else missing_letters(job)
    if lost:
        raise LettersMissingError(lost)
    with paper_view(query.units == "metric"):
        return _printed(query, job, log)


def _printed(query: PaperQuery, job: Job, log: Sequence[LogEntry]) -> bytes:
    today = date.today()
    if query.kind == "load list":
        return load_sheet(job, today, log, Firm.model_validate(read_firm(job_store()).document))
    if query.kind == "work list":
        return work_sheet(job, today, log)
    if query.kind == "eave detail":
        return eave_detail(job, today, query.section, query.edge)
    return {"offer": offer, "change": change_order}.get(query.kind, job_sheet)(job, today)


@papers.get("/<job_id>/papers/<int:number>", responses={404: Problem}, summary="Read an issued paper, PDF")
def read_paper(path: RevisionPath) -> Response:
    paper = job_store().paper(path.job_id, path.number)
    named = {"Content-Disposition": f'inline; filename="{paper.kind.replace(" ", "-")}-{path.number}.pdf"'}
    return Response(paper.content, mimetype="application/pdf", headers=named)
