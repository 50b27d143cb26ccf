"""Accounts from the command line."""

from __future__ import annotations

import io
from pathlib import Path

import pytest

from elm_cover.api.app import create_app
from elm_cover.cli import main
from tests.api.people import NAMES, PASSWORD, first, signed_in


@pytest.fixture
def typed(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr("sys.stdin", io.StringIO("\n".join([PASSWORD] * 5) + "\n"))


@pytest.mark.usefixtures("typed")
def test_the_first_account_and_what_the_office_forgot(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    data = ["--data", str(tmp_path)]
    assert main(["account", "add", "Ana Ortiz", "--role", "office", *data]) == 0
    assert main(["account", "add", "Cy Marsh", "--role", "crew", "--crew", "north", *data]) == 0
    app = create_app(tmp_path)
    office = signed_in(app, "ana  ortiz")
    assert office.get("/api/people").status_code == 200 and app.test_client().get("/api/jobs").status_code == 401
    assert main(["account", "lock", "cy marsh", *data]) == 0
    capsys.readouterr()
    assert main(["account", "list", *data]) == 0
    assert capsys.readouterr().out == "Ana Ortiz: office\nCy Marsh: crew, crew north, locked\n"
    assert main(["account", "password", "Ana Ortiz", *data]) == 0
    assert office.get("/api/jobs").status_code == 401 and main(["account", "unlock", "Cy Marsh", *data]) == 0
    kinds = [one["kind"] for one in signed_in(app, "Ana Ortiz").get("/api/deeds").json["deeds"]]
    assert kinds.count("person_changed") == 2 and "password_changed" in kinds


@pytest.mark.parametrize(
    ("asked", "said"),
    [
        (["add", "Ana Ortiz", "--role", "office"], "is, or was, called"),
        (["add", "Bo", "--role", "crew"], "say which crew"),
        (["add", " ", "--role", "reader"], "1 to 80 letters"),
        (["lock", "Nobody"], "account list"),
        (["lock", "Ana Ortiz"], "last one of the office"),
    ],
)
@pytest.mark.usefixtures("typed")
def test_what_cannot_be_done_is_said(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], asked: list[str], said: str
) -> None:
    first(create_app(tmp_path), NAMES["office"])
    assert main(["account", *asked, "--data", str(tmp_path)]) == 2
    assert said in capsys.readouterr().err


def test_a_password_that_is_none_adds_nobody(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    monkeypatch.setattr("sys.stdin", io.StringIO("short\n"))
    assert main(["account", "add", "Ana Ortiz", "--role", "office", "--data", str(tmp_path)]) == 2
    assert "at least 12" in capsys.readouterr().err
    assert create_app(tmp_path).test_client().get("/api/me").json["local"]
