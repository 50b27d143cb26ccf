"""Sections that are no open floor: rafter bays, walls and closed cavities; a floor that is left out has nothing but its outline."""

from __future__ import annotations

from ..base.notebook import Notebook
from ..base.units import r_value
from ..enclosed.fill import EnclosedFill, density_for, enclosed_fill, enclosed_u
from ..enclosed.shapes import Enclosed, closed_cavity, sloped_bays, upright_wall
from ..given.section import SectionInput
from ..layers.stack import depth_of
from ..laying.decided import old_fill_plan
from ..laying.site import Site
from ..money.quantities import Bags
from ..old_fill.keep_or_clear import action_of
from ..old_fill.readings import usable
from ..target.by_basis import target_r
from ..target.scale import target_scale
from ..target.tables import SLOPE_MOST_FT2, SLOPE_R, wall_r
from .edge_advice import edge_advice
from .figures import explain
from .result import SectionFields, SectionPlan


def plan_enclosed(section: SectionInput, site: Site, notes: Notebook) -> tuple[SectionPlan, SectionFields]:
    """Rafter bays, walls and closed cavities are measured here; a floor that is left out has nothing but its outline."""
    found: Enclosed | None = None
    if section.kind == "sloped_bays" and section.slope is not None:
        found = sloped_bays(section.outline_ft, site.floor_ft2, section.slope)
    elif section.kind == "knee_wall" and section.wall is not None:
        found = upright_wall(section.outline_ft, section.wall)
    elif section.kind == "netted_cavity" and section.cavity is not None:
        found = closed_cavity(section.outline_ft, site.floor_ft2, section.cavity)
    left_out = section.kind == "left_out"
    r_target = None if left_out else _target(section, site, notes)
    fill = None if found is None or left_out else _fill(section, site, found, notes)
    chosen = None if section.choice is None else section.choice.product
    plan = SectionPlan(
        section.id,
        section.name,
        section.kind,
        site.area_ft2,
        net_area_ft2=None if left_out else site.net_ft2,
        depth_existing_in=None if left_out or site.today is None else depth_of(site.today),
        r_existing=None if left_out else site.r_existing,
        surface_ft2=None if found is None else found.surface_ft2,
        cavity_depth_in=None if found is None else found.depth_in,
        volume_ft3=None if found is None or section.spacing_in is None else found.volume_ft3(section.spacing_in),
        r_target=r_target,
        r_added=None if fill is None else fill.r_added,
        r_nominal=None if fill is None else fill.r_nominal,
        r_effective=None if fill is None or fill.u is None or site.boundary is None else 1 / fill.u - site.boundary,
        u_effective=None if fill is None else fill.u,
        installed_in=None if fill is None else fill.depth_in,
        settled_in=None if fill is None else fill.depth_in,
        ua_today=_ua(found, 0.0 if site.r_existing is None else site.r_existing, section, site),
        ua_after=None if fill is None or fill.u is None or found is None else fill.u * found.surface_ft2,
        target_scale=()
        if left_out
        else target_scale(
            section,
            site.r_existing,
            None if site.today is None else depth_of(site.today),
            r_target,
            section.new_construction,
        ),
        density_pcf=None if fill is None else fill.density_pcf,
        bags=Bags() if fill is None else Bags(fill.bags, fill.bags),
        product=chosen.id if chosen else None,
        readings=site.readings,
        old_fill=None if left_out else old_fill_plan(section, site, action_of(section), None, None),
        edge_advice=() if left_out else edge_advice(section, notes),
    )
    _short_flag(section, plan, notes)
    explain(section, plan, None, site.boundary, notes)
    fields = SectionFields(
        section.outline_ft,
        tuple(edge.kind for edge in section.edges),
        tuple(edge.plate_width_in for edge in section.edges),
        site.placed,
        site.grid,
        None,
        {},
        site.today,
        None,
        None,
        None,
        section.holes,
        usable(section.readings, section.outline_ft),
        site.map_in,
        found,
    )
    return plan, fields


def _target(section: SectionInput, site: Site, notes: Notebook) -> float | None:
    """A slope or a closed floor takes the ceiling's target, an upright wall the code's figure for walls."""
    target = section.target
    if section.kind != "knee_wall" or target is None or target.basis == "custom":
        return target_r(section, site.today, site.r_existing, None, None, notes)
    if section.zone is None or target.edition is None:
        return None
    return wall_r(section.zone, target.edition)


def _ua(found: Enclosed | None, r_old: float, section: SectionInput, site: Site) -> float | None:
    """What the surface loses as it lies, Btu/h·°F."""
    if found is None or site.boundary is None or site.r_existing is None or section.spacing_in is None:
        return None
    return enclosed_u(found, section.spacing_in, site.boundary, r_old) * found.surface_ft2


def _fill(section: SectionInput, site: Site, found: Enclosed, notes: Notebook) -> EnclosedFill | None:
    """The loose fill that the choice puts in, by volume; None while something is not known."""
    choice = section.choice
    if choice is None or choice.product is None:
        notes.ask(
            "choose", f"choice.{section.id}.product", f"{section.name or section.id}: pick what to fill the bays with"
        )
        return None
    chart = choice.product.chart
    if chart is None:
        notes.ask("choose", f"choice.{section.id}.product", "Pick a loose fill with a coverage chart for enclosed bays")
        return None
    if site.today is None or section.spacing_in is None or site.r_existing is None:
        return None
    old = () if action_of(section) == "clear" else site.today
    level = section.kind == "netted_cavity"
    density = density_for(choice.product.kind, level, found.depth_in, chart, choice.density_pcf)
    if density is None:
        notes.ask("choose", f"choice.{section.id}.density_pcf", "At what density does this product fill a closed bay?")
        return None
    r_old = site.r_existing if old else 0.0
    return enclosed_fill(found, section.spacing_in, depth_of(old), r_old, chart, density, site.boundary)


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
