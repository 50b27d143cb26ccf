"""The Floor's lines against a floor worked by hand, and the map as it is packed for the wire."""

from __future__ import annotations

import base64
from typing import Any

import numpy as np
import pytest

from elm_cover.core.drawing.packed import MOST_CELLS_DRAWN, OUTSIDE
from tests.conftest import attic, eave, planned, rectangle
from tests.drawn import drawing


def floor(run: str | None = "y", spacing_in: float | None = 24.0, **section: Any) -> dict[str, Any]:
    """The first section as it is drawn."""
    drawn: dict[str, Any] = drawing(planned(attic(**section)), {"main": (run, spacing_in)})["sections"][0]
    return drawn


def test_joists_stand_at_their_spacing_from_the_wall_and_stop_at_the_outline() -> None:
    # 38 ft wide at 24 in: one every 2 ft, from 2 to 36, each from wall to wall.
    lines = floor()["joists_ft"]
    assert [line[0][0] for line in lines] == [2.0 * i for i in range(1, 19)]
    assert all(line[0][0] == line[1][0] for line in lines)
    assert {tuple(sorted(point[1] for point in line)) for line in lines} == {(0.0, 25.0)}


def test_joists_along_x_are_counted_up_the_other_way() -> None:
    lines = floor("x", 16.0)["joists_ft"]
    # 25 ft / 16 in = 18.75: eighteen lines, the last 24 ft in.
    assert [line[0][1] for line in lines] == pytest.approx([i * 16 / 12 for i in range(1, 19)])
    assert {tuple(sorted(point[0] for point in line)) for line in lines} == {(0.0, 38.0)}


def test_joists_stop_at_a_hole() -> None:
    stair = {"kind": "stairwell", "outline_ft": [[7, 5], [9, 5], [9, 11], [7, 11]]}
    at_8 = [line for line in floor(holes=[stair])["joists_ft"] if line[0][0] == 8]
    assert sorted(sorted(point[1] for point in line) for line in at_8) == [[0, 5], [11, 25]]


@pytest.mark.parametrize(("run", "spacing"), [(None, 24.0), ("y", None)])
def test_framing_that_is_not_known_is_not_drawn(run: str | None, spacing: float | None) -> None:
    drawn = floor(run, spacing)
    assert drawn["joists_ft"] == [] and drawn["snap"] is None


def test_corners_snap_across_the_joists() -> None:
    assert floor("y", 24.0)["snap"] == {"axis": "x", "origin_ft": 0, "step_ft": 2}
    moved = [[3, 5], [41, 5], [41, 30], [3, 30]]
    assert floor("x", 16.0, outline_ft=moved)["snap"] == {"axis": "y", "origin_ft": 5, "step_ft": pytest.approx(4 / 3)}


def test_walls_are_told_by_side_kind_and_length() -> None:
    edges = floor()["edges"]
    assert [edge["side"] for edge in edges] == ["south", "east", "north", "west"]
    assert [edge["length_ft"] for edge in edges] == [38, 25, 38, 25]
    assert [edge["is_eave"] for edge in edges] == [True, False, True, False]
    assert [edge["kind"] for edge in edges] == ["eave", "gable", "eave", "gable"]
    assert [(tuple(e["from_ft"]), tuple(e["to_ft"])) for e in edges[:2]] == [((0, 0), (38, 0)), ((38, 0), (38, 25))]


def unpacked(grid: dict[str, Any], name: str) -> np.ndarray:
    values = np.cumsum(np.frombuffer(base64.b64decode(grid[name]), dtype="<u2"), dtype="<u2").reshape(
        grid["rows"], grid["columns"]
    )
    return np.where(values == OUTSIDE, np.nan, values / grid["per_unit"])


def test_the_map_of_r_and_depth_is_the_roof_worked_by_hand() -> None:
    """Fill line 16⅛ in: 3.5 in of batt pressed by nothing and 12⅝ in of cellulose, thin where the roof is low."""
    drawn = floor()
    grid = drawn["grid"]
    depth, r = unpacked(grid, "depth_in"), unpacked(grid, "r")
    # Two cells of 3 in are drawn as one, by the second of them: 4½ in from the wall, and so on every 6 in.
    y_in = np.arange(grid["rows"]) * 6 + 4.5
    fill_line = planned(attic()).sections[0].depth_total_in
    assert fill_line is not None
    room = 4.875 + np.minimum(y_in, 300 - y_in) * 5 / 12
    assert depth[:, 20] == pytest.approx(np.minimum(fill_line, room), abs=0.006)
    # R as it works is least at the plate and the same over all of the full depth.
    middle = grid["rows"] // 2
    assert r[0, 20] < r[middle, 20]
    full = r[room > fill_line + 0.1][:, 20]
    assert full.size > 10 and np.ptp(full) == pytest.approx(0, abs=0.011)
    assert grid["r_range"] == pytest.approx([np.nanmin(r), np.nanmax(r)], abs=0.2)
    assert grid["depth_range_in"][1] == pytest.approx(fill_line)


def test_the_map_of_r_is_one_over_u_less_films_and_board() -> None:
    plan = planned(attic())
    fields, section = plan.fields["main"], plan.sections[0]
    assert fields.r is not None and section.u_effective is not None
    u = 1 / (fields.r + 1.67)
    # Nothing is kept out here, so that the mean over the cells is the section's U, but for what a cell's middle hides.
    assert float(u.mean()) == pytest.approx(section.u_effective, rel=2e-3)


def test_a_large_floor_is_drawn_on_a_coarser_grid_and_outside_stays_outside() -> None:
    large = [[0, 0], [100, 0], [100, 40], [60, 40], [60, 100], [0, 100]]
    grid = floor(outline_ft=large, edges=[eave() for _ in large])["grid"]
    cells = grid["rows"] * grid["columns"]
    assert cells <= MOST_CELLS_DRAWN * 1.7 and grid["cell_ft"] > 0.25
    depth = unpacked(grid, "depth_in")
    column, row = int(80 / grid["cell_ft"]), int(80 / grid["cell_ft"])
    assert np.isnan(depth[row, column]), "beyond the inside corner there is no floor"
    assert not np.isnan(depth[int(20 / grid["cell_ft"]), column])


def test_old_fill_mapped_by_readings_says_what_counts_as_full() -> None:
    readings = [{"at_ft": [19, 12.5], "depth_in": 4}, {"at_ft": [2, 2], "depth_in": 2}]
    grid = floor(readings=readings)["grid"]
    old = unpacked(grid, "old_in")
    assert grid["old_range_in"][0] >= 2 and grid["old_range_in"][1] <= 4
    assert np.nanmin(old) == pytest.approx(2, abs=0.1)
    mapped = planned(attic(readings=readings)).fields["main"].old_in
    assert mapped is not None and grid["old_full_in"] == pytest.approx(np.quantile(mapped, 0.9))


def test_nothing_is_mapped_before_the_fill_is_known() -> None:
    assert floor(existing=None, outline_ft=rectangle())["grid"] is None


def test_no_marker_is_drawn_before_there_is_a_fill_line() -> None:
    job = attic()
    assert len(drawing(planned(job), {})["sections"][0]["markers_ft"]) == 4
    job["choice"] = {}
    assert drawing(planned(job), {})["sections"][0]["markers_ft"] == ()
