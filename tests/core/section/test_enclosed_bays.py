"""Holes, enclosed sections and joined outlines."""

from __future__ import annotations

import math
from typing import Any

import pytest

from elm_cover.edits.join_sections import join_sections
from elm_cover.job import JobError, read_job
from tests.conftest import attic, codes, eave, planned, rectangle
from tests.drawn import drawing


def test_a_hole_is_no_floor() -> None:
    hole = {"kind": "stairwell", "outline_ft": [[10, 10], [14, 10], [14, 18], [10, 18]]}
    holed, whole = planned(attic(holes=[hole])).sections[0], planned(attic()).sections[0]
    assert holed.net_area_ft2 == pytest.approx(950 - 32) and holed.area_ft2 == 950
    assert holed.ventilation.required_in2 == whole.ventilation.required_in2  # vent area is of the outline
    # The hole is no bare ceiling either: the mean U of what is left hardly changes.
    assert holed.u_effective == pytest.approx(whole.u_effective, rel=0.01)


@pytest.mark.parametrize(
    ("outline", "says"),
    [
        ([[36, 10], [40, 10], [40, 18]], "inside the section"),
        ([[1, 1], [5, 5], [5, 1], [1, 5]], "simple polygon"),
        ([[0, 0], [38, 0], [38, 25], [0, 25]], "leave no floor"),
    ],
)
def test_a_hole_that_cannot_be_is_refused(outline: list[list[float]], says: str) -> None:
    with pytest.raises(JobError, match=says) as refused:
        read_job(attic(holes=[{"outline_ft": outline}]))
    assert refused.value.faults[0].path.startswith("sections[0].holes")


def enclosed(kind: str, **more: Any) -> Any:
    job = attic(kind=kind, outline_ft=rectangle(20, 6), **more)
    result = planned(job)
    return result.sections[0], result, drawing(result, {})


def test_a_slope_is_longer_than_its_plan() -> None:
    slope = {"rafter_depth_in": 7.25, "pitch_in_12": 9, "channel_in": 1}
    section, result, drawn = enclosed("sloped_bays", slope=slope)
    assert section.surface_ft2 == pytest.approx(120 * 1.25)  # 9 in 12: 15 along for 12 of run
    assert section.cavity_depth_in == 6.25
    assert section.volume_ft3 == pytest.approx(150 * 6.25 / 12 * (1 - 1.5 / 24))
    assert "unvented_slope" not in codes(result)
    dims = {d["name"]: d["value_in"] for d in drawn["enclosed_cut"]["dimensions"]}
    assert dims["slope, along"] == pytest.approx(6 * 12 * 1.25) and dims["air channel"] == 1
    for d in drawn["enclosed_cut"]["dimensions"]:  # drawn as long as it says
        if d["from_in"]:
            assert math.dist(d["from_in"], d["to_in"]) == pytest.approx(d["value_in"])


def test_a_slope_without_a_channel_is_a_stop() -> None:
    slope = {"rafter_depth_in": 7.25, "pitch_in_12": 9, "channel_in": 0}
    _, result, _ = enclosed("sloped_bays", slope=slope)
    assert ("unvented_slope", "stop") in {(flag.code, flag.level) for flag in result.flags}


def test_walls_and_closed_cavities_are_measured() -> None:
    wall = {"height_ft": 4, "stud_depth_in": 3.5, "backed": False}
    section, result, _ = enclosed("knee_wall", wall=wall)
    assert section.surface_ft2 == 80 and "wall_not_backed" in codes(result)
    shaft, _, _ = enclosed("knee_wall", wall={"of": "skylight_shaft", "height_ft": 3, "stud_depth_in": 3.5})
    assert shaft.surface_ft2 == 3 * 52  # all four sides
    netted, _, drawn = enclosed("netted_cavity", cavity={"cover": "net", "depth_in": 11.25})
    # Chords of 3½ in; above their tops the net holds fill alone.
    assert netted.volume_ft3 == pytest.approx(120 / 12 * (3.5 * (1 - 1.5 / 24) + 7.75))
    assert "net" in {shape["role"] for shape in drawn["enclosed_cut"]["shapes"]}


