"""Logs at random for both folds: a crew that counts, reads, takes back, hands over and errs, on two phones and a desk.

`python -m tests.core.filling.random_logs OUT COUNT SEED` writes cases for frontend/tests/folds.test.ts.
"""

from __future__ import annotations

import json
import random
import sys
import uuid
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

from pydantic_core import to_jsonable_python

from elm_cover.core.filling.run import Run, run_of
from elm_cover.core.filling.table import FilledWith, FillTable, Quota, ReadPlace, StopStanding
from elm_cover.core.from_job.log import entry_of
from elm_cover.formats.log_file import read_entry

BEGIN = datetime(2026, 5, 4, 8, tzinfo=UTC)


OTHERS: list[tuple[str, dict[str, Any]]] = [
    ("work.done", {"key": "fan:1"}), ("hazard.cleared", {"hazard": "wires", "by": "E", "how": "dead"}),
    ("band.enter", {"section": "main", "band": 99}), ("reading", {"section": "nowhere", "depth_in": 9.0, "marker": 1}),
    ("bag.spoilt", {"bags": 0.5}), ("cause.checked", {"cause": "hose"}), ("band.leave", {"section": "main", "band": 1}),
]  # fmt: skip


def readings(chance: random.Random, table: FillTable, band: int) -> list[dict[str, Any]]:
    """Depths read at most of a band's places."""
    found = []
    for place in table.places:
        if place.band == band and chance.random() < 0.7:
            where: dict[str, Any] = (
                {"marker": place.marker} if place.marker else {"at_ft": list(place.at_ft), "random": True}
            )
            found.append(
                {"section": place.section, "depth_in": round(place.fill_in + chance.gauss(0, 0.9), 2), **where}
            )
    return found


def random_table(chance: random.Random) -> FillTable:
    """One or two products over two to seven bands, some places, some stops."""
    products = [
        FilledWith(id=f"p{i}", name=f"P{i}", unit="bags", bag_lb=25.0, bags_field=0.0, on_truck=chance.uniform(20, 60), minutes=(0.8, 2.0))
        for i in range(chance.choice([1, 1, 2]))
    ]  # fmt: skip
    bands = tuple(
        Quota(number=i, section=chance.choice(["main", "wing"]), product=chance.choice(products).id,
              area_ft2=chance.uniform(20, 300), bags=chance.uniform(2, 12), depth_in=chance.choice([0.0, *[chance.uniform(8, 14)] * 6]))
        for i in range(1, chance.randint(3, 8))
    )  # fmt: skip
    places = tuple(
        ReadPlace(id=f"{b.section}:{b.number}:{i}", section=b.section, marker=10 * b.number + i if i else None,
              at_ft=(float(b.number), float(i)), band=b.number, old_in=3.5, fill_in=3.5 + b.depth_in,
              tapered=chance.random() < 0.1, bags_per_in=0.4)
        for b in bands for i in range(2)
    )  # fmt: skip
    stops = (StopStanding(key="fan:1", hazard="fan", what="Fan", who="crew", why="", by_crew=True),
             StopStanding(key="hazard:wires", hazard="wires", what="Wires", who="electrician", why="", by_crew=False))  # fmt: skip
    return FillTable(
        bands=bands, places=places, products=tuple(products), stops=stops[: chance.randint(0, 2)],
        sections={"main": "Main", "wing": "Wing"},
    )  # fmt: skip


