"""Ids for the list items of a document that come without one."""

from __future__ import annotations

import re
import uuid
from typing import Any

# Lists of the document whose items get an id when they come without one. Corners and chart rows are known by place.
LISTS_WITH_IDS = ("hazards", "contact", "holes_expected", "photos", "accesses", "vents")
SECTION_LISTS_WITH_IDS = ("edges", "holes", "existing", "readings", "features")


def with_ids(document: dict[str, Any]) -> dict[str, Any]:
    """The document with an id on each list item that had none."""
    preparation = document.get("preparation") or {}
    added = (
        {"preparation": {**preparation, "added": _identified(preparation["added"])}} if preparation.get("added") else {}
    )
    return {
        **document,
        **added,
        **{name: _identified(document[name]) for name in LISTS_WITH_IDS if document.get(name)},
        "sections": [
            {**section, **{name: _identified(section[name]) for name in SECTION_LISTS_WITH_IDS if section.get(name)}}
            for section in document.get("sections", ())
        ],
    }


def _identified(items: list[dict[str, Any]]) -> list[dict[str, Any]]:
    return [item if item.get("id") else {**item, "id": uuid.uuid4().hex[:12]} for item in items]


# An id that somebody wrote by hand, like “south”, may stand in many jobs; those given here are twelve hexadecimal digits.
GIVEN = re.compile(r"[0-9a-f]{12}")


def item_ids(document: dict[str, Any]) -> set[str]:
    """The ids that were given to the items of a document here; the same in every copy of it."""
    lists = [document.get(name) or [] for name in LISTS_WITH_IDS]
    for section in document.get("sections") or []:
        lists += [section.get(name) or [] for name in SECTION_LISTS_WITH_IDS]
    ids = (item.get("id") for items in lists for item in items)
    return {name for name in ids if isinstance(name, str) and GIVEN.fullmatch(name)}
