"""The program's own OpenAPI document is valid, says all it may answer, and what is generated from it breaks nothing."""

from __future__ import annotations

import random
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
import schemathesis
from hypothesis import HealthCheck, settings
from openapi_spec_validator import validate
from schemathesis.checks import CHECKS

from elm_cover.api.app import create_app
from elm_cover.api.interface import document
from elm_cover.demo.jobs import add_demo_jobs
from tests.served import Served
from tools.fuzz import Seen, malformed, places, spoiled

EXAMPLES = 4
# The stream does not end; what it is told by is looked at in tests/serving.
whole = schemathesis.openapi.from_dict(document(create_app(None)))
# Every boundary of every field of a job is some thousand requests: that is for ``make fuzz``, here a few at random.
whole.config.phases.coverage.enabled = False
whole.config.phases.examples.enabled = False
schema = whole.exclude(path_regex="/stream$")
CHECKED = CHECKS.get_by_names(
    ["not_a_server_error", "status_code_conformance", "content_type_conformance", "response_schema_conformance"]
)


@pytest.fixture(scope="module")
def served(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Served]:
    folder = tmp_path_factory.mktemp("fuzz")
    add_demo_jobs(folder)
    found = Served(Path(folder))
    yield found
    found.stop()


def test_the_document_is_valid_and_leaves_nothing_unsaid() -> None:
    told = document(create_app(None))
    validate(told)
    assert "securitySchemes" not in told["components"]
    bodies = 0
    for path, item in told["paths"].items():
        for method, operation in item.items():
            answers = operation["responses"]
            assert {"default"} < set(answers) and any(status.startswith("2") for status in answers), f"{method} {path}"
            for status, answer in answers.items():
                if not status.startswith("2"):
                    assert list(answer["content"]) == ["application/problem+json"]
            if "requestBody" in operation:
                bodies += 1
                assert {"400", "413", "415"} <= set(answers)
            if any(p["name"] == "If-Match" for p in operation.get("parameters", ())):
                assert "428" in answers
    assert bodies > 12
    # Rules that the router's own models know nothing of: names of an object's fields, days that there are.
    schemas = told["components"]["schemas"]
    for name in ("choice", "house_rules"):
        assert schemas["Job"]["properties"][name]["propertyNames"] == {"minLength": 1, "maxLength": 80}
    assert schemas["Sale"]["properties"]["on"]["anyOf"][0]["format"] == "date"
    assert schemas["CompareAsked"]["properties"]["before"] == {"$ref": "#/components/schemas/Job"}


@schema.parametrize()
@settings(max_examples=EXAMPLES, deadline=None, suppress_health_check=list(HealthCheck))
def test_what_it_says_of_itself_holds(case: Any, served: Served) -> None:
    case.call_and_validate(base_url=served.address, checks=CHECKED)


def test_spoiled_requests_are_refused_in_words(served: Served) -> None:
    seen = Seen()
    malformed(served.address, 200, 7, seen)
    assert seen.wrong == [] and seen.asked == 200
    assert seen.statuses[422] > 30 and seen.statuses[200] + seen.statuses[201] > 5, "both sorts are among them"


def test_spoiling_changes_a_copy_only() -> None:
    sound = {"a": [1, {"b": 2.0}], "c": "x"}
    before, dice = repr(sound), random.Random(1)
    assert sum(spoiled(sound, dice) != sound for _ in range(50)) > 30
    assert repr(sound) == before and len(list(places(sound))) == 6
