"""Vent area: the ratio on its conditions, balance, what the channels let through, what to add, and when not to."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.eaves.ventilation import vents_to_add
from tests.conftest import attic, codes, eave, planned


def vented(low: float, high: float, **house: Any) -> dict[str, Any]:
    job = attic()
    job["house"] |= house
    job["vents"] = [
        {"kind": "soffit", "section": "main", "edge": 0, "nfa_in2": low, "count": 1},
        {"kind": "ridge", "section": "main", "nfa_in2": high, "count": 1},
    ]
    return job


def test_the_smaller_ratio_needs_all_its_conditions() -> None:
    # 950 ft²: 912 in² at 1 in 150, 456 in² at 1 in 300.
    found = planned(vented(300, 250)).sections[0].ventilation
    assert (found.ratio, found.required_in2) == (300, pytest.approx(456))
    assert planned(vented(300, 150)).sections[0].ventilation.ratio == 150
    cold = vented(300, 250, climate_zone="6A")
    assert planned(cold).sections[0].ventilation.ratio == 150
    assert [c.holds for c in planned(cold).sections[0].ventilation.conditions] == [True, None]
    cold["sections"][0]["ceiling"]["vapor_retarder"] = "class_2"
    assert planned(cold).sections[0].ventilation.ratio == 300


def test_what_to_add_brings_both_sides_up_to_the_ratio_in_balance() -> None:
    for low, high in ((0.0, 0.0), (500.0, 0.0), (0.0, 300.0), (100.0, 700.0), (300.0, 250.0)):
        missing = {side.position: side.missing_in2 for side in vents_to_add(950, low, high, 150, 76)}
        total = low + high + sum(missing.values())
        share = (high + missing.get("high", 0.0)) / total
        assert total >= 912 - 2 and 0.39 <= share <= 0.51, (low, high)
        for side in vents_to_add(950, low, high, 150, 76):
            assert all(choice.gives_in2 >= side.missing_in2 for choice in side.choices)
    assert vents_to_add(950, 520, 450, 150, 76) == ()
    # No strip where there is no eave long enough for it.
    assert not any("strip" in c.title for side in vents_to_add(950, 0, 450, 150, 10) for c in side.choices)


def test_channels_can_choke_the_intake() -> None:
    job = vented(900, 700)
    job["settings"] = {"vent_gap_in": 1, "baffle_rule": "alternate"}
    found = planned(job)
    vents = found.sections[0].ventilation
    # Ten bays of 22½ in clear at each eave, 1 in of gap.
    assert vents.channels_in2 == pytest.approx(20 * 22.5) == vents.low_works_in2
    # With the ridge they still give the 456 in² asked for; without it they do not give 912.
    assert next(flag.level for flag in found.flags if flag.code == "channels_choke") == "note"
    job["vents"] = job["vents"][:1]
    assert next(flag.level for flag in planned(job).flags if flag.code == "channels_choke") == "caution"


def test_a_soffit_that_is_solid_behind_counts_for_its_open_bays() -> None:
    job = vented(380, 300)
    for solid in (1, 8):
        job["sections"][0]["edges"][0] = eave(bays=[{"place": i, "soffit": "solid"} for i in range(solid)])
        found = planned(job)
        assert found.sections[0].ventilation.low_in2 == pytest.approx(380 * (19 - solid) / 19)
        assert "fake_soffit" in codes(found)


def test_moisture_from_the_house_comes_first() -> None:
    job = vented(100, 80)
    assert planned(job).sections[0].ventilation.wrong_cure is None
    job["hazards"] = [{"kind": "attic_moisture", "status": "suspected"}]
    found = planned(job)
    assert "stop the source, seal the ceiling" in str(found.sections[0].ventilation.wrong_cure)
    short = next(flag for flag in found.flags if flag.code == "vent_area_short")
    assert short.what_to_do == found.sections[0].ventilation.wrong_cure
    chase = vented(600, 500)
    chase["sections"][0]["features"] = [{"kind": "chase", "at_ft": [5, 5], "size_in": [12, 12]}]
    assert "vents_wrong_cure" in codes(planned(chase))


def test_high_wind_defers_to_the_local_rule() -> None:
    assert "high_wind" not in codes(planned(vented(300, 250)))
    note = next(f for f in planned(vented(300, 250, high_wind=True)).flags if f.code == "high_wind")
    assert "local rule" in note.what_to_do


def test_roofs_without_a_channel_are_named_and_deferred() -> None:
    sealed = attic()
    sealed["house"]["vented"] = False
    found = planned(sealed)
    advice = found.sections[0].edge_advice[0]
    assert (advice.kind, advice.designed_by_others) == ("sealed_roof", True) and found.sections[0].schools == ()
    assert any(item.field.endswith("ceiling.vapor_retarder") for item in found.open)
    slope = attic(kind="sloped_bays", slope={"rafter_depth_in": 7.25, "pitch_in_12": 9, "channel_in": 0})
    (shut,) = planned(slope).sections[0].edge_advice
    assert (shut.kind, shut.designed_by_others) == ("slope_without_channel", True)
    slope["sections"][0]["slope"]["channel_in"] = 1
    assert not planned(slope).sections[0].edge_advice[0].designed_by_others
    low = attic(edges=[eave(6, 0.75), {"kind": "gable"}, eave(), {"kind": "gable"}])
    assert [a.kind for a in planned(low).sections[0].edge_advice] == ["low_roof"]
    plain = planned(attic())
    assert plain.sections[0].edge_advice == ()
    assert not any(item.field.endswith("ceiling.vapor_retarder") for item in plain.open), "asked where it decides"
    sealed["sections"][0]["ceiling"]["vapor_retarder"] = "class_2"
    assert not any(item.field.endswith("ceiling.vapor_retarder") for item in planned(sealed).open)


def test_more_high_vents_where_the_low_ones_alone_would_do() -> None:
    # 900 ft² at 1 in 150: 864 in². 700 in² work low; with 40 % high the whole is 700 / 0.6 = 1,167: 467 in² high.
    (high,) = vents_to_add(900, 700, 0, 150, 60)
    assert high.position == "high" and high.missing_in2 == pytest.approx(700 / 0.6 * 0.4)
    # 500 in² high and none low: with 50 % high the whole is 1,000 in².
    (low,) = vents_to_add(900, 0, 500, 150, 60)
    assert low.position == "low" and low.missing_in2 == pytest.approx(500)
