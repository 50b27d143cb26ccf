"""The bays of an eave, one by one from corner to corner: which get a baffle, which are closed, which lie open to wind (handbook §8).

Bays are counted from the corner where the edge begins. Sources: handbook, eaves; the model code: baffles in every bay of a
vented run.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

from ..base.memory import remembered
from ..base.units import whole_up
from ..layers.framing import JOIST_WIDTH_IN

SCHOOLS = ("every_bay", "vented_bays", "alternate")
NO_AIR = ("none", "blocked")
NEAR_IN = 1e-6


@dataclass(frozen=True)
class Mark:
    """What is on record of one bay. vented, baffle: None where nothing particular is."""

    place: int
    state: str = "open"
    by: str | None = None
    vented: bool | None = None
    baffle: bool | None = None


@dataclass(frozen=True)
class Bay:
    """One bay. vented, baffle: None while nobody knows. plug: closed by a piece of batt. to_wind: open to the soffit
    without a baffle or anything else before the fill."""

    place: int
    from_in: float
    to_in: float
    state: str
    by: str | None
    vented: bool | None
    baffle: bool | None
    plug: bool
    to_wind: bool

    @property
    def clear_in(self) -> float:
        """Between the framing that bounds it."""
        return max(0.0, self.to_in - self.from_in - JOIST_WIDTH_IN)


@dataclass(frozen=True)
class BayRow:
    """All bays of one run."""

    bays: tuple[Bay, ...]
    spacing_in: float

    @cached_property
    def baffles(self) -> int | None:
        """How many get a baffle; None while it is not known which are vented."""
        if any(bay.baffle is None for bay in self.bays):
            return None
        return sum(bay.baffle is True for bay in self.bays)

    @cached_property
    def without_air(self) -> int:
        """Bays that no air is led through."""
        return sum(bay.baffle is False for bay in self.bays)

    @cached_property
    def by_hand(self) -> int:
        """Baffles cut round what stands in their bay."""
        return sum(bay.baffle is True and bay.state == "obstructed" for bay in self.bays)

    @cached_property
    def plugs(self) -> int:
        """Bays closed by a batt plug."""
        return sum(bay.plug for bay in self.bays)

    @cached_property
    def to_wind(self) -> int:
        """Bays open to the soffit with nothing before the fill."""
        return sum(bay.to_wind for bay in self.bays)

    @cached_property
    def to_wind_ft(self) -> float:
        """Plate that wind blows over."""
        return sum(bay.to_in - bay.from_in for bay in self.bays if bay.to_wind) / 12

    @cached_property
    def blocked(self) -> int:
        """Bays that are marked as blocked."""
        return self._marked("blocked")

    @cached_property
    def obstructed(self) -> int:
        """Bays that something stands in."""
        return self._marked("obstructed")

    def _marked(self, state: str) -> int:
        return sum(bay.state == state for bay in self.bays)

    @cached_property
    def solid(self) -> int:
        """Bays whose soffit is solid."""
        return sum(bay.vented is False for bay in self.bays)

    @cached_property
    def open_share(self) -> float:
        """Share of the bays that are not solid behind what the soffit looks like."""
        return 1 - self.solid / len(self.bays) if self.bays else 0.0

    def channel_in2(self, gap_in: float) -> float:
        """What the channels let through: gap × clear width of every bay with a baffle, in².

        gap_in square to the deck, inches. Source: handbook §8, vent area.
        """
        return gap_in * self.clear_in

    @cached_property
    def clear_in(self) -> float:
        """Clear width of all bays with a baffle."""
        return sum(bay.clear_in for bay in self.bays if bay.baffle)

    @property
    def last_in(self) -> float | None:
        """Width of a last bay that is narrower than the rest; None where the spacing divides the run."""
        last = self.bays[-1].to_in - self.bays[-1].from_in
        return last if last < self.spacing_in - NEAR_IN else None


def bay_count(run_ft: float, spacing_in: float) -> int:
    """Bays along a run: ceil(run·12 / spacing).

    run_ft in feet, spacing_in on center. Source: handbook §8, bays.

    >>> bay_count(40.0, 24.0)
    20
    """
    return whole_up(run_ft * 12 / spacing_in)


@remembered()
def bay_row(
    run_ft: float,
    spacing_in: float,
    soffit: str | None,
    school: str,
    marks: tuple[Mark, ...] = (),
    spots: int | None = None,
    vented: bool = True,
) -> BayRow:
    """The bays of a run.

    soffit: continuous, spot, none, blocked, or None: not looked at, then taken as vented except by the school of vented
    bays. school: every_bay (all bays along a vented run), vented_bays (the rest closed), alternate. spots: how many spot
    vents are recorded along the run, spread evenly over it where no bay is marked. vented: False for an unvented attic,
    which gets no baffles. A run that no air comes in at gets none either.

    run_ft in feet, spacing_in on center. Source: handbook §8, schools; Settled since 8.
    """
    count = bay_count(run_ft, spacing_in)
    by_place = {mark.place: mark for mark in marks if mark.place < count}
    airs = _vented(count, soffit, by_place, spots)
    breathes = soffit not in NO_AIR or any(airs)
    row = []
    for place in range(count):
        mark = by_place.get(place, Mark(place))
        baffle = _baffle(place, mark, airs[place], school, breathes) if vented else False
        to_wind = bool(
            vented
            and baffle is False
            and breathes
            and airs[place] is not False
            and mark.state != "blocked"
            and school != "vented_bays"
        )
        row.append(
            Bay(
                place=place,
                from_in=place * spacing_in,
                to_in=min((place + 1) * spacing_in, run_ft * 12),
                state=mark.state,
                by=mark.by,
                vented=airs[place],
                baffle=baffle,
                plug=vented and baffle is False and not to_wind,
                to_wind=to_wind,
            )
        )
    return BayRow(tuple(row), spacing_in)


def _vented(count: int, soffit: str | None, marks: dict[int, Mark], spots: int | None) -> Sequence[bool | None]:
    """Which bays have a vent under them, as marked, else as the soffit says."""
    found: list[bool | None]
    if soffit == "continuous":
        found = [True] * count
    elif soffit in NO_AIR or (soffit == "spot" and any(mark.vented for mark in marks.values())):
        found = [False] * count
    elif soffit == "spot" and spots is not None:
        there = min(spots, count)
        at = {int((i + 0.5) * count / there) for i in range(there)}
        found = [place in at for place in range(count)]
    else:
        found = [None] * count
    for place, mark in marks.items():
        if mark.vented is not None:
            found[place] = mark.vented
    return found


def _baffle(place: int, mark: Mark, vented: bool | None, school: str, breathes: bool) -> bool | None:
    if mark.state == "blocked":
        return False
    if mark.baffle is not None:
        return mark.baffle
    if not breathes:
        return False
    if school == "alternate":
        return place % 2 == 0
    return vented if school == "vented_bays" else True
