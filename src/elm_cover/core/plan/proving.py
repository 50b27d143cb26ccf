"""prove(job, …) -> Proof: what a log proves of a job, by section and by product (handbook §19)."""

from __future__ import annotations

import math
from collections.abc import Container, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Any

import numpy as np

from ...job import Job
from ..base.memory import remembered
from ..base.notebook import Notebook
from ..base.units import eighths, r_value
from ..filling.run import Run, run_of
from ..filling.table import FillTable
from ..filling.walked import DepthRead
from ..from_job.products import product_input
from ..from_job.section import section_input
from ..given.product import ProductInput
from ..given.section import SectionInput
from ..layers.chart import Chart
from ..laying.bags import bags_of
from ..laying.heat import lying_of
from ..laying.site import site_of
from ..log.entry import Entry
from ..log.standing import Ignored
from ..old_fill.readings import depth_map_on
from ..proof.claim import DEPTH_WITHIN_IN, Claim, box_density_pcf, claim, core_density_pcf, core_weight_psf
from ..proof.closed import BattProof, BayProof
from ..proof.depths import LEAST_READINGS, DepthProof, depth_proof
from ..section.result import SectionPlan
from .bands_told import laid_on
from .proving_closed import batts_of, bays_of
from .proving_leaks import Leakage, LeakLook, leakage_of, looks_of, stops_of_burners
from .whole_job import Plan

OPEN_FLOOR = "open_floor"
ROWS_BYTES_KEPT = 400_000


@dataclass(frozen=True, kw_only=True)
class BagProof:
    """Bags in the attic (hopper and count), and what chart and field ask for; None while not known."""

    counted_in: float
    chart: float | None
    field: float | None


@dataclass(frozen=True, kw_only=True)
class RowAsked:
    """What a printed row asks for here: its R, its installed thickness in in., bags on this floor."""

    r: float
    installed_in: float
    field_bags: float


@dataclass(frozen=True, kw_only=True)
class Proved:
    """Of a section or of a product: depths, bags, the claim. bound in depth: of the random readings alone.

    not_yet: what keeps anything from being claimed, in words; missing: what would prove the row that was planned, where less is.
    """

    id: str
    name: str
    depth: DepthProof
    bags: BagProof
    claim: Claim | None
    density_pcf: tuple[float, ...]
    rows: tuple[RowAsked, ...]
    not_yet: tuple[str, ...]
    missing: tuple[str, ...] = ()
    bays: BayProof | None = None


@dataclass(frozen=True, kw_only=True)
class Proof:
    """All that the log proves. burners: tests as a qualified person recorded them; stops: failed ones. notes: what is odd about
    the log; refused: cores of no section. by_least: depth is proved by the least reading."""

    sections: tuple[Proved, ...]
    products: tuple[Proved, ...]
    batts: tuple[BattProof, ...]
    leakage: Leakage
    by_least: bool
    notes: tuple[str, ...]
    refused: tuple[Ignored, ...]
    burners: tuple[Mapping[str, Any], ...]
    looks: tuple[LeakLook, ...]
    stops: tuple[str, ...]
    run: Run


@dataclass(frozen=True, eq=False, kw_only=True)
class _Given:
    """What a proof is made from."""

    job: Job
    planned: Plan
    table: FillTable
    run: Run
    products: Mapping[str, ProductInput]
    by_least: bool

    @cached_property
    def rows(self) -> dict[str, list[float] | None]:
        """Field bags of each printed row by section, as far as something is blown there."""
        given = [self.products.get(section.product or "") for section in self.planned.sections]
        return {
            section.id: _field_bags_by_row(self, index)
            for index, (section, product) in enumerate(zip(self.planned.sections, given, strict=True))
            if product is not None and product.chart is not None
        }

    def product_of(self, section: str) -> str | None:
        """What is blown in a section."""
        return next(one.product for one in self.planned.sections if one.id == section)

    def done(self, sections: Container[str]) -> bool:
        """Whether every band of these sections is."""
        return all(band.done for band in self.run.bands if band.section in sections)

    def lies(self, sections: Container[str], product: str | None = None) -> float:
        """Bags that lie in bands of these sections."""
        return sum(band.lies for band in self.run.bands if band.section in sections and product in (None, band.product))


def prove(
    job: Job,
    planned: Plan,
    table: FillTable,
    entries: Sequence[Entry],
    sealed_cfm50: float = 0.0,
    by_least: bool = False,
) -> Proof:
    """by_least: the firm claims by «nowhere less» instead of the bound. sealed_cfm50: of items done. Source: handbook §19."""
    run = run_of(table, entries)
    stood = run.walked.stood
    given = _Given(
        job=job,
        planned=planned,
        table=table,
        run=run,
        products={product.id: product_input(product) for product in job.products},
        by_least=by_least,
    )
    sections = tuple(_section(given, id_) for id_ in dict.fromkeys(band.section for band in table.bands))
    burners = tuple(dict(e.value) for e in stood if e.kind == "burner.test")
    proved = tuple(one for one in sections if one is not None)
    return Proof(
        sections=proved,
        products=tuple(_product(given, one.id, proved) for one in table.products),
        batts=tuple(batts_of(planned.sections, given.products, stood)),
        by_least=by_least,
        notes=tuple(_odd(run)),
        refused=tuple(_of_no_section(table.sections, run)),
        leakage=leakage_of(job, stood, sealed_cfm50),
        burners=burners,
        looks=tuple(looks_of(stood)),
        stops=stops_of_burners(job, {item.key for item in planned.work.items if item.cfm50 is not None}, stood),
        run=run,
    )


