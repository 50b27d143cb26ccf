"""The job document turned into what the core works on: sections, products, keep-outs and vents. Read for ``plan`` alone."""

from __future__ import annotations

import math
from collections.abc import Iterable

from ...job import Job
from ...job.document import Choice, Vent
from ...job.product import Product
from ...job.section import BayMark, Section, Target
from ..batts.batt import BattProduct
from ..eaves.baffles import BaffleInput
from ..eaves.bays import Mark
from ..eaves.remedies import remedy_of
from ..eaves.ventilation import NFA_IN2_EACH, NFA_IN2_PER_FT, VentGroup
from ..enclosed.shapes import CavityInput, SlopeInput, WallInput
from ..floor.outline import contains, edge_length_ft
from ..given.look import ContactSeen, HazardSeen, HoleToFind, LookInput
from ..given.section import ChoiceInput, EdgeInput, LayerInput, ProductInput, SectionInput, SettingsInput, TargetInput
from ..hazards.clearances import BURNS, KeepOut, keep_out_of
from ..hazards.features import KINDS, FeatureInput, FeatureKind
from ..hazards.stops import BLOCKING_STATUSES
from ..layers.chart import Chart, Row
from ..layers.poor_contact import SectionFacts
from ..money.cost import BookInput
from ..money.saving import EnergyInput
from ..old_fill.readings import DepthReading
from ..section.result import Notebook


def look_input(job: Job) -> LookInput:
    """What the look over the whole job goes by."""
    return LookInput(
        stories=job.house.stories,
        hazards=tuple(
            HazardSeen(
                h.kind,
                h.status,
                None if h.cleared is None else h.cleared.by,
                None if h.cleared is None else h.cleared.on,
            )
            for h in job.hazards
        ),
        contact=tuple(ContactSeen(look.place, look.section, look.found) for look in job.contact),
        holes=tuple(HoleToFind(hole.trade, hole.what, hole.expected, hole.found) for hole in job.holes_expected),
        accesses=tuple((access.section, access.at_ft) for access in job.accesses),
        sections=tuple(
            SectionFacts(
                section.id,
                section.name or section.id,
                section.kind,
                frozenset(edge.kind for edge in section.edges),
                frozenset(feature.kind for feature in section.features),
                section.wall.of if section.wall else None,
                section.outline_ft,
            )
            for section in job.sections
        ),
        features=tuple(
            FeatureInput(f.kind, count=1 if f.count is None else f.count)
            for section in job.sections
            for f in section.features
        ),
    )


BOX = FeatureKind("", "", "box")


def product_input(product: Product) -> ProductInput:
    """A product of the job as the core takes it."""
    chart = None
    if product.chart and product.bag_lb:
        rows = tuple(Row(row.r, row.installed_in, row.settled_in, row.coverage_ft2) for row in product.chart)
        chart = Chart(rows, product.bag_lb)
    return ProductInput(product.id, product.name or product.id, product.kind, chart, _batt(product), product.price)


def _batt(product: Product) -> BattProduct | None:
    """None while R or a size of it is not known; a bundle of unknown count is taken as one piece."""
    batt = product.batt
    if batt is None or batt.r is None or batt.thickness_in is None or batt.width_in is None or batt.length_in is None:
        return None
    return BattProduct(
        batt.r,
        batt.thickness_in,
        batt.width_in,
        batt.length_in,
        batt.pieces_per_bundle or 1,
        product.kind or "glass_batt",
        batt.bundle_in,
        batt.bundle_lb,
        batt.facing,
    )


def book_input(job: Job) -> BookInput:
    """The price and rate book as the core takes it."""
    book = job.book
    rates = {name: float(value) for name, value in book.rates.model_dump(exclude={"machine"}).items()}
    return BookInput(
        book.currency,
        book.prices.model_dump(),
        rates,
        book.rates.machine == "truck",
        book.overhead_pct,
        book.margin_pct,
    )


def energy_input(job: Job) -> EnergyInput:
    """What a unit of heat costs in this house."""
    energy = job.book.energy
    return EnergyInput(
        energy.heating_fuel,
        energy.heating_price,
        energy.heating_efficiency,
        energy.cooling_price_per_kwh,
        energy.cooling_efficiency,
        energy.cooled,
        energy.heating_degree_days,
        energy.cooling_degree_days,
        energy.spread_pct,
    )


