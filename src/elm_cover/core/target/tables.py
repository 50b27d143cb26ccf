"""Target R: the model code's table, the raised-heel allowance and the retrofit recommendation (handbook §4, target R).

The adopted local code decides; these are the model figures for wood-framed attic floors, insulation only.
"""

from __future__ import annotations

from ..climate.zones import zone_number

# IECC prescriptive ceiling R, rows by climate zone number. Zone 0 exists from 2021; earlier editions read it as 1.
CEILING_R = {
    "2009": {0: 30, 1: 30, 2: 30, 3: 30, 4: 38, 5: 38, 6: 49, 7: 49, 8: 49},
    "2012": {0: 30, 1: 30, 2: 38, 3: 38, 4: 49, 5: 49, 6: 49, 7: 49, 8: 49},
    "2021": {0: 30, 1: 30, 2: 49, 3: 49, 4: 60, 5: 60, 6: 60, 7: 60, 8: 60},
    "2024": {0: 30, 1: 30, 2: 38, 3: 38, 4: 49, 5: 49, 6: 49, 7: 49, 8: 49},
}
CEILING_R["2015"] = CEILING_R["2018"] = CEILING_R["2012"]
EDITIONS = tuple(sorted(CEILING_R))
# The code's own ceiling U-factors, with squeezed eaves in them: quoted beside the R, not aimed at.
CEILING_U = {30: 0.035, 38: 0.030, 49: 0.026, 60: 0.024}
# Full height over the outer edge of the plate: this R serves in place of that.
RAISED_HEEL_ALLOWANCE = {edition: {38: 30, 49: 38} for edition in EDITIONS} | {"2021": {49: 38, 60: 49}}
RETROFIT_BARE_AND_ADD = {0: (30, 25), 1: (30, 25), 2: (49, 38), 3: (49, 38)} | dict.fromkeys(range(4, 9), (60, 49))
# A slope that cannot hold the ceiling figure may have this, up to that area or a fifth of the ceiling, the smaller.
SLOPE_R = 30.0
SLOPE_MOST_FT2 = 500.0
RETROFIT_SOME_IN = (3.0, 4.0)


def code_r(climate_zone: str, edition: str) -> float:
    """Prescriptive ceiling R of the edition. Source: IECC table R402.1 as in the handbook.

    4 marine shares the row of zone 5, whose figure equals that of zone 4 in every edition listed.

    >>> [code_r("5A", edition) for edition in ("2012", "2021")]
    [49.0, 60.0]
    """
    return float(CEILING_R[edition][zone_number(climate_zone)])


def wall_r(climate_zone: str, edition: str) -> float | None:
    """Prescriptive R of a knee wall or shaft wall, cavity and continuous together; None for editions not listed here.

    2012 to 2018: zones 1–2 R-13; 3–5 R-20 or 13 + 5; 6–8 R-20 + 5 or 13 + 10. Zone 0 reads as 1. Source: IECC R402.1.
    """
    if edition not in ("2012", "2015", "2018"):
        return None
    number = zone_number(climate_zone)
    return 13.0 if number <= 2 else 20.0 if number <= 5 else 25.0


def raised_heel_r(climate_zone: str, edition: str) -> float | None:
    """The lower R that serves where the full height stands over every plate; None where there is no allowance.

    Source: handbook §4, raised-heel allowance.
    """
    lower = RAISED_HEEL_ALLOWANCE[edition].get(CEILING_R[edition][zone_number(climate_zone)])
    return None if lower is None else float(lower)


def retrofit_r(climate_zone: str, existing_depth_in: float, r_existing: float) -> float:
    """R to reach in an existing house, by what lies there (federal guidance, as in the handbook).

    With 3 to 4 in already there the figure is laid on top without subtraction: r_existing + it. A barer or a deeper
    attic is brought up to the bare attic's figure; under 3 in with never less new fill than at 3 in, so that the two join
    without a step down. Source: handbook §4; Settled since, second part, 6.

    >>> retrofit_r("5A", 3.0, 9.0)
    58.0
    """
    bare, add = RETROFIT_BARE_AND_ADD[zone_number(climate_zone)]
    least, most = RETROFIT_SOME_IN
    if existing_depth_in <= 0 or existing_depth_in > most:
        return float(bare)
    return r_existing + add if existing_depth_in >= least else max(float(bare), r_existing + add)
