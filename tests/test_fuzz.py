"""Whatever is thrown at it: a document is planned or refused with a field, and the server never breaks."""

from __future__ import annotations

import copy
import json
from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from pydantic_core import to_jsonable_python

from elm_cover.api.app import create_app
from elm_cover.core.plan import corners, plan, plan_json
from elm_cover.formats.floor_out import floor_json, floor_svg
from elm_cover.formats.survey_csv import write_features, write_readings
from elm_cover.job import JobError, read_job
from tests.conftest import attic, eave
from tests.drawn import drawing

METHODS = (
    "top_up", "lift_and_fill", "batts_across", "batts_between_and_across", "batts_between_blown_cap", "enclosed_fill",
)  # fmt: skip
SCALARS = st.one_of(
    st.none(), st.booleans(), st.integers(-(10**20), 10**20), st.floats(), st.text(max_size=8), st.just([]), st.just({}),
    st.sampled_from([0, 1, -1, 1e308, "eave", "open", "continuous", "main", "c1", "sloped_bays", "knee_wall", "netted_cavity", "left_out", "lift", "clear", "relay", [[0, 0], [1, 1]], {"r": 1}, *METHODS, "b1", "b2"]),
)  # fmt: skip


def places(value: Any, path: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    inner = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    return [path, *(place for key, item in inner for place in places(item, (*path, key)))]


FULL = attic(
    readings=[{"at_ft": [4, 3], "depth_in": 3.25, "checked": False}, {"at_ft": [9, 9], "depth_in": 5}],
    features=[
        {"kind": "recessed_light", "rating": "non_ic", "at_ft": [6, 5], "count": 1},
        {"kind": "walkway", "at_ft": [6, 8], "to_ft": [16, 8], "filled_under": False},
        {"kind": "flue", "at_ft": [20, 8], "flue": "oil", "clearance_in": 2, "shielded": True, "size_in": [6, 6]},
    ],
    holes=[{"kind": "stairwell", "outline_ft": [[20, 10], [24, 10], [24, 16], [20, 16]]}],
    kind="open_floor",
    slope={"rafter_depth_in": 7.25, "pitch_in_12": 9, "channel_in": 1},
    wall={"of": "knee_wall", "height_ft": 4, "stud_depth_in": 3.5, "backed": False},
    cavity={"cover": "net", "depth_in": 9.25},
    old_fill="lift",
    edges=[
        eave(bays=[{"place": 3, "state": "blocked", "by": "duct"}, {"place": 5, "soffit": "solid", "baffle": True}]),
        {"kind": "gable"},
        eave(remedy={"kind": "rigid_board", "r_per_in": 5.5, "reach_in": 20}),
        {"kind": "gable"},
    ],
) | {
    "hazards": [{"kind": "animals", "status": "cleared", "cleared": {"by": "x", "on": "2026-05-02"}}],
    "contact": [{"place": "arches", "section": "main", "found": "apart"}],
    "holes_expected": [{"trade": "plumbing", "what": "stacks and vents", "expected": 2, "found": 1}],
    "photos": [{"file": "a" * 64 + ".jpg", "section": "main", "at_ft": [3, 4]}],
    "accesses": [{"section": "main", "at_ft": [12, 9], "opening_in": [22.5, 30]}],
    "vents": [{"kind": "soffit", "position": "low", "section": "main", "edge": 0, "nfa_in2": 50, "count": 4}],
    "settings": {
        "vent_gap_in": 1.5,
        "baffle_rule": "every_bay",
        "chart_rule": "next_row",
        "spare_pct": 3,
        "baffle_kind": "rigid_foam",
        "baffle_thickness_in": 1,
        "baffle_pieces_most": 2,
        "wind_washing": True,
    },
    "corner": {"room_f": 68, "design_f": 3, "wall_r": 19},
    "weighing": {"aim": "hours", "pinned": ["x"], "budget": 3000, "most_products": 1, "load_share_pct": 90},
    "house_rules": {"glass_or_cellulose": "glass"},
    "book": {
        "prices": {"baffle_piece": 2},
        "rates": {"crew": 2, "machine": "small"},
        "energy": {"heating_fuel": "oil"},
    },
}
BATT = {"r": 11, "thickness_in": 3.5, "width_in": 23, "length_in": 48, "pieces_per_bundle": 9, "facing": "none"}
FULL["products"] += [
    {"id": "b1", "kind": "glass_batt", "price": 30, "batt": BATT | {"bundle_in": [23, 48, 12], "bundle_lb": 20}},
    {"id": "b2", "kind": "glass_batt", "batt": BATT | {"r": 38, "thickness_in": 12, "width_in": 24}},
]
FULL["choice"]["main"] = {"method": "batts_between_and_across", "product": "b2", "between": "b1", "layers": 1}
# A place of the choice and the products is drawn as often as one of the long lists of corners.
PLACES = [place for place in places(FULL) if place]
PLACES += [place for place in PLACES if place[0] in ("choice", "products")] * 2


@st.composite
def mutated(draw: st.DrawFn) -> dict[str, Any]:
    document = copy.deepcopy(FULL)
    for _ in range(draw(st.integers(1, 3))):
        *way, last = draw(st.sampled_from(PLACES))
        at: Any = document
        try:
            for key in way:
                at = at[key]
            if draw(st.booleans()):
                at[last] = copy.deepcopy(draw(SCALARS))  # or one list drawn twice would hold itself
            else:
                del at[last]
        except (KeyError, IndexError, TypeError):
            continue
    return document


@settings(max_examples=250, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(mutated())
def test_a_document_is_planned_or_refused_with_a_field(document: dict[str, Any]) -> None:
    try:
        job = read_job(document)
    except JobError as error:
        assert error.faults and all(fault.text for fault in error.faults)
        return
    result = plan(job)
    json.dumps(plan_json(result), allow_nan=False)
    json.dumps(drawing(result, {}), allow_nan=False)
    for section in job.sections:
        json.dumps(drawing(result, {}, section.id), allow_nan=False)
    json.dumps(to_jsonable_python(corners(plan(job))), allow_nan=False)
    assert floor_svg(job) and floor_json(job) and write_features(job) and write_readings(job)


@pytest.fixture(scope="module")
def client(tmp_path_factory: pytest.TempPathFactory) -> FlaskClient:
    folder: Path = tmp_path_factory.mktemp("fuzz")
    return create_app(folder).test_client()


@st.composite
def tables(draw: st.DrawFn) -> str:
    """A chart as somebody might send it, with a cell or a line spoiled."""
    head = draw(
        st.sampled_from(["product,name,kind,bag_lb,r,installed_in,settled_in,coverage_ft2", "r;x", "", "\ufeff"])
    )
    cells = st.sampled_from(["p", "", "cellulose_loose", "25", "0", "-1", "1e400", "nan", "5,9", '"', "30"])
    lines = draw(st.lists(st.lists(cells, max_size=9).map(",".join), max_size=6))
    return "\n".join([head, *lines])


@settings(
    max_examples=150, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture, HealthCheck.too_slow]
)
@given(tables())
def test_a_table_of_products_is_taken_or_refused_with_its_line(client: FlaskClient, text: str) -> None:
    answer = client.post("/api/import/products", json={"text": text})
    assert answer.status_code in (200, 422)
    assert answer.status_code == 200 or all("line" in error["field"] for error in answer.json["errors"])


@settings(
    max_examples=80, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture, HealthCheck.too_slow]
)
@given(document=mutated(), url=st.sampled_from(["/api/jobs", "/api/plan", "/api/rack", "/api/export/floor.dxf"]))
def test_the_server_never_answers_500(client: FlaskClient, document: dict[str, Any], url: str) -> None:
    body = document if url == "/api/jobs" else {"job": document}
    assert client.post(url, data=json.dumps(body), content_type="application/json").status_code in (200, 201, 422)


@pytest.mark.parametrize(
    "path",
    [
        "/api/jobs/x",
        "/api/jobs/%00",
        "/api/jobs/x/revisions/0",
        "/api/jobs/x/papers/99999999999",
        "/..%2f..%2fetc/passwd",
        "/assets/../job.py",
        "/api/jobs?bin=perhaps",
    ],
)
def test_odd_addresses_are_refused_plainly(client: FlaskClient, path: str) -> None:
    answer = client.get(path)
    assert 400 <= answer.status_code < 500 or b"<!doctype html>" in answer.data
    assert b"Traceback" not in answer.data
