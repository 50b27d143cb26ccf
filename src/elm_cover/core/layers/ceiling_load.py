"""What the ceiling carries (handbook §7, load)."""

from __future__ import annotations

from collections.abc import Sequence

from .layer import Layer

# Board makers' association, unsupported fill on gypsum, lb/ft²: (widest spacing in inches, limit). A spacing between
# two takes the wider one's limit; wider than the last is not published.
LIMITS_PSF: dict[str, tuple[tuple[float, float], ...]] = {
    "gypsum_1_2": ((16.0, 2.2), (24.0, 1.3)),
    "gypsum_1_2_sag": ((16.0, 2.2), (24.0, 1.6)),
    "gypsum_5_8": ((24.0, 2.2),),
}


def load_limit_psf(board: str, spacing_in: float) -> float | None:
    """The most the board may carry, lb/ft²; None where no limit is published and someone has to be asked.

    spacing_in on center, inches. Source: handbook §7, load, from the board makers' association.
    """
    for widest, limit in LIMITS_PSF.get(board, ()):
        if spacing_in <= widest:
            return limit
    return None


def load_psf(layers: Sequence[Layer], new_weight_psf: float) -> float:
    """Old and new fill resting on the board, lb/ft².

    Source: handbook §7, load = old + new.
    """
    return sum(layer.weight_psf for layer in layers) + new_weight_psf