def random_log(chance: random.Random, table: FillTable) -> list[dict[str, Any]]:  # noqa: C901 – a day has many turns
    """A day or two, with what goes wrong on one."""
    log: list[dict[str, Any]] = []
    clock, seq = 0.0, {"phone a": 0, "phone b": 0, "desk": 0}
    late = {"phone a": 0.0, "phone b": chance.choice([0.0, -90.0, 3600.0]), "desk": 0.0}

    def say(kind: str, value: dict[str, Any] | None = None, device: str = "phone a", **more: Any) -> str:
        seq[device] += 1
        at = BEGIN + timedelta(seconds=clock - late[device])
        name = str(uuid.UUID(int=chance.getrandbits(128)))
        log.append(
            {"id": name, "device": device, "seq": seq[device], "at": at.isoformat(), "actor": "crew", "kind": kind,
             "value": value or {}, "offset_s": late[device], **more}
        )  # fmt: skip
        return name

    for _ in range(chance.randint(1, 2)):
        day = say(
            "day.start",
            {"revision": 1, **({"product": chance.choice(["p0", "p1", "px"])} if chance.random() < 0.5 else {})},
        )
        say("hopper", {"bags": chance.choice([0.0, 0.5, 1.25])})
        for band in chance.sample(table.bands, chance.randint(1, len(table.bands))):
            say("band.enter", {"section": band.section, "band": band.number})
            for _ in range(max(0, round(band.bags * chance.uniform(0.7, 1.3)))):
                clock += chance.choice([70, 80, 95, 4000 if chance.random() < 0.03 else 90])
                device = "phone b" if chance.random() < 0.06 else "phone a"
                more = {"day": day} if chance.random() < 0.5 else {}
                bag = say("bag.in", {"bags": 1}, device, **more)
                roll = chance.random()
                if roll < 0.05:
                    say("void", {}, voids=bag)
                elif roll < 0.08 and device == "phone b":
                    say("answer", {"question": f"bag:{bag}", "text": chance.choice(["yes", "no"])}, "desk")
                elif roll < 0.10:
                    say("count.take", {}, chance.choice(["phone a", "phone b"]))
                elif roll < 0.12:
                    say("day.pause")
                    clock += 600
                    say("day.go")
            before = chance.random() < 0.5
            if before:
                say("hopper", {"bags": chance.choice([0.0, 0.25, 0.75])})
            if chance.random() < 0.8:
                say("band.leave", {"section": band.section, "band": band.number})
                if not before:
                    say("hopper", {"bags": chance.choice([0.0, 0.25, 0.75])})
            for value in readings(chance, table, band.number):
                say("reading", value)
        for kind, value in chance.sample(OTHERS, 3):
            say(kind, value)
        if chance.random() < 0.7:
            say("day.end")
        if chance.random() < 0.1:
            say("void", {}, voids=day)
        clock += 60_000
    chance.shuffle(log)
    return log


def told(run: Run, table: FillTable) -> dict[str, Any]:
    """What both folds are compared by."""
    at, at_places = run.walked, table.places
    found: dict[str, Any] = to_jsonable_python(
        {
            "products": [
                {
                    "bags_in": p.bags_in, "in_attic": p.in_attic, "said": p.said,
                    "verdict": p.verdict and [p.verdict.word, p.verdict.q, p.verdict.sigma, p.verdict.low, p.verdict.high, p.verdict.more_readings],
                    "forecast": p.forecast and [p.forecast.mean, p.forecast.low, p.forecast.high],
                    "pace": p.pace_min_per_bag, "points": p.points,
                }
                for p in run.products
            ],
            "bands": [[b.bags, b.in_attic, b.done] for b in run.bands],
            "asked": [a.entry for a in at.asked],
            "ignored": [[i.entry, i.why] for i in at.ignored],
            "refused": [[i.entry, i.why] for i in at.refused],
            "short": [[next(p.id for p in at_places if p.at_ft == s.at_ft and p.section == s.section), s.short_in, s.bags] for s in run.short],
            "holder": at.holder, "open": at.open_band,
            "days": [[d.entry, d.bags, d.hopper_start, d.hopper_end, d.under_stops, d.ended_at is not None] for d in at.days],
        }
    )  # fmt: skip
    return found


def cases(count: int, seed: int) -> list[dict[str, Any]]:
    """Tables with ten logs each, and what the core says of them."""
    chance = random.Random(seed)
    found = []
    for _ in range(max(1, count // 10)):
        table = random_table(chance)
        logs = [random_log(chance, table) for _ in range(10)]
        runs = [run_of(table, [entry_of(read_entry(entry)) for entry in log]) for log in logs]
        found.append({"table": to_jsonable_python(table), "logs": logs, "told": [told(run, table) for run in runs]})
    return found


if __name__ == "__main__":
    Path(sys.argv[1]).write_text(json.dumps(cases(int(sys.argv[2]), int(sys.argv[3])), separators=(",", ":")))
