"""The job by its log: plan_logged(job, day), filled_job(job), prove(plan, table, entries), proved_job(job, log)."""

from __future__ import annotations

from .card import Card, CardLine, OpenYet, card_of, open_safety
from .filled_and_proved import ProvedJob, filled_job, proved_job
from .filled_by import fill_table
from .hidden_things import HiddenThing, WayIn, things_under, unplaced, ways_in
from .logged import as_logged, plan_logged
from .proved import Proved, RowAsked
from .proving import Proof, prove
from .proving_leaks import Leakage, LeakLook
from .stage import stage_of
from .still_open import stops_of
from .work_done import day_of, work_after

__all__ = [
    "Card",
    "CardLine",
    "HiddenThing",
    "LeakLook",
    "Leakage",
    "OpenYet",
    "Proof",
    "Proved",
    "ProvedJob",
    "RowAsked",
    "WayIn",
    "as_logged",
    "card_of",
    "day_of",
    "fill_table",
    "filled_job",
    "open_safety",
    "plan_logged",
    "prove",
    "proved_job",
    "stage_of",
    "stops_of",
    "things_under",
    "unplaced",
    "ways_in",
    "work_after",
]
