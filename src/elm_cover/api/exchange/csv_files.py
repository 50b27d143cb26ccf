"""Part of a job as a file, and readings and features from CSV.

What comes in is answered in document form and stored by the next save, so that it can be undone like any edit.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, Literal

from flask import Response, jsonify
from flask_openapi3 import Tag
from pydantic import BaseModel, ConfigDict, Field

from ...formats import floor_out, survey_csv
from ...job import Job
from ...job.in_turns import InTurns
from ..blueprint import APIBlueprint
from ..deeds import tell
from ..problems import Problem

csv_files = APIBlueprint("csv_files", __name__, url_prefix="/api", abp_tags=[Tag(name="files in and out")])
MOST_CSV_BYTES = 2_000_000
WRITERS: dict[str, tuple[Callable[[Job], str], str]] = {
    "readings.csv": (survey_csv.write_readings, "text/csv"),
    "features.csv": (survey_csv.write_features, "text/csv"),
    "floor.json": (floor_out.floor_json, "application/json"),
    "floor.svg": (floor_out.floor_svg, "image/svg+xml"),
    "floor.dxf": (floor_out.floor_dxf, "application/dxf"),
}


class ExportPath(BaseModel):
    name: Literal["readings.csv", "features.csv", "floor.json", "floor.svg", "floor.dxf"]


class JobBody(BaseModel):
    model_config = ConfigDict(extra="forbid")
    job: Job


class CsvAsked(InTurns):
    """CSV text, and the sections that its lines may name."""

    model_config = ConfigDict(extra="forbid")
    text: str = Field(max_length=MOST_CSV_BYTES)
    sections: list[str] = Field(max_length=40)


class CsvPath(BaseModel):
    what: Literal["readings", "features"]


class ItemsAnswer(BaseModel):
    """Readings or features in document form, each with its section beside it."""

    items: list[dict[str, Any]]


@csv_files.post("/export/<name>", responses={422: Problem}, summary="Part of a job as a file")
def export(path: ExportPath, body: JobBody) -> Response:
    write, kind = WRITERS[path.name]
    tell(what=path.name)
    named = {"Content-Disposition": f'attachment; filename="{path.name}"'}
    return Response(write(body.job), content_type=f"{kind}; charset=utf-8", headers=named)


@csv_files.post(
    "/import/csv/<what>", responses={200: ItemsAnswer, 422: Problem}, summary="Readings or features from CSV"
)
def import_csv(path: CsvPath, body: CsvAsked) -> Response:
    read = survey_csv.read_readings if path.what == "readings" else survey_csv.read_features
    return jsonify({"items": read(body.text, body.sections)})
