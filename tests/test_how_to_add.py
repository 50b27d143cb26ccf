"""docs/how-to-add.md proved: in a copy a fill, a hazard, a paper, a log kind and a route are added by the lists alone; what is
forgotten is said in words."""

from __future__ import annotations

import os
import shutil
import subprocess
import sys
from pathlib import Path

import pytest

ROOT = Path(__file__).parent.parent
SRC, SCREENS = "src/elm_cover", "frontend/src"
# By thing and part: the file, what is put before a line of it. The first part of each is its row; the others are what it asks for.
Edit = tuple[str, str, str]
ADDED: dict[str, dict[str, Edit]] = {
    "fill": {
        "row": (
            f"{SRC}/core/layers/kinds.py", '        "unknown_loose": Kind(',
            '        "hemp_loose": Kind(title="hemp, loose", name="loose hemp", r_per_in=3.4, density_pcf=2.5, usual_pcf=None, dense_pcf=None,\n'
            '            burns=True, dust=2, feeds_as="cellulose", sinks=False, sold=True, opinion=None),\n',
        ),
        "word of an old layer": (f"{SRC}/job/section.py", '    "unknown_loose",\n', '    "hemp_loose",\n'),
        "word of a product": (f"{SRC}/job/product.py", '    "cellulose_loose", "glass_loose"', '    "hemp_loose",\n'),
        "price": (f"{SRC}/job/book.py", "    glass_batt_per_ft2_r: Price", "    hemp_loose_per_lb: Price = 0.7\n"),
        "price on the screen": (
            f"{SCREENS}/steps/choose/bookFields.ts", '  price("glass_batt_per_ft2_r"', '  price("hemp_loose_per_lb", "Hemp, a lb"),\n',
        ),
        "texture": (
            f"{SCREENS}/drawings/Textures.tsx", '        <pattern id="tx-unknown_loose"', '        <pattern id="tx-hemp_loose" width="9" height="9" />\n',
        ),
    },
    "hazard": {
        "row": (
            f"{SRC}/core/hazards/stops.py", '    "heat": Stop(',
            '    "wasps": Stop("Wasps", "a paper nest", "working near it", "Someone trained removes it.", "Keep away.",\n'
            '        who="pest control", by_item=None, by_feature=False, gates=COVERING, marks=("damp",)),\n',
        ),
        "words of damp": (f"{SRC}/core/eaves/ventilation.py", '    "attic_moisture": "moisture', '    "wasps": "wasps make it damp",\n'),
    },
    "paper": {
        "row": (
            f"{SRC}/job/paper_kinds.py", '        "day sheet": _paper(',
            '        "key card": _paper("Key card", "key.pdf", "prove", False, False, False),\n',
        ),
        "word": (f"{SRC}/job/paper_kinds.py", '    "day sheet",\n', '    "key card",\n'),
        "maker": (f"{SRC}/papers/issue.py", '    "day sheet": lambda', '    "key card": lambda a: work_sheet(a.job, a.today, a.log),\n'),
    },
    "log kind": {
        "row": (
            f"{SRC}/core/log/kinds.py", '        "void": _kind(',
            '        "smell": _kind("run", "phone", "of a day", False, lambda v, s, t: f"smells: {v[\'text\']}"),\n',
        ),
        "value": (f"{SRC}/job/log_values.py", '    "void": Nothing,', '    "smell": Note,\n'),
        "walk": (f"{SRC}/core/filling/walk.py", '            "reading": self._reading', '            "smell": lambda entry: None,\n'),
        "phone's walk": (f"{SCREENS}/field/walk.ts", '      case "signal":', '      case "smell":\n        return null;\n'),
        "example": ("tests/registries.py", '    "void": {},', '    "smell": {"text": "burnt"},\n'),
    },
    "route": {
        "row": (f"{SRC}/api/routes.py", '        ("POST", "/api/start")', '        ("GET", "/api/hello"): _route(FIELD, LITTLE_BYTES, LIGHT),\n'),
        "itself": (
            f"{SRC}/api/lists.py", '@offered.get("/lists"', '@offered.get("/hello", summary="Hello")\ndef hello() -> Response:\n    return jsonify({"said": "hello"})\n\n\n',
        ),
    },
}  # fmt: skip
# Without its part: what is said, or None where nothing else would tell.
SAID = {
    ("fill", "word of an old layer"): "“hemp_loose” is lacking in the materials of a job's old layers (job/section.py)",
    ("fill", "word of a product"): "“hemp_loose” is lacking in the kinds of a product (job/product.py)",
    ("fill", "price"): "“hemp_loose_per_lb” is lacking in the price book (job/book.py)",
    ("fill", "price on the screen"): "“hemp_loose_per_lb” is lacking on the screen of the price book",
    ("fill", "texture"): "“hemp_loose” is lacking in the textures (drawings/Textures.tsx)",
    ("hazard", "words of damp"): "“wasps” is lacking in what makes an attic damp (core/eaves/ventilation.py)",
    ("paper", "word"): "“key card” is lacking in the words of job/paper_kinds.py",
    ("paper", "maker"): "“key card” is lacking in what papers are printed by (papers/issue.py)",
    ("log kind", "value"): "“smell” is lacking in what entries may say (job/log_values.py)",
    ("log kind", "walk"): "“smell” is lacking in the walk of a day (core/filling/walk.py)",
    ("log kind", "phone's walk"): "“smell” is lacking in the phone's walk (field/walk.ts)",
    ("log kind", "example"): "“smell” is lacking in the examples of tests/registries.py",
    ("route", "itself"): "GET /api/hello stands in api/routes.py and is no route of the program",
}
# What works once all of it is there.
USED = """
from datetime import date
from elm_cover.api.app import create_app
from elm_cover.core.layers.kinds import KINDS
from elm_cover.core.plan import plan
from elm_cover.core.log.entry import Entry
from elm_cover.core.log.kinds import in_words
from elm_cover.job import read_job
from elm_cover.papers.issue import Asked, printed
from tests.conftest import attic
document = attic()
document["sections"][0]["existing"] = [{"material": "hemp_loose", "depth_in": 4.0}]
document["hazards"] = [{"kind": "wasps", "status": "suspected"}]
made = plan(read_job(document))
assert made.sections[0].r_existing and any(flag.code == "wasps" for flag in made.flags)
assert printed("key card", Asked(job=read_job(document), today=date(2026, 5, 2))).startswith(b"%PDF-")
entry = Entry("1", "phone", 1, 0.0, "A", "smell", {"text": "burnt"})
assert in_words(entry, {}, {}) == "smells: burnt"
assert create_app(None).test_client().get("/api/hello").json == {"said": "hello"}
print("all of it works")
"""


