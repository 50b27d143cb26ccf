"""What changed from one version of a job to another, field by field and in words: for the history and for conflicts."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, field
from typing import Any

import shapely

from ..core.floor import edge_side, polygon_area_ft2
from .field_words import WHATS, name_of, title_of, unit_of, word_of

Document = dict[str, Any]
# A list of which more items than this changed is said in one line: nobody reads two hundred readings.
MOST_ITEMS = 6
MOST_CHANGES = 200
SAID_IN_ONE = ("outline_ft",)
NOT_SAID = ("format", "version", "id")


@dataclass(frozen=True)
class Value:
    """What stood in a field: a word, or one or more figures with their unit, of which the screen makes its view."""

    text: str | None = None
    figures: tuple[float, ...] = ()
    unit: str | None = None


@dataclass(frozen=True, kw_only=True)
class Changed:
    """One difference. where: “Main house, south wall”; what: the field; before, after: None where there was nothing."""

    where: str
    what: str
    path: str
    before: Value | None
    after: Value | None


@dataclass(frozen=True)
class _At:
    """Where in the document: names of what holds the field, and its path."""

    names: tuple[str, ...] = ()
    path: str = ""
    sections: dict[str, str] = field(default_factory=dict)

    def into(self, key: str, name: str | None = None, index: int | None = None) -> _At:
        path = f"{self.path}[{index}]" if index is not None else f"{self.path}.{key}" if self.path else key
        return _At((*self.names, name) if name else self.names, path, self.sections)


def changes(before: Document, after: Document) -> list[Changed]:
    """Every difference between two versions, in the order of the document, 200 at most."""
    names = {str(s["id"]): str(s.get("name") or s["id"]) for s in (*_sections(before), *_sections(after))}
    found: list[Changed] = []
    for change in _of_fields(before, after, _At(sections=names)):
        if len(found) == MOST_CHANGES:
            break
        found.append(change)
    return found


def _sections(document: Document) -> list[Document]:
    listed = document.get("sections")
    return [s for s in listed if isinstance(s, dict) and s.get("id")] if isinstance(listed, list) else []


def _of_fields(before: Document, after: Document, at: _At) -> Iterator[Changed]:
    for key in dict.fromkeys((*after, *before)):
        if key in NOT_SAID:
            continue
        was, now = before.get(key), after.get(key)
        if was == now or (_nothing(was) and _nothing(now)):
            continue
        if key == "choice" and not at.path and _both(was, now, _is_choices):
            yield from _of_choices(was or {}, now or {}, at.into(key))
        elif key in WHATS and _both(was, now, _is_list):
            yield from _of_items(key, was or [], now or [], at.into(key), (before, after))
        elif _both(was, now, _is_object):
            yield from _of_fields(was or {}, now or {}, at.into(key, name_of(key)))
        else:
            yield _changed(at.into(key), name_of(key), _value(key, was), _value(key, now))


def _both(was: Any, now: Any, of_a_kind: Callable[[Any], bool]) -> bool:
    """Whether what stands on either side is of that kind, or is nothing: a version may be no sound job."""
    return all(value is None or of_a_kind(value) for value in (was, now))


def _is_object(value: Any) -> bool:
    return isinstance(value, dict)


def _is_choices(value: Any) -> bool:
    return isinstance(value, dict) and all(isinstance(choice, dict) for choice in value.values())


def _is_list(value: Any) -> bool:
    return isinstance(value, list) and all(isinstance(item, dict) for item in value)


def _nothing(value: Any) -> bool:
    return value is None or value in ("", [], {})


def _of_choices(before: Document, after: Document, at: _At) -> Iterator[Changed]:
    for section in dict.fromkeys((*after, *before)):
        name = at.sections.get(section, section)
        here = at.into(section, f"{name}, {name_of('choice')}")
        yield from _of_fields(before.get(section) or {}, after.get(section) or {}, here)


def _of_items(
    key: str, before: list[Document], after: list[Document], at: _At, owners: tuple[Document, Document]
) -> Iterator[Changed]:
    """Items with an id are the same wherever they stand in the list; without one in common they go by their place."""
    was, now = _keyed(before), _keyed(after)
    if not was.keys() & now.keys():
        was, now = _placed(before), _placed(after)
    touched = [name for name in dict.fromkeys((*now, *was)) if was.get(name) != now.get(name)]
    if len(touched) > MOST_ITEMS and key != "sections":
        yield _changed(at, name_of(key), _count(key, before), _count(key, after, _tally(touched, was, now)))
        return
    for name in touched:
        item = now.get(name) or was.get(name) or {}
        index = list(now if name in now else was).index(name)
        title = _title(key, item, index, owners[1] if name in now else owners[0])
        if name not in was or name not in now:
            gone = Value(text=WHATS[key])
            here = at.into(key, index=index)
            yield _changed(here, title, gone if name in was else None, gone if name in now else None)
        else:
            yield from _of_fields(was[name], now[name], at.into(key, title, index))


def _keyed(items: Sequence[Document]) -> dict[str, Document]:
    return {str(item.get("id") or f"#{index}"): item for index, item in enumerate(items)}


def _placed(items: Sequence[Document]) -> dict[str, Document]:
    return {str(index): {**item, "id": None} for index, item in enumerate(items)}


def _count(key: str, items: Sequence[Document], more: str = "") -> Value:
    return Value(text=f"{len(items)} {WHATS[key]}{'' if len(items) == 1 else 's'}{more}")


def _tally(touched: list[str], was: dict[str, Document], now: dict[str, Document]) -> str:
    parts = {
        "added": sum(name not in was for name in touched),
        "taken out": sum(name not in now for name in touched),
        "changed": sum(name in was and name in now for name in touched),
    }
    return ": " + ", ".join(f"{count} {what}" for what, count in parts.items() if count)


def _title(key: str, item: Document, index: int, owner: Document) -> str:
    if key == "edges":
        side = _side(owner.get("outline_ft"), index)
        return f"{side} {'eave' if item.get('kind') == 'eave' else 'wall'}" if side else f"wall {index + 1}"
    return title_of(key, item) or f"{WHATS[key]} {index + 1}"


def _side(outline: Any, index: int) -> str | None:
    try:
        return edge_side(tuple((float(x), float(y)) for x, y in outline), index)
    except (TypeError, ValueError, IndexError, shapely.errors.ShapelyError):
        return None


def _value(key: str, value: Any) -> Value | None:
    if _nothing(value):
        return None
    if key in SAID_IN_ONE:
        try:
            area = polygon_area_ft2(tuple((float(x), float(y)) for x, y in value))
        except (TypeError, ValueError, shapely.errors.ShapelyError):
            return Value(text="an outline")
        return Value(text=f"{len(value)} corners", figures=(area,), unit="ft²")
    if isinstance(value, bool):
        return Value(text="yes" if value else "no")
    if isinstance(value, (int, float)):
        return Value(figures=(float(value),), unit=unit_of(key))
    if isinstance(value, str):
        return Value(text=word_of(key, value))
    if isinstance(value, list) and value and all(isinstance(v, (int, float)) for v in value):
        return Value(figures=tuple(float(v) for v in value), unit=unit_of(key))
    if isinstance(value, list):
        return Value(text=", ".join(word_of(key, str(v)) for v in value[:MOST_ITEMS]))
    return Value(text=str(value)[:80])


def _changed(at: _At, what: str, before: Value | None, after: Value | None) -> Changed:
    return Changed(where=", ".join(at.names), what=what, path=at.path, before=before, after=after)
