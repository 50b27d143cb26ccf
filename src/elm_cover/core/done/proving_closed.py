"""Closed bays and batts of a job, proved by what was counted (handbook §7, §19)."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence

from ..given.product import ProductInput
from ..log.entry import Entry
from ..log.folded import MOVES
from ..proof.closed import BattProof, BayProof, batts_missing, bay_proof
from ..section.result import SectionPlan


def bays_of(section: SectionPlan, product: ProductInput, bags_in: float, done: bool) -> BayProof | None:
    """Closed bays by volume and density; None while volume, density or R is not known."""
    chart, volume, wanted = product.chart, section.volume_ft3, section.density_pcf
    if chart is None or not volume or wanted is None or section.r_added is None:
        return None
    return bay_proof(bags_in, chart.bag_lb, volume, wanted, section.r_added, done)


def batts_of(
    sections: Sequence[SectionPlan], products: Mapping[str, ProductInput], stood: Sequence[Entry]
) -> Iterator[BattProof]:
    """Batts section by section. A product's bundles are counted over the whole job: each section has its share of them."""
    used = _used(stood)
    wanted: dict[str, float] = {}
    for section in sections:
        for layer in section.batts:
            wanted[layer.product] = wanted.get(layer.product, 0.0) + layer.bundles
    for section in sections:
        for layer in section.batts:
            all_used = used.get(layer.product)
            share = layer.bundles / wanted[layer.product] if wanted[layer.product] else 0.0
            why = batts_missing(wanted[layer.product], all_used)
            product = products.get(layer.product)
            yield BattProof(
                section=section.id,
                product=layer.product,
                name=layer.product if product is None else product.name or layer.product,
                r=layer.r,
                thickness_in=layer.thickness_in,
                area_ft2=layer.covered_ft2,
                pieces=layer.pieces,
                bundles_wanted=layer.bundles,
                bundles_used=None if all_used is None else all_used * share,
                claimed=layer.r if why is None else None,
                why_not=why,
            )


def _used(stood: Sequence[Entry]) -> dict[str, float]:
    """Out less back, by what it is; nothing of what never went out."""
    found: dict[str, float] = {}
    for entry in stood:
        if entry.kind in MOVES:
            sign = 1 if entry.kind == "load.out" else -1
            found[entry.value["what"]] = found.get(entry.value["what"], 0.0) + sign * entry.value["amount"]
    return found
