"""Bays one by one: schools, marks, plugs, what is left to the wind; and baffles as they are bought and cut."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.eaves.baffles import BaffleInput, fitting
from elm_cover.core.eaves.bays import BayRow, Mark, bay_row
from elm_cover.core.eaves.eave import Eave
from elm_cover.core.eaves.foam_sheets import FoamCut, foam_cuts, foam_order, sheet_count
from elm_cover.job import JobError, read_job
from tests.conftest import attic, codes, eave, planned

HEEL = Eave(6.5, 5, 1.5, 0.0)


def row(marks: tuple[Mark, ...] = (), school: str = "every_bay", soffit: str | None = "continuous", **more: Any) -> Any:
    return bay_row(38, 24, soffit, school, marks, **more)


def test_each_school_has_its_consequence() -> None:
    every, vented, alternate = (
        bay_row(38, 24, "spot", school, (), 6) for school in ("every_bay", "vented_bays", "alternate")
    )
    assert (every.baffles, every.without_air, every.plugs, every.to_wind) == (19, 0, 0, 0)
    # Vented bays only: the other thirteen are closed, so that no plate lies open.
    assert (vented.baffles, vented.without_air, vented.plugs, vented.to_wind) == (6, 13, 13, 0)
    assert [bay.place for bay in vented.bays if bay.vented] == [1, 4, 7, 11, 14, 17]
    # Alternate: where the soffit is vented under a bay without a baffle, wind blows over 2 ft of plate.
    solid = sum(bay.vented is False for bay in alternate.bays if not bay.baffle)
    assert (alternate.baffles, alternate.without_air) == (10, 9)
    assert alternate.plugs == solid and alternate.to_wind_ft == 2 * (9 - solid)


def test_marks_go_before_the_school_but_a_blocked_bay_takes_no_baffle() -> None:
    found = row(
        (
            Mark(2, "blocked", "chimney"),
            Mark(3, "obstructed", "duct"),
            Mark(4, vented=False),
            Mark(5, baffle=False),
            Mark(6, "blocked", baffle=True),
            Mark(99, "blocked"),
        )
    )
    assert [b.baffle for b in found.bays[2:7]] == [False, True, True, False, False]
    assert (found.baffles, found.by_hand, found.plugs, found.to_wind) == (16, 1, 2, 1)
    assert found.solid == 1 and found.open_share == pytest.approx(18 / 19)


def test_a_run_that_no_air_comes_in_at_is_closed_unless_a_bay_of_it_is_vented() -> None:
    assert (row(soffit="none").baffles, row(soffit="none").plugs) == (0, 19)
    opened = row((Mark(0, vented=True),), soffit="none")
    assert opened.baffles == 19 and opened.solid == 18
    assert row(soffit="none", vented=False).plugs == 0  # an unvented attic: not ours to close


def test_a_spacing_that_does_not_divide_the_run_leaves_a_narrow_bay() -> None:
    found = bay_row(38 + 7 / 12, 24, "continuous", "every_bay")
    assert len(found.bays) == 20 and found.last_in == pytest.approx(7)
    assert row().last_in is None
    # Channels: gap × clear width, 22½ in in whole bays and 5½ in the last.
    assert found.channel_in2(1.5) == pytest.approx(1.5 * (19 * 22.5 + 5.5))


def test_pieces_lap_or_butt_and_a_piece_too_short_is_a_fault(job: dict[str, Any]) -> None:
    fitted = fitting(HEEL, 24.0, BaffleInput())
    assert fitted.count == 2 and fitted.short_in == 0
    short = fitting(HEEL, 24.0, BaffleInput(pieces_most=1))
    assert short.short_in == pytest.approx(4.875 + HEEL.baffle_length_in(24) - 48)
    job["settings"] = {"baffle_pieces_most": 1, "baffle_piece_in": 24}
    found = planned(job)
    assert found.sections[0].eaves[0].pieces == 19 and "baffle_too_short" in codes(found)


def test_foam_is_cut_from_sheets_of_4_by_8() -> None:
    foam = BaffleInput("rigid_foam", 1.0, 5.0)
    deck = Eave(6.5, 5, 1.5, 1.0)
    cuts = foam_cuts(deck, 16.75, foam, 24, 19)
    chute, leg = deck.baffle_length_in(16.75), deck.closed_leg_in(16.75)
    assert [(c.width_in, c.count) for c in cuts] == [(22.5, 19), (22.5, 19)]
    assert [c.length_in for c in cuts] == pytest.approx([chute, leg], abs=1e-3)
    # Two strips of 22½ in from a sheet; of 96 in two chutes of 38.7 in and three legs of 3.8 in each: ten strips.
    assert sheet_count(cuts) == 5
    assert sheet_count([FoamCut(14.5, 48, 6)]) == 1 and sheet_count([FoamCut(14.5, 48, 7)]) == 2
    assert foam_order([FoamCut(50, 50, 1)], 1.0) is None


def test_counts_by_run(job: dict[str, Any]) -> None:
    job["settings"] = {"wind_block": "separate", "staples_per_piece": 4}
    job["sections"][0]["edges"][0]["bays"] = [{"place": 0, "state": "blocked", "by": "gable_return"}]
    south, north = planned(job).sections[0].eaves
    assert (south.baffles, south.pieces, south.wind_blocks, south.plugs, south.staples) == (18, 18, 18, 1, 4 * 36)
    assert (north.wind_blocks, north.plugs) == (19, 0)
    job["settings"]["wind_block"] = "integral"
    assert planned(job).sections[0].eaves[0].wind_blocks == 0


def test_lengths_need_no_spacing(job: dict[str, Any]) -> None:
    known = planned(job).sections[0].eaves[0]
    del job["sections"][0]["framing"]["spacing_in"]
    found = planned(job).sections[0].eaves[0]
    assert (found.bays, found.baffles, found.pieces) == (None, None, None)
    assert (found.baffle_length_in, found.pieces_per_bay) == (known.baffle_length_in, known.pieces_per_bay)


def test_bad_bays_say_the_way_out() -> None:
    wide = attic()
    wide["settings"] = {"baffle_width_in": 23.5}
    odd = attic(outline_ft=[[0, 0], [38.5, 0], [38.5, 25], [0, 25]])
    windy = attic()
    windy["settings"] = {"baffle_rule": "alternate"}
    chimney = attic(
        edges=[eave(bays=[{"place": 4, "state": "blocked", "by": "chimney"}]), *attic()["sections"][0]["edges"][1:]]
    )
    gone = attic(edges=[eave(bays=[{"place": 30, "state": "blocked"}]), *attic()["sections"][0]["edges"][1:]])
    no_vent = attic(edges=[eave(soffit="none"), {"kind": "gable"}, eave(), {"kind": "gable"}])
    low_heel = attic(edges=[eave(1), {"kind": "gable"}, eave(), {"kind": "gable"}])
    for document, code, words in (
        (wide, "baffle_too_wide", "Take baffles of 22½ in or less"),
        (odd, "narrow_bay", "Cut that baffle to 4½ in"),
        (windy, "plate_to_wind", "Fit a baffle with a wind block"),
        (chimney, "plug_at_chimney", "metal and mineral wool only"),
        (gone, "bay_marks_beyond", "look at the marked bays again"),
        (no_vent, "no_intake", "Open or clear the soffit"),
        (low_heel, "vent_gap_lost", "Set a smaller gap"),
    ):
        said = [flag.what_to_do for flag in planned(document).flags if flag.code == code]
        assert said and words in said[0], code


@pytest.mark.parametrize("pitch", [0, 30])
def test_a_pitch_out_of_bounds_is_refused_with_the_way_out(pitch: float) -> None:
    with pytest.raises(JobError, match=r"pitch_in_12: must be .*measure it with a level and a rule"):
        read_job(attic(edges=[eave(6, pitch), {"kind": "gable"}, eave(), {"kind": "gable"}]))


def test_a_bay_is_marked_once() -> None:
    twice = [{"place": 1}, {"place": 1, "state": "blocked"}]
    with pytest.raises(JobError, match=r"edges\[0\].bays\[1\].place: bay 1 is marked twice"):
        read_job(attic(edges=[eave(bays=twice), {"kind": "gable"}, eave(), {"kind": "gable"}]))


def test_a_run_without_bays_has_no_share_that_is_open() -> None:
    assert BayRow((), 24).open_share == 0
