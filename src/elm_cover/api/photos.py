"""Photos over HTTP: one in, streamed and re-encoded; one out."""

from __future__ import annotations

import math
import tempfile

from flask import Response, jsonify, request, send_file
from flask_openapi3 import RawModel, Tag
from pydantic import BaseModel, Field

from ..formats.photo import MOST_BYTES, keep_photo
from ..store.photos import photo_path, put_bytes
from ..store.tries import MOST_HERE, TooManyTriesError, count_try
from .asking import asker, job_store
from .blueprint import APIBlueprint
from .problems import Problem, problem

KEPT_IN_MEMORY_BYTES = 1_000_000
CHUNK_BYTES = 64 * 1024
photos = APIBlueprint("photos", __name__, url_prefix="/api/photos", abp_tags=[Tag(name="photos")])


class PhotoBody(RawModel):
    mimetypes = ["image/jpeg", "image/png", "image/webp"]  # noqa: RUF012 – read off the class


class PhotoPath(BaseModel):
    name: str = Field(max_length=80)


class PhotoAnswer(BaseModel):
    """A stored photo: what the job document names it by, and its size."""

    file: str
    width_px: int
    height_px: int
    bytes: int


@photos.post(
    "",
    responses={201: PhotoAnswer, 413: Problem, 415: Problem, 422: Problem, 429: Problem},
    summary="Store a photo, re-encoded",
)
def store_photo(raw: PhotoBody) -> Response:
    if request.mimetype not in PhotoBody.mimetypes:
        return problem(415, "Not a photo", "Send a JPEG, PNG or WebP picture.")
    me = asker()
    if me.who == "gone":
        try:
            count_try(job_store(), "a photo", me.id)
        except TooManyTriesError as error:
            return _later(error.wait_s)
    with tempfile.SpooledTemporaryFile(max_size=KEPT_IN_MEMORY_BYTES) as file:
        size = 0
        while chunk := request.stream.read(CHUNK_BYTES):
            size += len(chunk)
            if size > MOST_BYTES:
                return problem(413, "Too large", f"A photo may be {MOST_BYTES // 10**6} MB at most.")
            file.write(chunk)
        file.seek(0)
        kept = keep_photo(file, request.environ.get("elm_cover.gone"))  # type: ignore[arg-type]  # a binary file, whatever it is spooled in
    put_bytes(job_store().folder, kept.name, kept.content)
    answer = PhotoAnswer(file=kept.name, width_px=kept.width_px, height_px=kept.height_px, bytes=len(kept.content))
    response = jsonify(answer.model_dump())
    response.status_code = 201
    return response


def _later(wait_s: float) -> Response:
    """Nobody fills the disk with a phone that was lost."""
    text = f"A phone that was taken off the list hands in {MOST_HERE} photos in 15 minutes; the others wait on it."
    response = problem(429, "Wait a while", text)
    response.headers["Retry-After"] = str(max(1, math.ceil(wait_s)))
    return response


@photos.get("/<name>", responses={404: Problem}, summary="A stored photo, JPEG")
def read_photo(path: PhotoPath) -> Response:
    return send_file(photo_path(job_store().folder, path.name), mimetype="image/jpeg", max_age=31_536_000)
