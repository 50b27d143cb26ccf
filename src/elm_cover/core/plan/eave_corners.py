"""corners(plan) -> Corners: every eave of the job solved in two dimensions (handbook §8)."""

from __future__ import annotations

from dataclasses import dataclass, replace

from ..base.units import ROUNDING_SLACK
from ..climate.temperatures import Climate, climate_of
from ..corner import wind
from ..corner.conduction import DomainError
from ..corner.model import Corner, SettledLayer, in_wind
from ..corner.old_layers import Over, settled_old
from ..corner.report import (
    CornerState,
    EaveFacts,
    RemedyBrings,
    WindWashing,
    edge_btu,
    edge_ua,
    remedies_of,
    room_dew_point_f,
    state_of,
    wind_washing,
)
from ..floor.outline import edge_side
from ..from_job.read import ReadJob
from ..layers.layer import BOARD_R, boundary_r
from ..money.saving import Saving
from ..section.eave_plan import EavePlan
from ..section.heat_account import HeatShare
from ..section.result import SectionFields, SectionPlan
from .totals import heat_of
from .whole_job import Plan

LEAST_PLATE_IN = 0.5


@dataclass(frozen=True)
class EaveCorner:
    """Eaves of one section that are alike. after: the state that the job leaves the corner in.

    strip_ua: what the edge costs beyond a floor at full depth, over the run, as it is left, Btu/h·°F; strip_btu: a year of
    it; strip_saving: in money.
    """

    section: str
    edges: tuple[int, ...]
    sides: str
    run_ft: float
    states: tuple[CornerState, ...]
    after: str
    strip_ua: float
    strip_btu: float
    strip_saving: Saving | None
    remedies: tuple[RemedyBrings, ...]
    wind: WindWashing | None


@dataclass(frozen=True)
class Corners:
    """climate: what they are judged by. dew_point_f: of the room's air. missing: what to say first where nothing is solved.
    heat: the job's account with the edges at what they cost as solved; empty where one of them could not be."""

    climate: Climate | None
    dew_point_f: float | None
    wall_r: float
    corners: tuple[EaveCorner, ...]
    missing: tuple[str, ...] = ()
    heat: tuple[HeatShare, ...] = ()


def corners(result: Plan) -> Corners:
    """Every eave of the job, alike ones once. Eaves of unvented attics are left out: the air over them is not outdoor air.

    Source: handbook §8, the corner.
    """
    job = result.read.job
    facts = job.corner
    humidity = None if facts.room_humidity_pct is None else facts.room_humidity_pct / 100
    judged = climate_of(job.house.climate_zone, facts.room_f, humidity, facts.design_f, facts.coldest_month_f)
    if judged is None:
        return Corners(
            None, None, facts.wall_r, (), ("Set the climate zone in Look over: it gives the design temperature.",)
        )
    if job.house.vented is False:
        text = "The attic is unvented: what is solved here takes outdoor air over the fill."
        return Corners(judged, room_dew_point_f(judged), facts.wall_r, (), (text,))
    found: list[EaveCorner] = []
    missing: list[str] = []
    for section, given in zip(result.sections, result.read.sections, strict=True):
        if section.kind != "open_floor" or not section.eaves:
            continue
        board = given.board
        fields = result.fields[section.id]
        if board is None or not fields.eaves or fields.today is None:
            name = section.name or section.id
            missing.append(f"{name}: heel, pitch, ceiling board and old fill come first, in Measure.")
            continue
        try:
            found += _of_section(result.read, section, fields, board, judged)
        except DomainError as error:
            missing.append(f"{section.name or section.id}: too large a section to solve here: {error}.")
    heat = () if missing else _heat_as_solved(result.sections, found)
    return Corners(judged, room_dew_point_f(judged), facts.wall_r, tuple(found), tuple(missing), heat)


def _heat_as_solved(sections: tuple[SectionPlan, ...], found: list[EaveCorner]) -> tuple[HeatShare, ...]:
    """The account of the heat with each section's thin strip at what its solved edges cost.

    Source: handbook, Settled since 13.
    """
    strips: dict[str, float] = {}
    for one in found:
        strips[one.section] = strips.get(one.section, 0.0) + one.strip_ua
    return heat_of(sections, strips)