@pytest.fixture(scope="module")
def clone(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """What the lists and their check stand in, copied."""
    to = tmp_path_factory.mktemp("clone")
    leave = shutil.ignore_patterns("web", "__pycache__", "node_modules", "browser", "recorded")
    for name in (SRC, SCREENS, "tests"):
        shutil.copytree(ROOT / name, to / name, ignore=leave)
    return to


def with_added(clone: Path, lacking: set[tuple[str, str]]) -> dict[str, set[str]]:
    """Everything added but for these parts; the files touched for each thing."""
    touched: dict[str, set[str]] = {}
    edited: dict[str, str] = {}
    for thing, parts in ADDED.items():
        for part, (file, before, text) in parts.items():
            if (thing, part) in lacking:
                continue
            content = edited.get(file) or (ROOT / file).read_text(encoding="utf-8")
            assert content.count(before) >= 1, f"{file} has no line {before}: docs and test are of another program"
            edited[file] = content.replace(before, text + before, 1)
            touched.setdefault(thing, set()).add(file)
    for file in {file for parts in ADDED.values() for file, *_ in parts.values()}:
        content = edited.get(file) or (ROOT / file).read_text(encoding="utf-8")
        (clone / file).write_text(content, encoding="utf-8")
    return touched


def run(clone: Path, *command: str) -> subprocess.CompletedProcess[str]:
    path = os.pathsep.join((str(clone / "src"), str(clone)))
    return subprocess.run(
        [sys.executable, *command], cwd=clone, env={**os.environ, "PYTHONPATH": path}, capture_output=True, text=True
    )


def test_each_is_added_by_the_lists_alone_and_works(clone: Path) -> None:
    touched = with_added(clone, set())
    checked = run(clone, "-m", "tests.registries")
    assert (checked.stdout.strip(), checked.returncode) == ("", 0), checked.stderr
    used = run(clone, "-c", USED)
    assert used.stdout == "all of it works\n", used.stderr
    assert {thing: len(files) for thing, files in touched.items()} == {
        "fill": 6,
        "hazard": 2,
        "paper": 2,
        "log kind": 5,
        "route": 2,
    }


def test_what_was_forgotten_is_said(clone: Path) -> None:
    """Every part but the row itself, left out: one of each thing at a time."""
    asked = {(thing, part) for thing, parts in ADDED.items() for part in list(parts)[1:]}
    assert asked == set(SAID), "every part has what is said without it"
    turns: list[set[tuple[str, str]]] = []
    for key in sorted(asked):
        turn = next((turn for turn in turns if key[0] not in {thing for thing, _ in turn}), None)
        if turn is None:
            turns.append({key})
        else:
            turn.add(key)
    assert len(turns) < 7
    for turn in turns:
        with_added(clone, turn)
        checked = run(clone, "-m", "tests.registries")
        assert checked.returncode == 1, checked.stderr
        for key in turn:
            assert SAID[key] in checked.stdout, f"without {key}:\n{checked.stdout}"


def test_a_route_without_its_row_does_not_start(clone: Path) -> None:
    with_added(clone, {("route", "row")})
    started = run(clone, "-c", "from elm_cover.api.app import create_app; create_app(None)")
    assert started.returncode == 1
    assert "GET /api/hello has no row in api/routes.py: say how much body it reads and who may ask" in started.stderr


def test_the_page_names_every_file_that_is_touched() -> None:
    page = (ROOT / "docs" / "how-to-add.md").read_text(encoding="utf-8")
    files = {file for parts in ADDED.values() for file, *_ in parts.values()} - {f"{SRC}/api/lists.py"}
    assert len(files) > 12
    assert [file for file in sorted(files) if file not in page] == []
