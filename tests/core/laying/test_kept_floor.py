"""Floor under lids, boards and rings at what is really there, worked by hand (handbook, Settled since 1 and 2)."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.hazards.clearances import KeepOut
from elm_cover.core.layers.chart import Chart, Row
from elm_cover.core.layers.heat_paths import Boundary
from elm_cover.core.layers.layer import Layer
from elm_cover.core.laying.kept_floor import Beneath, KeptFloor, kept_floors, kept_u, new_beneath_in
from tests.conftest import attic, codes, planned

B = 1.67
FLOOR = ((0.0, 0.0), (20.0, 0.0), (20.0, 10.0), (0.0, 10.0))
UNDER = Boundary(B, 0.1, 7.25)
CHART = Chart((Row(19, 5.9, 5.2, 36.1), Row(30, 9.3, 8.2, 22.8)), 25)
BATT = Layer("glass_batt", 3.5, 11.0)


def u(cavity: float, joist: float = B + 1.25 * 7.25, deck: float = 0.75 * 1.25) -> float:
    return 0.1 / (joist + deck) + 0.9 / (B + cavity + deck)


@pytest.mark.parametrize(
    ("sort", "beneath", "expected"),
    [
        (KeptFloor("lid", 1), Beneath(()), 1 / (1.22 + 0.94)),
        (KeptFloor("lid", 1, lid_r=38), Beneath(()), 1 / (1.22 + 38)),
        (KeptFloor("rim", 1), Beneath(()), 1 / (1.22 + 18 * 1.25)),
        (KeptFloor("clear", 1), Beneath((BATT,)), 1 / B),
        # Nothing beneath but air, R 0.9.
        (KeptFloor("boards", 1), Beneath(()), u(0.9)),
        (KeptFloor("boards", 1, deck_in=1.5), Beneath(()), u(0.9, deck=1.875)),
        # A sound batt and 3¾ in of air over it.
        (KeptFloor("boards", 1), Beneath((BATT,)), u(11.9)),
        # Old fill deeper than the joists is squashed to their tops: 7.25 of 14.5 in.
        (KeptFloor("boards", 1), Beneath((Layer("cellulose_loose", 14.5, 50.0),)), u(25.0)),
        # Half an inch of air: in proportion below ¾.
        (KeptFloor("boards", 1), Beneath((Layer("glass_loose", 6.75, 16.0),)), u(16.6)),
        # A void under boards: a path of its own.
        (
            KeptFloor("boards", 1),
            Beneath((Layer("glass_batt", 3.5, 11.0, void=0.1),)),
            0.1 / (B + 1.25 * 7.25 + 0.9375) + 0.9 * (0.9 / (B + 12.8375) + 0.1 / (B + 1.8375)),
        ),
        # Filled beneath: 3¾ in of new fill, settled to 3.305 in, R 12.08; no air is left.
        (KeptFloor("filled", 1), Beneath((BATT,), 18.0, CHART, 3.65, 5.2 / 5.9), u(11 + 3.75 * 19 / 5.9)),
        # The line is lower than the joists: 2 in of new, and air over it.
        (KeptFloor("filled", 1), Beneath((), 2.0, CHART, 3.65, 5.2 / 5.9), u(2 * 19 / 5.9 + 0.9)),
    ],
)
def test_what_a_sort_of_floor_is_worth(sort: KeptFloor, beneath: Beneath, expected: float) -> None:
    assert kept_u(sort, UNDER, beneath, 18.0) == pytest.approx(expected, rel=1e-9)


def test_new_fill_beneath_boards_goes_to_the_joists_tops() -> None:
    assert new_beneath_in(7.25, Beneath((BATT,), 18.0, CHART)) == 3.75
    assert new_beneath_in(7.25, Beneath((BATT,), 5.0, CHART)) == 1.5
    assert new_beneath_in(7.25, Beneath((Layer("cellulose_loose", 9, 30),), 18.0, CHART)) == 0
    assert new_beneath_in(7.25, Beneath((BATT,), 18.0)) == 0, "batts do not go beneath"


def areas(*keep_outs: KeepOut, filled: tuple[KeepOut, ...] = ()) -> dict[str, float]:
    found: dict[str, float] = {}
    for one in kept_floors(FLOOR, (), keep_outs, filled):
        found[one.what] = found.get(one.what, 0.0) + one.area_ft2
    return found


def test_a_chimney_is_no_ceiling_and_its_ring_is_bare() -> None:
    chimney = KeepOut("chimney", (24.0, 36.0), (10.0, 5.0), own_in=(20.0, 32.0))
    expected = {"through": 20 * 32 / 144, "clear": (24 * 36 - 20 * 32) / 144}
    assert areas(chimney) == pytest.approx(expected)
    assert areas(KeepOut("flue", (8.0, 8.0), None, 2, own_in=(6.0, 6.0))) == pytest.approx(
        {"through": 72 / 144, "clear": 56 / 144}
    )


def test_lids_have_rims_and_overlaps_count_once() -> None:
    hatch = KeepOut("hatch", (24.0, 36.0), (5.0, 5.0), lid_r=10.0)
    stair = KeepOut("stair", (30.0, 54.0), (15.0, 5.0))
    # The opening whole; the curb ¾ in wide stands outside it.
    lid = (24 * 36 + 30 * 54) / 144
    assert areas(hatch, stair) == pytest.approx({"lid": lid, "rim": (25.5 * 37.5 + 31.5 * 55.5) / 144 - lid})
    counted = KeepOut("hatch", (24.0, 36.0), None, 2, lid_r=10.0)
    assert areas(counted) == pytest.approx({"lid": 12.0, "rim": 2 * (25.5 * 37.5 - 24 * 36) / 144})
    boards = KeepOut("storage_floor", (60.0, 48.0), (5.0, 5.0))
    light = KeepOut("recessed_light", (12.0, 12.0), (5.0, 6.75))
    found = areas(light, boards, hatch)
    # The boards are 20 ft² less the hatch in them; the light's box is half on the boards.
    curb = (25.5 * 37.5 - 24 * 36) / 144
    assert found["boards"] == pytest.approx(20 - 6 - curb) and found["clear"] == pytest.approx(0.25)
    assert found["rim"] == pytest.approx(curb) and sum(found.values()) == pytest.approx(20.25)


def test_what_hangs_over_the_edge_or_a_hole_counts_on_the_floor_alone() -> None:
    boards = KeepOut("platform", (48.0, 48.0), (0.0, 5.0))
    assert areas(boards) == {"boards": pytest.approx(8)}
    hole = ((0.0, 3.0), (1.0, 3.0), (1.0, 7.0), (0.0, 7.0))
    (cut,) = kept_floors(FLOOR, (hole,), (boards,), ())
    assert cut.area_ft2 == pytest.approx(4)
    walkway = KeepOut("walkway", (24.0, 24.0), None, 3, filled=True)
    assert areas(filled=(walkway,)) == {"filled": 12}


def stored(**deck: Any) -> dict[str, Any]:
    return attic(
        edges=[{"kind": "gable"}] * 4,
        existing=[{"material": "glass_batt", "depth_in": 3.5, "r": 11}],
        features=[{"kind": "storage_floor", "at_ft": [19, 12], "size_in": [120, 120], **deck}],
    )


def test_the_whole_floor_is_the_sum_of_its_sorts() -> None:
    section = planned(stored()).sections[0]
    # 100 ft² of boards over a batt that reaches the tops of 3½ in chords: no air is left.
    boards = 0.07 / (B + 3.5 * 1.25 + 0.9375) + 0.93 / (B + 11 + 0.9375)
    u_open = planned(stored(kind="post")).sections[0].u_effective
    assert section.net_area_ft2 == 850
    assert section.ua_after == pytest.approx(850 * u_open + 100 * boards)
    assert section.r_effective == pytest.approx(1 / (section.ua_after / 950) - B)
    assert section.r_effective > 20, "boards over sound batts are no bare board"


def test_fill_beneath_boards_is_counted_up_to_the_joists_and_the_rest_is_said() -> None:
    job = stored(filled_under=True)
    job["sections"][0]["existing"] = []
    job["sections"][0]["framing"]["depth_in"] = 7.25
    result = planned(job)
    section = result.sections[0]
    assert section.net_area_ft2 == 950 and section.bags.chart == pytest.approx(950 / 13.5)
    # Field bags: 850 ft² at 13.3 in settled, joists in the lowest 7.25; 100 ft² at 7.25 in installed, between the joists.
    w, fraction = 25 / 13.5, 0.07
    deep = w * (1 - fraction * 7.25 / 13.3)
    settled = 7.25 * 13.3 / 15.1
    low = 25 / 36.1 + (settled - 5.2) / 3.0 * (25 / 22.8 - 25 / 36.1)
    assert section.bags.field == pytest.approx((850 * deep + 100 * low * (1 - fraction)) / 25)
    assert "boards_too_low" in codes(result)
    raised = next(flag for flag in result.flags if flag.code == "boards_too_low")
    assert "7¼ in" in raised.text and "15⅛ in" in raised.text


def test_a_chimney_leaves_the_heat_of_a_floor() -> None:
    job = attic(edges=[{"kind": "gable"}] * 4, existing=[])
    plain = planned(job).sections[0]
    job["sections"][0]["features"] = [{"kind": "chimney", "at_ft": [19, 12], "size_in": [48, 48], "clearance_in": 0}]
    section = planned(job).sections[0]
    assert section.u_effective == pytest.approx(plain.u_effective)
    assert section.ua_after == pytest.approx(plain.ua_after * 934 / 950)


@pytest.mark.parametrize("kind", ["platform", "chimney", "recessed_light"])
@pytest.mark.parametrize("filled", [True, False])
@pytest.mark.parametrize("size_in", [[456, 300], [2000, 2000]])
@pytest.mark.parametrize("readings", [[], [{"at_ft": [5, 5], "depth_in": 3}, {"at_ft": [15, 5], "depth_in": 6}]])
def test_a_floor_that_is_all_kept_out_is_planned(
    kind: str, filled: bool, size_in: list[float], readings: list[Any]
) -> None:
    over_all = {"kind": kind, "at_ft": [19, 12.5], "size_in": size_in, "filled_under": filled, "clearance_in": 0}
    section = planned(attic(features=[over_all], readings=readings)).sections[0]
    under_boards = kind == "platform" and filled
    assert section.net_area_ft2 == (950 if under_boards else 0)
    assert section.u_effective is not None and section.u_effective > 0
    assert section.ua_after == pytest.approx(0 if kind == "chimney" else section.u_effective * 950)
    # Boards over 3½ in chords that a batt fills: nothing more goes beneath.
    assert section.bags.field == pytest.approx(0, abs=1e-9) and section.bags.chart is not None
