"""The rack: every way weighed, the same figures as the plan's, blocked ones with their reason, the best mix."""

from __future__ import annotations

import itertools
from typing import Any

import pytest

from elm_cover.core.base.units import fixed
from elm_cover.core.from_job.book import book_input
from elm_cover.core.from_job.products import product_input
from elm_cover.core.money.cost import cost_of
from elm_cover.core.money.quantities import Quantities, total
from elm_cover.core.plan import plan
from elm_cover.core.rack.mix import Limits, MixProgram, Option
from elm_cover.core.rack.ranking import AIMS, measure
from elm_cover.core.rack.weighed import Pricing
from elm_cover.core.ways import Rack, rack
from elm_cover.demo.jobs import demo_documents
from elm_cover.formats.product_library import library
from elm_cover.job import read_job
from tests.conftest import attic, codes, eave, planned

POOL = library()
NAMES = {product.id: product for product in POOL}


def racked(job: dict[str, Any], **more: Any) -> Rack:
    return rack(read_job(job), POOL, **more)


def picking(job: dict[str, Any], way: Any) -> dict[str, Any]:
    """The job with a way picked, as the screen does it."""
    job = {**job, "choice": {}}
    job["products"] = job["products"] + [p.model_dump(exclude_none=True, mode="json") for p in POOL]
    for core in way.weighed.cores:
        choice = {"method": core.choice.method, "product": core.choice.product}
        choice |= {"between": core.choice.between} if core.choice.between else {}
        choice |= {"layers": core.choice.layers} if core.choice.layers else {}
        if core.choice.installed_in is not None:
            choice["depth"] = {"by": "installed_in", "value_in": core.choice.installed_in}
        job["choice"][core.section] = choice
    return job


def two_sections() -> dict[str, Any]:
    job = attic(features=[{"kind": "recessed_light", "at_ft": [6, 5], "rating": "non_ic"}])
    job["accesses"] = [{"section": "main", "at_ft": [12, 9], "opening_in": [22.5, 30]}]
    wing = {**job["sections"][0], "id": "wing", "name": "Wing", "features": []}
    wing |= {"outline_ft": [[38, 0], [56, 0], [56, 20], [38, 20]], "existing": [], "edges": [eave(9), eave(9)] * 2}
    job["sections"].append(wing)
    return job


def test_every_way_shows_the_figures_the_plan_gives_when_it_is_picked() -> None:
    job = two_sections()
    ways = [way for way in racked(job).ways if way.weighed.cost is not None]
    assert len(ways) > 25 and {way.weighed.method for way in ways} >= {"top_up", "clear_and_blow", "batts_across"}
    for way in ways[::4]:
        result = plan(read_job(picking(job, way)))
        assert result.cost is not None
        assert way.weighed.cost.price == pytest.approx(result.cost.price), way.weighed.id
        assert way.weighed.cost.hours == pytest.approx(result.cost.hours)
        for core, section in zip(way.weighed.cores, result.sections, strict=True):
            assert core.r_nominal == pytest.approx(section.r_nominal)
            assert core.r_effective == pytest.approx(section.r_effective, rel=1e-4)
            assert core.fill_line_in == pytest.approx(section.depth_total_in)
            assert core.load_psf == pytest.approx(section.load_psf)
            assert core.r_at_plate == pytest.approx(min(e.r_at_plate for e in section.eaves))
            assert core.layers[-1].to_in == pytest.approx(core.fill_line_in)
        assert {pack.product: pack.count for pack in way.weighed.packs} == {
            line.product: line.bags_order for line in result.order
        }
        found = racked(picking(job, way)).picked
        assert found == way.weighed.id


def test_a_blocked_way_stays_with_its_reason_and_figure() -> None:
    heavy = attic(ceiling={"board": "gypsum_1_2"}, existing=[])
    ways = {way.weighed.id: way for way in racked(heavy).ways}
    blocked = ways["top_up/Mineral wool loose fill/as-set"]
    assert any("2.48 lb/ft² on a ceiling that may carry 1.3" in text for text in blocked.why_not)
    assert blocked.weighed.cost is not None and blocked.weighed.ranks is None and not blocked.weighed.unbeaten
    across = next(way for way in ways.values() if way.weighed.method == "batts_across")
    assert "3½ in of open air" in across.weighed.blocks[0]


