"""Rafter bays, walls and closed cavities: measured here, filled by volume and density (handbook §7, enclosed bays)."""

from __future__ import annotations

from dataclasses import dataclass, field, replace

from ..base.notebook import Notebook
from ..base.units import ROUNDING_SLACK, eighths, r_value
from ..batts.rules import facing_faults, narrow_fault
from ..batts.take_off import BattTakeOff
from ..enclosed.fill import EnclosedNew, density_for, enclosed_fill, enclosed_u
from ..enclosed.shapes import Enclosed, closed_cavity, sloped_bays, upright_wall
from ..given.section import LayerInput, SectionInput
from ..layers.kinds import is_batt
from ..layers.layer import Layer
from ..layers.stack import depth_of
from ..layers.voids import r_with
from ..laying.bay_batts import bay_batts
from ..laying.decided import OldFill, flag_decision, removal_of
from ..laying.site import Site, ask_for_board
from ..money.quantities import Bags, Quantities, quantities_of
from ..old_fill.keep_or_clear import POOR_CONTACT_VOID, kept_of, options
from ..target.by_basis import target_of
from ..target.scale import target_scale
from ..target.tables import SLOPE_MOST_FT2, SLOPE_R
from .edge_advice import edge_advice
from .figures import explain
from .old_fill_told import old_fill_told
from .result import PlannedSection, SectionPlan, fields_of


@dataclass(frozen=True, kw_only=True)
class BayFilling:
    """What goes into closed bays: loose fill by volume, or batts, with R and U of the whole; new fill's depth in inches.

    batts: the layer counted, () for loose fill. r_nominal, u: None while the board is not known that they ask for.
    """

    depth_in: float
    r_added: float
    r_nominal: float | None
    u: float | None
    bags: Bags = field(default_factory=Bags)
    density_pcf: float | None = None
    batts: tuple[BattTakeOff, ...] = ()


def plan_enclosed(section: SectionInput, site: Site, old: OldFill, notes: Notebook) -> PlannedSection:
    """Every figure of closed bays; asks for what is missing, says what they cannot hold."""
    enclosed = _measured(section, site)
    target = target_of(section, old.r, old.depth_in)
    target.ask(notes)
    ask_for_board(section, notes)
    filling = None if enclosed is None else _filling(section, site, old, enclosed, notes)
    chosen = None if section.choice is None else section.choice.product
    surface = None if enclosed is None else enclosed.surface_ft2
    removed = removal_of(section, site, old, None, surface)
    plan = SectionPlan(
        id=section.id,
        name=section.name,
        kind=section.kind,
        area_ft2=site.area_ft2,
        net_area_ft2=site.net_ft2,
        depth_existing_in=old.depth_in,
        r_existing=old.r,
        r_target=target.r,
        bags=Bags() if filling is None else filling.bags,
        batts=() if filling is None else filling.batts,
        product=chosen.id if chosen else None,
        readings=old.readings,
        old_fill=old_fill_told(section, site, old, None, removed),
        target_scale=target_scale(section, old.r, old.depth_in, target.r, section.new_construction),
        edge_advice=edge_advice(section, notes),
    )
    if enclosed is not None:
        plan = _with_measures(plan, enclosed, section, site, old)
    if enclosed is not None and filling is not None:
        plan = _with_filling(plan, enclosed, filling, site)
    if filling is not None:
        flag_decision(section, old.action if old.action != "lift" else "keep", notes)
    _short_flag(section, site, old, plan, notes)
    explain(section, plan, None, site.boundary, notes)
    fields = replace(fields_of(section, site, old), enclosed=enclosed)
    return PlannedSection(plan=plan, fields=fields, quantities=_quantities(section, plan, filling))


def _measured(section: SectionInput, site: Site) -> Enclosed | None:
    """The bays as measured; None while a dimension of them is not known."""
    if section.kind == "sloped_bays" and section.slope is not None:
        return sloped_bays(section.outline_ft, site.floor_ft2, section.slope)
    if section.kind == "knee_wall" and section.wall is not None:
        return upright_wall(section.outline_ft, section.wall)
    if section.kind == "netted_cavity" and section.cavity is not None:
        return closed_cavity(section.outline_ft, site.floor_ft2, section.cavity, section.joist_depth_in)
    return None