def _odd(run: Run) -> Iterator[str]:
    """What is odd about the log and nobody may miss."""
    if run.walked.practice or any(entry.practice for entry in run.walked.stood):
        yield "Practice: figures come from a stand-in. Nothing here is proved of a real attic."
    after = sum(one.after_stop for one in run.walked.days)
    if after:
        yield f"{after:g} bags went in after a stop was put in, or nobody said that they went in before it."
    day = run.walked.day
    if day is not None:
        began = day.at[:16].replace("T", " ")
        yield f"The day begun {began} has no end: end it with what stands in the hopper, or the last bags are not known."
    if run.walked.asked:
        yield f"{len(run.walked.asked)} entries of another device wait for a yes or no: they are not in the count."


def _of_no_section(names: Mapping[str, str], run: Run) -> Iterator[Ignored]:
    """Cores of no section; readings that lie on no floor are refused where the log is walked."""
    for core in run.walked.cores:
        if core["section"] not in names:
            yield Ignored(core["entry"], f"there is no section “{core['section']}” in this plan to take a core of")


def _section(given: _Given, id_: str) -> Proved | None:
    section = next(s for s in given.planned.sections if s.id == id_)
    product = given.products.get(section.product or "")
    if product is None or product.chart is None:
        return None
    told = _told(given, (id_, section.name or id_), given.lies({id_}), (section,), product.chart)
    if section.kind == OPEN_FLOOR:
        return told
    bays = bays_of(section, product, told.bags.counted_in, given.done({id_}))
    if bays is None:
        return told
    return replace(told, bays=bays, claim=_closed(bays.claimed), not_yet=(bays.why_not,) if bays.why_not else ())


def _closed(claimed: float | None) -> Claim:
    """What is claimed where no row is proved: R of closed bays."""
    return Claim(row_by_bags=None, row_by_depth=None, r_by_bags=None, r_by_depth=None, r_by_cores=None, claimed=claimed)


def _product(given: _Given, id_: str, sections: Sequence[Proved]) -> Proved:
    """Over the sections of a product together; what went into closed bays is taken off the bags.

    Source: handbook §19, bags in − closed-bay fill.
    """
    chart = given.products[id_].chart
    assert chart is not None  # only what is blown has bands
    mine = tuple(s for s in given.planned.sections if s.product == id_ and s.kind == OPEN_FLOOR)
    floors = {section.id for section in mine}
    closed = given.lies(given.table.sections.keys() - floors, id_)
    told = next(one for one in given.run.products if one.product == id_)
    name = next(one.name for one in given.table.products if one.id == id_)
    proved = _told(given, (id_, name), told.in_attic - closed, mine, chart)
    bays = [one for one in sections if one.bays is not None and given.product_of(one.id) == id_]
    if mine or not bays:
        return proved
    claimed = [one.bays.claimed for one in bays if one.bays is not None]
    least = None if None in claimed else min(r for r in claimed if r is not None)
    missing = tuple(f"{one.name}: {text}" for one in bays for text in one.not_yet)
    return replace(proved, claim=_closed(least), not_yet=missing, bags=replace(proved.bags, counted_in=closed))


def _told(given: _Given, named: tuple[str, str], counted: float, plans: Sequence[SectionPlan], chart: Chart) -> Proved:
    """What is proved of floor sections together. counted: bags that lie on them."""
    ids = {section.id for section in plans}
    reads = [one for one in given.run.walked.latest.values() if one.section in ids]
    random = depth_proof([one.new_in for one in reads if one.new_in is not None and one.random])
    depth = depth_proof([one.new_in for one in reads if one.new_in is not None], _share_below(given, plans, reads))
    rows = [given.rows[section.id] for section in plans]
    known = [row for row in rows if row is not None]
    field = [sum(each) for each in zip(*known, strict=True)] if rows and len(known) == len(rows) else None
    short = [one for one in given.run.short if one.section in ids]
    done = bool(plans) and given.done(ids)
    cores = [core for core in given.run.walked.cores if core["section"] in ids]
    density = tuple(_density(core) for core in cores)
    proved_in = depth.least if given.by_least else random.bound
    # How dense it is by the cores, how deep by what depth proves: a core stands where it was handy. Source: Settled since, second
    # part, 5. A box is no core.
    weights = [
        core_weight_psf(d, proved_in)
        for d, c in zip(density, cores, strict=True)
        if c.get("depth_in") is not None and proved_in is not None
    ]
    made = None
    if field is not None:
        weight = sum(weights) / len(weights) if weights else None
        made = claim(chart, counted if done else None, field, None if short else proved_in, weight)
    return Proved(
        id=named[0],
        name=named[1],
        depth=replace(depth, bound=random.bound),
        bags=BagProof(
            counted_in=counted, chart=_sum(s.bags.chart for s in plans), field=_sum(s.bags.field for s in plans)
        ),
        claim=made,
        density_pcf=density,
        rows=tuple(
            RowAsked(r=row.r, installed_in=row.installed_in, field_bags=bags)
            for row, bags in zip(chart.rows, field or (), strict=False)
        ),
        missing=tuple(_missing(given, ids, proved_in, chart)),
        not_yet=tuple(
            _not_yet(plans, done, LEAST_READINGS if given.by_least else random.n, len(short), field is not None)
        ),
    )


