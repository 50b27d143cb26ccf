"""What entries say, for people: the parts that several kinds share (handbook §17)."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from ..base.units import eighths, fixed

# An answer to «does this count?»: its question is this and the id of the entry, or this alone with the ids in `of`.
BAG_QUESTION = "bag:"


def place_in_words(value: Mapping[str, Any]) -> str:
    """Where a reading was taken."""
    return f"marker {value['marker']}" if "marker" in value else "a place"


def title_of(key: Any, titles: Mapping[str, str]) -> str:
    """What a key is called; the key itself where nothing is."""
    return titles.get(str(key), str(key))


def before_stop(value: Mapping[str, Any]) -> str:
    """Whether bags went in before a stop, where somebody said it."""
    said = value.get("before_stop")
    return "" if said is None else ", before the stop" if said else ", after the stop"


def how_left(value: Mapping[str, Any]) -> str:
    """How a band was left.

    >>> how_left({"done": False})
    'left, back later'
    """
    return "takes none" if value.get("none") else "left, back later" if value.get("done") is False else "done"


def asked_in_words(value: Mapping[str, Any]) -> str:
    """What was asked; of entries that wait by how many they are, never by their ids."""
    if not str(value["question"]).startswith(BAG_QUESTION):
        return str(value["question"])
    many = len(value.get("of", ())) or 1
    return "does what another device said count" if many == 1 else f"do {many} entries of another device count"


def weighed_in_words(value: Mapping[str, Any]) -> str:
    """A core, or a box."""
    if value.get("box_ft3") is not None:
        return f"box of {fixed(value['box_ft3'], 2)} ft³ with {fixed(value['weight_oz'], 2)} oz"
    return f"core of {fixed(value['weight_oz'], 2)} oz at {eighths(value['depth_in'])}"


def test_in_words(value: Mapping[str, Any]) -> str:
    """A point, or the baseline."""
    if value.get("baseline_pa") is not None:
        return f"baseline {fixed(value['baseline_pa'], 1)} Pa"
    return f"{fixed(value['flow_cfm'])} ft³/min at {fixed(value['pressure_pa'], 1)} Pa"
