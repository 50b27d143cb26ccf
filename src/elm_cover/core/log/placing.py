"""When the entries of a device were written, where its clock may be off, was set meanwhile, or ran on while it slept (handbook §17).

Four figures tell it: the clock of the entry; what that clock was off when the device last heard of the program; what it is off
now; and the device's running time, which nobody sets but which stands still while it sleeps.
Source: handbook «Settled since, second part» 14.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

# Two ways of telling a time that differ by no more than that agree; by so much a clock may be read ahead.
AGREE_S, AHEAD_S = 60.0, 120.0
BY_RUN, SHIFTED = "run", "shifted"


@dataclass(frozen=True)
class Written:
    """An entry as it arrives. at_s: by the device's clock, s since 1970; known_off_s: what that was off as the device last knew it,
    to be added; mono_s, run: its running time and which running of it; day: by what it hangs together with others."""

    at_s: float
    known_off_s: float | None = None
    mono_s: float | None = None
    run: str | None = None
    day: str | None = None


@dataclass(frozen=True)
class Arrival:
    """now_s: of the program; off_s: what the device's clock is off now, to be added; mono_s, run: its running time as it sends."""

    now_s: float
    off_s: float = 0.0
    mono_s: float | None = None
    run: str | None = None


def placed(entries: Sequence[Written], arrival: Arrival) -> list[tuple[float, str | None]]:
    """Of each entry what is to be added to its clock, s, and how that was found where neither clock tells it.

    The running time can only be late (it stands still in sleep): a time past it, or past the arrival, is none. Where no way is
    left the entries that hang together are shifted as a whole, so that the last of them is not after its arrival.
    """
    found: list[tuple[float, str | None] | None] = [_offset(entry, arrival) for entry in entries]
    groups: dict[str | None, list[int]] = {}
    for i, entry in enumerate(entries):
        if found[i] is None:
            groups.setdefault(entry.run or entry.day, []).append(i)
    for mine in groups.values():
        last = max(entries[i].at_s for i in mine)
        for i in mine:
            found[i] = (arrival.now_s - last, SHIFTED)
    return [one for one in found if one is not None]


def _offset(entry: Written, arrival: Arrival) -> tuple[float, str | None] | None:
    """None where no way of telling its time holds."""
    latest_s = arrival.now_s + AHEAD_S
    by_run_s = None
    if entry.mono_s is not None and arrival.mono_s is not None and entry.run is not None and entry.run == arrival.run:
        by_run_s = arrival.now_s - (arrival.mono_s - entry.mono_s)
        latest_s = min(latest_s, by_run_s + AGREE_S)
    by_now_s = entry.at_s + arrival.off_s
    if by_run_s is not None and abs(by_now_s - by_run_s) <= AGREE_S:
        return arrival.off_s, None
    for off_s in (entry.known_off_s, arrival.off_s):
        # Before 1970 nobody wrote anything.
        if off_s is not None and 0 <= entry.at_s + off_s <= latest_s:
            return off_s, None
    return None if by_run_s is None else (by_run_s - entry.at_s, BY_RUN)
