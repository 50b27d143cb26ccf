"""Two classes of one name are one schema to the OpenAPI document, and the client would silently get the other's type."""

from __future__ import annotations

import dataclasses
import importlib
import pkgutil
import typing
from typing import Any

from pydantic import BaseModel

import elm_cover.api.answers as answers
from elm_cover.job import Job


def models() -> list[type[Any]]:
    found: list[type[Any]] = [Job]
    for module in pkgutil.iter_modules(answers.__path__):
        loaded = importlib.import_module(f"{answers.__name__}.{module.name}")
        found += [one for one in vars(loaded).values() if isinstance(one, type) and issubclass(one, BaseModel)]
    return found


def parts(kind: Any, seen: set[type[Any]]) -> None:
    """Every model and dataclass that a type is made of."""
    for inner in typing.get_args(kind):
        parts(inner, seen)
    if not isinstance(kind, type) or kind in seen:
        return
    if issubclass(kind, BaseModel):
        seen.add(kind)
        for field in kind.model_fields.values():
            parts(field.annotation, seen)
    elif dataclasses.is_dataclass(kind):
        seen.add(kind)
        for hint in typing.get_type_hints(kind).values():
            parts(hint, seen)


def test_no_two_of_one_name() -> None:
    seen: set[type[Any]] = set()
    for model in models():
        parts(model, seen)
    by_name: dict[str, set[str]] = {}
    for kind in seen:
        by_name.setdefault(kind.__name__, set()).add(f"{kind.__module__}.{kind.__qualname__}")
    assert len(by_name) > 150
    assert {name: where for name, where in by_name.items() if len(where) > 1} == {}
