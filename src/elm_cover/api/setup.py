"""What is wrong with the set-up, as elm-cover doctor says it, for the office at the desk."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import asdict
from typing import Any

from flask import Response, current_app, jsonify
from flask_openapi3 import Tag

from .answers.devices import SetupAnswer
from .blueprint import APIBlueprint

setup = APIBlueprint("setup", __name__, url_prefix="/api", abp_tags=[Tag(name="jobs")])
# Who looks it over: set by what serves the program, which alone knows how it is served.
LOOKED_OVER = "elm_cover_looked_over"


@setup.get(
    "/setup", responses={200: SetupAnswer}, summary="The set-up looked over: folder, records, clock, network, workers"
)
def read_setup() -> Response:
    look: Callable[[], Any] | None = current_app.extensions.get(LOOKED_OVER)
    return jsonify({"findings": [] if look is None else [asdict(one) for one in look()]})
