"""What a log says of the house's leaks: fan tests, what was looked at with smoke or a thermal camera (handbook §12, §19)."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field

from ...job import Job
from ..log.entry import Entry
from ..proof.leakage import Change, FanTest, change_of, fan_test, fresh_air_cfm, natural_cfm, points_of


@dataclass(frozen=True, kw_only=True)
class Leakage:
    """Fan tests before and after, the change, and what the sealed items were thought to be worth, ft³/min at 50 Pa. natural_cfm:
    of the last test, by rule of thumb; points: of each test, Pa less the baseline and ft³/min; fresh_air_cfm: what the house wants; None while floor or bedrooms are not known."""

    before: FanTest | None
    after: FanTest | None
    change: Change | None
    sealed_cfm50: float
    natural_cfm: float | None = None
    fresh_air_cfm: float | None = None
    too_tight: bool = False
    points: Mapping[str, tuple[tuple[float, float], ...]] = field(default_factory=dict)


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
    read: dict[str, tuple[tuple[float, float], ...]] = {}
    tests: dict[str, FanTest | None] = {}
    for word in ("before", "after"):
        points, baseline = points_of([(e.kind, e.value) for e in stood], word)
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
        too_tight=natural is not None and wanted is not None and natural < wanted,
    )


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
