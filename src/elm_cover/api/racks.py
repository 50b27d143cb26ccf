"""The rack over HTTP: every way of doing a job, weighed."""

from __future__ import annotations

from typing import Any

from flask import Response, jsonify
from flask_openapi3 import APIBlueprint, Tag
from pydantic_core import to_jsonable_python

from ..core.plan import rack
from ..core.rack.mix import Limits
from ..formats.product_library import library
from .answers.rack import RackAnswer, RackAsked
from .answers.view import ViewQuery
from .problems import Problem

racks = APIBlueprint("racks", __name__, url_prefix="/api", abp_tags=[Tag(name="choosing")])


@racks.post("/rack", responses={200: RackAnswer, 422: Problem}, summary="Every way of doing the job, weighed")
def weigh(query: ViewQuery, body: RackAsked) -> Response:
    asked = body.job.weighing
    share = None if asked.load_share_pct is None else asked.load_share_pct / 100
    found = rack(body.job, library(), body.mix, Limits(asked.budget, asked.most_products, share))
    answer: dict[str, Any] = to_jsonable_python(found)
    for way in answer["ways"]:
        for core in way["weighed"]["cores"]:
            del core["quantities"]  # priced already: no screen draws them
    return jsonify(query.told(answer))