def section_input(
    job: Job, index: int, products: dict[str, ProductInput], notes: Notebook, burns: bool | None = None
) -> SectionInput:
    """One section of the job as the core takes it; asks for what its keep-outs and vents lack.

    burns: whether to keep clear as for a fill that burns, or None: by the section's own product.
    """
    section, settings = job.sections[index], job.settings
    features = _features(section, notes)
    choice = job.choice.get(section.id)
    picked = products.get(choice.product or "") if choice else None
    kind = picked.kind if picked else None
    if burns is not None:
        kind = BURNS[0] if burns else "glass_loose"
    return SectionInput(
        id=section.id,
        name=section.name,
        kind=section.kind,
        path=f"sections[{index}]",
        outline_ft=section.outline_ft,
        edges=tuple(
            EdgeInput(
                e.kind,
                e.heel_in,
                e.pitch_in_12,
                e.soffit,
                e.plate_width_in,
                _spots(job, section, i),
                tuple(_mark(mark) for mark in e.bays),
                None if e.remedy is None else remedy_of(e.remedy.kind, e.remedy.r_per_in, e.remedy.reach_in),
            )
            for i, e in enumerate(section.edges)
        ),
        board=section.ceiling.board,
        retarder=section.ceiling.vapor_retarder,
        spacing_in=section.framing.spacing_in,
        joist_depth_in=section.framing.depth_in,
        layers=None
        if section.existing is None
        else tuple(
            LayerInput(
                la.material,
                la.depth_in,
                la.r,
                la.void_pct / 100,
                la.voids == "open",
                la.condition,
                la.density_pcf,
                la.label_in,
                la.facing,
            )
            for la in section.existing
        ),
        readings=tuple(DepthReading(i, r.at_ft, r.depth_in, r.checked) for i, r in enumerate(section.readings)),
        keep_outs=tuple(_keep_outs(job, index, features, kind, notes)),
        target=_target(section.target or job.target),
        zone=job.house.climate_zone,
        vented=job.house.vented,
        vents=tuple(_vents(job, section, notes)),
        settings=SettingsInput(
            settings.vent_gap_in,
            settings.baffle_rule,
            settings.chart_rule == "interpolate",
            settings.deduct_framing,
            BaffleInput(
                settings.baffle_kind,
                settings.baffle_thickness_in,
                settings.baffle_r_per_in,
                settings.baffle_width_in,
                settings.baffle_piece_in,
                settings.baffle_pieces_most,
                settings.staples_per_piece,
                settings.wind_block == "integral",
            ),
        ),
        choice=None if choice is None else _choice(choice, products),
        holes=tuple(hole.outline_ft for hole in section.holes),
        old_fill=section.old_fill,
        blocked_by=frozenset(h.kind for h in job.hazards if h.status in BLOCKING_STATUSES),
        cleared=frozenset(h.kind for h in job.hazards if h.status == "cleared"),
        features=features,
        slope=None
        if section.slope is None
        else SlopeInput(section.slope.rafter_depth_in, section.slope.pitch_in_12, section.slope.channel_in),
        wall=None
        if section.wall is None
        else WallInput(
            section.wall.of,
            section.wall.height_ft,
            section.wall.length_ft,
            section.wall.stud_depth_in,
            section.wall.backed,
        ),
        cavity=None if section.cavity is None else CavityInput(section.cavity.cover, section.cavity.depth_in),
        new_construction=job.house.new_construction is True,
        run=section.framing.run,
        way_in_ft=_way_in(job, section),
        openings_in=tuple(a.opening_in for a in job.accesses if a.opening_in is not None),
        passage_ft=_passage_ft(job, section),
        high_wind=job.house.high_wind is True,
    )


def _mark(mark: BayMark) -> Mark:
    vented = None if mark.soffit is None else mark.soffit == "vented"
    return Mark(mark.place, mark.state, mark.by, vented, mark.baffle)


def _passage_ft(job: Job, section: Section) -> float | None:
    """How wide the section opens to its neighbours; None where it has a way in of its own, or is the only one."""
    if len(job.sections) == 1 or any(access.section in (section.id, None) for access in job.accesses):
        return None
    doors = [edge_length_ft(section.outline_ft, i) for i, edge in enumerate(section.edges) if edge.kind == "open"]
    return max(doors, default=0.0)


def _way_in(job: Job, section: Section) -> tuple[float, float] | None:
    """Where the crew leaves this section: its own way in, else the nearest one of the attic."""
    placed = [a for a in job.accesses if a.at_ft is not None]
    own = [a for a in placed if a.section == section.id]
    middle = [sum(corner[i] for corner in section.outline_ft) / len(section.outline_ft) for i in (0, 1)]
    points = [a.at_ft for a in own or placed if a.at_ft is not None]
    return min(points, key=lambda at: math.hypot(at[0] - middle[0], at[1] - middle[1]), default=None)


