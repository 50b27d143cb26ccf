"""What a log says of the house's leaks: fan tests, what was looked at with smoke or a thermal camera (handbook §12, §19)."""

from __future__ import annotations

from collections.abc import Container, Iterator, Mapping, Sequence
from dataclasses import dataclass, field

from ...job import Job
from ..hazards.before_test import burner_stops, no_test_while
from ..log.entry import Entry
from ..proof.leakage import Change, FanTest, change_of, fan_test, fresh_air_cfm, natural_cfm, points_of


@dataclass(frozen=True, kw_only=True)
class Leakage:
    """Fan tests before and after, the change, and what the sealed items were thought to be worth, ft³/min at 50 Pa. natural_cfm:
    of the last test, by rule of thumb; forbidden: why no test is made yet; points: of each test, Pa less the baseline and ft³/min; fresh_air_cfm: what the house wants; None while floor or bedrooms are not known."""

    before: FanTest | None
    after: FanTest | None
    change: Change | None
    sealed_cfm50: float
    natural_cfm: float | None = None
    fresh_air_cfm: float | None = None
    too_tight: bool = False
    points: Mapping[str, tuple[tuple[float, float], ...]] = field(default_factory=dict)
    forbidden: tuple[str, ...] = ()


@dataclass(frozen=True, kw_only=True)
class LeakLook:
    """A look with smoke or a thermal camera, pinned to its place: words or a photo's file, by whom and when."""

    look: str
    section: str | None
    at_ft: tuple[float, float] | None
    text: str | None
    file: str | None
    by: str
    at: str


def leakage_of(job: Job, stood: Sequence[Entry], sealed: float) -> Leakage:
    """Tests before and after, side by side. sealed: what the sealed items were thought worth, ft³/min at 50 Pa. Source: handbook §19."""
    said = [(entry.kind, entry.value) for entry in stood if entry.kind == "leak.reading"]
    read: dict[str, tuple[tuple[float, float], ...]] = {}
    tests: dict[str, FanTest | None] = {}
    for word in ("before", "after"):
        points, baseline = points_of(said, word)
        read[word] = tuple((pa - baseline, cfm) for pa, cfm in points)
        tests[word] = fan_test(points, baseline, job.house.volume_ft3)
    before, after = tests["before"], tests["after"]
    last, house = after or before, job.house
    natural = None if last is None else natural_cfm(last.cfm50)
    known = house.floor_ft2 is not None and house.bedrooms is not None
    wanted = fresh_air_cfm(house.floor_ft2 or 0.0, house.bedrooms or 0) if known else None
    return Leakage(
        before=before,
        after=after,
        change=change_of(before, after),
        sealed_cfm50=sealed,
        natural_cfm=natural,
        fresh_air_cfm=wanted,
        points=read,
        forbidden=no_test_while(statuses(job)),
        too_tight=natural is not None and wanted is not None and natural < wanted,
    )


def statuses(job: Job) -> dict[str, str | None]:
    """How it stands with each hazard of the record, by its kind."""
    return {hazard.kind: hazard.status for hazard in job.hazards}


def stops_of_burners(job: Job, leak_keys: Container[str], stood: Sequence[Entry]) -> tuple[str, ...]:
    """Failed tests of burners, and what a burner asks for that was not kept to. leak_keys: items that seal a leak.

    Source: handbook §19, burners.
    """
    latest = {e.value["test"]: e.value["result"] for e in stood if e.kind == "burner.test"}
    failed = [
        f"The burner test {word} failed: nobody lights it before who is qualified has put it right."
        for word, result in latest.items()
        if result == "failed"
    ]
    tested = next((i for i, e in enumerate(stood) if e.value.get("test") == "before"), len(stood))
    ticked = [i for i, e in enumerate(stood) if e.kind == "work.done" and e.value["key"] in leak_keys]
    first = bool(ticked) and ticked[0] < tested
    return (*failed, *burner_stops(statuses(job), first, bool(ticked), latest.get("after")))


def looks_of(stood: Sequence[Entry]) -> Iterator[LeakLook]:
    """Every look, in the order of the log. Source: handbook §12, finding leaks; §19, thermal pictures each pinned to its place."""
    for entry in stood:
        value = entry.value
        if entry.kind in ("note", "photo") and value.get("look"):
            at = value.get("at_ft")
            yield LeakLook(
                look=value["look"], section=value.get("section"), at_ft=None if at is None else (at[0], at[1]),
                text=value.get("text"), file=value.get("file"), by=entry.actor, at=entry.at,
            )  # fmt: skip
