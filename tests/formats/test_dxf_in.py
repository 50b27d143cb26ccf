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
