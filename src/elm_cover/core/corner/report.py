"""What a solved corner says: coldest spot, how damp the room may be, what its edge costs, what each remedy brings (handbook §8).

For damp and mould the corner is solved with the film behind furniture, for heat with the ordinary one. Temperatures go in
proportion between indoors and outdoors, so that one solve serves the design temperature and the coldest month.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from ..climate.temperatures import Climate
from ..eaves.remedies import REMEDIES, Remedy, remedy_of
from ..given.energy import EnergyInput
from ..money.saving import Saving, season_btu, yearly_saving
from .humidity import damp_limit, dew_point_f, mould_limit
from .lines import Arrow, Isotherm, arrows, isotherms
from .model import CORNER_FILM_R, Corner, CornerSolved, in_wind, solve_corner

CLOSE = 0.05
RAISED_HEEL = "raised_heel"


@dataclass(frozen=True, kw_only=True)
class CornerState:
    """The corner in one state: today, planned (without a remedy), after (with it), wind (a bay left open to wind).

    coldest_f at the design temperature, month_f in the coldest month's mean, at coldest_at_in (x, z). damp_limit,
    mould_limit: room humidity, 0 to 1, from which on. verdict: dry, close, mould or damp. Flows in Btu/h for each foot of
    eave at the design temperature: through the ceiling of the section drawn, straight up by the sum of R, and of each what
    goes beyond a floor at full depth.
    """

    state: str
    coldest_f: float
    coldest_at_in: tuple[float, float]
    month_f: float
    damp_limit: float
    mould_limit: float
    verdict: str
    ceiling_flow: float
    plain_flow: float
    edge_flow: float
    edge_plain_flow: float
    isotherms: tuple[Isotherm, ...]
    arrows: tuple[Arrow, ...]
    cells: int


@dataclass(frozen=True, kw_only=True)
class RemedyBrings:
    """A remedy at this eave. r_at_plate, r_over_plate: at the plate's outer edge, and over its width. saved_btu: a year,
    over the run; saved_share: of what the section loses. possible: False where only new work can have it."""

    kind: str
    title: str
    mind: str
    chosen: bool
    possible: bool
    r_per_in: float | None
    reach_in: float | None
    depth_in: float
    r_at_plate: float
    r_over_plate: float
    saved_btu: float
    saved_share: float | None
    saving: Saving | None
    coldest_f: float
    verdict: str
    heel_in: float | None = None


@dataclass(frozen=True)
class WindWashing:
    """What wind takes from the bays left open to it, by the stated model. btu: a year over those bays."""

    bays: int
    run_ft: float
    coldest_f: float
    btu: float
    assumption: str


@dataclass(frozen=True)
class EaveFacts:
    """What the report takes beside the corner. run_ft: of all eaves alike. section_ua: Btu/h·°F, or None."""

    run_ft: float
    fill_line_in: float
    section_ua: float | None
    new_construction: bool
    zone: str | None
    energy: EnergyInput


def state_of(name: str, corner: Corner, climate: Climate) -> CornerState:
    """The corner judged.

    Source: handbook §8, damp and mould.
    """
    cold = solve_corner(corner, climate.room_f, climate.design_f, CORNER_FILM_R)
    warm = solve_corner(corner, climate.room_f, climate.design_f)
    month = _month_f(cold, climate)
    damp, mould = _limits(cold, climate)
    return CornerState(
        state=name,
        coldest_f=cold.coldest_f,
        coldest_at_in=cold.coldest_at_in,
        month_f=month,
        damp_limit=damp,
        mould_limit=mould,
        verdict=verdict(climate.humidity, damp, mould),
        ceiling_flow=warm.ceiling_flow,
        plain_flow=warm.plain_flow,
        edge_flow=warm.edge_flow,
        edge_plain_flow=warm.edge_plain_flow,
        isotherms=isotherms(cold.solution),
        arrows=arrows(cold.solution),
        cells=cold.solution.cells,
    )


def _month_f(solved: CornerSolved, climate: Climate) -> float:
    """The coldest surface in the coldest month: as far between outdoors and indoors as at the design temperature."""
    between = climate.room_f - climate.design_f
    share = 1.0 if between == 0 else (solved.coldest_f - climate.design_f) / between
    return climate.coldest_month_f + share * (climate.room_f - climate.coldest_month_f)


def _limits(solved: CornerSolved, climate: Climate) -> tuple[float, float]:
    """Room humidity from which the coldest surface is damp, and from which mould may grow there."""
    return damp_limit(solved.coldest_f, climate.room_f), mould_limit(_month_f(solved, climate), climate.room_f)


def verdict(humidity: float, damp: float, mould: float) -> str:
    """damp, mould, close (within five points of either) or dry.

    Humidities 0 to 1. Source: handbook §8, damp and mould.
    """
    if humidity >= damp and damp < 1:
        return "damp"
    if humidity >= mould and mould < 1:
        return "mould"
    return "close" if humidity >= min(damp, mould) - CLOSE and min(damp, mould) < 1 else "dry"


def room_dew_point_f(climate: Climate) -> float:
    """Dew point of the room's air, °F."""
    return dew_point_f(climate.room_f, climate.humidity)


