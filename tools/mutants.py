"""Random mutants of the core against its tests: what no test would miss.

One small change at a time (a figure, a comparison, a sign, an order) is made in a copy of the sources, and the tests of its
room are run, then the parts of jobs as they were recorded, then all of the core while there are minutes left. A change that
all of them pass is printed: either nothing depends on it, or a test is missing. What the recorded parts notice and the room
does not is counted apart: they say that something moved, not what is right. The same seed makes the same mutants. ``make mutants`` runs
150 of them in a quarter of an hour; not part of ``make test``.
"""

from __future__ import annotations

import argparse
import ast
import copy
import os
import random
import shutil
import subprocess
import sys
import tempfile
import time
from collections.abc import Iterator, Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from pathlib import Path
from queue import Queue

ROOT = Path(__file__).parent.parent
CORE = "src/elm_cover/core"
RECORDED = "tests/core/plan/test_recorded_parts.py"
# The recorded parts are tried by themselves, and two hundred jobs at random take minutes for each mutant.
LEFT_OUT = [
    *("--ignore", RECORDED),
    *("--ignore", "tests/core/plan/test_recorded_plans.py"),
    *("--ignore", "tests/core/plan/test_agreement.py"),
]
# Past this a test does not end: a mutant that loops. All of the core takes some minutes, more where the machine is busy.
LONGEST_S = {"room": 240, "recorded": 300, "core": 900}
SLACK = 1e-5
SWAPS: dict[type[ast.AST], type[ast.AST]] = {
    ast.Add: ast.Sub,
    ast.Sub: ast.Add,
    ast.Mult: ast.Div,
    ast.Div: ast.Mult,
    ast.FloorDiv: ast.Mult,
    ast.Lt: ast.LtE,
    ast.LtE: ast.Lt,
    ast.Gt: ast.GtE,
    ast.GtE: ast.Gt,
    ast.Eq: ast.NotEq,
    ast.NotEq: ast.Eq,
    ast.Is: ast.IsNot,
    ast.IsNot: ast.Is,
    ast.In: ast.NotIn,
    ast.NotIn: ast.In,
    ast.And: ast.Or,
    ast.Or: ast.And,
}
CALLS = {"min": "max", "max": "min", "minimum": "maximum", "maximum": "minimum", "any": "all", "all": "any"}


@dataclass(frozen=True)
class Mutant:
    """One change: the file, where in it, and what the line was and became."""

    path: str
    line: int
    change: str
    text: str


def places(tree: ast.Module) -> list[tuple[ast.AST, str]]:
    """Every node that can be changed, with how. Rounding slack and what only decorates (frozen, maxsize) are no rules."""
    found: list[tuple[ast.AST, str]] = []
    decorating = {
        id(part)
        for node in ast.walk(tree)
        if isinstance(node, (ast.ClassDef, ast.FunctionDef))
        for decorator in node.decorator_list
        for part in ast.walk(decorator)
    }
    for node in ast.walk(tree):
        if id(node) in decorating or is_slack(node):
            continue
        if isinstance(node, (ast.BinOp, ast.BoolOp)) and type(node.op) in SWAPS:
            if not (isinstance(node, ast.BinOp) and said(node)):
                found.append((node, "operator"))
        elif isinstance(node, ast.Compare) and type(node.ops[0]) in SWAPS:
            found.append((node, "comparison"))
        elif isinstance(node, ast.UnaryOp) and isinstance(node.op, (ast.Not, ast.USub)):
            found.append((node, "sign"))
        elif isinstance(node, ast.Constant) and type(node.value) in (int, float, bool):
            found.append((node, "figure"))
        elif isinstance(node, ast.Call) and called(node) in CALLS:
            found.append((node, "call"))
    return found


def is_slack(node: ast.AST) -> bool:
    """A tolerance against rounding, or a figure with one added or taken off."""
    if isinstance(node, ast.BinOp):
        return any(is_slack(part) for part in (node.left, node.right))
    return isinstance(node, ast.Constant) and type(node.value) is float and 0 < abs(node.value) < SLACK


def said(node: ast.BinOp) -> bool:
    """Whether texts are joined: wording is not mutated."""
    return any(
        isinstance(part, ast.JoinedStr) or (isinstance(part, ast.Constant) and isinstance(part.value, str))
        for part in ast.walk(node)
    )


def called(node: ast.Call) -> str:
    return node.func.id if isinstance(node.func, ast.Name) else getattr(node.func, "attr", "")


def changed(node: ast.AST, chance: random.Random) -> ast.AST:
    """The node with one thing about it changed."""
    other = copy.deepcopy(node)
    if isinstance(other, (ast.BinOp, ast.BoolOp)):
        other.op = SWAPS[type(other.op)]()  # type: ignore[assignment]
    elif isinstance(other, ast.Compare):
        other.ops[0] = SWAPS[type(other.ops[0])]()  # type: ignore[call-overload]
    elif isinstance(other, ast.UnaryOp):
        return other.operand
    elif isinstance(other, ast.Constant):
        value = other.value
        if isinstance(value, bool):
            other.value = not value
        elif isinstance(value, int):
            other.value = value + chance.choice((1, -1))
        elif isinstance(value, float):
            other.value = value * chance.choice((1.1, 0.9)) if value else 1.0
    elif isinstance(other, ast.Call):
        name = CALLS[called(other)]
        if isinstance(other.func, ast.Name):
            other.func.id = name
        elif isinstance(other.func, ast.Attribute):
            other.func.attr = name
    return other