def test_floor_left_out_counts_for_nothing() -> None:
    section, result, _ = enclosed("left_out", left_out_over="garage")
    assert section.net_area_ft2 is None and result.totals.area_ft2 is None
    assert "left_out" in codes(result) and "garage_wall" in {p.place for p in result.look.contact}


def two() -> dict[str, Any]:
    job = attic(features=[{"id": "light", "kind": "box", "at_ft": [3, 3]}])
    wing = {
        "id": "wing",
        "outline_ft": [[38, 0], [50, 0], [50, 10], [38, 10]],
        "edges": [eave(), {"kind": "gable"}, eave(pitch_in_12=7, id="north"), {"kind": "open", "to": "main"}],
        "features": [{"id": "fan", "kind": "fan", "at_ft": [44, 5]}],
    }
    job["sections"].append(wing)
    job["sections"][0]["edges"][1] = {"kind": "open", "to": "wing"}
    job["vents"] = [{"kind": "soffit", "section": "wing", "edge": 2}]
    return job


def test_joined_sections_keep_each_wall_as_it_was() -> None:
    joined = join_sections(two(), "main", "wing")
    (section,) = joined["sections"]
    assert planned(joined).sections[0].area_ft2 == 950 + 120
    walls = {
        (tuple(a), tuple(b)): edge
        for a, b, edge in zip(
            section["outline_ft"],
            section["outline_ft"][1:] + section["outline_ft"][:1],
            section["edges"],
            strict=True,
        )
    }
    # The two south eaves in one line and alike are one wall; the wing's own pitch stays on its north eave.
    assert walls[((0, 0), (50, 0))]["kind"] == "eave"
    assert walls[((50, 10), (38, 10))]["pitch_in_12"] == 7
    assert [f["at_ft"] for f in section["features"]] == [[3, 3], [44, 5]]
    assert joined["vents"] == [{"kind": "soffit", "section": "main", "edge": "north"}]


def test_sections_that_do_not_touch_are_not_joined() -> None:
    job = two()
    job["sections"][1]["outline_ft"] = [[60, 0], [70, 0], [70, 10], [60, 10]]
    with pytest.raises(JobError, match="do not touch"):
        join_sections(job, "main", "wing")


def test_a_corner_put_in_moves_no_vent_named_by_its_edge() -> None:
    job = attic(edges=[eave(id="south"), {"kind": "gable"}, eave(id="north", soffit="spot"), {"kind": "gable"}])
    job["vents"] = [{"kind": "soffit", "section": "main", "edge": "north", "nfa_in2": 20, "count": 9}]
    job["settings"] = {"baffle_rule": "vented_bays"}
    before = {e.baffles for e in planned(job).sections[0].eaves}
    section = job["sections"][0]
    section["outline_ft"].insert(1, [19, 0])
    section["edges"].insert(1, {**section["edges"][0], "id": "south-2"})
    after = planned(job).sections[0].eaves
    assert before == {19, 9} and {e.edge: e.baffles for e in after} == {0: 10, 1: 10, 3: 9}


def test_height_lines_of_a_gable_lie_where_the_roof_is_that_high() -> None:
    drawn = drawing(planned(attic()), {})["sections"][0]
    eave_room = planned(attic()).sections[0].eaves[0].room_at_plate_in
    assert drawn["heights"]
    for line in drawn["heights"]:
        inward_ft = (line["room_in"] - eave_room) / 5  # 5 in 12: 5 in of rise to the foot
        for x, y in line["points_ft"]:
            assert min(y, 25 - y) == pytest.approx(inward_ft, abs=0.02) and 0 < x < 38


def blown(kind: str, product: dict[str, Any] | None = None, **more: Any) -> Any:
    job = attic(kind=kind, outline_ft=rectangle(20, 6), **({"existing": []} | more))
    job["choice"]["main"]["method"] = "enclosed_fill"
    if product:
        job["products"][0] |= product
    return planned(job)


