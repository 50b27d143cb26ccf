"""What the program ships with or is made with, and under which licence: python -m tools.licences > docs/licences.md.

From the pinned Python packages as they are installed, and from the lock file of the front end.
"""

from __future__ import annotations

import json
import re
from collections.abc import Iterator
from importlib.metadata import metadata
from pathlib import Path

ROOT = Path(__file__).parent.parent
# Said in the file LICENSE of the package alone.
IN_THEIR_FILES = {"peewee": "MIT"}
HEAD = """# Licences

Made by `python -m tools.licences`. The program itself is under the MIT licence; its font under the SIL Open Font License.
"""


def pinned(name: str) -> Iterator[tuple[str, str]]:
    """Packages of a requirements file, with their versions."""
    for line in (ROOT / name).read_text(encoding="utf-8").splitlines():
        found = re.match(r"([\w.-]+)==([\w.]+)", line)
        if found:
            yield found[1], found[2]


def licence_of(package: str) -> str:
    """As the package itself says it, in a few words."""
    told = metadata(package)
    classifiers = [line.split(" :: ")[-1] for line in told.get_all("Classifier") or () if line.startswith("License ::")]
    said = (
        told["License-Expression"]
        or ", ".join(classifiers)
        or told["License"]
        or IN_THEIR_FILES.get(package, "not said")
    )
    return str(said).splitlines()[0][:80]


def of_the_screens(dev: bool) -> Iterator[tuple[str, str, str]]:
    """Packages of the front end's lock file: those that ship, or those it is made with."""
    lock = json.loads((ROOT / "frontend" / "package-lock.json").read_text(encoding="utf-8"))
    for path, told in sorted(lock["packages"].items()):
        if path and bool(told.get("dev") or told.get("devOptional") or told.get("optional")) == dev:
            yield path.split("node_modules/")[-1], told["version"], told.get("license", "not said")


def written() -> str:
    """The page, whole."""
    parts = [
        ("Python, shipped with it", [(n, v, licence_of(n)) for n, v in pinned("requirements.txt")]),
        ("Python, to work on it", [(n, v, licence_of(n)) for n, v in pinned("requirements-dev.txt")]),
        ("Screens, shipped with it", list(of_the_screens(dev=False))),
        ("Screens, to work on them", list(of_the_screens(dev=True))),
    ]
    lines = [HEAD]
    for title, rows in parts:
        lines += [f"## {title}\n", "| package | version | licence |", "|---|---|---|"]
        lines += [
            f"| {name} | {version} | {licence} |"
            for name, version, licence in sorted(rows, key=lambda r: r[0].casefold())
        ]
        lines.append("")
    return "\n".join(lines)


if __name__ == "__main__":
    print(written(), end="")