def remedies_of(corner: Corner, chosen: Remedy | None, climate: Climate, facts: EaveFacts) -> tuple[RemedyBrings, ...]:
    """Every remedy, the one chosen with its own figures, against the eave without any.

    Source: handbook §8, remedies in order.
    """
    found = []
    for kind, about in REMEDIES.items():
        mine = chosen is not None and chosen.kind == kind
        mended = replace(corner, remedy=chosen if mine else remedy_of(kind))
        found.append(_brings(corner, _Tried(mended, kind, about.title, about.mind, chosen=mine), climate, facts))
    eave = corner.eave
    tall = replace(eave, heel_in=facts.fill_line_in + eave.under_deck_in)
    if tall.heel_in > eave.heel_in:
        raised = replace(corner, eave=tall, sheathed=True)
        mind = "Full depth over the plate; only where the roof is built new."
        possible = facts.new_construction
        tried = _Tried(raised, RAISED_HEEL, "a raised heel", mind, possible=possible, heel_in=tall.heel_in)
        found.append(_brings(corner, tried, climate, facts))
    return tuple(found)


@dataclass(frozen=True)
class _Tried:
    """A corner with a remedy, and what is said of that remedy."""

    corner: Corner
    kind: str
    title: str
    mind: str
    chosen: bool = False
    possible: bool = True
    heel_in: float | None = None


def _brings(plain: Corner, tried: _Tried, climate: Climate, facts: EaveFacts) -> RemedyBrings:
    """What a remedy brings against the corner without any."""
    before, after = (solve_corner(one, climate.room_f, climate.design_f) for one in (plain, tried.corner))
    cold = solve_corner(tried.corner, climate.room_f, climate.design_f, CORNER_FILM_R)
    ua = _ua(before.edge_flow - after.edge_flow, facts.run_ft, climate)
    at_plate, mean = r_over_plate(tried.corner)
    remedy = tried.corner.remedy
    return RemedyBrings(
        kind=tried.kind,
        title=tried.title,
        mind=tried.mind,
        chosen=tried.chosen,
        possible=tried.possible,
        r_per_in=None if remedy is None else remedy.r_per_in,
        reach_in=None if remedy is None else remedy.reach_in,
        depth_in=min(facts.fill_line_in, max(0.0, tried.corner.eave.room_at_plate_in)),
        r_at_plate=at_plate,
        r_over_plate=mean,
        saved_btu=season_btu(ua, facts.zone, facts.energy),
        saved_share=None if not facts.section_ua else ua / facts.section_ua,
        saving=None if facts.zone is None else yearly_saving(ua, facts.zone, facts.energy),
        coldest_f=cold.coldest_f,
        verdict=verdict(climate.humidity, *_limits(cold, climate)),
        heel_in=tried.heel_in,
    )


def _ua(flow: float, run_ft: float, climate: Climate) -> float:
    """Btu/h·°F of a run from a flow for each foot of it at the design temperature."""
    between = climate.room_f - climate.design_f
    return 0.0 if between == 0 else flow / between * run_ft


def edge_ua(state: CornerState, climate: Climate, run_ft: float) -> float:
    """What the edge costs beyond a floor at full depth, over the run: thin strip and plate, Btu/h·°F.

    run_ft in feet. Source: handbook §8, what that strip costs; Settled since 13.
    """
    return _ua(state.edge_flow, run_ft, climate)


def edge_btu(state: CornerState, climate: Climate, facts: EaveFacts) -> tuple[float, Saving | None]:
    """What the edge costs a year beyond a floor at full depth, over the run: heat, and money.

    Btu a year and the book's currency. Source: handbook §8, what that strip costs.
    """
    ua = edge_ua(state, climate, facts.run_ft)
    return season_btu(ua, facts.zone, facts.energy), None if facts.zone is None else yearly_saving(
        ua, facts.zone, facts.energy
    )


def r_over_plate(corner: Corner, samples: int = 64) -> tuple[float, float]:
    """R at the plate's outer edge and over its width (of the mean U), straight up, as settled, without films and board.

    Source: handbook §8, over the plate.
    """
    x = np.concatenate([[0.0], (np.arange(samples) + 0.5) * corner.plate_width_in / samples])
    r = corner.r_up(x)
    boundary = corner.boundary
    return float(r[0]), float(1 / np.mean(1 / (boundary + r[1:])) - boundary)


def wind_washing(
    corner: Corner, bays: int, run_ft: float, climate: Climate, facts: EaveFacts, assumption: str
) -> WindWashing:
    """What wind takes in so many bays left open, over so many feet of run.

    run_ft in feet. Source: handbook §8, wind washing; the loss is a stated assumption.
    """
    still = solve_corner(corner, climate.room_f, climate.design_f)
    windy = in_wind(corner)
    blown = solve_corner(windy, climate.room_f, climate.design_f)
    cold = solve_corner(windy, climate.room_f, climate.design_f, CORNER_FILM_R)
    ua = _ua(blown.edge_flow - still.edge_flow, run_ft, climate)
    return WindWashing(bays, run_ft, cold.coldest_f, season_btu(ua, facts.zone, facts.energy), assumption)
