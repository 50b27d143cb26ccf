"""Arrows run one way: a room imports only rooms of a lower level, and the core touches neither files, network nor clock."""

from __future__ import annotations

import ast
import re
from collections.abc import Iterator
from pathlib import Path

import pytest

PACKAGE = Path(__file__).parent.parent / "src" / "elm_cover"
# Rooms of the core by level; a room takes from its own modules and from rooms of a lower level.
CORE = {
    "base": 0,
    "floor": 1,
    "climate": 1,
    "layers": 2,
    "eaves": 3,
    "batts": 3,
    "enclosed": 3,
    "hazards": 3,
    "preparation": 3,
    "proof": 3,
    "work": 7,
    "log": 1,
    "filling": 2,
    "reach": 4,
    "schedule": 1,
    "loadout": 4,
    "given": 4,
    "from_job": 5,
    "target": 5,
    "old_fill": 5,
    "money": 6,
    "corner": 7,
    "laying": 7,
    "section": 8,
    "rack": 8,
    "plan": 9,
    "ways": 10,
    "crew": 10,
    "done": 11,
    "drawing": 11,
}
# What else there is, by what it may take from.
AROUND = {
    "job": set(),
    "core": {"job"},
    "edits": {"core", "job"},
    "formats": {"core", "job"},
    "papers": {"core", "formats", "job"},
    "devices": {"core", "job"},
    "store": {"job"},
    "api": {"core", "devices", "edits", "formats", "job", "papers", "store"},
    "demo": {"core", "devices", "formats", "job", "papers", "store"},
    "lan": set(),
    "doctor": {"formats", "lan", "store"},
    "serving": {"api"},
}
KNOW_THE_JOB = {"from_job", "plan", "ways", "crew", "done"}
FORBIDDEN_IN_CORE = {
    "flask",
    "flask_openapi3",
    "peewee",
    "pathlib",
    "os",
    "time",
    "io",
    "sqlite3",
    "requests",
    "logging",
}
DOORS = {"job", *(f"core/{room}" for room in CORE)}


def modules(under: Path) -> list[Path]:
    return sorted(under.rglob("*.py"))


def imported(path: Path) -> Iterator[tuple[str, ast.AST]]:
    """Every module that a file imports, by its full name, with the statement; relative ones resolved."""
    package = ["elm_cover", *path.relative_to(PACKAGE).parent.parts]
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        if isinstance(node, ast.Import):
            yield from ((alias.name, node) for alias in node.names)
        elif isinstance(node, ast.ImportFrom):
            base = package[: len(package) - node.level + 1] if node.level else []
            yield ".".join([*base, *([node.module] if node.module else [])]), node


def test_rooms_of_the_core_take_only_from_lower_rooms() -> None:
    wrong, seen = [], 0
    for path in modules(PACKAGE / "core"):
        room = path.relative_to(PACKAGE / "core").parts[0]
        if room == "__init__.py":
            continue
        for name, _ in imported(path):
            parts = name.split(".")
            if parts[:2] != ["elm_cover", "core"]:
                continue
            other = parts[2]
            seen += 1
            if other != room and CORE[other] >= CORE[room]:
                wrong.append(f"{path.relative_to(PACKAGE)} takes from {other}")
    assert seen > 300, "the walk found no imports: the test looks in the wrong place"
    assert not wrong, "\n".join(wrong)


def test_only_the_reader_and_the_plan_know_the_job() -> None:
    wrong = [
        f"{path.relative_to(PACKAGE)} imports {name}"
        for path in modules(PACKAGE / "core")
        for name, _ in imported(path)
        if name.startswith("elm_cover.") and name.split(".")[1] != "core"
        if path.relative_to(PACKAGE / "core").parts[0] not in KNOW_THE_JOB or name.split(".")[1] != "job"
    ]
    assert not wrong, "\n".join(wrong)


def test_the_core_has_no_files_no_server_and_no_clock() -> None:
    wrong, seen = [], 0
    for path in modules(PACKAGE / "core"):
        for name, node in imported(path):
            seen += 1
            clock = (
                name == "datetime"
                and isinstance(node, ast.ImportFrom)
                and any(a.name == "datetime" for a in node.names)
            )
            if name.split(".")[0] in FORBIDDEN_IN_CORE or clock:
                wrong.append(f"{path.relative_to(PACKAGE)} imports {name}")
        text = path.read_text(encoding="utf-8")
        if re.search(r"\.now\(|\.today\(|(?<![\w.])(?<!def )open\(", text):
            wrong.append(f"{path.relative_to(PACKAGE)} reads a clock or opens a file")
    assert seen > 500
    assert not wrong, "\n".join(wrong)