def test_a_slope_is_filled_dense_by_volume() -> None:
    slope = {"rafter_depth_in": 7.25, "pitch_in_12": 9, "channel_in": 1}
    result = blown("sloped_bays", slope=slope)
    section = result.sections[0]
    # area/cosθ × depth × (1 − 1.5/spacing) × 3.5 lb/ft³ / 25 lb
    assert section.bags.chart == pytest.approx(150 * 6.25 / 12 * (1 - 1.5 / 24) * 3.5 / 25)
    assert section.density_pcf == 3.5 and result.order[0].bags_order == 11
    # R 19 at 5.2 in settled, 30 at 8.2: 6.25 in between.
    r = 19 + (6.25 - 5.2) / 3.0 * 11
    assert section.r_nominal == pytest.approx(r)
    # Of the rafter 6¼ in count: wood standing in the vent channel earns nothing.
    assert section.u_effective == pytest.approx(0.07 / (1.67 + 1.25 * 6.25) + 0.93 / (1.67 + r))
    assert "bays_too_shallow" in codes(result)


def test_level_bays_take_the_settled_density_and_an_unknown_one_is_asked_for() -> None:
    section = blown("netted_cavity", cavity={"cover": "floor", "depth_in": 8.2}).sections[0]
    assert section.density_pcf == pytest.approx(12 * (25 / 22.8) / 8.2)
    # Over what is left of an old layer: as dense as the new fill, 6.2 in, settles by itself; R 19 at 5.2 in, 30 at 8.2.
    over = blown(
        "netted_cavity",
        cavity={"cover": "floor", "depth_in": 8.2},
        existing=[{"material": "cellulose_loose", "depth_in": 2.0}],
        old_fill="keep",
    ).sections[0]
    weight = 25 / 36.1 + (6.2 - 5.2) / 3.0 * (25 / 22.8 - 25 / 36.1)
    assert over.density_pcf == pytest.approx(12 * weight / 6.2)
    wool = blown(
        "knee_wall", {"kind": "mineral_wool_loose"}, wall={"height_ft": 4, "stud_depth_in": 3.5, "backed": True}
    )
    assert wool.sections[0].bags.chart is None
    assert any(item.field == "choice.main.density_pcf" for item in wool.open)


def test_weight_in_is_weight_in_the_bays() -> None:
    wall = {"height_ft": 4, "stud_depth_in": 3.5, "backed": True}
    for kind, density in (("cellulose_loose", 3.5), ("glass_loose", 1.8), ("wood_fiber_loose", 2.6)):
        section = blown("knee_wall", {"kind": kind}, wall=wall).sections[0]
        assert section.bags.chart * 25 == pytest.approx(section.volume_ft3 * density)


def test_what_a_slope_loses_today_by_parallel_paths() -> None:
    slope = {"rafter_depth_in": 7.25, "pitch_in_12": 9, "channel_in": 1}
    section, _, _ = enclosed("sloped_bays", slope=slope, existing=[])
    # Bare: rafters that stand in nothing but air earn nothing: board and films alone, over 150 ft² along the slope.
    u = 1 / 1.67
    assert section.ua_today == pytest.approx(150 * u)
    unknown, _, _ = enclosed("sloped_bays", slope=slope, existing=[], framing={"kind": "joist"})
    assert unknown.ua_today is None


WALL = {"height_ft": 4, "stud_depth_in": 3.5, "backed": True}


def tented(**more: Any) -> dict[str, Any]:
    job = attic(kind="knee_wall", outline_ft=rectangle(20, 6), wall=WALL, **more)
    job["sections"][0]["existing"] = [{"material": "glass_batt", "depth_in": 3.5, "r": 11, "void_pct": 100}]
    job["choice"]["main"] = {"method": "enclosed_fill", "product": "c1"}
    return job


def test_a_wall_of_tented_batts_is_to_be_laid_again_before_anything_else() -> None:
    result = planned(tented())
    old = result.sections[0].old_fill
    assert old.proposed == "relay" and "air barrier" in old.reasons[-1]
    (flag,) = [flag for flag in result.flags if flag.code == "relay_first"]
    assert "100%" in flag.text and "re-laid they are worth R-10" in flag.text
    assert not any("R-0" in flag.text for flag in result.flags) and "bays_too_shallow" not in codes(result)
    mended = planned(tented(old_fill="relay"))
    # Snug, 1 % void: 1 / (0.99/12.67 + 0.01/1.67) − 1.67.
    assert mended.sections[0].r_nominal == pytest.approx(1 / (0.99 / 12.67 + 0.01 / 1.67) - 1.67)
    assert "relay_first" not in codes(mended) and "bays_too_shallow" in codes(mended)


