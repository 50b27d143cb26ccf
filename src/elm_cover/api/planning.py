"""Live planning: a job document in, plan, drawing and corners out."""

from __future__ import annotations

import json

from flask import Response
from flask_openapi3 import Tag
from pydantic import TypeAdapter
from pydantic_core import to_jsonable_python

from ..core.done import plan_logged
from ..core.drawing import Cut, Drawing, drawing
from ..core.log import Day
from ..core.plan import Plan, plan_json, plan_text
from ..job import Job
from ..job.document import framing_of
from .answers.plan import CornersAnswer, CornersAsked, CutAsked, PlanAnswer, PlanAsked
from .answers.view import ViewQuery
from .blueprint import APIBlueprint
from .heavy import LONG, in_a_worker, solved
from .log import logged_day
from .packing import written, written_drawing
from .problems import Problem

DAYS = TypeAdapter(Day)
# Measured: an edit of what is smaller takes some tens of milliseconds.
LARGE_FT2, LARGE_SECTIONS = 12_000.0, 12
planning = APIBlueprint("planning", __name__, url_prefix="/api", abp_tags=[Tag(name="planning")])


@planning.post("/plan", responses={200: PlanAnswer, 422: Problem}, summary="Plan a job and draw it")
def plan_job(query: ViewQuery, body: PlanAsked) -> Response:
    day = None if body.log_of is None else logged_day(body.log_of)
    if is_large(body.job):
        how = json.dumps({"query": query.model_dump(), "day": to_jsonable_python(day)})
        answer = in_a_worker(told_plan, how)
    else:
        answer = planned(query, body, day)
    return Response(answer, mimetype="application/json")


def is_large(job: Job) -> bool:
    """Whether planning takes longer than a moment even where most of it is remembered: by floor area, ft², and sections."""
    corners_of = [section.outline_ft for section in job.sections]
    area = sum(
        (max(x for x, _ in corners) - min(x for x, _ in corners))
        * (max(y for _, y in corners) - min(y for _, y in corners))
        for corners in corners_of
    )
    return area > LARGE_FT2 or len(job.sections) > LARGE_SECTIONS


def told_plan(given: bytes, how: str) -> bytes:
    """Plan and drawing of a body. how: how it is to be told, and what its log comes to, as JSON."""
    asked = json.loads(how)
    day = None if asked["day"] is None else DAYS.validate_python(asked["day"])
    return planned(ViewQuery.model_validate(asked["query"]), PlanAsked.model_validate_json(given), day)


def planned(query: ViewQuery, body: PlanAsked, day: Day | None) -> bytes:
    """Plan and drawing of one job as JSON, with what the log says of its work list."""
    result, drawn = planned_and_drawn(body, day)
    told = written(query.told(plan_json(result))) if query.changes else plan_text(result)
    return b'{"plan":' + told + b',"drawing":' + written_drawing(drawn, body.drawn, query.told) + b"}"


@planning.post("/corners", responses={200: CornersAnswer, 422: Problem}, summary="Every eave solved in two dimensions")
def solve_corners(query: ViewQuery, body: CornersAsked) -> Response:
    return Response(in_a_worker(solved, query.units, lane=LONG), mimetype="application/json")


def _cut(asked: CutAsked | None) -> Cut | str | None:
    if asked is None or asked.from_ft is None or asked.to_ft is None:
        return None if asked is None else asked.section
    return Cut(asked.section, asked.from_ft, asked.to_ft)


def planned_and_drawn(asked: PlanAsked, day: Day | None) -> tuple[Plan, Drawing]:
    """Plan and drawing of one job. day: what its log comes to."""
    result = plan_logged(asked.job, day)
    whole_house = asked.cut is not None and asked.cut.house
    drawn = drawing(result, framing_of(asked.job), _cut(asked.cut), whole_house, asked.item)
    return result, drawn
