"""What of a feature nobody knows yet, without which it would vanish from area, heat, list or map in silence (handbook §3)."""

from __future__ import annotations

from dataclasses import dataclass

from .features import FAN_ENDS, KINDS, FeatureInput

# What says something only of the floor round it.
NOTHING_WITHOUT_PLACE = ("leak_sign", "post")


@dataclass(frozen=True)
class Unknown:
    """field: of the feature's record, as blows_to. question: what is asked; item: what there is to find out, as a work item."""

    field: str
    question: str
    item: str


def unknown_of(feature: FeatureInput) -> Unknown | None:
    """What is asked first of a feature: where a fan ends, both ends of what runs along the floor, the size of what takes floor.

    None: enough is known, or there is none of it. Source: handbook, Settled since, second part, 7.
    """
    kind = KINDS.get(feature.kind)
    if kind is None or not feature.count:
        return None
    title = kind.title.split(" and ")[0]
    name = title.lower()
    if feature.kind == "fan" and feature.blows_to not in FAN_ENDS:
        return Unknown(
            "blows_to",
            "Where does the fan end: outdoors, in the attic or in the soffit?",
            "Fan whose end nobody knows: follow its duct",
        )
    if kind.shape == "run":
        if feature.at_ft is None or feature.to_ft is None or feature.at_ft == feature.to_ft:
            field = "at_ft" if feature.at_ft is None else "to_ft"
            which = "from where to where" if feature.at_ft is None else "to where"
            return Unknown(
                field,
                f"{title}: {which} does it run?",
                f"{title} without its {'ends' if field == 'at_ft' else 'far end'}",
            )
        return None
    if kind.shape == "box" and kind.usual_in is None and feature.size_in is None:
        return Unknown("size_in", f"How large is the {name}, one way and the other?", f"{title} without a size")
    if feature.kind in NOTHING_WITHOUT_PLACE and feature.at_ft is None:
        return Unknown("at_ft", f"{title}: where is it?", f"{title} without a place")
    return None
