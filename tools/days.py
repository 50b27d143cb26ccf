"""Random days lived through by the phone's own code against the program: what each place shows is held against the others.

`make days` lives 5,000 of them: one or two phones with cuts, wiped stores, clocks days off, wrong bands, days taken back and opened
again, second days, stops from the office, a counter beside. What phone, office, `fold`, proof and card show of the same thing has to
be the same; nothing that a screen showed as kept may be lost or be there twice; no phone that was reached may miss a stop.
"""

from __future__ import annotations

import argparse
import base64
import json
import subprocess
import sys
import tempfile
import time
from collections import Counter
from collections.abc import Callable, Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import contextmanager
from dataclasses import dataclass, field
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

from flask.testing import FlaskClient
from pydantic_core import to_jsonable_python

from elm_cover.api import log as log_api
from elm_cover.api.app import create_app
from elm_cover.core.done import proved_job
from elm_cover.core.done.card import card_of
from elm_cover.core.filling.run import Run, run_of
from elm_cover.core.from_job.log import entry_of
from elm_cover.core.log.standing import ordered
from elm_cover.formats.field_pack import read_pack, run_json
from elm_cover.formats.log_file import read_entry
from elm_cover.job import read_job
from elm_cover.store.jobs import JobStore

FRONTEND = Path(__file__).resolve().parent.parent / "frontend"
BUNDLE = FRONTEND.parent / ".build" / "days" / "main.js"
STOP = {"kind": "vermiculite", "status": "suspected"}
AGREE = 1e-6
# So many days are lived by one process.
AT_ONCE = 100
MEMORY = Path("/dev/shm")
Json = dict[str, Any]


@dataclass
class Told:
    """What became of the days. wrong: by seed, in words."""

    days: int = 0
    halts: int = 0
    bags: int = 0
    wrong: dict[int, list[str]] = field(default_factory=dict)

    @property
    def sound(self) -> bool:
        return not self.wrong


def build(folder: Path = BUNDLE.parent) -> Path:
    """The phone's code without its screen, for node; where it lies."""
    # Two workers of the tests build at once, each into a folder of its own.
    made = ["npx", "vite", "build", "--bypass-lock", "-c", "vite.days.config.ts", "--outDir", str(folder)]
    subprocess.run(made, cwd=FRONTEND, check=True, capture_output=True)
    return folder


class Program:
    """The program with a clock that is told, so that a day passes in a second."""

    def __init__(self, folder: Path, documents: list[Json]) -> None:
        self.now = datetime.now(UTC)
        self.documents = documents
        app = create_app(folder)
        self.store: JobStore = app.extensions["elm_cover_store"]
        self.store._now = lambda: self.now
        # The shelf's line of a job is not what is compared here, and is made anew with every entry.
        self.store._summarise = lambda document, log: {"name": document.get("name")}
        self.client: FlaskClient = app.test_client()

    def answer(self, asked: Json) -> Json:
        if "now" in asked:
            self.now = datetime.fromtimestamp(asked["now"] / 1000, UTC)
        with _clock(lambda: self.now):
            answer: Callable[[Json], Json] = getattr(self, f"_{asked['ask']}")
            return answer(asked)

    def _job(self, asked: Json) -> Json:
        return {"job": self.store.create(self.documents[asked["seed"] % len(self.documents)], "local").id}

    def _fetch(self, asked: Json) -> Json:
        data = base64.b64decode(asked["b64"]) if "b64" in asked else asked.get("text")
        headers = {"Content-Type": asked["type"]} if asked.get("type") else {}
        got = self.client.open(asked["path"], method=asked["method"], data=data, headers=headers)
        return {"status": got.status_code, "type": got.headers.get("Content-Type"), "body": got.get_data(as_text=True)}

    def _stop(self, asked: Json) -> Json:
        """The office puts a stop in, or takes it out of the record again."""
        return self._edited(asked["job"], {"hazards": [STOP] if asked["stands"] else []})

    def _note(self, asked: Json) -> Json:
        """An edit that stops nothing and moves no bag."""
        return self._edited(asked["job"], {"address": f"{self.now:%H:%M:%S} Hollin Ford"})

    def _edited(self, job: str, change: Json) -> Json:
        stored = self.store.get(job)
        got = self.client.put(
            f"/api/jobs/{job}?reason=step",
            data=json.dumps({**stored.document, **change}),
            headers={"Content-Type": "application/json", "If-Match": f'"{stored.saves}"'},
        )
        assert got.status_code == 200, got.get_data(as_text=True)
        return {}

    def _told(self, asked: Json) -> Json:
        """What the office shows of the job; where fold, proof and card differ from it, in words."""
        job = asked["job"]
        got = self.client.get(f"/api/jobs/{job}/run")
        assert got.status_code == 200, got.get_data(as_text=True)
        office = json.loads(got.get_data())
        pack = json.loads(self.client.get(f"/api/jobs/{job}/field-pack").get_data())
        log = [read_entry(line.entry) for line in self.store.log(job)]
        run = run_of(read_pack(pack), [entry_of(entry) for entry in log])
        wrong = [*_folded(office, run), *_proved(self.store.get(job).document, log, run), *_ordered(log)]
        return {"office": _shown(office, run), "entries": [entry.id for entry in log], "wrong": wrong}