def test_old_batts_in_a_wall_are_taken_out_by_its_surface_and_by_hand() -> None:
    job = tented(old_fill="clear")
    result = planned(job)
    out = result.sections[0].old_fill.removal
    # 80 ft² of wall, 3½ in deep, pressed to half in bags of 10 ft³; two people take out 200 ft² an hour.
    assert out.volume_ft3 == pytest.approx(80 * 3.5 / 12) and out.bags == pytest.approx(80 * 3.5 / 12 / 2 / 10)
    assert (out.vacuumed_ft3, out.by_hand_ft2, out.hours) == (0, 80, pytest.approx(0.4))
    lines = {line.what: line.amount for line in result.cost.lines}
    assert lines["Clearing out"] == pytest.approx(2 * 0.4) and lines["Removal bags"] == 2


def test_a_deep_net_claims_the_last_row_and_says_so() -> None:
    result = blown("netted_cavity", cavity={"cover": "net", "depth_in": 20})
    section = result.sections[0]
    assert section.r_nominal == 60 and section.bags.chart == pytest.approx(
        section.volume_ft3 * section.density_pcf / 25
    )
    (flag,) = [flag for flag in result.flags if flag.code == "claims_last_row"]
    assert "20 in of fill; the chart ends at R-60, 16¼ in settled" in flag.text
    del_depth = attic(kind="netted_cavity", cavity={"cover": "net", "depth_in": 20}, existing=[])
    del_depth["sections"][0]["framing"].pop("depth_in")
    assert "sections[0].framing.depth_in" in {item.field for item in planned(del_depth).open}


def test_board_of_closed_bays_is_asked_for() -> None:
    job = tented(ceiling={})
    assert any(item.text == "Which board is the inside of this wall?" for item in planned(job).open)


def test_a_wall_is_priced_by_its_surface() -> None:
    cost = planned(tented(old_fill="clear")).cost
    assert cost.price_per_ft2 == pytest.approx(cost.price / 80)


def test_spoiled_fill_in_a_wall_stops_it_once_something_is_chosen() -> None:
    job = tented()
    job["sections"][0]["existing"][0] |= {"void_pct": 0, "condition": "fouled"}
    assert "spoiled_kept" in codes(planned(job))
    job["choice"] = {}
    assert "spoiled_kept" not in codes(planned(job))
    assert "spoiled_kept" not in codes(planned(tented(old_fill="clear")))


def test_r_as_it_works_of_closed_bays_is_known_with_their_u_and_not_before() -> None:
    slope = {"rafter_depth_in": 7.25, "pitch_in_12": 9, "channel_in": 1}
    section, _, _ = enclosed("sloped_bays", slope=slope, existing=[])
    assert section.u_effective is not None
    assert section.r_effective == pytest.approx(1 / section.u_effective - 1.67)
    unknown, _, _ = enclosed("sloped_bays", slope=slope, existing=[], ceiling={})
    assert unknown.u_effective is None and unknown.r_effective is None and unknown.r_nominal is not None


def test_a_thin_layer_with_open_gaps_takes_fill_in_them() -> None:
    """Half an inch with a quarter open from above: that quarter of its room is filled too (Settled since 4)."""
    slope = {"rafter_depth_in": 7.25, "pitch_in_12": 9, "channel_in": 1}
    layer = {"material": "glass_batt", "depth_in": 0.5, "void_pct": 25, "voids": "open"}
    thin, _, _ = enclosed("sloped_bays", slope=slope, existing=[layer])
    per_in = (thin.bags.field - thin.bags.gaps) / thin.installed_in
    assert thin.bags.gaps == pytest.approx(0.25 * 0.5 * per_in)


def test_a_slope_may_have_r_30_by_the_code_and_by_no_other_rule() -> None:
    slope = {"rafter_depth_in": 9.25, "pitch_in_12": 9, "channel_in": 1}
    job = attic(kind="sloped_bays", slope=slope, existing=[])
    job["choice"]["main"] = {"method": "enclosed_fill", "product": "c1"}
    assert planned(job).sections[0].r_nominal >= 30
    assert "slope_r30" not in codes(planned(job)) and "bays_too_shallow" in codes(planned(job)), "R-49 by the customer"
    job["target"] = {"basis": "code", "edition": "2021"}
    by_code = codes(planned(job))
    assert "slope_r30" in by_code and "bays_too_shallow" not in by_code
