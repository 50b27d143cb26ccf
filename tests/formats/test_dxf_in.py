"""A drawing from outside: arcs as they are, and whatever would take without end refused in words, at once."""

from __future__ import annotations

import math
from io import StringIO

import ezdxf
import pytest
import shapely

from elm_cover.formats import dxf_in
from elm_cover.job import JobError

Corner = tuple[float, float, float]


def drawing(*polylines: list[Corner], old: bool = False) -> bytes:
    document = ezdxf.new("R12" if old else "R2010")  # type: ignore[attr-defined]
    for corners in polylines:
        add = document.modelspace().add_polyline2d if old else document.modelspace().add_lwpolyline
        add(corners, close=True, format="xyb", dxfattribs={"layer": "A"})
    out = StringIO()
    document.write(out)
    return out.getvalue().encode()


@pytest.mark.parametrize("old", [False, True])
def test_a_round_end_is_taken_as_round_as_it_is(old: bool) -> None:
    # 20 × 10 ft with a half circle of 5 ft at its east end, to the outside.
    data = drawing([(0, 0, 0), (20, 0, 1), (20, 10, 0), (0, 10, 0)], old=old)
    (outline,) = dxf_in.outlines(data, "A", "ft").outlines_ft
    shape = shapely.Polygon(outline)
    assert shape.bounds == pytest.approx((0, 0, 25, 10), abs=0.11)
    assert shape.area == pytest.approx(200 + math.pi * 25 / 2, rel=0.01)
    inward = drawing([(0, 0, 0), (20, 0, -1), (20, 10, 0), (0, 10, 0)], old=old)
    (bay,) = dxf_in.outlines(inward, "A", "ft").outlines_ft
    assert shapely.Polygon(bay).area == pytest.approx(200 - math.pi * 25 / 2, rel=0.01)


@pytest.mark.parametrize("bulge", [1e10, -1e10, 1e30, 1e308, 101.0])
def test_an_arc_without_end_is_refused_at_once(bulge: float) -> None:
    with pytest.raises(JobError, match="bulge is over 100"):
        dxf_in.outlines(drawing([(0, 0, bulge), (20, 0, 0), (20, 10, 0)]), "A", "ft")


@pytest.mark.parametrize("word", ["nan", "inf", "-inf", "1e999"])
def test_what_is_no_number_is_refused_wherever_it_stands(word: str) -> None:
    data = drawing([(0, 0, 0.5), (20, 0, 0), (20, 10, 0)])
    for given in (b"0.5", b"20.0"):
        assert given in data
        with pytest.raises(JobError):
            dxf_in.outlines(data.replace(given, word.encode()), "A", "ft")


def test_more_than_a_floor_can_have_is_refused_before_it_is_read() -> None:
    many = drawing([(math.cos(i / 400), math.sin(i / 400), 0.0) for i in range(2_100)])
    with pytest.raises(JobError, match="2,100 vertices; at most 2,000"):
        dxf_in.outlines(many, "A", "ft")
    with pytest.raises(JobError, match="lines; at most 200,000"):
        dxf_in.contents(b"0\nLWPOLYLINE\n" * 100_001)


def test_a_tiny_arc_of_a_wide_bulge_takes_few_chords() -> None:
    data = drawing([(0, 0, 99.0), (0.01, 0, 0), (20, 10, 0)])
    (outline,) = dxf_in.outlines(data, "A", "m").outlines_ft
    assert 3 < len(outline) <= dxf_in.MOST_CHORDS + 3


def written(document: object) -> bytes:
    out = StringIO()
    document.write(out)  # type: ignore[attr-defined]
    return out.getvalue().encode()


def outline(data: bytes, layer: str = "A", unit: str = "ft") -> shapely.Polygon:
    (found,) = dxf_in.outlines(data, layer, unit).outlines_ft
    return shapely.Polygon(found)


def new(version: str = "R2010") -> tuple[object, object]:
    document = ezdxf.new(version)  # type: ignore[attr-defined]
    return document, document.modelspace()


L_SHAPE = [(0, 0), (20, 0), (20, 6), (8, 6), (8, 10), (0, 10)]
L_FT2 = 20 * 6 + 8 * 4


def test_a_layer_with_an_umlaut_is_read_by_the_files_own_code_page() -> None:
    """R2000 in Windows code page 1252: its bytes are no UTF-8."""
    document, space = new("R2000")
    space.add_lwpolyline(L_SHAPE, close=True, dxfattribs={"layer": "Dämmung"})  # type: ignore[attr-defined]
    out = StringIO()
    document.write(out)  # type: ignore[attr-defined]
    data = out.getvalue().encode("cp1252")
    assert b"ANSI_1252" in data and b"D\xe4mmung" in data
    (layer,) = dxf_in.contents(data).layers
    assert (layer.name, layer.closed) == ("Dämmung", 1) and outline(data, "Dämmung").area == pytest.approx(L_FT2)
    # Bytes that are in no code page: no error, and the layer is still found under the name it is told by.
    (odd,) = dxf_in.contents(data.replace(b"D\xe4mmung", b"D\x81mmung")).layers
    odd.name.encode()
    assert outline(data.replace(b"D\xe4mmung", b"D\x81mmung"), odd.name).area == pytest.approx(L_FT2)


