"""The day as the desk sees it: the fold of a log with a pack, its entries in words, what does not add up at the end."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from pydantic_core import to_jsonable_python

from ..core.filling import WORDS, balance, run_of, stops_left
from ..core.log import Entry, fold, in_words
from .field_pack import read_pack, run_json

# Entries listed at the desk, the last ones.
MOST_LISTED = 400


def run_told(pack: Mapping[str, Any], entries: Sequence[Entry], names: Mapping[str, str]) -> dict[str, Any]:
    """names: of devices with a token, by id. Raises JobError for a pack that is none."""
    table = read_pack(pack)
    run = run_of(table, entries)
    told = run_json(run)
    given = {product["id"]: product for product in pack["fill"]["products"]}
    day = fold(run.walked.log)
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
        "balance": to_jsonable_python(balance(run, day, {id_: product["name"] for id_, product in given.items()})),
        "entries": listed(walked.log.written, pack),
    }  # fmt: skip


def listed(inorder: Sequence[Entry], pack: Mapping[str, Any]) -> list[dict[str, Any]]:
    """The last entries, newest first, each in words, with what took it back. inorder: every one, as ordered."""
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