def _missing(given: _Given, ids: Container[str], proved_in: float | None, chart: Chart) -> Iterator[str]:
    """Bags and depth that lack of the row planned. Source: handbook, Settled since, second part, 4."""
    yield from (one.text for one in given.run.missing if one.section in ids)
    planned = [row.r for row in given.table.rows if row.section in ids and not row.closed]
    if proved_in is None or not planned:
        return
    wanted = next((row.installed_in for row in chart.rows if row.r == max(planned)), None)
    lacks = 0.0 if wanted is None else wanted - DEPTH_WITHIN_IN - proved_in
    if wanted is not None and lacks > 0:
        yield f"depth proves {eighths(proved_in)}: {r_value(max(planned))} wants {eighths(wanted)}"


def _density(core: Mapping[str, Any]) -> float:
    """Of a core, or of a box, lb/ft³."""
    if core.get("box_ft3") is not None:
        return box_density_pcf(core["box_ft3"], core["weight_oz"])
    return core_density_pcf(core["diameter_in"], core["depth_in"], core["weight_oz"])


def _not_yet(sections: Sequence[SectionPlan], done: bool, random: int, short: int, field: bool) -> list[str]:
    """What keeps anything from being claimed, in words."""
    if not sections or sections[0].kind != OPEN_FLOOR:
        return ["closed bays are proved by volume and density"]
    found = [] if field else ["what each printed row would take here is not known yet"]
    if not done:
        found.append("not every band is done")
    if random < LEAST_READINGS:
        found.append(f"{LEAST_READINGS - random} more readings at the places the program picked")
    if short:
        found.append(f"{short} short {'place is' if short == 1 else 'places are'} to be topped up and read again")
    return found


def _sum(values: Any) -> float | None:
    listed = list(values)
    return None if any(v is None for v in listed) else sum(listed)


def _field_bags_by_row(given: _Given, index: int) -> list[float] | None:
    found = _row_bags(section_input(given.job, index, given.products, Notebook()))
    return None if found is None else list(found)


# Every entry that arrives is proved against the same rows.
@remembered(ROWS_BYTES_KEPT, lambda _: 2_000)
def _row_bags(section: SectionInput) -> tuple[float, ...] | None:
    """What each printed row would take on a section's floor: field bags with that row's fill. None while roof or framing is
    unknown, or for closed bays. Source: handbook §7, field bags; §19, the row's field bags."""
    choice = section.choice
    if section.kind != OPEN_FLOOR or choice is None or choice.product is None or choice.product.chart is None:
        return None
    site = site_of(section)
    found = []
    for row in choice.product.chart.rows:
        # Laid anew: what lies beneath is pressed by the weight of that row.
        other = replace(section, choice=replace(choice, installed_in=row.installed_in))
        old, laid = laid_on(other, site)
        places = site.parts(section.outline_ft, old.map_in)
        if laid.stack is None or places is None:
            return None
        bags = bags_of(other, site, old, laid, lying_of(old, laid, places), places).field
        if bags is None:
            return None
        found.append(bags)
    return tuple(found)


def _share_below(given: _Given, sections: Sequence[SectionPlan], reads: Sequence[DepthRead]) -> float | None:
    """Share of the floor that lies more than half an inch below its fill line, by the map of the readings.

    Source: handbook §12; Settled since 9, readings are mapped.
    """
    below = area = 0.0
    for section in sections:
        mine = [one for one in reads if one.section == section.id and one.at_ft is not None and one.fill_in is not None]
        fields = given.planned.fields.get(section.id)
        if fields is None or not mine or fields.grid.count == 0:
            continue
        off = depth_map_on(
            fields.grid,
            tuple(one.at_ft or (0.0, 0.0) for one in mine),
            tuple(one.depth_in - (one.fill_in or 0.0) for one in mine),
        )
        net = section.net_area_ft2 or 0.0
        below += net * float(np.mean(off < -given.table.constants.short_in))
        area += net
    return below / area if area > 0 and math.isfinite(below) else None
