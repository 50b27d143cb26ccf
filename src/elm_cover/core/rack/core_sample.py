"""One way of insulating one section, weighed: a core through it, its figures, and what speaks against it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from ..base.notebook import Notebook
from ..base.units import eighths, r_value
from ..batts.layout import count
from ..batts.take_off import BattTakeOff, take_off
from ..eaves.baffles import fitting
from ..eaves.remedies import remedy_ft3_per_ft
from ..floor.outline import edge_length_ft
from ..given.choice import ChoiceInput, TargetInput
from ..given.section import SectionInput
from ..layers.stack import Lying, depth_of
from ..layers.voids import R_TOLERANCE
from ..laying.bags import section_bags
from ..laying.batt_layout import asked_layers, way_in_faults
from ..laying.build_up import BuildUp, build_up
from ..laying.decided import removal_here
from ..laying.heat import laid_over, whole_u
from ..laying.limit import over_limit
from ..laying.plate import over_the_plate, wind_blocks
from ..money.quantities import EaveCount, Quantities, taken
from ..old_fill.as_it_lies import NO_CREDIT
from ..old_fill.keep_or_clear import only_batts
from .candidate import Candidate, Family, first_layer
from .ground import Ground, Run


@dataclass(frozen=True)
class CoreLayer:
    """A layer in the core, inches from the ceiling on the day. role: old, under (blown below lifted batts), batt, new."""

    role: str
    kind: str | None
    from_in: float
    to_in: float


@dataclass(frozen=True)
class CoreChoice:
    """What the job's choice becomes when this core is picked for the section, and what becomes of the old fill."""

    method: str
    product: str
    between: str | None
    layers: int | None
    installed_in: float | None
    old_fill: str | None


@dataclass(frozen=True)
class CoreSample:
    """None where not known. settled_line_in: top after settling. heel_line_in: the least room over a plate.

    blocks: why it cannot be; ways_out: what to do about that; cautions: what to mind. ua_saved: Btu/h·°F against today.
    """

    section: str
    layers: tuple[CoreLayer, ...] = ()
    fill_line_in: float | None = None
    settled_line_in: float | None = None
    heel_line_in: float | None = None
    r_target: float | None = None
    r_nominal: float | None = None
    r_effective: float | None = None
    r_at_plate: float | None = None
    load_psf: float | None = None
    load_limit_psf: float | None = None
    bag_covers_ft2: float | None = None
    ua_saved: float | None = None
    net_ft2: float = 0.0
    blocks: tuple[str, ...] = ()
    ways_out: tuple[str, ...] = ()
    cautions: tuple[str, ...] = ()
    choice: CoreChoice | None = None
    quantities: Quantities | None = None


# By method: what becomes of the old fill. None: as decided in Measure where that is re-laid or cleared, else kept.
OLD_FILL = {"lift_and_fill": "lift", "clear_and_blow": "clear"}


