"""The rack over HTTP: every way of doing a job, weighed."""

from __future__ import annotations

from flask import Response
from flask_openapi3 import APIBlueprint, Tag

from .answers.rack import RackAnswer, RackAsked
from .answers.view import ViewQuery
from .heavy import weighed, worked
from .problems import Problem

racks = APIBlueprint("racks", __name__, url_prefix="/api", abp_tags=[Tag(name="choosing")])


@racks.post("/rack", responses={200: RackAnswer, 422: Problem}, summary="Every way of doing the job, weighed")
def weigh(query: ViewQuery, body: RackAsked) -> Response:
    return Response(worked(weighed, query.units), mimetype="application/json")