def _of_section(
    read: ReadJob, section: SectionPlan, fields: SectionFields, board: str, judged: Climate
) -> list[EaveCorner]:
    groups: dict[Corner, list[EavePlan]] = {}
    layers = _layers(read, section, fields, boundary_r(board))
    remedies = dict(fields.work.remedies)
    for eave in section.eaves:
        if eave.edge not in fields.eaves:
            continue
        corner = Corner(
            eave=fields.eaves[eave.edge],
            plate_width_in=max(LEAST_PLATE_IN, fields.plate_widths_in[eave.edge]),
            board_r=BOARD_R[board],
            layers=layers,
            wall_r=read.job.corner.wall_r,
            remedy=remedies.get(eave.edge),
            foam_r=fields.work.foam_r,
        )
        groups.setdefault(corner, []).append(eave)
    return [_judged(read, section, fields, corner, alike, judged) for corner, alike in groups.items()]


def _judged(
    read: ReadJob, section: SectionPlan, fields: SectionFields, corner: Corner, alike: list[EavePlan], judged: Climate
) -> EaveCorner:
    boundary, house = corner.boundary, read.job.house
    run_ft = sum(eave.run_ft for eave in alike)
    facts = EaveFacts(
        run_ft,
        section.depth_total_in if section.depth_total_in is not None else corner.depth_in,
        section.ua_after if section.ua_after is not None else section.ua_today,
        house.new_construction is True,
        house.climate_zone,
        read.energy,
    )
    plain = replace(corner, remedy=None)
    states = []
    if fields.stack is not None:
        today = replace(plain, layers=settled_old(fields.today or (), boundary, Over()), foam_r=0.0)
        states.append(state_of("today", today, judged))
    states.append(state_of("planned", plain, judged))
    if corner.remedy is not None:
        states.append(state_of("after", corner, judged))
    after = states[-1]
    open_bays = sum(eave.to_wind for eave in alike)
    washed = None
    if read.job.settings.wind_washing:
        states.append(state_of("wind", in_wind(corner), judged))
        feet = sum(eave.to_wind_ft for eave in alike)
        washed = wind_washing(corner, open_bays, feet, judged, facts, wind.ASSUMPTION)
    ua = edge_ua(after, judged, run_ft)
    btu, money = edge_btu(after, judged, facts)
    sides = list(dict.fromkeys(edge_side(fields.outline_ft, eave.edge) for eave in alike))
    return EaveCorner(
        section=section.id,
        edges=tuple(eave.edge for eave in alike),
        sides=" and ".join(sides) if len(sides) < 3 else ", ".join(sides[:-1]) + " and " + sides[-1],
        run_ft=run_ft,
        states=tuple(states),
        after=after.state,
        strip_ua=ua,
        strip_btu=btu,
        strip_saving=money,
        remedies=remedies_of(plain, corner.remedy, judged, facts),
        wind=washed,
    )


def _layers(read: ReadJob, section: SectionPlan, fields: SectionFields, boundary: float) -> tuple[SettledLayer, ...]:
    """What lies at full depth once it has settled; today's layers while nothing is chosen."""
    stack = fields.stack
    if stack is None:
        return settled_old(fields.today or (), boundary, Over())
    new_r = stack.fill.r + sum(batt.r for batt in stack.batts)
    blown = stack.fill.settled_in > ROUNDING_SLACK
    per_in = stack.fill.r / stack.fill.settled_in if blown else 0.0
    over = Over(new_r, per_in, blown or bool(stack.batts))
    found = [
        *settled_old(stack.layers, boundary, over),
        *(SettledLayer(b.depth_in, b.r, b.material) for b in stack.batts),
    ]
    if blown:
        product = read.products.get(section.product or "")
        kind = None if product is None else product.kind
        fill = stack.fill
        found.append(SettledLayer(fill.settled_in, fill.r, kind, fill.settled_in / fill.installed_in))
    return tuple(found)
