"""The other road: insulating at the roof line, the attic brought indoors (handbook §7, choosing, sealed-roof scheme).

Named as an alternative with its gates, never chosen silently and not priced by the bag.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from ..given.look import HazardSeen
from ..given.section import SectionInput
from ..hazards.stops import BLOCKING_STATUSES, marked


@dataclass(frozen=True)
class RoadGate:
    """One thing that decides whether the road is open. state: open, shut, or ask where it is not known."""

    id: str
    title: str
    state: str
    text: str


@dataclass(frozen=True)
class OtherRoad:
    """The verdict in a sentence, the gates behind it, and what speaks for taking the road at all."""

    state: str
    verdict: str
    speaks_for: tuple[str, ...]
    gates: tuple[RoadGate, ...]


def other_road(sections: Iterable[SectionInput], hazards: Iterable[HazardSeen]) -> OtherRoad:
    """Whether a sealed roof is open here, by what is on record; a gate not on record stands at ask."""
    listed = list(sections)
    status = {hazard.kind: hazard.status for hazard in hazards}
    burners, damp = _worst(status, marked("burner")), _worst(status, marked("damp"))
    gates = (
        RoadGate("burners", "Burners", burners, BURNERS_SAID[burners]),
        RoadGate("moisture", "Moisture", damp, MOISTURE_SAID[damp]),
        _vented(listed),
        _climate(listed),
        _hands(),
    )
    shut = [gate for gate in gates if gate.state == "shut"]
    ask = [gate for gate in gates if gate.state == "ask"]
    if shut:
        state, verdict = "shut", f"Not open here as it stands: {shut[0].text}"
    elif len(ask) > 1:  # the licensed applicator is always to be asked
        state, verdict = "ask", f"Not judged yet: {len(ask)} gates still to be asked, first {ask[0].title.lower()}."
    else:
        state, verdict = "open", "Open by what is on record; a licensed applicator designs and prices it."
    return OtherRoad(state, verdict, _speaks_for(listed), gates)


def _worst(status: dict[str, str | None], kinds: tuple[str, ...]) -> str:
    """shut where one of the kinds stands, ask where one was not looked for, else open."""
    found = [status.get(kind) for kind in kinds]
    if any(one in BLOCKING_STATUSES for one in found):
        return "shut"
    return "ask" if any(one is None for one in found) else "open"


# By what the record says: what stands in the way, what was not looked for, what is well.
BURNERS_SAID = {
    "shut": "a burner that draws attic or house air, or its vent, would stand in the sealed space.",
    "ask": "whether a burner draws its air from the attic or house is not on record.",
    "open": "no burner draws attic or house air.",
}
MOISTURE_SAID = {
    "shut": "damp is on record: a sealed roof would keep it in the wood. Its source is mended first.",
    "ask": "leaks, damp and fans into the attic are not all looked for.",
    "open": "roof and attic are dry, and no fan ends there.",
}


def _vented(sections: list[SectionInput]) -> RoadGate:
    vented = sections[0].vented if sections else None
    text = {
        True: "the attic is vented: every vent, soffit and gable opening would have to be closed.",
        False: "the attic is unvented already.",
        None: "whether the attic is vented is not on record.",
    }[vented]
    return RoadGate("vents", "Vents", "ask" if vented is None else "open", text)


def _climate(sections: list[SectionInput]) -> RoadGate:
    zone = sections[0].zone if sections else None
    if zone is None:
        return RoadGate("climate", "Climate", "ask", "the climate zone is not on record.")
    cold = zone[0] in "5678" or zone == "4C"
    text = (
        f"zone {zone}: air-impermeable insulation against the deck is needed to keep it warm, and a vapor retarder by design."
        if cold
        else f"zone {zone}: vapor control is lighter, still by design."
    )
    return RoadGate("climate", "Climate and vapor control", "open", text)


def _hands() -> RoadGate:
    return RoadGate(
        "hands",
        "Licensed hands",
        "ask",
        "foam or rigid board at the rafters is applied by a licensed trade, with an ignition barrier by local rule.",
    )


def _speaks_for(sections: list[SectionInput]) -> tuple[str, ...]:
    found = []
    kinds = {feature.kind for section in sections for feature in section.features}
    if kinds & {"duct", "equipment", "boot"}:
        found.append("Ducts or equipment are in the attic: inside the sealed roof they would be indoors.")
    if sum(1 for section in sections if section.kind in ("sloped_bays", "knee_wall")) > 1:
        found.append("Slopes and knee walls make the floor a broken line; the roof is one plane.")
    if not found:
        found.append("Little: with no ducts or equipment up there, a sealed roof only adds space to be heated.")
    return tuple(found)
