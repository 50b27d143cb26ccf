"""Papers over HTTP: issued, kept, read again."""

from __future__ import annotations

import json
from dataclasses import asdict
from datetime import date
from pathlib import Path

from flask import Response, jsonify, request
from flask_openapi3 import RawModel, Tag

from ..job import read_job
from ..job.firm import Firm
from ..job.paper_kinds import PAPERS
from ..papers.issue import Asked, printed
from ..papers.lettering import LettersMissingError, missing_letters
from ..store.firm import read_firm
from ..store.paper_shelf import office_keys, papers_of, papers_with, stored_paper
from ..store.papers import PaperFound
from ..store.photos import NoSuchPhotoError, photo_path
from ..store.verifying import verified
from .answers.jobs import (
    CodeQuery,
    IfMatch,
    JobPath,
    KeyList,
    KeyQuery,
    PaperAnswer,
    PaperFoundLine,
    PaperList,
    PaperQuery,
    RevisionPath,
    VerifiedAnswer,
)
from .asking import asking_actor, job_store
from .blueprint import APIBlueprint
from .deeds import tell
from .heavy import in_a_worker
from .jobs import version_seen
from .kept_log import LOGS, records
from .problems import Problem, problem
from .stops import SEEN, stops_seen

papers = APIBlueprint("papers", __name__, url_prefix="/api/jobs", abp_tags=[Tag(name="jobs")])
checks = APIBlueprint("checks", __name__, url_prefix="/api", abp_tags=[Tag(name="jobs")])


class PaperBody(RawModel):
    mimetypes = ["application/pdf", "application/octet-stream"]  # noqa: RUF012 – read off the class


@papers.post(
    "/<job_id>/papers",
    responses={201: PaperAnswer, 404: Problem, 409: Problem, 412: Problem, 428: Problem},
    summary="Issue a paper, as PDF, and keep it",
)
def issue_paper(path: JobPath, query: PaperQuery, header: IfMatch) -> Response:
    seen = version_seen(header)
    if isinstance(seen, Response):
        return seen
    store = job_store()
    entries, last = LOGS.of(store, path.job_id)
    # The only paper that judges by which stops a day was begun.
    stops = stops_seen(store, path.job_id, entries) if PAPERS[query.kind].by_stops else ()
    asked = {
        **query.model_dump(),
        "today": date.today().isoformat(),
        "firm": read_firm(store).document,
        "seen": SEEN.dump_python(stops, mode="json"),
        "folder": str(store.folder),
        "job": path.job_id,
        "last": last,
    }
    number, job = store.issue_paper(
        path.job_id,
        query.kind,
        seen,
        asking_actor(),
        lambda document, revision: in_a_worker(
            paper_printed, json.dumps({**asked, "revision": revision}), json.dumps(document).encode()
        ),
    )
    url = f"/api/jobs/{path.job_id}/papers/{number}"
    tell(what=f"{query.kind} {number}")
    response = jsonify({"number": number, "revision": job.revision, "url": url})
    response.status_code = 201
    response.set_etag(str(job.saves))
    return response


def paper_printed(given: bytes, how: str) -> bytes:
    """A paper of a document, PDF. how: which and in which units, the firm, the stops that were seen, where log and photos are. Raises
    JobError, LettersMissingError."""
    asked = json.loads(how)
    job = read_job(json.loads(given))
    lost = [] if asked["gaps"] else missing_letters(job)
    if lost:
        raise LettersMissingError(lost)
    store = records(asked["folder"])
    return printed(
        asked["kind"],
        Asked(
            job=job,
            today=date.fromisoformat(asked["today"]),
            # As it was when it was asked for: what came since is on the next paper.
            log=LOGS.of(store, asked["job"])[0][: asked["last"]],
            firm=Firm.model_validate(asked["firm"]),
            metric=asked["units"] == "metric",
            revision=asked["revision"],
            seen=SEEN.validate_python(asked["seen"]),
            section=asked["section"],
            edge=asked["edge"],
            photos=lambda name: _photo(store.folder, name),
        ),
    )


def _photo(folder: Path, name: str) -> bytes | None:
    try:
        return photo_path(folder, name).read_bytes()
    except NoSuchPhotoError:
        return None


@papers.get(
    "/<job_id>/papers",
    responses={200: PaperList, 404: Problem},
    summary="Every paper issued of a job, the newest first",
)
def list_papers(path: JobPath) -> Response:
    found = papers_of(job_store(), path.job_id)
    return jsonify({"papers": [_found(one) for one in found]})


def _found(one: PaperFound) -> PaperFoundLine:
    return PaperFoundLine(**vars(one), url=f"/api/jobs/{one.job}/papers/{one.number}")


@checks.post(
    "/papers/verify",
    responses={200: VerifiedAnswer, 413: Problem, 415: Problem},
    summary="Whether a file is a paper issued here, or signed by the key that is given, unchanged",
)
def verify_paper(query: KeyQuery, raw: PaperBody) -> Response:
    if request.mimetype not in PaperBody.mimetypes:
        return problem(415, "Not a paper", "Send a PDF.")
    found = verified(job_store(), request.get_data(), query.key)
    return jsonify({"state": found.state, "said": found.said, "papers": [_found(one) for one in found.papers]})


@checks.get("/papers/keys", responses={200: KeyList}, summary="The public keys that this office signs its papers with")
def list_keys() -> Response:
    return jsonify({"keys": [asdict(key) for key in office_keys(job_store())]})


@checks.get("/papers", responses={200: PaperList, 422: Problem}, summary="Papers found again by the code at their foot")
def papers_by_code(query: CodeQuery) -> Response:
    return jsonify({"papers": [_found(one) for one in papers_with(job_store(), code=query.code)]})


@papers.get("/<job_id>/papers/<int:number>", responses={404: Problem}, summary="Read an issued paper, PDF")
def read_paper(path: RevisionPath) -> Response:
    paper = stored_paper(job_store(), path.job_id, path.number)
    named = {"Content-Disposition": f'inline; filename="{paper.kind.replace(" ", "-")}-{path.number}.pdf"'}
    return Response(paper.handed_out(), mimetype="application/pdf", headers=named)
