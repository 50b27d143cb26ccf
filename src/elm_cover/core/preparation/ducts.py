"""When a duct may be buried in fill (handbook §9, preparation, clearances)."""

from __future__ import annotations

# Where supply ducts under fill sweat unless they are insulated so much (model code 2018 on), and what all others need.
DUCT_HOT_ZONES = ("0A", "1A", "2A", "3A")
DUCT_R_HOT, DUCT_R = 13.0, 8.0
CEILING_R = 19.0


def least_duct_r(zone: str | None) -> float:
    """R that a duct's own insulation must have before it may be buried in that zone.

    Source: handbook §9, ducts.

    >>> [least_duct_r(zone) for zone in ("2A", "5A")]
    [13.0, 8.0]
    """
    return DUCT_R_HOT if zone in DUCT_HOT_ZONES else DUCT_R


def bury_refused(duct_r: float | None, ceiling_r: float | None, zone: str | None) -> str | None:
    """Why a duct may not be buried; None where it may: insulation R-8 (R-13 in zones 0A to 3A), ceiling R-19 above plus below.

    Source: handbook §9, ducts.
    """
    least = least_duct_r(zone)
    if duct_r is None:
        return f"its insulation is not on record; R-{least:g} is needed"
    if duct_r < least:
        return f"its insulation is R-{duct_r:g}; R-{least:g} is needed in zone {zone or 'of this house'}"
    if ceiling_r is None or ceiling_r < CEILING_R:
        return f"the ceiling above and below it together needs R-{CEILING_R:g}"
    return None
