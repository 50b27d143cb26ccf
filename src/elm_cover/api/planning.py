"""Live planning: a job document in, plan and drawing out; and the lists the screens offer."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any, get_args

from flask import Response, jsonify
from flask_openapi3 import APIBlueprint, Tag
from pydantic_core import to_jsonable_python

from ..core.baffles import KINDS as KINDS_OF_BAFFLE
from ..core.drawing import drawing, thumbnail
from ..core.drawing_cut import Cut
from ..core.edge_work import REMEDIES
from ..core.existing import CONTACT_VOID, R_PER_IN
from ..core.features import FLUE_TITLES, KINDS
from ..core.hazards import STANDING_CAUTIONS, STOPS
from ..core.look import CONCERNS
from ..core.opinions import OPINIONS
from ..core.plan import plan, plan_json
from ..core.plan.corners import corners
from ..core.saving import FUELS
from ..core.target_scale import code_table
from ..core.targets import EDITIONS
from ..core.ventilation import SIZES
from ..core.wind import ASSUMPTION
from ..core.zones import zone_lines
from ..formats.products import library
from ..job import Job, framing_of, read_job
from ..job_book import Book
from ..job_fields import Zone
from .list_models import ChoiceLists, ProductList, ZoneLine
from .models import CornersAnswer, CornersAsked, CutAsked, PlanAnswer, PlanAsked
from .problems import Problem

planning = APIBlueprint("planning", __name__, url_prefix="/api", abp_tags=[Tag(name="planning")])


@planning.post("/plan", responses={200: PlanAnswer, 422: Problem}, summary="Plan a job and draw it")
def plan_job(body: PlanAsked) -> Response:
    return jsonify(planned_and_drawn(body.job, _cut(body.cut)))


@planning.post("/corners", responses={200: CornersAnswer, 422: Problem}, summary="Every eave solved in two dimensions")
def solve_corners(body: CornersAsked) -> Response:
    return jsonify(to_jsonable_python(corners(body.job)))


def _cut(asked: CutAsked | None) -> Cut | str | None:
    if asked is None or asked.from_ft is None or asked.to_ft is None:
        return None if asked is None else asked.section
    return Cut(asked.section, asked.from_ft, asked.to_ft)


@planning.get("/products", responses={200: ProductList}, summary="The products that ship with the program")
def products() -> Response:
    return jsonify({"products": [product.model_dump(exclude_none=True) for product in library()]})


@planning.get("/lists", responses={200: ChoiceLists}, summary="What the screens offer to pick from")
def lists() -> Response:
    answer = ChoiceLists(
        zones=[ZoneLine(zone=zone, description=words) for zone, words in zone_lines(get_args(Zone))],
        editions=list(EDITIONS),
        code_table={zone: list(code_table(zone)) for zone in get_args(Zone)},
        contact_void_pct={grade: 100 * void for grade, void in CONTACT_VOID.items()},
        r_per_in=R_PER_IN,
        hazards=STOPS,
        standing_cautions=list(STANDING_CAUTIONS),
        features=KINDS,
        flues=FLUE_TITLES,
        concerns=list(CONCERNS),
        fuels=FUELS,
        book=Book(),
        opinions=list(OPINIONS),
        baffle_kinds=KINDS_OF_BAFFLE,
        remedies=REMEDIES,
        vent_sizes=list(SIZES),
        wind_assumption=ASSUMPTION,
    )
    return jsonify(answer.model_dump())


def planned_and_drawn(job: Job, cut: Cut | str | None) -> dict[str, Any]:
    """Plan and drawing of one job."""
    result = plan(job)
    return {"plan": plan_json(result), "drawing": drawing(result, framing_of(job), cut)}


def headline(document: dict[str, Any]) -> dict[str, Any]:
    """What the shelf shows of a job."""
    job = read_job(document)
    result = plan(job)
    return {"name": job.name, "address": job.address, "totals": asdict(result.totals), "thumbnail": thumbnail(result)}
