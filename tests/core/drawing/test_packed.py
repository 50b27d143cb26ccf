"""Depth and R over a floor, packed for the wire: what a value becomes, cell by cell."""

from __future__ import annotations

import base64
from typing import Any

import numpy as np

from elm_cover.core.drawing.packed import MOST_CELLS_DRAWN
from tests.conftest import attic, eave, planned
from tests.drawn import drawn_grid


def grid(**section: Any) -> tuple[dict[str, Any], Any]:
    fields = planned(attic(**section)).fields["main"]
    found = drawn_grid(fields)
    assert found is not None
    return found, fields


def unpacked(found: dict[str, Any], what: str) -> np.ndarray[Any, Any]:
    return np.cumsum(np.frombuffer(base64.b64decode(found[what]), dtype="<u2"), dtype="<u2").reshape(
        found["rows"], found["columns"]
    )


def test_hundredths_with_nothing_at_nought_and_nothing_outside() -> None:
    found, _ = grid(edges=[eave(0, 5), {"kind": "gable"}, eave(0, 5), {"kind": "gable"}], existing=[])
    depth = unpacked(found, "depth_in")
    inside = depth[depth < found["outside"]]
    assert inside.min() == 0, "where the deck leaves no room, none lies"
    assert inside.max() == round(100 * found["depth_range_in"][1])
    assert found["depth_range_in"][0] == 0 and found["per_unit"] == 100
    assert (found["columns"] * found["cell_ft"], found["rows"] * found["cell_ft"]) == (38, 25)


def test_a_large_floor_is_drawn_on_a_coarser_grid_over_all_of_it() -> None:
    found, fields = grid(outline_ft=[[0, 0], [120, 0], [120, 60], [0, 60]])
    assert found["columns"] * found["rows"] <= MOST_CELLS_DRAWN < fields.grid.count
    assert found["columns"] * found["cell_ft"] >= 120 and found["rows"] * found["cell_ft"] >= 60
    # The middle of the floor has the full depth, the first row at the south eave less.
    depth = unpacked(found, "depth_in")
    middle = depth[found["rows"] // 2, found["columns"] // 2]
    assert middle == round(100 * found["depth_range_in"][1]) > depth[0, found["columns"] // 2]


def test_what_counts_as_full_is_what_nine_tenths_of_the_floor_do_not_pass() -> None:
    found, fields = grid(
        existing=[{"material": "unknown_loose", "depth_in": 4}],
        readings=[{"at_ft": [x, y], "depth_in": 3} for x in (5, 15, 25, 33) for y in (5, 20)]
        + [{"at_ft": [19, 12], "depth_in": 20}],
    )
    assert found["old_full_in"] == np.quantile(fields.old_in, 0.9)
    assert found["old_range_in"][1] > 2 * found["old_full_in"]


def test_nothing_is_packed_where_nothing_is_known() -> None:
    job = attic(existing=None)
    job["choice"] = {}
    assert drawn_grid(planned(job).fields["main"]) is None