def _shown(office: Json, run: Run) -> Json:
    """What the office's answer shows, in the words of frontend/tests/days/compare.ts."""
    products = [
        {
            **{name: one[name] for name in ("product", "bags_in", "in_attic", "planned", "covered_bags", "points")},
            "said": said.said,
            "verdict": one["verdict"] and [
                said.verdict.word if said.verdict else None,
                *(one["verdict"][name] for name in ("q", "low", "high", "readings")),
            ],
            "forecast": one["forecast"] and [one["forecast"][name] for name in ("mean", "low", "high")],
            "pace": one["pace_min_per_bag"],
        }
        for one, said in zip(office["products"], run.products, strict=True)
    ]  # fmt: skip
    bands = [[b[n] for n in ("number", "bags", "lies", "done", "none", "open")] for b in office["by_band"]]
    days = ("entry", "bags", "hopper_start", "hopper_end", "under_stops", "joined", "after_stop", "end_entry")
    return {
        "products": products,
        "bands": bands,
        "short": [[s["section"], s["at_ft"], s["short_in"], s["bags"]] for s in office["short"]],
        "readings": [[r["entry"], r["band"], r["fill_in"], r["new_in"]] for r in office["readings"]],
        "days": [[day[name] for name in days] for day in office["days"]],
        "asked": [[a["entry"], a["kind"], a["bags"]] for a in office["asked"]],
        "safety": [one["key"] for one in office["safety"]],
        "missing": [[m["section"], m["r"], m["bags"], m["text"]] for m in office["missing"]],
        **{name: office[name] for name in ("heavy_and_short", "holder", "halted", "practice")},
        "refused": [one["id"] for one in office["refused"]],
        "ignored": [one["id"] for one in office["ignored"]],
    }


def _folded(office: Json, run: Run) -> Iterator[str]:
    """Where `fold` prints something else than the office shows."""
    printed = json.loads(json.dumps(to_jsonable_python(run_json(run))))
    # What was looked at is told by the desk under another name, beside what there is to look at.
    printed["checked"] = printed.pop("causes")
    for name in printed.keys() & office.keys():
        if name == "products":
            for one, other in zip(printed[name], office[name], strict=True):
                yield from (f"fold and office: {n} of {one['product']}" for n in one if one[n] != other[n])
        elif printed[name] != office[name]:
            yield f"fold and office: {name}"


def _proved(document: Json, log: list[Any], run: Run) -> Iterator[str]:
    """Where proof and card count otherwise than the run."""
    made = proved_job(read_job(document), log)
    closed = {section.id for section in made.proof.sections if section.bays is not None}
    for told, one in zip(made.proof.products, run.products, strict=True):
        # What went into closed bays is taken off what proves the floor.
        in_bays = sum(b.lies for b in run.bands if b.section in closed and b.product == one.product)
        if abs(told.bags.counted_in - (one.in_attic - in_bays)) > AGREE:
            yield f"proof and run: {told.bags.counted_in} and {one.in_attic} bags of {one.product}"
    lies: Counter[str] = Counter()
    for band in run.bands:
        lies[band.section] += band.lies  # type: ignore[assignment]
    for section in made.proof.sections:
        if abs(section.bags.counted_in - lies[section.id]) > AGREE:
            yield f"proof and run: {section.bags.counted_in} and {lies[section.id]} bags in {section.id}"
        read = [r for r in run.walked.latest.values() if r.section == section.id and r.new_in is not None]
        if section.depth.n != len(read):
            yield f"proof and run: {section.depth.n} and {len(read)} readings in {section.id}"
    short = [(one.section, one.at_ft, one.bags) for one in run.short]
    if [(one.section, one.at_ft, one.bags) for one in made.proof.run.short] != short:
        yield "proof and run: short places"
    card = card_of(made)
    for line, section in zip(card.lines, made.proof.sections, strict=True):
        if line.bags_in is None or abs(line.bags_in - section.bags.counted_in) > AGREE:
            yield f"card and proof: {line.bags_in} and {section.bags.counted_in} bags in {line.section}"
    if any("no end" in text for text in card.open_yet) != (run.walked.day is not None):
        yield "card and run: an open day"


