"""One section of the attic, planned from what is known of it. Whatever needs an unknown stays None."""

from __future__ import annotations

from dataclasses import replace

from ..base.notebook import Notebook
from ..base.units import r_value
from ..eaves.bays import BayRow
from ..eaves.eave import Eave
from ..eaves.remedies import dressing
from ..eaves.roof import RoofField, roof_field
from ..floor.grid import Grid
from ..given.section import SectionInput
from ..layers.stack import Stack, depth_of
from ..layers.strips import strips_of
from ..laying.bags import section_bags
from ..laying.batt_layout import laid_batts
from ..laying.blower import Blower, ByInches, by_inches
from ..laying.build_up import BuildUp, build_up
from ..laying.decided import old_fill_plan
from ..laying.edges import eaves_known, edge_work, rows_of
from ..laying.heat import Heat, laid_over, section_heat, u_today
from ..laying.limit import ceiling_limit
from ..laying.site import Site, site_of
from ..old_fill.keep_or_clear import action_of, only_batts
from ..old_fill.readings import usable
from ..preparation.markers import marker_count, marker_points_ft
from ..target.scale import HeelTest, heel_tests, target_scale
from ..target.tables import code_r, raised_heel_r
from .eave_flags import alike, bay_flags, eave_flags, gap_flag
from .eave_plan import EavePlan, plan_eave, thin_strip_ua
from .edge_advice import edge_advice
from .enclosed_bays import plan_enclosed
from .figures import explain
from .flags import density_flag, load_flag, target_flag
from .heat_account import account, hatch_ft2, shares
from .record_flags import look_flags
from .result import SectionFields, SectionPlan
from .schools import schools_of
from .vents import section_vents


def plan_section(section: SectionInput, notes: Notebook) -> tuple[SectionPlan, SectionFields]:
    """Every figure of one section, and the arrays behind them."""
    site = site_of(section, notes)
    look_flags(section, site.readings, notes)
    if section.kind != "open_floor":
        return plan_enclosed(section, site, notes)
    eaves = eaves_known(section, notes)
    _lift_flag(section, action_of(section), notes)
    made = build_up(section, site, eaves, notes)
    stack, blower = made.stack, made.blower
    _enough_flag(made, site.r_existing, notes)
    roof = None if eaves is None else roof_field(section.outline_ft, eaves, site.grid, site.shapes)
    old_map = made.map_under(site.map_in, site.today)
    work = edge_work(section)
    lying = None
    if stack is not None and roof is not None and eaves is not None:
        lying = stack.at(roof.room_in, old_map, dressing(work, eaves, roof.edge, roof.plane_in))
    laid = laid_over(section, site.boundary, stack, blower.chart if blower else None)
    heat = section_heat(laid, lying, site.floor_ft2, site.net_ft2)
    bags = section_bags(section, site.net_ft2, stack, blower, lying, made.under_psf)
    going = None
    if heat is not None and laid is not None and roof is not None:
        going = account(
            laid, heat.paths, roof.room_in, None, site.floor_ft2, site.net_ft2, hatch_ft2(section.keep_outs)
        )
    rows = rows_of(section)
    bay_flags(section, rows, notes)
    eave_plans = _eaves(section, rows, eaves, stack, blower, site.boundary, roof, site.grid, heat, notes)
    limit = ceiling_limit(section, notes)
    batts = laid_batts(section, site, made.batts, stack, eaves, notes)
    markers = marker_count(site.net_ft2)
    plan = SectionPlan(
        id=section.id,
        name=section.name,
        kind=section.kind,
        area_ft2=site.area_ft2,
        net_area_ft2=site.net_ft2,
        depth_existing_in=None if site.today is None else depth_of(site.today),
        r_existing=site.r_existing,
        r_code=_code(section),
        r_target=made.r_target,
        r_needed=made.r_needed,
        r_needed_by_subtraction=None
        if made.r_target is None or site.r_existing is None
        else max(0.0, made.r_target - site.r_existing),
        r_added=made.r_added,
        r_nominal=made.r_nominal,
        r_effective=None if heat is None or site.boundary is None else 1 / heat.mean - site.boundary,
        u_effective=None if heat is None else heat.mean,
        installed_in=None if stack is None else stack.installed_in,
        settled_in=None if stack is None else stack.settled_in,
        depth_total_in=None if stack is None else stack.depth_in,
        depth_settled_total_in=None if stack is None else stack.old_in - stack.rise_in + stack.settled_in,
        load_psf=made.load_psf,
        load_limit_psf=limit,
        ua_today=_ua_today(section, site, roof),
        ua_after=None if heat is None else heat.mean * site.floor_ft2,
        heat=() if going is None else shares([going]),
        bags=bags,
        bag_covers_ft2=made.bag_covers_ft2,
        product=section.choice.product.id if section.choice and section.choice.product else None,
        eaves=eave_plans,
        ventilation=section_vents(section, site.area_ft2, rows, notes),
        markers=markers,
        marker_points_ft=marker_points_ft(site.grid, markers),
        readings=site.readings,
        old_fill=old_fill_plan(section, site, made.action, made.left, roof),
        batts=tuple(laid.take_off for laid in batts),
        target_scale=target_scale(
            section,
            site.r_existing,
            None if site.today is None else depth_of(site.today),
            made.r_target,
            section.new_construction,
        ),
        heel_tests=_heel_tests(section, made, eaves),
        by_inches=_by_inches(site, made, bags.chart),
        schools=() if section.vented is False else schools_of(section, eave_plans),
        edge_advice=edge_advice(section, notes),
    )
    target_flag(plan, notes)
    load_flag(plan, blower, notes)
    density_flag(section, notes)
    gap_flag(section, notes)
    explain(section, plan, stack, site.boundary, notes)
    fields = SectionFields(
        section.outline_ft,
        tuple(edge.kind for edge in section.edges),
        tuple(edge.plate_width_in for edge in section.edges),
        site.placed,
        site.grid,
        roof,
        eaves or {},
        site.today,
        stack,
        None if lying is None else lying.top_in,
        None if heat is None else heat.r,
        section.holes,
        usable(section.readings, section.outline_ft),
        site.map_in,
        batts=tuple(laid.layout for laid in batts),
        rows=rows,
        work=work,
        baffle=section.settings.baffle,
    )
    return plan, fields


