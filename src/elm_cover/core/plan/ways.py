"""rack(job, pool) -> Rack: every way of doing the job, weighed. Beside ``plan``, the other door to the core."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from ...job import Job
from ...job.choice import Choice
from ...job.product import Product
from ..base.notebook import Notebook
from ..from_job.book import book_input, energy_input
from ..from_job.products import product_input
from ..from_job.section import section_input
from ..given.product import ProductInput
from ..given.section import SectionInput
from ..layers.stack import depth_of
from ..money.cost import cost_of
from ..money.quantities import Quantities, total
from ..money.saving import Saving, yearly_saving
from ..rack.candidate import candidates, families, steps
from ..rack.core_sample import CoreSample, core_sample
from ..rack.ground import Ground, burns, ground_of
from ..rack.mix import Limits, Option, best_mix
from ..rack.ranking import ranked, why_not
from ..rack.result import Mix, Rack, StepUp, Way
from ..rack.weighed import Weighed, weighed
from ..section.open_floor import plan_section
from ..target.by_basis import target_r
from ..target.tables import code_r, retrofit_r
from .price import of_section

MOST_WAYS_OUT = 5


def rack(job: Job, pool: Sequence[Product], mix_aim: str | None = None, limits: Limits | None = None) -> Rack:
    """Every method × product × target step on the job's open floors. pool: products beside the job's own."""
    quiet = Notebook()
    known = {product.id: product_input(product) for product in (*pool, *job.products)}
    inputs = {
        burn: [section_input(job, i, known, quiet, burn) for i in range(len(job.sections))] for burn in (True, False)
    }
    open_floors = [i for i, section in enumerate(job.sections) if section.kind == "open_floor"]
    floors = {True: _floors([inputs[True][i] for i in open_floors], [])}
    floors[False] = _floors([inputs[False][i] for i in open_floors], floors[True])
    missing = _missing(inputs[True], open_floors, floors[True])
    if missing:
        return Rack((), None, (), missing)
    ready = {burn: [floor for floor in floors[burn] if floor is not None] for burn in floors}
    pooled = families(product for product in known.values() if product.kind is not None)
    wanted = _steps(job, ready[True])
    rest = _rest(job, inputs[True])
    book = book_input(job)
    names = {section.id: section.name or section.id for section in job.sections}
    bare = not any(floor.section.layers for floor in ready[True])
    ways: list[Weighed] = []
    nowhere: set[str] = set()
    count = 0
    for candidate in candidates([floor.section for floor in ready[True]], pooled, wanted):
        if candidate.method in nowhere:
            continue  # no product changes that: said once
        on = ready[burns(candidate.family.kind)]
        cores = [core_sample(floor, candidate, pooled) for floor in on]
        made = weighed(candidate, cores, names, bare, rest, known, job.settings.spare_pct, book)
        count += 1
        if not _seen(made, ways):
            ways.append(made)
        if all(core.fill_line_in is None for core in cores):
            nowhere.add(candidate.method)
    placed = ranked(ways)
    picked = _picked(job, placed)
    against = next((way for way in placed if way.id == picked), None) or _cheapest(placed)
    answers = tuple(Way(way, _saving(job, way), () if against is None else why_not(way, against)) for way in placed)
    mixed = None
    if mix_aim is not None:
        mixed = _mix(job, placed, rest, known, mix_aim, limits or Limits())
    up = None if against is None else _step_up(answers, against)
    stuck = tuple(dict.fromkeys(text for way in placed for text in way.ways_out))
    if any(not way.blocks for way in placed):
        stuck = ()
    return Rack(
        answers,
        picked,
        tuple(step for step in wanted if step is not None),
        (),
        mixed,
        up,
        stuck[:MOST_WAYS_OUT],
        count,
    )


def _floors(sections: Iterable[SectionInput], known: Sequence[Ground | None]) -> list[Ground | None]:
    """The floors, taken from those known where nothing keeps clear of one fill more than of another."""
    alike = {(floor.section.id, floor.section.keep_outs): floor for floor in known if floor is not None}
    return [alike.get((section.id, section.keep_outs)) or ground_of(section) for section in sections]


def _missing(
    sections: Sequence[SectionInput], open_floors: Sequence[int], floors: Sequence[Ground | None]
) -> tuple[str, ...]:
    """What has to be known before anything can be weighed."""
    if not open_floors:
        return ("There is no open floor to weigh ways for: set a section's kind to open floor in Measure.",)
    found = []
    for at, floor in zip(open_floors, floors, strict=True):
        section = sections[at]
        name = section.name or section.id
        if floor is None:
            found.append(f"{name}: measure its old fill, board, framing and eaves first.")
        elif target_r(section, floor.site.today, floor.site.r_existing, None, None, Notebook()) is None:
            found.append(f"{name}: set the R to reach in Target first.")
    return tuple(found)


def _steps(job: Job, floors: Sequence[Ground]) -> tuple[float | None, ...]:
    targets, codes, retrofits = [], [], []
    for floor in floors:
        section, site = floor.section, floor.site
        r = target_r(section, site.today, site.r_existing, None, None, Notebook())
        targets += [] if r is None else [r]
        edition = section.target.edition if section.target else None
        if section.zone is not None and edition is not None:
            codes.append(code_r(section.zone, edition))
        if section.zone is not None and site.r_existing is not None and not job.house.new_construction:
            retrofits.append(retrofit_r(section.zone, depth_of(site.today or ()), site.r_existing))
    return steps(targets, sorted(set(codes)), [max(retrofits)] if retrofits else [])


def _rest(job: Job, sections: Sequence[SectionInput]) -> Quantities:
    """What slopes, walls and closed bays take as they are chosen."""
    found = []
    for at, section in enumerate(job.sections):
        if section.kind != "open_floor":
            taken = of_section(sections[at], plan_section(sections[at], Notebook(section.id))[0])
            found += [] if taken is None else [taken]
    return total(found)


def _seen(made: Weighed, ways: Sequence[Weighed]) -> bool:
    """Whether another step of the same way comes to the same cores: batts come in whole layers."""
    return any(
        other.method == made.method
        and other.family == made.family
        and [core.layers for core in other.cores] == [core.layers for core in made.cores]
        and [core.quantities for core in other.cores] == [core.quantities for core in made.cores]
        and made.cores[0].layers
        for other in ways
    )


def _picked(job: Job, ways: Sequence[Weighed]) -> str | None:
    """The way that the job's choice is now, where all open floors go one way."""
    chosen = [job.choice.get(section.id) for section in job.sections if section.kind == "open_floor"]
    for way in ways:
        if all(_is(choice, core) for choice, core in zip(chosen, way.cores, strict=True)):
            return way.id
    return None


