"""How damp a surface gets: vapor pressure, and the room humidity at which it is damp or may grow mould (handbook §8).

Sources: saturation pressure by ASHRAE Handbook of Fundamentals (2017) chapter 1, as psychrolib has it; damp where a surface
is below the room's dew point, mould where the humidity at it is 80 % or more (handbook: the corner; ISO 13788).
"""

from __future__ import annotations

import psychrolib

psychrolib.SetUnitSystem(psychrolib.IP)
MOULD_AT = 0.80
# psychrolib's range; nothing in a house comes near either end.
LEAST_F, MOST_F = -148.0, 392.0


def saturation_psi(temperature_f: float) -> float:
    """Pressure of saturated vapor, psi.

    t_f in °F. Source: psychrolib, ASHRAE Fundamentals.

    >>> round(saturation_psi(70.0), 3)
    0.363
    """
    return float(psychrolib.GetSatVapPres(min(max(temperature_f, LEAST_F), MOST_F)))


def dew_point_f(temperature_f: float, humidity: float) -> float:
    """Temperature at which that air is saturated, °F. humidity: 0 to 1.

    Source: psychrolib, ASHRAE Fundamentals.

    >>> round(dew_point_f(70.0, 0.4), 1)
    44.6
    """
    return float(psychrolib.GetTDewPointFromRelHum(temperature_f, humidity))


def damp_limit(surface_f: float, room_f: float) -> float:
    """The room humidity, 0 to 1, from which on the surface is damp.

    Temperatures in °F. Source: handbook §8, damp.
    """
    return min(1.0, saturation_psi(surface_f) / saturation_psi(room_f))


def mould_limit(surface_f: float, room_f: float) -> float:
    """The room humidity, 0 to 1, from which on mould may grow on the surface.

    Temperatures in °F. Source: handbook §8, mould: p_sat(T_surface) < p_room / 0.8.
    """
    return min(1.0, MOULD_AT * saturation_psi(surface_f) / saturation_psi(room_f))
