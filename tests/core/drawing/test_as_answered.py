"""What the core draws is what the API says it sends: every field, no other, of every job."""

from __future__ import annotations

import json
from typing import Any

import pytest
from pydantic import TypeAdapter
from pydantic_core import to_jsonable_python

from elm_cover.api.answers.drawing import Drawing
from elm_cover.core.drawing import drawing
from elm_cover.core.plan import plan
from elm_cover.demo.jobs import demo_documents
from elm_cover.job import read_job
from elm_cover.job.document import framing_of
from tests.random_jobs import random_job

JOBS = [*demo_documents(), *(random_job(seed, 0.0) for seed in range(8))]


def named_only(told: Any, schema: dict[str, Any], parts: dict[str, Any], at: str) -> list[str]:
    """Fields of the data that the schema does not name, and those that it asks for and are not there."""
    if "$ref" in schema:
        return named_only(told, parts[schema["$ref"].rsplit("/", 1)[1]], parts, at)
    if "anyOf" in schema:
        tries = [
            named_only(told, one, parts, at) for one in schema["anyOf"] if (one.get("type") == "null") == (told is None)
        ]
        return min(tries, key=len, default=[f"{at}: {told!r} is none of what is allowed"])
    if isinstance(told, list):
        items = schema.get("items") or {}
        return [text for i, one in enumerate(told) for text in named_only(one, items, parts, f"{at}[{i}]")]
    if isinstance(told, dict) and "properties" in schema:
        there, named = set(told), set(schema["properties"])
        wrong = [f"{at}.{name} is not named" for name in there - named] + [
            f"{at}.{name} is lacking" for name in named - there
        ]
        return wrong + [
            text
            for name in there & named
            for text in named_only(told[name], schema["properties"][name], parts, f"{at}.{name}")
        ]
    return []


@pytest.mark.parametrize("place", range(len(JOBS)))
def test_every_field_of_a_drawing_is_named_and_every_named_one_is_there(place: int) -> None:
    job = read_job(JOBS[place])
    made = plan(job)
    told = json.loads(json.dumps(to_jsonable_python(drawing(made, framing_of(job), job.sections[0].id, True))))
    told["order"] = [section["id"] for section in told["sections"]]
    for section in told["sections"]:
        section["version"] = ""  # the packing gives it
    TypeAdapter(Drawing).validate_python(told)
    schema = TypeAdapter(Drawing).json_schema()
    assert told["sections"] and named_only(told, schema, schema["$defs"], "drawing") == []
