"""One entry of the log, as the fold takes it (handbook §17)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any


@dataclass(frozen=True)
class Entry:
    """What one device wrote. at_s: seconds since 1970 by the device's clock; offset_s: what that clock was off, to be added.

    seq: counts up on the device. voids: the id of the entry that this one takes back. band, day: which band was being filled,
    and the entry that began the day. practice: written by a stand-in. clock: how a time was found that the device's clock did
    not tell: "run", by its own running time; "shifted", so that it is not after its arrival; None: by its clock.
    """

    id: str
    device: str
    seq: int
    at_s: float
    actor: str
    kind: str
    value: Mapping[str, Any]
    voids: str | None = None
    offset_s: float = 0.0
    at: str = ""
    band: int | None = None
    day: str | None = None
    practice: bool = False
    clock: str | None = None
