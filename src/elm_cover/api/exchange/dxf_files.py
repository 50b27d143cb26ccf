"""Outlines from the closed polylines of a DXF layer."""

from __future__ import annotations

import json
from typing import Literal

from flask import Response
from flask_openapi3 import RawModel, Tag
from pydantic import BaseModel, Field

from ...formats import dxf_in
from ...job import Fault, JobError
from ..blueprint import APIBlueprint
from ..heavy import LONG, drawn_outlines, in_a_worker
from ..problems import Problem

dxf_files = APIBlueprint("dxf_files", __name__, url_prefix="/api", abp_tags=[Tag(name="files in and out")])


class DxfBody(RawModel):
    mimetypes = ["application/dxf", "application/octet-stream"]  # noqa: RUF012 – read off the class


class DxfQuery(BaseModel):
    layer: str | None = Field(None, max_length=255)
    unit: Literal["in", "ft", "mm", "cm", "m"] | None = None


class DxfLayerLine(BaseModel):
    name: str
    closed: int


class DxfAnswer(BaseModel):
    """First the layers to choose from and the drawing's own unit; with layer and unit given, the outlines in feet."""

    layers: list[DxfLayerLine] = []
    unit: str | None = None
    outlines_ft: list[list[tuple[float, float]]] = []
    left_aside: list[str] = []


@dxf_files.post("/import/dxf", responses={200: DxfAnswer, 413: Problem, 422: Problem}, summary="Outlines from a DXF")
def import_dxf(query: DxfQuery, raw: DxfBody) -> Response:
    if query.layer is not None and query.unit is None:
        raise JobError([Fault("unit", f"say what one unit of the drawing is: {', '.join(dxf_in.FT_PER_UNIT)}")])
    return Response(
        in_a_worker(drawn_outlines, json.dumps([query.layer, query.unit]), lane=LONG), mimetype="application/json"
    )