def _ordered(log: list[Any]) -> Iterator[str]:
    """Entries of one device in another order than it wrote them."""
    last: dict[str, int] = {}
    for entry in ordered(entry_of(one) for one in log):
        if entry.seq < last.get(entry.device, -1):
            yield f"{entry.device} wrote {entry.seq} before {last[entry.device]}"
        last[entry.device] = entry.seq


@contextmanager
def _clock(now: Callable[[], datetime]) -> Iterator[None]:
    before, log_api.clock = log_api.clock, now
    try:
        yield
    finally:
        log_api.clock = before


def live(documents: list[Json], first: int, count: int, bundle: Path = BUNDLE) -> Told:
    """So many days from the first seed on."""
    told = Told()
    # In memory where there is such a place: what survives a power cut is another test.
    with tempfile.TemporaryDirectory(dir=MEMORY if MEMORY.is_dir() else None) as folder:
        program = Program(Path(folder), documents)
        node = subprocess.Popen(
            ["node", str(bundle), str(first), str(count)], stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True
        )
        assert node.stdin is not None and node.stdout is not None
        for line in node.stdout:
            asked = json.loads(line)
            answer: Json = {}
            if asked["ask"] == "lived":
                told.days += 1
                told.halts += asked["halts"]
                told.bags += asked["bags"]
                if asked["wrong"]:
                    told.wrong[asked["seed"]] = asked["wrong"]
            elif asked["ask"] != "done":
                answer = program.answer(asked)
            node.stdin.write(json.dumps(answer) + "\n")
            node.stdin.flush()
        assert node.wait(30) == 0, "the phones died"
    return told


def documents() -> list[Json]:
    """Jobs to live a day on: a small one, one with a wing and two products' worth of readings, one with closed bays."""
    from elm_cover.demo.jobs import demo_documents
    from elm_cover.demo.week import small_documents
    from elm_cover.store.ids import with_ids

    small = {one["name"]: one for one in small_documents(datetime(2026, 5, 4, tzinfo=UTC).date())}
    big = {one["name"]: one for one in demo_documents()}
    chosen = [small["6 Ropewalk"], small["31 Bleachfield"], big["3 Weir Bank"], big["17 Tannery Hill"]]
    # Without stops of their own: those come and go by the office.
    return [with_ids({**one, "hazards": [], "photos": []}) for one in chosen]


def main() -> None:
    """Lives the days in as many processes as are asked for and prints what differed."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--days", type=int, default=5_000)
    parser.add_argument("--first", type=int, default=1)
    options = parser.parse_args()
    build()
    begun, last = time.monotonic(), options.first + options.days
    parts = [(first, min(AT_ONCE, last - first)) for first in range(options.first, last, AT_ONCE)]
    whole = Told()
    with ThreadPoolExecutor(2) as pool:
        for told in pool.map(lambda part: _apart(*part), parts):
            whole.days, whole.bags, whole.halts = (
                whole.days + told.days, whole.bags + told.bags, whole.halts + told.halts
            )  # fmt: skip
            whole.wrong |= told.wrong
            for seed, texts in sorted(told.wrong.items()):
                print(f"day {seed}: {'; '.join(texts[:4])}")
            print(
                f"{whole.days} days, {whole.bags} bags tapped, {whole.halts} contacts while a stop stood: {len(whole.wrong)} days "
                f"with a difference; {time.monotonic() - begun:.0f} s",
                flush=True,
            )
    sys.exit(bool(whole.wrong))


def _apart(first: int, count: int) -> Told:
    """In a process of its own, so that both halves are at work at once."""
    code = (
        "import json, sys; from tools.days import documents, live; "
        f"told = live(documents(), {first}, {count}); print(json.dumps(vars(told)))"
    )
    made = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=False)
    if made.returncode:
        raise RuntimeError(made.stderr[-3000:])
    told = json.loads(made.stdout.splitlines()[-1])
    return Told(told["days"], told["halts"], told["bags"], {int(seed): texts for seed, texts in told["wrong"].items()})


if __name__ == "__main__":
    main()
