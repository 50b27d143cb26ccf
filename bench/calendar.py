"""A proposal for thirty jobs, three crews and twenty days, against two hundred greedy calendars in random order."""

from __future__ import annotations

import time
from datetime import date, timedelta
from random import Random

from elm_cover.core.schedule.attic_air import Sky, work_minutes
from elm_cover.core.schedule.calendar import CrewAtWork, Days, JobToPlace
from elm_cover.core.schedule.proposal import Proposal, cost_of, greedy, places, propose
from elm_cover.core.schedule.tasks import JobTask

JOBS, CREWS, SPAN, ORDERS = 30, 3, 28, 200
FIRST = date(2026, 7, 6)


def summer(seed: int, span: int = SPAN) -> Days:
    """Four weeks, of which twenty days are worked, with warm and hot days in them."""
    dice = Random(seed)
    skies = [
        Sky(
            day=FIRST + timedelta(days=i),
            latitude=41,
            high_f=(high := dice.uniform(72, 100)),
            low_f=high - 20,
            clock_ahead=1,
        )
        for i in range(span)
    ]
    return Days(FIRST, tuple({h: work_minutes(sky, h) for h in range(24)} for sky in skies))


def jobs(seed: int, count: int = JOBS) -> list[JobToPlace]:
    """Small and large jobs; a third with a trade to wait for, half with a promise."""
    dice = Random(seed)
    found = []
    for i in range(count):
        tasks = (
            JobTask(key="set_up", what="Set up", where="ground", clock_h=0.9),
            JobTask(key="leaks", what="Leaks", where="attic", person_hours=dice.uniform(1, 14)),
            JobTask(key="blow", what="Blow", where="attic", clock_h=dice.uniform(0.5, 3)),
            JobTask(key="clean_up", what="Clean up", where="ground", clock_h=0.6),
        )
        through = (("electrician", FIRST + timedelta(days=dice.randrange(14))),) if dice.random() < 0.33 else ()
        promised = FIRST + timedelta(days=dice.randrange(4, 26)) if dice.random() < 0.5 else None
        found.append(JobToPlace(id=f"j{i}", name=f"Job {i}", tasks=tasks, through=through, promised_by=promised))
    return found


def proposed(seed: int = 1) -> tuple[Proposal, float, float]:
    """The proposal, how long it took, s, and the least cost of the greedy calendars."""
    asked, days = jobs(seed), summer(seed)
    crews = [CrewAtWork(id=f"c{i}", name=f"Crew {i}", people=2 + i % 2) for i in range(CREWS)]
    begun = time.perf_counter()
    found = propose(asked, crews, days)
    took = time.perf_counter() - begun
    choices = places(asked, crews, days, frozenset())
    dice = Random(seed)
    orders = [dice.sample(range(len(asked)), len(asked)) for _ in range(ORDERS)]
    return found, took, min(cost_of(len(asked), greedy(len(asked), choices, order)) for order in orders)