def core_sample(ground: Ground, candidate: Candidate, pool: tuple[Family, ...]) -> CoreSample:
    """The candidate weighed on one floor."""
    section, choice, missing = _chosen(ground, candidate, pool)
    if choice is None:
        return CoreSample(
            section.id, _today(ground), heel_line_in=_heel_line(ground), blocks=(missing,), net_ft2=ground.site.net_ft2
        )
    notes = Notebook(section.id)
    made = build_up(section, ground.site, ground.eaves, notes)
    blocks = [flag.text for flag in notes.flags if flag.level == "stop"]
    ways_out = [flag.what_to_do for flag in notes.flags if flag.level == "stop"]
    cautions = [flag.text for flag in notes.flags if flag.level == "caution" and flag.code != "raised_heel_not_met"]
    blocks += _not_to_be_touched(section, made.action)
    over = over_limit(made.load_psf, ground.limit_psf, made.blower)
    if over is not None:
        blocks.append(over[0])
        ways_out.append(over[1])
    blocks += _short(made)
    if made.stack is None:
        return CoreSample(
            section.id, heel_line_in=_heel_line(ground), blocks=tuple(blocks) or ("Not enough is known.",)
        )
    lying = made.stack.at(
        ground.strips.room_in, made.map_under(ground.strips.old_in, ground.site.today), ground.strips.dressed
    )
    u = _mean_u(ground, section, made, lying)
    batts: tuple[BattTakeOff, ...] = ()
    if made.batts and section.run is not None:
        asked = asked_layers(section, ground.site, made.batts, made.stack, ground.eaves)
        batts = tuple(take_off(layer, count(one)) for layer, one in zip(made.batts, asked, strict=True))
    for _, level, text, what_to_do in way_in_faults(section, made.batts, ground.eaves):
        (blocks if level == "stop" else cautions).append(text)
        ways_out += [what_to_do] if level == "stop" else []
    share = ground.strips.share
    bags = section_bags(section, ground.site.net_ft2, made.stack, made.blower, lying, made.under_psf, share)
    depth = made.stack.depth_in
    eaves = [_eave_count(section, run, depth) for run in ground.runs]
    boundary = ground.site.boundary or 0.0
    return CoreSample(
        section.id,
        _layers(made, candidate.family.kind),
        depth,
        made.stack.old_in - made.stack.rise_in + made.stack.settled_in,
        _heel_line(ground),
        made.r_target,
        made.r_nominal,
        None if u is None else 1 / u - boundary,
        _r_at_plate(ground, made),
        made.load_psf,
        ground.limit_psf,
        made.bag_covers_ft2,
        None if u is None or ground.u_today is None else (ground.u_today - u) * ground.site.floor_ft2,
        ground.site.net_ft2,
        tuple(dict.fromkeys(blocks)),
        tuple(dict.fromkeys(ways_out)),
        tuple(dict.fromkeys(cautions)),
        _as_choice(made, choice, candidate),
        taken(
            section,
            ground.site.net_ft2,
            bags,
            batts,
            eaves,
            made.action,
            removal_here(ground.site, made.action, ground.strips.room_in, ground.strips.old_in, ground.strips.share),
        ),
    )


def _chosen(
    ground: Ground, candidate: Candidate, pool: tuple[Family, ...]
) -> tuple[SectionInput, ChoiceInput | None, str]:
    """The section as the candidate would have it; or why no product of it fits there."""
    section = ground.section
    spacing = section.spacing_in or 0.0
    family = candidate.family
    product = family.products[0] if family.blown else family.across(spacing)
    between = None
    if candidate.method in ("batts_between_and_across", "batts_between_blown_cap"):
        under = depth_of(ground.site.today or ()) if section.old_fill != "clear" else 0.0
        between = first_layer(section, pool, under)
        if between is None:
            room = max(0.0, (section.joist_depth_in or 0.0) - under)
            return (
                section,
                None,
                f"No batt fits between the joists: {eighths(room)} is left.",
            )
    if product is None:
        return section, None, f"No width of {family.name} fits here."
    choice = ChoiceInput(candidate.method, product, None, between)
    decided = section.old_fill if section.old_fill in ("relay", "clear") else None
    if candidate.method == "top_up" and decided == "clear":
        decided = None
    target = section.target
    if candidate.step_r is not None:
        target = TargetInput("custom", None, candidate.step_r, False)
    return (
        replace(section, choice=choice, old_fill=OLD_FILL.get(candidate.method, decided), target=target),
        choice,
        "",
    )


def _not_to_be_touched(section: SectionInput, action: str) -> list[str]:
    """What the record of the old fill forbids."""
    found = []
    if action in ("lift", "clear", "relay") and "vermiculite" in section.blocked_by:
        found.append("Vermiculite-like fill is suspected: nothing in it is disturbed until it is cleared.")
    spoiled = [layer for layer in section.layers or () if layer.condition in NO_CREDIT]
    if action != "clear" and spoiled:
        found.append(f"The old fill is recorded as {spoiled[0].condition}: it comes out before anything new goes in.")
    if action == "lift" and not only_batts(section):
        found.append("Only batts can be lifted: loose fill is on record here.")
    if action == "lift" and not section.layers:
        found.append("Nothing lies here to be lifted.")
    return found


