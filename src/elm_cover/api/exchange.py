"""Files in and out: readings and features as CSV, outlines from DXF, the Floor as JSON, SVG and DXF; whole archives.

What comes in is answered in document form and stored by the next save, so that it can be undone like any edit.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, Literal

from flask import Response, jsonify, request
from flask_openapi3 import APIBlueprint, RawModel, Tag
from pydantic import BaseModel, ConfigDict, Field

from ..core.floor.tape import TapeError, walk
from ..edits.join_sections import join_sections
from ..formats import dxf_in, floor_out, survey_csv
from ..formats.archive import Archive, ArchivedPaper, photo_names, read_archive, write_archive
from ..formats.job_file import dump_document
from ..job import Fault, Job, JobError, read_job
from ..store.photos import NoSuchPhotoError, photo_path, put_bytes
from .answers.jobs import JobPath, StoredJobAnswer
from .jobs import ACTOR, job_store, stored_answer
from .problems import Problem

exchange = APIBlueprint("exchange", __name__, url_prefix="/api", abp_tags=[Tag(name="files in and out")])
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


class CsvAsked(BaseModel):
    """CSV text, and the sections that its lines may name."""

    model_config = ConfigDict(extra="forbid")
    text: str = Field(max_length=MOST_CSV_BYTES)
    sections: list[str] = Field(max_length=40)


class CsvPath(BaseModel):
    what: Literal["readings", "features"]


class ItemsAnswer(BaseModel):
    """Readings or features in document form, each with its section beside it."""

    items: list[dict[str, Any]]


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


class WalkAsked(BaseModel):
    model_config = ConfigDict(extra="forbid")
    text: str = Field(max_length=8000)
    metric: bool = False
    start_ft: tuple[float, float] = (0.0, 0.0)


class WalkAnswer(BaseModel):
    """Corners as walked, the same with the closing error spread (none where it does not close), and the error."""

    runs: int
    points_ft: list[tuple[float, float]]
    spread_ft: list[tuple[float, float]]
    error_ft: tuple[float, float]
    error_length_ft: float
    closes: bool
    text: str


class JoinAsked(BaseModel):
    model_config = ConfigDict(extra="forbid")
    job: Job
    first: str = Field(max_length=80)
    second: str = Field(max_length=80)


class JoinAnswer(BaseModel):
    job: dict[str, Any]


class ArchiveBody(RawModel):
    mimetypes = ["application/zip", "application/octet-stream"]  # noqa: RUF012 – read off the class


@exchange.post("/export/<name>", responses={422: Problem}, summary="Part of a job as a file")
def export(path: ExportPath, body: JobBody) -> Response:
    write, kind = WRITERS[path.name]
    named = {"Content-Disposition": f'attachment; filename="{path.name}"'}
    return Response(write(body.job), content_type=f"{kind}; charset=utf-8", headers=named)


@exchange.post(
    "/import/csv/<what>", responses={200: ItemsAnswer, 422: Problem}, summary="Readings or features from CSV"
)
def import_csv(path: CsvPath, body: CsvAsked) -> Response:
    read = survey_csv.read_readings if path.what == "readings" else survey_csv.read_features
    return jsonify({"items": read(body.text, body.sections)})


@exchange.post("/import/dxf", responses={200: DxfAnswer, 413: Problem, 422: Problem}, summary="Outlines from a DXF")
def import_dxf(query: DxfQuery, raw: DxfBody) -> Response:
    data = request.get_data()
    if query.layer is None:
        found = dxf_in.contents(data)
        layers = [DxfLayerLine(name=layer.name, closed=layer.closed) for layer in found.layers]
        return jsonify(DxfAnswer(layers=layers, unit=found.unit).model_dump())
    if query.unit is None:
        raise JobError([Fault("unit", f"say what one unit of the drawing is: {', '.join(dxf_in.FT_PER_UNIT)}")])
    made = dxf_in.outlines(data, query.layer, query.unit)
    outlines = [list(corners) for corners in made.outlines_ft]
    return jsonify(DxfAnswer(outlines_ft=outlines, left_aside=list(made.left_aside)).model_dump())


@exchange.post("/outline/walk", responses={200: WalkAnswer, 422: Problem}, summary="The corners of a tape walk")
def tape_walk(body: WalkAsked) -> Response:
    try:
        found = walk(body.text, body.metric, body.start_ft)
    except TapeError as error:
        raise JobError([Fault("text", str(error))]) from error
    answer = WalkAnswer(
        runs=found.runs,
        points_ft=list(found.points_ft),
        spread_ft=list(found.spread_ft),
        error_ft=found.error_ft,
        error_length_ft=found.error_length_ft,
        closes=found.closes,
        text=found.text,
    )
    return jsonify(answer.model_dump())


@exchange.post("/outline/join", responses={200: JoinAnswer, 422: Problem}, summary="A job with two sections joined")
def join(body: JoinAsked) -> Response:
    return jsonify({"job": join_sections(dump_document(body.job), body.first, body.second)})


@exchange.get("/jobs/<job_id>/archive", responses={404: Problem}, summary="A job as one zip, with photos and papers")
def read_job_archive(path: JobPath) -> Response:
    store = job_store()
    job = store.get(path.job_id)
    photos = {}
    for name in photo_names(read_job(job.document)):
        try:
            photos[name] = photo_path(store.folder, name).read_bytes()
        except NoSuchPhotoError:
            continue  # a job opened from a bare file names photos that were never here
    papers = tuple(ArchivedPaper(number, kind, content) for number, kind, content in store.papers(path.job_id))
    content = write_archive(Archive(job.document, photos, papers))
    named = {"Content-Disposition": 'attachment; filename="job.elm-cover.zip"'}
    return Response(content, mimetype="application/zip", headers=named)


@exchange.post(
    "/archives", responses={201: StoredJobAnswer, 413: Problem, 422: Problem}, summary="Store a job from its archive"
)
def store_archive(raw: ArchiveBody) -> Response:
    archive = read_archive(request.get_data())
    store = job_store()
    for name, content in archive.photos.items():
        put_bytes(store.folder, name, content)
    papers = [(paper.number, paper.kind, paper.content) for paper in archive.papers]
    job = store.create(archive.document, ACTOR, papers)
    response = stored_answer(job, 201)
    response.headers["Location"] = f"/api/jobs/{job.id}"
    return response
