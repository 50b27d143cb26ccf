"""By what a floor was cut into bands when the first day began: bands are named by their number, so that cut has to stand (handbook §14)."""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from .entry import Entry
from .standing import START

# Devices of this program, which tell by how many bags they went; where they do not, an older program wrote it.
OURS = re.compile(r"^(phone-|desk )[0-9a-f]{8}-[0-9a-f]{4}-|^practice counter$")


@dataclass(frozen=True)
class Cut:
    """bags: field bags of each section by which its floor was cut; None: by the throw alone, as older programs did."""

    bags: Mapping[str, float] | None


def cut_of(stood: Iterable[Entry]) -> Cut | None:
    """Of the first day. stood: the entries that count, in order. None before one, and where a device began it that does not tell: then by today's bags.

    A depth that is changed after that moves quotas and no band. Source: design §2, starting a day freezes a revision.
    """
    start = next((entry for entry in stood if entry.kind == START), None)
    if start is None:
        return None
    told = start.value.get("bags")
    if told:
        return Cut(dict(told))
    return Cut(None) if OURS.match(start.device) else None
