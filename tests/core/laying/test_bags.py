"""Bags where old and new fill share the room: gaps below, lifted batts, dips deeper than the chart (Settled since 4 and 7)."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from elm_cover.core.layers.chart import Chart, NewFill, Row
from elm_cover.core.layers.layer import Layer
from elm_cover.core.laying.bags import gaps_psf
from tests.conftest import attic, codes, planned

GABLES = [{"kind": "gable"}] * 4
W_49, SETTLED_49 = 25 / 13.5, 13.3


def test_weight_of_what_drops_into_gaps() -> None:
    fill = NewFill(49, 15.1, SETTLED_49, W_49)
    batt = Layer("glass_batt", 3.5, 11, void=0.08, open=True)
    assert gaps_psf([batt], fill) == pytest.approx(0.08 * 3.5 * W_49 / SETTLED_49)
    assert gaps_psf([batt, Layer("glass_loose", 4, 10, void=0.5)], fill) == gaps_psf([batt], fill), (
        "closed: nothing drops"
    )
    assert gaps_psf([batt], NewFill(0, 0, 0, 0)) == 0


def gappy(**layer: Any) -> dict[str, Any]:
    job = attic(edges=GABLES)
    job["sections"][0]["existing"][0].update({"void_pct": 30, "voids": "open"} | layer)
    return job


def test_gaps_open_from_above_earn_r_and_take_bags() -> None:
    result = planned(gappy())
    (section,), (line,) = result.sections, result.order
    fill_w, settled = section.bag_covers_ft2, section.settled_in
    w = 25 / fill_w
    gaps = 0.3 * 950 * 3.5 * (w / settled) / 25
    assert section.bags.gaps == line.bags_gaps == pytest.approx(gaps)
    assert section.bags.chart == pytest.approx(950 / fill_w), "the chart knows nothing of gaps"
    closed = planned(gappy(voids="under", void_pct=0)).sections[0]
    assert closed.bags.gaps == 0
    assert line.bags_order == -(-(950 / fill_w + gaps) * 1.03 // 1), "one rounding, of both"
    assert {"gaps_below", "chart_bags"} <= set(result.figures["order.c1.bags_order"].inputs)
    blowing = next(li.amount for li in result.cost.lines if li.what == "Blowing")
    assert blowing == pytest.approx(2 * section.bags.field * 25 / 1750)
    assert section.bags.field == pytest.approx(950 * w / 25 + gaps), (
        "3½ in chords end where the new fill begins, so no wood stands in it"
    )


def test_lifting_onto_loose_glass_loses_none_of_it() -> None:
    job = attic(edges=GABLES)
    rows = [(19, 7.6, 7.5, 55.0), (30, 11.8, 11.6, 35.0), (49, 18.9, 18.6, 21.5), (60, 22.9, 22.5, 17.6)]
    job["products"][0] |= {
        "kind": "glass_loose",
        "bag_lb": 30,
        "chart": [dict(zip(("r", "installed_in", "settled_in", "coverage_ft2"), row, strict=True)) for row in rows],
    }
    job["choice"]["main"]["method"] = "lift_and_fill"
    section = planned(job).sections[0]
    # 4½ in blown under, settled to 4.441; of it 3½ in stand between the chords. The batts and the cap press it, no more.
    under = 4.5 * 7.5 / 7.6
    weight = under * (30 / 55) / 7.5
    expected = weight * (1 - 0.07 * 3.5 / under)
    cap = 30 / section.bag_covers_ft2
    assert section.bags.field == pytest.approx(950 * (expected + cap) / 30, rel=1e-6)


def test_a_chart_is_carried_on_at_its_last_slope_over_dips_alone() -> None:
    chart = Chart((Row(19, 5.9, 5.2, 36.1), Row(49, 15.1, 13.3, 13.5), Row(60, 18.4, 16.2, 10.9)), 25)
    slope = (25 / 10.9 - 25 / 13.5) / (16.2 - 13.3)
    found = chart.thin_weight_psf(np.array([0.0, 2.6, 16.2, 18.2]))
    assert found == pytest.approx([0, 25 / 36.1 / 2, 25 / 10.9, 25 / 10.9 + 2 * slope])
    assert chart.thin_r(np.array([18.2])) == pytest.approx([60]), "the claim stays the last row's"


def test_dips_deeper_than_the_chart_are_said_with_where_and_how_much() -> None:
    job = attic(edges=GABLES, existing=[{"material": "glass_loose", "depth_in": 6}])
    job["target"]["r"] = 73
    job["sections"][0]["readings"] = [{"at_ft": [x, y], "depth_in": 7.0} for x in (2, 12, 22, 36) for y in (2, 23)] + [
        {"at_ft": [30, 12], "depth_in": 0.5}
    ]
    result = planned(job)
    (flag,) = [flag for flag in result.flags if flag.code == "dips_beyond_chart"]
    assert "18⅜" in flag.text and "near 30, 12 ft" in flag.text
    flat = attic(edges=GABLES, existing=[{"material": "glass_loose", "depth_in": 6}])
    flat["target"]["r"] = 73
    assert "dips_beyond_chart" not in codes(planned(flat))


def test_a_batt_too_narrow_for_its_bay_has_no_layout_no_r_and_no_price() -> None:
    job = attic(existing=[])
    job["products"].append(
        {
            "id": "narrow",
            "name": "Narrow",
            "kind": "glass_batt",
            "batt": {"r": 11, "thickness_in": 3.5, "width_in": 15, "length_in": 93, "pieces_per_bundle": 10},
        }
    )
    job["choice"]["main"] |= {"method": "batts_between_blown_cap", "between": "narrow"}
    result = planned(job)
    section = result.sections[0]
    assert "batt_too_narrow" in codes(result)
    assert section.batts == () and section.r_nominal is None and result.cost is None and result.order == ()


def test_gaps_open_from_above_are_bare_while_nothing_drops_in() -> None:
    section = planned(gappy()).sections[0]
    # Today: 0.07 of chords, 3½ in of wood; of the rest 0.7 is sound, 0.3 bare board.
    u = 0.07 / (1.67 + 3.5 * 1.25) + 0.93 * (0.7 / (1.67 + 11) + 0.3 / 1.67)
    assert section.ua_today == pytest.approx(950 * u)
