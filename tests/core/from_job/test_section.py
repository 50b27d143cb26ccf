"""The job document read into what the core works on: vents, keep-outs, ways in, edges."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.base.notebook import Notebook
from elm_cover.core.from_job.edges import edge_place, edges_of, spot_vents, vent_groups
from elm_cover.core.from_job.features import feature_inputs, keep_outs_of
from elm_cover.core.from_job.look import look_input
from elm_cover.core.from_job.products import product_input
from elm_cover.core.from_job.section import layers_of, section_input, settings_of
from elm_cover.core.given.section import SectionInput
from elm_cover.core.hazards.clearances import KeepOut
from elm_cover.job import read_job
from tests.conftest import CHART, attic, eave

FANS = [{"kind": "fan", "at_ft": [10, 10]}]


def given(job: dict[str, Any], index: int = 0) -> SectionInput:
    document = read_job(job)
    products = {product.id: product_input(product) for product in document.products}
    return section_input(document, index, products, Notebook())


def vents(job: dict[str, Any]) -> tuple[list[Any], Notebook]:
    document, notes = read_job(job), Notebook()
    return list(vent_groups(document, document.sections[0], notes)), notes


def test_a_vent_without_a_label_starts_with_the_usual_area() -> None:
    job = attic()
    job["vents"] = [
        {"kind": "soffit", "section": "main", "edge": 0},
        {"kind": "ridge", "section": "main", "edge": 2},
        {"kind": "roof", "section": "main", "count": 3},
        {"kind": "gable", "section": "main", "nfa_in2": 120},
        {"kind": "gable", "section": "main", "position": "low"},
    ]
    found, notes = vents(job)
    assert [(g.position, g.nfa_in2, g.count) for g in found] == [
        ("low", 9 * 38, 1),
        ("high", 18 * 38, 1),
        ("high", 50, 3),
        ("high", 120, 1),
        ("low", 80, 1),
    ]
    assert not notes.open


def test_a_strip_of_unknown_length_is_asked_about() -> None:
    job = attic()
    job["vents"] = [{"kind": "ridge", "section": "main"}]
    found, notes = vents(job)
    assert found == [] and [q.field for q in notes.open] == ["vents[0].nfa_in2"]


def test_a_vent_of_no_section_belongs_to_the_only_one() -> None:
    job = attic()
    job["vents"] = [{"kind": "roof"}]
    assert len(vents(job)[0]) == 1
    job["sections"].append({**attic()["sections"][0], "id": "wing"})
    found, notes = vents(job)
    assert found == [] and notes.open[0].field == "vents[0].section"


def test_spot_vents_are_counted_along_their_edge_by_place_or_id() -> None:
    job = attic(edges=[eave(id="south"), {"kind": "gable"}, eave(), {"kind": "gable"}])
    job["vents"] = [
        {"kind": "soffit", "section": "main", "edge": "south", "count": 4},
        {"kind": "soffit", "section": "main", "edge": 0},
        {"kind": "ridge", "section": "main", "edge": 0},
    ]
    document = read_job(job)
    section = document.sections[0]
    assert spot_vents(document, section, 0) == 5 and spot_vents(document, section, 2) is None
    assert [edge_place(section, e) for e in ("south", 3, "nowhere", 9, None)] == [0, 3, None, None, None]
    assert [e.vented_bays for e in edges_of(document, section)] == [5, None, None, None]


def outs(job: dict[str, Any]) -> tuple[list[KeepOut], Notebook]:
    document, notes = read_job(job), Notebook()
    features = feature_inputs(document, 0, notes)
    return list(keep_outs_of(document, 0, features, True, notes)), notes


def test_hatches_take_floor_and_doors_do_not() -> None:
    job = attic(features=FANS)
    job["accesses"] = [
        {"kind": "hatch", "opening_in": [22, 30], "at_ft": [5, 5]},
        {"kind": "door", "opening_in": [30, 60]},
        {"kind": "gable", "opening_in": [24, 36]},
        {"kind": "hatch"},
    ]
    found, notes = outs(job)
    assert [(k.name, k.size_in) for k in found] == [("hatch", (22, 30)), ("fan", (16, 16))]
    assert [q.field for q in notes.open] == ["accesses[3].opening_in"]


def test_things_off_the_floor_and_unknown_ones_are_said() -> None:
    job = attic(features=[{"kind": "flue", "at_ft": [60, 5]}, {"kind": "window", "at_ft": [39, 12]}, {"kind": "sauna"}])
    _, notes = outs(job)
    assert [(f.code, f.field) for f in notes.flags] == [
        ("unknown_feature", "sections[0].features[2].kind"),
        ("feature_outside", "sections[0].features[0].at_ft"),
    ], "a window is in a wall"


@pytest.mark.parametrize(
    ("kind", "picked", "kept"), [("cellulose_loose", True, 1), ("glass_loose", True, 0), ("glass_loose", False, 1)]
)
def test_a_fill_not_picked_yet_is_taken_as_one_that_burns(kind: str, picked: bool, kept: int) -> None:
    job = attic(features=FANS)
    job["products"] = [{"id": "c1", "kind": kind, "bag_lb": 25, "chart": CHART}]
    if not picked:
        job["choice"] = {}
    assert len(given(job).keep_outs) == kept


def test_the_crew_leaves_by_its_own_hatch_else_by_the_nearest() -> None:
    job = attic()
    job["sections"].append(
        {**attic()["sections"][0], "id": "wing", "outline_ft": [[38, 0], [60, 0], [60, 25], [38, 25]]}
    )
    job["accesses"] = [
        {"section": "main", "at_ft": [2, 2], "opening_in": [22, 30]},
        {"section": "main", "at_ft": [30, 12], "opening_in": [22, 30]},
    ]
    assert given(job).way_in_ft == (30, 12), "nearest to the middle at 19, 12½"
    assert given(job, 1).way_in_ft == (30, 12), "through the other section"
    job["accesses"].append({"section": "wing", "at_ft": [59, 1], "opening_in": [22, 30]})
    assert given(job, 1).way_in_ft == (59, 1)
    assert given(attic()).way_in_ft is None


def test_a_section_without_its_own_way_in_is_reached_through_an_open_edge() -> None:
    job = attic()
    wing = {**attic()["sections"][0], "id": "wing", "edges": [eave(), {"kind": "gable"}, eave(), {"kind": "open"}]}
    job["sections"].append(wing)
    job["accesses"] = [{"section": "main", "at_ft": [2, 2], "opening_in": [22, 30]}]
    assert given(job).passage_ft is None and given(job, 1).passage_ft == 25
    job["sections"][1]["edges"][3] = {"kind": "gable"}
    assert given(job, 1).passage_ft == 0, "nothing on record leads into it"
    job["accesses"][0].pop("section")
    assert given(job, 1).passage_ft is None, "nobody said where the hatch is"


def test_old_layers_and_hazards_as_recorded() -> None:
    job = attic(existing=[{"material": "glass_batt", "depth_in": 3.5, "r": 11, "void_pct": 8, "voids": "open"}])
    job["hazards"] = [
        {"kind": "animals", "status": "suspected"},
        {"kind": "roof_leak", "status": "confirmed"},
        {"kind": "vermiculite", "status": "cleared"},
        {"kind": "heat", "status": "absent"},
    ]
    section = given(job)
    (layer,) = section.layers or ()
    assert layer.void == pytest.approx(0.08) and layer.open
    assert section.blocked_by == {"animals", "roof_leak"} and section.cleared == {"vermiculite"}
    del job["sections"][0]["existing"]
    assert layers_of(read_job(job).sections[0]) is None, "nothing said is not nothing there"


def test_settings_of_the_baffles_come_along() -> None:
    job = attic()
    job["settings"] = {"vent_gap_in": 2, "baffle_kind": "rigid_foam", "wind_block": "separate", "baffle_pieces_most": 2}
    found = settings_of(read_job(job).settings)
    assert found.vent_gap_in == 2 and found.baffle.kind == "rigid_foam" and found.baffle.pieces_most == 2
    assert not found.baffle.integral_wind_block and not found.interpolate


def test_a_product_that_lacks_a_size_is_no_batt_yet() -> None:
    sizes = {"r": 30, "thickness_in": 9.5, "width_in": 24, "length_in": 48}
    job = attic()
    job["choice"] = {}
    job["products"] = [
        {"id": "whole", "kind": "glass_batt", "batt": sizes},
        {"id": "no-length", "kind": "glass_batt", "batt": {k: v for k, v in sizes.items() if k != "length_in"}},
        {"id": "no-chart", "kind": "cellulose_loose", "bag_lb": 25},
    ]
    whole, no_length, no_chart = (product_input(p) for p in read_job(job).products)
    assert whole.batt is not None and whole.batt.pieces_per_bundle == 1 and whole.name == "whole"
    assert no_length.batt is None and no_chart.chart is None


def test_the_look_over_sees_every_section() -> None:
    job = attic(features=[{"kind": "stack", "count": 2}, {"kind": "chase"}], edges=[{"kind": "knee_wall"}] * 4)
    found = look_input(read_job(job))
    assert found.sections[0].edges == {"knee_wall"} and found.sections[0].features == {"stack", "chase"}
    assert [(f.kind, f.count) for f in found.features] == [("stack", 2), ("chase", 1)]


def test_the_widest_open_edge_is_the_way_to_the_next_section() -> None:
    job = attic(edges=[eave(), {"kind": "open", "to": "wing"}, {"kind": "open", "to": "wing"}, {"kind": "gable"}])
    wing = {**job["sections"][0], "id": "wing", "outline_ft": [[40, 0], [50, 0], [50, 10], [40, 10]]}
    job["sections"].append(wing)
    job["accesses"] = [{"section": "wing", "at_ft": [45, 5], "opening_in": [22, 30]}]
    read = read_job(job)
    products = {product.id: product_input(product) for product in read.products}
    # Edges of 25 and 38 ft are open.
    assert section_input(read, 0, products, Notebook()).passage_ft == 38


def test_a_depth_counts_only_where_it_is_set_by_depth() -> None:
    job = attic()
    job["choice"]["main"]["depth"] = {"by": "target", "value_in": 9}
    for by, depth in (("target", None), ("installed_in", 9)):
        job["choice"]["main"]["depth"]["by"] = by
        read = read_job(job)
        products = {product.id: product_input(product) for product in read.products}
        choice = section_input(read, 0, products, Notebook()).choice
        assert choice is not None and choice.installed_in == depth
