"""A whole cut against a drawing worked by hand: a roof of 12 in 12, so that every slope is a diagonal of the squares."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.drawing.cut import Cut
from tests.conftest import attic, eave, planned
from tests.drawn import cut_drawing


def drawn(**settings: Any) -> dict[str, Any]:
    """10 by 8 ft, away from the origin; heels of 12 in at the south and 9 in at the north; 3 in of old batts, 15 in new."""
    job = attic(
        outline_ft=[[20, 30], [30, 30], [30, 38], [20, 38]],
        edges=[eave(12, 12), {"kind": "gable"}, eave(9, 12), {"kind": "gable"}],
        existing=[{"material": "glass_batt", "depth_in": 3, "r": 9}],
    )
    job["settings"] = {"vent_gap_in": 0.0, "chart_rule": "interpolate"} | settings
    job["choice"]["main"]["depth"] = {"by": "installed_in", "value_in": 15}
    found: dict[str, Any] = cut_drawing(Cut("main", (24, 33), (24, 35)), planned(job).fields["main"])
    return found


# 96 in from plate to plate. Room over the plates 12 and 9 in, one more with each inch inward: the fill line of 18 in is
# reached 6 and 9 in from the plates, at s 6 and 87, the chutes end 2 in over it, at s 8 and 85. The decks meet where
# 12 + s = 9 + (96 - s): s 46.5, z 58.5. The overhang of 16 in falls as much; its soffit hangs 1.5 in lower.
BY_HAND: list[tuple[str, bool, list[tuple[float, float]]]] = [
    ("ceiling", True, [(0, 0), (96, 0), (96, -0.5), (0, -0.5)]),
    ("old_fill", True, [(0, 3), (96, 3), (96, 0), (0, 0)]),
    ("new_fill", True, [(0, 12), (6, 18), (87, 18), (96, 9), (96, 3), (0, 3)]),
    (
        "settled",
        False,
        [(0, 3 + 9 * 0.880808), (6, 3 + 15 * 0.880808), (87, 3 + 15 * 0.880808), (96, 3 + 6 * 0.880808)],
    ),
    ("top", False, [(0, 12), (6, 18), (87, 18), (96, 9)]),
    ("baffle", False, [(0, 0), (0, 12), (8, 20)]),
    ("air", False, [(-8, 4), (12, 24)]),
    ("baffle", False, [(96, 0), (96, 9), (85, 20)]),
    ("air", False, [(104, 1), (81, 24)]),
    ("deck", False, [(0, 12), (46.5, 58.5), (96, 9)]),
    ("plate", True, [(0, -0.5), (3.5, -0.5), (3.5, -3), (0, -3)]),
    ("deck", False, [(-16, -4), (0, 12)]),
    ("soffit", False, [(-16, -4), (-16, -5.5), (0, -5.5)]),
    ("plate", True, [(96, -0.5), (92.5, -0.5), (92.5, -3), (96, -3)]),
    ("deck", False, [(112, -7), (96, 9)]),
    ("soffit", False, [(112, -7), (112, -8.5), (96, -8.5)]),
]


def corners(points: list[list[float]]) -> list[tuple[float, float]]:
    """Without the samples beside a corner: the line is drawn from points half an inch apart."""
    kept: list[tuple[float, float]] = []
    for a, b, c in zip([points[0], *points], points, [*points[1:], points[-1]], strict=False):
        turn = (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0])
        if abs(turn) > 1e-3 or b is points[0] or b is points[-1]:
            kept.append((b[0], b[1]))
    return kept


def test_every_shape_of_the_cut() -> None:
    found = drawn()
    assert [(shape["role"], shape["closed"]) for shape in found["shapes"]] == [by[:2] for by in BY_HAND]
    for shape, (role, _, points) in zip(found["shapes"], BY_HAND, strict=True):
        assert [v for point in corners(shape["points"]) for v in point] == pytest.approx(
            [v for point in points for v in point], abs=0.51
        ), role
        if role not in ("new_fill", "settled", "top"):
            assert [v for point in shape["points"] for v in point] == pytest.approx(
                [v for point in points for v in point], abs=1e-3
            ), role


def test_the_ends_and_the_depths() -> None:
    found = drawn()
    south, north = found["ends"]
    assert [(end["edge"], end["side"], end["s_in"], end["direction"]) for end in (south, north)] == [
        (0, "south", 0, 1),
        (2, "north", 96, -1),
    ]
    assert south["stretch"] == north["stretch"] == 1 and south["plate_width_in"] == 3.5
    assert south["eave"] == {"heel_in": 12, "pitch_in_12": 12, "room_at_plate_in": 12, "vent_gap_in": 0}
    # Bays of 2 ft: 4 ft along from the corner in the south-west, 6 ft along from the one in the north-east.
    assert (south["bay"]["place"], north["bay"]["place"]) == (2, 3)
    assert (found["length_in"], found["old_in"], found["fill_line_in"]) == (96, 3, 18)
    assert (found["from_ft"], found["to_ft"]) == ([24, 30], [24, 38])


def test_a_chute_as_thick_as_it_is_with_its_foam() -> None:
    # 2 in of gap and foam square to a deck at 45° take 2.83 in of height, 1 in of foam 1.41 of it.
    found = drawn(vent_gap_in=1.0, baffle_thickness_in=1.0, baffle_kind="rigid_foam")
    by_role: dict[str, list[Any]] = {}
    for shape in found["shapes"]:
        by_role.setdefault(shape["role"], []).append(shape["points"])
    room = 12 - 2 * 2**0.5
    # Sheets of foam are cut on site: the wind block stands by itself, the chute from its top to 2 in over the fill.
    assert by_role["baffle"][0] == [[0, 0], [0, pytest.approx(room, abs=1e-3)]]
    assert by_role["baffle"][1][0] == [0, pytest.approx(room, abs=1e-3)]
    assert by_role["baffle"][1][-1] == [pytest.approx(20 - room, abs=1e-3), 20]
    foam = by_role["foam"][0]
    assert foam[0] == [0, pytest.approx(room, abs=1e-3)]
    # Its upper side lies 1 in further, square to the deck: 0.707 back and 0.707 up.
    assert foam[-1] == [pytest.approx(-(0.5**0.5), abs=1e-3), pytest.approx(room + 0.5**0.5, abs=1e-3)]
    # The air runs in the middle of the gap that is left: 1.5 in square to the deck over the foam's underside.
    assert by_role["air"][0][0] == [-8, pytest.approx(room - 8 + 1.5 * 2**0.5, abs=1e-3)]


def test_a_chute_over_a_low_heel_starts_where_the_deck_leaves_the_ceiling() -> None:
    # Heel 0 under 12 in 12 with an inch of gap: the underside meets the ceiling 1.41 in in, the chute ends at 20 + 1.41.
    job = attic(
        outline_ft=[[20, 30], [30, 30], [30, 38], [20, 38]],
        edges=[eave(0, 12), {"kind": "gable"}, eave(0, 12), {"kind": "gable"}],
        existing=[],
    )
    job["settings"] = {"vent_gap_in": 1.0, "chart_rule": "interpolate"}
    job["choice"]["main"]["depth"] = {"by": "installed_in", "value_in": 18}
    found = cut_drawing(Cut("main", (24, 33), (24, 35)), planned(job).fields["main"])
    first = next(shape["points"] for shape in found["shapes"] if shape["role"] == "baffle")
    start = 2**0.5
    assert first[0] == pytest.approx([start, 0], abs=1e-3) and first[-1] == pytest.approx([20 + start, 20], abs=1e-3)


def test_the_same_house_cut_from_west_to_east() -> None:
    """Turned by a quarter: what was south is east, seen along the line from the west."""
    job = attic(
        outline_ft=[[20, 30], [28, 30], [28, 40], [20, 40]],
        edges=[{"kind": "gable"}, eave(12, 12), {"kind": "gable"}, eave(9, 12)],
        existing=[{"material": "glass_batt", "depth_in": 3, "r": 9}],
    )
    job["sections"][0]["framing"]["run"] = "x"
    job["settings"] = {"vent_gap_in": 0.0, "chart_rule": "interpolate"}
    job["choice"]["main"]["depth"] = {"by": "installed_in", "value_in": 15}
    found = cut_drawing(Cut("main", (23, 34), (25, 34)), planned(job).fields["main"])
    assert (found["from_ft"], found["to_ft"]) == ([20, 34], [28, 34])
    assert [end["side"] for end in found["ends"]] == ["west", "east"]
    mirrored = {role: [] for role in ("top", "deck", "baffle")}  # type: ignore[var-annotated]
    for role, _, points in BY_HAND:
        if role in mirrored:
            mirrored[role].append(sorted((96 - s, z) for s, z in points))
    for role, expected in mirrored.items():
        drawn_here = [sorted(corners(shape["points"])) for shape in found["shapes"] if shape["role"] == role]
        assert sorted(drawn_here) == [
            [(pytest.approx(s, abs=0.51), pytest.approx(z, abs=0.51)) for s, z in line] for line in sorted(expected)
        ], role
