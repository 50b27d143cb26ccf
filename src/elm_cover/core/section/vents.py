"""The vent area of one section: what its vents give, what its channels let through, and what is missing (handbook §8, vent area)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from ..base.notebook import Notebook
from ..base.units import fixed
from ..climate.zones import zone_number
from ..eaves.bays import NO_AIR, BayRow
from ..eaves.ventilation import (
    Condition,
    VentGroup,
    VentsToAdd,
    balance_in_words,
    conditions,
    high_share,
    vent_area,
    vents_to_add,
    wrong_cure,
)
from ..floor.outline import edge_length_ft, edge_side
from ..given.section import SectionInput


@dataclass(frozen=True, kw_only=True)
class Ventilation:
    """low_in2, high_in2: None while no vent is recorded. low_works_in2: what of the low vents the channels let through.

    to_add: empty where nothing is missing or cannot be told. wrong_cure: why more vents would be the wrong thing now.
    """

    required_in2: float | None = None
    low_in2: float | None = None
    high_in2: float | None = None
    ratio: int | None = None
    channels_in2: float | None = None
    low_works_in2: float | None = None
    high_share: float | None = None
    balance: str | None = None
    conditions: tuple[Condition, ...] = ()
    to_add: tuple[VentsToAdd, ...] = ()
    wrong_cure: str | None = None


NEAR_IN2 = 0.5


def section_vents(section: SectionInput, area_ft2: float, rows: Mapping[int, BayRow], notes: Notebook) -> Ventilation:
    """What the section's vents come to; says what is wrong with them. Nothing for an unvented attic."""
    if section.vented is False:
        notes.flag(
            "unvented",
            "caution",
            "This attic is recorded as unvented.",
            "Settle first whether it is to be vented; an unvented attic is a design by a licensed person.",
        )
        return Ventilation()
    zone = None if section.zone is None else zone_number(section.zone)
    vents = [_behind(section, vent, rows, notes) for vent in section.vents]
    found = vent_area(area_ft2, vents, zone, section.retarder)
    counted = [row.channel_in2(section.settings.vent_gap_in) for row in rows.values() if row.baffles is not None]
    channels = sum(counted) if rows and len(counted) == len(rows) else None
    works = found.low_in2
    if works is not None and channels is not None:
        works = min(works, channels)
    low, high = found.low_in2 or 0.0, found.high_in2 or 0.0
    cure = wrong_cure(section.blocked_by, _kinds(section))
    recorded = bool(vents)
    made = Ventilation(
        required_in2=found.required_in2,
        low_in2=found.low_in2,
        high_in2=found.high_in2,
        ratio=found.ratio,
        channels_in2=channels,
        low_works_in2=works,
        high_share=high_share(found.low_in2, found.high_in2),
        balance=balance_in_words(found.low_in2, found.high_in2),
        conditions=conditions(found.low_in2, found.high_in2, zone, section.retarder),
        to_add=vents_to_add(area_ft2, low, high, found.ratio, _eave_ft(section)) if recorded else (),
        wrong_cure=cure,
    )
    if recorded and low > 0 and channels is not None and channels < low - NEAR_IN2:
        notes.flag(
            "channels_choke",
            "caution" if channels + high < found.required_in2 else "note",
            f"The channels let {fixed(channels)} in² through; the low vents give {fixed(low)} in².",
            "Open more bays, or set a larger gap: the channel is no less than the vent it serves.",
        )
    if recorded and low + high < found.required_in2:
        notes.flag(
            "vent_area_short",
            "caution",
            f"The vents give {fixed(low + high)} in² of {fixed(found.required_in2)} in² (1 in {found.ratio}).",
            cure or "Add vents where they are short, low or high; stop moisture from the house first.",
        )
    elif cure is not None:
        notes.flag("vents_wrong_cure", "caution", "More vents are not the cure for this attic's moisture.", cure)
    if section.high_wind and rows:
        notes.flag(
            "high_wind",
            "note",
            "High wind: vents let rain and pressure in under the roof.",
            "Soffit and ridge vents follow the local rule: rated against wind-driven rain, panels fixed against uplift.",
        )
    return made


def _behind(section: SectionInput, vent: VentGroup, rows: Mapping[int, BayRow], notes: Notebook) -> VentGroup:
    """A soffit can look vented all along and be solid behind: it counts for its open bays alone."""
    row = None if vent.edge is None else rows.get(vent.edge)
    if vent.edge is None or row is None or vent.position != "low" or section.edges[vent.edge].soffit != "continuous":
        return vent
    if row.solid == 0:
        return vent
    given = vent.nfa_in2 * vent.count
    notes.flag(
        "fake_soffit",
        "caution",
        f"The {edge_side(section.outline_ft, vent.edge)} soffit looks vented and is solid behind in {row.solid} of "
        f"{len(row.bays)} bays: its {fixed(given)} in² counts for {fixed(given * row.open_share)} in².",
        "Cut the old boards open above the panels, from outside, or count on the open bays alone.",
    )
    return replace(vent, nfa_in2=vent.nfa_in2 * row.open_share)


def _kinds(section: SectionInput) -> frozenset[str]:
    found = {feature.kind for feature in section.features}
    if any(f.kind == "fan" and f.blows_to == "attic" for f in section.features):
        found.add("fan_into_attic")
    return frozenset(found)


def _eave_ft(section: SectionInput) -> float:
    """Feet of eave along which intake can be."""
    return sum(
        edge_length_ft(section.outline_ft, i)
        for i, edge in enumerate(section.edges)
        if edge.kind == "eave" and edge.soffit not in NO_AIR
    ) or sum(edge_length_ft(section.outline_ft, i) for i, edge in enumerate(section.edges) if edge.kind == "eave")
