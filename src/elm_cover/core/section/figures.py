"""How a section's figures came about: formula, inputs and source, to be opened beside each figure."""

from __future__ import annotations

from ..base.notebook import Notebook
from ..base.units import r_value
from ..given.section import SectionInput
from ..layers.stack import Stack
from .result import SectionPlan

HANDBOOK_EXISTING = "parallel paths over sound and bare parts"
CHART = "the product's coverage chart"


def explain(
    section: SectionInput, plan: SectionPlan, stack: Stack | None, boundary: float | None, notes: Notebook
) -> None:
    """Enters the figures of one section into the notebook."""
    figure = notes.figure
    figure("area_ft2", plan.area_ft2, "ft²", "area of the outline", "outline, to the outer face of the plates")
    kept = None if plan.net_area_ft2 is None else plan.area_ft2 - plan.net_area_ft2
    figure(
        "net_area_ft2",
        plan.net_area_ft2,
        "ft²",
        "outline − hatch − keep-outs, overlaps once",
        "coverage charts are for net area",
        outline=(plan.area_ft2, "ft²"),
        kept_out=(kept, "ft²"),
    )
    layers = {
        f"layer_{i + 1}": (
            f"{layer.material or 'old fill'}, {layer.depth_in:g} in, R {layer.r:.2f}, void {layer.void:.1%}",
            "",
        )
        for i, layer in enumerate((*stack.layers, *stack.batts) if stack else ())
    }
    board = (boundary, "h·ft²·°F/Btu")
    figure("r_existing", plan.r_existing, "R", "1 / ((1 − v)/(B + R) + v/B) − B", HANDBOOK_EXISTING, **layers, B=board)
    figure(
        "r_target",
        plan.r_target,
        "R",
        "by the basis that is set",
        "IECC table R402.1 or retrofit guidance; the adopted local code decides",
        basis=(section.target.basis if section.target else None, ""),
        edition=(section.target.edition if section.target else None, ""),
        zone=(section.zone, ""),
        r_existing=(plan.r_existing, "R"),
        code_figure=(plan.r_code, "R"),
    )
    figure(
        "r_needed",
        plan.r_needed,
        "R",
        "least N with 1/((1 − v)/(B + R + N) + v/(B + R_gap + N)) − B = target",
        HANDBOOK_EXISTING,
        target=(plan.r_target, "R"),
        B=board,
        plain_subtraction_would_ask=(plan.r_needed_by_subtraction, "R"),
    )
    rule = "linear between rows" if section.settings.interpolate else "next printed row up"
    figure(
        "r_added", plan.r_added, "R", f"chart: {rule}", CHART, needed=(plan.r_needed, "R"), product=(plan.product, "")
    )
    figure(
        "r_nominal",
        plan.r_nominal,
        "R",
        "1/((1 − v)/(B + R + N) + v/(B + R_gap + N)) − B with the N installed",
        HANDBOOK_EXISTING,
        N=(plan.r_added, "R"),
        B=board,
        **layers,
    )
    figure(
        "u_effective",
        plan.u_effective,
        "Btu/h·ft²·°F",
        "area mean of FF/R_joist + (1 − FF)·((1 − v)/R_cavity + v/R_void)",
        "parallel paths over a 3 in grid, hatch and keep-outs bare",
        spacing=(section.spacing_in, "in"),
        joist_depth=(section.joist_depth_in, "in"),
        B=board,
    )
    figure(
        "r_effective",
        plan.r_effective,
        "R",
        "1/U − B",
        "so that it compares with the nominal R",
        U=(plan.u_effective, "Btu/h·ft²·°F"),
        B=board,
    )
    figure("installed_in", plan.installed_in, "in", f"chart: {rule}", CHART, R_added=(plan.r_added, "R"))
    figure("settled_in", plan.settled_in, "in", f"chart: {rule}", CHART, R_added=(plan.r_added, "R"))
    figure(
        "depth_total_in",
        plan.depth_total_in,
        "in",
        "old depth as it lies under the new + new installed",
        "measured from the ceiling",
        old=(stack.old_in if stack else None, "in"),
        new_fill=(plan.installed_in, "in"),
    )
    figure(
        "load_psf",
        plan.load_psf,
        "lb/ft²",
        "Σ old density × depth/12 + bag weight / coverage",
        CHART,
        new_fill=(stack.fill.weight_psf if stack else None, "lb/ft²"),
        old=(sum(la.weight_psf for la in stack.layers) if stack else None, "lb/ft²"),
    )
    figure(
        "load_limit_psf",
        plan.load_limit_psf,
        "lb/ft²",
        "table by board and spacing",
        "board makers' association: sag limit of unsupported fill",
        board=(section.board, ""),
        spacing=(section.spacing_in, "in"),
    )
    figure(
        "bags.chart",
        plan.bags.chart,
        "bags",
        "net area / coverage",
        CHART,
        net_area=(plan.net_area_ft2, "ft²"),
        one_bag_covers=(plan.bag_covers_ft2, "ft²"),
    )
    figure(
        "bags.field",
        plan.bags.field,
        "bags",
        "∫ w(new settled thickness) dA / bag weight",
        "what the attic takes, thin at the eaves and between joists",
        net_area=(plan.net_area_ft2, "ft²"),
    )
    figure(
        "markers",
        plan.markers,
        "markers",
        "ceil(net area / 300), at least one",
        "depth markers, one per 300 ft²",
        net_area=(plan.net_area_ft2, "ft²"),
    )
    figure(
        "ventilation.required_in2",
        plan.ventilation.required_in2,
        "in²",
        "144 · attic area / ratio",
        "model code: 1/150, or 1/300 on its conditions",
        area=(plan.area_ft2, "ft²"),
        ratio=(plan.ventilation.ratio, ""),
        low=(plan.ventilation.low_in2, "in²"),
        high=(plan.ventilation.high_in2, "in²"),
    )
    gap = (section.settings.vent_gap_in, "in")
    figure(
        "ventilation.channels_in2",
        plan.ventilation.channels_in2,
        "in²",
        "gap × clear width, over every bay with a baffle",
        "clear width: spacing − 1½ in; the chute's opening is no less than the vent's",
        gap=gap,
        spacing=(section.spacing_in, "in"),
        baffles=(sum(eave.baffles or 0 for eave in plan.eaves), "bays"),
    )
    for eave in plan.eaves:
        edge = section.edges[eave.edge]
        at = f"eaves.{eave.edge}."
        heel, pitch = (edge.heel_in, "in"), (edge.pitch_in_12, "in 12")
        depth = (plan.depth_total_in, "in")
        figure(
            at + "depth_at_plate_in",
            eave.depth_at_plate_in,
            "in",
            "min(D, heel − (gap + baffle)/cosθ)",
            "room over the plate at its outer edge",
            heel=heel,
            pitch=pitch,
            gap=gap,
            D=depth,
        )
        figure(
            at + "r_at_plate",
            eave.r_at_plate,
            "R",
            "old and new in that room, new as settled",
            HANDBOOK_EXISTING,
            depth=(eave.depth_at_plate_in, "in"),
        )
        figure(
            at + "full_depth_at_in",
            eave.full_depth_at_in,
            "in",
            "(D − c0)/tanθ",
            "from the outer edge of the plate",
            D=depth,
            c0=(eave.room_at_plate_in, "in"),
            pitch=pitch,
        )
        figure(
            at + "baffle_length_in",
            eave.baffle_length_in,
            "in",
            "(x_full + 2 in of rise/tanθ)/cosθ",
            "chute along the deck, ending 2 in above the fill",
            x_full=(eave.full_depth_at_in, "in"),
            pitch=pitch,
        )
        figure(
            at + "baffles",
            eave.baffles,
            "baffles",
            f"bays by the rule “{section.settings.baffle_rule.replace('_', ' ')}”; bays = ceil(run·12/spacing)",
            "eave run and framing",
            run=(eave.run_ft, "ft"),
            spacing=(section.spacing_in, "in"),
            bays=(eave.bays, ""),
        )
    if plan.r_code is not None and plan.r_target is not None and plan.r_target < plan.r_code:
        notes.flag(
            "below_code_figure",
            "note",
            f"The target of {r_value(plan.r_target)} is below the code's {r_value(plan.r_code)} for new work.",
            "Check what the adopted local code or the permit asks of this job.",
        )