def mutants(count: int, seed: int, room: str | None) -> Iterator[Mutant]:
    """That many mutants, spread over the core as its code is; the same for the same seed."""
    chance = random.Random(seed)
    files = sorted(path for path in (ROOT / CORE).rglob("*.py") if path.name != "__init__.py")
    everywhere = []
    for path in files:
        if room is not None and path.parent.name != room:
            continue
        source = path.read_text(encoding="utf-8")
        everywhere += [(path, source, node, how) for node, how in places(ast.parse(source))]
    for path, source, node, how in chance.sample(everywhere, min(count, len(everywhere))):
        start, end = offset(source, node.lineno, node.col_offset), offset(source, node.end_lineno, node.end_col_offset)  # type: ignore[attr-defined]
        was, now = source.encode()[start:end].decode(), ast.unparse(changed(node, chance))
        text = (source.encode()[:start] + f"({now})".encode() + source.encode()[end:]).decode()
        try:
            ast.parse(text)
        except SyntaxError:
            continue
        short = f"{' '.join(was.split())} → {now}"
        yield Mutant(str(path.relative_to(ROOT)), node.lineno, f"{how}: {short[:100]}", text)  # type: ignore[attr-defined]


def offset(source: str, line: int, column: int) -> int:
    return sum(len(text.encode()) for text in source.splitlines(keepends=True)[: line - 1]) + column


def killer(mutant: Mutant, copy_of: Path, until: float) -> str | None:
    """Which tests fail: those of the room, the recorded parts, or, before the clock shows until, others of the core; or None."""
    path = copy_of / mutant.path
    before = path.read_text(encoding="utf-8")
    path.write_text(mutant.text, encoding="utf-8")
    try:
        own = f"tests/core/{Path(mutant.path).parent.name}"
        if (ROOT / own).is_dir() and fails([*LEFT_OUT, own], copy_of, LONGEST_S["room"]):
            return "room"
        if fails([RECORDED], copy_of, LONGEST_S["recorded"]):
            return "recorded"
        if time.monotonic() < until and fails([*LEFT_OUT, "tests/core"], copy_of, LONGEST_S["core"]):
            return "core"
        return None
    finally:
        path.write_text(before, encoding="utf-8")


def fails(tests: Sequence[str], copy_of: Path, longest_s: float) -> bool:
    command = [sys.executable, "-m", "pytest", "-x", "-q", "-p", "no:cacheprovider", "-p", "no:xdist", *tests]
    clean = os.environ | {
        "OPENBLAS_NUM_THREADS": "1",
        "PYTHONPATH": str(copy_of / "src"),
        "PYTHONDONTWRITEBYTECODE": "1",
    }
    try:
        done = subprocess.run(command, cwd=copy_of, env=clean, capture_output=True, timeout=longest_s, check=False)
    except subprocess.TimeoutExpired:
        return True
    return done.returncode != 0


def main() -> int:
    asked = argparse.ArgumentParser(description=__doc__)
    asked.add_argument("--count", type=int, default=150)
    asked.add_argument("--seed", type=int, default=1)
    asked.add_argument("--room", help="of this room alone")
    asked.add_argument("--minutes", type=float, default=8.0, help="after them, its room and the recorded parts alone")
    options = asked.parse_args()
    workers = os.cpu_count() or 1
    begun = time.monotonic()
    with tempfile.TemporaryDirectory() as folder:
        copies: Queue[Path] = Queue()
        for number in range(workers):
            place = Path(folder) / str(number)
            for part in ("src", "tests"):
                shutil.copytree(ROOT / part, place / part, ignore=shutil.ignore_patterns("__pycache__", "web"))
            shutil.copy(ROOT / "pyproject.toml", place)
            copies.put(place)

        def tried(mutant: Mutant) -> str | None:
            place = copies.get()
            try:
                by = killer(mutant, place, begun + 60 * options.minutes)
                if by in (None, "recorded"):
                    only = "" if by is None else " (not noticed by its room, but by the recorded parts)"
                    print(f"{mutant.path}:{mutant.line}: {mutant.change}{only}", flush=True)
                return by
            finally:
                copies.put(place)

        with ThreadPoolExecutor(workers) as pool:
            results = list(pool.map(tried, mutants(options.count, options.seed, options.room)))
    alive, noticed = results.count(None), results.count("recorded")
    took, of = (time.monotonic() - begun) / 60, max(1, len(results))
    print(
        f"{alive} of {len(results)} alive ({alive / of:.0%}), {noticed} more noticed by the recorded parts, not by their room; {took:.1f} min"
    )
    return 0


if __name__ == "__main__":
    sys.exit(main())
