"""What the house gained, as rows of facts: leakage before and after, and what is saved in a usual year."""

from __future__ import annotations

from ..core.base.units import fixed
from ..core.done import ProvedJob


def after_rows(proved: ProvedJob) -> list[tuple[str, str]]:
    """As far as it is known; empty where nothing is."""
    leak, saving = proved.proof.leakage, proved.filled.planned.saving
    rows: list[tuple[str, str]] = []
    for name, test in (("Leakage before", leak.before), ("Leakage after", leak.after)):
        if test is not None:
            ach = "" if test.ach50 is None else f", {fixed(test.ach50, 1)} air changes an hour"
            rows.append((name, f"{fixed(test.cfm50)} ft³/min at 50 Pa{ach}"))
    if leak.change is not None and leak.change.low is not None and leak.change.high is not None:
        low, high = fixed(leak.change.low), fixed(leak.change.high)
        rows.append(("Less, with 95 %", f"{fixed(leak.change.cfm50)} ft³/min, {low} to {high}"))
    if saving is not None and saving.low > 0:
        money = proved.filled.job.book.currency
        rows.append(("Saves about, in a usual year", f"{money}{fixed(saving.low)} to {money}{fixed(saving.high)}"))
    return rows
