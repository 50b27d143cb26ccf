"""The job document turned into what the core works on: sections, products, keep-outs and vents. Read for ``plan`` alone."""

from __future__ import annotations

import math
from collections.abc import Mapping
from typing import TypedDict

from ...job import Job
from ...job.choice import Choice, Settings
from ...job.section import Section, Target
from ..base.notebook import Notebook
from ..eaves.baffles import BaffleInput
from ..enclosed.shapes import CavityInput, SlopeInput, WallInput
from ..floor.outline import edge_length_ft
from ..given.choice import ChoiceInput, SettingsInput, TargetInput
from ..given.product import ProductInput
from ..given.section import DepthReading, LayerInput, SectionInput
from ..hazards.stops import BLOCKING_STATUSES
from ..layers.kinds import kind_of
from .book import removal_rates
from .edges import edges_of, vent_groups
from .features import feature_inputs, keep_outs_of


def section_input(job: Job, index: int, products: Mapping[str, ProductInput], notes: Notebook) -> SectionInput:
    """One section of the job as the core takes it; asks for what its keep-outs and vents lack. Kept clear as its own product asks
    for, as for a fill that burns where none is picked."""
    section, house, framing = job.sections[index], job.house, job.sections[index].framing
    features = feature_inputs(job, index, notes)
    choice = job.choice.get(section.id)
    picked = products.get(choice.product or "") if choice else None
    burns = picked is None or picked.kind is None or kind_of(picked.kind).burns
    kept = tuple(keep_outs_of(job, index, features, burns, notes))
    return SectionInput(
        id=section.id,
        name=section.name,
        kind=section.kind,
        path=f"sections[{index}]",
        outline_ft=section.outline_ft,
        edges=edges_of(job, section),
        board=section.ceiling.board,
        retarder=section.ceiling.vapor_retarder,
        spacing_in=framing.spacing_in,
        joist_depth_in=framing.depth_in,
        layers=layers_of(section),
        readings=tuple(DepthReading(i, r.at_ft, r.depth_in, r.checked) for i, r in enumerate(section.readings)),
        keep_outs=tuple(one for one in kept if not one.filled),
        filled_decks=tuple(one for one in kept if one.filled),
        target=_target(section.target or job.target),
        zone=house.climate_zone,
        vented=house.vented,
        vents=tuple(vent_groups(job, section, notes)),
        settings=settings_of(job.settings),
        removal=removal_rates(job),
        choice=None if choice is None else _choice(choice, products),
        holes=tuple(hole.outline_ft for hole in section.holes),
        old_fill=section.old_fill,
        blocked_by=frozenset(h.kind for h in job.hazards if h.status in BLOCKING_STATUSES),
        cleared=frozenset(h.kind for h in job.hazards if h.status == "cleared"),
        features=features,
        new_construction=house.new_construction is True,
        run=framing.run,
        way_in_ft=_way_in(job, section),
        openings_in=tuple(a.opening_in for a in job.accesses if a.opening_in is not None),
        passage_ft=_passage_ft(job, section),
        high_wind=house.high_wind is True,
        **enclosed_of(section),
    )


def layers_of(section: Section) -> tuple[LayerInput, ...] | None:
    """The old layers on record, from the ceiling up; None while nothing is said of them."""
    if section.existing is None:
        return None
    return tuple(
        LayerInput(
            material=la.material,
            depth_in=la.depth_in,
            r=la.r,
            void=la.void_pct / 100,
            open=la.voids == "open",
            condition=la.condition,
            density_pcf=la.density_pcf,
            label_in=la.label_in,
            facing=la.facing,
            ends_closed=la.ends_closed is True,
        )
        for la in section.existing
    )


def settings_of(settings: Settings) -> SettingsInput:
    """The job's settings, those of its baffles among them."""
    return SettingsInput(
        vent_gap_in=settings.vent_gap_in,
        baffle_rule=settings.baffle_rule,
        interpolate=settings.chart_rule == "interpolate",
        deduct_framing=settings.deduct_framing,
        baffle=BaffleInput(
            kind=settings.baffle_kind,
            thickness_in=settings.baffle_thickness_in,
            r_per_in=settings.baffle_r_per_in,
            width_in=settings.baffle_width_in,
            piece_in=settings.baffle_piece_in,
            pieces_most=settings.baffle_pieces_most,
            staples_per_piece=settings.staples_per_piece,
            integral_wind_block=settings.wind_block == "integral",
        ),
    )


class EnclosedParts(TypedDict):
    """What is on record of closed bays; None where the section has none of it."""

    slope: SlopeInput | None
    wall: WallInput | None
    cavity: CavityInput | None


def enclosed_of(section: Section) -> EnclosedParts:
    """Slope, wall and cavity of a section, as far as they are on record."""
    slope, wall, cavity = section.slope, section.wall, section.cavity
    return {
        "slope": None if slope is None else SlopeInput(slope.rafter_depth_in, slope.pitch_in_12, slope.channel_in),
        "wall": None
        if wall is None
        else WallInput(wall.of, wall.height_ft, wall.length_ft, wall.stud_depth_in, wall.backed),
        "cavity": None if cavity is None else CavityInput(cavity.cover, cavity.depth_in),
    }


def _passage_ft(job: Job, section: Section) -> float | None:
    """How wide the section opens to its neighbours; None where it has a way in of its own, or is the only one."""
    if len(job.sections) == 1 or any(access.section in (section.id, None) for access in job.accesses):
        return None
    doors = [edge_length_ft(section.outline_ft, i) for i, edge in enumerate(section.edges) if edge.kind == "open"]
    return max(doors, default=0.0)


def _way_in(job: Job, section: Section) -> tuple[float, float] | None:
    """Where the crew leaves this section: its own way in, else the nearest one of the attic."""
    placed = [a for a in job.accesses if a.at_ft is not None]
    own = [a for a in placed if a.section == section.id]
    middle = [sum(corner[i] for corner in section.outline_ft) / len(section.outline_ft) for i in (0, 1)]
    points = [a.at_ft for a in own or placed if a.at_ft is not None]
    return min(points, key=lambda at: math.hypot(at[0] - middle[0], at[1] - middle[1]), default=None)


def _choice(choice: Choice, products: Mapping[str, ProductInput]) -> ChoiceInput:
    by_depth = choice.depth.by == "installed_in"
    return ChoiceInput(
        choice.method,
        products.get(choice.product or ""),
        choice.depth.value_in if by_depth else None,
        products.get(choice.between or ""),
        choice.layers,
        choice.density_pcf,
    )


def _target(target: Target | None) -> TargetInput | None:
    return (
        None if target is None else TargetInput(target.basis, target.edition, target.r, target.raised_heel, target.name)
    )
