"""Rafter bays, walls and closed cavities: measured here, filled by volume and density (handbook §7, enclosed bays)."""

from __future__ import annotations

from dataclasses import replace

from ..base.notebook import Notebook
from ..base.units import r_value
from ..enclosed.fill import EnclosedFill, density_for, enclosed_fill, enclosed_u
from ..enclosed.shapes import Enclosed, closed_cavity, sloped_bays, upright_wall
from ..given.section import SectionInput
from ..layers.stack import depth_of
from ..laying.decided import OldFill, removal_of
from ..laying.site import Site
from ..money.quantities import Bags, Quantities, taken
from ..target.by_basis import target_of
from ..target.scale import target_scale
from ..target.tables import SLOPE_MOST_FT2, SLOPE_R
from .edge_advice import edge_advice
from .figures import explain
from .old_fill_told import old_fill_told
from .result import PlannedSection, SectionPlan, fields_of


def plan_enclosed(section: SectionInput, site: Site, old: OldFill, notes: Notebook) -> PlannedSection:
    """Every figure of closed bays; asks for what is missing, says what they cannot hold."""
    enclosed = _measured(section, site)
    target = target_of(section, old.r, old.depth_in)
    target.ask(notes)
    fill = None if enclosed is None else _fill(section, site, old, enclosed, notes)
    chosen = None if section.choice is None else section.choice.product
    bags = Bags() if fill is None else Bags(fill.bags, fill.bags)
    removed = removal_of(section, site, old, None)
    plan = SectionPlan(
        id=section.id,
        name=section.name,
        kind=section.kind,
        area_ft2=site.area_ft2,
        net_area_ft2=site.net_ft2,
        depth_existing_in=old.depth_in,
        r_existing=old.r,
        r_target=target.r,
        bags=bags,
        product=chosen.id if chosen else None,
        readings=old.readings,
        old_fill=old_fill_told(section, site, old, None, removed),
        target_scale=target_scale(section, old.r, old.depth_in, target.r, section.new_construction),
        edge_advice=edge_advice(section, notes),
    )
    if enclosed is not None:
        plan = _with_measures(plan, enclosed, section, site)
    if enclosed is not None and fill is not None:
        plan = _with_fill(plan, enclosed, fill, site)
    _short_flag(section, plan, notes)
    explain(section, plan, None, site.boundary, notes)
    fields = replace(fields_of(section, site, old), enclosed=enclosed)
    return PlannedSection(plan=plan, fields=fields, quantities=_quantities(section, plan))


def _measured(section: SectionInput, site: Site) -> Enclosed | None:
    """The bays as measured; None while a dimension of them is not known."""
    if section.kind == "sloped_bays" and section.slope is not None:
        return sloped_bays(section.outline_ft, site.floor_ft2, section.slope)
    if section.kind == "knee_wall" and section.wall is not None:
        return upright_wall(section.outline_ft, section.wall)
    if section.kind == "netted_cavity" and section.cavity is not None:
        return closed_cavity(section.outline_ft, site.floor_ft2, section.cavity)
    return None


def _with_measures(plan: SectionPlan, enclosed: Enclosed, section: SectionInput, site: Site) -> SectionPlan:
    """The plan with surface, depth and volume, and what the surface loses as it lies, Btu/h·°F."""
    spacing = section.spacing_in
    today = None
    if site.boundary is not None and plan.r_existing is not None and spacing is not None:
        today = enclosed_u(enclosed, spacing, site.boundary, plan.r_existing) * enclosed.surface_ft2
    return replace(
        plan,
        surface_ft2=enclosed.surface_ft2,
        cavity_depth_in=enclosed.depth_in,
        volume_ft3=None if spacing is None else enclosed.volume_ft3(spacing),
        ua_today=today,
    )


def _with_fill(plan: SectionPlan, enclosed: Enclosed, fill: EnclosedFill, site: Site) -> SectionPlan:
    u = fill.u
    return replace(
        plan,
        r_added=fill.r_added,
        r_nominal=fill.r_nominal,
        r_effective=None if u is None or site.boundary is None else 1 / u - site.boundary,
        u_effective=u,
        installed_in=fill.depth_in,
        settled_in=fill.depth_in,
        ua_after=None if u is None else u * enclosed.surface_ft2,
        density_pcf=fill.density_pcf,
    )


def _fill(section: SectionInput, site: Site, old: OldFill, enclosed: Enclosed, notes: Notebook) -> EnclosedFill | None:
    """The loose fill that the choice puts in, by volume; None while something is not known."""
    choice, at = section.choice, f"choice.{section.id}"
    if choice is None or choice.product is None:
        notes.ask("choose", f"{at}.product", f"{section.name or section.id}: pick what to fill the bays with")
        return None
    chart = choice.product.chart
    if chart is None:
        notes.ask("choose", f"{at}.product", "Pick a loose fill with a coverage chart for enclosed bays")
        return None
    if old.today is None or section.spacing_in is None or old.r is None:
        return None
    stays = () if old.action == "clear" else old.today
    level = section.kind == "netted_cavity"
    density = density_for(choice.product.kind, level, enclosed.depth_in, chart, choice.density_pcf)
    if density is None:
        notes.ask("choose", f"{at}.density_pcf", "At what density does this product fill a closed bay?")
        return None
    r_old = old.r if stays else 0.0
    return enclosed_fill(enclosed, section.spacing_in, depth_of(stays), r_old, chart, density, site.boundary)


def _quantities(section: SectionInput, plan: SectionPlan) -> Quantities | None:
    """What the bays take; None while their fill is not known."""
    if plan.r_nominal is None or plan.bags.chart is None:
        return None
    area = plan.surface_ft2 if plan.surface_ft2 is not None else plan.net_area_ft2 or 0.0
    old = plan.old_fill
    action, removed = (None, None) if old is None else (old.action, old.removal)
    return taken(section, area, plan.bags, (), (), action, removed)


def _short_flag(section: SectionInput, plan: SectionPlan, notes: Notebook) -> None:
    """What the bays cannot hold is said; a slope may have R-30 where the ceiling figure does not fit."""
    if plan.r_nominal is None or plan.r_target is None or plan.r_nominal >= plan.r_target - 1e-6:
        return
    name = section.name or section.id
    by_code = section.target is not None and section.target.basis == "code"
    if section.kind == "sloped_bays" and by_code and plan.r_nominal >= SLOPE_R:
        notes.flag(
            "slope_r30",
            "note",
            f"{name}: {r_value(plan.r_nominal)} fits; the code lets a slope have R-30 where {r_value(plan.r_target)} cannot "
            f"fit, up to {SLOPE_MOST_FT2:g} ft² or a fifth of the ceiling, whichever is less.",
            "Check the area against that limit and the adopted local code.",
        )
        return
    notes.flag(
        "bays_too_shallow",
        "caution",
        f"{name}: full bays reach {r_value(plan.r_nominal)}; the target is {r_value(plan.r_target)}.",
        "Add rigid board across the framing, deepen it, or say the lower figure on the card.",
    )
