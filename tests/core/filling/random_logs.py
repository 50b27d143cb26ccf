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
from elm_cover.core.filling.table import (
    FilledWith,
    FillTable,
    FloorCells,
    Quota,
    ReadPlace,
    RowWanted,
    SafetyOpen,
    StopStanding,
)
from elm_cover.core.from_job.log import entry_of
from elm_cover.core.log.folded import Day, fold
from elm_cover.formats.log_file import read_entry

BEGIN = datetime(2026, 5, 4, 8, tzinfo=UTC)


OTHERS: list[tuple[str, dict[str, Any]]] = [
    ("work.done", {"key": "fan:1"}), ("hazard.cleared", {"hazard": "wires", "by": "E", "how": "dead"}),
    ("band.enter", {"section": "main", "band": 99}), ("reading", {"section": "nowhere", "depth_in": 9.0, "marker": 1}),
    ("bag.spoilt", {"bags": 0.5}), ("cause.checked", {"cause": "hose"}), ("band.leave", {"section": "main", "band": 1}),
    ("reading", {"section": "main", "depth_in": 11.25, "at_ft": [2.5, 1.25]}), ("reading", {"section": "main", "depth_in": 9, "at_ft": [70.125, 1]}),
    ("work.left", {"key": "fan:1", "reason": "none"}), ("work.done", {"key": "flue:1", "amount": 2.0}),
    ("load.out", {"what": "p0", "amount": 12.5, "unit": "bags"}), ("load.out", {"what": "p1", "amount": 0.1, "unit": "bags"}),
    ("load.back", {"what": "p0", "amount": 3.0, "unit": "bags"}), ("bag.spoilt", {"bags": 1.25}),
    ("work.found", {"key": "found:1", "kind": "other", "text": "a fan"}),
    ("hopper", {"bags": 0.75}), ("photo", {"file": "0" * 64 + ".jpg", "section": "main", "at_ft": [1, 1]}),
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
        FilledWith(id=f"p{i}", name=f"P{i}", unit="bags", bag_lb=25.0, bags_field=0.0, on_truck=chance.uniform(20, 60), minutes=(0.8, 2.0), feeds_as="cellulose")
        for i in range(chance.choice([1, 1, 2]))
    ]  # fmt: skip
    bands = tuple(
        Quota(number=i, section=chance.choice(["main", "wing"]), product=chance.choice(products).id,
              area_ft2=chance.uniform(20, 300), bags=chance.uniform(2, 12), depth_in=chance.choice([0.0, *[chance.uniform(8, 14)] * 6]),
              bags_per_in=chance.uniform(0.1, 0.9))
        for i in range(1, chance.randint(3, 8))
    )  # fmt: skip
    places = tuple(
        ReadPlace(id=f"{b.section}:{b.number}:{i}", section=b.section, marker=10 * b.number + i if i else None,
              at_ft=(float(b.number), float(i)), band=b.number, old_in=3.5, fill_in=3.5 + b.depth_in,
              tapered=chance.random() < 0.1)
        for b in bands for i in range(2)
    )  # fmt: skip
    noon = BEGIN.timestamp() + chance.choice([-3600, 1800, 7200, 70_000])
    stops = (StopStanding(key="fan:1", hazard="fan", what="Fan", who="crew", why="", by_crew=True, since_s=chance.choice([None, noon])),
             StopStanding(key="hazard:wires", hazard="wires", what="Wires", who="electrician", why="", by_crew=False, since_s=noon + 600))  # fmt: skip
    past = StopStanding(
        key="wet", hazard="wet", what="Wet", who="roofer", why="", by_crew=False, since_s=0.0, until_s=noon
    )
    floor = FloorCells(
        section="main", origin_ft=(0.0, 0.0), cell_ft=1.5, columns=4, band=(1, 2, 1, 0, 2, 2, 1, 1), old_in=(3.5,) * 8,
        fill_in=(14.5,) * 8, tapered=(0, 0, 1, 0, 0, 0, 0, 0),
    )  # fmt: skip
    return FillTable(
        bands=bands, places=places, products=tuple(products), stops=stops[: chance.randint(0, 2)],
        past_stops=(past,) if chance.random() < 0.3 else (), floors=(floor,) if chance.random() < 0.8 else (),
        safety=tuple(
            SafetyOpen(key=key, group="shields", what="Flue", who="crew")
            for key in chance.sample(["fan:1", "flue:1", "hazards"], chance.randint(0, 3))
        ),
        rows=tuple(
            RowWanted(section=s, product=p, r=chance.choice([9.5, 38.0]), closed=chance.random() < 0.3)
            for s, p in dict.fromkeys((band.section, band.product) for band in bands)
        ),
        revision=chance.choice([None, 1, 2]), sections={"main": "Main", "wing": "Wing"},
    )  # fmt: skip


