"""The figures for the R to reach, side by side, with where each comes from (handbook §4, target R)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from ..base.units import ROUNDING_SLACK
from ..eaves.eave import Eave
from ..given.section import SectionInput
from .tables import CEILING_U, EDITIONS, code_r, raised_heel_r, retrofit_r, wall_r


@dataclass(frozen=True)
class TargetFigure:
    """One figure on the scale. kind: today, code, heel, retrofit, custom. used: the plan goes by it."""

    kind: str
    title: str
    r: float
    source: str
    used: bool = False


@dataclass(frozen=True)
class HeelTest:
    """Whether the raised-heel allowance holds at one eave: the room over its plate against the fill line of the lower R."""

    edge: int
    room_in: float
    needed_in: float
    holds: bool


def target_scale(
    section: SectionInput, r_existing: float | None, depth_existing_in: float | None, r_target: float | None, new: bool
) -> tuple[TargetFigure, ...]:
    """Every figure that can be named for this section, lowest first. new: new work, where no retrofit guidance applies.

    Source: handbook §4.
    """
    found = []
    target, zone = section.target, section.zone
    basis = None if target is None else target.basis
    if r_existing is not None:
        found.append(TargetFigure("today", "as it lies today", r_existing, "parallel paths over what lies there"))
    if zone is not None:
        found += _by_code(section, zone, r_target, basis)
        if r_existing is not None and depth_existing_in is not None and not new and section.kind != "knee_wall":
            r = retrofit_r(zone, depth_existing_in, r_existing)
            source = "federal guidance for existing houses, by what lies there"
            found.append(TargetFigure("retrofit", "retrofit guidance", r, source, basis == "retrofit"))
    if target is not None and target.r is not None and basis == "custom":
        title = target.name or "my own rule"
        found.append(TargetFigure("custom", title, target.r, "a rule set for this job", basis == "custom"))
    return tuple(sorted(found, key=lambda figure: figure.r))


def _by_code(section: SectionInput, zone: str, r_target: float | None, basis: str | None) -> list[TargetFigure]:
    """The adopted edition's figure, and its raised-heel allowance; of knee walls, the wall figure."""
    target = section.target
    adopted = None if target is None else target.edition
    if adopted is None:
        return []
    by_code = basis == "code"
    if section.kind == "knee_wall":
        r = wall_r(zone, adopted)
        source = f"IECC {adopted} R402.1, walls, cavity and board together"
        return [] if r is None else [TargetFigure("code", f"code {adopted}, walls", r, source, by_code)]
    full, lower = code_r(zone, adopted), raised_heel_r(zone, adopted)
    heel = by_code and lower is not None and r_target is not None and abs(r_target - lower) < ROUNDING_SLACK
    found = [TargetFigure("code", f"code {adopted}", full, f"IECC {adopted} R402.1, zone {zone}", by_code and not heel)]
    if lower is not None and section.kind == "open_floor":
        source = f"IECC {adopted} R402.2.1: full depth over every plate"
        found.append(TargetFigure("heel", "raised-heel allowance", lower, source, heel))
    return found


def heel_tests(eaves: Mapping[int, Eave] | None, needed_in: float | None) -> tuple[HeelTest, ...]:
    """The allowance tested at each eave; empty while the fill is not known.

    needed_in: fill line of the lower R, inches. Source: handbook §8, c0 ≥ installed depth of the allowed R.
    """
    if eaves is None or needed_in is None:
        return ()
    return tuple(
        HeelTest(edge, eave.room_at_plate_in, needed_in, eave.room_at_plate_in >= needed_in - ROUNDING_SLACK)
        for edge, eave in sorted(eaves.items())
    )


@dataclass(frozen=True)
class CodeLine:
    """One edition's figures for a zone: ceiling R, the R that serves with a raised heel (None where none does), and U.

    u: the code's own ceiling U-factor for that R, Btu/h·ft²·°F, squeezed eaves included: quoted, not aimed at.
    """

    edition: str
    r: float
    raised_heel_r: float | None
    u: float


def code_table(zone: str) -> tuple[CodeLine, ...]:
    """The whole row of the table for a zone, edition by edition.

    Source: handbook §4; §6 for the code's own U-factors.
    """
    return tuple(
        CodeLine(edition, code_r(zone, edition), raised_heel_r(zone, edition), CEILING_U[int(code_r(zone, edition))])
        for edition in EDITIONS
    )
