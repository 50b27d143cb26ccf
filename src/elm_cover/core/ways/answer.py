"""What the rack says of the ways weighed: which is picked, the step above it, what stands in the way (handbook §7)."""

from __future__ import annotations

from collections.abc import Sequence

from ..from_job.read import ReadJob
from ..given.choice import ChoiceInput
from ..given.product import ProductInput
from ..laying.decided import BY_METHOD
from ..money.saving import Saving, yearly_saving
from ..rack.core_sample import CoreSample
from ..rack.mix import Limits
from ..rack.ranking import why_not
from ..rack.result import Rack, StepUp, Way
from ..rack.weighed import Pricing, Weighed
from .best_mix import mix_of_ways
from .floors import Floors

MOST_WAYS_OUT = 5


def answer_of(
    read: ReadJob,
    placed: Sequence[Weighed],
    wanted: Sequence[float | None],
    count: int,
    mix: tuple[str, Limits] | None,
    floors: Floors,
    pricing: Pricing,
) -> Rack:
    """placed: every way, ranked; count: how many were weighed; mix: the aim and limits of the best mix, where one is asked for."""
    picked = _picked(read, placed)
    against = next((way for way in placed if way.id == picked), None) or _cheapest(placed)
    named = "the one picked" if picked is not None else "the cheapest that can be done"
    answers = tuple(
        Way(way, _saving(read, way), () if against is None else why_not(way, against, named)) for way in placed
    )
    stuck = tuple(dict.fromkeys(text for way in placed for text in way.ways_out))
    if any(not way.blocks for way in placed):
        stuck = ()
    return Rack(
        ways=answers,
        picked=picked,
        against=None if against is None else against.id,
        steps_r=tuple(step for step in wanted if step is not None),
        missing=(),
        mix=None if mix is None else mix_of_ways(placed, floors.rest.quantities, pricing, *mix),
        step_up=None if against is None else _step_up(answers, against),
        nothing_open=stuck[:MOST_WAYS_OUT],
        weighed=count,
        counted=floors.rest.counted,
        uncounted=floors.rest.uncounted,
    )


def _picked(read: ReadJob, ways: Sequence[Weighed]) -> str | None:
    """The way that the job's choice is now, where all open floors go one way."""
    chosen = [(s.choice, s.old_fill) for s in read.sections if s.kind == "open_floor"]
    for way in ways:
        if all(_is(choice, old_fill, core) for (choice, old_fill), core in zip(chosen, way.cores, strict=True)):
            return way.id
    return None


def _is(choice: ChoiceInput | None, old_fill: str | None, core: CoreSample) -> bool:
    """Whether a core is what the job's choice comes to, with what was decided about the old fill."""
    of = core.choice
    if of is None or choice is None:
        return False
    installed = choice.installed_in
    method: str = choice.method
    if method == "top_up":  # over fill that is lifted or cleared it comes to the way of that name
        method = next((name for name, action in BY_METHOD.items() if action == old_fill), method)
    action = BY_METHOD.get(method) or old_fill or "keep"
    if action != (of.old_fill or "keep"):
        return False
    mine = (method, _id(choice.product), _id(choice.between), choice.layers)
    same_depth = installed == of.installed_in or (
        installed is not None and of.installed_in is not None and abs(installed - of.installed_in) < 1e-6
    )
    return mine == (of.method, of.product, of.between, of.layers) and same_depth


def _id(product: ProductInput | None) -> str | None:
    return None if product is None else product.id


def _cheapest(ways: Sequence[Weighed]) -> Weighed | None:
    return next((way for way in ways if way.ranks and way.ranks.get("price") == 1), None)


def _step_up(ways: Sequence[Way], now: Weighed) -> StepUp | None:
    """The next higher step of the same way; None where the list has none."""
    of = {way.weighed.id: way for way in ways}
    higher = [
        way
        for way in ways
        if way.weighed.method == now.method
        and way.weighed.family == now.family
        and (way.weighed.r_nominal or 0.0) > (now.r_nominal or 0.0) + 0.5
    ]
    best = min(higher, key=lambda way: way.weighed.r_nominal or 0.0, default=None)
    if best is None or best.weighed.cost is None or now.cost is None:
        return None
    mine, theirs = of[now.id].saving, best.saving
    known = mine is not None and theirs is not None
    return StepUp(
        way=best.weighed.id,
        from_r=now.r_nominal or 0.0,
        to_r=best.weighed.r_nominal or 0.0,
        price_more=best.weighed.cost.price - now.cost.price,
        saving_more_low=theirs.low - mine.low if known and mine and theirs else None,
        saving_more_high=theirs.high - mine.high if known and mine and theirs else None,
        currency=now.cost.currency,
        blocks=best.weighed.blocks,
    )


def _saving(read: ReadJob, way: Weighed) -> Saving | None:
    zone = read.job.house.climate_zone
    if zone is None or way.saved_ua is None or way.cost is None:
        return None
    return yearly_saving(way.saved_ua, zone, read.energy, way.cost.price)
