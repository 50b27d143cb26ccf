"""Hazards: signs to look for, what each blocks until it is cleared, who clears it (handbook §3, what stops the job)."""

from __future__ import annotations

from dataclasses import KW_ONLY, dataclass
from typing import Literal

BLOCKING_STATUSES = ("suspected", "confirmed")
CREW, WHO_ELSE = "crew", "qualified person"
# What a hazard keeps from being done until it is cleared: groups of the work list; everything there is, or its place from being
# covered.
EVERYTHING, COVERING = ("everything",), ("close",)
# What other rules go by: «no fan test» while it is suspected or there (§19); «not to be disturbed», not even to lift what lies over
# it, «fouls» the fill (§5); «damp» from below or above, «burner» against a sealed roof (§22, the other road); «burner is tested»
# before and after (§19); «by the hour» of the day, not by the list (§16).
Mark = Literal["by the hour", "no fan test", "not to be disturbed", "fouls", "damp", "burner", "burner is tested"]


@dataclass(frozen=True)
class Stop:
    """signs: what it looks like. blocks: reads on after “blocks”. caution: what to do on the spot, in plain words.

    who: clears it, the crew or which trade. by_item: the kind of item by which the crew sees to it; by_feature: an item made of a
    feature cures it, where there is one. gates: groups of the work list that wait for it. marks: what other rules go by.
    """

    title: str
    signs: str
    blocks: str
    cleared_by: str
    caution: str
    _: KW_ONLY
    who: str
    by_item: str | None
    by_feature: bool
    gates: tuple[str, ...]
    marks: tuple[Mark, ...]