class Crew:
    """Says what devices say, each with its own count and a clock that may be off."""

    def __init__(self, chance: random.Random) -> None:
        self.chance, self.log, self.clock = chance, [], 0.0  # type: ignore[var-annotated]
        self.seq = {"phone a": 0, "phone b": 0, "desk": 0, "practice counter": 0}
        self.late = {**dict.fromkeys(self.seq, 0.0), "phone b": chance.choice([0.0, -90.0, 3600.0])}

    def say(self, kind: str, value: dict[str, Any] | None = None, device: str = "phone a", **more: Any) -> str:
        self.seq[device] += 1
        at = BEGIN + timedelta(seconds=self.clock - self.late[device])
        name = str(uuid.UUID(int=self.chance.getrandbits(128)))
        self.log.append(
            {"id": name, "device": device, "seq": self.seq[device], "at": at.isoformat(), "actor": "crew", "kind": kind,
             "value": value or {}, "offset_s": self.late[device], **more}
        )  # fmt: skip
        return name


def random_log(chance: random.Random, table: FillTable) -> list[dict[str, Any]]:
    """A day or two, with what goes wrong on one."""
    crew = Crew(chance)
    for _ in range(chance.randint(1, 3)):
        # Who begins it: a phone mostly, the desk, or a stand-in that practises.
        first = chance.choice(["phone a"] * 7 + ["desk", "phone b", "practice counter"])
        practice = {"practice": True} if first.startswith("practice") or chance.random() < 0.05 else {}
        value = {
            "revision": chance.choice([1, 1, 2]),
            **({"product": chance.choice(["p0", "p1", "px"])} if chance.random() < 0.5 else {}),
        }
        day = crew.say("day.start", value, first, **practice)
        crew.say("hopper", {"bags": chance.choice([0.0, 0.5, 1.25])}, first, **practice)
        if chance.random() < 0.15:
            crew.clock += chance.choice([60, 50_000])
            crew.say("day.start", {"revision": 1}, "phone b")
        for band in chance.sample(table.bands, chance.randint(1, len(table.bands))):
            _fill(crew, table, band, day, practice)
        for kind, value in chance.sample(OTHERS, 5):
            more: dict[str, Any] = {"day": day} if chance.random() < 0.4 else {}
            more |= practice if chance.random() < 0.5 else {}
            crew.say(kind, value, **more)
        if chance.random() < 0.7:
            end = crew.say("day.end", {}, chance.choice(["phone a", "phone a", "desk"]), **practice)
            if chance.random() < 0.2:
                crew.say("void", {}, voids=end)
        if chance.random() < 0.15:
            crew.say("void", {}, voids=day)
            if chance.random() < 0.5:
                crew.say("bag.in", {"bags": 1})
        crew.clock += 60_000
    waiting = [e["id"] for e in crew.log if e["device"] == "phone b"]
    if waiting and chance.random() < 0.3:
        crew.say(
            "answer",
            {
                "question": "bag:",
                "text": chance.choice(["yes", "no"]),
                "of": chance.sample(waiting, len(waiting) // 2 + 1),
            },
        )
    chance.shuffle(crew.log)
    return crew.log


def _fill(crew: Crew, table: FillTable, band: Quota, day: str, practice: dict[str, Any]) -> None:
    chance, where = crew.chance, {"section": band.section, "band": band.number}
    crew.say("band.enter", where, chance.choice(["phone a"] * 9 + ["phone b"]), **practice)
    for _ in range(max(0, round(band.bags * chance.choice([0, 1, 1, 1]) * chance.uniform(0.7, 1.3)))):
        crew.clock += chance.choice([70, 80, 95, 4000 if chance.random() < 0.03 else 90])
        device = "phone b" if chance.random() < 0.06 else "phone a"
        more = {
            **practice,
            **({"day": day} if chance.random() < 0.5 else {}),
            **({"band": band.number} if chance.random() < 0.3 else {}),
        }
        stop = {"before_stop": chance.random() < 0.5} if chance.random() < 0.1 else {}
        bag = crew.say("bag.in", {"bags": 1, **stop}, device, **more)
        roll = chance.random()
        if roll < 0.05:
            crew.say("void", {}, voids=bag)
        elif roll < 0.08 and device == "phone b":
            crew.say("answer", {"question": f"bag:{bag}", "text": chance.choice(["yes", "no"])}, "desk")
        elif roll < 0.10:
            crew.say("count.take", {}, chance.choice(["phone a", "phone b"]), **practice)
        elif roll < 0.12:
            crew.say("day.pause", **practice)
            crew.clock += 600
            crew.say("day.go", **practice)
    before = chance.random() < 0.5
    if before:
        crew.say("hopper", {"bags": chance.choice([0.0, 0.25, 0.75])}, **practice)
    if chance.random() < 0.8:
        how = chance.choice([{}, {"done": True}, {"done": True}, {"done": False}, {"none": True}])
        crew.say("band.leave", {**where, **how}, **practice)
        if not before:
            crew.say("hopper", {"bags": chance.choice([0.0, 0.25, 0.75])}, **practice)
    for value in readings(chance, table, band.number):
        crew.say("reading", value, chance.choice(["phone a", "phone b"]), **practice)


def told(run: Run, day: Day) -> dict[str, Any]:
    """What both folds are compared by."""
    at = run.walked
    found: dict[str, Any] = to_jsonable_python(
        {
            "products": [
                {
                    "bags_in": p.bags_in, "in_attic": p.in_attic, "said": p.said,
                    "verdict": p.verdict and [p.verdict.word, p.verdict.q, p.verdict.sigma, p.verdict.low, p.verdict.high, p.verdict.more_readings],
                    "forecast": p.forecast and [p.forecast.mean, p.forecast.low, p.forecast.high],
                    "pace": p.pace_min_per_bag, "pace_said": p.pace_said, "points": p.points, "on_truck": p.on_truck,
                    "runs_out": 0.0 if p.runs_out is None else p.runs_out.short,
                }
                for p in run.products
            ],
            "bands": [[b.bags, b.in_attic, b.lies, b.done, b.none] for b in run.bands],
            "asked": [[a.entry, a.kind, a.bags, a.band] for a in at.asked],
            "ignored": [[i.entry, i.why] for i in at.ignored],
            "refused": [[i.entry, i.why] for i in at.refused],
            "short": [[s.place, s.section, *(s.at_ft or ()), s.short_in, s.bags, s.mends] for s in run.short],
            "heavy_and_short": run.heavy_and_short,
            "safety": [one.key for one in run.safety],
            "missing": [[m.section, m.r, m.bags, m.text] for m in run.missing],
            "readings": [[r.entry, r.place, r.band, r.fill_in, r.new_in] for r in at.readings],
            "stood": [e.id for e in at.log.entries], "practice": at.practice, "halted": at.halted,
            "holder": at.holder, "open": at.open_band,
            "days": [[d.entry, d.bags, d.hopper_start, d.hopper_end, d.under_stops, d.end_entry, d.joined, d.after_stop, d.spoilt, d.practice] for d in at.days],
            "marks": {
                "done": {key: mark.entry for key, mark in day.done.items()}, "left": {key: mark.entry for key, mark in day.left.items()},
                "out": day.out, "back": day.back, "moved": [one.entry for one in day.moved], "found": [one.entry for one in day.found],
            },
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
        entries = [[entry_of(read_entry(entry)) for entry in log] for log in logs]
        both = [told(run_of(table, log), fold(log)) for log in entries]
        found.append({"table": to_jsonable_python(table), "logs": logs, "told": both})
    return found


if __name__ == "__main__":
    Path(sys.argv[1]).write_text(json.dumps(cases(int(sys.argv[2]), int(sys.argv[3])), separators=(",", ":")))