@pytest.mark.parametrize("old", [False, True])
def test_a_mirrored_polyline_stands_as_it_is_drawn(old: bool) -> None:
    """Drawn from below (extrusion 0, 0, −1): its x runs the other way, its arcs turn the other way."""
    document, space = new("R12" if old else "R2010")
    corners = [(0, 0, 0), (20, 0, 1), (20, 10, 0), (8, 10, 0), (8, 6, 0), (0, 6, 0)]
    add = space.add_polyline2d if old else space.add_lwpolyline  # type: ignore[attr-defined]
    add(corners, close=True, format="xyb", dxfattribs={"layer": "A", "extrusion": (0, 0, -1)})
    found = outline(written(document))
    # As seen from above: the half circle, 5 ft, at the west end; the notch at the north-east.
    assert found.bounds == pytest.approx((0, 0, 25, 10), abs=0.11)
    assert found.contains(shapely.Point(0.5, 5)) and not found.contains(shapely.Point(24, 9))
    assert found.area == pytest.approx(20 * 10 - 8 * 4 + math.pi * 25 / 2, rel=0.01)


def test_a_polyline_whose_last_corner_is_its_first_is_closed() -> None:
    document, space = new()
    space.add_lwpolyline([*L_SHAPE, L_SHAPE[0]], close=False, dxfattribs={"layer": "A"})  # type: ignore[attr-defined]
    data = written(document)
    assert dxf_in.contents(data).layers == (dxf_in.DxfLayer("A", 1),) and outline(data).area == pytest.approx(L_FT2)


@pytest.mark.parametrize("inner", ["0", "A"])
def test_an_outline_in_a_block_stands_where_the_block_was_put(inner: str) -> None:
    """Turned by a quarter and made twice as large; what a block draws on layer 0 is on the layer it was put on."""
    document, space = new()
    block = document.blocks.new("HOUSE")  # type: ignore[attr-defined]
    block.add_lwpolyline(L_SHAPE, close=True, dxfattribs={"layer": inner})
    outer = document.blocks.new("PLOT")  # type: ignore[attr-defined]
    outer.add_blockref("HOUSE", (3, 3), dxfattribs={"layer": "0"})
    space.add_blockref("PLOT", (100, 50), dxfattribs={"layer": "A", "rotation": 90, "xscale": 2, "yscale": 2})  # type: ignore[attr-defined]
    found = outline(written(document))
    assert found.bounds == pytest.approx((0, 0, 20, 40)) and found.area == pytest.approx(4 * L_FT2)


def test_blocks_without_end_are_refused_at_once() -> None:
    document, space = new()
    block = document.blocks.new("B0")  # type: ignore[attr-defined]
    block.add_lwpolyline(L_SHAPE, close=True)
    for depth in range(1, 6):
        block = document.blocks.new(f"B{depth}")  # type: ignore[attr-defined]
        for i in range(12):
            block.add_blockref(f"B{depth - 1}", (i, 0))
    space.add_blockref("B5", (0, 0))  # type: ignore[attr-defined]
    with pytest.raises(JobError, match="more than 20,000 parts"):
        dxf_in.contents(written(document))


def test_single_lines_and_arcs_that_meet_are_an_outline_whichever_way_they_run() -> None:
    document, space = new()
    sides = [((0, 0), (20, 0)), ((20, 10), (0, 10)), ((0, 0), (0, 10))]
    for begin, end in sides:
        space.add_line(begin, end, dxfattribs={"layer": "A"})  # type: ignore[attr-defined]
    space.add_arc((20, 5), 5, -90, 90, dxfattribs={"layer": "A"})  # type: ignore[attr-defined]
    data = written(document)
    assert dxf_in.contents(data).layers == (dxf_in.DxfLayer("A", 1),)
    assert outline(data).area == pytest.approx(200 + math.pi * 25 / 2, rel=0.01)


def test_lines_with_a_gap_are_named_with_the_way_out() -> None:
    document, space = new()
    for begin, end in (((0, 0), (20, 0)), ((20, 0), (20, 10)), ((20, 10), (0, 9))):
        space.add_line(begin, end, dxfattribs={"layer": "A"})  # type: ignore[attr-defined]
    with pytest.raises(JobError, match="3 lines, arcs or open polylines that do not meet end to end: close the gaps"):
        dxf_in.contents(written(document))
    space.add_lwpolyline(L_SHAPE, close=True, dxfattribs={"layer": "A"})  # type: ignore[attr-defined]
    hatch = space.add_hatch(dxfattribs={"layer": "A"})  # type: ignore[attr-defined]
    hatch.paths.add_polyline_path(L_SHAPE, is_closed=True)
    (aside,) = dxf_in.outlines(written(document), "A", "ft").left_aside
    assert "1 HATCH, which is not read: trace its edge" in aside and "3 lines" in aside


@pytest.mark.parametrize("kind", ["spline", "circle", "ellipse"])
def test_a_curve_that_closes_is_taken_with_few_corners(kind: str) -> None:
    document, space = new()
    if kind == "spline":
        points = [(10 + 10 * math.cos(a / 8 * math.pi), 10 + 10 * math.sin(a / 8 * math.pi)) for a in range(17)]
        space.add_spline(points, dxfattribs={"layer": "A"})  # type: ignore[attr-defined]
    elif kind == "circle":
        space.add_circle((10, 10), 10, dxfattribs={"layer": "A"})  # type: ignore[attr-defined]
    else:
        space.add_ellipse((10, 10), (10, 0), 1.0, dxfattribs={"layer": "A"})  # type: ignore[attr-defined]
    found = outline(written(document))
    assert found.area == pytest.approx(math.pi * 100, rel=0.02) and 8 < len(found.exterior.coords) < 60
