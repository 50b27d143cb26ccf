"""The eaves of one section: baffles, lengths, what lies over the plate, and what the thin strip costs (handbook §8)."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from ..eaves.baffles import fitting
from ..eaves.bays import BayRow
from ..eaves.eave import Eave
from ..eaves.remedies import Remedy, remedy_ft3_per_ft
from ..floor.outline import edge_length_ft
from ..given.section import SectionInput
from ..layers.places import Places
from ..laying.build_up import Laid
from ..laying.heat import Heat
from ..laying.plate import OverPlate, over_the_plate
from ..laying.site import Site


@dataclass(frozen=True, kw_only=True)
class EavePlan:
    """One eave. bays: all; blocked, obstructed, solid (soffit): of them. baffles: bays that get one; by_hand: of them, cut
    round what stands there. pieces: bought. wind_blocks: pieces of their own. plugs: bays closed by a piece of batt.
    to_wind: bays open to the soffit with nothing before the fill. channel_in2: what the channels let through.
    remedy_ft3: what fills the room over the plate instead of the fill, over the run.
    """

    edge: int
    run_ft: float
    bays: int | None = None
    baffles: int | None = None
    pieces_per_bay: int | None = None
    pieces: int | None = None
    baffle_length_in: float | None = None
    closed_leg_in: float | None = None
    full_depth_at_in: float | None = None
    depth_at_plate_in: float | None = None
    r_at_plate: float | None = None
    depth_over_plate_mean_in: float | None = None
    r_over_plate_mean: float | None = None
    room_at_plate_in: float | None = None
    extra_ua: float | None = None
    blocked: int = 0
    obstructed: int = 0
    solid: int = 0
    without_air: int = 0
    to_wind: int = 0
    to_wind_ft: float = 0.0
    by_hand: int = 0
    wind_blocks: int | None = None
    plugs: int = 0
    staples: int | None = None
    channel_in2: float | None = None
    last_bay_in: float | None = None
    baffle_width_in: float | None = None
    remedy_ft3: float | None = None


Alike = dict[tuple[Eave | None, float, Remedy | None], OverPlate | None]


def plan_eave(
    section: SectionInput,
    site: Site,
    laid: Laid,
    edge_index: int,
    alike: Alike | None = None,
    extra_ua: float | None = None,
) -> EavePlan:
    """One eave's figures, as far as they are known. alike: what lies over the plates of this section so far: eaves that are
    alike are looked at once. extra_ua: what its thin strip costs."""
    settings, eave = section.settings, (site.eaves or {}).get(edge_index)
    plan = _with_bays(section, site.rows.get(edge_index), edge_index, extra_ua)
    known: Alike = {} if alike is None else alike
    like = (eave, section.edges[edge_index].plate_width_in, section.edges[edge_index].remedy)
    if like not in known:
        known[like] = over_the_plate(section, site, laid, edge_index)
    over = known[like]
    if eave is None or laid.stack is None or over is None:
        return plan
    depth = laid.stack.depth_in
    pieces = fitting(eave, depth, settings.baffle).count
    blocks = None if plan.baffles is None else settings.baffle.wind_blocks(plan.baffles)
    bought = None if plan.baffles is None else plan.baffles * pieces
    remedy = section.edges[edge_index].remedy
    return replace(
        plan,
        pieces_per_bay=pieces,
        pieces=bought,
        wind_blocks=blocks,
        staples=None if bought is None or blocks is None else (bought + blocks) * settings.baffle.staples_per_piece,
        baffle_length_in=eave.baffle_length_in(depth),
        closed_leg_in=eave.closed_leg_in(depth),
        full_depth_at_in=eave.full_depth_at_in(depth),
        depth_at_plate_in=min(depth, eave.room_in(0.0)),
        r_at_plate=over.r,
        depth_over_plate_mean_in=over.mean_in,
        r_over_plate_mean=over.mean_r,
        room_at_plate_in=eave.room_at_plate_in,
        remedy_ft3=None if remedy is None else remedy_ft3_per_ft(eave, remedy, depth) * plan.run_ft,
    )


def _with_bays(section: SectionInput, row: BayRow | None, edge_index: int, extra_ua: float | None) -> EavePlan:
    """The eave with what its bays come to."""
    run_ft = edge_length_ft(section.outline_ft, edge_index)
    if row is None:
        return EavePlan(
            edge=edge_index, run_ft=run_ft, extra_ua=extra_ua, baffles=0 if section.vented is False else None
        )
    return EavePlan(
        edge=edge_index,
        run_ft=run_ft,
        extra_ua=extra_ua,
        bays=len(row.bays),
        baffles=row.baffles,
        blocked=row.blocked,
        obstructed=row.obstructed,
        solid=row.solid,
        plugs=row.plugs,
        without_air=row.without_air,
        to_wind=row.to_wind,
        to_wind_ft=row.to_wind_ft,
        by_hand=row.by_hand,
        channel_in2=None if row.baffles is None else row.channel_in2(section.settings.vent_gap_in),
        last_bay_in=row.last_in,
        baffle_width_in=section.settings.baffle.fitted_width_in(row.spacing_in),
    )


def thin_strip_ua(site: Site, places: Places, heat: Heat, depth_in: float, index: int) -> float | None:
    """What the thin strip costs: Σ (U − U at full depth) over the floor this eave limits, Btu/h·°F. depth_in: fill line.

    None while the heat is not known, or where nothing has the full depth. Source: handbook §8.
    """
    if heat.u is None or places.edge is None or places.share is None:
        return None
    full = heat.u[places.room_in >= depth_in]
    if full.size == 0:
        return None
    here = (places.edge == index) & (places.room_in < depth_in)
    return float(np.sum((heat.u[here] - full.min()) * places.share[here]) * site.round_ft2)
