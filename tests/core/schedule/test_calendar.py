"""Where a job stands and what is wrong with that; proposals against every calendar there is, on small cases."""

from __future__ import annotations

import itertools
from datetime import date, timedelta
from random import Random

import pytest

from elm_cover.core.schedule.calendar import (
    AFTERNOON,
    MORNING,
    Bar,
    CrewAtWork,
    Days,
    JobToPlace,
    Placed,
    bar,
    conflicts,
)
from elm_cover.core.schedule.proposal import PlaceOption, cost_of, greedy, places, propose
from elm_cover.core.schedule.tasks import JobTask, for_crew

MONDAY = date(2026, 7, 6)
COOL = dict.fromkeys(range(24), 55)
# Two hours and a half of work before ten, then none.
HOT = {6: 55, 7: 55, 8: 35} | dict.fromkeys(range(9, 24), 0)
ALDER = CrewAtWork(id="a", name="Alder", people=2)
BIRCH = CrewAtWork(id="b", name="Birch", people=3)


def day(number: int) -> date:
    return MONDAY + timedelta(days=number)


def days(*minutes: dict[int, int]) -> Days:
    return Days(MONDAY, minutes or (COOL,) * 12)


def job(name: str, person_hours: float, **more: object) -> JobToPlace:
    task = JobTask(key="t", what="Seal", where="attic", person_hours=person_hours)
    return JobToPlace(id=name, name=name.upper(), tasks=(task,), **more)  # type: ignore[arg-type]


def stands(
    one: JobToPlace, number: int = 0, half: int = MORNING, crew: CrewAtWork = ALDER, on: Days | None = None
) -> Bar:
    return bar(one, Placed(job=one.id, crew=crew.id, day=day(number), half=half), crew, on or days())


def test_hours_of_people_are_shared_and_those_of_the_machine_are_not() -> None:
    tasks = (
        JobTask(key="p", what="Seal", where="attic", person_hours=6),
        JobTask(key="m", what="Blow", where="attic", clock_h=2),
    )
    assert [task.hours for task in for_crew(tasks, "Birch", 3)] == [2, 2]
    # Nobody works alone.
    assert [task.hours for task in for_crew(tasks, "One", 1)] == [3, 2]
    assert for_crew(tasks, "One", 1)[0].people == 2


@pytest.mark.parametrize(
    ("person_hours", "halves"),
    [
        (12, [(0, 0)]),
        (12.2, [(0, 0), (0, 1)]),
        (18, [(0, 0), (0, 1)]),
        (20, [(0, 0), (0, 1), (1, 0)]),
        (36, [(0, 0), (0, 1), (1, 0), (1, 1)]),
    ],
)
def test_a_job_takes_its_half_days_in_a_row(person_hours: float, halves: list[tuple[int, int]]) -> None:
    # Two people from six: six hours to noon, nine a day.
    assert stands(job("j", person_hours)).halves == tuple((day(n), half) for n, half in halves)


def test_a_crew_of_three_is_sooner_through() -> None:
    assert len(stands(job("j", 18), crew=BIRCH).halves) == 1


def test_an_afternoon_takes_what_goes_into_it() -> None:
    # From 12:30 to 18:00 two people do 11 person-hours.
    assert stands(job("j", 11), half=AFTERNOON).halves == ((day(0), AFTERNOON),)
    over = stands(job("j", 11.5), half=AFTERNOON)
    assert not over.fits


def test_days_off_are_passed_over() -> None:
    # From Friday: then Monday.
    assert [d for d, _ in stands(job("j", 34), number=4).halves] == [day(4), day(4), day(7), day(7)]
    away = CrewAtWork(id="a", name="Alder", people=2, off=frozenset({day(1)}))
    assert [d for d, _ in stands(job("j", 20), crew=away).halves] == [day(0), day(0), day(2)]


def test_the_heat_of_each_day_decides_how_many_it_takes() -> None:
    # 2.636 h in a hot day, so 6 h take the hot day and 3.364 h of the cool one after it.
    one = stands(job("j", 12), on=days(HOT, COOL, COOL))
    assert one.halves == ((day(0), 0), (day(0), 1), (day(1), 0)) and one.plan.hot_h == pytest.approx(1)
    assert not stands(job("j", 12), on=days(dict.fromkeys(range(24), 0))).fits


