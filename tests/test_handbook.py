"""The handbook in the repository: every paragraph is there, held by functions or still to come, and every source can be looked up."""

from __future__ import annotations

import doctest
import importlib
import pkgutil
import re

import elm_cover.core
from tools.handbook import HANDBOOK, PLUMBING, SOURCE, TO_COME, WORDS, functions, titles, written

# Examples beside the functions they are of; more as there are more worked figures.
LEAST_EXAMPLES = 60


def test_the_page_of_who_holds_what_is_current() -> None:
    assert (HANDBOOK / "README.md").read_text(encoding="utf-8") == written(), (
        "run `python -m tools.handbook > docs/handbook/README.md`"
    )


def test_every_paragraph_is_held_or_still_to_come() -> None:
    held = {number for one in functions() for number in one.paragraphs}
    there = set(titles())
    assert there == set(range(1, 25)), "the handbook has 24 paragraphs"
    assert held <= there, f"cited and not there: {sorted(held - there)}"
    assert there - held == {*WORDS, *TO_COME}, (
        "a paragraph that nobody holds is listed as to come, one that is held is not"
    )


def test_every_public_function_of_the_core_has_a_source() -> None:
    core = [one for one in functions() if one.module.startswith("core.") and one.module.split(".")[1] not in PLUMBING]
    assert len(core) > 600
    assert [one.said for one in core if not one.paragraphs] == []


def test_what_was_settled_is_cited_by_a_number_that_is_there() -> None:
    counts = {
        name: len(re.findall(r"(?m)^\d+\. ", (HANDBOOK / f"{name}.md").read_text(encoding="utf-8")))
        for name in ("settled-1", "settled-2")
    }
    cited = 0
    for path in SOURCE.rglob("*.py"):
        text = re.sub(r"\s*\n\s*#?\s*", " ", path.read_text(encoding="utf-8"))
        for part, numbers in re.findall(
            r"Settled since(»?,? second part»?)?,?»? (\d+(?:, \d+| to \d+| and \d+)*)", text
        ):
            most = counts["settled-2" if part else "settled-1"]
            found = [int(number) for number in re.findall(r"\d+", numbers)]
            cited += len(found)
            assert all(1 <= number <= most for number in found), f"{path.name}: Settled since{part} {numbers}"
    assert cited > 25


def test_worked_figures_stand_beside_their_functions_and_hold() -> None:
    tried = 0
    for module in pkgutil.walk_packages(elm_cover.core.__path__, "elm_cover.core."):
        found = doctest.testmod(importlib.import_module(module.name))
        assert found.failed == 0, module.name
        tried += found.attempted
    assert tried >= LEAST_EXAMPLES
