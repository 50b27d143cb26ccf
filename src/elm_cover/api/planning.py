"""Live planning: a job document in, plan, drawing and corners out."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from flask import Response, jsonify
from flask_openapi3 import APIBlueprint, Tag
from pydantic_core import to_jsonable_python

from ..core.drawing import drawing
from ..core.drawing.cut import Cut
from ..core.log.fold import Day
from ..core.plan import corners, plan, plan_json, work_after
from ..job import Job
from ..job.document import framing_of
from .answers.plan import CornersAnswer, CornersAsked, CutAsked, PlanAnswer, PlanAsked
from .answers.view import ViewQuery
from .log import logged_day
from .problems import Problem

planning = APIBlueprint("planning", __name__, url_prefix="/api", abp_tags=[Tag(name="planning")])


@planning.post("/plan", responses={200: PlanAnswer, 422: Problem}, summary="Plan a job and draw it")
def plan_job(query: ViewQuery, body: PlanAsked) -> Response:
    day = None if body.log_of is None else logged_day(body.log_of)
    answer = planned_and_drawn(body.job, _cut(body.cut), body.cut is not None and body.cut.house, day)
    house = answer["drawing"]["house"]
    drawing_told = answer["drawing"] if house is None else {**answer["drawing"], "house": _house_told(query, house)}
    return jsonify({"plan": query.told(answer["plan"]), "drawing": drawing_told})


def _house_told(query: ViewQuery, house: dict[str, Any]) -> dict[str, Any]:
    """Of a drawing only the words in it are told; its shapes are many and say nothing."""
    return {**house, "parts": query.told(house["parts"]), "missing": query.told(house["missing"])}


@planning.post("/corners", responses={200: CornersAnswer, 422: Problem}, summary="Every eave solved in two dimensions")
def solve_corners(query: ViewQuery, body: CornersAsked) -> Response:
    return jsonify(query.told(to_jsonable_python(corners(body.job))))


def _cut(asked: CutAsked | None) -> Cut | str | None:
    if asked is None or asked.from_ft is None or asked.to_ft is None:
        return None if asked is None else asked.section
    return Cut(asked.section, asked.from_ft, asked.to_ft)


def planned_and_drawn(
    job: Job, cut: Cut | str | None, whole_house: bool = False, day: Day | None = None
) -> dict[str, Any]:
    """Plan and drawing of one job. day: what its log comes to."""
    result = plan(job)
    if day is not None:
        result = replace(result, work=work_after(result, day))
    return {"plan": plan_json(result), "drawing": drawing(result, framing_of(job), cut, whole_house)}