def test_what_is_wrong_is_said_and_nothing_is_moved() -> None:
    jobs = {
        "a": job("a", 18, through=(("electrician", day(1)), ("roofer", None)), promised_by=day(0)),
        "b": job("b", 12),
        "c": job("c", 12),
        "d": job("d", 12),
    }
    bars = [
        stands(jobs["a"], 1),
        stands(jobs["b"], 1),
        bar(jobs["c"], Placed(job="c", crew="gone", day=day(0)), ALDER, days()),
        stands(jobs["d"], 5),
    ]
    found = conflicts(bars, jobs, {"a": ALDER}, today=day(9))
    texts = {name: [one.text for one in said] for name, said in found.items()}
    assert texts["a"][:2] == ["before electrician is through on Tue 7 Jul", "nobody has said when roofer is through"]
    assert "Alder has B at the same time" in texts["a"] and "Alder has A at the same time" in texts["b"]
    assert "1 day after Mon 6 Jul, when it was promised" in texts["a"]
    assert texts["c"] == ["its crew is no longer there: give it to another"]
    assert "Alder does not work on Sat 11 Jul" in texts["d"]
    assert all(any(one.code == "past" for one in found[name]) for name in ("a", "b"))
    assert conflicts([stands(jobs["b"], 1)], jobs, {"a": ALDER}) == {"b": []}


def brute(jobs: list[JobToPlace], choices: list[PlaceOption]) -> float:
    """The least cost of all calendars."""
    of = [[None, *(c for c in choices if c.job == i)] for i in range(len(jobs))]
    best = float("inf")
    for picked in itertools.product(*of):
        chosen = [choice for choice in picked if choice is not None]
        slots = [slot for choice in chosen for slot in choice.slots]
        if len(slots) == len(set(slots)):
            best = min(best, cost_of(len(jobs), chosen))
    return best


@pytest.mark.parametrize("seed", range(8))
def test_a_proposal_costs_no_more_than_any_calendar(seed: int) -> None:
    dice = Random(seed)
    span = days(*(dice.choice([COOL, COOL, HOT]) for _ in range(3)))
    jobs = [
        job(
            f"j{i}",
            dice.uniform(4, 30),
            through=(("electrician", day(dice.randrange(2))),) if dice.random() < 0.4 else (),
            promised_by=day(dice.randrange(3)) if dice.random() < 0.6 else None,
        )
        for i in range(4)
    ]
    crews = [ALDER, BIRCH]
    choices = places(jobs, crews, span, frozenset())
    found = propose(jobs, crews, span)
    assert found.cost == pytest.approx(brute(jobs, choices)) and len(found.bars) + len(found.unplaced) == 4
    slots = [(one.placed.crew, *half) for one in found.bars for half in one.halves]
    assert len(slots) == len(set(slots))
    assert {reason.job for reason in found.reasons} == {one.id for one in jobs}
    orders = list(itertools.permutations(range(4)))
    assert found.cost <= min(cost_of(4, greedy(4, choices, order)) for order in orders) + 1e-6


def test_a_proposal_keeps_every_rule() -> None:
    jobs = [
        job("gate", 12, through=(("electrician", day(2)),)),
        job("open", 12, through=(("roofer", None),)),
        job("late", 12, promised_by=day(0)),
        job("far", 12, through=(("plumber", day(40)),)),
    ]
    found = propose(jobs, [ALDER], days(COOL, COOL, COOL, COOL, COOL), taken={("a", day(0), 0), ("a", day(0), 1)})
    stood = {one.placed.job: one.placed.day for one in found.bars}
    assert stood == {"gate": day(3), "late": day(1)} and set(found.unplaced) == {"open", "far"}
    why = {reason.job: reason.text for reason in found.reasons}
    assert "the first day after its trades are through" in why["gate"]
    assert "Nobody has said when roofer is through" in why["open"]
    assert "after these days" in why["far"] and "1 days late" in why["late"]
    assert found.by == "exact" and found.proved and found.late_days == 1


def test_lateness_goes_before_heat_and_heat_before_early() -> None:
    # Hot, then cool: without a promise it waits for the cool day; with one it goes into the heat.
    on = days(HOT, COOL)
    assert propose([job("j", 5)], [ALDER], on).bars[0].placed.day == day(1)
    promised = job("j", 5, promised_by=day(0))
    assert propose([promised], [ALDER], on).bars[0].placed.day == day(0)
    assert propose([job("j", 5)], [ALDER], days(COOL, COOL)).bars[0].placed == Placed(
        job="j", crew="a", day=day(0), half=0
    )


def test_without_crews_or_time_it_still_answers() -> None:
    nobody = propose([job("j", 5)], [], days())
    assert nobody.bars == () and "There is no crew" in nobody.reasons[0].text
    jobs = [job(f"j{i}", 20) for i in range(12)]
    hurried = propose(jobs, [ALDER, BIRCH], days(*[COOL] * 14), seconds=0.0)
    assert len(hurried.bars) == 12 and hurried.by in ("exact", "greedy")
