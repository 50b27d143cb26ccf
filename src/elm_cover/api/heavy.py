"""Work that takes seconds: bytes in, JSON out, so that it can be done in another process than the one that answers."""

from __future__ import annotations

import json
import threading
from collections.abc import Callable
from typing import Any, Protocol

from flask import current_app, request
from pydantic_core import to_jsonable_python

from ..core.base.memory import EVERYWHERE
from ..core.plan import corners, plan
from ..core.rack import Limits
from ..core.ways import rack
from ..formats import dxf_in
from ..formats.product_library import library
from .answers.plan import CornersAsked
from .answers.rack import RackAsked
from .answers.view import ViewQuery
from .packing import written

Work = Callable[[bytes, str], bytes]


# What a worker keeps of what it made: several of them together are to keep no more than one program may.
MOST_BYTES_IN_A_WORKER = 80_000_000


def keep_less() -> None:
    """In a worker: what was made is let go of earlier."""
    EVERYWHERE.most_bytes = MOST_BYTES_IN_A_WORKER


class TooHeavyError(Exception):
    """More work than one request may ask for; the message says what is allowed."""


class BusyError(Exception):
    """Too much is asked for at once."""


class GoneError(Exception):
    """Nobody waits for the answer any more."""


class WorkFailedError(Exception):
    """The process that worked on it died."""


class Worker(Protocol):
    """Who does heavy work: this process itself, or others."""

    def run(self, work: Work, given: bytes, how: str, gone: threading.Event | None) -> bytes: ...


class Here:
    """Heavy work done on the spot."""

    def run(self, work: Work, given: bytes, how: str, gone: threading.Event | None) -> bytes:
        return work(given, how)


# What is worked out in seconds, whatever is asked; the rest is short on nearly every job, and does not wait for it.
LONG, SHORT = "elm_cover_worker", "elm_cover_short_worker"


def in_a_worker(work: Work, how: str, given: bytes | None = None, lane: str = SHORT) -> bytes:
    """What comes of the body of the request that is being answered, or of what is given instead. Raises BusyError, TooHeavyError, GoneError, WorkFailedError."""
    worker: Worker = current_app.extensions[lane]
    return worker.run(work, request.get_data() if given is None else given, how, request.environ.get("elm_cover.gone"))


def weighed(given: bytes, units: str) -> bytes:
    """The rack of a body as it was asked for."""
    body = RackAsked.model_validate_json(given)
    asked = body.job.weighing
    share = None if asked.load_share_pct is None else asked.load_share_pct / 100
    found = rack(body.job, library(), body.mix, Limits(asked.budget, asked.most_products, share))
    answer: dict[str, Any] = to_jsonable_python(found)
    for way in answer["ways"]:
        for core in way["weighed"]["cores"]:
            del core["quantities"]  # priced already: no screen draws them
    return written(_view(units).told(answer))


def solved(given: bytes, units: str) -> bytes:
    """The corners of a body as they were asked for."""
    found = corners(plan(CornersAsked.model_validate_json(given).job))
    return written(_view(units).told(to_jsonable_python(found)))


def drawn_outlines(given: bytes, how: str) -> bytes:
    """What a DXF drawing offers, or its outlines. how: layer and unit as JSON, null for what it offers. Raises JobError."""
    layer, unit = json.loads(how)
    if layer is None:
        found = dxf_in.contents(given)
        layers = [{"name": one.name, "closed": one.closed} for one in found.layers]
        return written({"layers": layers, "unit": found.unit, "outlines_ft": [], "left_aside": []})
    made = dxf_in.outlines(given, layer, unit)
    return written({"layers": [], "unit": None, "outlines_ft": made.outlines_ft, "left_aside": made.left_aside})


def _view(units: str) -> ViewQuery:
    return ViewQuery.model_validate({"units": units})
