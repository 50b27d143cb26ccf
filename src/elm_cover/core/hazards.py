"""Hazards: what each blocks until it is cleared, and who clears it (handbook: what stops the job)."""

from __future__ import annotations

from dataclasses import dataclass

BLOCKING_STATUSES = ("suspected", "confirmed")


@dataclass(frozen=True)
class Stop:
    title: str
    blocks: str
    cleared_by: str


STOPS = {
    "vermiculite": Stop(
        "Vermiculite-like fill (may hold asbestos)",
        "any disturbance at all",
        "Treat it as asbestos: removal or written clearance by a licensed abatement firm. One clean sample does not clear it.",
    ),
    "knob_and_tube": Stop(
        "Knob-and-tube wiring",
        "covering it",
        "A licensed electrician, in writing: proved dead or replaced. Live wires may be covered only where state law allows it, with inspection.",
    ),
    "unsafe_wiring": Stop("Unsafe wiring", "covering it", "A licensed electrician repairs it."),
    "roof_leak": Stop("Roof leak or wet fill", "covering it", "Repair the roof and let the area dry."),
    "attic_moisture": Stop(
        "Attic moisture",
        "closing up before the source is sealed",
        "Find the source and stop it; mould is handled by local rule.",
    ),
    "animals": Stop(
        "Animals or droppings",
        "working unprotected and building on fouled fill",
        "Shut the entry points, remove fouled fill, clean. Bats and nesting birds are protected: wait.",
    ),
    "atmospheric_burner": Stop(
        "Burner that draws attic or house air",
        "air sealing without a combustion safety test",
        "A qualified person tests before and after, or it is replaced.",
    ),
    "damaged_framing": Stop(
        "Sagging, cut or cracked framing or ceiling", "adding load", "A carpenter or engineer judges it."
    ),
    "fan_into_attic": Stop("Fan ending in the attic", "insulating", "Duct it outdoors, to a hood with a damper."),
    "non_ic_light": Stop(
        "Non-IC or unknown recessed lights",
        "covering within 3 in",
        "A rated cover, a clearance box, or a replacement.",
    ),
    "unshielded_flue": Stop(
        "Flue or chimney without shield",
        "fill against it",
        "Fit a metal shield and high-temperature sealant at the listed clearance.",
    ),
    "single_wall_vent": Stop("Single-wall metal vent", "the job", "A licensed trade replaces it with a listed vent."),
    "no_co_alarm": Stop("No working carbon monoxide alarm", "leaving the house tightened", "Fit an alarm."),
    "combustion_air": Stop(
        "Combustion-air opening or appliance in the attic",
        "covering or blocking it",
        "Keep it clear as listed; ask the trade.",
    ),
    "suspect_material": Stop("Lead paint or other suspect material", "disturbing it", "A qualified test comes first."),
    "no_safe_way": Stop("No safe way to move", "entry", "Lay boards on the joists; light; a second person."),
    "heat": Stop("Attic heat", "work at that hour", "Start early, rotate, drink, or wait for a cooler season."),
}


def stop_for(kind: str) -> Stop:
    """What a hazard stops. One of a kind not listed here stops the install until someone has judged it."""
    named = kind.replace("_", " ").capitalize()
    return STOPS.get(kind, Stop(named, "the install", "A qualified person judges it and says how it is cleared."))
