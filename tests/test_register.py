"""Hours, prices, stops, items, leaks and bags agree wherever two places tell them: by the register of figures, over random jobs."""

from __future__ import annotations

import math
import os
import re
from collections import Counter
from datetime import date, timedelta
from io import BytesIO
from random import Random
from typing import Any

import pytest
from pypdf import PdfReader

from elm_cover.core.base.units import fixed
from elm_cover.core.plan import plan, plan_json
from elm_cover.formats.crew_json import DayAsked, day_json, load_json, reach_json
from elm_cover.formats.field_pack import field_pack, read_pack, run_json
from elm_cover.formats.headline import headline
from elm_cover.formats.log_file import entry_document, read_entry
from elm_cover.formats.proof_json import proof_json
from elm_cover.formats.run_json import run_told
from elm_cover.formats.work_json import work_json
from elm_cover.job import JobError, read_job
from elm_cover.job.log_entry import LogEntry
from elm_cover.papers.issue import Asked, printed
from tests.random_jobs import random_job
from tests.register import EQUALS, alone
from tests.told import Told, leaves

# In CI a part of them; all 500: ELM_COVER_JOBS=500.
JOBS = int(os.environ.get("ELM_COVER_JOBS", "60"))
COOL = DayAsked(day=date(2026, 5, 4), latitude=41, high_f=60, low_f=40)
FIGURE = re.compile(
    r"(?<![-\d,.])\$([\d,]+(?:\.\d+)?)|(?<![-\d,.])([\d,]+(?:\.\d+)?) (?:bags|bundles|person-hours|in²)"
)


def told_of(seed: int) -> Told:
    """Everything that is told of a random job, every other one with a day on it."""
    document = random_job(seed, 0.0 if seed % 2 else 0.08)
    job = read_job(document)
    pack = field_pack(job)
    log = _day(pack, Random(seed)) if seed % 2 else ()
    table = read_pack(pack)
    from elm_cover.core.filling.run import run_of
    from elm_cover.core.from_job.log import entry_of

    return Told(
        job=job,
        plan=plan_json(plan(job)),
        shelf=headline(document),
        work=work_json(job),
        load=load_json(job),
        reach=reach_json(job),
        day=day_json(job, COOL),
        pack=pack,
        run=run_told(pack, [entry_of(entry) for entry in log], {}),
        proof=proof_json(job, log),
        others={"fold": run_json(run_of(table, [entry_of(entry) for entry in log]))},
    )


def _day(pack: dict[str, Any], dice: Random) -> tuple[LogEntry, ...]:
    """Some bands filled and some places read."""
    bands = pack["fill"]["bands"]
    if not bands:
        return ()
    said: list[tuple[str, dict[str, Any]]] = [("day.start", {"revision": 0}), ("hopper", {"bags": 0.5})]
    for band in bands[: dice.randint(1, len(bands))]:
        at = {"section": band["section"], "band": band["number"]}
        said += [
            ("band.enter", at),
            *[("bag.in", {"bags": 1})] * min(40, math.ceil(band["bags"])),
            ("hopper", {"bags": 0.25}),
        ]
        said.append(("band.leave", {**at, "done": True}))
    for place in pack["fill"]["places"][:6]:
        if place["marker"]:
            said.append(
                (
                    "reading",
                    {"section": place["section"], "depth_in": round(place["fill_in"], 3), "marker": place["marker"]},
                )
            )
    begin = COOL.day
    return tuple(
        read_entry(
            {"id": f"00000000-0000-4000-8000-{i:012d}", "device": "d", "seq": i, "kind": kind, "value": value, "actor": "Ana",
             "at": f"{begin.isoformat()}T{8 + i // 1800:02d}:{i // 60 % 60:02d}:{i % 60:02d}+00:00"}
        )
        for i, (kind, value) in enumerate(said)
    )  # fmt: skip


ANSWERS = ("plan", "shelf", "work", "load", "reach", "day", "pack", "run", "proof")


@pytest.mark.parametrize("part", range(4))
def test_what_two_places_tell_is_the_same(part: int) -> None:
    compared: Counter[str] = Counter()
    unknown: set[str] = set()
    wrong: list[str] = []
    for seed in range(part, JOBS, 4):
        told = told_of(seed)
        for name in ANSWERS:
            for path, value, chain in leaves(getattr(told, name), name):
                rule = EQUALS.get(path)
                if rule is None:
                    if not alone(path):
                        unknown.add(path)
                    continue
                wanted = rule(told, chain)
                if wanted is None:
                    continue
                compared[path] += 1
                if not math.isclose(value, wanted, rel_tol=1e-6, abs_tol=1e-6):
                    wrong.append(f"job {seed}: {path} is {value}, not {wanted}: {str(chain[-1])[:160]}")
        for figure in _figures(told):
            compared["plan.figures"] += 1
            if figure:
                wrong.append(f"job {seed}: {figure}")
    assert sorted(unknown) == [], (
        "not in the register: say what it must equal, or why it stands alone (tests/register.py)"
    )
    assert wrong[:20] == []
    if JOBS >= 60:
        assert sum(compared.values()) > 5_000 and len(compared) > 60


def _figures(told: Told) -> list[str]:
    """What the explanations say against the figures themselves; an empty text where they agree."""
    found = []
    for name, figure in told.plan["figures"].items():
        if name.startswith("cost.") and told.plan["cost"] is not None:
            value = told.plan["cost"][name.split(".", 1)[1]]
            found.append(
                "" if math.isclose(figure["value"], value, rel_tol=1e-9) else f"{name}: {figure['value']}, not {value}"
            )
        if name.startswith("order.") and name.endswith(".bags_order"):
            value = told.order[name.removeprefix("order.").removesuffix(".bags_order")]["bags_order"]
            found.append("" if figure["value"] == value else f"{name}: {figure['value']}, not {value}")
    return found


@pytest.mark.parametrize("seed", [3, 5, 9])
def test_a_figure_on_paper_is_one_that_an_answer_tells(seed: int) -> None:
    """Every sum, count of bags, hours and in² that a paper prints, as that answer's figure is rounded."""
    told = told_of(seed)
    log = _day(told.pack, Random(seed))
    values = {value for name in ANSWERS for _, value, _ in leaves(getattr(told, name), name)}
    cost = told.plan["cost"]
    if cost is not None:
        values |= {line["total"] for line in cost["lines"]}
    values |= {value for value in (told.plan["saving"] or {}).values() if isinstance(value, float)}
    known = {fixed(value, digits) for value in values for digits in (0, 1, 2)}
    known |= {text.replace(",", "") for text in known}
    checked, strange = 0, []
    for kind in ("job sheet", "work list", "load list", "change", "day sheet", "offer"):
        try:
            text = _text(printed(kind, Asked(job=told.job, today=COOL.day + timedelta(days=1), log=log)))
        except JobError:
            continue
        for match in FIGURE.finditer(text):
            figure = match.group(1) or match.group(2)
            checked += 1
            if figure not in known and figure.rstrip("0").rstrip(".") not in known:
                strange.append(f"{kind}: {text[max(0, match.start() - 40) : match.end() + 20]!r}")
    assert checked > 5 and strange == []


def _text(pdf: bytes) -> str:
    return " ".join("".join(page.extract_text() for page in PdfReader(BytesIO(pdf)).pages).split())


def test_an_entry_document_is_read_back() -> None:
    """The day that these tests write is one that the program takes."""
    log = _day(told_of(3).pack, Random(3))
    assert log and [read_entry(entry_document(entry)) for entry in log] == list(log)
