"""The job document turned into what the core works on: sections, products, keep-outs and vents. Read for ``plan`` alone."""

from __future__ import annotations

import math
from collections.abc import Mapping

from ...job import Job
from ...job.choice import Choice
from ...job.section import Section, Target
from ..base.notebook import Notebook
from ..eaves.baffles import BaffleInput
from ..eaves.remedies import remedy_of
from ..enclosed.shapes import CavityInput, SlopeInput, WallInput
from ..floor.outline import edge_length_ft
from ..given.choice import ChoiceInput, SettingsInput, TargetInput
from ..given.product import ProductInput
from ..given.section import DepthReading, EdgeInput, LayerInput, SectionInput
from ..hazards.clearances import BURNS
from ..hazards.stops import BLOCKING_STATUSES
from .edges import mark_of, spot_vents, vent_groups
from .features import feature_inputs, keep_outs_of


def section_input(
    job: Job, index: int, products: Mapping[str, ProductInput], notes: Notebook, burns: bool | None = None
) -> SectionInput:
    """One section of the job as the core takes it; asks for what its keep-outs and vents lack.

    burns: whether to keep clear as for a fill that burns, or None: by the section's own product.
    """
    section, settings = job.sections[index], job.settings
    features = feature_inputs(section, notes)
    choice = job.choice.get(section.id)
    picked = products.get(choice.product or "") if choice else None
    kind = picked.kind if picked else None
    if burns is not None:
        kind = BURNS[0] if burns else "glass_loose"
    return SectionInput(
        id=section.id,
        name=section.name,
        kind=section.kind,
        path=f"sections[{index}]",
        outline_ft=section.outline_ft,
        edges=tuple(
            EdgeInput(
                e.kind,
                e.heel_in,
                e.pitch_in_12,
                e.soffit,
                e.plate_width_in,
                spot_vents(job, section, i),
                tuple(mark_of(mark) for mark in e.bays),
                None if e.remedy is None else remedy_of(e.remedy.kind, e.remedy.r_per_in, e.remedy.reach_in),
            )
            for i, e in enumerate(section.edges)
        ),
        board=section.ceiling.board,
        retarder=section.ceiling.vapor_retarder,
        spacing_in=section.framing.spacing_in,
        joist_depth_in=section.framing.depth_in,
        layers=None
        if section.existing is None
        else tuple(
            LayerInput(
                la.material,
                la.depth_in,
                la.r,
                la.void_pct / 100,
                la.voids == "open",
                la.condition,
                la.density_pcf,
                la.label_in,
                la.facing,
            )
            for la in section.existing
        ),
        readings=tuple(DepthReading(i, r.at_ft, r.depth_in, r.checked) for i, r in enumerate(section.readings)),
        keep_outs=tuple(keep_outs_of(job, index, features, kind, notes)),
        target=_target(section.target or job.target),
        zone=job.house.climate_zone,
        vented=job.house.vented,
        vents=tuple(vent_groups(job, section, notes)),
        settings=SettingsInput(
            settings.vent_gap_in,
            settings.baffle_rule,
            settings.chart_rule == "interpolate",
            settings.deduct_framing,
            BaffleInput(
                settings.baffle_kind,
                settings.baffle_thickness_in,
                settings.baffle_r_per_in,
                settings.baffle_width_in,
                settings.baffle_piece_in,
                settings.baffle_pieces_most,
                settings.staples_per_piece,
                settings.wind_block == "integral",
            ),
        ),
        choice=None if choice is None else _choice(choice, products),
        holes=tuple(hole.outline_ft for hole in section.holes),
        old_fill=section.old_fill,
        blocked_by=frozenset(h.kind for h in job.hazards if h.status in BLOCKING_STATUSES),
        cleared=frozenset(h.kind for h in job.hazards if h.status == "cleared"),
        features=features,
        slope=None
        if section.slope is None
        else SlopeInput(section.slope.rafter_depth_in, section.slope.pitch_in_12, section.slope.channel_in),
        wall=None
        if section.wall is None
        else WallInput(
            section.wall.of,
            section.wall.height_ft,
            section.wall.length_ft,
            section.wall.stud_depth_in,
            section.wall.backed,
        ),
        cavity=None if section.cavity is None else CavityInput(section.cavity.cover, section.cavity.depth_in),
        new_construction=job.house.new_construction is True,
        run=section.framing.run,
        way_in_ft=_way_in(job, section),
        openings_in=tuple(a.opening_in for a in job.accesses if a.opening_in is not None),
        passage_ft=_passage_ft(job, section),
        high_wind=job.house.high_wind is True,
    )


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
