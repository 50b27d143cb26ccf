"""One section of the attic, planned from what is known of it. Whatever needs an unknown stays None."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from .eaves import Eave
from .enclosed import Enclosed, closed_cavity, plan_area_ft2, sloped_bays, upright_wall
from .existing import OldLayer, boundary_r, pressed
from .keep_outs import KeepOut
from .load import load_psf
from .markers import marker_count, marker_points_ft
from .old_fill import (
    Ground,
    action_of,
    ground,
    layers_today,
    needs_board,
    options,
    propose,
    r_as_it_lies,
    removal,
    worth,
)
from .outline import Floats, Grid, Points, grid_of, kept_out_ft2, polygon_area_ft2
from .readings import ReadingsPlan, depth_map_on, summary, usable
from .result import EavePlan, Notebook, OldFillPlan, SectionFields, SectionPlan, Ventilation
from .roof import RoofField, roof_field
from .section_eaves import alike, eave_flags, eave_plan, eave_sections, gap_flag, thin_strip_ua
from .section_figures import explain
from .section_fill import Blower, pick_fill, target_r
from .section_flags import ceiling_limit, density_flag, load_flag, target_flag, vent_flag
from .section_heat import Heat, section_bags, section_heat
from .section_input import SectionInput
from .section_look import look_flags
from .taper import Taper, depth_of
from .targets import code_r, zone_number
from .units import r_value
from .ventilation import vent_area

BLOWN_METHODS = ("top_up", "clear_and_blow", "lift_and_fill")


@dataclass(frozen=True, eq=False)
class Site:
    """The floor of a section and what is on record of its old fill. floor_ft2: the outline less its holes."""

    area_ft2: float
    floor_ft2: float
    net_ft2: float
    placed: tuple[tuple[str, Points], ...]
    shapes: tuple[Points, ...]
    grid: Grid
    boundary: float | None
    map_in: Floats | None
    readings: ReadingsPlan | None
    today: tuple[OldLayer, ...] | None
    r_existing: float | None


def plan_section(section: SectionInput, notes: Notebook) -> tuple[SectionPlan, SectionFields]:
    """Every figure of one section, and the arrays behind them."""
    site = _site(section, notes)
    look_flags(section, site.readings, notes)
    if section.kind != "open_floor":
        return _enclosed_section(section, site, notes)
    eaves = eave_sections(section, notes)
    action = action_of(section)
    _lift_flag(section, action, notes)
    left, blower = _ground(section, site, action, notes)
    r_target = target_r(section, site.today, site.r_existing, eaves, blower, notes)
    fill = pick_fill(section, r_target, blower, notes) if blower else None
    _enough_flag(r_target, site.r_existing, blower, notes)
    taper = None
    if fill is not None and left is not None:
        taper = Taper(pressed(left.layers, fill.weight_psf), fill, left.rise_in, left.under_layers)
    roof = None if eaves is None else roof_field(section.outline_ft, eaves, site.grid, site.shapes)
    old_map = _map_under(site, taper, action)
    lying = None if taper is None or roof is None else taper.at(roof.room_in, old_map)
    under_psf = 0.0 if left is None else left.under_weight_psf
    heat = section_heat(section, site.boundary, taper, blower, lying, site.floor_ft2, site.net_ft2)
    bags = section_bags(section, site.net_ft2, taper, blower, lying, under_psf)
    eave_plans = _eaves(section, eaves, taper, blower, site.boundary, roof, site.grid, heat, notes)
    limit = ceiling_limit(section, notes)
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
        r_target=r_target,
        r_needed=None if blower is None or r_target is None else blower.needed(r_target),
        r_needed_by_subtraction=None
        if r_target is None or site.r_existing is None
        else max(0.0, r_target - site.r_existing),
        r_added=None if fill is None else fill.r,
        r_nominal=None if blower is None or fill is None else blower.reached(fill),
        r_effective=None if heat is None or site.boundary is None else 1 / heat.mean - site.boundary,
        u_effective=None if heat is None else heat.mean,
        installed_in=None if fill is None else fill.installed_in,
        settled_in=None if fill is None else fill.settled_in,
        depth_total_in=None if taper is None else taper.depth_in,
        depth_settled_total_in=None
        if taper is None or fill is None
        else taper.old_in - taper.rise_in + fill.settled_in,
        load_psf=None if left is None or fill is None else load_psf(left.layers, fill.weight_psf),
        load_limit_psf=limit,
        bags=bags,
        bag_covers_ft2=blower.chart.bag_lb / fill.weight_psf if blower and fill and fill.weight_psf > 0 else None,
        product=section.choice.product.id if section.choice and section.choice.product else None,
        eaves=eave_plans,
        ventilation=_ventilation(section, site.area_ft2),
        markers=markers,
        marker_points_ft=marker_points_ft(site.grid, markers),
        readings=site.readings,
        old_fill=_old_fill(section, site, action, left, roof),
    )
    target_flag(plan, notes)
    load_flag(plan, blower, notes)
    density_flag(section, notes)
    vent_flag(section, plan, notes)
    gap_flag(section, notes)
    explain(section, plan, taper, site.boundary, notes)
    fields = SectionFields(
        section.outline_ft,
        tuple(edge.kind for edge in section.edges),
        tuple(edge.plate_width_in for edge in section.edges),
        site.placed,
        site.grid,
        roof,
        eaves or {},
        site.today,
        taper,
        None if lying is None else lying.old_in + lying.new_installed_in,
        None if heat is None else heat.r,
        section.holes,
        usable(section.readings, section.outline_ft),
        site.map_in,
    )
    return plan, fields


def _site(section: SectionInput, notes: Notebook) -> Site:
    area = polygon_area_ft2(section.outline_ft)
    placed = tuple((k.name, k.corners_ft) for k in section.keep_outs if k.corners_ft is not None)
    shapes: tuple[Points, ...] = tuple(corners for _, corners in placed) + section.holes
    grid = grid_of(section.outline_ft, shapes)
    boundary = None if section.board is None else boundary_r(section.board)
    map_in, readings, mean = _readings(section, grid)
    today = layers_today(section, mean, notes)
    r_existing = None
    if today is not None:
        if boundary is None and needs_board(today, map_in):
            notes.ask("measure", f"{section.path}.ceiling.board", "Which board is the ceiling?")
        else:
            r_existing = r_as_it_lies(today, boundary, map_in)
    return Site(
        area,
        plan_area_ft2(section.outline_ft, section.holes),
        _net_area(section.outline_ft, area, shapes, section.keep_outs),
        placed,
        shapes,
        grid,
        boundary,
        map_in,
        readings,
        today,
        r_existing,
    )


def _readings(section: SectionInput, grid: Grid) -> tuple[Floats | None, ReadingsPlan | None, float | None]:
    """The map of the old depth, what the readings say, and the mean depth that the layers are taken at."""
    if not section.readings:
        return None, None, None
    used = usable(section.readings, section.outline_ft)
    if not used:
        found = summary(section.readings, section.outline_ft, None)
        return None, found, found.mean_in
    places = tuple(reading.at_ft for reading in used if reading.at_ft is not None)
    map_in = depth_map_on(grid, places, tuple(reading.depth_in for reading in used))
    mean = float(map_in.mean())
    return map_in, summary(section.readings, section.outline_ft, mean), mean


def _map_under(site: Site, taper: Taper | None, action: str) -> Floats | None:
    """The map of what lies under the new fill: gone where it is cleared, a little thinner where it is pressed."""
    if site.map_in is None or taper is None or action == "clear" or not site.today:
        return None
    now = depth_of(site.today)
    later = depth_of(taper.layers[taper.under_layers :])
    return site.map_in * (later / now) if now > 0 else site.map_in


def _net_area(outline: Points, area: float, shapes: tuple[Points, ...], keep_outs: tuple[KeepOut, ...]) -> float:
    counted = sum(k.area_ft2 for k in keep_outs if k.corners_ft is None)
    return max(0.0, area - kept_out_ft2(outline, shapes) - counted)


def _ground(section: SectionInput, site: Site, action: str, notes: Notebook) -> tuple[Ground | None, Blower | None]:
    """What the new fill will lie on, and the product to blow; None while either is unknown."""
    choice = section.choice
    today = site.today
    kept = None if today is None else ground(action, today, section.joist_depth_in, None, None)
    if choice is None or choice.product is None:
        notes.ask("choose", f"choice.{section.id}.product", "Pick what to blow")
        return kept, None
    if choice.method not in BLOWN_METHODS:
        notes.ask("choose", f"choice.{section.id}.method", "This method is not planned yet; blown fill is")
        return None, None
    chart = choice.product.chart
    if chart is None:
        notes.ask("choose", f"choice.{section.id}.product", "Pick a loose fill with a coverage chart")
        return kept, None
    layers = () if action == "clear" else today
    left = None if layers is None else ground(action, layers, section.joist_depth_in, chart, choice.product.kind)
    if left is None or (site.boundary is None and needs_board(left.layers)):
        return left, None
    return left, Blower(chart, left.layers, site.boundary, section.settings.interpolate, left.rise_in)


def _old_fill(
    section: SectionInput, site: Site, action: str, left: Ground | None, roof: RoofField | None
) -> OldFillPlan | None:
    """What the old fill is worth and what to do with it; None while it is not known."""
    if site.today is None or site.r_existing is None:
        return None
    proposed, reasons = propose(section, site.today)
    taken = None
    if action == "clear" and site.today:
        depth = site.map_in if site.map_in is not None else np.full(site.grid.count, depth_of(site.today))
        if roof is not None:
            depth = np.minimum(depth, roof.room_in)
        taken = removal(float(depth.mean()) / 12 * site.net_ft2, site.today, site.net_ft2)
    return OldFillPlan(
        action=action,
        decided=section.old_fill is not None or action != "keep",
        proposed=proposed,
        reasons=reasons,
        worth=worth(section, site.today, site.boundary, site.r_existing),
        options=options(site.today, site.boundary, site.r_existing),
        removal=taken,
        under_installed_in=left.under_installed_in if left is not None and left.under_layers else None,
    )


def _enclosed_section(section: SectionInput, site: Site, notes: Notebook) -> tuple[SectionPlan, SectionFields]:
    """Rafter bays, walls and closed cavities are measured here; a floor that is left out has nothing but its outline."""
    found: Enclosed | None = None
    if section.kind == "sloped_bays" and section.slope is not None:
        found = sloped_bays(section.outline_ft, site.floor_ft2, section.slope)
    elif section.kind == "knee_wall" and section.wall is not None:
        found = upright_wall(section.outline_ft, section.wall)
    elif section.kind == "netted_cavity" and section.cavity is not None:
        found = closed_cavity(section.outline_ft, site.floor_ft2, section.cavity)
    left_out = section.kind == "left_out"
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
        readings=site.readings,
        old_fill=None if left_out else _old_fill(section, site, action_of(section), None, None),
    )
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


def _lift_flag(section: SectionInput, action: str, notes: Notebook) -> None:
    loose = [la for la in section.layers or () if not (la.material or "").endswith("_batt")]
    if action == "lift" and loose:
        notes.flag(
            "lift_loose_fill",
            "caution",
            "Old fill is set to be lifted, but only batts can be: loose fill is on record here.",
            "Keep it and blow over it, or clear it out.",
            f"{section.path}.old_fill",
        )


def _enough_flag(r_target: float | None, r_existing: float | None, blower: Blower | None, notes: Notebook) -> None:
    if blower is None and r_target is not None and r_existing is not None and r_existing >= r_target:
        notes.flag(
            "enough_already",
            "note",
            f"{r_value(r_existing)} lies there; the target is {r_value(r_target)}.",
            "No fill is needed.",
        )


def _eaves(
    section: SectionInput,
    eaves: dict[int, Eave] | None,
    taper: Taper | None,
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
        plan = eave_plan(section, index, eave, taper, blower, boundary, notes)
        if eave is not None and taper is not None and roof is not None:
            if heat is not None:
                plan = replace(plan, extra_ua=thin_strip_ua(heat.u, roof, grid, index, taper))
            known.append((index, eave, plan))
        plans.append(plan)
    if taper is not None and roof is not None:
        for group in alike(section, known):
            eave_flags(section, group, taper, roof, grid, notes)
    return tuple(plans)


def _code(section: SectionInput) -> float | None:
    edition = section.target.edition if section.target else None
    return None if edition is None or section.zone is None else code_r(section.zone, edition)


def _ventilation(section: SectionInput, area: float) -> Ventilation:
    if section.vented is False:
        return Ventilation()
    zone = None if section.zone is None else zone_number(section.zone)
    found = vent_area(area, section.vents, zone, section.retarder)
    return Ventilation(found.required_in2, found.low_in2, found.high_in2, found.ratio)
