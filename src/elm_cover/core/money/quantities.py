"""What a job, or one way of doing it, takes: counted once, priced and timed from the same counts (handbook §10)."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field

from ..base.units import whole_up
from ..batts.take_off import BattTakeOff
from ..given.section import SectionInput
from ..old_fill.keep_or_clear import Removal
from ..preparation.markers import marker_count
from ..proof.depths import random_count


@dataclass(frozen=True)
class Bags:
    """Bags of one section, unrounded: by the chart, and what the attic will take. None: not known.

    gaps: what drops into gaps of the old fill that are open from above; part of field, beside chart in the order.
    """

    chart: float | None = None
    field: float | None = None
    gaps: float = 0.0

    @property
    def wanted(self) -> float | None:
        """What to order, before spare: chart bags and the gaps below.

        Source: handbook, Settled since 4.
        """
        return None if self.chart is None else self.chart + self.gaps


def bags_to_order(bags: float, spare_pct: float) -> int:
    """Whole bags: one rounding, at the end. 33.876 bags with 3 % spare → 35.

    Source: handbook §7, order.

    >>> bags_to_order(33.876, 3.0)
    35
    """
    return whole_up(bags * (1 + spare_pct / 100))


# What of the quantities is counted by name.
BY_NAME = ("packs", "blown_lb", "enclosed_lb", "edge_ft3", "prepared", "prepared_hours")


@dataclass(frozen=True, kw_only=True)
class Quantities:
    """Of one section, or of several summed. Bags and bundles by product id, unrounded; lb blown by kind of fill.

    enclosed_lb: of it, what goes into closed bays. cut: how many pieces of batt are cut or slit. edge_ft3: what fills the
    room over the plates, by kind of remedy, along edge_ft of eave. bagged_ft3: of old fill in removal bags; vacuumed_ft3: of it,
    loose; cleared_batt_ft2: of batts taken out by hand. reading_places: markers and places picked by chance, where depth is read. prepared: of the materials of preparation, each in its unit;
    prepared_hours: person-hours of it by what is done.
    """

    area_ft2: float = 0.0
    packs: dict[str, float] = field(default_factory=dict)
    blown_lb: dict[str, float] = field(default_factory=dict)
    enclosed_lb: dict[str, float] = field(default_factory=dict)
    edge_ft3: dict[str, float] = field(default_factory=dict)
    edge_ft: float = 0.0
    batt_ft2: float = 0.0
    batt_ft2_among_wires: float = 0.0
    cuts: int = 0
    handled_ft2: float = 0.0
    baffles: int = 0
    baffle_pieces: int = 0
    wind_blocks: int = 0
    reading_places: int = 0
    bagged_ft3: float = 0.0
    vacuumed_ft3: float = 0.0
    cleared_batt_ft2: float = 0.0
    removal_lb: float = 0.0
    prepared: dict[str, float] = field(default_factory=dict)
    prepared_hours: dict[str, float] = field(default_factory=dict)


@dataclass(frozen=True)
class EaveCount:
    """Of one eave: bays that get a baffle, pieces bought for them, and bays closed by a piece of its own: a wind block or a
    batt plug, which go in alike. remedy: its kind, with what it takes and along how many feet; None where there is none."""

    baffles: int
    pieces: int
    blocks: int
    remedy: str | None = None
    remedy_ft3: float = 0.0
    run_ft: float = 0.0


def quantities_of(
    section: SectionInput,
    area_ft2: float,
    bags: Bags,
    batts: Sequence[BattTakeOff],
    eaves: Iterable[EaveCount],
    action: str | None,
    removal: Removal | None,
) -> Quantities:
    """What a section takes by the fill and batts put on it.

    area_ft2 in ft². Source: handbook §10, hours from quantities.
    """
    packs: dict[str, float] = {}
    blown: dict[str, float] = {}
    enclosed: dict[str, float] = {}
    reads = 0
    product = None if section.choice is None else section.choice.product
    if product is not None and product.chart is not None and bags.wanted is not None:
        packs[product.id] = bags.wanted
        used = bags.wanted if bags.field is None else bags.field
        (blown if section.kind == "open_floor" else enclosed)[product.kind or ""] = used * product.chart.bag_lb
        if section.kind == "open_floor" and used > 0:
            reads = marker_count(area_ft2) + random_count(area_ft2)
    for layer in batts:
        packs[layer.product] = packs.get(layer.product, 0.0) + layer.bundles
    among = sum(la.covered_ft2 * la.splits / (la.whole + la.cuts) for la in batts if la.splits)
    counted = list(eaves)
    edge: dict[str, float] = {}
    for eave in counted:
        if eave.remedy is not None:
            edge[eave.remedy] = edge.get(eave.remedy, 0.0) + eave.remedy_ft3
    return Quantities(
        area_ft2=area_ft2,
        packs=packs,
        blown_lb=blown,
        enclosed_lb=enclosed,
        edge_ft3=edge,
        edge_ft=sum(eave.run_ft for eave in counted if eave.remedy is not None),
        batt_ft2=sum(layer.covered_ft2 for layer in batts),
        batt_ft2_among_wires=among,
        cuts=sum(layer.cuts + layer.splits for layer in batts),
        handled_ft2=area_ft2 if action in ("relay", "lift") else 0.0,
        baffles=sum(eave.baffles for eave in counted),
        baffle_pieces=sum(eave.pieces for eave in counted),
        wind_blocks=sum(eave.blocks for eave in counted),
        reading_places=reads,
        bagged_ft3=0.0 if removal is None else removal.bags * removal.bag_ft3,
        vacuumed_ft3=0.0 if removal is None else removal.vacuumed_ft3,
        cleared_batt_ft2=0.0 if removal is None else removal.by_hand_ft2,
        removal_lb=0.0 if removal is None else removal.weight_lb,
    )


def total(parts: Iterable[Quantities]) -> Quantities:
    """All of them together."""
    sums: dict[str, float] = {}
    by: dict[str, dict[str, float]] = {name: {} for name in BY_NAME}
    for part in parts:
        for name, value in vars(part).items():
            if name in by:
                for key, amount in value.items():
                    by[name][key] = by[name].get(key, 0.0) + amount
            else:
                sums[name] = sums.get(name, 0) + value
    return Quantities(**sums, **by)  # type: ignore[arg-type]