def _heel_tests(section: SectionInput, made: BuildUp, eaves: dict[int, Eave] | None) -> tuple[HeelTest, ...]:
    """The raised-heel allowance at each eave, with what is to be laid."""
    edition = section.target.edition if section.target else None
    if edition is None or section.zone is None or made.depth_for is None:
        return ()
    lower = raised_heel_r(section.zone, edition)
    return () if lower is None else heel_tests(eaves, made.depth_for(lower))


def _by_inches(site: Site, made: BuildUp, bags: float | None) -> ByInches | None:
    """The habit of subtracting inches, where old fill is kept under a blown one."""
    blower = made.blower
    if blower is None or made.r_target is None or bags is None or made.batts or made.left is None or not site.today:
        return None
    if made.action not in ("keep", "relay"):
        return None
    return by_inches(blower, made.r_target, depth_of(site.today), site.net_ft2, bags)


def _ua_today(section: SectionInput, site: Site, roof: RoofField | None) -> float | None:
    """What the floor loses as it lies, Btu/h·°F."""
    if roof is None or site.today is None:
        return None
    strips = strips_of(roof.room_in, site.map_in)
    u = u_today(section, site, strips)
    return None if u is None else u * site.floor_ft2


def _lift_flag(section: SectionInput, action: str, notes: Notebook) -> None:
    if action == "lift" and not only_batts(section):
        notes.flag(
            "lift_loose_fill",
            "caution",
            "Old fill is set to be lifted, but only batts can be: loose fill is on record here.",
            "Keep it and blow over it, or clear it out.",
            f"{section.path}.old_fill",
        )


def _enough_flag(made: BuildUp, r_existing: float | None, notes: Notebook) -> None:
    r_target = made.r_target
    nothing = made.stack is None or made.stack.installed_in == 0
    if nothing and r_target is not None and r_existing is not None and r_existing >= r_target - 1e-6:
        notes.flag(
            "enough_already",
            "note",
            f"{r_value(r_existing)} lies there; the target is {r_value(r_target)}.",
            "No fill is needed.",
        )


def _eaves(
    section: SectionInput,
    rows: dict[int, BayRow],
    eaves: dict[int, Eave] | None,
    stack: Stack | None,
    blower: Blower | None,
    boundary: float | None,
    roof: RoofField | None,
    grid: Grid,
    heat: Heat | None,
    notes: Notebook,
) -> tuple[EavePlan, ...]:
    plans: list[EavePlan] = []
    known: list[tuple[int, Eave, EavePlan]] = []
    for index, edge in enumerate(section.edges):
        if edge.kind != "eave":
            continue
        eave = (eaves or {}).get(index)
        plan = plan_eave(section, index, rows.get(index), eave, stack, blower, boundary, notes)
        if eave is not None and stack is not None and roof is not None:
            if heat is not None:
                plan = replace(plan, extra_ua=thin_strip_ua(heat.u, roof, grid, index, stack))
            known.append((index, eave, plan))
        plans.append(plan)
    if stack is not None and roof is not None:
        for group in alike(section, known):
            eave_flags(section, group, stack, roof, grid, notes)
    return tuple(plans)


def _code(section: SectionInput) -> float | None:
    edition = section.target.edition if section.target else None
    return None if edition is None or section.zone is None else code_r(section.zone, edition)
