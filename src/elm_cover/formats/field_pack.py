"""The field pack: all that a phone needs for a job, as one JSON file of tables made by the core (design §5)."""

from __future__ import annotations

import hashlib
import json
import math
from collections.abc import Iterator, Mapping, Sequence
from typing import Any

from pydantic import TypeAdapter, ValidationError
from pydantic_core import to_jsonable_python

from ..core.crew import LoadList, Reach
from ..core.done import filled_job
from ..core.drawing import reach_drawing
from ..core.filling import CAUSES, SIGNALS, WORDS, FillTable, Run, StopsSeen, by_section, corridor
from ..core.log import Cut
from ..core.plan import Plan
from ..core.work import AS_IT_IS, GONE, GROUPS, KINDS, WorkItem
from ..job import Fault, Job, JobError
from ..job.faults import faults_of
from ..job.firm import Firm
from .pack_model import FORMAT, VERSION

TABLES = TypeAdapter(FillTable)
# Outlines on a phone are drawn to the tenth of a foot.
OUTLINE_DIGITS = 1


def field_pack(
    job: Job,
    revision: int | None = None,
    firm: Firm | None = None,
    seen: Sequence[StopsSeen] = (),
    cut: Cut | None = None,
) -> dict[str, Any]:
    """Everything the phone needs of a job as it is. revision: which one it is; code: what it was made from, told by its sum.

    seen: the stops of the revisions since the first day's, this one's last; left out: nobody knows since when one stands.
    cut: by what the floor was cut when the first day began.
    """
    filled = filled_job(job, firm, seen, revision, cut)
    planned, found, made, table = filled.planned, filled.found, filled.made, filled.table
    told: dict[str, Any] = {
        "format": FORMAT,
        "version": VERSION,
        "name": job.address or job.name or "Attic without an address",
        "address": job.address,
        "revision": revision,
        "fill": to_jsonable_python(table),
        "corridor": {
            product.id: to_jsonable_python(
                corridor([(b.area_ft2, b.bags) for b in table.bands if b.product == product.id], table.constants)
            )
            for product in table.products
        },
        "work": _work(planned),
        "load": _load(made),
        "floor": _floor(planned, found, table),
        "stops_by_hour": "Heat is judged by the hour: go by the attic's air, not by the clock.",
        "causes": [{"key": key, "title": title, "look_at": look} for key, title, look in CAUSES],
        "signals": SIGNALS,
        "words": WORDS,
    }
    told["code"] = hashlib.sha256(json.dumps(told, sort_keys=True).encode()).hexdigest()[:10]
    return told


def _work(planned: Plan) -> dict[str, Any]:
    """The work list by place, with how-to and cautions; nothing that is not to be done."""
    shown = [item for item in planned.work.items if item.state not in (AS_IT_IS, GONE)]
    used = dict.fromkeys(item.kind for item in shown)
    return {
        "groups": GROUPS,
        "kinds": {
            kind: {"title": KINDS[kind].one, "why": KINDS[kind].why, "how": KINDS[kind].how, "cautions": KINDS[kind].cautions}
            for kind in used
        },
        "items": [_item(item) for item in shown],
    }  # fmt: skip


def _item(item: WorkItem) -> dict[str, Any]:
    told = {
        "key": item.key, "group": item.group, "kind": item.kind, "number": item.number, "section": item.section,
        "at_ft": item.at_ft, "what": item.what, "why": item.why, "cautions": item.cautions, "amount": item.amount,
        "unit": item.unit, "pieces": item.pieces, "who": item.who, "state": item.state, "leavable": item.leavable,
        "change": item.change, "lifts": item.lifts,
    }  # fmt: skip
    return {name: value for name, value in told.items() if value not in (None, (), "")}


def _load(made: LoadList) -> list[dict[str, Any]]:
    return [
        {"what": item.what, "title": item.title, "amount": item.amount, "unit": item.unit, "place": item.place}
        for item in made.items
    ]


def _floor(planned: Plan, found: Reach, table: FillTable) -> list[dict[str, Any]]:
    """Outline and bands of every section that has any, in feet."""
    drawn = {section.section: section.bands for section in reach_drawing(found).sections}
    told = []
    for section in planned.sections:
        bands = [band.number for band in table.bands if band.section == section.id]
        fields = planned.fields.get(section.id)
        if fields is None or not bands:
            continue
        told.append(
            {
                "section": section.id,
                "name": section.name or section.id,
                "outline_ft": _short(fields.outline_ft),
                "bands": [
                    {
                        "number": band.number,
                        "rings_ft": [_short(ring) for ring in band.rings_ft],
                        "label_ft": _short([band.label_ft])[0],
                        "label_room_ft": round(band.label_room_ft, OUTLINE_DIGITS),
                        "by_hand": band.by_hand,
                    }
                    for band in drawn.get(section.id, ())
                    if band.number in bands
                ],
            }
        )
    return told


def _short(points: Sequence[Sequence[float]]) -> list[list[float]]:
    return [[round(float(x), OUTLINE_DIGITS), round(float(y), OUTLINE_DIGITS)] for x, y in points]


