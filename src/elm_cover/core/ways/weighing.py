"""Every candidate weighed once on every floor (handbook §7)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from ..layers.kinds import kind_of
from ..money.quantities import Quantities
from ..rack.candidate import Family, candidates
from ..rack.core_sample import CoreSample, core_sample
from ..rack.weighed import Pricing, Weighed, weighed
from .floors import Floors


def weigh_all(
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
