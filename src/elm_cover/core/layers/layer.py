"""A layer of fill or batt: its R by label or default, pressed and in its condition (handbook §5)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from .kinds import KINDS, is_loose, kind_of

INSIDE_FILM_R = 0.61
ATTIC_FILM_R = 0.61
AIR_SPACE_R = 0.9
AIR_SPACE_FULL_IN = 0.75
# ⅜ in board: three quarters of ½ in, rounded down as published for gypsum. "other" is taken as ½ in gypsum.
BOARD_R = {
    "gypsum_1_2": 0.45,
    "gypsum_1_2_sag": 0.45,
    "gypsum_5_8": 0.56,
    "gypsum_3_8": 0.32,
    "plaster": 0.4,
    "other": 0.45,
}
CONDITION_MULTIPLIER = {"sound": 1.0, "dusty": 0.95, "matted": 0.85, "wet": 0.0, "fouled": 0.0}
# Contact grades by eye and the void share each stands for; the user may type the figure.
CONTACT_VOID = {"snug": 0.01, "minor": 0.035, "gappy": 0.075, "tented": 1.0}
# Exponent of R against thickness for a pressed batt: low-density batts, and dense ones (R-13, 15, 21 and their like).
COMPRESSION_EXPONENT = 0.65
DENSE_COMPRESSION_EXPONENT = 0.85
DENSE_FROM_R_PER_IN = 3.6
LOOSE_GLASS_LOSS_PER_PSF = 0.10
LOOSE_GLASS_LOSS_MOST = 0.25


@dataclass(frozen=True)
class Layer:
    """One layer as it lies: depth in inches, R after label or default, compression and condition.

    void is the share of the floor where the layer is missing or not touching (0 to 1); open tells that those gaps are
    open from above, so that loose fill drops in.
    """

    material: str | None
    depth_in: float
    r: float
    void: float = 0.0
    open: bool = False
    weight_psf: float = 0.0


def boundary_r(board: str) -> float:
    """B: inside film 0.61 + ceiling board + attic film 0.61. Source: handbook, voids and poor contact.

    >>> round(boundary_r("gypsum_1_2"), 2)
    1.67
    """
    return INSIDE_FILM_R + BOARD_R[board] + ATTIC_FILM_R


def air_space_r(depth_in: float) -> float:
    """R of an enclosed level air space, heat going up: 0.9 from ¾ in on, in proportion below.

    Source: handbook, Settled since 1 and 3.
    """
    return AIR_SPACE_R * min(1.0, depth_in / AIR_SPACE_FULL_IN)


def compressed_r(r_label: float, label_in: float, depth_in: float) -> float:
    """R of a batt of labelled R at label_in pressed to depth_in: R₀ · (t / t₀)^0.65, or ^0.85 for dense batts.

    Within about 3 % of published tables for low-density batts. No gain where it lies thicker than its label.
    Source: handbook, compression.

    >>> round(compressed_r(19.0, 6.25, 5.5), 1)
    17.5
    """
    if depth_in >= label_in:
        return r_label
    return float(r_label * (depth_in / label_in) ** compression_exponent(r_label, label_in))


def compression_exponent(r_label: float, label_in: float) -> float:
    """0.65 for low-density batts, 0.85 for dense ones. Source: handbook, compression.

    >>> [compression_exponent(r, t) for r, t in ((19.0, 6.25), (15.0, 3.5))]
    [0.65, 0.85]
    """
    return DENSE_COMPRESSION_EXPONENT if r_label / label_in >= DENSE_FROM_R_PER_IN else COMPRESSION_EXPONENT


def labelled_r(material: str | None, depth_in: float, r_label: float | None) -> float:
    """R by the label, else depth × the default. Raises KeyError without either.

    depth_in in inches. Source: handbook §5, default R per inch.
    """
    return r_label if r_label is not None else depth_in * KINDS[material or ""].r_per_in


def old_layer(
    material: str | None,
    depth_in: float,
    r_label: float | None,
    condition: str,
    density_pcf: float | None = None,
    label_in: float | None = None,
) -> Layer:
    """A layer as it lies today, its voids apart: label or depth × default, then compression, then condition.

    depth_in: as it lies. r_label: sound R by its label, printed for label_in where it lies thinner than that now. Raises
    KeyError without label or material. Source: handbook §5, order within a layer.
    """
    r_sound = labelled_r(material, depth_in, r_label)
    if label_in is not None and r_label is not None:
        r_sound = compressed_r(r_label, label_in, depth_in)
    density = density_pcf if density_pcf is not None else kind_of(material).density_pcf
    weight = density * depth_in / 12
    return Layer(material, depth_in, r_sound * CONDITION_MULTIPLIER[condition], weight_psf=weight)


def topmost_loose(materials: Sequence[str | None]) -> int:
    """Which layer takes the difference between the readings and the recorded depths: the topmost loose one, else the top.

    Source: design §3, readings.
    """
    loose = [i for i, material in enumerate(materials) if is_loose(material)]
    return loose[-1] if loose else len(materials) - 1


def pressed(layers: Sequence[Layer], new_weight_psf: float) -> tuple[Layer, ...]:
    """The layers under new fill of that weight: loose glass loses 0.10 of its depth per lb/ft², at most 0.25.

    Its R goes down in proportion; its weight stays. Source: handbook, compression (a default by judgement).
    """
    keep = 1 - min(LOOSE_GLASS_LOSS_MOST, LOOSE_GLASS_LOSS_PER_PSF * new_weight_psf)
    return tuple(
        replace(layer, depth_in=layer.depth_in * keep, r=layer.r * keep) if kind_of(layer.material).sinks else layer
        for layer in layers
    )
