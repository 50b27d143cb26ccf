"""Live planning: a job document in, plan, drawing and corners out."""

from __future__ import annotations

from flask import Response
from flask_openapi3 import Tag

from ..core.done import plan_logged
from ..core.drawing import Cut, Drawing, drawing
from ..core.plan import Plan, plan_json, plan_text
from ..job.document import framing_of
from .answers.plan import CornersAnswer, CornersAsked, CutAsked, PlanAnswer, PlanAsked
from .answers.view import ViewQuery
from .blueprint import APIBlueprint
from .heavy import in_a_worker, solved
from .log import logged_day
from .packing import written, written_drawing
from .problems import Problem

planning = APIBlueprint("planning", __name__, url_prefix="/api", abp_tags=[Tag(name="planning")])


@planning.post("/plan", responses={200: PlanAnswer, 422: Problem}, summary="Plan a job and draw it")
def plan_job(query: ViewQuery, body: PlanAsked) -> Response:
    result, drawn = planned_and_drawn(body)
    told = written(query.told(plan_json(result))) if query.changes else plan_text(result)
    answer = b'{"plan":' + told + b',"drawing":' + written_drawing(drawn, body.drawn, query.told) + b"}"
    return Response(answer, mimetype="application/json")


@planning.post("/corners", responses={200: CornersAnswer, 422: Problem}, summary="Every eave solved in two dimensions")
def solve_corners(query: ViewQuery, body: CornersAsked) -> Response:
    return Response(in_a_worker(solved, query.units), mimetype="application/json")


def _cut(asked: CutAsked | None) -> Cut | str | None:
    if asked is None or asked.from_ft is None or asked.to_ft is None:
        return None if asked is None else asked.section
    return Cut(asked.section, asked.from_ft, asked.to_ft)


def planned_and_drawn(asked: PlanAsked) -> tuple[Plan, Drawing]:
    """Plan and drawing of one job, with what the log says of its work list."""
    result = plan_logged(asked.job, None if asked.log_of is None else logged_day(asked.log_of))
    whole_house = asked.cut is not None and asked.cut.house
    drawn = drawing(result, framing_of(asked.job), _cut(asked.cut), whole_house, asked.item)
    return result, drawn
