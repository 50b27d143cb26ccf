"""Strips of a floor: the same means as cell by cell, from far fewer places."""

from __future__ import annotations

import numpy as np
import pytest

from elm_cover.core.layers.dressing import Dressing
from elm_cover.core.layers.strips import MOST_STRIPS, ROOMY_IN, Places, strips_of


def test_equal_cells_count_as_one() -> None:
    found = strips_of(np.array([6.0, 12.0, 6.0, 12.0, 12.0]))
    assert found.room_in == pytest.approx([6, 12])
    assert found.share == pytest.approx([0.4, 0.6])
    assert found.mean(np.array([1.0, 2.0])) == pytest.approx(1.6)


def test_cells_all_alike_have_the_plain_mean() -> None:
    assert Places(np.array([1.0, 2.0, 6.0])).mean(np.array([1.0, 2.0, 6.0])) == pytest.approx(3)


def test_old_depth_and_edge_work_keep_cells_apart() -> None:
    room, old = np.full(4, 10.0), np.array([2.0, 2.0, 3.0, 3.0])
    assert strips_of(room, old).room_in.size == 2
    work = Dressing(np.array([0.0, 5.0, 0.0, 5.0]), np.zeros(4))
    found = strips_of(room, old, dressed=work)
    assert found.room_in.size == 4 and found.dressed is not None
    assert sorted(found.dressed.over_r) == [0, 0, 5, 5]


def test_room_beyond_any_fill_line_is_all_the_same() -> None:
    assert strips_of(np.array([ROOMY_IN, ROOMY_IN + 1, 9e9])).room_in.size == 1


def test_odd_shapes_are_taken_to_a_step_without_moving_the_mean() -> None:
    room = np.random.default_rng(3).uniform(2, 20, 20_000)
    found = strips_of(room)
    assert found.room_in.size <= MOST_STRIPS
    assert found.mean(found.room_in) == pytest.approx(float(room.mean()), rel=1e-12)
    # What bends at the fill line is off by less than a tenth of a percent.
    assert found.mean(np.minimum(found.room_in, 14)) == pytest.approx(float(np.minimum(room, 14).mean()), rel=1e-3)
