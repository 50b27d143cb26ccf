"""Answers written as JSON, each part once: a section that is drawn as before is written as before."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from hashlib import blake2b
from typing import Any

from flask.json.provider import DefaultJSONProvider
from pydantic_core import to_json, to_jsonable_python

from ..core.base.memory import Itself, remembered
from ..core.drawing import Drawing


class Packing(DefaultJSONProvider):
    """JSON by pydantic's writer, which is several times as quick; what is no number is null."""

    def dumps(self, obj: Any, **kwargs: Any) -> str:
        """The text of an object."""
        return written(obj).decode()


def written(answer: Any) -> bytes:
    """An answer as JSON."""
    return to_json(answer, inf_nan_mode="null")


@remembered(lambda made: len(made[1]))
def _drawn(section: Itself) -> tuple[str, bytes]:
    """A section's drawing as JSON, and the version that this is."""
    told = written(section.thing)
    version = blake2b(told, digest_size=9).hexdigest()
    return version, told[:-1] + b',"version":"' + version.encode() + b'"}'


def written_drawing(drawing: Drawing, known: dict[str, str], words: Callable[[Any], Any]) -> bytes:
    """A drawing as JSON without the sections that the asker has. known: section id → version of its drawing there;
    words: how what is said in it is told."""
    made = [(section.id, *_drawn(Itself(section))) for section in drawing.sections]
    sent = [text for name, version, text in made if known.get(name) != version]
    house, item = drawing.house, drawing.item
    if house is not None:  # its shapes are many and say nothing
        house = replace(house, parts=words(to_jsonable_python(house.parts)), missing=words(list(house.missing)))
    rest = written(
        {
            "order": [section.id for section in drawing.sections],
            "cut": drawing.cut,
            "enclosed_cut": drawing.enclosed_cut,
            "house": house,
            "item": None if item is None else replace(item, title=words(item.title)),
        }
    )
    return b'{"sections":[' + b",".join(sent) + b"]," + rest[1:]
