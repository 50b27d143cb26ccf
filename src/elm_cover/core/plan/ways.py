"""rack(job, pool) -> Rack: every way of doing the job, weighed. Beside ``plan``, the other door to the core."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace

from ...job import Job
from ...job.choice import Choice
from ...job.document import section_names
from ...job.product import Product
from ..base.notebook import Notebook, Open
from ..base.units import fixed
from ..from_job.book import book_input, energy_input
from ..from_job.look import look_input
from ..from_job.products import product_input
from ..from_job.section import section_input
from ..from_job.work import work_input
from ..given.section import SectionInput
from ..layers.kinds import kind_of
from ..laying.decided import BY_METHOD
from ..money.cost import Cost
from ..money.quantities import Quantities, total
from ..money.saving import Saving, yearly_saving
from ..rack.candidate import Family, candidates, families, steps
from ..rack.core_sample import CoreSample, core_sample
from ..rack.ground import Ground, ask_for_ground, ground_of
from ..rack.mix import Limits, MixProgram, Option
from ..rack.ranking import ranked, why_not
from ..rack.result import Mix, Rack, StepUp, Way
from ..rack.weighed import Pricing, Rest, Weighed, weighed
from ..section.by_kind import plan_section
from ..section.result import PlannedSection
from ..target.by_basis import target_of
from ..target.tables import retrofit_r
from .look_over import look_over
from .price import saved_ua
from .rack_work import RackWork, rack_work

MOST_WAYS_OUT = 5
NO_MIX = (
    "Nothing on the list meets these limits. Raise the budget, allow more products, lower a target, or record the ceiling where "
    "no load limit is known for it."
)


@dataclass(frozen=True, eq=False, kw_only=True)
class Floors:
    """The job's open floors ready to be weighed, by whether the fill burns: keep-outs differ. rest: what the sections
    take that are no open floor. names: of all sections. work: what the work list brings to each."""

    grounds: dict[bool, tuple[Ground, ...]]
    rest: Rest
    names: dict[str, str]
    work: RackWork


def rack(job: Job, pool: Sequence[Product], mix_aim: str | None = None, limits: Limits | None = None) -> Rack:
    """Every method × product × target step on the job's open floors.

    pool: products beside the job's own. mix_aim: also the best mix of ways under that aim and the limits.
    """
    known = {product.id: product_input(product) for product in (*pool, *job.products)}
    pricing = Pricing(known, job.settings.spare_pct, book_input(job))
    floors = _floors_ready(job, pricing)
    if not isinstance(floors, Floors):
        return Rack((), None, (), floors)
    wanted = _steps(job, floors.grounds[True])
    pooled = families(product for product in known.values() if product.kind is not None)
    ways, count = _weigh_all(floors, pooled, wanted, pricing)
    return _answer(
        job, ranked(ways), wanted, count, None if mix_aim is None else (mix_aim, limits or Limits()), floors, pricing
    )


def _floors_ready(job: Job, pricing: Pricing) -> Floors | tuple[Open, ...]:
    """The open floors, or what has to be known before anything can be weighed on them."""
    quiet = Notebook()
    inputs = {
        burn: [section_input(job, i, pricing.products, quiet, burn) for i in range(len(job.sections))]
        for burn in (True, False)
    }
    open_floors = [i for i, section in enumerate(job.sections) if section.kind == "open_floor"]
    burning = _grounds([inputs[True][i] for i in open_floors], [])
    others = _grounds([inputs[False][i] for i in open_floors], burning)
    missing = _missing([inputs[True][i] for i in open_floors], burning)
    if missing:
        return missing
    seen = look_input(job)
    ready = [ground for ground in burning if ground is not None]
    closed = _others_planned(job, inputs[True])
    work = rack_work(ready, closed, work_input(job), pricing.book, look_over(seen, Notebook()).holes)
    return Floors(
        work=work,
        grounds={
            True: tuple(ready),
            False: tuple(ground for ground in others if ground is not None),
        },
        rest=_rest(closed, work.constant, pricing),
        names=section_names(job),
    )


def _grounds(sections: Iterable[SectionInput], known: Sequence[Ground | None]) -> list[Ground | None]:
    """The floors, taken from those known where nothing keeps clear of one fill more than of another."""
    alike = {(ground.section.id, ground.section.keep_outs): ground for ground in known if ground is not None}
    return [alike.get((section.id, section.keep_outs)) or ground_of(section) for section in sections]


def _missing(sections: Sequence[SectionInput], grounds: Sequence[Ground | None]) -> tuple[Open, ...]:
    """What has to be known before anything can be weighed: the questions of those floors that are open, each once."""
    if not sections:
        text = "There is no open floor to weigh ways for: set a section's kind to open floor in Measure."
        return (Open("measure", "sections", text),)
    lacking: dict[str, Open] = {}
    for section, ground in zip(sections, grounds, strict=True):
        asked = Notebook(section.id)
        if ground is None:
            ask_for_ground(section, asked)
        else:
            target_of(section, ground.old.r, ground.old.depth_in).ask(asked)
        name = f"{section.name or section.id}: " if len(sections) > 1 else ""
        for item in asked.open:
            shared = not item.field.startswith("sections")
            lacking.setdefault(item.field, Open(item.step, item.field, item.text if shared else name + item.text))
    return tuple(lacking.values())


def _steps(job: Job, grounds: Iterable[Ground]) -> tuple[float | None, ...]:
    targets, codes, retrofits = [], [], []
    for ground in grounds:
        section, old = ground.section, ground.old
        target = target_of(section, old.r, old.depth_in)
        targets += [] if target.r is None else [target.r]
        codes += [] if target.code_r is None else [target.code_r]
        if section.zone is not None and old.r is not None and not job.house.new_construction:
            retrofits.append(retrofit_r(section.zone, old.depth_in or 0.0, old.r))
    return steps(targets, sorted(set(codes)), [max(retrofits)] if retrofits else [])


def _others_planned(job: Job, sections: Sequence[SectionInput]) -> list[tuple[SectionInput, PlannedSection]]:
    """The sections that are no open floor, planned as they are chosen."""
    return [
        (sections[at], plan_section(sections[at], Notebook(sections[at].id)))
        for at, section in enumerate(job.sections)
        if section.kind != "open_floor"
    ]


def _rest(others: Sequence[tuple[SectionInput, PlannedSection]], work: Quantities, pricing: Pricing) -> Rest:
    """What slopes, walls and closed bays take and save as they are chosen, and what the work list takes for every way."""
    planned = [each for _, each in others if each.plan.kind != "left_out"]
    taken = {
        each.plan.id: each.quantities
        for each in planned
        if each.quantities is not None and pricing.cost(each.quantities) is not None
    }
    return Rest(
        quantities=total([*taken.values(), work]),
        saved_ua=saved_ua([each.plan for each in planned]),
        counted=tuple(taken),
        uncounted=tuple(each.plan.id for each in planned if each.plan.id not in taken),
    )


def _weigh_all(
    floors: Floors, pooled: tuple[Family, ...], wanted: Sequence[float | None], pricing: Pricing
) -> tuple[list[Weighed], int]:
    """Every way once, and how many were weighed: steps that come to the same are kept once."""
    burning = floors.grounds[True]
    bare = not any(ground.section.layers for ground in burning)
    ways: list[Weighed] = []
    nowhere: set[str] = set()
    count = 0
    for candidate in candidates([ground.section for ground in burning], pooled, wanted):
        if candidate.method in nowhere:
            continue  # no product changes that: said once
        burns = kind_of(candidate.family.kind).burns
        cores = floors.work.added_to([core_sample(ground, candidate, pooled) for ground in floors.grounds[burns]])
        way = weighed(candidate, cores, floors.names, bare, pricing, floors.rest)
        count += 1
        if not _seen(way, ways):
            ways.append(way)
        if all(core.fill_line_in is None for core in cores):
            nowhere.add(candidate.method)
    return ways, count


def _seen(way: Weighed, ways: Sequence[Weighed]) -> bool:
    """Whether another step of the same way comes to the same cores: batts come in whole layers."""
    return any(
        other.method == way.method
        and other.family == way.family
        and [core.layers for core in other.cores] == [core.layers for core in way.cores]
        and [_laid(core) for core in other.cores] == [_laid(core) for core in way.cores]
        and way.cores[0].layers
        for other in ways
    )


def _laid(core: CoreSample) -> Quantities | None:
    """What is laid, whatever it asks for beside that: a lid goes by the R that was aimed at."""
    return None if core.quantities is None else replace(core.quantities, prepared={}, prepared_hours={})


def _answer(
    job: Job,
    placed: Sequence[Weighed],
    wanted: Sequence[float | None],
    count: int,
    mix: tuple[str, Limits] | None,
    floors: Floors,
    pricing: Pricing,
) -> Rack:
    picked = _picked(job, placed)
    against = next((way for way in placed if way.id == picked), None) or _cheapest(placed)
    named = "the one picked" if picked is not None else "the cheapest that can be done"
    answers = tuple(
        Way(way, _saving(job, way), () if against is None else why_not(way, against, named)) for way in placed
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
        mix=None if mix is None else _mix(placed, floors.rest.quantities, pricing, *mix),
        step_up=None if against is None else _step_up(answers, against),
        nothing_open=stuck[:MOST_WAYS_OUT],
        weighed=count,
        counted=floors.rest.counted,
        uncounted=floors.rest.uncounted,
    )


def _picked(job: Job, ways: Sequence[Weighed]) -> str | None:
    """The way that the job's choice is now, where all open floors go one way."""
    chosen = [(job.choice.get(s.id), s.old_fill) for s in job.sections if s.kind == "open_floor"]
    for way in ways:
        if all(_is(choice, old_fill, core) for (choice, old_fill), core in zip(chosen, way.cores, strict=True)):
            return way.id
    return None


