"""The README and the command line's help say what there is, and all of it."""

from __future__ import annotations

import argparse
import re
from pathlib import Path

import pytest

from elm_cover.cli import main, parser

ROOT = Path(__file__).parent.parent
README = (ROOT / "README.md").read_text()


def commands() -> dict[str, argparse.ArgumentParser]:
    found = next(a for a in parser()._actions if isinstance(a, argparse._SubParsersAction))
    return dict(found.choices)


def test_every_command_is_in_the_readme_and_has_help(capsys: pytest.CaptureFixture[str]) -> None:
    named = set(re.findall(r"elm-cover (\w+)", README))
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
