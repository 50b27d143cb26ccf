"""Curb, lid and board of an opening in the ceiling (handbook §13, the work list, curb and lid)::

    ______________ lid: layers over the curb's outside
   |______________|
    ||          ||   curb, 2 in above the fill line
~~~~||          ||~~~~ fill
____||          ||____ ceiling
       opening
"""

from __future__ import annotations

from dataclasses import dataclass

from ..base.units import whole_up
from ..layers.layer import ATTIC_FILM_R, INSIDE_FILM_R

CURB_BOARD_IN = 0.75
ABOVE_FILL_IN = 2.0
LATCHES = 2
# A lid nobody has measured: a bare wood panel.
BARE_LID_R = 0.94
# One layer of the lid: 2 in of insulation board.
LID_LAYER_R = 10.0
LID_LAYER_IN = 2.0
LAP_IN = 2.0
SCREW_EACH_IN = 6.0


@dataclass(frozen=True)
class BoardPiece:
    """Pieces of board of one size, inches."""

    count: int
    length_in: float
    height_in: float

    @property
    def area_ft2(self) -> float:
        return self.count * self.length_in * self.height_in / 144


@dataclass(frozen=True)
class Curb:
    """The curb of an opening: its pieces, its height in inches, and the seal along it in feet."""

    pieces: tuple[BoardPiece, ...]
    height_in: float
    seal_ft: float
    outside_in: tuple[float, float]

    @property
    def board_ft2(self) -> float:
        return sum(piece.area_ft2 for piece in self.pieces)


def curb(opening_in: tuple[float, float], fill_line_in: float) -> Curb:
    """Two pieces a + 2t, two pieces b, 2 in higher than the fill line beside it.

    22½ × 30 in at a fill line of 16⅛ in → two 24 × 18⅛, two 30 × 18⅛, seal 8¾ ft. Raises ValueError for an opening of 0.
    Source: handbook §13, curb.

    >>> [(piece.count, piece.length_in, piece.height_in) for piece in curb((22.5, 30.0), 16.125).pieces]
    [(2, 24.0, 18.125), (2, 30.0, 18.125)]
    """
    a, b = opening_in
    if a <= 0 or b <= 0:
        raise ValueError(f"an opening has a length and a width over 0, not {a:g} × {b:g} in")
    height = fill_line_in + ABOVE_FILL_IN
    outside = (a + 2 * CURB_BOARD_IN, b + 2 * CURB_BOARD_IN)
    pieces = (BoardPiece(2, outside[0], height), BoardPiece(2, b, height))
    return Curb(pieces, height, 2 * (a + b) / 12, outside)


def lid_layers(r_wanted: float) -> int:
    """Layers of board for a lid: ceil(R wanted / R of one sheet), at least one. R-49 of R-10 sheets → 5.

    Source: handbook §13, lid.

    >>> lid_layers(49.0)
    5
    """
    return max(1, whole_up(r_wanted / LID_LAYER_R))


def lid_saves_ua(opening_in: tuple[float, float], lid_r: float | None, planned_r: float) -> float:
    """What a planned lid saves against the one on record, Btu/h·°F: the opening whole, at its own R between films.

    Not below 0. Source: handbook, Settled since, second part, 1; §6.
    """
    area = opening_in[0] * opening_in[1] / 144
    films = INSIDE_FILM_R + ATTIC_FILM_R
    now = BARE_LID_R if lid_r is None else lid_r
    return max(0.0, area / (films + now) - area / (films + planned_r))


@dataclass(frozen=True)
class ChaseBoard:
    """A board over an opening: its size with the lap, the bead round it in feet, its screws."""

    size_in: tuple[float, float]
    bead_ft: float
    screws: int

    @property
    def area_ft2(self) -> float:
        return self.size_in[0] * self.size_in[1] / 144


def chase_board(opening_in: tuple[float, float]) -> ChaseBoard:
    """The opening with a lap of 2 in all round, a bead on its perimeter, screws one each 6 in.

    16 × 24 in → board 20 × 28, bead 8 ft, 16 screws. Source: handbook §13, open chase, drop soffit.
    """
    size = (opening_in[0] + 2 * LAP_IN, opening_in[1] + 2 * LAP_IN)
    around = 2 * (size[0] + size[1])
    return ChaseBoard(size, around / 12, whole_up(around / SCREW_EACH_IN))
