"""What hose, cord and the way to the floor are reckoned from."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class WayInTo:
    """A way in as the hose takes it. section: which one it leads into, None: whichever lies there. name: as it is called."""

    name: str
    at_ft: tuple[float, float] | None
    section: str | None = None


@dataclass(frozen=True, kw_only=True)
class ReachInput:
    """None: not known; lengths in ft. throw_ft: left out, that of the machine."""

    machine: str | None = None
    throw_ft: float | None = None
    to_house_ft: float | None = None
    up_ft: float | None = None
    hose_most_ft: float | None = None
    cord_ft: float | None = None
    gauge_awg: int | None = None
    amps: float | None = None
    volts: float | None = None
    ways_in: tuple[WayInTo, ...] = ()
