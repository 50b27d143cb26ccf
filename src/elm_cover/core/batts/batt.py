"""Batts and rolls as new insulation: what a layer of them is worth (handbook §7, batts)."""

from __future__ import annotations

from dataclasses import dataclass

from ..layers.layer import Layer

FACED = ("kraft", "foil")


@dataclass(frozen=True)
class BattProduct:
    """One size of batt or roll. Thickness, width and length in inches, weight of a bundle in lb; None: not known."""

    r: float
    thickness_in: float
    width_in: float
    length_in: float
    pieces_per_bundle: int
    kind: str = "glass_batt"
    bundle_in: tuple[float, float, float] | None = None
    bundle_lb: float | None = None
    facing: str | None = None

    @property
    def piece_ft2(self) -> float:
        """Area of a piece, ft²."""
        return self.width_in * self.length_in / 144

    @property
    def bundle_ft2(self) -> float:
        """Area of all pieces of a bundle, ft²."""
        return self.piece_ft2 * self.pieces_per_bundle

    @property
    def weight_psf(self) -> float:
        """lb/ft²; 0 while the bundle's weight is not known."""
        return 0.0 if self.bundle_lb is None else self.bundle_lb / self.bundle_ft2

    def layer(self) -> Layer:
        """The batt as a layer in place: labelled R, full thickness, snug to what is under it."""
        return Layer(self.kind, self.thickness_in, self.r, weight_psf=self.weight_psf)


@dataclass(frozen=True)
class BattLayer:
    """A layer of batts to be laid. place: between the joists or across them. on_framing: carried by the joists' tops."""

    product: str
    batt: BattProduct
    place: str
    on_framing: bool

    @property
    def rests_on_board(self) -> bool:
        """Whether the ceiling board carries it, not the joists."""
        return not self.on_framing
