"""The plan as a whole: load, markers, vents, hazards, and honesty about what is not known."""

from __future__ import annotations

import json

import pytest

from elm_cover.core.base.units import eighths
from elm_cover.core.eaves.ventilation import VentGroup, vent_area
from elm_cover.core.floor.grid import grid_of
from elm_cover.core.layers.ceiling_load import load_limit_psf
from elm_cover.core.plan import plan_json, plan_text
from elm_cover.core.preparation.markers import marker_count, marker_points_ft
from elm_cover.demo.jobs import demo_documents
from elm_cover.formats.product_library import library
from tests.conftest import attic, codes, planned, rectangle


@pytest.mark.parametrize(
    ("board", "spacing_in", "limit"),
    [
        ("gypsum_1_2", 24, 1.3),
        ("gypsum_1_2", 16, 2.2),
        ("gypsum_1_2", 19.2, 1.3),
        ("gypsum_1_2_sag", 24, 1.6),
        ("gypsum_5_8", 24, 2.2),
        ("gypsum_5_8", 16, 2.2),
        ("plaster", 16, None),
        ("gypsum_3_8", 16, None),
        ("gypsum_5_8", 32, None),
    ],
)
def test_load_limits(board: str, spacing_in: float, limit: float | None) -> None:
    assert load_limit_psf(board, spacing_in) == limit


def test_load_over_the_limit_stops_and_says_what_fits(job: dict) -> None:
    result = planned(job)
    stop = next(flag for flag in result.flags if flag.code == "load_over_limit")
    assert stop.level == "stop"
    # 0.204 lb/ft² of old batts leave 1.096, just under the 1.096 of R-30.
    assert "R-19" in stop.what_to_do
    assert result.sections[0].load_psf == pytest.approx(0.7 * 3.5 / 12 + 25 / 13.5)


def test_markers_one_per_300_ft2_and_near_every_foot() -> None:
    assert (marker_count(300), marker_count(300.5), marker_count(10)) == (1, 2, 1)
    grid = grid_of(tuple((float(x), float(y)) for x, y in rectangle(60, 20)))
    points = marker_points_ft(grid, 4)
    assert len(points) == 4
    farthest = max(min((x - px) ** 2 + (y - py) ** 2 for px, py in points) ** 0.5 for x in range(61) for y in range(21))
    assert farthest < 14  # a quarter of the floor is 15 × 20 ft, whose corner is 12.5 ft from its middle


def test_vent_area_by_150_and_its_conditions() -> None:
    balanced = [VentGroup("low", 60, 4), VentGroup("high", 50, 4)]
    assert vent_area(950, [], 5, None).required_in2 == pytest.approx(912)
    assert vent_area(950, balanced, 5, None).required_in2 == pytest.approx(456)
    assert vent_area(950, balanced, 6, None).ratio == 150
    assert vent_area(950, balanced, 6, "class_2").ratio == 300
    assert vent_area(950, [VentGroup("low", 60, 4)], 5, None).ratio == 150
    assert (vent_area(950, [], 5, None).low_in2, vent_area(950, balanced, 5, None).high_in2) == (None, 200)


def test_what_is_left_out_is_null_and_asked_for() -> None:
    bare = {"format": "elm-cover.job", "version": 1}
    bare["sections"] = [{"id": "a", "outline_ft": rectangle(), "edges": [{"kind": "eave"}, {"kind": "gable"}] * 2}]
    result = planned(bare)
    section = result.sections[0]
    assert (section.area_ft2, section.net_area_ft2, section.markers) == (950, 950, 4)
    assert {section.r_existing, section.r_target, section.bags.chart, section.u_effective, section.load_psf} == {None}
    asked = {item.field for item in result.open}
    assert {"sections[0].existing", "sections[0].edges[0].heel_in", "target.basis", "choice.a.product"} <= asked
    assert {"sections[0].framing.spacing_in", "sections[0].ceiling.board"} <= asked


def test_a_method_without_its_product_gives_no_figures_and_asks(job: dict) -> None:
    for method in ("batts_across", "batts_between_and_across", "batts_between_blown_cap"):
        job["choice"]["main"]["method"] = method
        result = planned(job)
        assert result.sections[0].r_nominal is None and not result.order
        assert {"choice.main.product", "choice.main.between"} & {item.field for item in result.open}