def _short(made: BuildUp) -> list[str]:
    if made.r_nominal is None or made.r_target is None or made.r_nominal >= made.r_target - 10 * R_TOLERANCE:
        return []
    if made.fill is not None and made.fill.beyond:
        return []  # said already
    return [f"Reaches {r_value(made.r_nominal)} of {r_value(made.r_target)}."]


def _mean_u(ground: Ground, section: SectionInput, made: BuildUp, lying: Lying) -> float | None:
    laid = laid_over(section, ground.site.boundary, made.stack, made.blower.chart if made.blower else None)
    if laid is None:
        return None
    u_net = ground.strips.mean(laid.u(lying))
    return whole_u(u_net, laid.floor.boundary, ground.site.floor_ft2, ground.site.net_ft2)


def _layers(made: BuildUp, new_kind: str | None) -> tuple[CoreLayer, ...]:
    stack = made.stack
    if stack is None:
        return ()
    below = [("under", la.material, la.depth_in + stack.rise_in) for la in stack.layers[: stack.under_layers]]
    old = [("old", la.material, la.depth_in) for la in stack.layers[stack.under_layers :]]
    batts = [("batt", la.material, la.depth_in) for la in stack.batts]
    return _stacked([*below, *old, *batts, ("new", new_kind, stack.fill.installed_in)])


def _today(ground: Ground) -> tuple[CoreLayer, ...]:
    """What lies there now, where nothing of the way can be put on it."""
    return _stacked([("old", la.material, la.depth_in) for la in ground.site.today or ()])


def _stacked(parts: Sequence[tuple[str, str | None, float]]) -> tuple[CoreLayer, ...]:
    """Layers of (role, kind, inches) one on the other, from the ceiling up; what has no thickness is left out."""
    found, at = [], 0.0
    for role, kind, thick in parts:
        if thick > 0:
            found.append(CoreLayer(role, kind, at, at + thick))
            at += thick
    return tuple(found)


def _eave_count(section: SectionInput, run: Run, depth_in: float) -> EaveCount:
    """What the eave takes at that fill line; no baffles while it is not known which bays are vented."""
    baffle = section.settings.baffle
    baffles = run.row.baffles or 0
    pieces = baffles * fitting(run.eave, depth_in, baffle).count
    blocks = wind_blocks(baffles, baffle) + run.row.plugs
    remedy = section.edges[run.index].remedy
    if remedy is None:
        return EaveCount(baffles, pieces, blocks)
    run_ft = edge_length_ft(section.outline_ft, run.index)
    ft3 = remedy_ft3_per_ft(run.eave, remedy, depth_in) * run_ft
    return EaveCount(baffles, pieces, blocks, remedy.kind, ft3, run_ft)


def _heel_line(ground: Ground) -> float | None:
    return max(0.0, ground.runs[0].eave.room_at_plate_in) if ground.runs else None


def _r_at_plate(ground: Ground, made: BuildUp) -> float | None:
    """The least R over a plate's outer edge."""
    stack = made.stack
    if stack is None or not ground.runs:
        return None
    tightest = ground.runs[0]
    edge = ground.section.edges[tightest.index]
    return over_the_plate(
        tightest.eave,
        stack,
        made.blower,
        ground.site.boundary,
        edge.plate_width_in,
        1,
        edge.remedy,
        ground.work.foam_r,
    )[0]


def _as_choice(made: BuildUp, choice: ChoiceInput, candidate: Candidate) -> CoreChoice:
    by_depth = candidate.step_r is not None and made.fill is not None and made.fill.installed_in > 0
    across = sum(1 for layer in made.batts if layer.place == "across")
    return CoreChoice(
        candidate.method,
        choice.product.id if choice.product else "",
        choice.between.id if choice.between else None,
        across if across and candidate.step_r is not None else None,
        made.fill.installed_in if by_depth and made.fill is not None else None,
        made.action if made.action != "keep" else None,
    )
