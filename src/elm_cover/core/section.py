"""One section of attic floor, planned from what is known of it. Whatever needs an unknown stays None."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from .coverage import USUAL_DENSITY_PCF, NewFill, chart_bags
from .eaves import Eave
from .existing import R_TOLERANCE, OldLayer, boundary_r, pressed, r_with
from .framing import framing_fraction
from .keep_outs import KeepOut
from .load import load_limit_psf, load_psf
from .markers import marker_count, marker_points_ft
from .outline import Grid, Points, grid_of, kept_out_ft2, polygon_area_ft2
from .result import Bags, EavePlan, Notebook, SectionFields, SectionPlan, Ventilation
from .roof import RoofField, roof_field
from .section_eaves import Taper, alike, eave_flags, eave_plan, eave_sections, gap_flag, taper_of, thin_strip_ua
from .section_figures import explain
from .section_fill import Blower, depth_of, layers_today, needs_board, pick_fill, target_r
from .section_input import SectionInput
from .targets import code_r, zone_number
from .thermal import Floats, Floor, bare_u, u_factor
from .units import r_value
from .ventilation import vent_area

BLOWN_METHODS = ("top_up", "clear_and_blow")


@dataclass(frozen=True)
class Heat:
    """u at each cell, its area mean over the section with what is kept out at its own R, and R at each cell."""

    u: Floats
    mean: float
    r: Floats


def plan_section(section: SectionInput, notes: Notebook) -> tuple[SectionPlan, SectionFields]:
    """Every figure of one section, and the arrays behind them."""
    area = polygon_area_ft2(section.outline_ft)
    placed = tuple((k.name, k.corners_ft) for k in section.keep_outs if k.corners_ft is not None)
    shapes: tuple[Points, ...] = tuple(corners for _, corners in placed)
    net = _net_area(section.outline_ft, area, shapes, section.keep_outs)
    grid = grid_of(section.outline_ft, shapes)
    if section.kind != "open_floor":
        if section.kind != "left_out":
            notes.ask(
                "choose", f"{section.path}.kind", "Only open floors are planned so far; this section is not counted"
            )
        fields = SectionFields(section.outline_ft, placed, grid, None, {}, None, None, None, None)
        return SectionPlan(section.id, section.name, section.kind, area), fields

    boundary = None if section.board is None else boundary_r(section.board)
    today = layers_today(section, notes)
    r_existing = None
    if today is not None:
        if boundary is None and needs_board(today):
            notes.ask("measure", f"{section.path}.ceiling.board", "Which board is the ceiling?")
        else:
            r_existing = r_with(today, boundary)

    eaves = eave_sections(section, notes)
    layers, blower = _ground(section, today, boundary, notes)
    r_target = target_r(section, today, r_existing, eaves, blower, notes)
    fill = pick_fill(section, r_target, blower, notes) if blower else None
    if blower is None and r_target is not None and r_existing is not None and r_existing >= r_target:
        notes.flag(
            "enough_already",
            "note",
            f"{r_value(r_existing)} lies there; the target is {r_value(r_target)}.",
            "No fill is needed.",
        )

    taper = None if fill is None or layers is None else taper_of(pressed(layers, fill.weight_psf), fill)
    roof = None if eaves is None else roof_field(section.outline_ft, eaves, grid, shapes)
    heat = _heat(section, boundary, taper, blower, roof, area, net)
    bags = _bags(section, net, fill, taper, blower, roof)
    eave_plans = _eaves(section, eaves, taper, blower, boundary, roof, grid, heat, notes)
    limit = _limit(section, notes)
    load = None if layers is None or fill is None else load_psf(layers, fill.weight_psf)
    ventilation = _ventilation(section, area)
    markers = marker_count(net)
    plan = SectionPlan(
        id=section.id,
        name=section.name,
        kind=section.kind,
        area_ft2=area,
        net_area_ft2=net,
        depth_existing_in=None if today is None else depth_of(today),
        r_existing=r_existing,
        r_code=_code(section),
        r_target=r_target,
        r_needed=None if blower is None or r_target is None else blower.needed(r_target),
        r_needed_by_subtraction=None if r_target is None or r_existing is None else max(0.0, r_target - r_existing),
        r_added=None if fill is None else fill.r,
        r_nominal=None if blower is None or fill is None else blower.reached(fill),
        r_effective=None if heat is None or boundary is None else 1 / heat.mean - boundary,
        u_effective=None if heat is None else heat.mean,
        installed_in=None if fill is None else fill.installed_in,
        settled_in=None if fill is None else fill.settled_in,
        depth_total_in=None if taper is None else taper.depth_in,
        depth_settled_total_in=None if taper is None or fill is None else taper.old_in + fill.settled_in,
        load_psf=load,
        load_limit_psf=limit,
        bags=bags,
        bag_covers_ft2=blower.chart.bag_lb / fill.weight_psf if blower and fill and fill.weight_psf > 0 else None,
        product=section.choice.product.id if section.choice and section.choice.product else None,
        eaves=eave_plans,
        ventilation=ventilation,
        markers=markers,
        marker_points_ft=marker_points_ft(grid, markers),
    )
    _target_flag(plan, notes)
    _load_flag(plan, blower, notes)
    _density_flag(section, notes)
    _vent_flag(section, plan, notes)
    gap_flag(section, notes)
    explain(section, plan, taper, boundary, notes)
    depth = None
    if taper is not None and roof is not None:
        depth = np.minimum(taper.depth_in, roof.room_in)
    fields = SectionFields(
        section.outline_ft,
        placed,
        grid,
        roof,
        eaves or {},
        taper.layers if taper else today,
        fill,
        depth,
        None if heat is None else heat.r,
    )
    return plan, fields


def _net_area(outline: Points, area: float, shapes: tuple[Points, ...], keep_outs: tuple[KeepOut, ...]) -> float:
    counted = sum(k.area_ft2 for k in keep_outs if k.corners_ft is None)
    return max(0.0, area - kept_out_ft2(outline, shapes) - counted)


def _ground(
    section: SectionInput, today: tuple[OldLayer, ...] | None, boundary: float | None, notes: Notebook
) -> tuple[tuple[OldLayer, ...] | None, Blower | None]:
    """The layers the new fill will lie on, and the product to blow; None while either is unknown."""
    choice = section.choice
    if choice is None or choice.product is None:
        notes.ask("choose", f"choice.{section.id}.product", "Pick what to blow")
        return (today, None)
    if choice.method not in BLOWN_METHODS:
        notes.ask(
            "choose", f"choice.{section.id}.method", "This method is not planned yet; top_up and clear_and_blow are"
        )
        return (None, None)
    layers = () if choice.method == "clear_and_blow" else today
    if choice.product.chart is None:
        notes.ask("choose", f"choice.{section.id}.product", "Pick a loose fill with a coverage chart")
        return (layers, None)
    if layers is None or (boundary is None and needs_board(layers)):
        return (layers, None)
    return layers, Blower(choice.product.chart, layers, boundary, section.settings.interpolate)


def _heat(
    section: SectionInput,
    boundary: float | None,
    taper: Taper | None,
    blower: Blower | None,
    roof: RoofField | None,
    area: float,
    net: float,
) -> Heat | None:
    if boundary is None or taper is None or blower is None or roof is None:
        return None
    if section.spacing_in is None or section.joist_depth_in is None:
        return None
    floor = Floor(boundary, framing_fraction(section.spacing_in), section.joist_depth_in)
    settled = taper.new_settled_in(roof.room_in)
    per_in = blower.chart.r_per_in(taper.fill.r) if taper.fill.r else 0.0
    u = u_factor(floor, taper.layers, taper.old_share(roof.room_in), settled, blower.chart.thin_r(settled), per_in)
    mean = (float(u.mean()) * net + bare_u(boundary) * (area - net)) / area
    return Heat(u, mean, 1 / u - boundary)


def _bags(
    section: SectionInput,
    net: float,
    fill: NewFill | None,
    taper: Taper | None,
    blower: Blower | None,
    roof: RoofField | None,
) -> Bags:
    if fill is None or blower is None:
        return Bags()
    bag_lb = blower.chart.bag_lb
    chart = chart_bags(net, fill, bag_lb)
    if section.settings.deduct_framing:
        if section.spacing_in is None or section.joist_depth_in is None or taper is None:
            return Bags()
        if taper.depth_in <= section.joist_depth_in:
            chart *= 1 - framing_fraction(section.spacing_in)
    if taper is None or roof is None or section.spacing_in is None or section.joist_depth_in is None:
        return Bags(chart)
    settled = taper.new_settled_in(roof.room_in)
    below = np.clip(section.joist_depth_in - np.minimum(taper.old_in, roof.room_in), 0.0, settled)
    between = np.divide(below, settled, out=np.zeros_like(settled), where=settled > 0)
    weight = blower.chart.thin_weight_psf(settled) * (1 - framing_fraction(section.spacing_in) * between)
    return Bags(chart, float(weight.mean()) * net / bag_lb)


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


def _limit(section: SectionInput, notes: Notebook) -> float | None:
    if section.board is None:
        notes.ask("measure", f"{section.path}.ceiling.board", "Which board is the ceiling?")
    if section.spacing_in is None:
        notes.ask("measure", f"{section.path}.framing.spacing_in", "How far apart are the joists or chords, on center?")
    if section.joist_depth_in is None:
        notes.ask("measure", f"{section.path}.framing.depth_in", "How deep are the joists or bottom chords?")
    if section.board is None or section.spacing_in is None:
        return None
    limit = load_limit_psf(section.board, section.spacing_in)
    if limit is None:
        notes.flag(
            "load_limit_unknown",
            "caution",
            "No load limit is published for this ceiling at this spacing.",
            "Ask the board's maker, a carpenter or an engineer what it may carry before blowing.",
        )
    return limit


def _target_flag(plan: SectionPlan, notes: Notebook) -> None:
    if plan.r_nominal is None or plan.r_target is None or plan.r_nominal >= plan.r_target - 10 * R_TOLERANCE:
        return
    if any(flag.code == "beyond_chart" for flag in notes.flags):
        return
    notes.flag(
        "short_of_target",
        "caution",
        f"{r_value(plan.r_nominal)} after this fill; the target is {r_value(plan.r_target)}.",
        "Raise the fill line, or go back to the depth for the target.",
    )


def _load_flag(plan: SectionPlan, blower: Blower | None, notes: Notebook) -> None:
    if plan.load_psf is None or plan.load_limit_psf is None or plan.load_psf <= plan.load_limit_psf:
        return
    fits = None
    if blower is not None:
        old = load_psf(blower.layers, 0.0)
        fits = max(
            (row.r for row in blower.chart.rows if old + blower.chart.bag_lb / row.coverage_ft2 <= plan.load_limit_psf),
            default=None,
        )
    most = f"The most of this product that fits is {r_value(fits)} added. " if fits else "No row of this product fits. "
    notes.flag(
        "load_over_limit",
        "stop",
        f"{plan.load_psf:.2f} lb/ft² on a ceiling that may carry {plan.load_limit_psf:g} lb/ft².",
        most
        + "Pick a lighter fill, clear out heavy old fill, or record what board it really is or an engineer's note.",
    )


def _density_flag(section: SectionInput, notes: Notebook) -> None:
    product = section.choice.product if section.choice else None
    usual = USUAL_DENSITY_PCF.get(product.kind or "") if product else None
    if product is None or product.chart is None or usual is None:
        return
    densities = product.chart.densities_pcf()
    if densities.min() < usual[0] or densities.max() > usual[1]:
        notes.flag(
            "unusual_density",
            "caution",
            f"The chart of {product.name} settles at {densities.min():.2f} to {densities.max():.2f} lb/ft³; "
            f"{usual[0]:g} to {usual[1]:g} is usual for its kind.",
            "Compare the bag weight and the coverages with the label.",
        )


def _ventilation(section: SectionInput, area: float) -> Ventilation:
    if section.vented is False:
        return Ventilation()
    zone = None if section.zone is None else zone_number(section.zone)
    found = vent_area(area, section.vents, zone, section.retarder)
    return Ventilation(found.required_in2, found.low_in2, found.high_in2, found.ratio)


def _vent_flag(section: SectionInput, plan: SectionPlan, notes: Notebook) -> None:
    if section.vented is False:
        notes.flag(
            "unvented",
            "caution",
            "This attic is recorded as unvented.",
            "Settle first whether it is to be vented; an unvented attic is a design by a licensed person.",
        )
        return
    vents = plan.ventilation
    if vents.low_in2 is None or vents.high_in2 is None or vents.required_in2 is None:
        return
    if vents.low_in2 + vents.high_in2 < vents.required_in2:
        notes.flag(
            "vent_area_short",
            "caution",
            f"The vents give {vents.low_in2 + vents.high_in2:.0f} in² of {vents.required_in2:.0f} in² (1 in {vents.ratio}).",
            "Add vents where they are short, low or high; stop moisture from the house first.",
        )