def test_ranks_by_each_aim_and_what_nothing_beats() -> None:
    ways = [way.weighed for way in racked(two_sections()).ways]
    able = [way for way in ways if not way.blocks]
    for aim in AIMS:
        by_rank = sorted(able, key=lambda way: way.ranks[aim])
        assert [way.ranks[aim] for way in by_rank] == list(range(1, len(able) + 1))
        figures = [measure(way, aim) for way in by_rank]
        assert figures == sorted(figures)

    def vector(way: Any) -> tuple[float, ...]:
        return (way.cost.price, way.cost.hours, way.load_psf, way.fill_line_in, -way.r_effective)

    for way in able:
        beaten = any(
            all(a <= b + 1e-9 for a, b in zip(vector(other), vector(way), strict=True)) and vector(other) != vector(way)
            for other in able
        )
        assert way.unbeaten != beaten


def test_fouled_fill_comes_out_and_vermiculite_is_not_touched() -> None:
    wet = attic(existing=[{"material": "glass_batt", "depth_in": 3.5, "condition": "wet"}])
    open_ways = {way.weighed.method for way in racked(wet).ways if not way.weighed.blocks}
    assert open_ways == {"clear_and_blow"}
    suspected = attic()
    suspected["hazards"] = [{"kind": "vermiculite", "status": "suspected"}]
    assert not {"clear_and_blow", "lift_and_fill"} & {
        way.weighed.method for way in racked(suspected).ways if not way.weighed.blocks
    }


def test_what_is_not_known_yet_is_named_and_nothing_is_guessed() -> None:
    job = attic(existing=None)
    found = racked(job)
    assert not found.ways
    assert [item.field for item in found.missing] == ["sections[0].existing"]
    job = attic(framing={}, ceiling={})
    del job["target"]
    lacking = ["ceiling.board", "framing.spacing_in", "framing.depth_in"]
    assert [item.field for item in racked(job).missing] == [f"sections[0].{field}" for field in lacking], "only that"
    job = attic()
    del job["target"]
    assert [(item.step, item.field) for item in racked(job).missing] == [("target", "target.basis")]


def test_the_demo_jobs_have_a_way_that_is_open() -> None:
    documents = list(demo_documents())
    assert len(documents) == 3
    for document in documents:
        found = rack(read_job(document), POOL)
        assert any(not way.weighed.blocks for way in found.ways) and len(found.ways) > 20


def options(sections: int, ways: int) -> dict[str, list[Option]]:
    """Made-up options whose best mix is not the best of each section: products are rounded up over the job."""
    found: dict[str, list[Option]] = {}
    for s, w in itertools.product(range(sections), range(ways)):
        name = POOL[w % 4].id
        q = Quantities(
            area_ft2=500,
            packs={name: 3.3 + 2.1 * s + 1.7 * w % 3},
            blown_lb={POOL[w % 4].kind or "": 100 + 60 * s + 40 * w},
        )
        load, depth = 0.8 + 0.31 * ((w + s) % 4), 12 + (3 * w + s) % 7
        found.setdefault(f"s{s}", []).append(Option(f"w{w}", q, load, load / 2.2, depth, 300 + 50 * s))
    return found


@pytest.mark.parametrize("aim", ["price", "hours", "weight", "depth"])
@pytest.mark.parametrize(
    "limits", [Limits(), Limits(most_products=1), Limits(load_share=0.6), Limits(budget=900), Limits(budget=10)]
)
def test_the_best_mix_is_what_trying_them_all_finds(aim: str, limits: Limits) -> None:
    job = read_job(attic())
    book, products = book_input(job), {product.id: product_input(product) for product in POOL}
    by_section = options(3, 4)
    best = None
    for picked in itertools.product(*by_section.values()):
        cost = cost_of(total(option.quantities for option in picked), products, 3, book)
        used = {name for option in picked for name in option.quantities.packs}
        if limits.budget is not None and cost.price > limits.budget:
            continue
        if limits.most_products is not None and len(used) > limits.most_products:
            continue
        if limits.load_share is not None and any((o.load_share or 0) > limits.load_share for o in picked):
            continue
        figure = {
            "price": cost.price,
            "hours": cost.hours,
            "weight": sum(o.load_psf * o.net_ft2 for o in picked),
            "depth": sum(o.fill_line_in * o.net_ft2 for o in picked),
        }[aim]
        if best is None or (round(figure, 6), cost.price) < best[0]:
            best = ((round(figure, 6), cost.price), tuple(option.way for option in picked))
    found = MixProgram(by_section, Quantities(), Pricing(products, 3, book), limits).solve(aim)
    if best is None:
        assert found is None
        return
    assert found is not None
    taken = [next(o for o in by_section[s] if o.way == way) for s, way in found.items()]
    cost = cost_of(total(option.quantities for option in taken), products, 3, book)
    figure = {
        "price": cost.price,
        "hours": cost.hours,
        "weight": sum(o.load_psf * o.net_ft2 for o in taken),
        "depth": sum(o.fill_line_in * o.net_ft2 for o in taken),
    }[aim]
    assert figure == pytest.approx(best[0][0], rel=1e-5)


