"""Which functions hold which paragraph of the handbook: python -m tools.handbook > docs/handbook/README.md.

A function holds the paragraphs that its own docstring names as its source, else those that its module names.
"""

from __future__ import annotations

import ast
import re
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

ROOT = Path(__file__).parent.parent
SOURCE, HANDBOOK = ROOT / "src" / "elm_cover", ROOT / "docs" / "handbook"
# Rooms that carry figures about and hold no rule of the trade.
PLUMBING = ("base", "from_job", "given")
# Paragraphs that no function holds: words that all of it speaks in, and what is still to be built.
WORDS = (1,)
TO_COME = {21: "the look back a season later", 22: "practice", 23: "the attic in winter", 24: "what the firm learns"}
HEAD = """# The handbook

What an attic insulation job is, with the arithmetic behind it. «Source: handbook §7» in a docstring means the file of that number
here; «Settled since N» and «Settled since, second part N» are in [settled-1](settled-1.md) and [settled-2](settled-2.md).

This page is made by `python -m tools.handbook`: which functions of the program hold each paragraph.
"""


@dataclass(frozen=True)
class Held:
    """A public function, by the path of its module and its name, with the paragraphs it holds; own: it names them itself."""

    module: str
    name: str
    paragraphs: frozenset[int]
    own: bool

    @property
    def said(self) -> str:
        return f"`{self.module}.{self.name}`"


def paragraphs_in(text: str) -> frozenset[int]:
    """Paragraphs of the handbook that a docstring names; those of the design are none."""
    bare = re.sub(r"design(?: part two)? §\d+", "", text)
    return frozenset(int(number) for number in re.findall(r"§(\d+)", bare))


def functions() -> Iterator[Held]:
    """Every public function of the program's Python."""
    for path in sorted(SOURCE.rglob("*.py")):
        tree = ast.parse(path.read_text(encoding="utf-8"))
        of_module = paragraphs_in(ast.get_docstring(tree) or "")
        module = ".".join(path.relative_to(SOURCE).with_suffix("").parts)
        for node in tree.body:
            members = node.body if isinstance(node, ast.ClassDef) else [node]
            for one in members:
                if not isinstance(one, ast.FunctionDef) or one.name.startswith("_"):
                    continue
                own = paragraphs_in(ast.get_docstring(one) or "")
                name = f"{node.name}.{one.name}" if isinstance(node, ast.ClassDef) else one.name
                yield Held(module, name, own or of_module, bool(own))


def titles() -> dict[int, tuple[str, str]]:
    """File and title of every paragraph, by its number."""
    found = {}
    for path in sorted(HANDBOOK.glob("[0-9][0-9]-*.md")):
        first = path.read_text(encoding="utf-8").splitlines()[0]
        number = re.match(r"# §(\d+) (.*)", first)
        if number:
            found[int(number[1])] = (path.name, number[2])
    return found


def written() -> str:
    """The page, whole."""
    held = list(functions())
    lines = [HEAD]
    for number, (file, title) in titles().items():
        lines.append(f"## [§{number} {title}]({file})\n")
        own = [one.said for one in held if one.own and number in one.paragraphs]
        modules: dict[str, int] = {}
        for one in held:
            if not one.own and number in one.paragraphs:
                modules[one.module] = modules.get(one.module, 0) + 1
        if number in TO_COME:
            lines.append(f"To come: {TO_COME[number]}.\n")
        if own:
            lines.append(", ".join(own) + "\n")
        if modules:
            lines.append(
                "And of these modules: " + ", ".join(f"`{name}` ({count})" for name, count in modules.items()) + "\n"
            )
    return "\n".join(lines)


if __name__ == "__main__":
    print(written(), end="")