@pytest.mark.parametrize("part", sorted(AROUND))
def test_parts_take_only_from_parts_below_them(part: str) -> None:
    seen = 0
    for path in modules(PACKAGE / part):
        for name, _ in imported(path):
            parts = name.split(".")
            if parts[0] != "elm_cover" or len(parts) < 2 or parts[1] in (part, "__version__"):
                continue
            seen += 1
            assert parts[1] in AROUND[part], f"{path.relative_to(PACKAGE)} takes from {parts[1]}"
    assert seen or not AROUND[part], f"{part} takes from nobody: the test looks in the wrong place"


def test_code_stays_out_of_init_files() -> None:
    inits = [path for path in modules(PACKAGE) if path.name == "__init__.py" and path.parent != PACKAGE]
    assert len(inits) > 25
    for path in inits:
        body = ast.parse(path.read_text(encoding="utf-8")).body
        assert body and isinstance(body[0], ast.Expr), f"{path.relative_to(PACKAGE)} has no docstring"
        rest = [node for node in body[1:] if not (isinstance(node, ast.ImportFrom) and node.module == "__future__")]
        door = str(path.parent.relative_to(PACKAGE)) in DOORS
        allowed = (ast.ImportFrom, ast.Assign) if door else ()
        assert all(isinstance(node, allowed) for node in rest), f"{path.relative_to(PACKAGE)} has code in it"


def test_a_room_of_the_core_has_no_rooms_in_it() -> None:
    rooms = {
        path.relative_to(PACKAGE / "core").parts[0]
        for path in modules(PACKAGE / "core")
        if path.parent != PACKAGE / "core"
    }
    assert rooms == set(CORE)
    assert all(len(path.relative_to(PACKAGE / "core").parts) <= 2 for path in modules(PACKAGE / "core"))


def test_outside_code_takes_from_a_rooms_door() -> None:
    """What stands around the core takes what a room exports, and from ``base``; no module of a room is called as what it exports."""
    wrong, seen = [], 0
    for path in modules(PACKAGE):
        if path.relative_to(PACKAGE).parts[0] == "core":
            continue
        for name, node in imported(path):
            parts = name.split(".")
            if parts[:2] != ["elm_cover", "core"] or len(parts) < 3:
                continue
            seen += 1
            exported = exports(parts[2])
            if parts[2] != "base" and len(parts) > 3:
                wrong.append(f"{path.relative_to(PACKAGE)} goes past the door of {parts[2]}: {name}")
            elif parts[2] != "base" and isinstance(node, ast.ImportFrom):
                wrong += [
                    f"{path.relative_to(PACKAGE)}: {parts[2]} exports no {a.name}"
                    for a in node.names
                    if a.name not in exported
                ]
    assert seen > 150, "the walk found no imports: the test looks in the wrong place"
    assert not wrong, "\n".join(wrong)


def test_a_door_exports_what_somebody_takes_and_no_module_of_its_name_stands_beside_it() -> None:
    taken: dict[str, set[str]] = {}
    for path in [
        *modules(PACKAGE),
        *modules(PACKAGE.parent.parent / "tests"),
        *modules(PACKAGE.parent.parent / "bench"),
    ]:
        for name, node in imported(path) if path.is_relative_to(PACKAGE) else absolute(path):
            parts = name.split(".")
            if parts[:2] == ["elm_cover", "core"] and len(parts) == 3 and isinstance(node, ast.ImportFrom):
                taken.setdefault(parts[2], set()).update(alias.name for alias in node.names)
    doors = {room: exports(room) for room in CORE}
    assert sum(map(len, doors.values())) > 150
    unused = [f"{room}: {name}" for room, names in doors.items() for name in names - taken.get(room, set())]
    assert not unused, f"exported and taken by nobody: {unused}"
    clash = [
        f"{room}: {name}"
        for room, names in doors.items()
        for name in names
        if (PACKAGE / "core" / room / f"{name}.py").exists()
    ]
    assert not clash, f"a module is called as what its room exports: {clash}"


def exports(room: str) -> set[str]:
    """What the door of a room exports."""
    body = ast.parse((PACKAGE / "core" / room / "__init__.py").read_text(encoding="utf-8")).body
    lists = [node.value for node in body if isinstance(node, ast.Assign)]
    return {ast.literal_eval(item) for found in lists if isinstance(found, ast.List) for item in found.elts}


def absolute(path: Path) -> Iterator[tuple[str, ast.AST]]:
    """What a test imports, by its full name."""
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        if isinstance(node, ast.ImportFrom) and node.module and not node.level:
            yield node.module, node
