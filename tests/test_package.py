"""What is handed out: a wheel with all it needs, that runs on its own."""

from __future__ import annotations

import ast
import json
import os
import re
import subprocess
import sys
import sysconfig
import time
import tomllib
import urllib.request
import venv
import zipfile
from importlib.metadata import packages_distributions
from pathlib import Path

import pytest

from elm_cover.core.plan import plan
from elm_cover.demo.jobs import demo_documents
from elm_cover.job import read_job
from tests.ports import free_port
from tools.licences import written as licences

# The wheel is built once, whichever worker takes these.
pytestmark = pytest.mark.xdist_group("wheel")

ROOT = Path(__file__).parent.parent
PACKAGE = ROOT / "src" / "elm_cover"


def normal(name: str) -> str:
    return re.sub(r"[-_.]+", "-", name).lower()


def test_every_third_party_import_is_a_declared_dependency() -> None:
    project = tomllib.loads((ROOT / "pyproject.toml").read_text(encoding="utf-8"))["project"]
    declared = {normal(re.split(r"[<>=!~ \[]", line)[0]) for line in project["dependencies"]}
    known = packages_distributions()
    imported: dict[str, str] = {}
    for path in PACKAGE.rglob("*.py"):
        for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
            names = [alias.name for alias in node.names] if isinstance(node, ast.Import) else []
            if isinstance(node, ast.ImportFrom) and node.level == 0 and node.module:
                names = [node.module]
            for name in names:
                root = name.split(".")[0]
                if root not in sys.stdlib_module_names and root != "elm_cover":
                    imported[root] = str(path.relative_to(PACKAGE))
    assert {"flask", "numpy", "psychrolib", "PIL"} <= set(imported), "the walk found too little"
    missing = {
        f"{root} ({where})" for root, where in imported.items() if not {normal(d) for d in known[root]} & declared
    }
    assert not missing, f"imported, not declared in pyproject.toml: {sorted(missing)}"
    # httptools: uvicorn's parser, loaded by the class that serving.protocol makes its connections of.
    unused = declared - {normal(d) for root in imported for d in known[root]} - {"httptools"}
    assert not unused, f"declared, imported nowhere: {sorted(unused)}"


def test_what_is_declared_is_pinned() -> None:
    project = tomllib.loads((ROOT / "pyproject.toml").read_text(encoding="utf-8"))["project"]
    declared = {normal(re.split(r"[<>=!~ \[]", line)[0]) for line in project["dependencies"]}
    lines = (ROOT / "requirements.txt").read_text(encoding="utf-8").splitlines()
    pinned = {normal(line.split("==")[0]) for line in lines if "==" in line}
    unhashed = [
        pin for pin, after in zip(lines, [*lines[1:], ""], strict=True) if "==" in pin and "--hash=sha256:" not in after
    ]
    assert not unhashed, f"pinned without a sum: {unhashed}"
    assert declared <= pinned, f"not pinned in requirements.txt: {sorted(declared - pinned)}"


