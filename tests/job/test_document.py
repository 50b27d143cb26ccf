"""The job document: its bounds, and refusals that name the field and what is allowed."""

from __future__ import annotations

import math
from typing import Any

import jsonschema
import pytest

from elm_cover.job import JobError, job_schema, read_job
from tests.conftest import attic, rectangle

WHOLE = {
    "name": "Whole",
    "address": "1 Made-up Row",
    "house": {
        "year_built": 1961,
        "stories": 1,
        "climate_zone": "5A",
        "vented": True,
        "new_construction": False,
        "concerns": ["cold rooms"],
    },
    "hazards": [
        {
            "kind": "knob_and_tube",
            "status": "cleared",
            "cleared": {"by": "A", "on": "2026-05-02", "how": "in writing"},
            "note": "",
            "photos": [],
        }
    ],
    "accesses": [{"section": "main", "at_ft": [12, 9], "opening_in": [22.5, 30]}],
    "vents": [{"kind": "soffit", "position": "low", "section": "main", "edge": 0, "nfa_in2": 50, "count": 4}],
    "settings": {
        "vent_gap_in": 1.5,
        "baffle_thickness_in": 0,
        "baffle_rule": "every_bay",
        "wind_block": "integral",
        "chart_rule": "next_row",
        "spare_pct": 3,
        "deduct_framing": False,
    },
}


def put(document: dict[str, Any], path: str, value: Any) -> dict[str, Any]:
    """Sets one field by its path: sections.0.edges.0.heel_in."""
    at: Any = document
    *way, last = path.split(".")
    for part in way:
        at = at[int(part)] if isinstance(at, list) else at.setdefault(part, {})
    at[int(last) if isinstance(at, list) else last] = value
    return document


def test_the_whole_document_is_accepted_and_fits_its_schema() -> None:
    document = {**attic(readings=[{"at_ft": [4, 3], "depth_in": 3.25}]), **WHOLE}
    batt = {
        "r": 30,
        "thickness_in": 9.5,
        "width_in": 16,
        "length_in": 48,
        "pieces_per_bundle": 11,
        "bundle_in": [16, 48, 20],
        "bundle_lb": 22,
        "facing": "none",
    }
    document["products"].append({"id": "b1", "name": "Batt", "kind": "glass_batt", "batt": batt})
    document["sections"][0]["existing"][0] |= {
        "voids": "under",
        "condition": "sound",
        "density_pcf": 0.7,
        "facing": "none",
    }
    document["sections"][0]["target"] = {"basis": "custom", "r": 38}
    read_job(document)
    jsonschema.Draft202012Validator(job_schema()).validate(document)


E = "sections.0.edges.0"
L = "sections.0.existing.0"
C = "products.0.chart.0"


@pytest.mark.parametrize(
    ("path", "bad", "good"),
    [
        (f"{E}.heel_in", [-1, 121, math.nan, math.inf, "6"], [0, 120]),
        (f"{E}.pitch_in_12", [0, 24.5], [0.1, 24]),
        ("sections.0.framing.spacing_in", [7.9, 49], [8, 48]),
        ("sections.0.framing.depth_in", [1.4, 25], [1.5, 24]),
        (f"{L}.depth_in", [-0.1, 48.5], [0, 48]),
        (f"{L}.r", [-1, 201], [0, 200]),
        (f"{L}.void_pct", [-1, 101], [0, 100]),
        ("target.r", [0.5, 151, True], [1, 150]),
        ("products.0.bag_lb", [0, 101], []),
        ("house.climate_zone", ["9", "5C2", "6C"], ["3C", "8", "0A"]),
        ("sections.0.outline_ft.1", [[1001, 0], [math.nan, 0]], [[40, 0]]),
        ("sections.0.outline_ft", [rectangle(0.9, 1), rectangle(200, 101)], [rectangle(200, 100)]),
        ("sections", [[attic()["sections"][0] | {"id": f"s{i}"} for i in range(41)]], []),
        ("version", [2, "1"], [1]),
    ],
)
def test_bounds(path: str, bad: list[Any], good: list[Any]) -> None:
    dotted = path.split(".")[-1]
    assert bad, "something has to be refused"
    for value in good:
        read_job(put(attic(), path, value))
    for value in bad:
        with pytest.raises(JobError) as refused:
            read_job(put({**attic(), "choice": {}}, path, value))
        assert any(part in str(refused.value) for part in (dotted, "outline_ft"))


@pytest.mark.parametrize(
    ("path", "value", "says"),
    [
        ("colour", 1, "colour: is not a field"),
        (f"{E}.hight_in", 1, "sections[0].edges[0].hight_in: is not a field"),
        ("choice.main.product", "zz", "choice.main.product: no product “zz” in this job; allowed: c1"),
        ("choice.shed", {"product": "c1"}, "choice.shed: no section “shed”; allowed: main"),
        ("sections.0.outline_ft", [[0, 0], [9, 9], [9, 0], [0, 9]], "must be a simple polygon"),
        ("sections.0.edges", [{"kind": "gable"}] * 3, "4 needed, not 3"),
        (f"{C}.settled_in", 7, "chart[0].settled_in: must be no more than installed_in"),
        ("products.0.chart.1.coverage_ft2", 40, "chart[1].coverage_ft2: must fall from row to row: under 36.1"),
        ("products.0.chart.1.r", 19, "chart[1].r: must rise"),
        (f"{C}.weight_psf", 0.75, "within 3 % of bag weight over coverage, 0.693"),
        ("products.0.chart", [attic()["products"][0]["chart"][0]], "at least 2 needed"),
        ("version", 2, "version: is 2, made by a newer Elm Cover"),
    ],
)
def test_refusals_name_the_field_and_what_is_allowed(path: str, value: Any, says: str) -> None:
    with pytest.raises(JobError) as refused:
        read_job(put(attic(), path, value))
    assert says in str(refused.value)


def test_ids_are_unique() -> None:
    document = attic()
    document["products"].append(document["products"][0])
    with pytest.raises(JobError, match=r"products\[1\].id: “c1” is used twice"):
        read_job(document)