def test_cleared_layers_leave(job: dict) -> None:
    job["choice"]["main"]["method"] = "clear_and_blow"
    section = planned(job).sections[0]
    assert section.r_existing == pytest.approx(6.63, abs=0.005)
    assert (section.depth_total_in, section.r_nominal) == pytest.approx((15.1, 49))


def test_suspected_hazards_stop_and_withhold_nothing(job: dict) -> None:
    job["hazards"] = [{"kind": "knob_and_tube", "status": "suspected"}, {"kind": "roof_leak", "status": "cleared"}]
    result = planned(job)
    stops = [flag.code for flag in result.flags if flag.level == "stop"]
    assert "knob_and_tube" in stops and "roof_leak" not in stops
    assert result.sections[0].bags.chart is not None


def test_order_sums_sections_of_one_product_before_it_rounds(job: dict) -> None:
    job["sections"].append({**job["sections"][0], "id": "wing", "outline_ft": rectangle(10, 10)})
    job["choice"]["wing"] = {"product": "c1"}
    line = planned(job).order[0]
    assert line.bags_chart == pytest.approx(1050 / 13.5)
    assert line.bags_order == 81  # 77.78 × 1.03 = 80.1


def test_the_library_keeps_the_chart_rules_and_is_of_usual_density(job: dict) -> None:
    loose = [product for product in library() if product.chart]
    kinds = [product.kind for product in loose]
    assert sorted(kinds) == sorted(
        ["cellulose_loose"] * 2 + ["glass_loose"] * 2 + ["mineral_wool_loose", "wood_fiber_loose"]
    )
    for product in loose:
        job["products"] = [product.model_dump(exclude_none=True)]
        job["choice"]["main"]["product"] = product.id
        assert "unusual_density" not in codes(planned(job)), product.name


def test_every_headline_figure_can_be_opened(job: dict) -> None:
    data = plan_json(planned(job))
    json.dumps(data, allow_nan=False)
    for name in ("r_existing", "r_nominal", "depth_total_in", "load_psf", "u_effective"):
        figure = data["figures"][f"sections.main.{name}"]
        assert figure["value"] == data["sections"][0][name]
        assert figure["formula"] and figure["source"] and figure["inputs"]


def test_its_text_says_what_its_data_says(job: dict) -> None:
    job["sections"][0]["readings"] = [{"at_ft": [9, 9], "depth_in": 3}, {"at_ft": [20, 9], "depth_in": 5}]
    for document in (job, *demo_documents()):
        result = planned(document)
        assert json.loads(plan_text(result)) == json.loads(json.dumps(plan_json(result)))


def test_eighths() -> None:
    assert [eighths(v) for v in (16.75, 0.5, 0.0, 3.99)] == ["16¾ in", "½ in", "0 in", "4 in"]


def test_wet_fill_earns_nothing_and_is_named() -> None:
    result = planned(attic(existing=[{"material": "cellulose_loose", "depth_in": 6, "condition": "wet"}]))
    assert result.sections[0].r_existing == 0
    assert "old_fill_wet" in codes(result)


def test_an_edge_open_to_a_section_not_there_yet_is_a_caution(job: dict) -> None:
    job["sections"][0]["edges"][1] = {"kind": "open", "to": "wing"}
    result = planned(job)
    assert "open_to_nowhere" in codes(result) and result.sections[0].bags.chart is not None
    job["sections"].append({**job["sections"][0], "id": "wing"})
    assert "open_to_nowhere" not in codes(planned(job))


def test_while_a_wall_may_be_an_eave_it_is_asked_and_nothing_is_counted() -> None:
    job = attic()
    del job["sections"][0]["edges"][1]["kind"]
    result = planned(job)
    asked = [item.text for item in result.open if item.field.startswith("sections[0].edges")]
    assert asked == ["Which walls are eaves?"]
    section = result.sections[0]
    assert (
        section.bags is not None
        and section.bags.field is None
        and section.u_effective is None
        and not result.order
        and result.cost is None
    )
    # A slope or a wall is filled without anyone saying what its outline's sides are.
    slope = attic(kind="sloped_bays", slope={"rafter_depth_in": 7.25, "pitch_in_12": 8, "channel_in": 0})
    slope["sections"][0]["edges"] = [{}, {}, {}, {}]
    assert "sections[0].edges" not in {item.field for item in planned(slope).open}