def _with_measures(
    plan: SectionPlan, enclosed: Enclosed, section: SectionInput, site: Site, old: OldFill
) -> SectionPlan:
    """The plan with surface, depth and volume, and what the surface loses as it lies, Btu/h·°F."""
    spacing = section.spacing_in
    today = None
    if site.boundary is not None and old.today is not None and spacing is not None:
        today = enclosed_u(enclosed, spacing, site.boundary, old.today, EnclosedNew()) * enclosed.surface_ft2
    return replace(
        plan,
        surface_ft2=enclosed.surface_ft2,
        cavity_depth_in=enclosed.depth_in,
        volume_ft3=None if spacing is None else enclosed.volume_ft3(spacing),
        ua_today=today,
    )


def _with_filling(plan: SectionPlan, enclosed: Enclosed, filling: BayFilling, site: Site) -> SectionPlan:
    u = filling.u
    return replace(
        plan,
        r_added=filling.r_added,
        r_nominal=filling.r_nominal,
        r_effective=None if u is None or site.boundary is None else 1 / u - site.boundary,
        u_effective=u,
        installed_in=filling.depth_in,
        settled_in=filling.depth_in,
        ua_after=None if u is None else u * enclosed.surface_ft2,
        density_pcf=filling.density_pcf,
    )


def _filling(section: SectionInput, site: Site, old: OldFill, enclosed: Enclosed, notes: Notebook) -> BayFilling | None:
    """What the choice puts in: loose fill by volume, or batts cut to the bays; None while something is not known."""
    choice, at, name = section.choice, f"choice.{section.id}", section.name or section.id
    if choice is None or choice.product is None:
        notes.ask("choose", f"{at}.product", f"{name}: pick what to fill the bays with")
        return None
    product = choice.product
    if product.chart is None and product.batt is None:
        notes.ask("choose", f"{at}.product", "Pick batts, or a loose fill with a coverage chart, for closed bays")
        return None
    if old.today is None or section.spacing_in is None or old.r is None:
        return None
    room = enclosed.depth_in - depth_of(_stays(old))
    if product.chart is None:
        return _batts(section, site, old, enclosed, notes)
    if enclosed.backed is False and room > ROUNDING_SLACK:
        text = f"{name}: its back is open, so loose fill runs out: back it with an air barrier first, or pick batts"
        notes.ask("choose", f"{section.path}.wall.backed", text)
        return None
    return _loose(section, site, old, enclosed, notes)


def _batts(section: SectionInput, site: Site, old: OldFill, enclosed: Enclosed, notes: Notebook) -> BayFilling | None:
    """Batts in every bay. Board, old fill, spacing and product are looked at."""
    choice, lies = section.choice, _stays(old)
    if choice is None or choice.product is None or choice.product.batt is None or section.spacing_in is None:
        return None
    batt, name = choice.product.batt, section.name or section.id
    narrow = narrow_fault(batt, section.spacing_in)
    if narrow is not None:
        code, text, what_to_do = narrow
        notes.flag(code, "stop", f"{name}: {text}", what_to_do, f"choice.{section.id}.product")
        return None
    for text, what_to_do in facing_faults(batt, "between", bool(lies), section.zone, section.retarder):
        notes.flag("second_vapor_retarder", "stop", f"{name}: {text}", what_to_do, f"choice.{section.id}.product")
    found = bay_batts(enclosed, section.spacing_in, depth_of(lies), choice.product.id, batt, choice.layers)
    if found is not None and found.pressed:
        notes.flag(
            "batts_pressed",
            "caution",
            f"{name}: {found.layers} layer{'s' if found.layers > 1 else ''} of {eighths(batt.thickness_in)} pressed into "
            f"{eighths(found.depth_in)} are worth {r_value(found.r)}, not {r_value(batt.r * found.layers)}.",
            "Take a batt as thick as the bay is deep, or fewer layers.",
            f"choice.{section.id}.product",
        )
    depth, r = (0.0, 0.0) if found is None else (found.depth_in, found.r)
    known = site.boundary is not None or not any(layer.void > 0 for layer in lies)
    u = None
    if site.boundary is not None:
        u = enclosed_u(enclosed, section.spacing_in, site.boundary, lies, EnclosedNew(depth, r))
    return BayFilling(
        depth_in=depth,
        r_added=r,
        r_nominal=r_with(lies, site.boundary, r) if known else None,
        u=u,
        batts=() if found is None else (found.take_off,),
    )


