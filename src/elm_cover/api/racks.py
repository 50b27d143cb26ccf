"""The rack over HTTP: every way of doing a job, weighed."""

from __future__ import annotations

from flask import Response
from flask_openapi3 import Tag

from ..core.done import as_logged
from .answers.rack import RackAnswer, RackAsked
from .answers.view import ViewQuery
from .blueprint import APIBlueprint
from .heavy import LONG, in_a_worker, weighed
from .log import logged_day
from .problems import Problem

racks = APIBlueprint("racks", __name__, url_prefix="/api", abp_tags=[Tag(name="choosing")])


@racks.post(
    "/rack", responses={200: RackAnswer, 404: Problem, 422: Problem}, summary="Every way of doing the job, weighed"
)
def weigh(query: ViewQuery, body: RackAsked) -> Response:
    day = None if body.log_of is None else logged_day(body.log_of)
    known = body.model_copy(update={"job": as_logged(body.job, day)})
    given = None if known.job is body.job else known.model_dump_json(exclude_unset=True).encode()
    return Response(in_a_worker(weighed, query.units, given, LONG), mimetype="application/json")