# In the order of the walk: what may not be disturbed first, then what is overhead, in the fill, and through it.
STOPS: dict[str, Stop] = {
    "no_safe_way": Stop(
        "No safe way to move",
        "few boards; deep fill that hides the joists",
        "entry",
        "Lay boards on the joists; light; a second person.",
        "Step on framing only. Stay out until there is something to kneel on and someone knows you are up there.",
        who=CREW,
        by_item="way_to_move",
        by_feature=False,
        gates=EVERYTHING,
        marks=(),
    ),
    "vermiculite": Stop(
        "Vermiculite-like fill (may hold asbestos)",
        "light, pebbly, shiny grains",
        "any disturbance at all",
        "Treat it as asbestos: removal or written clearance by a licensed abatement firm. One clean sample does not clear it.",
        "Do not touch it, walk in it or take a sample. Close the hatch and keep people out.",
        who="licensed abatement firm",
        by_item=None,
        by_feature=False,
        gates=EVERYTHING,
        marks=("no fan test", "not to be disturbed"),
    ),
    "suspect_material": Stop(
        "Lead paint, old mineral duct wrap or other suspect material",
        "the age of the house; flaking paint; grey wrap on old ducts and pipes",
        "disturbing it",
        "A qualified test comes first.",
        "Do not scrape, cut or pull at it.",
        who="qualified tester",
        by_item=None,
        by_feature=False,
        gates=EVERYTHING,
        marks=("no fan test",),
    ),
    "knob_and_tube": Stop(
        "Knob-and-tube wiring",
        "porcelain knobs and tubes; single cloth-covered wires",
        "covering it",
        "A licensed electrician, in writing: proved dead or replaced. Live wires may be covered only where state law allows it, with inspection.",
        "Take it to be live. Keep off it.",
        who="licensed electrician",
        by_item=None,
        by_feature=False,
        gates=COVERING,
        marks=(),
    ),
    "unsafe_wiring": Stop(
        "Other unsafe wiring",
        "open splices; boxes loose or without a cover; brittle sheathing; aluminum branch wiring; DC cable of a roof array",
        "covering it",
        "A licensed electrician repairs it.",
        "Keep off it; mark the place.",
        who="licensed electrician",
        by_item=None,
        by_feature=False,
        gates=COVERING,
        marks=(),
    ),
    "non_ic_light": Stop(
        "Non-IC or unknown recessed lights",
        "no IC mark on the label inside the light",
        "covering within 3 in",
        "A rated cover, a clearance box, or a replacement.",
        "Keep fill 3 in away all round and nothing over it.",
        who=CREW,
        by_item=None,
        by_feature=True,
        gates=COVERING,
        marks=(),
    ),
    "roof_leak": Stop(
        "Roof leak, wet fill or wet deck",
        "stains, matting, daylight",
        "covering it",
        "Repair the roof and let the area dry.",
        "Wet board may not carry you or the fill.",
        who="roofer",
        by_item=None,
        by_feature=False,
        gates=COVERING,
        marks=("damp",),
    ),
    "attic_moisture": Stop(
        "Attic moisture",
        "frost or rust on nail points; dark sheathing; mould",
        "closing up before the source is sealed",
        "Find the source (chase, fan, bare ceiling holes) and stop it; mould is handled by local rule.",
        "More vents do not cure moisture that rises from the house.",
        who=WHO_ELSE,
        by_item=None,
        by_feature=False,
        gates=COVERING,
        marks=("no fan test", "damp"),
    ),
    "fan_into_attic": Stop(
        "Bath or kitchen fan ending in the attic",
        "a dust cone; damp round its end",
        "insulating",
        "Duct it outdoors, to a hood with a damper.",
        "Do not bury its end.",
        who=CREW,
        by_item=None,
        by_feature=True,
        gates=COVERING,
        marks=("damp",),
    ),
    "animals": Stop(
        "Animals or droppings",
        "tracks, nests, smell",
        "working unprotected and building on fouled fill",
        "Shut the entry points, remove fouled fill, clean. Bats and nesting birds are protected: wait.",
        "Respirator and gloves before anything else; do not sweep it dry.",
        who=CREW,
        by_item="screen",
        by_feature=False,
        gates=EVERYTHING,
        marks=("no fan test", "fouls"),
    ),
    "damaged_framing": Stop(
        "Sagging, cut or cracked framing, cracked ceiling",
        "by eye, and with a string line",
        "adding load",
        "A carpenter or engineer judges it.",
        "Keep off it and off the ceiling below it.",
        who="carpenter or engineer",
        by_item=None,
        by_feature=False,
        gates=("dams", "close"),
        marks=(),
    ),
    "unshielded_flue": Stop(
        "Flue or chimney without shield",
        "bare pipe or masonry standing in fill",
        "fill against it",
        "Fit a metal shield and high-temperature sealant at the listed clearance.",
        "It may be hot; draw the old fill back from it.",
        who=CREW,
        by_item=None,
        by_feature=True,
        gates=COVERING,
        marks=(),
    ),
    "single_wall_vent": Stop(
        "Single-wall metal vent in or through the attic",
        "one thin skin; hot",
        "the job",
        "A licensed trade replaces it with a listed vent.",
        "Do not touch it; it can set fill alight.",
        who="licensed heating trade",
        by_item=None,
        by_feature=False,
        gates=EVERYTHING,
        marks=("burner",),
    ),
    "atmospheric_burner": Stop(
        "Burner that draws attic or house air",
        "a metal flue with a draft hood, not plastic piping",
        "air sealing without a combustion safety test, and any sealed-roof scheme",
        "A qualified person tests before and after, or it is replaced by sealed combustion or electric.",
        "Tightening the house can pull its fumes back indoors.",
        who="qualified heating trade",
        by_item=None,
        by_feature=False,
        gates=("leaks", "close"),
        marks=("burner", "burner is tested"),
    ),
    "no_co_alarm": Stop(
        "No working carbon monoxide alarm in a house with a burner",
        "look for one; press its test button",
        "leaving the house tightened",
        "Fit an alarm.",
        "Carbon monoxide cannot be smelt.",
        who=CREW,
        by_item="co_alarm",
        by_feature=False,
        gates=COVERING,
        marks=(),
    ),
    "combustion_air": Stop(
        "Combustion-air opening, appliance, heat-lamp fan, wet sprinkler or flexible gas pipe in the attic",
        "look for each of them",
        "covering or blocking it",
        "Keep it clear as listed; ask the trade.",
        "Leave the service way to it open.",
        who="heating trade",
        by_item=None,
        by_feature=False,
        gates=COVERING,
        marks=("burner",),
    ),
    "heat": Stop(
        "Attic heat",
        "attic air above the crew's limit",
        "work at that hour",
        "Start early, rotate, drink, or wait for a cooler season.",
        "Go down before you feel unwell; nobody is up there alone.",
        who=WHO_ELSE,
        by_item=None,
        by_feature=False,
        gates=COVERING,
        marks=("by the hour",),
    ),
}
STANDING_CAUTIONS = (
    "Step on framing only; a board across joists to kneel on; nails come through the deck.",
    "Respirator, eyes, sleeves, gloves; a light; someone who knows you are up there.",
    "Keep off wires. Keep hands out of the hopper, know the machine's stop, unplug it before clearing a jam.",
    "Never run the machine standing in water; a cord of a gauge for its length.",
    "Foam is sprayed with the maker's protection and nobody else in the space. Keep fill from rated clearances.",
)


def stop_for(kind: str) -> Stop:
    """What a hazard stops. One of a kind not listed here stops the install until someone has judged it.

    Source: handbook §3.
    """
    named = kind.replace("_", " ").capitalize()
    other = "A qualified person judges it and says how it is cleared."
    return STOPS.get(kind) or Stop(
        named, "", "the install", other, "Keep away from it until then.",
        who=WHO_ELSE, by_item=None, by_feature=False, gates=COVERING, marks=(),
    )  # fmt: skip


def marked(mark: Mark) -> tuple[str, ...]:
    """The hazards that a rule goes by, in the order of the walk. Source: handbook §3.

    >>> marked("no fan test")
    ('vermiculite', 'suspect_material', 'attic_moisture', 'animals')
    """
    return tuple(kind for kind, stop in STOPS.items() if mark in stop.marks)