def test_a_load_limit_in_the_mix_lets_no_unknown_ceiling_pass() -> None:
    job = two_sections()
    job["sections"][1]["ceiling"]["board"] = "plaster"
    free = racked(job, mix_aim="price").mix
    assert free is not None and set(free.ways) == {"main", "wing"}
    limited = racked(job, mix_aim="price", limits=Limits(load_share=1.0)).mix
    assert limited is not None and limited.ways == {} and "no load limit is known" in limited.text


def test_a_mix_is_priced_as_the_plan_prices_it() -> None:
    job = two_sections()
    found = racked(job, mix_aim="price", limits=Limits(most_products=1))
    assert found.mix is not None and found.mix.cost is not None and set(found.mix.ways) == {"main", "wing"}
    ways = {way.weighed.id: way for way in found.ways}
    cheapest = min(way.weighed.cost.price for way in ways.values() if not way.weighed.blocks and not way.weighed.step_r)
    assert found.mix.cost.price <= cheapest + 1e-6
    impossible = racked(job, mix_aim="price", limits=Limits(budget=1))
    assert impossible.mix is not None and not impossible.mix.ways and "Raise the budget" in impossible.mix.text


def test_a_ceiling_that_can_take_nothing_says_so_for_each() -> None:
    job = attic(existing=[{"material": "mineral_wool_loose", "depth_in": 9.0}], ceiling={"board": "gypsum_1_2"})
    able = [way for way in racked(job).ways if not way.weighed.blocks]
    assert {way.weighed.method for way in able} <= {"clear_and_blow", "batts_across"}
    assert all("lb/ft²" in " ".join(w.why_not) for w in racked(job).ways if w.weighed.method == "top_up")


def test_a_target_below_what_is_there_adds_nothing_and_says_so() -> None:
    job = attic(existing=[{"material": "cellulose_loose", "depth_in": 16.0}], edges=[{"kind": "gable"}] * 4)
    job["target"]["r"] = 30
    result = planned(job)
    assert result.sections[0].installed_in == 0 and result.order[0].bags_order == 0
    assert "enough_already" in codes(result)


def test_a_higher_step_of_the_same_way_has_more_r_and_never_costs_less() -> None:
    by_way: dict[tuple[str, str], list[Any]] = {}
    for way in racked(two_sections()).ways:
        if way.weighed.cost is not None:
            by_way.setdefault((way.weighed.method, way.weighed.family), []).append(way.weighed)
    climbing = [sorted(ways, key=lambda w: w.r_nominal) for ways in by_way.values() if len(ways) > 1]
    assert len(climbing) > 5
    for ways in climbing:
        for lower, higher in itertools.pairwise(ways):
            assert higher.saved_ua > lower.saved_ua - 1e-9
            assert higher.cost.price > lower.cost.price
            assert higher.fill_line_in > lower.fill_line_in


def test_what_is_shared_is_only_what_is_the_same() -> None:
    """Fill that burns keeps 3 in from a fan, other fill does not: their floors differ, and so do their bags."""
    job = attic(features=[{"kind": "fan", "at_ft": [10, 10], "size_in": [48, 48]}])
    nets = {
        way.weighed.kind: way.weighed.cores[0].net_ft2 for way in racked(job).ways if way.weighed.method == "top_up"
    }
    assert nets["glass_loose"] == pytest.approx(950) and nets["cellulose_loose"] == pytest.approx(950 - 54 * 54 / 144)


