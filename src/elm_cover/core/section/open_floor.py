"""An open floor told from its parts: site, old fill, target, what is laid, its heat, what it takes (handbook §7)."""

from __future__ import annotations

from dataclasses import dataclass, replace

from ..base.arrays import Points
from ..base.notebook import Notebook
from ..base.units import r_value
from ..given.section import SectionInput
from ..layers.places import Places
from ..layers.stack import depth_of
from ..laying.at_cells import AtCells
from ..laying.batt_layout import ask_for_batts
from ..laying.blower import ByInches, by_inches
from ..laying.build_up import Laid
from ..laying.buried import flag_buried
from ..laying.decided import OldFill, flag_decision
from ..laying.edges import ask_for_bays, ask_for_eaves
from ..laying.floor_take_off import FloorTakeOff, floor_take_off
from ..laying.heat import Heat, heat_of, u_today
from ..laying.limit import ceiling_limit
from ..laying.methods import lay
from ..laying.site import Site
from ..preparation.markers import marker_count, marker_points_ft
from ..target.by_basis import Target, target_of
from ..target.scale import target_scale
from .eave_flags import bay_flags, flag_eaves, gap_flag
from .eave_plan import Alike, EavePlan, plan_eave, thin_strip_ua
from .edge_advice import edge_advice
from .figures import explain
from .flags import boards_flag, code_flag, density_flag, dips_flag, load_flag, target_flag
from .heat_account import HeatShare, account, shares
from .old_fill_told import old_fill_told
from .result import PlannedSection, SectionFields, SectionPlan, fields_of
from .schools import schools_of
from .vents import section_vents


@dataclass(frozen=True, eq=False, kw_only=True)
class Parts:
    """What an open floor is told from: each part made once, from those before it. places: the parts that its sums are made
    of. cells: what lies at each cell of its grid."""

    site: Site
    old: OldFill
    target: Target
    laid: Laid
    places: Places | None
    heat: Heat
    cells: AtCells
    taken: FloorTakeOff


def plan_open_floor(section: SectionInput, site: Site, old: OldFill, notes: Notebook) -> PlannedSection:
    """Every figure of an open floor; asks for what is missing, says what is wrong."""
    ask_for_eaves(section, notes)
    target = target_of(section, old.r, old.depth_in)
    laid = lay(section, site, old, target, notes)
    if laid.stack is not None or old.action == "lift":
        flag_decision(section, old.action, notes)
    flag_buried(section, old, laid, notes)
    _enough_flag(laid, old, notes)
    places = site.parts(section.outline_ft, old.map_in)
    heat = replace(heat_of(section, site, old, laid, places), ua_today=_ua_today(section, site, old, places))
    cells = AtCells(section, site, old, laid)
    taken = floor_take_off(section, site, old, laid, heat, places, pieces=True)
    parts = Parts(site=site, old=old, target=target, laid=laid, places=places, heat=heat, cells=cells, taken=taken)
    plan = _section_plan(section, parts, notes)
    target_flag(section, plan, notes)
    load_flag(plan, laid.blower, notes)
    boards_flag(section, plan, notes)
    dips_flag(section, cells, notes)
    density_flag(section, notes)
    gap_flag(section, notes)
    explain(section, plan, laid.stack, site.boundary, notes)
    code_flag(plan, notes)
    quantities = taken.quantities if taken.complete else None
    return PlannedSection(plan=plan, fields=_fields(section, parts), quantities=quantities)


def _standing(section: SectionInput) -> Points:
    """Where something stands on the floor, ft."""
    return tuple(feature.at_ft for feature in section.features if feature.at_ft is not None)


