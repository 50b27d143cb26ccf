"""Target, settings and choice of a section as the core takes them."""

from __future__ import annotations

from dataclasses import dataclass

from ..eaves.baffles import BaffleInput
from .product import ProductInput


@dataclass(frozen=True)
class TargetInput:
    """The R to reach as it was set, for the section or for the job."""

    basis: str | None
    edition: str | None
    r: float | None
    raised_heel: bool
    name: str | None = None


@dataclass(frozen=True)
class SettingsInput:
    """What is set for the whole job. interpolate: between printed rows, else the next row up."""

    vent_gap_in: float
    baffle_rule: str
    interpolate: bool
    deduct_framing: bool
    baffle: BaffleInput


@dataclass(frozen=True)
class ChoiceInput:
    """How the section is insulated. installed_in: the new fill the user set, or None to go by the target.

    between: the batt laid between the joists first. layers: how many across, or None to go by the target. density_pcf:
    of enclosed fill, or None for the start value of its kind.
    """

    method: str
    product: ProductInput | None
    installed_in: float | None
    between: ProductInput | None = None
    layers: int | None = None
    density_pcf: float | None = None
