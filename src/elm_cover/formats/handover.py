"""What a customer is handed over: by a list of the fields that go; what stands on no list stops it (handbook §20; design: hand-over)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from ..job import Fault, JobError

# A field that goes whole, and one that stays: prices, rates, rules and what the firm says of itself to nobody.
GOES, STAYS = "goes", "stays"
Fields = Mapping[str, "str | Fields"]


def _go(*names: str) -> dict[str, str | Fields]:
    return dict.fromkeys(names, GOES)


def _stay(*names: str) -> dict[str, str | Fields]:
    return dict.fromkeys(names, STAYS)


TARGET = _go("basis", "edition", "r", "name", "raised_heel")
SECTION: Fields = {
    **_go("id", "name", "kind", "outline_ft", "left_out_over", "plates_ft", "plate_length_ft", "old_fill"),
    "holes": _go("id", "kind", "outline_ft"),
    "slope": _go("rafter_depth_in", "pitch_in_12", "channel_in"),
    "wall": _go("of", "height_ft", "length_ft", "stud_depth_in", "backed"),
    "cavity": _go("cover", "depth_in"),
    "edges": {
        **_go("id", "kind", "heel_in", "pitch_in_12", "soffit", "plate_width_in", "to"),
        "bays": _go("place", "state", "by", "soffit", "baffle"),
        "remedy": _go("kind", "r_per_in", "reach_in"),
    },
    "ceiling": _go("board", "vapor_retarder"),
    "framing": _go("kind", "run", "spacing_in", "depth_in"),
    "existing": _go(
        "id", "material", "depth_in", "r", "void_pct", "voids", "condition", "density_pcf", "label_in", "facing", "ends_closed"
    ),
    "readings": _go("id", "at_ft", "depth_in", "checked"),
    "features": {
        **_go("id", "kind", "rating", "at_ft", "to_ft", "size_in", "count", "flue", "blows_to", "shielded", "clearance_in"),
        **_go("filled_under", "deck_in", "lid_r", "duct_r"),
        **_stay("note"),
    },
    "target": TARGET,
}  # fmt: skip
DOCUMENT: Fields = {
    **_go("format", "version", "name", "address"),
    **_stay("book", "weighing", "sale", "house_rules", "trades", "reach", "suits"),
    "house": {
        **_go("year_built", "stories", "climate_zone", "vented", "new_construction", "high_wind", "floor_ft2", "volume_ft3"),
        **_go("bedrooms", "concerns"),
    },
    "hazards": {
        **_go("id", "kind", "status", "photos"),
        **_stay("note"),
        "cleared": _go("by", "on", "how"),
    },
    "contact": {**_go("id", "place", "section", "found"), **_stay("note")},
    "holes_expected": _go("id", "trade", "what", "expected", "found"),
    "photos": {**_go("id", "file", "section", "at_ft"), **_stay("note")},
    "target": TARGET,
    "accesses": {**_go("id", "kind", "section", "at_ft", "opening_in", "lid_r"), **_stay("note")},
    "vents": _go("id", "kind", "position", "section", "edge", "nfa_in2", "count"),
    "settings": {
        **_go("vent_gap_in", "baffle_thickness_in", "baffle_rule", "wind_block", "baffle_kind", "baffle_r_per_in"),
        **_go("baffle_width_in", "wind_washing", "chart_rule", "deduct_framing"),
        **_stay("baffle_piece_in", "baffle_pieces_most", "staples_per_piece", "spare_pct"),
    },
    "corner": _go("room_f", "room_humidity_pct", "design_f", "coldest_month_f", "wall_r"),
    "products": {
        **_go("id", "name", "kind", "bag_lb", "hose_least_ft"),
        **_stay("price"),
        "chart": _go("id", "r", "installed_in", "settled_in", "coverage_ft2", "weight_psf"),
        "batt": _go(
            "r", "thickness_in", "width_in", "length_in", "pieces_per_bundle", "bundle_in", "bundle_lb", "facing"
        ),
    },
    "sections": SECTION,
    "choice": {"*": {**_go("method", "product", "between", "layers", "density_pcf"), "depth": _go("by", "value_in")}},
    "firm": _go("name", "address", "licence", "offer_days"),
    "preparation": {
        "decisions": {**_go("key", "cure", "amount"), "left_out": _go("reason", "by")},
        "added": {
            **_go("id", "kind", "section", "at_ft", "amount", "text", "after_offer"),
            "answer": _go("said", "by", "on"),
        },
    },
}  # fmt: skip


def handed_over(document: Mapping[str, Any]) -> dict[str, Any]:
    """The fields of a job file that go to a customer. Raises JobError where it holds a field that stands on no list."""
    faults: list[Fault] = []
    found: dict[str, Any] = _listed(document, DOCUMENT, "", faults)
    if faults:
        raise JobError(faults)
    return found


def _listed(value: Any, fields: Fields, path: str, faults: list[Fault]) -> Any:
    """Of an object, or of each in a list, what the list of fields lets go."""
    if isinstance(value, Sequence) and not isinstance(value, str):
        return [_listed(one, fields, f"{path}[{i}]", faults) for i, one in enumerate(value)]
    if not isinstance(value, Mapping):
        return value
    found = {}
    for name, held in value.items():
        at = f"{path}.{name}" if path else str(name)
        what = fields.get("*", fields.get(name))
        if what is None:
            text = "stands on no list of what a customer is handed over, so nothing goes: name it in one"
            faults.append(Fault(at, text))
        elif what == GOES:
            found[name] = held
        elif not isinstance(what, str):
            found[name] = _listed(held, what, at, faults)
    return found
