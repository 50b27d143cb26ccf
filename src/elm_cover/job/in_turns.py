"""Lists that are looked at in turns: their length first, then fifty members at a time, until enough is wrong.

A body of two megabytes can hold a million members. To look at each, and to say of each what is wrong with it, takes many seconds and a
gigabyte; nobody reads more than the first of them.
"""

from __future__ import annotations

import threading
from collections.abc import Callable, Iterator
from typing import Any

from pydantic import BaseModel, GetCoreSchemaHandler, ValidationError
from pydantic_core import PydanticCustomError, PydanticKnownError, core_schema

AT_ONCE, ENOUGH = 50, 50
Validator = Callable[[Any], Any]


class _Seen(threading.local):
    """How deep in lists a document is being looked at, and how many faults were found in the outermost one."""

    depth = 0
    faults = 0


_seen = _Seen()


def _fields(schema: Any) -> Iterator[Any]:
    """The fields of a model, whatever stands around them."""
    while isinstance(schema, dict):
        if schema.get("type") == "model-fields":
            yield from schema["fields"].values()
            return
        schema = schema.get("schema")


def _whole_numbers(schema: Any) -> Any:
    """The same, taking 4.0 for 4 where a whole number is asked for: in JSON they are one (JSON Schema, “integer”)."""
    if isinstance(schema, list):
        return [_whole_numbers(part) for part in schema]
    if not isinstance(schema, dict) or schema.get("type") in ("model", "definition-ref"):
        return schema
    if schema.get("type") == "int" and schema.get("strict"):
        return core_schema.no_info_before_validator_function(_as_whole, schema)
    parts = ("schema", "items_schema", "values_schema", "choices")
    return {name: _whole_numbers(part) if name in parts else part for name, part in schema.items()}


def _as_whole(value: Any) -> Any:
    return int(value) if type(value) is float and value.is_integer() else value


def _in_turns(schema: Any) -> Any:
    if schema["type"] in ("default", "nullable"):
        return {**schema, "schema": _in_turns(schema["schema"])}
    most = schema.get("max_length")
    several = schema["type"] == "list" or (schema["type"] == "tuple" and "variadic_item_index" in schema)
    if most is None or not (several or schema["type"] == "dict"):
        return schema
    whole = not several or schema.get("min_length") is not None
    return core_schema.no_info_wrap_validator_function(_looker(most, whole), schema)


def _looker(most: int, whole: bool) -> Callable[[Any, Validator], Any]:
    """whole: it is not taken apart, once its length is known."""

    def look(value: Any, validator: Validator) -> Any:
        if not isinstance(value, (list, tuple, dict)):
            return validator(value)
        if len(value) > most:
            kind = "Dictionary" if isinstance(value, dict) else "List"
            raise PydanticKnownError("too_long", {"field_type": kind, "max_length": most, "actual_length": len(value)})
        if not _seen.depth:
            _seen.faults = 0
        if _seen.faults >= ENOUGH:
            raise PydanticCustomError("enough", "was not looked at any more: set right what stands before it")
        _seen.depth += 1
        try:
            return validator(value) if whole or len(value) <= AT_ONCE else _turn_by_turn(value, validator)
        except ValidationError as error:
            _seen.faults += error.error_count()
            raise
        finally:
            _seen.depth -= 1

    return look


def _turn_by_turn(value: Any, validator: Validator) -> Any:
    made: list[Any] = []
    kind: type = tuple
    for start in range(0, len(value), AT_ONCE):
        try:
            found = validator(value[start : start + AT_ONCE])
        except ValidationError:
            validator(value[: start + AT_ONCE])  # once more, so that each is named by its place
            raise
        kind = type(found)
        made += found
    return kind(made)


class InTurns(BaseModel):
    """A model whose lists are looked at in turns, and whose lists and objects of any names are counted before."""

    @classmethod
    def __get_pydantic_core_schema__(cls, source: Any, handler: GetCoreSchemaHandler) -> core_schema.CoreSchema:
        made = handler(source)
        for field in _fields(made):
            field["schema"] = _in_turns(_whole_numbers(field["schema"]))
        return made
