"""The day as the desk sees it: the fold of a log with a pack, its entries in words, what does not add up at the end."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from pydantic_core import to_jsonable_python

from ..core.base.units import eighths, fixed, trimmed
from ..core.filling.constants import WORDS
from ..core.filling.run import Run, run_of
from ..core.filling.stops import stops_left
from ..core.filling.walk import BAG_QUESTION
from ..core.from_job.log import entry_of
from ..core.log.entry import Entry
from ..core.log.fold import Day, fold
from ..core.log.standing import ordered
from ..job.log_entry import LogEntry
from .field_pack import read_pack, run_json

# Entries listed at the desk, the last ones.
MOST_LISTED = 400


def run_told(pack: Mapping[str, Any], log: Sequence[LogEntry], names: Mapping[str, str]) -> dict[str, Any]:
    """names: of devices with a token, by id. Raises JobError for a pack that is none."""
    table = read_pack(pack)
    entries = [entry_of(entry) for entry in log]
    run = run_of(table, entries)
    told = run_json(run)
    given = {product["id"]: product for product in pack["fill"]["products"]}
    day = fold(entries)
    for product in told["products"]:
        of = given[product["product"]]
        word = product["verdict"]["word"] if product["verdict"] else None
        product |= {
            "name": of["name"],
            "minutes": of["minutes"],
            "corridor": pack["corridor"][product["product"]],
            "verdict_text": None if word is None else WORDS[word.replace(" ", "_")],
        }
    walked = run.walked
    return {
        "revision": pack["revision"] or 0,
        "code": pack["code"],
        **{
            name: told[name]
            for name in (
                "products", "by_band", "sections", "readings", "short", "missing", "safety", "asked", "days", "holder", "open_band", "ignored", "refused",
                "heavy_and_short", "halted", "practice",
            )
        },
        "heavy_and_short_text": WORDS["heavy_and_short"] if run.heavy_and_short else None,
        "floor": pack["floor"],
        "places": pack["fill"]["places"],
        "contacts": [
            {"device": device, "name": names.get(device, device), "at": at, "holds": device == walked.holder}
            for device, at in walked.contacts.items()
        ],
        "stops": to_jsonable_python(stops_left(table.stops, walked.done, walked.cleared)),
        "causes": pack["causes"],
        "checked": walked.causes,
        "balance": balance(run, day, {id_: product["name"] for id_, product in given.items()}),
        "entries": listed(entries, pack),
    }  # fmt: skip


def balance(run: Run, day: Day, names: Mapping[str, str]) -> list[dict[str, Any]]:
    """Bags that went out and came back against those counted. Nothing is unaccounted for before something came back.

    Source: handbook §15, used = out − back; §17, day ended.
    """
    spoilt = sum(one.spoilt for one in run.walked.days)
    found = []
    for product in run.products:
        out, back = day.out.get(product.product, 0.0), day.back.get(product.product, 0.0)
        mine = spoilt if len(run.products) == 1 else 0.0
        found.append(
            {
                "product": product.product,
                "name": names[product.product],
                "out": out,
                "back": back,
                "counted": product.bags_in,
                "spoilt": mine,
                "unaccounted": out - back - product.bags_in - mine if product.product in day.back else None,
            }
        )
    return found


def listed(entries: Sequence[Entry], pack: Mapping[str, Any]) -> list[dict[str, Any]]:
    """The last entries, newest first, each in words, with what took it back."""
    inorder = ordered(entries)
    voided = {entry.voids: entry.id for entry in inorder if entry.kind == "void"}
    items = {item["key"]: item["what"] for item in pack["work"]["items"]}
    loaded = {line["what"]: line["title"] for line in pack["load"]}
    return [
        {
            "id": entry.id,
            "at": entry.at,
            "by": entry.actor,
            "device": entry.device,
            "kind": entry.kind,
            "text": in_words(entry, {**items, **loaded}, pack["fill"]["sections"]),
            "voided_by": voided.get(entry.id),
            "clock": entry.clock,
        }
        for entry in reversed(inorder[-MOST_LISTED:])
    ]


def in_words(entry: Entry, titles: Mapping[str, str], sections: Mapping[str, str]) -> str:
    """What an entry says, for people."""
    value = entry.value
    section = sections.get(str(value.get("section")), str(value.get("section", "")))
    words = _WORDS.get(entry.kind, lambda v, s, t: entry.kind)
    return str(words(value, section, titles))


def _place(value: Mapping[str, Any]) -> str:
    return f"marker {value['marker']}" if "marker" in value else "a place"


def _title(key: Any, titles: Mapping[str, str]) -> str:
    return titles.get(str(key), str(key))


def _before_stop(value: Mapping[str, Any]) -> str:
    said = value.get("before_stop")
    return "" if said is None else ", before the stop" if said else ", after the stop"


def _how_left(value: Mapping[str, Any]) -> str:
    return "takes none" if value.get("none") else "left, back later" if value.get("done") is False else "done"


def _asked(value: Mapping[str, Any]) -> str:
    """What was asked; of entries that wait by how many they are, never by their ids."""
    if not str(value["question"]).startswith(BAG_QUESTION):
        return str(value["question"])
    many = len(value.get("of", ())) or 1
    return "does what another device said count" if many == 1 else f"do {many} entries of another device count"


def _weighed(value: Mapping[str, Any]) -> str:
    """A core, or a box."""
    if value.get("box_ft3") is not None:
        return f"box of {fixed(value['box_ft3'], 2)} ft³ with {fixed(value['weight_oz'], 2)} oz"
    return f"core of {fixed(value['weight_oz'], 2)} oz at {eighths(value['depth_in'])}"


def _tested(value: Mapping[str, Any]) -> str:
    """A point, or the baseline."""
    if value.get("baseline_pa") is not None:
        return f"baseline {fixed(value['baseline_pa'], 1)} Pa"
    return f"{fixed(value['flow_cfm'])} ft³/min at {fixed(value['pressure_pa'], 1)} Pa"


_WORDS: dict[str, Any] = {
    "work.done": lambda v, s, t: f"done: {_title(v['key'], t)}",
    "work.left": lambda v, s, t: f"left out: {_title(v['key'], t)} — {v['reason']}",
    "work.found": lambda v, s, t: f"found more: {v['text']}",
    "note": lambda v, s, t: f"note: {v['text']}",
    "photo": lambda v, s, t: "photo" + (f" of {_title(v['of'], t)}" if "of" in v else ""),
    "load.out": lambda v, s, t: f"onto the truck: {trimmed(v['amount'], 1)} {_title(v['what'], t)}",
    "load.back": lambda v, s, t: f"back from the truck: {trimmed(v['amount'], 1)} {_title(v['what'], t)}",
    "day.start": lambda v, s, t: f"day started, revision {v['revision']}" + (f", lot {v['lot']}" if "lot" in v else ""),
    "day.pause": lambda v, s, t: "day paused",
    "day.go": lambda v, s, t: "day goes on",
    "day.end": lambda v, s, t: "day ended",
    "band.enter": lambda v, s, t: f"band {v['band']} begun, {s}",
    "band.leave": lambda v, s, t: f"band {v['band']} {_how_left(v)}, {s}",
    "bag.in": lambda v, s, t: ("1 bag in" if v["bags"] == 1 else f"{v['bags']} bags in") + _before_stop(v),
    "bag.spoilt": lambda v, s, t: f"spoilt: {trimmed(v['bags'], 2)} bags",
    "hopper": lambda v, s, t: f"hopper {trimmed(v['bags'], 2)} bags",
    "reading": lambda v, s, t: f"{eighths(v['depth_in'])} at {_place(v)}, {s}",
    "core": lambda v, s, t: f"{_weighed(v)}, {s}",
    "leak.reading": lambda v, s, t: f"fan test {v['test']}: {_tested(v)}",
    "burner.test": lambda v, s, t: f"burner test {v['test']}: {v['result']}, by {v['by']}",
    "setting": lambda v, s, t: "setting " + ", ".join(f"{name} {fixed(amount, 2)}" for name, amount in v.items()),
    "signal": lambda v, s, t: "signal: " + v["word"].replace("_", " "),
    "count.take": lambda v, s, t: "takes the count",
    "hole.found": lambda v, s, t: f"holes found: {v['count']} of {v['id']}",
    "hazard.cleared": lambda v, s, t: f"cleared by {v['by']}: {_title(v['hazard'], t)} — {v['how']}",
    "cause.checked": lambda v, s, t: f"looked at: {v['cause']}",
    "lot": lambda v, s, t: f"lot {v['lot']}",
    "hours": lambda v, s, t: f"{fixed(v['person_hours'], 2)} person-hours, {v['kind']}",
    "answer": lambda v, s, t: f"{_asked(v)}: {v['text']}",
    "void": lambda v, s, t: "taken back",
}
