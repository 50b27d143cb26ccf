"""Live planning: a job document in, plan and drawing out; and the lists the screens offer."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any, get_args

from flask import Response, jsonify
from flask_openapi3 import APIBlueprint, Tag
from pydantic_core import to_jsonable_python

from ..core.climate.zones import zone_lines
from ..core.corner.wind import ASSUMPTION
from ..core.drawing import drawing, thumbnail
from ..core.drawing.cut import Cut
from ..core.eaves.baffles import KINDS as KINDS_OF_BAFFLE
from ..core.eaves.remedies import REMEDIES
from ..core.eaves.ventilation import SIZES
from ..core.hazards.features import FLUE_TITLES, KINDS
from ..core.hazards.stops import STANDING_CAUTIONS, STOPS
from ..core.layers.layer import CONTACT_VOID, R_PER_IN
from ..core.money.saving import FUELS
from ..core.plan import corners, plan, plan_json
from ..core.plan.look_over import CONCERNS
from ..core.plan.opinions import OPINIONS
from ..core.target.scale import code_table
from ..core.target.tables import EDITIONS
from ..formats.product_library import library
from ..job import Job, read_job
from ..job.book import Book
from ..job.document import framing_of
from ..job.fields import Zone
from .answers.jobs import CornersAnswer, CornersAsked, CutAsked, PlanAnswer, PlanAsked
from .answers.lists import ChoiceLists, ProductList, ZoneLine
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