def test_over_what_is_there_keeps_what_was_decided_to_be_cleared() -> None:
    job = attic(old_fill="clear")
    ways = racked(job).ways
    kept = [way.weighed for way in ways if way.weighed.method == "top_up"]
    assert kept and all(way.cores[0].layers[0].role == "old" for way in kept if way.cores[0].layers)
    across = [w.weighed for w in ways if w.weighed.method == "batts_between_and_across" and w.weighed.cores[0].layers]
    assert across and all(layer.role != "old" for way in across for layer in way.cores[0].layers)


def test_one_more_step_is_the_next_not_the_last() -> None:
    job = attic()
    job["target"]["r"] = 25
    found = racked(job)
    assert found.step_up is not None and len(found.steps_r) == 2
    higher = sorted(
        way.weighed.r_nominal
        for way in found.ways
        if (way.weighed.method, way.weighed.title) == ("top_up", "Cellulose") and way.weighed.r_nominal is not None
    )
    now = found.step_up.from_r
    assert found.step_up.to_r == min(r for r in higher if r > now + 0.5) < max(higher)


def test_a_step_up_without_a_zone_has_a_price_and_no_saving() -> None:
    job = attic()
    job["target"]["r"] = 25
    known = racked(job).step_up
    assert (
        known is not None and known.saving_more_low is not None and known.saving_more_high > known.saving_more_low > 0
    )
    job["house"] = {}
    unknown = racked(job).step_up
    assert unknown is not None and unknown.price_more == pytest.approx(known.price_more)
    assert unknown.saving_more_low is None and unknown.saving_more_high is None


def test_bags_for_what_is_taken_out_are_whole_over_the_job_in_the_mix() -> None:
    """Two floors of 45 ft³ each in bags of 10: nine bags for both, not ten; the mix knows it as the price does."""
    job = read_job(attic())
    book, products = book_input(job), {product.id: product_input(product) for product in POOL}
    name = POOL[0].id
    cleared = Quantities(area_ft2=500, packs={name: 3.0}, blown_lb={POOL[0].kind or "": 75}, bagged_ft3=45.0)
    kept = Quantities(area_ft2=500, packs={name: 5.0}, blown_lb={POOL[0].kind or "": 125})
    by_section = {
        s: [Option("clear", cleared, 0.8, 0.4, 12, 400), Option("keep", kept, 0.9, 0.4, 13, 400)] for s in "ab"
    }
    found = MixProgram(by_section, Quantities(), Pricing(products, 3, book), Limits()).solve("price")
    assert found is not None
    tried = {
        picked: cost_of(
            total(next(o for o in by_section[s] if o.way == way).quantities for s, way in zip("ab", picked, strict=True)),
            products, 3, book,
        ).price
        for picked in itertools.product(("clear", "keep"), repeat=2)
    }  # fmt: skip
    assert tried[found["a"], found["b"]] == pytest.approx(min(tried.values()))
    assert tried["clear", "clear"] < tried["keep", "keep"], "else the bags would not matter"


def test_a_budget_that_is_missed_names_the_nearest_price_with_one_section_too() -> None:
    job = attic()
    free = racked(job, mix_aim="price").mix
    assert free is not None and free.cost is not None and set(free.ways) == {"main"}
    missed = racked(job, mix_aim="price", limits=Limits(budget=free.cost.price - 100)).mix
    assert missed is not None and missed.ways == {} and missed.cost is None
    assert missed.text.startswith(f"The nearest price is ${fixed(free.cost.price)}, $100 over the budget. ")
    enough = racked(job, mix_aim="price", limits=Limits(budget=free.cost.price + 1)).mix
    assert enough is not None and enough.ways == free.ways


def test_with_nothing_picked_the_others_are_held_against_the_cheapest() -> None:
    job = attic()
    job["choice"] = {}
    found = racked(job)
    cheapest = next(way.weighed.id for way in found.ways if way.weighed.ranks and way.weighed.ranks["price"] == 1)
    assert found.picked is None and found.against == cheapest
    own = next(way for way in found.ways if way.weighed.id == cheapest)
    assert not [text for text in own.why_not if "dearer" in text or "cheaper" in text]
    others = [text for way in found.ways for text in way.why_not if " dearer " in text]
    assert others and all("than the cheapest that can be done" in text for text in others)
    picked = racked(attic())
    assert picked.against == picked.picked is not None
