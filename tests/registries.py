"""What each list of the program asks for beside its own row, said in words where it is missing: python -m tests.registries.

A row that is added without one of its parts is named here, part by part; docs/how-to-add.md sends whoever adds one here.
"""

from __future__ import annotations

import re
import sys
from collections.abc import Callable, Iterable, Iterator
from pathlib import Path
from typing import Any, get_args

from elm_cover.api.app import create_app
from elm_cover.api.routes import ROUTES, UnlistedRouteError
from elm_cover.core.eaves.ventilation import FROM_THE_HOUSE
from elm_cover.core.filling.table import FillTable
from elm_cover.core.filling.walk import Walker
from elm_cover.core.hazards.stops import CREW, EVERYTHING, STOPS, marked
from elm_cover.core.layers.kinds import FEEDS, KINDS, is_batt, is_loose
from elm_cover.core.log.entry import Entry
from elm_cover.core.log.folded import fold
from elm_cover.core.log.kinds import LOG_KINDS
from elm_cover.core.plan.opinions import OPINIONS
from elm_cover.core.work.kinds import GROUPS
from elm_cover.core.work.kinds import KINDS as WORK_KINDS
from elm_cover.devices.machine import FEED_LB_PER_MIN
from elm_cover.job.book import Prices, Rates
from elm_cover.job.log_values import VALUES
from elm_cover.job.paper_kinds import PAPERS, Paper
from elm_cover.job.product import ProductKind
from elm_cover.job.sale import Sale
from elm_cover.job.section import Material
from elm_cover.job.stages import STAGES, Stage
from elm_cover.papers.issue import PRINTED

ROOT = Path(__file__).parent.parent
SCREENS = ROOT / "frontend" / "src"
SPOT = {"section": "main", "depth_in": 15.0, "marker": 1}
# What an entry of each kind may say: a new kind needs an example here.
SAMPLES: dict[str, dict[str, Any]] = {
    "work.done": {"key": "light:1"},
    "work.left": {"key": "light:1", "reason": "none here"},
    "work.found": {"key": "found:1", "kind": "other", "text": "a fan"},
    "note": {"text": "hatch sticks"},
    "photo": {"file": "a" * 64 + ".jpg"},
    "load.out": {"what": "p", "amount": 4.0, "unit": "bags"},
    "load.back": {"what": "p", "amount": 1.0, "unit": "bags"},
    "day.start": {"revision": 1},
    "day.pause": {},
    "day.go": {},
    "day.end": {},
    "band.enter": {"section": "main", "band": 1},
    "band.leave": {"section": "main", "band": 1},
    "bag.in": {"bags": 1},
    "bag.spoilt": {"bags": 1.0},
    "hopper": {"bags": 0.5},
    "reading": SPOT,
    "core": {"section": "main", "diameter_in": 4.0, "depth_in": 14.0, "weight_oz": 2.0},
    "setting": {"air": 0.5},
    "signal": {"word": "stop"},
    "leak.reading": {"test": "before", "baseline_pa": 1.0},
    "burner.test": {"test": "before", "result": "passed", "by": "Heating trade"},
    "count.take": {},
    "hole.found": {"id": "h1", "count": 2},
    "hazard.cleared": {"hazard": "heat", "by": "Electrician", "how": "in writing"},
    "cause.checked": {"cause": "hose"},
    "hours": {"kind": "blowing", "person_hours": 2.0},
    "lot": {"product": "p", "lot": "K-1"},
    "visit": {"on": "2026-05-02", "text": "a season later"},
    "answer": {"question": "bag:00000000-0000-0000-0000-000000000001", "text": "yes"},
    "callback": {"cause": "thin at the hatch"},
    "void": {},
}


def _text(*names: str) -> str:
    return "\n".join((SCREENS / name).read_text(encoding="utf-8") for name in names)


def _differ(here: Iterable[str], there: Iterable[str], what: str) -> Iterator[str]:
    one, other = set(here), set(there)
    yield from (f"“{word}” is lacking in {what}" for word in sorted(one - other))
    yield from (f"“{word}” in {what} stands on no row" for word in sorted(other - one))


def stages() -> Iterator[str]:
    """job/stages.py."""
    yield from _differ(STAGES, get_args(Stage), "the words of job/stages.py")
    sale = get_args(get_args(Sale.model_fields["stage"].annotation)[0])
    for word, row in STAGES.items():
        if row.stands_for is not None and row.stands_for not in sale:
            yield f"“{word}”: the sale of a job knows no stage “{row.stands_for}”"
        if row.when_dated is not None and row.when_dated not in STAGES:
            yield f"“{word}”: with a date it becomes “{row.when_dated}”, which is no stage"


def papers() -> Iterator[str]:
    """job/paper_kinds.py."""
    yield from _differ(PAPERS, get_args(Paper), "the words of job/paper_kinds.py")
    yield from _differ(PAPERS, PRINTED, "what papers are printed by (papers/issue.py)")
    endings = [row.ending for row in PAPERS.values()]
    yield from (f"two papers end in {ending}" for ending in {e for e in endings if endings.count(e) > 1})
    screens = "\n".join(p.read_text(encoding="utf-8") for p in SCREENS.rglob("*.tsx"))
    for word, row in PAPERS.items():
        if row.step != "prove" and f'"{word}"' not in screens:
            yield f"“{word}” has no button on a screen (pages/workbench/Workbench.tsx); those of Prove have theirs by the list"


