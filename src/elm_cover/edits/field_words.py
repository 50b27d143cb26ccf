"""What the fields of the job document are called, for whoever has never seen the document."""

from __future__ import annotations

from ..core.hazards import KINDS as FEATURES
from ..core.hazards import STOPS
from ..core.layers import KINDS as MATERIALS
from ..core.rack import TITLES as METHODS

# The unit that a name ends in, the longest ending first, and what it is called.
UNITS = (
    ("_in_12", "in 12"),
    ("_ft2", "ft²"),
    ("_in2", "in²"),
    ("_ft", "ft"),
    ("_in", "in"),
    ("_pct", "%"),
    ("_psf", "lb/ft²"),
    ("_pcf", "lb/ft³"),
    ("_lb", "lb"),
    ("_f", "°F"),
    ("_r", "R"),
)
# Names that would say too little, or the wrong thing, when read as words.
NAMES = {
    "at_ft": "place",
    "to_ft": "far end",
    "outline_ft": "outline",
    "edges": "walls",
    "kind": "kind",
    "r": "R",
    "lid_r": "R of the lid",
    "duct_r": "R of the duct's wrap",
    "nfa_in2": "net free area",
    "void_pct": "poor contact",
    "voids": "gaps",
    "existing": "old fill",
    "old_fill": "what becomes of the old fill",
    "label_in": "thickness on the label",
    "heel_in": "heel height",
    "to": "open to",
    "run": "direction",
    "by": "how deep",
    "value_in": "new fill",
    "accesses": "ways in",
    "holes_expected": "holes that should be there",
    "contact": "where insulation and ceiling part",
    "choice": "what is laid",
    "between": "batt between the joists",
    "chart": "coverage chart",
    "opening_in": "opening",
    "size_in": "size",
    "design_f": "design temperature",
    "room_f": "room temperature",
    "coldest_month_f": "coldest month",
    "deduct_framing": "framing deducted",
    "house_rules": "house rules",
    "pitch_in_12": "pitch",
    "spare_pct": "spare",
    "bag_lb": "bag",
    "vented": "vented attic",
    "plates_ft": "walls below",
    "plate_length_ft": "length of the walls below",
    "decisions": "decisions about the work list",
    "left_out": "left out",
}
WHATS = {
    "hazards": "hazard",
    "contact": "place",
    "holes_expected": "kind of hole",
    "photos": "photo",
    "accesses": "way in",
    "vents": "vent",
    "products": "product",
    "sections": "section",
    "edges": "wall",
    "holes": "hole in the floor",
    "existing": "old layer",
    "readings": "reading",
    "features": "obstacle",
    "bays": "bay",
    "chart": "row",
    "decisions": "item",
    "added": "item added",
}
_TITLES: dict[str, dict[str, str]] = {
    "material": {name: kind.title for name, kind in MATERIALS.items()},
    "method": dict(METHODS),
    "by": {"target": "by the target", "installed_in": "a depth set by hand"},
}


def unit_of(key: str) -> str | None:
    """The unit that a field's name ends in, or None."""
    if key == "r":
        return "R"
    return next((unit for ending, unit in UNITS if key.endswith(ending)), None)


def name_of(key: str) -> str:
    """What a field is called: heel_in → “heel height”, rafter_depth_in → “rafter depth”."""
    if key in NAMES:
        return NAMES[key]
    ending = next((ending for ending, _ in UNITS if key.endswith(ending) and key != ending), "")
    return key.removesuffix(ending).replace("_", " ")


def word_of(key: str, value: str) -> str:
    """A word of the document as it reads in a list: glass_batt → “glass batt”."""
    return _TITLES.get(key, {}).get(value, value.replace("_", " "))


def title_of(listed: str, item: dict[str, object]) -> str | None:
    """What an item of a list is known by, apart from its place; None where only its place tells."""
    kind, name = str(item.get("kind") or ""), item.get("name") or item.get("id")
    match listed:
        case "sections" | "products":
            return str(name) if name else None
        case "features":
            return FEATURES[kind].title.lower() if kind in FEATURES else word_of("kind", kind)
        case "hazards":
            return STOPS[kind].title.lower() if kind in STOPS else word_of("kind", kind)
        case "contact":
            return word_of("place", str(item.get("place") or ""))
        case "holes_expected":
            return str(item.get("what") or "")
        case "decisions":
            return word_of("kind", str(item.get("key") or "").split(":", 1)[0])
        case "added":
            return str(item.get("text") or "") or kind.replace("_", " ")
    return None
