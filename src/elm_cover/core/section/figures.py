"""How a section's figures came about: formula, inputs and source, to be opened beside each figure (handbook §7)."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field
from typing import Any

from ..base.notebook import Notebook
from ..given.section import SectionInput
from ..layers.stack import Stack
from .eave_plan import EavePlan
from .result import SectionPlan

HANDBOOK_EXISTING = "parallel paths over sound and bare parts"
CHART = "the product's coverage chart"
R_UNIT = "h·ft²·°F/Btu"
U_UNIT = "Btu/h·ft²·°F"

Inputs = dict[str, tuple[Any, str]]


@dataclass(frozen=True)
class FigureRow:
    """One figure: its path in the plan of its section, value, unit, formula, source, and inputs: name → (value, unit)."""

    path: str
    value: float | None
    unit: str
    formula: str
    source: str
    inputs: Inputs = field(default_factory=dict)


@dataclass(frozen=True, eq=False)
class Told:
    """What the figures of a section are told from."""

    section: SectionInput
    plan: SectionPlan
    stack: Stack | None
    boundary: float | None

    @property
    def board(self) -> Inputs:
        return {"B": (self.boundary, R_UNIT)}

    @property
    def layers(self) -> Inputs:
        lying = (*self.stack.layers, *self.stack.batts) if self.stack else ()
        return {
            f"layer_{i + 1}": (
                f"{layer.material or 'old fill'}, {layer.depth_in:g} in, R {layer.r:.2f}, void {layer.void:.1%}",
                "",
            )
            for i, layer in enumerate(lying)
        }

    @property
    def rule(self) -> str:
        return "linear between rows" if self.section.settings.interpolate else "next printed row up"


def explain(
    section: SectionInput, plan: SectionPlan, stack: Stack | None, boundary: float | None, notes: Notebook
) -> None:
    """Enters the figures of one section into the notebook; what has no value is left out."""
    told = Told(section, plan, stack, boundary)
    for topic in (_areas, _rs, _heat, _depths, _loads, _bags, _vents):
        for row in topic(told):
            notes.figure(row.path, row.value, row.unit, row.formula, row.source, **row.inputs)
    for eave in plan.eaves:
        for row in _eave(told, eave):
            notes.figure(row.path, row.value, row.unit, row.formula, row.source, **row.inputs)


def _areas(told: Told) -> Iterator[FigureRow]:
    plan = told.plan
    yield FigureRow("area_ft2", plan.area_ft2, "ft²", "area of the outline", "outline, to the outer face of the plates")
    kept = None if plan.net_area_ft2 is None else plan.area_ft2 - plan.net_area_ft2
    yield FigureRow(
        "net_area_ft2",
        plan.net_area_ft2,
        "ft²",
        "outline − hatch − keep-outs, overlaps once",
        "coverage charts are for net area",
        {"outline": (plan.area_ft2, "ft²"), "kept_out": (kept, "ft²")},
    )


def _rs(told: Told) -> Iterator[FigureRow]:
    plan, target = told.plan, told.section.target
    as_it_lies = "1 / ((1 − v)/(B + R) + v/B) − B"
    yield FigureRow("r_existing", plan.r_existing, "R", as_it_lies, HANDBOOK_EXISTING, {**told.layers, **told.board})
    yield FigureRow(
        "r_target",
        plan.r_target,
        "R",
        "by the basis that is set",
        "IECC table R402.1 or retrofit guidance; the adopted local code decides",
        {
            "basis": (target.basis if target else None, ""),
            "edition": (target.edition if target else None, ""),
            "zone": (told.section.zone, ""),
            "r_existing": (plan.r_existing, "R"),
            "code_figure": (plan.r_code, "R"),
        },
    )
    yield FigureRow(
        "r_needed",
        plan.r_needed,
        "R",
        "least N with 1/((1 − v)/(B + R + N) + v/(B + R_gap + N)) − B = target",
        HANDBOOK_EXISTING,
        {
            "target": (plan.r_target, "R"),
            **told.board,
            "plain_subtraction_would_ask": (plan.r_needed_by_subtraction, "R"),
        },
    )
    needed: Inputs = {"needed": (plan.r_needed, "R"), "product": (plan.product, "")}
    yield FigureRow("r_added", plan.r_added, "R", f"chart: {told.rule}", CHART, needed)
    yield FigureRow(
        "r_nominal",
        plan.r_nominal,
        "R",
        "1/((1 − v)/(B + R + N) + v/(B + R_gap + N)) − B with the N installed",
        HANDBOOK_EXISTING,
        {"N": (plan.r_added, "R"), **told.board, **told.layers},
    )


def _heat(told: Told) -> Iterator[FigureRow]:
    plan, section = told.plan, told.section
    yield FigureRow(
        "u_effective",
        plan.u_effective,
        U_UNIT,
        "area mean of FF/R_joist + (1 − FF)·((1 − v)/R_cavity + v/R_void)",
        "parallel paths over a 3 in grid, hatch and keep-outs bare",
        {"spacing": (section.spacing_in, "in"), "joist_depth": (section.joist_depth_in, "in"), **told.board},
    )
    yield FigureRow(
        "r_effective",
        plan.r_effective,
        "R",
        "1/U − B",
        "so that it compares with the nominal R",
        {"U": (plan.u_effective, U_UNIT), **told.board},
    )


def _depths(told: Told) -> Iterator[FigureRow]:
    plan = told.plan
    added: Inputs = {"R_added": (plan.r_added, "R")}
    yield FigureRow("installed_in", plan.installed_in, "in", f"chart: {told.rule}", CHART, added)
    yield FigureRow("settled_in", plan.settled_in, "in", f"chart: {told.rule}", CHART, added)
    yield FigureRow(
        "depth_total_in",
        plan.depth_total_in,
        "in",
        "old depth as it lies under the new + new installed",
        "measured from the ceiling",
        {"old": (told.stack.old_in if told.stack else None, "in"), "new_fill": (plan.installed_in, "in")},
    )


def _loads(told: Told) -> Iterator[FigureRow]:
    plan, stack, section = told.plan, told.stack, told.section
    yield FigureRow(
        "load_psf",
        plan.load_psf,
        "lb/ft²",
        "Σ old density × depth/12 + bag weight / coverage",
        CHART,
        {
            "new_fill": (stack.fill.weight_psf if stack else None, "lb/ft²"),
            "old": (sum(la.weight_psf for la in stack.layers) if stack else None, "lb/ft²"),
        },
    )
    yield FigureRow(
        "load_limit_psf",
        plan.load_limit_psf,
        "lb/ft²",
        "table by board and spacing",
        "board makers' association: sag limit of unsupported fill",
        {"board": (section.board, ""), "spacing": (section.spacing_in, "in")},
    )


def _bags(told: Told) -> Iterator[FigureRow]:
    plan = told.plan
    net: Inputs = {"net_area": (plan.net_area_ft2, "ft²")}
    covers: Inputs = {"one_bag_covers": (plan.bag_covers_ft2, "ft²")}
    yield FigureRow("bags.chart", plan.bags.chart, "bags", "net area / coverage", CHART, {**net, **covers})
    gaps: Inputs = {"gaps_below": (plan.bags.gaps, "bags")} if plan.bags.gaps else {}
    yield FigureRow(
        "bags.field",
        plan.bags.field,
        "bags",
        "∫ w(new settled thickness) dA / bag weight" + (" + gaps below" if gaps else ""),
        "what the attic takes, thin at the eaves and between joists",
        {**net, **gaps},
    )
    if plan.bags.gaps:
        yield FigureRow(
            "bags.gaps",
            plan.bags.gaps,
            "bags",
            "void share · net area · layer depth × weight per inch of the row / bag weight",
            "new fill that drops into gaps of the old, open from above",
            net,
        )
    yield FigureRow(
        "markers",
        plan.markers,
        "markers",
        "ceil(net area / 300), at least one",
        "depth markers, one per 300 ft²",
        net,
    )


def _vents(told: Told) -> Iterator[FigureRow]:
    plan, vents, section = told.plan, told.plan.ventilation, told.section
    yield FigureRow(
        "ventilation.required_in2",
        vents.required_in2,
        "in²",
        "144 · attic area / ratio",
        "model code: 1/150, or 1/300 on its conditions",
        {
            "area": (plan.area_ft2, "ft²"),
            "ratio": (vents.ratio, ""),
            "low": (vents.low_in2, "in²"),
            "high": (vents.high_in2, "in²"),
        },
    )
    yield FigureRow(
        "ventilation.channels_in2",
        vents.channels_in2,
        "in²",
        "gap × clear width, over every bay with a baffle",
        "clear width: spacing − 1½ in; the chute's opening is no less than the vent's",
        {
            "gap": (section.settings.vent_gap_in, "in"),
            "spacing": (section.spacing_in, "in"),
            "baffles": (sum(eave.baffles or 0 for eave in plan.eaves), "bays"),
        },
    )


def _eave(told: Told, eave: EavePlan) -> Iterator[FigureRow]:
    plan, section = told.plan, told.section
    edge, at = section.edges[eave.edge], f"eaves.{eave.edge}."
    pitch: Inputs = {"pitch": (edge.pitch_in_12, "in 12")}
    depth: Inputs = {"D": (plan.depth_total_in, "in")}
    yield FigureRow(
        at + "depth_at_plate_in",
        eave.depth_at_plate_in,
        "in",
        "min(D, heel − (gap + baffle)/cosθ)",
        "room over the plate at its outer edge",
        {"heel": (edge.heel_in, "in"), **pitch, "gap": (section.settings.vent_gap_in, "in"), **depth},
    )
    yield FigureRow(
        at + "r_at_plate",
        eave.r_at_plate,
        "R",
        "old and new in that room, new as settled",
        HANDBOOK_EXISTING,
        {"depth": (eave.depth_at_plate_in, "in")},
    )
    yield FigureRow(
        at + "full_depth_at_in",
        eave.full_depth_at_in,
        "in",
        "(D − c0)/tanθ",
        "from the outer edge of the plate",
        {**depth, "c0": (eave.room_at_plate_in, "in"), **pitch},
    )
    yield FigureRow(
        at + "baffle_length_in",
        eave.baffle_length_in,
        "in",
        "(x_full + 2 in of rise/tanθ)/cosθ",
        "chute along the deck, ending 2 in above the fill",
        {"x_full": (eave.full_depth_at_in, "in"), **pitch},
    )
    rule = section.settings.baffle_rule.replace("_", " ")
    yield FigureRow(
        at + "baffles",
        eave.baffles,
        "baffles",
        f"bays by the rule “{rule}”; bays = ceil(run·12/spacing)",
        "eave run and framing",
        {"run": (eave.run_ft, "ft"), "spacing": (section.spacing_in, "in"), "bays": (eave.bays, "")},
    )