def _is(choice: Choice | None, old_fill: str | None, core: CoreSample) -> bool:
    """Whether a core is what the job's choice comes to, with what was decided about the old fill."""
    of = core.choice
    if of is None or choice is None:
        return False
    depth = choice.depth
    installed = depth.value_in if depth.by == "installed_in" else None
    method: str = choice.method
    if method == "top_up":  # over fill that is lifted or cleared it comes to the way of that name
        method = next((name for name, action in BY_METHOD.items() if action == old_fill), method)
    action = BY_METHOD.get(method) or old_fill or "keep"
    if action != (of.old_fill or "keep"):
        return False
    mine = (method, choice.product, choice.between, choice.layers)
    same_depth = installed == of.installed_in or (
        installed is not None and of.installed_in is not None and abs(installed - of.installed_in) < 1e-6
    )
    return mine == (of.method, of.product, of.between, of.layers) and same_depth


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


def _saving(job: Job, way: Weighed) -> Saving | None:
    if job.house.climate_zone is None or way.saved_ua is None or way.cost is None:
        return None
    return yearly_saving(way.saved_ua, job.house.climate_zone, energy_input(job), way.cost.price)


def _mix(ways: Sequence[Weighed], rest: Quantities, pricing: Pricing, aim: str, limits: Limits) -> Mix:
    """The best mix of ways that reach the targets as set."""
    options: dict[str, list[Option]] = {}
    of: dict[tuple[str, str], CoreSample] = {}
    for way in ways:
        for core in way.cores if way.step_r is None else ():
            options.setdefault(core.section, [])
            if core.blocks or core.quantities is None or core.load_psf is None:
                continue
            share = core.load_psf / core.load_limit_psf if core.load_limit_psf else None
            options[core.section].append(
                Option(way.id, core.quantities, core.load_psf, share, core.fill_line_in or 0.0, core.net_ft2)
            )
            of[core.section, way.id] = core

    def priced(best: dict[str, str]) -> Cost | None:
        parts = [of[section, way].quantities for section, way in best.items()]
        return pricing.cost(total([*(part for part in parts if part is not None), rest]))

    best = MixProgram(options, rest, pricing, limits).solve(aim)
    if best is not None:
        return Mix(aim, best, priced(best), "")
    nearest = None
    if limits.budget is not None:
        nearest = MixProgram(options, rest, pricing, replace(limits, budget=None)).solve("price")
    cost = None if nearest is None else priced(nearest)
    if cost is None or limits.budget is None:
        return Mix(aim, {}, None, NO_MIX)
    short = f"{cost.currency}{fixed(cost.price)}, {cost.currency}{fixed(cost.price - limits.budget)} over the budget"
    return Mix(aim, {}, None, f"The nearest price is {short}. {NO_MIX}")
