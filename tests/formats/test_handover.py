"""What a customer gets is a list of fields that go: a mark in every field of document and log finds only the listed ones."""

from __future__ import annotations

import io
import json
import typing
import zipfile
from collections.abc import Iterator
from typing import Any

import pytest
from pydantic import BaseModel

from elm_cover.formats.archive import Archive, ArchivedPaper, for_customer, write_archive
from elm_cover.formats.handover import DOCUMENT, GOES, STAYS, handed_over
from elm_cover.job import Job, JobError
from elm_cover.job.paper_kinds import PAPERS


def models(annotation: Any) -> Iterator[type[BaseModel]]:
    if isinstance(annotation, type) and issubclass(annotation, BaseModel):
        yield annotation
    for part in typing.get_args(annotation):
        yield from models(part)


def fields(model: type[BaseModel], path: tuple[str, ...] = ()) -> Iterator[tuple[str, ...]]:
    """Every field of the job document that holds no further ones; under an id, «*»."""
    for name, about in model.model_fields.items():
        inner = list(models(about.annotation))
        at = (*path, name, "*") if typing.get_origin(about.annotation) is dict and inner else (*path, name)
        if inner:
            for one in inner:
                yield from fields(one, at)
        else:
            yield at


EVERY = sorted(set(fields(Job)))


def on_list(path: tuple[str, ...]) -> str | None:
    """What the lists say of a field: goes, stays, or nothing."""
    here: Any = DOCUMENT
    for name in path:
        here = here.get(name)
        if here is None or isinstance(here, str):
            return here
    return None


def marked(path: tuple[str, ...], mark: str) -> dict[str, Any]:
    """A document with a mark in one field."""
    held: Any = mark
    for name in reversed(path):
        held = {name if name != "*" else "main": held}
    return typing.cast(dict[str, Any], held)


def test_every_field_of_a_job_stands_on_a_list() -> None:
    assert len(EVERY) > 150
    assert [path for path in EVERY if on_list(path) is None] == []


def test_a_mark_in_every_field_of_document_and_log_finds_only_the_listed_ones() -> None:
    found = []
    for number, path in enumerate(EVERY):
        mark = f"mark-{number}-{'.'.join(path)}"
        log = ({"id": "1", "kind": "note", "value": {"text": mark}},)
        out = write_archive(for_customer(Archive(marked(path, mark), log=log)))
        with zipfile.ZipFile(io.BytesIO(out)) as file:
            assert json.loads(file.read("log.json")) == {"entries": []}
            if mark in file.read("job.json").decode():
                found.append(path)
    assert found == [path for path in EVERY if on_list(path) == GOES]
    money = [
        path for path in found if any("price" in name or "margin" in name or "rate" in name.split("_") for name in path)
    ]
    assert money == []


def test_what_stays_is_what_the_firm_tells_nobody() -> None:
    stays = {path for path in EVERY if on_list(path) == STAYS}
    assert ("products", "price") in stays and ("settings", "spare_pct") in stays
    assert {path[0] for path in stays} >= {"book", "weighing", "sale", "house_rules", "trades", "reach"}


def test_lists_and_several_products_are_gone_through_one_by_one() -> None:
    document = {"products": [{"id": "a", "price": 14.0}, {"id": "b", "price": 15.0}]}
    assert handed_over(document) == {"products": [{"id": "a"}, {"id": "b"}]}


def test_a_field_that_no_list_names_stops_the_hand_over_with_a_sentence() -> None:
    with pytest.raises(JobError, match=r"products\[1\].cost: stands on no list of what a customer is handed over"):
        handed_over({"products": [{"id": "a"}, {"id": "b", "cost": 3}]})


def test_papers_of_the_crew_stay() -> None:
    papers = tuple(ArchivedPaper(i, kind, b"%PDF-") for i, kind in enumerate(PAPERS, 1))
    kinds = [paper.kind for paper in for_customer(Archive({}, papers=papers)).papers]
    assert "attic card" in kinds and "offer" in kinds
    assert not {"work list", "load list", "day sheet"} & set(kinds)
