"""What changed between two versions of a job, in words: each kind of field, lists by id, and no version that stops it."""

from __future__ import annotations

import copy
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from elm_cover.edits.changes import MOST_CHANGES, Changed, Value, changes
from tests.conftest import attic


def job() -> dict[str, Any]:
    document = attic(name="Main house")
    section = document["sections"][0]
    for index, edge in enumerate(section["edges"]):
        edge["id"] = f"e{index}"
    section["features"] = [{"id": "f1", "kind": "recessed_light", "rating": "ic", "at_ft": [6, 5]}]
    document["accesses"] = [{"id": "a1", "section": "main", "at_ft": [12, 9], "opening_in": [22.5, 30]}]
    document["hazards"] = [{"id": "h1", "kind": "roof_leak", "status": "absent"}]
    return document


def said(change: Changed) -> tuple[str, str, object, object]:
    def of(value: Value | None) -> object:
        if value is None:
            return None
        figures = (*value.figures, value.unit) if value.figures else ()
        return value.text if not figures else figures if value.text is None else (value.text, *figures)

    return change.where, change.what, of(change.before), of(change.after)


def changed(path: str, value: Any) -> list[Changed]:
    """What is said after one field was set."""
    before = job()
    after = copy.deepcopy(before)
    *parents, last = path.split(".")
    at: Any = after
    for part in parents:
        at = at[int(part)] if part.isdigit() else at[part]
    at[int(last) if last.isdigit() else last] = value
    return changes(before, after)


@pytest.mark.parametrize(
    ("path", "value", "says"),
    [
        ("name", "9 Lane", ("", "name", None, "9 Lane")),
        ("house.climate_zone", "6A", ("house", "climate zone", "5A", "6A")),
        ("sections.0.edges.2.heel_in", 9.25, ("Main house, north eave", "heel height", (6.5, "in"), (9.25, "in"))),
        ("sections.0.edges.1.kind", "eave", ("Main house, east eave", "kind", "gable", "eave")),
        ("sections.0.framing.spacing_in", 16, ("Main house, framing", "spacing", (24.0, "in"), (16.0, "in"))),
        ("sections.0.existing.0.void_pct", 50, ("Main house, old layer 1", "poor contact", (8.0, "%"), (50.0, "%"))),
        ("sections.0.existing.0.r", 13, ("Main house, old layer 1", "R", (11.0, "R"), (13.0, "R"))),
        ("sections.0.features.0.rating", "non_ic", ("Main house, recessed light", "rating", "ic", "non ic")),
        ("sections.0.features.0.at_ft", [1, 2], ("Main house, recessed light", "place", (6.0, 5.0, "ft"), (1.0, 2.0, "ft"))),
        ("hazards.0.status", "confirmed", ("roof leak, wet fill or wet deck", "status", "absent", "confirmed")),
        ("accesses.0.lid_r", 20, ("way in 1", "R of the lid", None, (20.0, "R"))),
        ("target.r", 60, ("target", "R", (49.0, "R"), (60.0, "R"))),
        ("choice.main.method", "lift_and_fill", ("Main house, what is laid", "method", "over what is there", "lift and fill")),
        ("products.0.bag_lb", 30, ("Cellulose", "bag", (25, "lb"), (30, "lb"))),
        ("house.vented", True, ("house", "vented attic", None, "yes")),
        ("sections.0.edges.0.pitch_in_12", 6, ("Main house, south eave", "pitch", (5, "in 12"), (6, "in 12"))),
    ],
)  # fmt: skip
def test_each_kind_of_field_is_named(path: str, value: Any, says: tuple[str, str, object, object]) -> None:
    found = changed(path, value)
    assert len(found) == 1
    assert said(found[0]) == says


def test_an_outline_is_one_line_with_its_corners_and_its_floor() -> None:
    found = changed("sections.0.outline_ft", [[0, 0], [40, 0], [40, 25], [0, 25]])
    assert [said(c) for c in found] == [
        ("Main house", "outline", ("4 corners", 950.0, "ft²"), ("4 corners", 1000.0, "ft²"))
    ]


def test_items_are_the_same_by_id_wherever_they_stand() -> None:
    before, after = job(), job()
    after["sections"][0]["features"].insert(0, {"id": "f2", "kind": "chimney", "at_ft": [1, 1]})
    assert [said(c) for c in changes(before, after)] == [("Main house", "masonry chimney", None, "obstacle")]
    assert [said(c) for c in changes(after, before)] == [("Main house", "masonry chimney", "obstacle", None)]
    assert [c.path for c in changes(before, after)] == ["sections[0].features[0]"]


def test_items_that_were_given_new_ids_go_by_their_place() -> None:
    before, after = job(), job()
    for index, edge in enumerate(after["sections"][0]["edges"]):
        edge["id"] = f"new{index}"
    assert changes(before, after) == []
    after["sections"][0]["edges"][2]["heel_in"] = 8
    assert [said(c) for c in changes(before, after)] == [
        ("Main house, north eave", "heel height", (6.5, "in"), (8.0, "in"))
    ]


def test_many_readings_are_one_line() -> None:
    before, after = job(), job()
    before["sections"][0]["readings"] = [{"id": f"r{i}", "depth_in": 3} for i in range(10)]
    after["sections"][0]["readings"] = [{"id": f"r{i}", "depth_in": 3 + (i < 6)} for i in range(2, 14)]
    assert [said(c) for c in changes(before, after)] == [
        ("Main house", "readings", "10 readings", "12 readings: 4 added, 2 taken out, 4 changed")
    ]


def test_nothing_is_said_of_what_is_alike_or_empty() -> None:
    before, after = job(), job()
    after["contact"], after["address"], after["sections"][0]["target"] = [], None, {}
    assert changes(before, after) == []
    many = [{"id": f"s{i}", "name": f"{i}", "outline_ft": [], "edges": []} for i in range(300)]
    assert len(changes({"sections": []}, {"sections": many})) == MOST_CHANGES


ANYTHING = st.recursive(
    st.none() | st.booleans() | st.integers() | st.floats(allow_nan=False) | st.text(max_size=4),
    lambda inner: (
        st.lists(inner, max_size=3)
        | st.dictionaries(
            st.sampled_from(
                ["id", "name", "sections", "edges", "outline_ft", "choice", "features", "kind", "r", "bays", "x"]
            ),
            inner,
            max_size=4,
        )
    ),
    max_leaves=12,
)
OBJECTS = st.dictionaries(st.sampled_from(["sections", "choice", "hazards", "products", "name"]), ANYTHING, max_size=4)


@given(OBJECTS, OBJECTS)
def test_no_two_versions_stop_it(before: dict[str, Any], after: dict[str, Any]) -> None:
    found = changes(before, after)
    assert changes(after, after) == []
    assert all(change.before != change.after or change.path for change in found)
