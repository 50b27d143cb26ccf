"""What is proved of a product over its sections together (handbook §19)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from .proof_given import Given
from .proved import Proved, proved_together
from .proved_section import closed_claim
from .row_bags import OPEN_FLOOR


def proved_product(given: Given, id_: str, sections: Sequence[Proved]) -> Proved:
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
    proved = proved_together(given, (id_, name), told.in_attic - closed, mine, chart)
    bays = [one for one in sections if one.bays is not None and given.product_of(one.id) == id_]
    if mine or not bays:
        return proved
    claimed = [one.bays.claimed for one in bays if one.bays is not None]
    least = None if None in claimed else min(r for r in claimed if r is not None)
    missing = tuple(f"{one.name}: {text}" for one in bays for text in one.not_yet)
    return replace(proved, claim=closed_claim(least), not_yet=missing, bags=replace(proved.bags, counted_in=closed))
