"""The cord to the machine: how thick for how long, and what it loses (handbook §15)."""

from __future__ import annotations

from dataclasses import dataclass

# How much a cord may carry for hours, A: four fifths of its circuit of 15, 20 or 30 A. Source: handbook §15, by current first.
MOST_AMPS = {16: 10.0, 14: 12.0, 12: 16.0, 10: 24.0}
# What a maker may mark on a 15 A plug: such a machine is taken by its label. Source: handbook §15.
BY_LABEL_A = 15.0
# At 15 A: how long a cord of that gauge may be, ft. Longer: move the machine. Source: handbook §15, cord.
LONGEST_FT = {14: 75.0, 12: 100.0, 10: 150.0}
AT_AMPS = 15.0
# However little current: never longer than this, and a thin one never longer than that.
MOST_FT, THIN_FT = 150.0, 50.0
# Copper, ohm per 1,000 ft of wire. Source: handbook §15, voltage drop.
OHM_PER_1000_FT = {16: 4.02, 14: 2.53, 12: 1.59, 10: 1.00}
# A continuous load takes no more than this share of the breaker. Source: handbook §15.
CONTINUOUS_SHARE = 0.8
BREAKERS_A = (15, 20, 30)
VOLTS = 120.0


@dataclass(frozen=True, kw_only=True)
class Cord:
    """gauge_awg: the cord that is there, else the thinnest that will do; None where none will, or nothing is known.

    needed_awg: the thinnest that will do; longest_ft: how long the one that is there may be. drop in volts and in percent.
    breaker_a: the least breaker for it. fault: what is wrong, with the way out; None: nothing. note: what its label decides.
    """

    gauge_awg: int | None
    needed_awg: int | None
    longest_ft: float | None
    drop_v: float | None
    drop_pct: float | None
    breaker_a: int | None
    fault: str | None = None
    note: str | None = None


def longest_ft(gauge_awg: int, amps: float) -> float:
    """How long a cord of that gauge may be at that current, ft: 0 where it is too thin for it, whatever the length; then length at
    15 A × 15 / A, never beyond 150 ft; 16 AWG to 50 ft.

    12 AWG at 15 A → 100; at 12 A → 125; 14 AWG at 5 A → 150, at 20 A → 0; at 15 A 75, by its label alone. Source: handbook §15, cord.

    >>> [longest_ft(gauge, 15.0) for gauge in (14, 12, 10)]
    [75.0, 100.0, 150.0]
    """
    if amps > MOST_AMPS[gauge_awg] + 1e-9 and not (gauge_awg == 14 and amps == BY_LABEL_A):
        return 0.0
    if gauge_awg not in LONGEST_FT:
        return THIN_FT
    return min(MOST_FT, LONGEST_FT[gauge_awg] * AT_AMPS / amps)


def drop_v(gauge_awg: int, length_ft: float, amps: float) -> float:
    """Voltage drop: 2 · length · current · ohm per 1,000 ft / 1,000. 12 AWG, 100 ft, 15 A → 4.77 V.

    Source: handbook §15, voltage drop.

    >>> round(drop_v(12, 100.0, 15.0), 1)
    4.8
    """
    return 2 * length_ft * amps * OHM_PER_1000_FT[gauge_awg] / 1000


def breaker_a(amps: float) -> int | None:
    """The least breaker that a continuous load of that many amperes may be on; None past the largest. 15 A → 20.

    Source: handbook §15, continuous load ≤ 80 % of the breaker.

    >>> [breaker_a(amps) for amps in (12.0, 16.0, 24.0, 30.0)]
    [15, 20, 30, None]
    """
    return next((size for size in BREAKERS_A if amps <= CONTINUOUS_SHARE * size + 1e-9), None)


def cord(length_ft: float | None, amps: float | None, volts: float | None = None, gauge_awg: int | None = None) -> Cord:
    """What cord it takes, or what is wrong with the one that is there. None: not known yet.

    length in ft, current in A. Source: handbook §15, cord.
    """
    if length_ft is None or amps is None:
        return Cord(gauge_awg=gauge_awg, needed_awg=None, longest_ft=None, drop_v=None, drop_pct=None, breaker_a=None)
    needed = next((g for g in LONGEST_FT if amps <= MOST_AMPS[g] + 1e-9 and length_ft <= longest_ft(g, amps)), None)
    gauge = needed if gauge_awg is None else gauge_awg
    longest = None if gauge is None else longest_ft(gauge, amps)
    drop = None if gauge is None else drop_v(gauge, length_ft, amps)
    fault = _fault(length_ft, amps, gauge_awg, longest, needed)
    return Cord(
        gauge_awg=gauge,
        needed_awg=needed,
        longest_ft=longest,
        drop_v=drop,
        drop_pct=None if drop is None else 100 * drop / (volts or VOLTS),
        breaker_a=breaker_a(amps),
        fault=fault,
        note=_note(amps, gauge) if fault is None else None,
    )


def _fault(length_ft: float, amps: float, gauge: int | None, longest: float | None, needed: int | None) -> str | None:
    if breaker_a(amps) is None:
        return (
            f"{amps:g} A for hours is more than any cord carries: {MOST_AMPS[10]:g} A on 10 AWG and a {BREAKERS_A[-1]} A circuit "
            "is the most. A licensed electrician connects such a machine."
        )
    if needed is None and not longest:
        return (
            f"No cord may be {length_ft:g} ft long at {amps:g} A: {longest_ft(10, amps):.0f} ft of 10 AWG is the most. "
            "Move the machine nearer to a socket of its own circuit."
        )
    if gauge is not None and longest is not None and length_ft > longest:
        at = f"{longest:.0f} ft is the most at {amps:g} A" if longest else f"too thin for {amps:g} A"
        instead = f"Take {needed} AWG, or move the machine nearer." if needed else "Move the machine nearer."
        return f"{length_ft:g} ft of {gauge} AWG: {at}. {instead}"
    return None


def _note(amps: float, gauge: int | None) -> str | None:
    """What the label of a machine decides that its maker marked for more than four fifths of its plug."""
    if gauge != 14 or amps != BY_LABEL_A:
        return None
    return (
        "15 A on 14 AWG goes by the machine's label alone: where its maker marked it for a 15 A plug. "
        "Else 12 AWG and a 20 A circuit; it runs for hours."
    )
