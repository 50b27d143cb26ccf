"""Two weeks round the big demo jobs: a dozen small ones, two crews, weather, and who does what on which day."""

from __future__ import annotations

from datetime import date, timedelta
from typing import Any

from ..core.hazards import STOPS
from ..formats.product_library import library
from .done import HALF_TESTED, HOUSE, PROVED

CREWS = [
    {"id": "alder", "name": "Crew Alder", "people": 2, "machine": "truck"},
    {"id": "birch", "name": "Crew Birch", "people": 3, "machine": "truck"},
]
STOCK = [
    {"what": "cellulose-low-settling", "title": "Cellulose, low settling", "on_hand": 60, "unit": "bags", "supplier": "Hollin yard"},
    {"what": "baffles", "title": "Baffles", "on_hand": 100, "unit": "pieces", "supplier": "Hollin yard"},
    {"what": "gun_foam", "title": "Gun foam", "on_hand": 4, "unit": "can", "supplier": "Ford supply"},
]  # fmt: skip
# Highs of the two weeks, °F, Monday first; the low of each is 21 below. A warm spell in the first of them.
HIGHS = (74, 79, 88, 97, 103, 99, 92, 82, 80, 79, 77, 74)
# name, length and width in ft, heel in, old fill in in., day it is promised by (from the first Monday) or None, and what goes first.
SmallJob = tuple[str, float, float, float, float, int | None, tuple[str, int] | None]
SMALL: tuple[SmallJob, ...] = (
    ("4 Mill Close", 24, 20, 9.0, 3.5, None, None),
    ("Fuller's Yard", 28, 26, 7.5, 0.0, None, None),
    ("2 The Lea", 22, 18, 10.0, 5.5, None, None),
    ("21 Cooper's Row", 36, 28, 6.5, 3.5, 11, None),
    ("8 Sallow Lane", 30, 24, 8.0, 3.5, None, ("plumber", 8)),
    ("6 Ropewalk", 26, 22, 7.0, 3.5, 10, None),
    ("Chapel House", 44, 30, 12.0, 0.0, None, None),
    ("31 Bleachfield", 20, 16, 6.0, 5.5, None, None),
    ("12 Weaver Street", 32, 24, 8.0, 3.5, None, ("roofer", 3)),
    ("5 Orchard Rise", 30, 26, 9.0, 3.5, 9, None),
    ("1 Kiln Yard", 34, 26, 9.0, 3.5, None, None),
    ("7 Osier Walk", 28, 24, 8.0, 3.5, None, None),
)
# Where jobs stand: name, crew, day from the first Monday, half. Tannery Hill stands before its electrician is through.
PLACED = (
    ("9 Quarry Loop", "alder", 0, 0),
    ("4 Mill Close", "alder", 2, 0),
    ("21 Cooper's Row", "alder", 7, 0),
    ("Fuller's Yard", "birch", 0, 0),
    ("3 Weir Bank", "birch", 1, 0),
    ("17 Tannery Hill", "birch", 3, 0),
    ("2 The Lea", "birch", 8, 0),
)
ELECTRICIAN_UNTIL = 4


def small_documents(monday: date) -> list[dict[str, Any]]:
    """The small jobs: bought, one floor each; the two that are tested know their house and what stands in the attic."""
    product = next(p for p in library() if p.id == "cellulose-low-settling").model_dump(exclude_none=True, mode="json")
    return [_small(product, monday, line) for line in SMALL]


def _small(product: dict[str, Any], monday: date, job: SmallJob) -> dict[str, Any]:
    name, long, wide, heel, old, promised, first = job
    edges = [{"kind": "eave", "heel_in": heel, "pitch_in_12": 6, "soffit": "continuous"}, {"kind": "gable"}]
    sale: dict[str, Any] = {"stage": "sold", "on": (monday - timedelta(days=9)).isoformat()}
    if promised is not None:
        sale["promised_by"] = (monday + timedelta(days=promised)).isoformat()
    found: dict[str, Any] = {
        "format": "elm-cover.job",
        "version": 1,
        "name": name,
        "address": f"{name}, Hollin Ford",
        "house": {"climate_zone": "5A", "vented": True},
        "target": {"basis": "code", "edition": "2018"},
        "accesses": [
            {
                "id": "hatch",
                "kind": "hatch",
                "at_ft": [long / 2, wide / 2],
                "opening_in": [22.5, 30],
                "section": "floor",
            }
        ],
        "products": [product],
        "sections": [
            {
                "id": "floor",
                "name": "Floor",
                "outline_ft": [[0, 0], [long, 0], [long, wide], [0, wide]],
                "edges": edges + edges,
                "ceiling": {"board": "gypsum_5_8"},
                "framing": {"kind": "truss", "run": "y", "spacing_in": 24, "depth_in": 3.5},
                "existing": [{"material": "glass_batt", "depth_in": old, "r": old * 3.1}] if old else [],
            }
        ],
        "choice": {"floor": {"method": "top_up", "product": product["id"]}},
        "sale": sale,
        # What is sold was looked over.
        "hazards": [{"kind": kind, "status": "absent"} for kind in STOPS],
    }
    if name in (PROVED, HALF_TESTED):
        found["house"] = {**found["house"], **HOUSE}
        found["sections"][0]["features"] = [
            {"id": "box-1", "kind": "box", "at_ft": [long * 0.3, wide * 0.4]},
            {"id": "box-2", "kind": "box", "at_ft": [long * 0.7, wide * 0.6]},
            {"id": "light", "kind": "recessed_light", "rating": "ic", "at_ft": [long * 0.4, wide * 0.7]},
            {"id": "junction", "kind": "junction_box", "at_ft": [long * 0.6, wide * 0.3]},
            {"id": "duct", "kind": "duct", "at_ft": [long * 0.2, wide * 0.3], "to_ft": [long * 0.2, wide * 0.7]},
        ]
    if first is not None:
        found["trades"] = [{"trade": first[0], "through_on": (monday + timedelta(days=first[1])).isoformat()}]
    return found


def sold(document: dict[str, Any], monday: date) -> dict[str, Any]:
    """A big demo job as it stands in these two weeks: bought, with what hose and cord need, and its electrician."""
    found = {**document, "sale": {"stage": "sold", "on": (monday - timedelta(days=12)).isoformat()}}
    if document["name"] == "17 Tannery Hill":
        until = (monday + timedelta(days=ELECTRICIAN_UNTIL)).isoformat()
        found["trades"] = [{"trade": "licensed electrician", "through_on": until}]
        found["suits"] = False
    return found


def monday_from(day: date) -> date:
    """The first Monday that is not before that day: no demo job stands in the past."""
    return day + timedelta(days=-day.weekday() % 7)
