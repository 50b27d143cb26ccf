"""The schools of baffles side by side, each with what it comes to (handbook §8, eaves, schools)."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

from ..eaves.bays import SCHOOLS, BayRow
from ..given.section import SectionInput
from ..laying.edges import row_of
from .eave_plan import EavePlan


@dataclass(frozen=True)
class School:
    """What one school of baffles comes to. baffles, pieces: None while it is not known which bays are vented."""

    rule: str
    title: str
    baffles: int | None
    pieces: int | None
    plugs: int
    without_air: int
    to_wind: int
    to_wind_ft: float


TITLES = {"every_bay": "every bay", "vented_bays": "vented bays, the rest closed", "alternate": "alternate bays"}


def schools_of(section: SectionInput, eaves: Sequence[EavePlan]) -> tuple[School, ...]:
    """Each school over all eaves of a section; none while the framing is not known, or there is no eave."""
    runs: list[tuple[School, ...]] = []
    for eave in eaves:
        rows = [(rule, row_of(section, eave.edge, rule)) for rule in SCHOOLS]
        runs.append(tuple(_on_run(rule, row, eave.pieces_per_bay) for rule, row in rows if row is not None))
    return all_schools(runs)


def _on_run(rule: str, row: BayRow, pieces_per_bay: int | None) -> School:
    pieces = None if row.baffles is None or pieces_per_bay is None else row.baffles * pieces_per_bay
    return School(
        rule=rule,
        title=TITLES[rule],
        baffles=row.baffles,
        pieces=pieces,
        plugs=row.plugs,
        without_air=row.without_air,
        to_wind=row.to_wind,
        to_wind_ft=row.to_wind_ft,
    )


def all_schools(parts: Iterable[tuple[School, ...]]) -> tuple[School, ...]:
    """The schools over several runs, or the sections of a job: what has no eaves adds nothing."""
    by_rule: Mapping[str, list[School]] = {rule: [] for rule in SCHOOLS}
    for schools in parts:
        for school in schools:
            by_rule[school.rule].append(school)
    return tuple(
        School(
            rule=rule,
            title=TITLES[rule],
            baffles=_sum(s.baffles for s in each),
            pieces=_sum(s.pieces for s in each),
            plugs=sum(s.plugs for s in each),
            without_air=sum(s.without_air for s in each),
            to_wind=sum(s.to_wind for s in each),
            to_wind_ft=sum(s.to_wind_ft for s in each),
        )
        for rule, each in by_rule.items()
        if each
    )


def _sum(values: Iterable[int | None]) -> int | None:
    counted = list(values)
    return None if None in counted else sum(value or 0 for value in counted)
