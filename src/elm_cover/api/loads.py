"""Reach and load of a job over HTTP: worked out in a process of their own, they can take a while for a large attic."""

from __future__ import annotations

import json
from typing import Any

from flask import Response
from flask_openapi3 import APIBlueprint, Tag
from pydantic import TypeAdapter
from pydantic_core import to_jsonable_python

from ..core.drawing import reach_drawing
from ..core.log.fold import Day
from ..core.plan import load, plan, reach, work_after
from ..core.plan.loading import Counted, counted_back
from ..formats.load_csv import write_load
from ..job.firm import Firm
from ..store.firm import read_firm
from .answers.load import LoadAnswer, LoadAsked
from .answers.view import ViewQuery
from .heavy import worked
from .jobs import job_store
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
    day = None if body.log_of is None else logged_day(body.log_of)
    how = {
        "units": query.units,
        "firm": read_firm(job_store()).document,
        "day": None if day is None else to_jsonable_python(day),
    }
    return Response(worked(loaded, json.dumps(how)), mimetype="application/json")


@loads.post("/load.csv", responses={200: None, 404: Problem, 422: Problem}, summary="What goes on the truck, as CSV")
def load_csv(body: LoadAsked) -> Response:
    firm = Firm.model_validate(read_firm(job_store()).document)
    day = None if body.log_of is None else logged_day(body.log_of)
    planned = plan(body.job)
    work = planned.work if day is None else work_after(planned, day)
    made = load(body.job, planned, work, firm, reach(body.job).hose)
    return Response(write_load(counted_back(made.items, _counts(day))).encode("utf-8-sig"), mimetype="text/csv")


def loaded(given: bytes, how: str) -> bytes:
    """Reach and load of a body. how: units, the firm's document and what the log comes to, as JSON."""
    asked = json.loads(how)
    job = LoadAsked.model_validate_json(given).job
    firm = Firm.model_validate(asked["firm"])
    planned, found = plan(job), reach(job)
    day = _day(asked["day"])
    work = planned.work if day is None else work_after(planned, day)
    made = load(job, planned, work, firm, found.hose)
    told: dict[str, Any] = to_jsonable_python(made)
    del told["items"]
    told["lines"] = to_jsonable_python(counted_back(made.items, _counts(day)))
    stock = {line.what: line.on_hand for line in firm.stock}
    told["missing"] = [
        {"what": item.what, "title": item.title, "unit": item.unit, "amount": item.amount, "on_hand": stock[item.what]}
        for item in made.items
        if item.what in stock and stock[item.what] < item.amount
    ]
    answer = {
        "reach": to_jsonable_python(found, exclude={"behind"}),
        "drawing": reach_drawing(found),
        "load": told,
    }
    view = ViewQuery.model_validate({"units": asked["units"]})
    drawn = answer.pop("drawing")
    return written({**view.told(answer), "drawing": drawn})


def _counts(day: Day | None) -> dict[str, Counted]:
    if day is None:
        return {}
    return {what: Counted(day.out.get(what, 0.0), day.back.get(what, 0.0)) for what in (*day.out, *day.back)}


def _day(told: dict[str, Any] | None) -> Day | None:
    """The log as it was folded, read back."""
    return None if told is None else DAYS.validate_python(told)
