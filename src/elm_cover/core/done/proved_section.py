"""What is proved of a section: its floor by bags and depth, its closed bays by volume and density (handbook §19)."""

from __future__ import annotations

from dataclasses import replace

from ..proof.claim import Claim
from .proof_given import Given
from .proved import Proved, proved_together
from .proving_closed import bays_of
from .row_bags import OPEN_FLOOR


def proved_section(given: Given, id_: str) -> Proved | None:
    """None where nothing is blown that a chart is known of. Source: handbook §19."""
    section = next(s for s in given.planned.sections if s.id == id_)
    product = given.products.get(section.product or "")
    if product is None or product.chart is None:
        return None
    told = proved_together(given, (id_, section.name or id_), given.lies({id_}), (section,), product.chart)
    if section.kind == OPEN_FLOOR:
        return told
    bays = bays_of(section, product, told.bags.counted_in, given.done({id_}))
    if bays is None:
        return told
    return replace(told, bays=bays, claim=closed_claim(bays.claimed), not_yet=(bays.why_not,) if bays.why_not else ())


def closed_claim(claimed: float | None) -> Claim:
    """What is claimed where no row is proved: R of closed bays."""
    return Claim(row_by_bags=None, row_by_depth=None, r_by_bags=None, r_by_depth=None, r_by_cores=None, claimed=claimed)
