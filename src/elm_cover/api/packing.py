"""Answers written as JSON, each part once: a section that is drawn as before is written as before."""

from __future__ import annotations

from hashlib import blake2b
from typing import Any

from flask.json.provider import DefaultJSONProvider
from pydantic_core import to_json

from ..core.base.memory import Itself, remembered


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
    version = blake2b(written(section.thing), digest_size=9).hexdigest()
    return version, written({**section.thing, "version": version})


def written_drawing(drawing: dict[str, Any], known: dict[str, str]) -> bytes:
    """A drawing as JSON without the sections that the asker has. known: section id → version of its drawing there."""
    sections = drawing["sections"]
    made = [(section["id"], *_drawn(Itself(section))) for section in sections]
    sent = [text for name, version, text in made if known.get(name) != version]
    rest = written(
        {"order": [section["id"] for section in sections], **{k: v for k, v in drawing.items() if k != "sections"}}
    )
    return b'{"sections":[' + b",".join(sent) + b"]," + rest[1:]
