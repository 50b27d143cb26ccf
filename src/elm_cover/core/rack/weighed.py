"""One way weighed for the whole job: its cores summed, priced and timed, ranked against the others (handbook §7)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace

from ..base.notebook import Open
from ..given.book import BookInput
from ..given.product import ProductInput
from ..layers.kinds import kind_of
from ..money.cost import Cost, cost_of
from ..money.quantities import Quantities, bags_to_order, total
from .candidate import ON_BARE, TITLES, Candidate
from .core_sample import CoreSample

# What a method adds to the dust of its fill, by judgement.
DUST_CLEARING = 4
DUST_LIFTING = 1


@dataclass(frozen=True)
class Pack:
    """What to order of one product."""

    product: str
    name: str
    count: int
    unit: str


@dataclass(frozen=True, kw_only=True)
class Weighed:
    """A way of doing the whole job. Figures are of all its open floors; None where one of them is not known.

    load_share: of the limit, at the section nearest to it. r_nominal: the least of the sections. saved_ua: Btu/h·°F.
    missing: what has to be known before it can be counted; until then it has no figures of the whole, no price and no place.
    ranks: place by each aim among those not blocked, from 1. unbeaten: none is better at one thing and no worse at others.
    """

    id: str
    method: str
    family: str
    kind: str
    title: str
    subtitle: str
    step_r: float | None
    cores: tuple[CoreSample, ...]
    blocks: tuple[str, ...]
    ways_out: tuple[str, ...] = ()
    cautions: tuple[str, ...] = ()
    missing: tuple[Open, ...] = ()
    packs: tuple[Pack, ...] = ()
    cost: Cost | None = None
    load_psf: float | None = None
    load_limit_psf: float | None = None
    load_share: float | None = None
    fill_line_in: float | None = None
    settles_in: float | None = None
    r_nominal: float | None = None
    r_effective: float | None = None
    r_at_plate: float | None = None
    saved_ua: float | None = None
    baffle_pieces: int | None = None
    dust: int = 0
    ranks: Mapping[str, int] | None = None
    unbeaten: bool = False
    speaks_for: tuple[str, ...] = ()


@dataclass(frozen=True, kw_only=True)
class Rest:
    """The sections that are no open floor, as they are chosen: what they take and save, the same whatever way is weighed.

    counted, uncounted: ids of those whose quantities are known, and of those whose are not. saved_ua: Btu/h·°F against
    today; None while that of one of them is not known.
    """

    quantities: Quantities = field(default_factory=Quantities)
    saved_ua: float | None = 0.0
    counted: tuple[str, ...] = ()
    uncounted: tuple[str, ...] = ()


@dataclass(frozen=True)
class Pricing:
    """What quantities are priced by: the products there are, the spare on bags and bundles, the price and rate book."""

    products: Mapping[str, ProductInput]
    spare_pct: float
    book: BookInput

    def cost(self, taken: Quantities) -> Cost | None:
        """Price and hours of all that is taken; None while a price is not known."""
        return cost_of(taken, self.products, self.spare_pct, self.book)

    def packs(self, taken: Quantities) -> tuple[Pack, ...]:
        """What to order, by product."""
        return tuple(
            Pack(
                name,
                self.products[name].name,
                bags_to_order(count, self.spare_pct),
                "bags" if self.products[name].chart is not None else "bundles",
            )
            for name, count in taken.packs.items()
            if count > 0
        )


def weighed(
    candidate: Candidate,
    cores: Sequence[CoreSample],
    names: Mapping[str, str],
    bare: bool,
    pricing: Pricing,
    rest: Rest,
) -> Weighed:
    """The candidate over all open floors. rest: the sections that are no open floor. names: of sections."""
    family = candidate.family
    subtitle = ON_BARE.get(candidate.method, TITLES[candidate.method]) if bare else TITLES[candidate.method]
    way = Weighed(
        id=candidate.id,
        method=candidate.method,
        family=family.name,
        kind=family.kind,
        title=family.products[0].name if family.blown else family.name,
        subtitle=subtitle,
        step_r=candidate.step_r,
        cores=tuple(cores),
        blocks=_spoken([(names[core.section], core.blocks) for core in cores]),
        ways_out=tuple(dict.fromkeys(text for core in cores for text in core.ways_out)),
        cautions=_spoken([(names[core.section], core.cautions) for core in cores]),
        missing=_asked_once([item for core in cores for item in core.missing]),
        dust=_dust(candidate),
    )
    if any(core.r_nominal is None for core in cores):
        return way
    load_psf, limit_psf, share = _worst_load(cores)
    told = replace(
        way,
        load_psf=load_psf,
        load_limit_psf=limit_psf,
        load_share=share,
        fill_line_in=max(core.fill_line_in or 0.0 for core in cores),
        settles_in=max((core.fill_line_in or 0.0) - (core.settled_line_in or 0.0) for core in cores),
        r_nominal=min(core.r_nominal or 0.0 for core in cores),
        r_effective=None if any(c.r_effective is None for c in cores) else min(c.r_effective or 0.0 for c in cores),
        r_at_plate=min((c.r_at_plate for c in cores if c.r_at_plate is not None), default=None),
        saved_ua=rest.saved_ua + sum(c.ua_saved or 0.0 for c in cores)
        if rest.saved_ua is not None and all(c.ua_saved is not None for c in cores)
        else None,
    )
    counted = [core.quantities for core in cores if core.quantities is not None]
    if len(counted) < len(cores):
        return told
    taken = total([*counted, rest.quantities])
    return replace(told, packs=pricing.packs(taken), cost=pricing.cost(taken), baffle_pieces=taken.baffle_pieces)


def _asked_once(items: Sequence[Open]) -> tuple[Open, ...]:
    """Each question once, by the field where it is answered."""
    return tuple({item.field: item for item in items}.values())


def _spoken(said: Sequence[tuple[str, tuple[str, ...]]]) -> tuple[str, ...]:
    """Texts by section, each said once, with the sections' names where it does not hold for all of them."""
    where: dict[str, list[str]] = {}
    for name, texts in said:
        for text in texts:
            where.setdefault(text, []).append(name)
    return tuple(f"{', '.join(names)}: {text}" if 1 < len(said) > len(names) else text for text, names in where.items())


def _worst_load(cores: Sequence[CoreSample]) -> tuple[float | None, float | None, float | None]:
    """Load, limit and their share at the section nearest to its limit; where no limit is known, the largest load alone."""
    shares = [(c.load_psf / c.load_limit_psf, c) for c in cores if c.load_psf is not None and c.load_limit_psf]
    if shares:
        share, heaviest = max(shares, key=lambda pair: pair[0])
        return heaviest.load_psf, heaviest.load_limit_psf, share
    return max((c.load_psf for c in cores if c.load_psf is not None), default=None), None, None


def _dust(candidate: Candidate) -> int:
    found = kind_of(candidate.family.kind).dust
    return found + {"clear_and_blow": DUST_CLEARING, "lift_and_fill": DUST_LIFTING}.get(candidate.method, 0)
