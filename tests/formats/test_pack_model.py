"""The field pack as a model: every pack is one, says the same through it, and its types on the phone are its types here."""

from __future__ import annotations

import json
from typing import Any

import pytest
from pydantic import TypeAdapter, ValidationError
from pydantic_core import to_jsonable_python

from elm_cover.api.app import create_app
from elm_cover.api.interface import document
from elm_cover.core.filling.table import FillTable
from elm_cover.demo.jobs import demo_documents
from elm_cover.formats.field_pack import field_pack
from elm_cover.formats.pack_model import FieldPack, told_schemas
from elm_cover.job import read_job
from tests.random_jobs import random_job

PACKS = TypeAdapter(FieldPack)
JOBS = [*demo_documents(), *(random_job(seed, 0.0 if seed % 2 else 0.05) for seed in range(12))]


@pytest.mark.parametrize("place", range(len(JOBS)))
def test_every_pack_is_one_and_says_the_same_through_the_model(place: int) -> None:
    told = json.loads(json.dumps(field_pack(read_job(JOBS[place]), revision=3)))
    read = PACKS.validate_python(told)
    back = PACKS.dump_python(read, mode="json")
    assert json.dumps(back, sort_keys=True) == json.dumps(told, sort_keys=True)


def test_a_pack_with_something_that_is_not_named_is_none() -> None:
    told = to_jsonable_python(field_pack(read_job(JOBS[0])))
    for changed in ({**told, "more": 1}, {**told, "version": 3}, {k: v for k, v in told.items() if k != "fill"}):
        with pytest.raises(ValidationError):
            PACKS.validate_python(changed)
    assert PACKS.validate_python(told).fill.bands


def test_the_document_says_of_a_pack_what_is_sent() -> None:
    schemas: dict[str, Any] = document(create_app(None))["components"]["schemas"]
    table = schemas["FillTable"]
    assert set(table["required"]) == set(table["properties"]) == set(FillTable.__dataclass_fields__)
    assert "lifts" in schemas["PackItem"]["properties"] and "lifts" not in schemas["PackItem"]["required"]
    assert {name: schemas[name] for name in told_schemas()} == told_schemas()