def _section_plan(section: SectionInput, parts: Parts, notes: Notebook) -> SectionPlan:
    """The parts copied into the plan, with the eaves, vents and advice that are told from them."""
    site, old, laid, heat, taken = parts.site, parts.old, parts.laid, parts.heat, parts.taken
    stack = laid.stack
    bay_flags(section, site.rows, notes)
    eaves = _eaves(section, parts, notes)
    limit = ceiling_limit(section, notes)
    ask_for_batts(section, site, laid, notes)
    ask_for_bays(section, site.rows, notes)
    markers = marker_count(site.net_ft2)
    return SectionPlan(
        id=section.id,
        name=section.name,
        kind=section.kind,
        area_ft2=site.area_ft2,
        net_area_ft2=site.net_ft2,
        depth_existing_in=old.depth_in,
        r_existing=old.r,
        r_code=parts.target.code_r,
        r_target=laid.r_target,
        r_needed=laid.r_needed,
        r_needed_by_subtraction=None if laid.r_target is None or old.r is None else max(0.0, laid.r_target - old.r),
        r_added=laid.r_added,
        r_nominal=laid.r_nominal,
        r_effective=None if heat.mean is None or site.boundary is None else 1 / heat.mean - site.boundary,
        u_effective=heat.mean,
        installed_in=None if stack is None else stack.installed_in,
        settled_in=None if stack is None else stack.settled_in,
        depth_total_in=None if stack is None else stack.depth_in,
        depth_settled_total_in=None if stack is None else stack.old_in - stack.rise_in + stack.settled_in,
        load_psf=laid.load_psf,
        load_limit_psf=limit,
        ua_today=heat.ua_today,
        ua_after=None if heat.mean is None else heat.mean * site.ceiling_ft2,
        heat=_shares(section, parts),
        bags=taken.bags,
        bag_covers_ft2=laid.bag_covers_ft2,
        bag_raises_in=_bag_raises_in(parts),
        product=section.choice.product.id if section.choice and section.choice.product else None,
        eaves=eaves,
        ventilation=section_vents(section, site.area_ft2, site.rows, notes),
        markers=markers,
        marker_points_ft=marker_points_ft(site.grid, markers, _standing(section)),
        readings=old.readings,
        old_fill=old_fill_told(section, site, old, laid.kept, taken.removal),
        batts=tuple(layer.take_off for layer in taken.batts),
        target_scale=target_scale(section, old.r, old.depth_in, laid.r_target, section.new_construction),
        heel_tests=parts.target.tests(site.eaves, laid.depth_for),
        by_inches=_by_inches(parts),
        schools=() if section.vented is False else schools_of(section, eaves),
        edge_advice=edge_advice(section, notes),
    )


def _fields(section: SectionInput, parts: Parts) -> SectionFields:
    site, laid = parts.site, parts.laid
    return replace(
        fields_of(section, site, parts.old),
        roof=site.roof,
        eaves=site.eaves or {},
        stack=laid.stack,
        cells=parts.cells,
        batts=tuple(layer.layout for layer in parts.taken.batts if layer.layout is not None),
        rows=site.rows,
        work=site.work,
        baffle=section.settings.baffle,
    )


def _shares(section: SectionInput, parts: Parts) -> tuple[HeatShare, ...]:
    if parts.places is None:
        return ()
    told = account(parts.site, parts.laid, parts.heat, parts.places)
    return () if told is None else shares([told])


def _eaves(section: SectionInput, parts: Parts, notes: Notebook) -> tuple[EavePlan, ...]:
    """Every eave, with what its thin strip costs; what is wrong at those that are alike is said once."""
    site, laid = parts.site, parts.laid
    plans: list[EavePlan] = []
    alike: Alike = {}
    for index, edge in enumerate(section.edges):
        if edge.kind != "eave":
            continue
        extra = None
        if laid.stack is not None and parts.places is not None:
            extra = thin_strip_ua(site, parts.places, parts.heat, laid.stack.depth_in, index)
        plans.append(plan_eave(section, site, laid, index, alike, extra))
    if laid.stack is not None:
        flag_eaves(section, site, plans, laid.stack.depth_in, notes)
    return tuple(plans)


def _bag_raises_in(parts: Parts) -> float | None:
    """How much one bag adds over the whole net floor on the day, in; None where nothing is blown."""
    laid, net_ft2 = parts.laid, parts.site.net_ft2
    if laid.bag_covers_ft2 is None or laid.fill is None or net_ft2 <= 0:
        return None
    return laid.fill.installed_in * laid.bag_covers_ft2 / net_ft2


def _by_inches(parts: Parts) -> ByInches | None:
    """The habit of subtracting inches, where old fill is kept under a blown one."""
    laid, old, bags = parts.laid, parts.old, parts.taken.bags.chart
    if laid.blower is None or laid.r_target is None or bags is None or laid.batts or laid.kept is None or not old.today:
        return None
    if old.action not in ("keep", "relay"):
        return None
    return by_inches(laid.blower, laid.r_target, depth_of(old.today), parts.site.net_ft2, bags)


def _ua_today(section: SectionInput, site: Site, old: OldFill, places: Places | None) -> float | None:
    """What the floor loses as it lies, Btu/h·°F."""
    if places is None:
        return None
    u = u_today(section, site, old, places)
    return None if u is None else u * site.ceiling_ft2


def _enough_flag(laid: Laid, old: OldFill, notes: Notebook) -> None:
    nothing = laid.stack is None or laid.stack.installed_in == 0
    if nothing and laid.r_target is not None and old.r is not None and old.r >= laid.r_target - 1e-6:
        notes.flag(
            "enough_already",
            "note",
            f"{r_value(old.r)} lies there; the target is {r_value(laid.r_target)}.",
            "No fill is needed.",
        )
