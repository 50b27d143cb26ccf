"""Baffles as they are bought and cut: kinds, width by spacing, pieces and laps along a bay, foam out of sheets (handbook §8).

The path of a baffle starts at the plate, goes up the wind block (the closed leg) where that is bent from the same piece,
and on along the deck. Thin pieces lap; rigid foam is butted, and its wind block is a piece of its own. Source: handbook, eaves.
"""

from __future__ import annotations

from dataclasses import dataclass

from ..base.memory import remembered
from ..base.units import whole_up
from ..layers.framing import clear_bay_in
from .eave import Eave

FOAM = "rigid_foam"
PIECE_IN = 48.0
LAP_IN = 2.0
NEAR_IN = 1e-6


@dataclass(frozen=True)
class BaffleKind:
    """How a kind is called, what to mind with it, and how thick it is to start with, in: thin kinds take no room."""

    title: str
    about: str
    start_thickness_in: float = 0.0


KINDS = {
    "thin_chute": BaffleKind("thin formed chute", "Its ribs keep the gap; fold the lower end down for a wind block."),
    "card": BaffleKind("card", "Cut and folded in the bay: fits odd widths; keep it dry."),
    FOAM: BaffleKind(
        "rigid foam, cut on site",
        "Spacers keep the gap; its R counts along the slope; seal its edges. Foam may need an ignition barrier: local rule.",
        1.0,
    ),
}


@dataclass(frozen=True)
class BaffleInput:
    """What the job's settings say of its baffles. width_in: None for as wide as the bay is clear. pieces_most: at hand for
    a bay; None for as many as it takes. r_per_in: of rigid foam."""

    kind: str = "thin_chute"
    thickness_in: float = 0.0
    r_per_in: float = 5.0
    width_in: float | None = None
    piece_in: float = PIECE_IN
    pieces_most: int | None = None
    staples_per_piece: int = 6
    integral_wind_block: bool = True

    @property
    def foam(self) -> bool:
        """Whether it is rigid foam, cut on site."""
        return self.kind == FOAM

    @property
    def integral(self) -> bool:
        """Whether the wind block is bent from the baffle's own piece; foam cannot be bent."""
        return self.integral_wind_block and not self.foam

    def wind_blocks(self, baffles: int) -> int:
        """Wind blocks that are pieces of their own; 0 where they are bent from the baffle."""
        return 0 if self.integral else baffles

    @property
    def lap_in(self) -> float:
        """How far thin pieces lap, in; foam is butted."""
        return 0.0 if self.foam else LAP_IN

    @property
    def r(self) -> float:
        """R square to the baffle: foam has some, thin kinds have none.

        h·ft²·°F/Btu. Source: handbook §8, baffle kinds.
        """
        return self.thickness_in * self.r_per_in if self.foam else 0.0

    def fitted_width_in(self, spacing_in: float) -> float:
        """How wide a piece is: as given, else the clear width between the framing."""
        return clear_bay_in(spacing_in) if self.width_in is None else self.width_in


@dataclass(frozen=True)
class Fitting:
    """Pieces along one bay. needed_in: the path they must cover. count: pieces fitted.

    short_in: what the pieces at hand leave uncovered at the upper end, 0 where they reach.
    """

    needed_in: float
    count: int
    piece_in: float
    lap_in: float

    @property
    def short_in(self) -> float:
        """How much of the path the pieces at hand leave open, in; 0 where they reach."""
        return max(0.0, self.needed_in - ((self.count - 1) * (self.piece_in - self.lap_in) + self.piece_in))

    @property
    def last_in(self) -> float:
        """Length of the uppermost piece, cut to what is needed."""
        start = (self.count - 1) * (self.piece_in - self.lap_in)
        return min(self.piece_in, max(0.0, self.needed_in - start))

    def pieces(self, most: int) -> list[tuple[float, float]]:
        """(from, to) of the first pieces along the path from the plate up, laps included."""
        step = self.piece_in - self.lap_in
        return [(i * step, min(i * step + self.piece_in, self.needed_in)) for i in range(min(self.count, most))]


# Four walls are mostly alike, and it is asked for each by plan, order and schools.
@remembered()
def fitting(eave: Eave, depth_in: float, baffle: BaffleInput) -> Fitting:
    """The pieces of one bay, from the plate up.

    Pieces a bay: max(1, ceil((closed leg + chute − lap)/(piece − lap))), leg left out where the wind block is separate.

    depth_in: fill line, inches. Source: handbook §8, pieces per bay.
    """
    needed = eave.baffle_length_in(depth_in) + (eave.closed_leg_in(depth_in) if baffle.integral else 0.0)
    count = max(1, whole_up((needed - baffle.lap_in) / (baffle.piece_in - baffle.lap_in)))
    at_hand = count if baffle.pieces_most is None else min(count, baffle.pieces_most)
    return Fitting(needed, at_hand, baffle.piece_in, baffle.lap_in)