def hazards() -> Iterator[str]:
    """core/hazards/stops.py."""
    for kind, stop in STOPS.items():
        lacking = [
            name for name in ("title", "signs", "blocks", "cleared_by", "caution", "who") if not getattr(stop, name)
        ]
        yield from (f"“{kind}” says nothing under {name}" for name in lacking)
        if stop.by_item is not None and stop.by_item not in WORK_KINDS:
            yield f"“{kind}”: the work list has no kind “{stop.by_item}”"
        if (stop.by_item is not None or stop.by_feature) != (stop.who == CREW):
            yield f"“{kind}”: the crew clears what an item of its own or of a feature cures, a trade the rest"
        if stop.gates != EVERYTHING:
            yield from (
                f"“{kind}”: the work list has no group “{group}”" for group in stop.gates if group not in GROUPS
            )
    yield from _differ(marked("damp"), FROM_THE_HOUSE, "what makes an attic damp (core/eaves/ventilation.py)")


def fills() -> Iterator[str]:
    """core/layers/kinds.py."""
    yield from _differ(KINDS, get_args(Material), "the materials of a job's old layers (job/section.py)")
    sold = [name for name, kind in KINDS.items() if kind.sold]
    yield from _differ(sold, get_args(ProductKind), "the kinds of a product (job/product.py)")
    prices = [f"{name}_per_lb" if is_loose(name) else f"{name}_per_ft2_r" for name in sold]
    shown, textures = _text("steps/choose/bookFields.ts"), _text("drawings/Textures.tsx")
    for price in prices:
        if price not in Prices.model_fields:
            yield f"“{price}” is lacking in the price book (job/book.py)"
        if f'"{price}"' not in shown:
            yield f"“{price}” is lacking on the screen of the price book (steps/choose/bookFields.ts)"
    yield from _differ(KINDS, re.findall(r'id="tx-(\w+)"', textures), "the textures (drawings/Textures.tsx)")
    for name, kind in KINDS.items():
        if not (is_loose(name) or is_batt(name)):
            yield f"“{name}” ends neither in _loose nor in _batt: it is blown or laid"
        if is_loose(name) != (kind.feeds_as in FEEDS):
            yield f"“{name}”: a loose fill feeds as one of {', '.join(FEEDS)}, a batt as none"
    sides = next(opinion.sides for opinion in OPINIONS if opinion.id == "glass_or_cellulose")
    said = {kind.opinion for kind in KINDS.values() if kind.opinion is not None}
    yield from _differ(said, (side.id for side in sides), "the opinion “glass or cellulose” (core/plan/opinions.py)")
    rates = [f"{machine}_{feed}_lb_per_hour" for machine in ("truck", "small_machine") for feed in FEEDS]
    yield from (f"“{rate}” is lacking in the rates (job/book.py)" for rate in rates if rate not in Rates.model_fields)
    yield from _differ(FEEDS, FEED_LB_PER_MIN, "the practice machine (devices/machine.py)")


class _NoVerdict(Walker):
    def __init__(self) -> None:
        super().__init__(FillTable(bands=(), places=(), products=(), stops=(), sections={}), lambda *_: None)


def _counts_in_list(kind: str) -> bool:
    """Whether one such entry changes what the list and the truck come to."""
    entry = _entry(kind)
    plain = fold(())
    found = fold((entry,))
    names = ("done", "left", "notes", "photos", "out", "back", "cleared", "found", "holes", "days")
    return any(getattr(plain, name) != getattr(found, name) for name in names)


def _entry(kind: str) -> Entry:
    id_ = "00000000-0000-0000-0000-000000000001"
    return Entry(id=id_, device="d", seq=1, at_s=1e9, actor="A", kind=kind, value=SAMPLES[kind])


def log_kinds() -> Iterator[str]:
    """core/log/kinds.py."""
    yield from _differ(LOG_KINDS, VALUES, "what entries may say (job/log_values.py)")
    yield from _differ(LOG_KINDS, SAMPLES, "the examples of tests/registries.py")
    source = (ROOT / "src/elm_cover/core/filling/walk.py").read_text(encoding="utf-8")
    walked = set(_NoVerdict().takes) | set(re.findall(r'entry\.kind == "([a-z.]+)"', source))
    in_run = {word for word, kind in LOG_KINDS.items() if "run" in kind.counts}
    yield from _differ(in_run, walked, "the walk of a day (core/filling/walk.py)")
    phone = set(re.findall(r'(?:case|\.kind [!=]==) "([a-z.]+)"', _text("field/walk.ts")))
    # A core proves; on the phone it counts nothing.
    lacking = sorted(in_run - phone - {"core"})
    yield from (f"“{word}” is lacking in the phone's walk (field/walk.ts)" for word in lacking)
    for word, kind in LOG_KINDS.items():
        if word in SAMPLES and word in VALUES:
            told = VALUES[word].model_validate(SAMPLES[word]).model_dump(mode="json", exclude_none=True)
            if not kind.said(told, "Main", {}):
                yield f"“{word}” has no words"
            if ("list" in kind.counts) != _counts_in_list(word):
                yield f"“{word}”: its row and core/log/fold.py differ on whether it counts in the list"
        if kind.waits and not kind.of_a_day:
            yield f"“{word}” moves the day and does not belong to it"


def routes() -> Iterator[str]:
    """api/routes.py."""
    try:
        create_app(None)
    except UnlistedRouteError as error:
        yield str(error)
    for (method, rule), row in ROUTES.items():
        if row.body_bytes <= 0:
            yield f"{method} {rule} reads no body at all: say LITTLE_BYTES"


LISTS: dict[str, Callable[[], Iterator[str]]] = {
    "stages": stages,
    "papers": papers,
    "hazards": hazards,
    "kinds of fill": fills,
    "log kinds": log_kinds,
    "routes": routes,
}


def lacking() -> list[str]:
    """Everything that is missing, list by list."""
    return [f"{name}: {text}" for name, check in LISTS.items() for text in check()]


if __name__ == "__main__":
    found = lacking()
    print("\n".join(found))
    sys.exit(1 if found else 0)
