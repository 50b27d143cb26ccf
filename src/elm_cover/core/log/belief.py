"""Whether an entry that is handed in is believed: by when it was written, whatever has become of device and job since (design §7).

Source: «Settled since, second part» 14 for the time an entry was written at (as told, set right by what its clock was off); the bounds by
judgement: who was with the firm then, and whose the job was, is what made it their day (handbook §17).
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

# What two clocks that were set right by the network may still differ: by judgement.
LEEWAY_S = 60.0
NOT_WITH_US = "it was written before this phone joined, or after it was taken off the list"
NOT_THEIRS = "the job did not stand with this phone’s crew when it was written"


@dataclass(frozen=True)
class Span:
    """A time, seconds since 1970. until_s: None, it goes on. crew: of which crew; None: of all."""

    since_s: float
    until_s: float | None
    crew: str | None = None

    def holds(self, at_s: float) -> bool:
        """Whether a moment, s, lies in it, with a minute's leeway at its beginning alone: what ended has ended (handbook §17)."""
        return self.since_s - LEEWAY_S <= at_s and (self.until_s is None or at_s < self.until_s)


def why_doubted(at_s: float, stays: Sequence[Span], stood: Mapping[str, Sequence[Span]]) -> str | None:
    """Why an entry written at a moment, s, is not believed; None: it is. stays: when its device was with the firm, each of a crew or of
    all; stood: by crew, when the job stood with it (handbook §17; design §7)."""
    here = [stay for stay in stays if stay.holds(at_s)]
    if not here:
        return NOT_WITH_US
    if any(stay.crew is None or any(span.holds(at_s) for span in stood.get(stay.crew, ())) for stay in here):
        return None
    return NOT_THEIRS
