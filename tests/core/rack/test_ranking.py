"""Ways ranked by each aim, those that nothing beats, and why not to take one."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.money.cost import Cost
from elm_cover.core.rack.ranking import AIMS, _beats, measure, ranked, why_not
from elm_cover.core.rack.weighed import Weighed


def cost(price: float, hours: float) -> Cost:
    return Cost(
        currency="$",
        lines=(),
        material=0.0,
        labor=0.0,
        disposal=0.0,
        overhead=0.0,
        margin=0.0,
        price=price,
        price_per_ft2=None,
        person_hours=2 * hours,
        hours=hours,
        days=1,
    )


def way(name: str, price: float, hours: float = 5.0, load: float = 1.5, line: float = 18.0, **more: Any) -> Weighed:
    known: dict[str, Any] = {
        "id": name,
        "method": "top_up",
        "family": name,
        "kind": "cellulose_loose",
        "title": name,
        "subtitle": "",
        "step_r": None,
        "cores": (),
        "blocks": (),
        "cost": cost(price, hours),
        "load_psf": load,
        "fill_line_in": line,
        "settles_in": 1.0,
        "r_effective": 40.0,
        "saved_ua": 50.0,
        "dust": 2,
    }
    return Weighed(**(known | more))


def test_each_aim_goes_by_its_figure() -> None:
    one = way("a", 2000, 6, 1.25, 16, settles_in=2.0, saved_ua=80.0, dust=3)
    assert [measure(one, aim) for aim in AIMS] == [2000, 6, 1.25, 16, -0.04, 2, 3]
    unpriced = way("b", 0, cost=None)
    assert [measure(unpriced, aim) for aim in ("price", "hours", "r_per_money", "dust")] == [None] * 4


def test_places_count_from_one_and_the_cheaper_comes_first_among_equals() -> None:
    found = {w.id: w for w in ranked([way("dear", 3000, 4), way("cheap", 2000, 6), way("middle", 2500, 6)])}
    assert [found[n].ranks["price"] for n in ("cheap", "middle", "dear")] == [1, 2, 3]
    assert [found[n].ranks["hours"] for n in ("dear", "cheap", "middle")] == [1, 2, 3]
    assert [found[n].ranks["weight"] for n in ("cheap", "middle", "dear")] == [1, 2, 3]
    assert found["cheap"].speaks_for[0] == "cheapest of all" and "fastest" in found["dear"].speaks_for


def test_what_nothing_beats_is_marked() -> None:
    found = {w.id: w.unbeaten for w in ranked([way("a", 2000, 5), way("b", 2000, 5.5), way("c", 2500, 4)])}
    assert found == {"a": True, "b": False, "c": True}
    equals = ranked([way("a", 2000), way("b", 2000)])
    assert all(w.unbeaten for w in equals), "one that is the same does not beat it"
    worth = ranked([way("a", 2000), way("b", 2100, r_effective=41.0)])
    assert all(w.unbeaten for w in worth), "dearer, and better as it works"


def test_a_blocked_way_is_neither_ranked_nor_in_the_way() -> None:
    found = ranked([way("a", 1000, 1, 1, 10, blocks=("too heavy",)), way("b", 2000), way("c", 3000, cost=None)])
    assert [w.id for w in found] == ["a", "b", "c"], "the order they came in stays"
    assert [w.ranks is None for w in found] == [True, False, True]
    assert [w.unbeaten for w in found] == [False, True, False]
    assert found[1].speaks_for == (), "the best of one is not worth saying"


def test_steps_up_are_ranked_but_do_not_take_the_praise() -> None:
    found = {w.id: w for w in ranked([way("a", 2000), way("b", 2500), way("up", 1500, step_r=60.0)])}
    assert found["up"].ranks["price"] == 1
    assert "cheapest of all" in found["a"].speaks_for and found["up"].speaks_for == ()


PICKED = way("picked", 2000, 5, 1.5, 18)


@pytest.mark.parametrize(
    ("more", "said"),
    [
        ({"price": 2300}, "$300 dearer than the one picked."),
        ({"price": 1500}, "$500 cheaper than the one picked."),
        ({"price": 2019}, None),
        ({"price": 2000, "hours": 6.5}, "1.5 h more work than the one picked."),
        ({"price": 2000, "hours": 4.5}, "0.5 h less work than the one picked."),
        ({"price": 2000, "load": 1.75}, "0.25 lb/ft² heavier."),
        ({"price": 2000, "load": 1.25}, "0.25 lb/ft² lighter."),
        ({"price": 2000, "line": 19.5}, "1½ in higher fill line."),
        ({"price": 2000, "line": 15.0}, "3 in lower fill line."),
        ({"price": 2000, "r_effective": 38.0}, "R-38 as it works, R-40 with the one picked."),
        ({"price": 2000, "r_effective": 39.6}, None),
    ],
)
def test_why_not_is_told_in_figures_that_differ(more: dict[str, Any], said: str | None) -> None:
    assert why_not(way("other", **more), PICKED) == (() if said is None else (said,))


def test_why_not_says_what_stands_against_it_first_and_once() -> None:
    blocked = way("other", 2000, blocks=("Too heavy.",), ways_out=("Fewer bags.",), cautions=("Mind the edge.",) * 2)
    assert why_not(blocked, PICKED) == ("Too heavy.", "Fewer bags.", "Mind the edge.")
    assert why_not(PICKED, PICKED) == ()


@pytest.mark.parametrize("unknown", ["load_psf", "fill_line_in", "r_effective", "cost"])
@pytest.mark.parametrize("side", ["way", "picked"])
def test_a_figure_that_one_side_lacks_is_not_compared(unknown: str, side: str) -> None:
    known: dict[str, Any] = {"load": 1.9, "line": 20.0, "r_effective": 30.0}
    full = way("other", 2300, **known)
    bare = way("other" if side == "way" else "picked", 2300, **(known | {unknown: None}))
    said = why_not(bare, PICKED) if side == "way" else why_not(full, bare)
    words = {"load_psf": "lb/ft²", "fill_line_in": "fill line", "r_effective": "as it works", "cost": "dearer"}
    assert not any(words[unknown] in text for text in said)


def test_what_is_not_known_of_one_way_beats_and_saves_no_other() -> None:
    assert _beats((1.0, None, 2.0), (2.0, 5.0, 2.0)) and _beats((1.0, 5.0, 2.0), (2.0, None, 2.0))
    assert not _beats((1.0, None, 3.0), (2.0, None, 2.0)) and not _beats((None, 5.0), (2.0, 5.0))
