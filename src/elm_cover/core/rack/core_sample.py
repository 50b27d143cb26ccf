"""One way of insulating one section, weighed: a core through it, its figures, and what speaks against it (handbook §7)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from ..base.notebook import Notebook, Open
from ..base.units import eighths, r_value
from ..batts.rules import BETWEEN_FIRST
from ..given.choice import ChoiceInput, TargetInput
from ..given.section import SectionInput
from ..layers.stack import Stack
from ..layers.voids import R_TOLERANCE
from ..laying.batt_layout import ask_for_run, way_in_faults
from ..laying.build_up import Laid
from ..laying.buried import flag_buried
from ..laying.decided import BY_METHOD, flag_decision
from ..laying.edges import ask_for_bays
from ..laying.floor_take_off import floor_take_off
from ..laying.heat import Heat, heat_of
from ..laying.limit import over_limit
from ..laying.methods import lay
from ..laying.plate import over_the_plate
from ..money.quantities import Quantities
from ..target.by_basis import target_of
from .candidate import Candidate, Family, first_layer
from .ground import Ground


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


@dataclass(frozen=True, kw_only=True)
class CoreSample:
    """None where not known. settled_line_in: top after settling. heel_line_in: the least room over a plate.

    blocks: why it cannot be; ways_out: what to do about that; cautions: what to mind. missing: what has to be known before
    it can be counted: quantities and choice are None until then. ua_saved: Btu/h·°F against today.
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
    missing: tuple[Open, ...] = ()
    choice: CoreChoice | None = None
    quantities: Quantities | None = None


def core_sample(ground: Ground, candidate: Candidate, pool: tuple[Family, ...]) -> CoreSample:
    """The candidate weighed on one floor. pool: every family, for the batt between the joists."""
    section, missing = _chosen(ground, candidate, pool)
    if section is None:
        return CoreSample(
            section=ground.section.id,
            layers=_today(ground),
            heel_line_in=ground.heel_line_in,
            blocks=(missing,),
            net_ft2=ground.site.net_ft2,
        )
    notes = Notebook(section.id)
    old = ground.old.as_decided(section)
    target = target_of(section, old.r, old.depth_in)
    laid = lay(section, ground.site, old, target, notes)
    flag_buried(section, old, laid, notes)
    flag_decision(section, old.action, notes)
    said = _Said.of(notes)
    over = over_limit(laid.load_psf, ground.limit_psf, laid.blower)
    if over is not None:
        said.stop(*over)
    said.blocks += _short(laid)
    ask_for_run(section, laid, notes)
    ask_for_bays(section, ground.site.rows, notes)
    if laid.stack is None:
        blocks = tuple(said.blocks)
        return CoreSample(
            section=section.id, heel_line_in=ground.heel_line_in, blocks=blocks, missing=tuple(notes.open)
        )
    for _, level, text, what_to_do in way_in_faults(section, laid.batts, ground.site.eaves or {}):
        if level == "stop":
            said.stop(text, what_to_do)
        else:
            said.cautions.append(text)
    heat = heat_of(section, ground.site, old, laid, ground.strips)
    taken = floor_take_off(section, ground.site, old, laid, heat, ground.strips)
    told = _sample(ground, laid, laid.stack, heat, candidate)
    return replace(
        told,
        blocks=tuple(dict.fromkeys(said.blocks)),
        ways_out=tuple(dict.fromkeys(said.ways_out)),
        cautions=tuple(dict.fromkeys(said.cautions)),
        missing=() if taken.complete else tuple(notes.open),
        choice=_as_choice(laid, section, candidate, old.action) if taken.complete else None,
        quantities=taken.quantities if taken.complete else None,
    )


def _sample(ground: Ground, laid: Laid, stack: Stack, heat: Heat, candidate: Candidate) -> CoreSample:
    """The parts copied into the sample."""
    u, boundary = heat.mean, ground.site.boundary or 0.0
    return CoreSample(
        section=ground.section.id,
        layers=_layers(stack, candidate.family.kind),
        fill_line_in=stack.depth_in,
        settled_line_in=stack.old_in - stack.rise_in + stack.settled_in,
        heel_line_in=ground.heel_line_in,
        r_target=laid.r_target,
        r_nominal=laid.r_nominal,
        r_effective=None if u is None else 1 / u - boundary,
        r_at_plate=_r_at_plate(ground, laid),
        load_psf=laid.load_psf,
        load_limit_psf=ground.limit_psf,
        bag_covers_ft2=laid.bag_covers_ft2,
        ua_saved=None if u is None or ground.u_today is None else (ground.u_today - u) * ground.site.ceiling_ft2,
        net_ft2=ground.site.net_ft2,
    )


