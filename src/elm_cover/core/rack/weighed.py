"""One way weighed for the whole job: its cores summed, priced and timed, ranked against the others."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from ..given.book import BookInput
from ..given.product import ProductInput
from ..money.cost import Cost, cost_of
from ..money.quantities import Quantities, bags_to_order, total
from .candidate import ON_BARE, TITLES, Candidate
from .core_sample import CoreSample

# How much dust a way raises indoors, by judgement, 0 least: batts come wrapped; old fill taken out raises the most.
DUST = {"glass_batt": 0, "mineral_wool_batt": 0, "glass_loose": 1, "mineral_wool_loose": 1, "wood_fiber_loose": 2}
DUST_MOST_BLOWN = 3
DUST_CLEARING = 4
DUST_LIFTING = 1


@dataclass(frozen=True)
class Pack:
    """What to order of one product."""

    product: str
    name: str
    count: int
    unit: str


@dataclass(frozen=True)
class Weighed:
    """A way of doing the whole job. Figures are of all its open floors; None where one of them is not known.

    load_share: of the limit, at the section nearest to it. r_nominal: the least of the sections. saved_ua: Btu/h·°F.
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


def weighed(
    candidate: Candidate,
    cores: Sequence[CoreSample],
    names: Mapping[str, str],
    bare: bool,
    rest: Quantities,
    products: Mapping[str, ProductInput],
    spare_pct: float,
    book: BookInput,
) -> Weighed:
    """The candidate over all open floors. rest: what the sections take that are no open floor. names: of sections."""
    many = len(cores) > 1

    def said(texts: str) -> tuple[str, ...]:
        found: dict[str, list[str]] = {}
        for core in cores:
            for text in getattr(core, texts):
                found.setdefault(text, []).append(names[core.section])
        return tuple(
            f"{', '.join(where)}: {text}" if many and len(where) < len(cores) else text for text, where in found.items()
        )

    subtitle = ON_BARE.get(candidate.method, TITLES[candidate.method]) if bare else TITLES[candidate.method]
    made = Weighed(
        candidate.id,
        candidate.method,
        candidate.family.name,
        candidate.family.kind,
        candidate.family.products[0].name if candidate.family.blown else candidate.family.name,
        subtitle,
        candidate.step_r,
        tuple(cores),
        said("blocks"),
        tuple(dict.fromkeys(text for core in cores for text in core.ways_out)),
        said("cautions"),
        dust=_dust(candidate),
    )
    if any(core.quantities is None or core.r_nominal is None for core in cores):
        return made
    taken = total([*(core.quantities for core in cores if core.quantities is not None), rest])
    loads = [(c.load_psf / c.load_limit_psf, c) for c in cores if c.load_psf is not None and c.load_limit_psf]
    heaviest = max(loads, key=lambda pair: pair[0], default=None)
    unlimited = max((c.load_psf for c in cores if c.load_psf is not None), default=None)
    return replace(
        made,
        packs=tuple(
            Pack(
                name,
                products[name].name,
                bags_to_order(count, spare_pct),
                "bags" if products[name].chart is not None else "bundles",
            )
            for name, count in taken.packs.items()
            if count > 0
        ),
        cost=cost_of(taken, products, spare_pct, book),
        load_psf=heaviest[1].load_psf if heaviest else unlimited,
        load_limit_psf=heaviest[1].load_limit_psf if heaviest else None,
        load_share=heaviest[0] if heaviest else None,
        fill_line_in=max(core.fill_line_in or 0.0 for core in cores),
        settles_in=max((core.fill_line_in or 0.0) - (core.settled_line_in or 0.0) for core in cores),
        r_nominal=min(core.r_nominal or 0.0 for core in cores),
        r_effective=None if any(c.r_effective is None for c in cores) else min(c.r_effective or 0.0 for c in cores),
        r_at_plate=min((c.r_at_plate for c in cores if c.r_at_plate is not None), default=None),
        baffle_pieces=taken.baffle_pieces,
        saved_ua=None if any(c.ua_saved is None for c in cores) else sum(c.ua_saved or 0.0 for c in cores),
    )


def _dust(candidate: Candidate) -> int:
    found = DUST.get(candidate.family.kind, DUST_MOST_BLOWN)
    return found + {"clear_and_blow": DUST_CLEARING, "lift_and_fill": DUST_LIFTING}.get(candidate.method, 0)
