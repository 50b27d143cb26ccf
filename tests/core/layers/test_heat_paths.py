"""Parallel paths over the floor, against the published check values."""

from __future__ import annotations

import numpy as np
import pytest

from elm_cover.core.layers.framing import framing_fraction
from elm_cover.core.layers.heat_paths import Boundary, paths
from elm_cover.core.layers.layer import Layer
from elm_cover.core.layers.stack import LayerAt
from tests.conftest import attic, planned


def test_framing_fraction() -> None:
    assert framing_fraction(16) == pytest.approx(0.10, abs=0.002)
    assert framing_fraction(24) == pytest.approx(0.07)


@pytest.mark.parametrize(("r", "u"), [(30, 0.0320), (38, 0.0255), (49, 0.0199), (60, 0.0163)])
def test_published_ceiling_u_factors(r: float, u: float) -> None:
    floor = Boundary(1.67, framing_fraction(24), 3.5)
    found = paths(floor, (), np.array([r / 2.6]), np.array([float(r)]), 2.6).u(floor.framing_fraction)
    assert found[0] == pytest.approx(u, abs=0.0002)


def test_wood_standing_bare_above_thin_fill_earns_nothing() -> None:
    floor = Boundary(1.67, 0.07, 9.25)
    found = paths(floor, (), np.array([2.0]), np.array([7.0]), 3.5).u(floor.framing_fraction)
    assert found[0] == pytest.approx(0.07 / (1.67 + 2.5) + 0.93 / (1.67 + 7))


def test_u_falls_as_depth_grows_and_a_bare_hatch_counts() -> None:
    def u(r: float, **more: object) -> float:
        document = attic()
        document["target"]["r"] = r
        document.update(more)
        return planned(document).sections[0].u_effective or 0

    assert u(30) > u(45) > u(58)
    hatch = [{"section": "main", "at_ft": [12, 9], "opening_in": [22.5, 30]}]
    without, with_hatch = u(49), u(49, accesses=hatch)
    area, curb = 22.5 * 30 / 144, (24 * 31.5 - 22.5 * 30) / 144
    lid = area / 2.16 + curb / (1.22 + 1.25 * 18.6)
    assert with_hatch == pytest.approx((without * (950 - area - curb) + lid) / 950, rel=0.002)


def test_effective_r_on_a_plain_floor_is_the_check_value() -> None:
    gables = attic(edges=[{"kind": "gable"}] * 4, existing=[])
    section = planned(gables).sections[0]
    assert section.r_effective == pytest.approx(1 / section.u_effective - 1.67)
    assert section.r_effective < section.r_nominal == pytest.approx(49)


def test_the_sound_path_has_every_layer_whole() -> None:
    """What voids cost is held against it: 1 / (B + all layers), whatever their voids."""
    under = Boundary(1.67, 0.07, 3.5)
    batt = Layer("glass_batt", 3.5, 11.0, void=0.4)
    found = paths(
        under, [LayerAt(batt, np.array([3.5]), np.array([11.0]))], np.array([8.2]), np.array([30.0]), 3.6, 2.0
    )
    assert found.sound == pytest.approx([1 / (1.67 + 11 + 30 + 2)])
    assert found.cavity == pytest.approx([0.6 / (1.67 + 43) + 0.4 / (1.67 + 32)])
