"""The shape of the code: small files, short functions, few parameters, and formulas that name where they come from."""

from __future__ import annotations

import ast
import re
import subprocess
from collections.abc import Iterator
from pathlib import Path

ROOT = Path(__file__).parent.parent
CORE = ROOT / "src" / "elm_cover" / "core"
MOST_LINES_OF_A_FILE = 400
MOST_LINES_OF_A_FUNCTION = 60
MOST_PARAMETERS = 7
# Longer with a reason: the bench prints its report from top to bottom; one test walks a whole survey as a user does.
LONGER = {"bench/__main__.py: main", "tests/browser/test_survey.py: test_a_whole_survey_from_the_hatch_to_the_decision"}
# Rooms that hold the handbook's formulas, and the share of their public functions that name a source; raised as it grows.
TOPICS = [
    "floor",
    "climate",
    "layers",
    "eaves",
    "batts",
    "enclosed",
    "hazards",
    "preparation",
    "target",
    "old_fill",
    "money",
    "corner",
    "laying",
]
LEAST_SHARE_WITH_SOURCE = 0.61
# Sections of the handbook that the core computes by today.
SECTIONS = ("§3", "§4", "§5", "§6", "§7", "§8", "§9", "§10", "§12")


def kept() -> list[Path]:
    listed = subprocess.run(["git", "ls-files"], cwd=ROOT, capture_output=True, text=True, check=True).stdout
    endings = (".py", ".ts", ".tsx", ".css")
    return [ROOT / name for name in listed.splitlines() if name.endswith(endings) and "generated" not in name]


def functions(path: Path) -> Iterator[ast.FunctionDef]:
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        if isinstance(node, ast.FunctionDef):
            yield node


def test_files_are_small() -> None:
    files = [path for path in kept() if path.is_file()]
    assert len(files) > 350
    large = {str(path.relative_to(ROOT)): len(path.read_text(encoding="utf-8").splitlines()) for path in files}
    assert {name: lines for name, lines in large.items() if lines > MOST_LINES_OF_A_FILE} == {}


def test_functions_are_short_and_take_little() -> None:
    wrong, seen = [], 0
    for path in kept():
        if path.suffix != ".py" or not path.is_file():
            continue
        for function in functions(path):
            seen += 1
            name = f"{path.relative_to(ROOT)}: {function.name}"
            lines = (function.end_lineno or 0) - function.lineno + 1
            given = [*function.args.posonlyargs, *function.args.args, *function.args.kwonlyargs]
            taken = len([a for a in given if a.arg not in ("self", "cls")])
            if lines > MOST_LINES_OF_A_FUNCTION and name not in LONGER:
                wrong.append(f"{name} has {lines} lines")
            if taken > MOST_PARAMETERS:
                wrong.append(f"{name} takes {taken} parameters")
    assert seen > 1000
    assert wrong == []


def test_public_functions_of_the_topics_name_their_source() -> None:
    said, public, sections = 0, 0, set()
    for room in TOPICS:
        for path in sorted((CORE / room).glob("*.py")):
            for function in functions(path):
                if function.name.startswith("_"):
                    continue
                docstring = ast.get_docstring(function) or ""
                public += 1
                said += "Source" in docstring
                sections |= set(re.findall(r"§\d+", docstring))
    assert public > 200
    assert said / public >= LEAST_SHARE_WITH_SOURCE, f"{said} of {public} name a source"
    assert set(SECTIONS) <= sections, f"no function names {sorted(set(SECTIONS) - sections)}"


def test_results_are_made_by_keyword() -> None:
    """Result classes of many fields take keywords alone: two figures of one type are not mixed up by their order."""
    wrong, seen = [], 0
    for path in CORE.rglob("*.py"):
        for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
            if not isinstance(node, ast.ClassDef) or len([n for n in node.body if isinstance(n, ast.AnnAssign)]) < 15:
                continue
            seen += 1
            words = [ast.unparse(decorator) for decorator in node.decorator_list]
            if not any("kw_only=True" in word for word in words):
                wrong.append(f"{path.relative_to(CORE)}: {node.name}")
    assert seen >= 5
    assert wrong == []


def fills(loop: ast.expr) -> bool:
    """Whether what is looped over is written out there and not empty, so that the loop is sure to run."""
    if isinstance(loop, (ast.Tuple, ast.List, ast.Set)):
        return bool(loop.elts)
    if isinstance(loop, ast.Dict):
        return bool(loop.keys)
    if isinstance(loop, ast.Name):
        return loop.id.isupper()
    if isinstance(loop, ast.Call):
        name = loop.func.id if isinstance(loop.func, ast.Name) else getattr(loop.func, "attr", "")
        if name == "range":
            return all(isinstance(part, ast.Constant) for part in loop.args)
        if name in ("items", "values") and isinstance(loop.func, ast.Attribute):
            return fills(loop.func.value)
        return name in ("enumerate", "zip", "sorted", "product") and any(fills(part) for part in loop.args)
    return False


def checks(body: list[ast.stmt], loose: bool = False) -> Iterator[bool]:
    """For every check of a test, whether it stands in a loop that may not run at all."""
    for node in body:
        if isinstance(node, ast.Assert):
            yield loose
        elif isinstance(node, ast.For):
            yield from checks(node.body, loose or not fills(node.iter))
        elif isinstance(node, ast.With):
            if any("raises" in ast.unparse(item) for item in node.items):
                yield loose
            yield from checks(node.body, loose)
        elif isinstance(node, (ast.If, ast.While)):
            yield from checks([*node.body, *node.orelse], loose)
        elif isinstance(node, ast.Expr) and re.match(r"expect|.*wait_for", ast.unparse(node)):
            yield loose


def test_tests_that_check_in_loops_also_check_that_the_loop_ran() -> None:
    files = [path for path in kept() if path.name.startswith("test_") and path.suffix == ".py"]
    assert len(files) > 60
    hollow = []
    for path in files:
        for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
            if isinstance(node, ast.FunctionDef) and node.name.startswith("test_"):
                found = list(checks(node.body))
                if found and all(found):
                    hollow.append(f"{path.relative_to(ROOT)}: {node.name}")
    assert not hollow, "\n".join(hollow)