@dataclass
class _Said:
    """What speaks against a way, gathered while it is weighed."""

    blocks: list[str]
    ways_out: list[str]
    cautions: list[str]

    @classmethod
    def of(cls, notes: Notebook) -> _Said:
        """What was flagged while it was laid."""
        stops = [flag for flag in notes.flags if flag.level == "stop"]
        cautions = [flag for flag in notes.flags if flag.level == "caution" and flag.code != "raised_heel_not_met"]
        return cls([f.text for f in stops], [f.what_to_do for f in stops], [f.text for f in cautions])

    def stop(self, text: str, way_out: str) -> None:
        self.blocks.append(text)
        self.ways_out.append(way_out)


def _chosen(ground: Ground, candidate: Candidate, pool: tuple[Family, ...]) -> tuple[SectionInput | None, str]:
    """The section as the candidate would have it; or None and why no product of it fits there."""
    section = ground.section
    spacing = section.spacing_in or 0.0
    family = candidate.family
    product = family.products[0] if family.blown else family.across(spacing)
    between = None
    if candidate.method in BETWEEN_FIRST:
        under = (ground.old.depth_in or 0.0) if section.old_fill != "clear" else 0.0
        between = first_layer(section, pool, under)
        if between is None:
            room = max(0.0, (section.joist_depth_in or 0.0) - under)
            return None, f"No batt fits between the joists: {eighths(room)} is left."
    if product is None:
        return None, f"No width of {family.name} fits here."
    choice = ChoiceInput(candidate.method, product, None, between)
    decided = section.old_fill if section.old_fill in ("relay", "clear") else None
    if candidate.method == "top_up" and decided == "clear":
        decided = None
    target = section.target
    if candidate.step_r is not None:
        target = TargetInput("custom", None, candidate.step_r, False)
    # As the method says; else as decided in Measure where that is re-laid or cleared, else kept.
    old_fill = BY_METHOD.get(candidate.method, decided)
    return replace(section, choice=choice, old_fill=old_fill, target=target), ""


def _short(laid: Laid) -> list[str]:
    if laid.r_nominal is None or laid.r_target is None or laid.r_nominal >= laid.r_target - 10 * R_TOLERANCE:
        return []
    if laid.fill is not None and laid.fill.beyond:
        return []  # said already
    return [f"Reaches {r_value(laid.r_nominal)} of {r_value(laid.r_target)}."]


def _layers(stack: Stack, new_kind: str | None) -> tuple[CoreLayer, ...]:
    below = [("under", la.material, la.depth_in + stack.rise_in) for la in stack.layers[: stack.under_layers]]
    old = [("old", la.material, la.depth_in) for la in stack.layers[stack.under_layers :]]
    batts = [("batt", la.material, la.depth_in) for la in stack.batts]
    return _stacked([*below, *old, *batts, ("new", new_kind, stack.fill.installed_in)])


def _today(ground: Ground) -> tuple[CoreLayer, ...]:
    """What lies there now, where nothing of the way can be put on it."""
    return _stacked([("old", la.material, la.depth_in) for la in ground.old.today or ()])


def _stacked(parts: Sequence[tuple[str, str | None, float]]) -> tuple[CoreLayer, ...]:
    """Layers of (role, kind, inches) one on the other, from the ceiling up; what has no thickness is left out."""
    stacked, at = [], 0.0
    for role, kind, thick in parts:
        if thick > 0:
            stacked.append(CoreLayer(role, kind, at, at + thick))
            at += thick
    return tuple(stacked)


def _r_at_plate(ground: Ground, laid: Laid) -> float | None:
    """The least R over a plate's outer edge."""
    if not ground.eaves:
        return None
    over = over_the_plate(ground.section, ground.site, laid, ground.eaves[0], 1)
    return None if over is None else over.r


def _as_choice(laid: Laid, section: SectionInput, candidate: Candidate, action: str) -> CoreChoice:
    choice, fill = section.choice, laid.fill
    by_depth = candidate.step_r is not None and fill is not None and fill.installed_in > 0
    across = sum(1 for layer in laid.batts if layer.place == "across")
    return CoreChoice(
        candidate.method,
        choice.product.id if choice and choice.product else "",
        choice.between.id if choice and choice.between else None,
        across if across and candidate.step_r is not None else None,
        fill.installed_in if by_depth and fill is not None else None,
        action if action != "keep" else None,
    )
