"""Old and new fill sharing the room under the roof, place by place, by hand."""

from __future__ import annotations

import numpy as np
import pytest

from elm_cover.core.layers.chart import NO_FILL, NewFill
from elm_cover.core.layers.dressing import Dressing
from elm_cover.core.layers.layer import Layer
from elm_cover.core.layers.stack import Stack, depth_of

OLD = Layer("cellulose_loose", 4.0, 14.0)
FILL = NewFill(r=35.0, installed_in=12.0, settled_in=10.0, weight_psf=1.5)


def test_depths_of_the_whole() -> None:
    stack = Stack((OLD,), FILL, rise_in=0.5, batts=(Layer("glass_batt", 6.0, 19.0),))
    assert stack.old_in == 4.5, "as it stands on the day"
    assert stack.installed_in == 18 and stack.settled_in == 16
    assert stack.depth_in == 22.5
    assert depth_of((OLD, OLD)) == 8


def test_full_room_and_room_that_runs_out() -> None:
    # Fill line 16 in. Room 20: all of it. Room 10: 6 of new. Room 3: no new, the old pressed to 3.
    lying = Stack((OLD,), FILL).at(np.array([20.0, 10.0, 3.0]))
    assert lying.new_installed_in == pytest.approx([12, 6, 0])
    assert lying.new_settled_in == pytest.approx([10, 5, 0]), "settles by the same share everywhere"
    assert lying.top_in == pytest.approx([16, 10, 3])
    assert lying.layers[0].depth_in == pytest.approx([4, 4, 3])
    assert lying.layers[0].r == pytest.approx([14, 14, 10.5]), "R goes with the depth"


def test_the_fill_line_is_level_over_dips_and_heaps() -> None:
    lying = Stack((OLD,), FILL).at(np.full(3, 40.0), np.array([2.0, 4.0, 6.0]))
    assert lying.old_in == pytest.approx([2, 4, 6])
    assert lying.new_installed_in == pytest.approx([14, 12, 10])
    assert lying.layers[0].r == pytest.approx([7, 14, 21])


def test_readings_move_the_topmost_loose_layer_alone() -> None:
    batt = Layer("glass_batt", 3.5, 11.0)
    lying = Stack((batt, OLD), FILL).at(np.full(2, 40.0), np.array([9.5, 2.0]))
    assert lying.layers[0].depth_in == pytest.approx([3.5, 2.0]), "less than the batt: the batt is thinner there"
    assert lying.layers[1].depth_in == pytest.approx([6.0, 0.0])


def test_fill_blown_under_lifted_batts_is_no_old_fill() -> None:
    fresh, batt = Layer("cellulose_loose", 5.0, 18.0), Layer("glass_batt", 3.5, 11.0)
    stack = Stack((fresh, batt), NO_FILL, rise_in=0.8, under_layers=1)
    lying = stack.at(np.array([40.0]), np.array([4.0]))
    assert lying.layers[0].depth_in == pytest.approx([5.0]), "a map of the old fill does not speak of it"
    assert lying.layers[1].depth_in == pytest.approx([4.0])
    assert lying.old_in == pytest.approx([9.8]), "risen on the day"


def test_a_batt_is_pressed_to_half_and_then_cut_back() -> None:
    batt = Layer("glass_batt", 10.0, 30.0)  # R 3 an inch: low density, exponent 0.65
    lying = Stack((), NO_FILL, batts=(batt,)).at(np.array([12.0, 7.0, 5.0, 4.9]))
    assert lying.layers[0].depth_in == pytest.approx([10, 7, 5, 0])
    assert lying.layers[0].r == pytest.approx([30, 30 * 0.7**0.65, 30 * 0.5**0.65, 0])
    assert lying.new_installed_in == pytest.approx([0, 0, 0, 0]), "nothing is blown where nothing is chosen"


def test_loose_fill_takes_the_place_of_a_batt_cut_back() -> None:
    batt = Layer("glass_batt", 10.0, 30.0)
    lying = Stack((), FILL, batts=(batt,)).at(np.array([30.0, 4.0]))
    assert lying.new_installed_in == pytest.approx([12, 4])
    assert lying.under_in == pytest.approx([10, 0])


def test_a_second_batt_does_not_go_on_where_the_first_was_cut_back() -> None:
    thick, thin = Layer("glass_batt", 10.0, 30.0), Layer("glass_batt", 3.5, 11.0)
    lying = Stack((), NO_FILL, batts=(thick, thin)).at(np.array([20.0, 4.0]))
    assert lying.layers[1].depth_in == pytest.approx([3.5, 0.0])


def test_a_remedy_takes_the_place_of_the_fill_and_foam_lies_over_what_touches_it() -> None:
    dressed = Dressing(over_r=np.array([5.0, 5.0, 5.0]), r_per_in=np.array([6.0, 0.0, 0.0]))
    lying = Stack((OLD,), FILL).at(np.array([5.0, 10.0, 30.0]), None, dressed)
    old, remedy = lying.layers
    assert remedy.depth_in == pytest.approx([5, 0, 0]) and remedy.r == pytest.approx([30, 0, 0])
    assert old.depth_in == pytest.approx([0, 4, 4]) and old.r == pytest.approx([0, 14, 14])
    assert lying.new_installed_in == pytest.approx([0, 6, 12])
    assert lying.over_r == pytest.approx([5, 5, 0]), "full depth does not reach the baffle"
