"""The commit that the work on speed began from, kept as a worktree beside the program: what it took then, in the same run."""

from __future__ import annotations

import json
import os
import subprocess
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

ROOT = Path(__file__).parent.parent
COMMIT = "42586b1"
PLACE = ROOT / ".build" / "before"


def worktree() -> Path | None:
    """Its sources with its screens built; None where this clone does not have that commit."""
    if not (PLACE / "src").is_dir():
        made = subprocess.run(
            ["git", "worktree", "add", "--force", "--detach", str(PLACE), COMMIT],
            cwd=ROOT,
            capture_output=True,
            check=False,
        )
        if made.returncode != 0:
            return None
    frontend = PLACE / "frontend"
    if not (PLACE / "src" / "elm_cover" / "web" / "index.html").is_file():
        if not (frontend / "node_modules").exists():
            (frontend / "node_modules").symlink_to(ROOT / "frontend" / "node_modules")
        subprocess.run(["npm", "run", "--silent", "build"], cwd=frontend, capture_output=True, check=True)
    return PLACE


def told(module: str, sources: Path) -> Any:
    """What a module of the bench prints as JSON when it runs over those sources."""
    paths = os.pathsep.join((str(sources / "src"), str(ROOT)))
    done = subprocess.run(
        [sys.executable, "-m", module],
        cwd=ROOT,
        env=os.environ | {"PYTHONPATH": paths},
        capture_output=True,
        text=True,
        check=True,
    )
    return json.loads(done.stdout)


@contextmanager
def sources_of(sources: Path) -> Iterator[None]:
    """Servers that are started meanwhile run over those sources."""
    before = os.environ.get("PYTHONPATH")
    os.environ["PYTHONPATH"] = str(sources / "src")
    try:
        yield
    finally:
        if before is None:
            del os.environ["PYTHONPATH"]
        else:
            os.environ["PYTHONPATH"] = before
