"""The eaves of a section told: over the plate, the thin strip, what is wrong there (handbook §8), worked by hand."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from tests.conftest import attic, codes, eave, planned

SLOPE = 5 / 12
C0 = 4.875


def bare(**more: Any) -> dict[str, Any]:
    """A bare floor to be blown with cellulose to R-49: fill line 15.1 in, 13.3 in settled."""
    return attic(existing=[], **more)


def test_what_lies_over_the_plate() -> None:
    (south, _) = planned(bare()).sections[0].eaves
    assert south.room_at_plate_in == pytest.approx(C0)
    assert south.depth_at_plate_in == pytest.approx(C0)
    # 4.875 in blown settle by 13.3/15.1 to 4.294 in: R 19 · 4.294/5.2.
    settled = C0 * 13.3 / 15.1
    assert south.r_at_plate == pytest.approx(19 * settled / 5.2)
    # Over 3.5 in of plate the room rises by 3.5·5/12: 5.604 in in the mean.
    assert south.depth_over_plate_mean_in == pytest.approx(C0 + 3.5 / 2 * SLOPE, abs=1e-3)
    x = (np.arange(64) + 0.5) * 3.5 / 64
    r = np.interp((C0 + x * SLOPE) * 13.3 / 15.1, [0, 5.2, 8.2], [0, 19, 30])
    assert south.r_over_plate_mean == pytest.approx(1 / np.mean(1 / (1.67 + r)) - 1.67)
    assert south.full_depth_at_in == pytest.approx((15.1 - C0) / SLOPE)
    assert south.closed_leg_in == pytest.approx(C0)
    assert (south.bays, south.baffles, south.staples) == (19, 19, 19 * 6)


def test_the_thin_strip_costs_what_lies_below_full_depth() -> None:
    """Σ (U − U at full depth) over the strip, by an independent sum over the distance from the plate."""
    result = planned(bare())
    (south, north) = result.sections[0].eaves
    x = (np.arange(30_000) + 0.5) * 150 / 30_000
    room = C0 + x * SLOPE
    installed = np.minimum(15.1, room)
    settled = installed * 13.3 / 15.1
    r = np.interp(settled, [0, 5.2, 8.2, 10.4, 13.3], [0, 19, 30, 38, 49])
    above = np.clip(settled - 3.5, 0, None)
    joist = 1.67 + 1.25 * np.minimum(3.5, settled) + np.where(settled > 0, r * above / settled, 0)
    u = 0.07 / joist + 0.93 / (1.67 + r)
    strip = (u - u.min())[room < 15.1].sum() * 150 / 30_000 / 12 * 38
    assert south.extra_ua == pytest.approx(strip, rel=2e-3)
    assert north.extra_ua == pytest.approx(south.extra_ua, rel=1e-9)


def test_a_heel_with_room_for_all_costs_nothing_at_the_edge() -> None:
    tall = planned(bare(edges=[eave(20), {"kind": "gable"}, eave(20), {"kind": "gable"}])).sections[0]
    assert all(e.extra_ua == 0 and e.full_depth_at_in == 0 for e in tall.eaves)
    assert tall.eaves[0].depth_at_plate_in == pytest.approx(15.1)


def test_an_eave_that_is_not_measured_has_its_bays_and_no_lengths() -> None:
    made = planned(bare(edges=[{"kind": "eave", "soffit": "continuous"}, {"kind": "gable"}, eave(), {"kind": "gable"}]))
    south, north = made.sections[0].eaves
    assert (south.bays, south.baffles, south.pieces, south.baffle_length_in) == (19, 19, None, None)
    assert north.baffle_length_in is None, "no roof is known while one eave is not"
    assert {"sections[0].edges[0].heel_in", "sections[0].edges[0].pitch_in_12"} <= {item.field for item in made.open}


@pytest.mark.parametrize(
    ("edges", "code", "word"),
    [
        ([eave(6.5, 0.9)], "low_roof", "0.9 in 12"),
        ([eave(1.0)], "vent_gap_lost", "that takes 1⅝ in"),
        ([eave(6.5)], "plate_starved", "4⅞ in"),
        ([eave(6.5, 5, soffit="none")], "no_intake", "no air comes in"),
    ],
)
def test_what_is_wrong_at_an_eave_is_said_with_its_figure(edges: list[dict[str, Any]], code: str, word: str) -> None:
    gable = {"kind": "gable"}
    result = planned(bare(edges=[edges[0], gable, edges[0], gable]))
    said = [flag for flag in result.flags if flag.code == code]
    assert len(said) == 1, "eaves that are alike are named together"
    assert said[0].text.startswith("South and north eaves:") and word in said[0].text


def test_eaves_that_differ_are_named_apart() -> None:
    gable = {"kind": "gable"}
    result = planned(bare(edges=[eave(6.5), gable, eave(6.0), gable]))
    said = [flag.text for flag in result.flags if flag.code == "plate_starved"]
    assert [text.split(":")[0] for text in said] == ["South eave", "North eave"]


def test_a_fill_line_that_the_roof_never_has_room_for() -> None:
    low = [eave(5, 1), {"kind": "gable"}, eave(5, 1), {"kind": "gable"}]
    narrow = bare(edges=low, outline_ft=[[0, 0], [38, 0], [38, 10], [0, 10]])
    said = next(flag for flag in planned(narrow).flags if flag.code == "full_depth_never_reached")
    # Over the ridge line, 5 ft in: 5 − 1.505 + 60/12 = 8.5 in.
    assert "8½ in at most" in said.text


def test_a_remedy_at_the_edge_silences_the_starved_plate() -> None:
    mended = eave(6.5, remedy={"kind": "rigid_board"})
    result = planned(bare(edges=[mended, {"kind": "gable"}, mended, {"kind": "gable"}]))
    assert "plate_starved" not in codes(result)
    south = result.sections[0].eaves[0]
    # 12 in of board R 5 an inch: from 4.875 in at the edge to 9.875, 7.375 in the mean, over 38 ft.
    assert south.remedy_ft3 == pytest.approx(7.375 / 12 * 1 * 38, rel=1e-4)
    assert south.r_at_plate == pytest.approx(C0 * 5)


@pytest.mark.parametrize(
    ("settings", "code"),
    [
        ({"vent_gap_in": 0.75}, "vent_gap_small"),
        ({"baffle_width_in": 23}, "baffle_too_wide"),
        ({"baffle_kind": "rigid_foam"}, "foam_without_thickness"),
        ({"baffle_piece_in": 12, "baffle_pieces_most": 1}, "baffle_too_short"),
    ],
)
def test_settings_that_cannot_be_are_said(settings: dict[str, Any], code: str) -> None:
    job = bare()
    assert code not in codes(planned(job))
    assert code in codes(planned(job | {"settings": settings}))


def test_a_run_that_the_spacing_does_not_divide_has_a_narrow_bay() -> None:
    result = planned(bare(outline_ft=[[0, 0], [37, 0], [37, 25], [0, 25]]))
    south = result.sections[0].eaves[0]
    assert (south.bays, south.last_bay_in) == (19, pytest.approx(12))
    said = next(flag for flag in result.flags if flag.code == "narrow_bay")
    assert "12 in wide" in said.text and "Cut that baffle to 10½ in" in said.what_to_do


def test_the_habit_of_subtracting_inches_and_its_error() -> None:
    batts = [{"material": "glass_batt", "depth_in": 3.5, "r": 11}]
    habit = planned(attic(existing=batts)).sections[0].by_inches
    assert habit is not None
    # The chart's R-49 asks 15.1 in; less 3.5 leaves 11.6, where the plan blows the R-38 row's 11.8.
    assert (habit.target_in, habit.old_in, habit.left_in) == (15.1, 3.5, pytest.approx(11.6))
    row_share = (11.6 - 9.3) / (11.8 - 9.3)
    weight = 25 / 22.8 + row_share * (25 / 17.8 - 25 / 22.8)
    assert habit.bags == pytest.approx(950 * weight / 25)
    assert habit.bags_short == pytest.approx(950 / 17.8 - habit.bags)
    assert habit.r_reached == pytest.approx(11 + 30 + row_share * 8)
    assert planned(bare()).sections[0].by_inches is None, "on a bare floor the habit does no harm"


def test_marked_bays_are_counted_by_what_is_marked() -> None:
    marks = [
        {"place": 2, "state": "blocked", "by": "chimney"},
        {"place": 3, "state": "blocked", "by": "duct"},
        {"place": 7, "state": "obstructed", "by": "truss_member"},
        {"place": 9, "soffit": "solid"},
    ]
    south, north = (
        planned(bare(edges=[eave(bays=marks), {"kind": "gable"}, eave(), {"kind": "gable"}])).sections[0].eaves
    )
    assert (south.blocked, south.obstructed, south.solid, south.baffles) == (2, 1, 1, 17)
    assert (north.blocked, north.obstructed, north.solid, north.baffles) == (0, 0, 0, 19)


def test_a_starved_plate_is_told_with_its_depth_and_r() -> None:
    result = planned(bare())
    (flag,) = [f for f in result.flags if f.code == "plate_starved"]
    # 4⅞ in over the plate of a fill line of 15.1; R 19 · 4.294/5.2 = 15.7; full depth 24.54 in in.
    assert "only 4⅞ in of insulation fits over the plate, R-16" in flag.text and "begins 24½ in from" in flag.text
    assert "plate_starved" not in codes(planned(bare(edges=[eave(9.3), {"kind": "gable"}] * 2))), "more than half fits"


def test_r_as_it_works_is_of_the_mean_u_less_films_and_board() -> None:
    section = planned(bare()).sections[0]
    assert section.r_effective == pytest.approx(1 / section.u_effective - 1.67)
    assert 30 < section.r_effective < 49


def test_three_eaves_are_named_in_a_row_and_a_heel_with_a_little_room_is_no_stop() -> None:
    result = planned(bare(edges=[eave(1.0), {"kind": "gable"}, eave(1.0), eave(1.0)]))
    (said,) = [flag.text for flag in result.flags if flag.code == "vent_gap_lost"]
    assert said.startswith("South, north and west eaves:")
    # 1½ in of gap under 5 in 12 take 1⅝ in: a heel of 2 in leaves ⅜ in, which is little but no stop.
    little = planned(bare(edges=[eave(2.0), {"kind": "gable"}, eave(2.0), {"kind": "gable"}]))
    assert "vent_gap_lost" not in {flag.code for flag in little.flags}


def test_an_unvented_attic_has_no_baffles_whether_or_not_its_spacing_is_known() -> None:
    job = bare(framing={"kind": "truss", "run": "y", "depth_in": 3.5})
    assert [one.baffles for one in planned(job).sections[0].eaves] == [None, None]
    job["house"]["vented"] = False
    assert [one.baffles for one in planned(job).sections[0].eaves] == [0, 0]


def test_a_chute_a_little_longer_than_its_piece_says_what_that_costs_and_what_saves_it() -> None:
    # Under 12 in 12 with no gap a heel of 6 in leaves c0 = 6: leg 6 in, chute (D − 6 + 2) · √2. One piece of 48 in reaches
    # D = 4 + 42 / √2 = 33.70 in; at 34 in the chute is 0.43 in longer.
    gable = {"kind": "gable"}
    job = bare(edges=[eave(6, 12), gable, eave(6, 12), gable])
    job["settings"] = {"vent_gap_in": 0.0, "chart_rule": "interpolate"}
    job["choice"]["main"]["depth"] = {"by": "installed_in", "value_in": 34}
    job["products"][0]["chart"] = [
        {"r": 10, "installed_in": 4, "settled_in": 3, "coverage_ft2": 60},
        {"r": 140, "installed_in": 50, "settled_in": 45, "coverage_ft2": 4},
    ]
    result = planned(job)
    (said,) = [flag for flag in result.flags if flag.code == "chute_just_over"]
    assert said.text == (
        "South and north eaves: the chute of 48⅜ in is ⅜ in longer than 1 piece reaches: 38 pieces instead of 19 at each such "
        "eave."
    )
    assert said.what_to_do.startswith("A fill line ¼ in lower saves them, or a chute that ends 1¾ in above the fill")
    assert said.field == "sections[0].edges[0].heel_in"
    job["choice"]["main"]["depth"]["value_in"] = 33.6
    assert "chute_just_over" not in {flag.code for flag in planned(job).flags}, "it reaches"
    job["choice"]["main"]["depth"]["value_in"] = 36
    assert "chute_just_over" not in {flag.code for flag in planned(job).flags}, "more than a little"


def test_every_flag_of_an_eave_leads_to_its_field() -> None:
    wrong = [eave(1.0, 0.9, soffit="none"), {"kind": "gable"}, eave(6.5), {"kind": "gable"}]
    flags = planned(bare(edges=wrong)).flags
    eaves = [flag for flag in flags if flag.code in ("low_roof", "vent_gap_lost", "no_intake", "plate_starved")]
    assert len(eaves) >= 4
    fields = {flag.code: flag.field for flag in eaves}
    assert (
        fields["low_roof"] == "sections[0].edges[0].pitch_in_12"
        and fields["no_intake"] == "sections[0].edges[0].soffit"
    )
    assert fields["vent_gap_lost"] == "sections[0].edges[0].heel_in"
    assert fields["plate_starved"] == "sections[0].edges[2].remedy"


@pytest.mark.parametrize(
    ("most", "says"), [(1, "1 piece of 12 in a bay ends 24⅝ in"), (2, "2 pieces of 12 in a bay end 14⅝ in")]
)
def test_how_far_too_low_the_pieces_of_a_baffle_end(most: int, says: str) -> None:
    """36⅝ in are needed; each piece after the first is lapped by 2 in."""
    result = planned(bare() | {"settings": {"baffle_piece_in": 12, "baffle_pieces_most": most}})
    said = next(flag.text for flag in result.flags if flag.code == "baffle_too_short")
    assert f"{says} too low for a fill line of 15⅛ in" in said
