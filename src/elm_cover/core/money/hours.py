"""Hours of a job: person-hours by kind of work, and by the clock with a crew; the same for price and calendar (handbook §10, §16)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from ..given.book import BookInput
from ..layers.kinds import kind_of
from ..schedule.tasks import LEAST_PEOPLE, days_of
from .quantities import Quantities

PEOPLE_AT_THE_MACHINE = 2
PEOPLE_CLEARING = 2
SET_UP, TRAVEL, READINGS = "set-up and clean-up", "travel", "taking readings"
# Kinds of work whose clock is the machine's, however many people there are.
BY_MACHINE = ("blowing", "filling closed bays")


@dataclass(frozen=True, kw_only=True)
class JobHours:
    """person: hours paid by kind of work, set-up and travel among them; clock: by the clock with the crew, at 55 minutes an hour;
    days: so many days that is, each with its travel."""

    person: Mapping[str, float]
    clock: float
    days: int

    @property
    def total(self) -> float:
        """Person-hours of all of it."""
        return sum(self.person.values())


def feed_lb_per_hour(kind: str, book: BookInput) -> float:
    """How fast the machine takes a fill, lb/h. Mineral wool and wood fiber go by cellulose's start value: none is given.

    Source: handbook §10, start rates.
    """
    machine = "truck" if book.truck else "small_machine"
    return book.rates[f"{machine}_{kind_of(kind).feeds_as}_lb_per_hour"]


def work_hours(q: Quantities, book: BookInput) -> dict[str, float]:
    """Person-hours by kind of work, set-up and travel apart. Source: handbook, start rates."""
    rates = book.rates
    blowing = sum(lb / feed_lb_per_hour(kind, book) for kind, lb in q.blown_lb.items())
    closed = sum(
        lb / (feed_lb_per_hour(kind, book) * rates["enclosed_share_of_feed"]) for kind, lb in q.enclosed_lb.items()
    )
    slower = 1 / (1 - rates["batts_among_wires_less_pct"] / 100)
    by_hand = q.batt_ft2 - q.batt_ft2_among_wires + q.batt_ft2_among_wires * slower + q.handled_ft2 * slower
    found = {
        "blowing": PEOPLE_AT_THE_MACHINE * blowing,
        "filling closed bays": PEOPLE_AT_THE_MACHINE * closed,
        "laying batts": by_hand / rates["batts_ft2_per_person_hour"] + q.cuts * rates["minutes_per_cut"] / 60,
        "fitting baffles": q.baffles / rates["baffles_per_person_hour"],
        "fitting wind blocks": q.wind_blocks / rates["wind_blocks_per_person_hour"],
        "filling over the plates": q.edge_ft / rates["edge_ft_per_person_hour"],
        "clearing out": PEOPLE_CLEARING
        * (
            q.vacuumed_ft3 / rates["vacuum_ft3_per_hour_of_two"]
            + q.cleared_batt_ft2 / rates["clearing_batts_ft2_per_hour_of_two"]
        ),
        READINGS: q.reading_places / rates["reading_places_per_person_hour"],
    }
    found |= q.prepared_hours
    return {what: hours for what, hours in found.items() if hours > 0}


def crew_of(book: BookInput) -> int:
    """How many work on a job: nobody alone. Source: handbook §16."""
    return max(LEAST_PEOPLE, int(book.rates["crew"]))


def clock_of(work: Mapping[str, float], people: int) -> float:
    """Kinds of work by the clock with so many people: the machine's own time, the rest shared. Hours.

    >>> clock_of({"blowing": 4.0, "fitting baffles": 3.0}, 3)
    3.0
    """
    return sum(hours / (PEOPLE_AT_THE_MACHINE if what in BY_MACHINE else people) for what, hours in work.items())


def job_hours(q: Quantities, book: BookInput) -> JobHours:
    """What a job takes with the crew of the book. Source: handbook §10, hours from quantities; §16; Settled since, second part, 15."""
    people, set_up, travel = crew_of(book), book.rates["setup_hours"], book.rates["travel_hours"]
    work = work_hours(q, book)
    clock = set_up + clock_of(work, people)
    days = days_of(clock, travel)
    person = {SET_UP: set_up * people, TRAVEL: travel * people * days} | work
    return JobHours(person={what: h for what, h in person.items() if h > 0}, clock=clock + travel * days, days=days)
