"""The record of who did what: written where a request was answered, read by the office. Nothing in the program changes a line of it."""

from __future__ import annotations

import csv
import io
import logging
from dataclasses import asdict
from typing import Any

from flask import Flask, Response, g, jsonify, request
from flask_openapi3 import Tag
from peewee import DatabaseError

from ..formats.table import harmless
from ..store.deed_kinds import DEEDS
from ..store.deeds import Asked, Deed, Doer, add_deed, deeds
from .answers.people import DeedList, DeedQuery
from .asking import HERE, asker, job_store
from .blueprint import APIBlueprint
from .problems import Problem
from .routes import route_of

record = APIBlueprint("record", __name__, url_prefix="/api/deeds", abp_tags=[Tag(name="record")])
log = logging.getLogger(__name__)
REFUSED = (401, 403, 429)
# What is done again and again is one line for a while.
FOLDED = ("job_changed", "photo_stored", "file_out", "refused", "sign_in_refused", "calendar_changed", "firm_changed")
MOST_LINES = 50_000


def tell(**told: Any) -> None:
    """What the line of this request is to say: kind, what, job (its id), doer (name and id of who is somebody only now)."""
    g.deed = {**g.get("deed", {}), **told}


def write_deeds(app: Flask) -> None:
    """Every answer that changes something, and every refusal, gets its line before it goes out."""

    @app.after_request
    def _write(response: Response) -> Response:
        row = None if request.url_rule is None else route_of(request.method, request.url_rule.rule)
        told, status = g.get("deed", {}), response.status_code
        kind = told.get("kind") or (None if row is None else row.deed)
        if status in REFUSED and request.path.startswith("/api/"):
            kind = kind if kind == "sign_in_refused" else "refused"
            told = {
                "what": told.get("what")
                or f"{request.method} {'' if request.url_rule is None else request.url_rule.rule}"
            }
        elif not 200 <= status < 300:
            return response
        me = asker()
        # With no account on this machine there is nobody to tell apart.
        if kind is None or (me == HERE and "doer" not in told):
            return response
        name, id_ = told.get("doer") or (me.name, me.id)
        job = told.get("job") or (request.view_args or {}).get("job_id")
        try:
            doer = Doer(name, id_, request.remote_addr or "")
            add_deed(job_store(), doer, kind, told.get("what", ""), job, fold=kind in FOLDED)
        except DatabaseError as error:
            log.error("the record of who did what could not be written: %s", error)
        return response


@record.get("", responses={200: DeedList, 422: Problem}, summary="Who did what, the newest first")
def read_deeds(query: DeedQuery) -> Response:
    found = deeds(job_store(), _asked(query), query.limit + 1)
    shown = found[: query.limit]
    told = [{**asdict(one), "text": DEEDS.get(one.kind, one.kind)} for one in shown]
    return jsonify({"deeds": told, "next": shown[-1].n if len(found) > len(shown) else None})


@record.get("/record.csv", responses={200: None, 422: Problem}, summary="The same as CSV")
def deeds_csv(query: DeedQuery) -> Response:
    out = io.StringIO()
    lines = csv.writer(out)
    lines.writerow(["number", "at", "who", "did", "what", "job", "address"])
    for one in deeds(job_store(), _asked(query), MOST_LINES):
        lines.writerow([harmless(each) for each in _line(one)])
    tell(what="the record as CSV")
    headers = {"Content-Disposition": 'attachment; filename="record.csv"'}
    return Response(out.getvalue(), mimetype="text/csv", headers=headers)


def _line(one: Deed) -> list[str]:
    return [str(one.n), one.at, one.who, DEEDS.get(one.kind, one.kind), one.what, one.job or "", one.address]


def _asked(query: DeedQuery) -> Asked:
    return Asked(
        words=query.words,
        kinds=() if query.kind is None else (query.kind,),
        since=None if query.since is None else query.since.isoformat(),
        until=None if query.until is None else query.until.isoformat(),
        before=query.before,
    )