def read_pack(pack: Any) -> FillTable:
    """The table of a field pack. Raises JobError where it is none, or of another version."""
    if not isinstance(pack, Mapping) or pack.get("format") != FORMAT:
        raise JobError([Fault("format", f"this is no field pack; one says “{FORMAT}”. elm-cover field-pack makes one")])
    if pack.get("version") != VERSION:
        raise JobError([Fault("version", f"a field pack of version {VERSION} is read here; make it anew")])
    try:
        table = TABLES.validate_python(pack.get("fill"))
    except ValidationError as error:
        raise JobError([Fault(f"fill.{fault.path}", fault.text) for fault in faults_of(error)]) from error
    faults = list(_faults(table))
    if faults:
        raise JobError(faults)
    return table


def _faults(table: FillTable) -> Iterator[Fault]:
    """What a table that reads well still cannot be folded with."""
    products = {product.id for product in table.products}
    for i, band in enumerate(table.bands):
        if band.product not in products:
            yield Fault(f"fill.bands[{i}].product", f"there is no product “{band.product}” in this pack")
        if not all(math.isfinite(n) and n >= 0 for n in (band.area_ft2, band.bags, band.depth_in, band.bags_per_in)):
            yield Fault(f"fill.bands[{i}]", "area, bags and depth are numbers of 0 or more")
    numbers = {band.number for band in table.bands}
    if len(numbers) < len(table.bands):
        yield Fault("fill.bands", "two bands have one number")
    for i, place in enumerate(table.places):
        if place.band is not None and place.band not in numbers:
            yield Fault(f"fill.places[{i}].band", f"there is no band {place.band} in this pack")
        if not all(math.isfinite(n) for n in (place.old_in, place.fill_in)):
            yield Fault(f"fill.places[{i}]", "depths are numbers")
    for i, floor in enumerate(table.floors):
        many = len(floor.band)
        if floor.columns < 1 or not (math.isfinite(floor.cell_ft) and floor.cell_ft > 0):
            yield Fault(f"fill.floors[{i}]", "its cells have a side over 0 and lie in at least one column")
        if any(len(of) != many for of in (floor.old_in, floor.fill_in, floor.tapered)):
            yield Fault(f"fill.floors[{i}]", f"band, old_in, fill_in and tapered tell the same {many} cells")
        elif not all(math.isfinite(n) for n in (*floor.old_in, *floor.fill_in, *floor.origin_ft)):
            yield Fault(f"fill.floors[{i}]", "depths are numbers")
    if not all(math.isfinite(n) and n > 0 for n in vars(table.constants).values()):
        yield Fault("fill.constants", "each is a number over 0; take them as the program made them")


def pack_schema() -> dict[str, Any]:
    """JSON Schema of what a fold needs of a pack."""
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": FORMAT,
        "type": "object",
        "required": ["format", "version", "fill"],
        "properties": {
            "format": {"const": FORMAT}, "version": {"const": VERSION}, "name": {"type": "string"},
            "revision": {"type": ["integer", "null"]}, "code": {"type": "string"}, "fill": {"$ref": "#/$defs/FillTable"},
        },
        "$defs": {"FillTable": TABLES.json_schema()},
    }  # fmt: skip


def run_json(run: Run, refused: Sequence[tuple[str, str]] = ()) -> dict[str, Any]:
    """A run as `fold` prints it. refused: entries that could not be read, beside those that do not go with the pack."""
    told = [_product(one) for one in run.products]
    one = told[0] if len(told) == 1 else None
    walked = run.walked
    return {
        "bags_in": sum(p["bags_in"] for p in told),
        "asked": to_jsonable_python(walked.asked),
        "ignored": [{"id": each.entry, "why": each.why} for each in walked.ignored],
        "by_band": to_jsonable_python(run.bands),
        "hopper": None if one is None else one["hopper"],
        "verdict": None if one is None else one["verdict"],
        "forecast": None if one is None else one["forecast"],
        "pace_min_per_bag": None if one is None else one["pace_min_per_bag"],
        "readings": to_jsonable_python(walked.readings),
        "short": to_jsonable_python(run.short),
        "missing": to_jsonable_python(run.missing),
        "safety": to_jsonable_python(run.safety),
        "refused": [
            *({"id": id_, "why": why} for id_, why in refused),
            *({"id": each.entry, "why": each.why} for each in walked.refused),
        ],
        "days": to_jsonable_python(walked.days),
        "holder": walked.holder,
        "open_band": walked.open_band,
        "heavy_and_short": run.heavy_and_short,
        "halted": walked.halted,
        "practice": walked.practice,
        "causes": walked.causes,
        "products": told,
        "sections": to_jsonable_python(by_section(run)),
    }


def _product(one: Any) -> dict[str, Any]:
    verdict = one.verdict
    return {
        "product": one.product,
        "bags_in": one.bags_in,
        "in_attic": one.in_attic,
        "hopper": {"start": one.hopper_start, "end": one.hopper_now},
        "planned": one.planned,
        "covered_bags": one.covered_bags,
        "covered_ft2": one.covered_ft2,
        "verdict": None if verdict is None else {
            "word": _word(verdict.word), "said": _word(one.said), "q": verdict.q, "sigma": verdict.sigma, "low": verdict.low,
            "high": verdict.high, "readings": verdict.readings, "more_readings": verdict.more_readings,
        },
        "forecast": to_jsonable_python(one.forecast),
        "pace_min_per_bag": one.pace_min_per_bag,
        "pace_said": one.pace_said,
        "points": one.points,
        "on_truck": one.on_truck,
        "runs_out": to_jsonable_python(one.runs_out),
    }  # fmt: skip


def _word(word: str | None) -> str | None:
    return None if word is None else word.replace("_", " ")
