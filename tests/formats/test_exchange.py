"""Survey data out and in: CSV, DXF, SVG, JSON; and what each refuses."""

from __future__ import annotations

import io
import json
import xml.etree.ElementTree as ElementTree
from typing import Any

import ezdxf
import pytest

from elm_cover.demo.jobs import demo_documents
from elm_cover.formats import dxf_in, floor_out, survey_csv
from elm_cover.job import JobError, read_job
from tests.conftest import attic, planned

WEIR = demo_documents()[1]


def test_readings_and_features_come_back_as_they_went() -> None:
    job = read_job(WEIR)
    ids = [section.id for section in job.sections]
    for write, read, part in (
        (survey_csv.write_readings, survey_csv.read_readings, "readings"),
        (survey_csv.write_features, survey_csv.read_features, "features"),
    ):
        items = read(write(job), ids)
        copy = json.loads(json.dumps(WEIR))
        for section in copy["sections"]:
            section[part] = [
                {k: v for k, v in i.items() if k != "section"} for i in items if i["section"] == section["id"]
            ]
        again = read_job(copy)
        for before, after in zip(job.sections, again.sections, strict=True):
            without = [item.model_copy(update={"id": None}) for item in getattr(before, part)]
            assert list(getattr(after, part)) == without
        assert planned(copy).totals == planned(WEIR).totals


HEAD = ",".join(survey_csv.READING_COLUMNS)


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("x,y,depth\n1,2,3\n", "line 1: columns “section, depth_in” missing"),
        (HEAD + "\nmain,1,5,2,3,\n", "line 2: has 6 columns, the header 5"),
        (HEAD + "\nattic,1,2,3,\n", "no section “attic”; allowed: main"),
        (HEAD + "\nmain,1,,3,\n", "line 2, y_ft: fill in both"),
        (HEAD + "\nmain,1,2,deep,\n", "line 2, depth_in: must be a plain number"),
        (HEAD + "\nmain,1,2,-3,\n", "line 2, depth_in: must be 0 or more"),
        (HEAD + "\nmain,1,2,3,perhaps\n", "must be yes or no"),
        (HEAD + '\n"main,1,2', "line 2: has 1 columns, the header 5"),
        ("", "line 1"),
    ],
)
def test_a_csv_that_cannot_be_used_says_where(text: str, says: str) -> None:
    with pytest.raises(JobError) as refused:
        survey_csv.read_readings(text, ["main"])
    assert says in str(refused.value)


@pytest.mark.parametrize(
    "text",
    [
        HEAD + "\nmain,1.5,2,3.25,yes\n",
        "section;x_ft;y_ft;depth_in;checked\nmain;1,5;2;3,25;yes\n",
        "section\tx_ft\ty_ft\tdepth_in\tchecked\nmain\t1,5\t2\t3,25\tyes\n",
        "\ufeffdepth_in,checked,section,y_ft,x_ft\r\n3.25,yes,main,2,1.5\r\n\r\n",
    ],
)
def test_readings_are_taken_as_a_spreadsheet_sends_them(text: str) -> None:
    assert survey_csv.read_readings(text, ["main"]) == [
        {"section": "main", "at_ft": [1.5, 2.0], "depth_in": 3.25, "checked": True}
    ]


def test_columns_may_be_left_out() -> None:
    assert survey_csv.read_readings("section,depth_in\nmain,4\n", ["main"]) == [{"section": "main", "depth_in": 4.0}]
    feature = survey_csv.read_features("kind;section;lid_r;count\nhatch;main;2,5;1\n", ["main"])
    assert feature == [{"section": "main", "kind": "hatch", "lid_r": 2.5, "count": 1}]


def drawing_of(*outlines: list[tuple[float, float]], close: bool = True, layer: str = "ATTIC", units: int = 6) -> bytes:
    document = ezdxf.new("R2010", units=units)  # type: ignore[attr-defined]
    for outline in outlines:
        document.modelspace().add_lwpolyline(outline, close=close, dxfattribs={"layer": layer})
    out = io.StringIO()
    document.write(out)
    return out.getvalue().encode()


METRES = [(100.0, 50.0), (110.0, 50.0), (110.0, 56.0), (100.0, 56.0)]


def test_closed_polylines_of_a_layer_become_outlines_in_feet() -> None:
    data = drawing_of(METRES)
    found = dxf_in.contents(data)
    assert [(layer.name, layer.closed) for layer in found.layers] == [("ATTIC", 1)] and found.unit == "m"
    (outline,) = dxf_in.outlines(data, "ATTIC", "m").outlines_ft
    assert outline == pytest.approx([0.0, 0.0]) or outline[0] == (0, 0)
    assert outline[2] == pytest.approx((10 / 0.3048, 6 / 0.3048), abs=1e-3)


@pytest.mark.parametrize(
    ("data", "layer", "unit", "says"),
    [
        (b"garbage", "ATTIC", "m", "cannot be read as DXF"),
        (b"\x00\xff" * 5000, "ATTIC", "m", "cannot be read as DXF"),
        (b"0\nSECTION\n2\nENTITIES\n0\nLWPOLYLINE\n90\n9999999\n", "ATTIC", "m", "DXF"),
        (drawing_of(METRES), "WALLS", "m", "nothing that can be an outline on the layer “WALLS”"),
        (drawing_of(METRES), "ATTIC", "yard", "allowed: in, ft"),
        (drawing_of(METRES), "ATTIC", "mm", "Is the unit right?"),
        (drawing_of(METRES, close=False), "ATTIC", "m", "do not meet end to end"),
        (drawing_of([(0, 0), (4, 4), (4, 0), (0, 4)]), "ATTIC", "m", "crosses"),
    ],
)
def test_a_drawing_that_cannot_be_used_says_why(data: bytes, layer: str, unit: str, says: str) -> None:
    with pytest.raises(JobError) as refused:
        dxf_in.outlines(data, layer, unit)
    assert says in str(refused.value)


def test_the_floor_goes_out_as_dxf_and_comes_back() -> None:
    data = floor_out.floor_dxf(read_job(WEIR)).encode()
    back = dxf_in.outlines(data, "OUTLINE", "ft").outlines_ft
    assert [len(outline) for outline in back] == [len(s["outline_ft"]) for s in WEIR["sections"]]
    assert back[0][2] == pytest.approx(WEIR["sections"][0]["outline_ft"][2], abs=1e-3)


def test_the_floor_goes_out_as_svg_and_json() -> None:
    job = read_job(WEIR)
    root = ElementTree.fromstring(floor_out.floor_svg(job))
    outlines = [e for e in root.iter() if e.get("class") == "outline"]
    assert len(outlines) == len(WEIR["sections"])
    data: dict[str, Any] = json.loads(floor_out.floor_json(job))
    whats = [feature["properties"]["what"] for feature in data["features"]]
    assert data["units"] == "ft" and whats.count("section") == 3
    assert whats.count("reading") == len(WEIR["sections"][0]["readings"])
    main = data["features"][0]
    assert len(main["geometry"]["coordinates"]) == 2  # the outline and the stairwell
    assert main["geometry"]["coordinates"][0][0] == main["geometry"]["coordinates"][0][-1]


def test_any_job_can_be_written_out() -> None:
    for document in ({"format": "elm-cover.job", "version": 1}, attic(existing=None)):
        job = read_job(document)
        assert floor_out.floor_svg(job) and floor_out.floor_dxf(job) and floor_out.floor_json(job)
