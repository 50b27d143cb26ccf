"""Walls by the compass, whichever way round the corners run."""

from __future__ import annotations

import math

import pytest

from elm_cover.core.floor.outline import edge_side


@pytest.mark.parametrize("turned", range(8))
def test_sides_by_the_compass(turned: int) -> None:
    names = ("east", "north-east", "north", "north-west", "west", "south-west", "south", "south-east")
    square = ((5, -5), (5, 5), (-5, 5), (-5, -5))
    angle = math.radians(45 * turned)
    c, s = math.cos(angle), math.sin(angle)
    outline = tuple((x * c - y * s, x * s + y * c) for x, y in square)
    found = [edge_side(outline, edge) for edge in range(4)]
    assert found == [names[(turned + 2 * edge) % 8] for edge in range(4)]
    backward = outline[::-1]
    # The wall from the last corner but one to the last comes first when they are read the other way.
    assert [edge_side(backward, edge) for edge in range(4)] == [found[2], found[1], found[0], found[3]]
