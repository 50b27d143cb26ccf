"""The first sheet: what its answers make, what is left open, and what it refuses."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.plan import plan
from elm_cover.core.ways import rack
from elm_cover.edits.start import Start, started, usual_of
from elm_cover.formats.product_library import library
from elm_cover.job import JobError, read_job

NEEDED: dict[str, Any] = {
    "length_ft": 40.0, "width_ft": 26.0, "heel_in": 6.5, "pitch_in_12": 5.0, "spacing_in": 24.0, "joist_in": 3.5,
    "board": "gypsum_1_2", "old": "glass_batt", "old_in": 3.5, "contact": "minor", "climate_zone": "5A",
    "basis": "code", "edition": "2021",
}  # fmt: skip
HALF: dict[str, Any] = NEEDED | {
    "shape": "half_storey", "length_ft": 30.0, "knee_wall_ft": 4.5, "ceiling_ft": 8.0, "pitch_in_12": 12.0, "heel_in": 6.0,
    "rafter_in": 5.5, "stud_in": 3.5, "spacing_in": 16.0, "run": "y",
}  # fmt: skip


def job_of(answers: dict[str, Any]) -> Any:
    return read_job(started(Start(**answers)))


def test_twelve_answers_are_enough_for_prices() -> None:
    """Length, width, heel, pitch, spacing, depth, board, old fill, its depth and contact, zone and rule; the eaves are set."""
    job = job_of(NEEDED)
    found = rack(job, library())
    assert found.missing == () and sum(way.weighed.cost is not None for way in found.ways) > 10
    section = plan(job).sections[0]
    assert section.r_target == 60, "zone 5 by the code of 2021"
    assert [(edge.kind, edge.heel_in) for edge in job.sections[0].edges] == [("eave", 6.5), ("gable", None)] * 2
    # R 3.1 per inch over 3½ in with 3.5 % in poor contact: 1 / (0.965/(1.67 + 10.85) + 0.035/1.67) − 1.67.
    assert section.r_existing == pytest.approx(1 / (0.965 / 12.52 + 0.035 / 1.67) - 1.67)


@pytest.mark.parametrize("left_out", sorted(set(NEEDED) - {"length_ft", "width_ft", "edition", "contact"}))
def test_each_answer_left_out_is_asked_at_its_step_and_holds_the_prices(left_out: str) -> None:
    job = job_of({name: value for name, value in NEEDED.items() if name != left_out})
    found = rack(job, library())
    open_yet = {item.field for item in plan(job).open} | {item.field for item in found.missing}
    field = {
        "heel_in": "sections[0].edges[0].heel_in", "pitch_in_12": "sections[0].edges[0].pitch_in_12",
        "spacing_in": "sections[0].framing.spacing_in", "joist_in": "sections[0].framing.depth_in",
        "board": "sections[0].ceiling.board", "old": "sections[0].existing", "old_in": "sections[0].existing[0].depth_in",
        "climate_zone": "house.climate_zone", "basis": "target.basis",
    }[left_out]  # fmt: skip
    assert any(asked.startswith(field) for asked in open_yet), open_yet


def test_nothing_but_length_and_width_is_a_floor_with_eaves_and_nothing_else() -> None:
    document = started(Start(length_ft=38.0, width_ft=25.0, name="  "))
    assert document["name"] == "New attic" and "house" not in document and "target" not in document
    (section,) = document["sections"]
    assert section["outline_ft"] == [[0, 0], [38, 0], [38, 25], [0, 25]]
    assert section["edges"] == [{"kind": "eave"}, {"kind": "gable"}] * 2
    assert set(section) == {"id", "name", "outline_ft", "edges"}
    assert started(Start(length_ft=9.0, width_ft=9.0, old="nothing"))["sections"][0]["existing"] == []


@pytest.mark.parametrize(
    ("eaves", "which"), [("north_south", [0, 2]), ("east_west", [1, 3]), ("all", [0, 1, 2, 3]), ("none", [])]
)
def test_which_walls_are_eaves(eaves: Any, which: list[int]) -> None:
    edges = started(Start(length_ft=9.0, width_ft=9.0, eaves=eaves, soffit="spot"))["sections"][0]["edges"]
    assert [i for i, edge in enumerate(edges) if edge["kind"] == "eave"] == which
    assert all(edge == {"kind": "eave", "soffit": "spot"} for i, edge in enumerate(edges) if i in which)


@pytest.mark.parametrize("eaves", ["north_south", "east_west"])
def test_one_and_a_half_storeys_are_seven_sections_at_once(eaves: str) -> None:
    size = {} if eaves == "north_south" else {"length_ft": 26.0, "width_ft": 30.0}
    document = started(Start(**HALF | {"eaves": eaves} | size))
    for section in document["sections"]:
        if section["kind" if "kind" in section else "id"] == "sloped_bays":
            assert section["slope"] == {"rafter_depth_in": 5.5, "pitch_in_12": 12}, "the channel is asked for"
            section["slope"]["channel_in"] = 1.0
    job = read_job(document)
    assert [section.kind for section in job.sections] == [
        "open_floor", "knee_wall", "sloped_bays", "open_floor", "open_floor", "knee_wall", "sloped_bays",
    ]  # fmt: skip
    result = plan(job)
    areas = {section.id: section.area_ft2 for section in result.sections}
    low, high = ("south", "north") if eaves == "north_south" else ("west", "east")
    # 4.648 ft of side attic under rafters of 5½ in at 45°, 3½ ft of slope in plan, 9.704 ft of flat, 30 ft long.
    assert [areas[f"side-{low}"], areas[f"side-{high}"]] == pytest.approx([30 * 4.648] * 2)
    assert [areas[f"slope-{low}"], areas["flat"]] == pytest.approx([105, 30 * 9.704])
    surfaces = {section.id: section.surface_ft2 for section in result.sections}
    assert surfaces[f"wall-{low}"] == pytest.approx(30 * 4.5)
    assert surfaces[f"slope-{high}"] == pytest.approx(105 * 2**0.5)
    assert not [flag for flag in result.flags if flag.code in ("sections_overlap", "edge_leads_nowhere")]
    outer = {section.id: [edge.kind for edge in section.edges] for section in job.sections}
    assert sorted(outer[f"side-{low}"]) == ["eave", "gable", "gable", "knee_wall"]
    assert result.sections[0].eaves[0].run_ft == 30


def test_what_a_half_storey_needs_is_named_by_the_sheets_field() -> None:
    for name in ("knee_wall_ft", "ceiling_ft", "pitch_in_12", "heel_in", "rafter_in"):
        with pytest.raises(JobError) as caught:
            started(Start(**{key: value for key, value in HALF.items() if key != name}))
        assert [fault.path for fault in caught.value.faults] == [name]


@pytest.mark.parametrize(
    ("answers", "field", "says"),
    [
        (HALF | {"width_ft": 14.0}, "width_ft", "no flat ceiling is left"),
        # With the eaves in the east and the west the house is as wide as the sheet's length.
        (HALF | {"length_ft": 14.0, "eaves": "east_west"}, "length_ft", "no flat ceiling is left"),
        (NEEDED | {"length_ft": 160.0, "width_ft": 125.5}, "length_ft", "up to 20,000 ft²"),
        (HALF | {"length_ft": 400.0, "width_ft": 70.0}, "length_ft", "up to 20,000 ft²"),
    ],
)
def test_what_makes_no_house_is_said_at_a_field_of_the_sheet(answers: dict[str, Any], field: str, says: str) -> None:
    with pytest.raises(JobError, match=says) as caught:
        started(Start(**answers))
    assert [fault.path for fault in caught.value.faults] == [field]


def test_a_floor_of_the_most_that_a_section_holds_is_started() -> None:
    assert job_of(NEEDED | {"length_ft": 160.0, "width_ft": 125.0}).sections[0].outline_ft[2] == (160, 125)


def test_usual_answers_are_what_a_firm_would_give_again() -> None:
    usual = usual_of(Start(**NEEDED))
    assert usual.climate_zone == "5A" and usual.edition == "2021" and usual.board == "gypsum_1_2"
    assert usual.spacing_in == 24 and usual.run is None
    assert not {"length_ft", "old", "contact"} & set(type(usual).model_fields)
