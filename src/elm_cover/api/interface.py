"""The program's OpenAPI document: what the routes say of themselves, and what holds for all of them."""

from __future__ import annotations

import copy
from collections.abc import Iterator
from typing import Any

from flask_openapi3 import OpenAPI

from ..formats.pack_model import told_schemas
from ..job import Job
from ..job.firm import Firm
from .blueprint import APIBlueprint
from .problems import PROBLEM_TYPE

# What a route answers that is no JSON.
FILES = {
    ("get", "/api/jobs/{job_id}/papers/{number}"): ("application/pdf",),
    ("get", "/api/jobs/{job_id}/archive"): ("application/zip",),
    ("get", "/api/jobs/{job_id}/handover"): ("application/zip",),
    ("get", "/api/jobs/{job_id}/log/stream"): ("text/event-stream",),
    ("get", "/api/photos/{name}"): ("image/jpeg", "image/png", "image/webp"),
    ("post", "/api/export/{name}"): (
        "text/csv",
        "image/svg+xml",
        "application/dxf",
        "application/json",
        "application/pdf",
    ),
}
# What may be said of any body before it is looked into.
OF_A_BODY = {
    400: "It cannot be read",
    413: "It is larger than this takes",
    415: "It is of another type than this takes",
}
ANYTHING_ELSE = (
    "Any other refusal: another host or page, an unknown device (421, 403, 401), too much at once (503), no room (507)"
)


def document(app: OpenAPI) -> dict[str, Any]:
    """The document, whole and valid: every answer declared, refusals as problem documents."""
    for part in app.blueprints.values():
        if isinstance(part, APIBlueprint):
            part.told_to(app)
    told: dict[str, Any] = copy.deepcopy(dict(app.api_doc))
    told["components"] = {name: part for name, part in told["components"].items() if part}
    told["components"]["schemas"] |= told_schemas() | _taken_schemas()
    # Taken as they are written, and looked through once they are known to be documents.
    versions = {name: {"$ref": "#/components/schemas/Job"} for name in ("before", "after")}
    told["components"]["schemas"]["CompareAsked"]["properties"] = versions
    for path, method, operation in _operations(told):
        answers = operation["responses"]
        for status, answer in list(answers.items()):
            if status.startswith(("4", "5")):
                answers[status] = _refusal(answer.get("description") or "")
        files = FILES.get((method, path))
        if files is not None:
            answers["200"] = {"description": "OK", "content": {name: {"schema": _schema_of(name)} for name in files}}
        if "204" in answers:
            answers["204"].pop("content", None)
        if "requestBody" in operation:
            for status, text in OF_A_BODY.items():
                answers.setdefault(str(status), _refusal(text))
        answers["default"] = _refusal(ANYTHING_ELSE)
    return told


def _taken_schemas() -> dict[str, Any]:
    """What documents are taken, as pydantic tells it: the router's own models know no rules for the names of an object's fields."""
    found: dict[str, Any] = {}
    for model in (Job, Firm):
        told = model.model_json_schema(ref_template="#/components/schemas/{model}")
        found |= told.pop("$defs", {}) | {model.__name__: told}
    return found


def _operations(told: dict[str, Any]) -> Iterator[tuple[str, str, dict[str, Any]]]:
    for path, item in told["paths"].items():
        for method, operation in item.items():
            yield path, method, operation


def _schema_of(media_type: str) -> dict[str, Any]:
    """Of a file nothing is said but that it is one; a file of JSON may be anything."""
    return {} if media_type.endswith("json") else {"type": "string", "format": "binary"}


def _refusal(text: str) -> dict[str, Any]:
    return {"description": text, "content": {PROBLEM_TYPE: {"schema": {"$ref": "#/components/schemas/Problem"}}}}
