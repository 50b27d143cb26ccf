"""Whether the records are what they were, over HTTP: for the shelf to say where they are not."""

from __future__ import annotations

from flask import Response, jsonify
from flask_openapi3 import Tag
from pydantic import BaseModel

from ..store.soundness import in_words, kept_soundness
from .asking import job_store
from .blueprint import APIBlueprint

soundness = APIBlueprint("soundness", __name__, url_prefix="/api", abp_tags=[Tag(name="jobs")])


class SoundnessAnswer(BaseModel):
    """checked_at: when photos and papers were last compared with the sums that name them, null: never yet. damaged: what is no longer
    what it was; said: that, and what to do, as a sentence, null where all is sound."""

    checked_at: str | None
    damaged: list[str]
    said: str | None


@soundness.get("/records", responses={200: SoundnessAnswer}, summary="Whether photos and papers are what they were")
def read_records() -> Response:
    found = kept_soundness(job_store())
    said = in_words(found.damaged) if found.damaged else None
    return jsonify({"checked_at": found.checked_at, "damaged": list(found.damaged), "said": said})
