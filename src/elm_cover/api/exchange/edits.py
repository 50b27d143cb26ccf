"""Edits that need the core: a tape walk turned into corners, two sections joined, two versions compared."""

from __future__ import annotations

from typing import Any

from flask import Response, jsonify
from flask_openapi3 import Tag
from pydantic import BaseModel, ConfigDict, Field

from ...core.floor import TapeError, walk
from ...edits.changes import changes
from ...edits.join_sections import join_sections
from ...edits.start import Start, started
from ...formats.job_file import dump_document
from ...job import Fault, Job, JobError, read_job
from ..answers.changes import ChangeList, CompareAsked
from ..blueprint import APIBlueprint
from ..problems import Problem

edits = APIBlueprint("edits", __name__, url_prefix="/api", abp_tags=[Tag(name="files in and out")])


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


@edits.post("/outline/walk", responses={200: WalkAnswer, 422: Problem}, summary="The corners of a tape walk")
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


@edits.post("/start", responses={200: JoinAnswer, 422: Problem}, summary="A new job from the first sheet's answers")
def start(body: Start) -> Response:
    return jsonify({"job": dump_document(read_job(started(body)))})


@edits.post("/compare", responses={200: ChangeList, 422: Problem}, summary="What changed, field by field in words")
def compare(body: CompareAsked) -> Response:
    for document in (body.before, body.after):
        read_job(document)  # what is none is refused, and not looked through field by field
    return jsonify(ChangeList(changes=changes(body.before, body.after)).model_dump())


@edits.post("/outline/join", responses={200: JoinAnswer, 422: Problem}, summary="A job with two sections joined")
def join(body: JoinAsked) -> Response:
    return jsonify({"job": join_sections(dump_document(body.job), body.first, body.second)})
