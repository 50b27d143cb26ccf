"""The schools of baffles side by side, each with what it comes to (handbook: eaves, schools)."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence

from .bays import SCHOOLS
from .result import EavePlan, School
from .section_eaves import row_of
from .section_input import SectionInput

TITLES = {"every_bay": "every bay", "vented_bays": "vented bays, the rest closed", "alternate": "alternate bays"}


def schools_of(section: SectionInput, eaves: Sequence[EavePlan]) -> tuple[School, ...]:
    """Each school over all eaves of a section; none while the framing is not known, or there is no eave."""
    per_bay = {eave.edge: eave.pieces_per_bay for eave in eaves}
    found = []
    for rule in SCHOOLS:
        rows = {edge: row_of(section, edge, rule) for edge in per_bay}
        known = {edge: row for edge, row in rows.items() if row is not None}
        if not known or len(known) < len(rows):
            return ()
        counts = [row.baffles for row in known.values()]
        pieces = [
            None if row.baffles is None or per_bay[edge] is None else row.baffles * (per_bay[edge] or 0)
            for edge, row in known.items()
        ]
        found.append(
            School(
                rule,
                TITLES[rule],
                _sum(counts),
                _sum(pieces),
                sum(row.plugs for row in known.values()),
                sum(row.without_air for row in known.values()),
                sum(row.to_wind for row in known.values()),
                sum(row.to_wind_ft for row in known.values()),
            )
        )
    return tuple(found)


def all_schools(sections: Iterable[tuple[School, ...]]) -> tuple[School, ...]:
    """The schools over the whole job: sections without eaves add nothing."""
    by_rule: Mapping[str, list[School]] = {rule: [] for rule in SCHOOLS}
    for schools in sections:
        for school in schools:
            by_rule[school.rule].append(school)
    return tuple(
        School(
            rule,
            TITLES[rule],
            _sum(s.baffles for s in each),
            _sum(s.pieces for s in each),
            sum(s.plugs for s in each),
            sum(s.without_air for s in each),
            sum(s.to_wind for s in each),
            sum(s.to_wind_ft for s in each),
        )
        for rule, each in by_rule.items()
        if each
    )


def _sum(values: Iterable[int | None]) -> int | None:
    counted = list(values)
    return None if None in counted else sum(value or 0 for value in counted)
