"""Reach and load of a job over HTTP: worked out in a process of their own, they can take a while for a large attic."""

from __future__ import annotations

import json
from dataclasses import dataclass
from typing import Any

from flask import Response
from flask_openapi3 import Tag
from pydantic import TypeAdapter
from pydantic_core import to_jsonable_python

from ..core.crew import LoadLine, LoadList, Reach, counted_back, counts_of, load_list, reach
from ..core.done import plan_logged
from ..core.drawing import reach_drawing
from ..core.log import Day
from ..formats.load_csv import write_load
from ..job.firm import Firm
from ..store.firm import read_firm
from .answers.load import LoadAnswer, LoadAsked
from .answers.view import ViewQuery
from .asking import job_store
from .blueprint import APIBlueprint
from .heavy import LONG, in_a_worker
from .log import logged_day
from .packing import written
from .problems import Problem

DAYS = TypeAdapter(Day)
loads = APIBlueprint("loads", __name__, url_prefix="/api", abp_tags=[Tag(name="load")])


@loads.post(
    "/load",
    responses={200: LoadAnswer, 404: Problem, 422: Problem},
    summary="The way to every place, and what goes on the truck",
)
def read_load(query: ViewQuery, body: LoadAsked) -> Response:
    return Response(in_a_worker(loaded, json.dumps(_how(body, query.units)), lane=LONG), mimetype="application/json")


@loads.post("/load.csv", responses={200: None, 404: Problem, 422: Problem}, summary="What goes on the truck, as CSV")
def load_csv(body: LoadAsked) -> Response:
    return Response(in_a_worker(written_load, json.dumps(_how(body, "feet")), lane=LONG), mimetype="text/csv")


def _how(body: LoadAsked, units: str) -> dict[str, Any]:
    """What the work goes by beside the body: the firm, what the log comes to."""
    day = None if body.log_of is None else logged_day(body.log_of)
    return {
        "units": units,
        "firm": read_firm(job_store()).document,
        "day": None if day is None else to_jsonable_python(day),
    }


@dataclass(frozen=True, eq=False)
class _Made:
    """Reach and load of a body, with what was ticked."""

    reach: Reach
    load: LoadList
    lines: tuple[LoadLine, ...]
    firm: Firm


def _made(given: bytes, asked: dict[str, Any]) -> _Made:
    job = LoadAsked.model_validate_json(given).job
    firm = Firm.model_validate(asked["firm"])
    day = None if asked["day"] is None else DAYS.validate_python(asked["day"])
    planned = plan_logged(job, day)
    found = reach(planned, None if day is None else day.cut)
    counts = {} if day is None else counts_of(day)
    made = load_list(planned, planned.work, firm, found.hose)
    return _Made(found, made, counted_back(made.items, counts), firm)


def loaded(given: bytes, how: str) -> bytes:
    """Reach and load of a body. how: units, the firm's document and what the log comes to, as JSON."""
    asked = json.loads(how)
    made = _made(given, asked)
    told: dict[str, Any] = to_jsonable_python(made.load)
    del told["items"]
    told["lines"] = to_jsonable_python(made.lines)
    stock = {line.what: line.on_hand for line in made.firm.stock}
    told["missing"] = [
        {"what": item.what, "title": item.title, "unit": item.unit, "amount": item.amount, "on_hand": stock[item.what]}
        for item in made.load.items
        if item.what in stock and stock[item.what] < item.amount
    ]
    view = ViewQuery.model_validate({"units": asked["units"]})
    answer = view.told({"reach": to_jsonable_python(made.reach, exclude={"behind"}), "load": told})
    return written({**answer, "drawing": reach_drawing(made.reach)})


def written_load(given: bytes, how: str) -> bytes:
    """The load of a body as CSV. how: as for loaded."""
    return write_load(_made(given, json.loads(how)).lines).encode("utf-8-sig")
