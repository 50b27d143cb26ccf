"""Keys of items stay with what they come from, whatever is edited of the survey: a property over random edits."""

from __future__ import annotations

import copy
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from elm_cover.edits.join_sections import join_sections
from elm_cover.job import read_job
from elm_cover.store.ids import with_ids
from tests.conftest import attic, eave, planned

KINDS = ("box", "boot", "chase", "recessed_light", "stack")


def surveyed() -> dict[str, Any]:
    features = [{"id": f"f{i}", "kind": kind, "at_ft": [4.0 + 5 * i, 6.0]} for i, kind in enumerate(KINDS)]
    job = attic(features=features)
    for i, edge in enumerate(job["sections"][0]["edges"]):
        edge["id"] = f"e{i}"
    job["accesses"] = [{"id": "a", "section": "main", "at_ft": [12, 9], "opening_in": [22.5, 30]}]
    job["hazards"] = [{"id": "h", "kind": "knob_and_tube", "status": "suspected"}]
    return job


def keys(job: dict[str, Any]) -> dict[str, str]:
    return {item.key: item.kind for item in planned(job).work.items}


@settings(max_examples=25)
@given(
    st.lists(
        st.tuples(st.sampled_from(["move", "put in", "take out", "corner", "clear", "add first"]), st.integers(0, 9)),
        max_size=6,
    )
)
def test_an_edit_changes_the_keys_of_what_was_edited_alone(edits: list[tuple[str, int]]) -> None:
    job = surveyed()
    main = job["sections"][0]
    before = keys(job)
    taken: set[str] = set()
    put_in = 0
    for what, number in edits:
        features = main["features"]
        if what == "move" and features:
            features[number % len(features)]["at_ft"] = [3.0 + number, 9.0]
        elif what in ("put in", "add first"):
            put_in += 1
            features.insert(0 if what == "add first" else len(features), {"id": f"new{put_in}", "kind": "box"})
        elif what == "take out" and features:
            taken.add(features.pop(number % len(features))["id"])
        elif what == "corner":
            at = main["outline_ft"]
            middle = [(at[0][0] + at[1][0]) / 2, (at[0][1] + at[1][1]) / 2]
            at.insert(1, middle)
            main["edges"].insert(1, eave())
        elif what == "clear":
            job["hazards"][0] |= {"status": "cleared", "cleared": {"by": "A", "on": "2026-05-02"}}
    after = keys(job)
    lost = {key for key in before if key not in after}
    assert {key.split(":")[1] for key in lost} <= taken
    assert {key: kind for key, kind in after.items() if key in before} == {
        k: v for k, v in before.items() if k in after
    }


def test_joining_two_sections_keeps_every_key_that_has_an_id() -> None:
    job = surveyed()
    job["preparation"] = {"added": [{"id": "x", "kind": "dam", "section": "wing"}]}
    wing = copy.deepcopy(job["sections"][0]) | {"id": "wing", "outline_ft": [[38, 0], [58, 0], [58, 25], [38, 25]]}
    wing["features"] = [{"id": "wf", "kind": "boot", "at_ft": [40.0, 5.0]}]
    wing["plates_ft"] = [[[40, 3], [50, 3]]]
    for i, edge in enumerate(wing["edges"]):
        edge["id"] = f"w{i}"
    job["sections"].append(wing)
    job["choice"]["wing"] = job["choice"]["main"]
    before = keys(with_ids(job))
    joined = join_sections(with_ids(job), "main", "wing")
    after = keys(joined)
    own = {key for key in before if key.split(":")[1] in ("f0", "f1", "f2", "f3", "f4", "wf", "a", "h", "x")}
    assert len(own) == 9 and own <= set(after)
    assert joined["sections"][0]["plates_ft"] == [[[40, 3], [50, 3]]]
    assert joined["preparation"]["added"][0]["section"] == "main"
    read_job(joined)