def _loose(section: SectionInput, site: Site, old: OldFill, enclosed: Enclosed, notes: Notebook) -> BayFilling | None:
    """Loose fill by volume and density. Old fill, spacing and product are looked at."""
    choice, at = section.choice, f"choice.{section.id}"
    chart = None if choice is None or choice.product is None else choice.product.chart
    if choice is None or choice.product is None or chart is None or section.spacing_in is None:
        return None
    stays = _stays(old)
    level = section.kind == "netted_cavity"
    room_in = max(0.0, enclosed.depth_in - depth_of(stays))
    density = density_for(choice.product.kind, level, room_in, chart, choice.density_pcf)
    if density is None:
        notes.ask("choose", f"{at}.density_pcf", "At what density does this product fill a closed bay?")
        return None
    fill = enclosed_fill(enclosed, section.spacing_in, stays, chart, density, site.boundary)
    if fill.beyond_in > ROUNDING_SLACK:
        last = chart.rows[-1]
        notes.flag(
            "claims_last_row",
            "note",
            f"{section.name or section.id}: {eighths(fill.depth_in)} of fill; the chart ends at {r_value(last.r)}, "
            f"{eighths(last.settled_in)} settled. The bags are by volume and density, the claim is that last row.",
            "Say the last row's R on the card, or pick a product whose chart goes as deep.",
        )
    return BayFilling(
        depth_in=fill.depth_in,
        r_added=fill.r_added,
        r_nominal=fill.r_nominal,
        u=fill.u,
        bags=Bags(fill.bags, fill.bags + fill.gaps, fill.gaps),
        density_pcf=fill.density_pcf,
    )


def _stays(old: OldFill) -> tuple[Layer, ...]:
    """What is left of the old fill in closed bays: re-laid snug, or as it lies; nothing is lifted in them.

    Source: handbook §5; Settled since 6.
    """
    kept = kept_of(old.action if old.action in ("clear", "relay") else "keep", old.today or (), None, None, None)
    return () if kept is None else kept.layers


def _quantities(section: SectionInput, plan: SectionPlan, filling: BayFilling | None) -> Quantities | None:
    """What the bays take; None while what goes in is not known."""
    if filling is None or plan.r_nominal is None:
        return None
    area = plan.surface_ft2 if plan.surface_ft2 is not None else plan.net_area_ft2 or 0.0
    old = plan.old_fill
    action, removed = (None, None) if old is None else (old.action, old.removal)
    return quantities_of(section, area, plan.bags, plan.batts, (), action, removed)


def _poor_batts(section: SectionInput, old: OldFill) -> LayerInput | None:
    """The batts in closed bays that are tented or fallen, while nothing is decided that mends them."""
    if old.action in ("relay", "clear"):
        return None
    poor = [la for la in section.layers or () if is_batt(la.material) and la.void >= POOR_CONTACT_VOID]
    return max(poor, key=lambda la: la.void, default=None)


def _short_flag(section: SectionInput, site: Site, old: OldFill, plan: SectionPlan, notes: Notebook) -> None:
    """What the bays cannot hold is said; a slope may have R-30 where the ceiling figure does not fit."""
    if plan.r_nominal is None or plan.r_target is None or plan.r_nominal >= plan.r_target - 1e-6:
        return
    name = section.name or section.id
    poor = _poor_batts(section, old)
    if poor is not None:
        relaid = next(
            option.r_old for option in options(old.today or (), site.boundary, old.r or 0.0) if option.action == "relay"
        )
        worth = "" if relaid is None else f"; re-laid they are worth {r_value(relaid)}"
        notes.flag(
            "relay_first",
            "caution",
            f"{name}: the batts there do not touch over {poor.void:.0%} of it{worth}.",
            "Re-lay them in full contact, then back them with an air barrier; only then judge what the bays still need.",
            f"{section.path}.old_fill",
        )
        return
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