def _choice(choice: Choice, products: dict[str, ProductInput]) -> ChoiceInput:
    by_depth = choice.depth.by == "installed_in"
    return ChoiceInput(
        choice.method,
        products.get(choice.product or ""),
        choice.depth.value_in if by_depth else None,
        products.get(choice.between or ""),
        choice.layers,
        choice.density_pcf,
    )


def _target(target: Target | None) -> TargetInput | None:
    return (
        None if target is None else TargetInput(target.basis, target.edition, target.r, target.raised_heel, target.name)
    )


def _features(section: Section, notes: Notebook) -> tuple[FeatureInput, ...]:
    found = []
    for index, feature in enumerate(section.features):
        if feature.kind not in KINDS:
            notes.flag(
                "unknown_feature",
                "note",
                f"“{feature.kind}” is not a kind of feature known here; it takes no floor from the fill.",
                "Check the spelling, or count its area by hand.",
                f"sections[{index}].features",
            )
        found.append(
            FeatureInput(
                feature.kind,
                feature.rating,
                feature.at_ft,
                feature.to_ft,
                feature.size_in,
                1 if feature.count is None else feature.count,
                feature.flue,
                feature.blows_to,
                feature.shielded,
                feature.clearance_in,
                feature.filled_under,
                feature.duct_r,
            )
        )
    return tuple(found)


def _keep_outs(
    job: Job, index: int, features: tuple[FeatureInput, ...], fill_kind: str | None, notes: Notebook
) -> Iterable[KeepOut]:
    section = job.sections[index]
    for number, access in enumerate(job.accesses):
        if access.section != section.id and not (access.section is None and len(job.sections) == 1):
            continue
        if access.opening_in is None:
            notes.ask("look_over", f"accesses[{number}].opening_in", "How large is the opening of the hatch?")
        elif access.kind not in ("door", "gable"):  # those are in a wall
            yield KeepOut("hatch", access.opening_in, access.at_ft)
    placed = tuple(f.at_ft for f in features if f.at_ft is not None)
    on_floor = iter(contains(section.outline_ft, placed))
    for number, feature in enumerate(features):
        if feature.at_ft is not None and not next(on_floor) and KINDS.get(feature.kind, BOX).group != "walls":
            notes.flag(
                "feature_outside",
                "caution",
                f"{KINDS[feature.kind].title if feature.kind in KINDS else feature.kind} at {feature.at_ft[0]:g}, "
                f"{feature.at_ft[1]:g} ft stands outside the outline.",
                "Move it onto the floor, or put it in the section where it stands.",
                f"sections[{index}].features[{number}].at_ft",
            )
        kept = keep_out_of(feature, fill_kind)
        if kept is not None:
            yield kept


def _vents_of(job: Job, section: Section) -> Iterable[Vent]:
    for vent in job.vents:
        if vent.section == section.id or (vent.section is None and len(job.sections) == 1):
            yield vent


def edge_place(section: Section, edge: int | str | None) -> int | None:
    """An edge's place in the outline, from its place or its id; None where the section has no such edge."""
    if isinstance(edge, int):
        return edge if edge < len(section.edges) else None
    return next((i for i, e in enumerate(section.edges) if edge is not None and e.id == edge), None)


def _spots(job: Job, section: Section, edge: int) -> int | None:
    """How many spot vents are recorded along an edge; None where none is."""
    counts = [
        1 if v.count is None else v.count
        for v in _vents_of(job, section)
        if v.kind == "soffit" and edge_place(section, v.edge) == edge
    ]
    return sum(counts) if counts else None


def _vents(job: Job, section: Section, notes: Notebook) -> Iterable[VentGroup]:
    for index, vent in enumerate(job.vents):
        if vent.section is None and len(job.sections) > 1:
            notes.ask("eaves", f"vents[{index}].section", "Over which section is this vent?")
    for vent in _vents_of(job, section):
        position = vent.position or ("low" if vent.kind == "soffit" else "high")
        nfa = vent.nfa_in2
        if nfa is None and vent.kind in NFA_IN2_EACH:
            nfa = NFA_IN2_EACH[vent.kind]
        elif nfa is None:
            place = edge_place(section, vent.edge)
            nfa = None if place is None else NFA_IN2_PER_FT[vent.kind] * edge_length_ft(section.outline_ft, place)
        if nfa is None:
            notes.ask("eaves", f"vents[{job.vents.index(vent)}].nfa_in2", "How much net free area has this vent?")
            continue
        yield VentGroup(position, nfa, 1 if vent.count is None else vent.count, edge_place(section, vent.edge))
