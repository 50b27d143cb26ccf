"""The drawing data: what Floor and Cut show is what the plan says."""

from __future__ import annotations

import base64
import math
from typing import Any

import numpy as np
import pytest

from elm_cover.core.drawing.cut import Cut
from elm_cover.core.drawing.sizes import SEEN_IN
from elm_cover.core.floor.outline import edge_side
from tests.conftest import attic, eave, planned, rectangle
from tests.drawn import drawing

FRAMING = {"main": ("y", 24.0)}
L_SHAPE = [[0, 0], [30, 0], [30, 10], [16, 10], [16, 20], [0, 20]]


def shape(cut: dict[str, Any], role: str, nth: int = 0) -> np.ndarray:
    return np.array([s for s in cut["shapes"] if s["role"] == role][nth]["points"])


def test_the_cut_shows_the_depths_of_the_plan(job: dict[str, Any]) -> None:
    result = planned(job)
    cut = drawing(result, FRAMING)["cut"]
    section = result.sections[0]
    assert (cut["fill_line_in"], cut["installed_in"], cut["settled_in"]) == (
        section.depth_total_in, section.installed_in, section.settled_in,
    )  # fmt: skip
    top = shape(cut, "top")
    assert np.interp(150, *top.T) == pytest.approx(section.depth_total_in)
    assert np.interp(0, *top.T) == pytest.approx(section.eaves[0].depth_at_plate_in, abs=0.01)
    full = section.eaves[0].full_depth_at_in
    assert np.interp(full - 6, *top.T) == pytest.approx(section.depth_total_in - 6 * 5 / 12, abs=0.05)


def test_the_deck_rises_from_the_heel_to_the_ridge(job: dict[str, Any]) -> None:
    deck = shape(drawing(planned(job), FRAMING)["cut"], "deck")
    assert deck.tolist() == [[0, 6.5], [150, 6.5 + 150 * 5 / 12], [300, 6.5]]


def test_a_cut_runs_from_wall_to_wall_and_stretches_what_it_meets_askew(job: dict[str, Any]) -> None:
    result = planned(job)
    cut = drawing(result, FRAMING, Cut("main", (5, 1), (6, 2)))["cut"]
    assert cut["from_ft"] == pytest.approx([4, 0]) and cut["to_ft"] == pytest.approx([29, 25])
    assert cut["length_in"] == pytest.approx(25 * math.sqrt(2) * 12)
    assert cut["ends"][0]["stretch"] == pytest.approx(math.sqrt(2))
    top = shape(cut, "top")
    full = result.sections[0].eaves[0].full_depth_at_in * math.sqrt(2)
    assert np.interp(full + 1, *top.T) == pytest.approx(cut["fill_line_in"], abs=SEEN_IN)


def test_a_cut_across_an_l_stays_in_the_leg_it_was_drawn_in() -> None:
    result = planned(attic(outline_ft=L_SHAPE, edges=[eave() for _ in range(6)]))
    cut = drawing(result, FRAMING, Cut("main", (25, 2), (25, 8)))["cut"]
    assert cut["to_ft"] == pytest.approx([25, 10])
    nowhere = drawing(result, FRAMING, Cut("main", (900, 900), (900, 900)))["cut"]
    assert nowhere["length_in"] > 0


def test_packed_depths_are_those_of_the_grid(job: dict[str, Any]) -> None:
    result = planned(job)
    grid = drawing(result, FRAMING)["sections"][0]["grid"]
    depth = np.cumsum(np.frombuffer(base64.b64decode(grid["depth_in"]), dtype="<u2"), dtype="<u2").reshape(
        grid["rows"], grid["columns"]
    )
    middle = depth[grid["rows"] // 2, grid["columns"] // 2] / grid["per_unit"]
    assert middle == pytest.approx(result.sections[0].depth_total_in, abs=0.01)
    assert depth[0, 5] < depth[-5 - grid["rows"] // 2, 5], "thin at the south eave"
    assert grid["columns"] * grid["cell_ft"] == pytest.approx(38, abs=1)


def test_a_keep_out_is_a_hole_in_the_map(job: dict[str, Any]) -> None:
    job["sections"][0]["features"] = [{"kind": "chimney", "at_ft": [19, 12], "size_in": [44, 44]}]
    drawn = drawing(planned(job), FRAMING)["sections"][0]
    grid = drawn["grid"]
    depth = np.cumsum(np.frombuffer(base64.b64decode(grid["depth_in"]), dtype="<u2"), dtype="<u2").reshape(
        grid["rows"], grid["columns"]
    )
    column, row = (int(v / grid["cell_ft"]) for v in (19, 12))
    assert depth[row, column] == grid["outside"]
    assert drawn["keep_outs"][0]["corners_ft"][0] == pytest.approx([17, 10])


def test_bays_and_joists_are_drawn_as_counted(job: dict[str, Any]) -> None:
    drawn = drawing(planned(job), FRAMING)["sections"][0]
    run = drawn["runs"][0]
    assert (run["edge"], len(run["bays"]), run["ends"], run["reads_backward"]) == (0, 19, ["west", "east"], False)
    assert drawn["runs"][1]["reads_backward"]
    assert [a[0] for a, _ in drawn["joists_ft"]] == pytest.approx(np.arange(2, 38, 2))
    job["settings"] = {"baffle_rule": "alternate"}
    bays = drawing(planned(job), FRAMING)["sections"][0]["runs"][0]["bays"]
    assert sum(b["baffle"] for b in bays) == 10


@pytest.mark.parametrize("turned", [False, True])
def test_sides_are_named_by_the_compass(turned: bool) -> None:
    outline = tuple((float(x), float(y)) for x, y in rectangle())
    names = ["south", "east", "north", "west"]
    if turned:
        outline, names = outline[::-1], ["north", "east", "south", "west"]
    assert [edge_side(outline, i) for i in range(4)] == names
    slanted = ((0.0, 0.0), (5.0, -5.0), (10.0, 0.0), (5.0, 5.0))
    assert [edge_side(slanted, i) for i in range(4)] == ["south-west", "south-east", "north-east", "north-west"]


def test_what_is_not_known_yet_is_not_drawn() -> None:
    bare = {"format": "elm-cover.job", "version": 1}
    assert drawing(planned(bare), {}) == {
        "sections": [],
        "cut": None,
        "enclosed_cut": None,
        "house": None,
        "item": None,
    }
    bare["sections"] = [{"id": "a", "outline_ft": rectangle(), "edges": [{"kind": "eave"}, {"kind": "gable"}] * 2}]
    drawn = drawing(planned(bare), {})
    assert drawn["sections"][0]["grid"] is None and drawn["sections"][0]["joists_ft"] == []
    assert {s["role"] for s in drawn["cut"]["shapes"]} == {"ceiling", "plate"}
