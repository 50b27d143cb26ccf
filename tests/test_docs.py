"""The README and the command line's help say what there is, and all of it."""

from __future__ import annotations

import argparse
import re
from pathlib import Path

import pytest

from elm_cover.cli import main, parser
from tests.test_arrows import CORE as LEVELS

ROOT = Path(__file__).parent.parent
README = (ROOT / "README.md").read_text()


def commands() -> dict[str, argparse.ArgumentParser]:
    found = next(a for a in parser()._actions if isinstance(a, argparse._SubParsersAction))
    return dict(found.choices)


def test_every_command_is_in_the_readme_and_has_help(capsys: pytest.CaptureFixture[str]) -> None:
    named = set(re.findall(r"elm-cover ([\w-]+)", README))
    assert named == set(commands())
    for name in commands():
        with pytest.raises(SystemExit) as ended:
            main([name, "--help"])
        assert ended.value.code == 0 and len(capsys.readouterr().out) > 80


def test_every_make_target_in_the_readme_exists() -> None:
    targets = set(re.findall(r"^([a-z]+):", (ROOT / "Makefile").read_text(), re.M))
    assert set(re.findall(r"make ([a-z]+)", README)) - {"demo"} <= targets | {"demo"} and "demo" in targets


def test_every_picture_is_linked_and_there() -> None:
    linked = set(re.findall(r"docs/screenshots/([\w-]+\.png)", README))
    assert linked == {file.name for file in (ROOT / "docs" / "screenshots").glob("*.png")}


DOCS = [ROOT / "CONTRIBUTING.md", *sorted((ROOT / "docs").rglob("*.md"))]
CORE = ROOT / "src" / "elm_cover" / "core"


@pytest.mark.parametrize("document", DOCS, ids=lambda path: path.name)
def test_every_file_that_a_document_names_is_there(document: Path) -> None:
    text = document.read_text(encoding="utf-8")
    named = set(re.findall(r"`((?:src|frontend|tests|tools|docs)/[\w./-]*\w/?)`", text))
    named |= {f"src/elm_cover/{path}" for path in re.findall(r"`(core/[\w./-]*\w/?)`", text)}
    assert [name for name in named if not (ROOT / name).exists()] == []
    links = re.findall(r"\]\(([\w./-]+)\)", text)
    assert [link for link in links if not (document.parent / link).exists()] == []


def test_the_architecture_tells_every_room_at_its_level() -> None:
    text = (ROOT / "docs" / "architecture.md").read_text(encoding="utf-8")
    lines = dict(re.findall(r"^\| (\d+) \| (.*?) \|", text, re.M))
    told = {room: int(level) for level, line in lines.items() for room in re.findall(r"`(\w+)`", line)}
    assert told == LEVELS
    docstring = (CORE / "__init__.py").read_text(encoding="utf-8")
    assert set(LEVELS) <= set(re.findall(r"\w+", docstring))
    assert {path.name for path in CORE.iterdir() if (path / "__init__.py").is_file()} == set(LEVELS)
