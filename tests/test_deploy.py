"""What docs/deploy.md and deploy/ show is what works, and docs/security.md tells the program's own table."""

from __future__ import annotations

import re
import shutil
import subprocess
from pathlib import Path

import pytest

from elm_cover.cli import parser
from tools.security import written

ROOT = Path(__file__).parent.parent
UNIT = ROOT / "deploy" / "elm-cover.service"


def test_the_table_of_rights_is_the_programs() -> None:
    now = (ROOT / "docs" / "security.md").read_text(encoding="utf-8")
    assert now == written(), "run `python -m tools.security > FILE`, and put it in place of docs/security.md"


def test_what_the_page_on_security_names_is_there() -> None:
    text = (ROOT / "docs" / "security.md").read_text(encoding="utf-8")
    file, seen = "", 0
    for path, name in re.findall(r"`(tests/[\w/]+\.py|…)(?:::(\w+))?", text):
        file = file if path == "…" else path
        if name:
            seen += 1
            assert f"def {name}" in (ROOT / file).read_text(encoding="utf-8"), (file, name)
    assert seen > 10


def test_the_units_command_is_one() -> None:
    start = re.search(r"^ExecStart=\S+ (.*)$", UNIT.read_text(encoding="utf-8"), re.M)
    assert start is not None
    asked = parser().parse_args(start[1].replace("${ELM_COVER_BEHIND}", "https://attic.example").split())
    assert asked.behind == "https://attic.example" and str(asked.data) == "/var/lib/elm-cover"


def test_the_unit_is_sound(tmp_path: Path) -> None:
    tool = shutil.which("systemd-analyze")
    if tool is None:
        pytest.skip("no systemd-analyze here")
    command = tmp_path / "elm-cover"
    command.write_text("#!/bin/sh\n")
    command.chmod(0o755)
    unit = tmp_path / UNIT.name
    unit.write_text(UNIT.read_text(encoding="utf-8").replace("/opt/elm-cover/bin/elm-cover", str(command)))
    found = subprocess.run([tool, "verify", unit], capture_output=True, text=True, check=False)
    assert (found.returncode, [line for line in found.stderr.splitlines() if UNIT.name in line]) == (0, [])