@pytest.fixture(scope="module")
def wheel(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """The wheel, built as ``make build`` does, from a copy of the sources so that nothing is left lying about."""
    if not (PACKAGE / "web" / "index.html").is_file():
        pytest.skip("the screens are not built: make test builds them first")
    to = tmp_path_factory.mktemp("wheel")
    source = to / "source"
    source.mkdir()
    for name in ("pyproject.toml", "README.md", "LICENSE"):
        (source / name).write_bytes((ROOT / name).read_bytes())
    subprocess.run(["cp", "-r", str(ROOT / "src"), str(source / "src")], check=True)
    command = [sys.executable, "-m", "pip", "wheel", "--quiet", "--no-deps", "--no-build-isolation"]
    subprocess.run([*command, "--wheel-dir", str(to), str(source)], check=True)
    return next(to.glob("*.whl"))


def test_the_wheel_carries_everything_that_is_read_at_run_time(wheel: Path) -> None:
    inside = set(zipfile.ZipFile(wheel).namelist())
    data = [path for path in PACKAGE.rglob("*") if path.is_file() and path.suffix not in (".py", ".pyc")]
    assert len(data) > 20
    assert {f"elm_cover/{path.relative_to(PACKAGE).as_posix()}" for path in data} <= inside


@pytest.fixture(scope="module")
def installed(wheel: Path, tmp_path_factory: pytest.TempPathFactory) -> Path:
    """The wheel in an environment of its own; its dependencies are lent from this one, the sources are not."""
    home = tmp_path_factory.mktemp("fresh")
    venv.create(home, with_pip=False)
    packages = next(home.glob("lib/python*/site-packages"))
    zipfile.ZipFile(wheel).extractall(packages)
    # A folder named in a .pth lends its packages, but not what its own .pth files add: the sources stay out.
    (packages / "lent.pth").write_text(sysconfig.get_paths()["purelib"] + "\n", encoding="utf-8")
    return home / "bin" / "python"


def run(python: Path, *arguments: str, cwd: Path) -> subprocess.CompletedProcess[str]:
    clean = {name: value for name, value in os.environ.items() if name != "PYTHONPATH"}
    command = [str(python), "-m", "elm_cover.cli", *arguments]
    return subprocess.run(command, cwd=cwd, env=clean, capture_output=True, text=True, check=False)


def test_the_wheel_plans_a_file(installed: Path, tmp_path: Path) -> None:
    where = [str(installed), "-c", "import elm_cover; print(elm_cover.__file__)"]
    clean = {name: value for name, value in os.environ.items() if name != "PYTHONPATH"}
    came_from = subprocess.run(where, cwd=tmp_path, env=clean, capture_output=True, text=True, check=True).stdout
    assert str(installed.parent.parent) in came_from, "the sources were run, not the wheel"
    document = demo_documents()[0]
    (tmp_path / "job.json").write_text(json.dumps(document), encoding="utf-8")
    answer = run(installed, "plan", "job.json", cwd=tmp_path)
    assert answer.returncode == 0, answer.stderr
    assert json.loads(answer.stdout)["order"][0]["bags_order"] == plan(read_job(document)).order[0].bags_order
    paper = run(installed, "export", "job.json", "sheet.pdf", cwd=tmp_path)
    assert paper.returncode == 0, paper.stderr
    assert (tmp_path / "sheet.pdf").read_bytes().startswith(b"%PDF-")


def test_the_wheel_serves_the_screens(installed: Path, tmp_path: Path) -> None:
    port = free_port()
    clean = {name: value for name, value in os.environ.items() if name != "PYTHONPATH"}
    command = [str(installed), "-m", "elm_cover.cli", "demo", "--data", str(tmp_path / "data"), "--port", str(port)]
    server = subprocess.Popen(command, cwd=tmp_path, env=clean, stdout=subprocess.DEVNULL, stderr=subprocess.PIPE)
    try:
        page = asked(f"http://127.0.0.1:{port}/", server)
        script = re.search(r'src="(/assets/[^"]+\.js)"', page)
        assert script, "the page names no script"
        assert len(asked(f"http://127.0.0.1:{port}{script[1]}", server)) > 100_000
        assert len(json.loads(asked(f"http://127.0.0.1:{port}/api/jobs", server))["jobs"]) == 15
    finally:
        server.terminate()
        server.wait(10)


def asked(url: str, server: subprocess.Popen[bytes], within_s: float = 90) -> str:
    """The answer to a GET, waited for while the server starts."""
    until = time.monotonic() + within_s
    while True:
        try:
            with urllib.request.urlopen(url, timeout=10) as answer:
                return str(answer.read().decode())
        except OSError:
            assert server.poll() is None, f"it stopped: {server.stderr.read().decode() if server.stderr else ''}"
            assert time.monotonic() < until, f"no answer from {url}"
            time.sleep(0.1)


def test_every_package_stands_with_its_licence() -> None:
    page = (ROOT / "docs" / "licences.md").read_text(encoding="utf-8")
    assert page == licences(), "run `python -m tools.licences > docs/licences.md`"
    assert "not said" not in page