def _is(choice: Choice | None, core: CoreSample) -> bool:
    of = core.choice
    if of is None or choice is None:
        return False
    depth = choice.depth
    installed = depth.value_in if depth.by == "installed_in" else None
    mine = (choice.method, choice.product, choice.between, choice.layers)
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
        best.weighed.id,
        now.r_nominal or 0.0,
        best.weighed.r_nominal or 0.0,
        best.weighed.cost.price - now.cost.price,
        theirs.low - mine.low if known and mine and theirs else None,
        theirs.high - mine.high if known and mine and theirs else None,
        now.cost.currency,
        best.weighed.blocks,
    )


def _saving(job: Job, way: Weighed) -> Saving | None:
    if job.house.climate_zone is None or way.saved_ua is None or way.cost is None:
        return None
    return yearly_saving(way.saved_ua, job.house.climate_zone, energy_input(job), way.cost.price)


def _mix(
    job: Job,
    ways: Sequence[Weighed],
    rest: Quantities,
    products: dict[str, ProductInput],
    aim: str,
    limits: Limits,
) -> Mix:
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
    book, spare = book_input(job), job.settings.spare_pct
    found = best_mix(options, rest, products, spare, book, aim, limits)
    if found is None:
        return Mix(
            aim,
            {},
            None,
            "Nothing on the list meets these limits. Raise the budget, allow more products, or lower a target.",
        )
    parts = [of[section, way].quantities for section, way in found.items()]
    cost = cost_of(total([*(part for part in parts if part is not None), rest]), products, spare, book)
    return Mix(aim, found, cost, "")
