"""Papers that nobody can forge: signed where they are issued, checked by the issuer's key, never believed because they came in."""

from __future__ import annotations

import io
import sqlite3
import zipfile
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient

from elm_cover.api.app import create_app
from elm_cover.cli import main
from elm_cover.job.paper_seal import Issue, new_private_key, seal_told, sealed, signed, sum_of, unsealed
from elm_cover.store.backup import backup, restore
from elm_cover.store.database import FILE_NAME
from tests.conftest import attic
from tests.store.older import take_back
from tests.store.test_verifying import PDF, changed, issue

FORGED = b"%PDF-1.4 R-60 everywhere elm-cover-code-0123456789 %%EOF"


@pytest.fixture
def client(tmp_path: Path) -> FlaskClient:
    return create_app(tmp_path / "here").test_client()


@pytest.fixture
def elsewhere(tmp_path: Path) -> FlaskClient:
    return create_app(tmp_path / "elsewhere").test_client()


def verify(client: FlaskClient, content: bytes, key: str = "") -> dict[str, Any]:
    answer = client.post(f"/api/papers/verify{f'?key={key}' if key else ''}", data=content, headers=PDF)
    return dict(answer.json or {})


def key_of(client: FlaskClient) -> str:
    return str(client.get("/api/papers/keys").json["keys"][0]["key"])


def repacked(archive: bytes, change: Callable[[str, bytes], bytes | None]) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(archive)) as old, zipfile.ZipFile(out, "w") as new:
        for name in old.namelist():
            content = change(name, old.read(name))
            if content is not None:
                new.writestr(name, content)
    return out.getvalue()


def bring_in(client: FlaskClient, archive: bytes) -> str:
    answer = client.post("/api/archives", data=archive, headers={"Content-Type": "application/zip"})
    assert answer.status_code == 201, answer.data
    return str(answer.json["id"])


def test_a_forged_paper_brought_in_is_not_issued_here(
    client: FlaskClient, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    job, _ = issue(client, attic())
    archive = client.get(f"/api/jobs/{job}/handover").data
    forged = repacked(
        archive,
        lambda name, content: None if name == "papers.json" else FORGED if name.startswith("papers/") else content,
    )
    brought = bring_in(client, forged)
    told = verify(client, FORGED)
    assert told["state"] == "came" and str(told["said"]).startswith("Not issued here: it came in with the job")
    (file := tmp_path / "forged.pdf").write_bytes(FORGED)
    assert main(["verify", str(file), "--data", str(tmp_path / "here")]) == 1
    assert "Not issued here" in capsys.readouterr().out
    (found,) = client.get("/api/papers?code=0123456789").json["papers"]
    assert found["came_at"] and (found["revision"], found["issued_at"], found["key"]) == (None, None, None)
    assert client.get(f"/api/jobs/{brought}/papers").json["papers"] == [found]


def test_a_changed_paper_in_an_archive_that_lists_it_is_refused(client: FlaskClient) -> None:
    job, _ = issue(client, attic())
    archive = client.get(f"/api/jobs/{job}/archive").data
    forged = repacked(archive, lambda name, content: FORGED if name.startswith("papers/") else content)
    answer = client.post("/api/archives", data=forged, headers={"Content-Type": "application/zip"})
    assert answer.status_code == 422 and "its bytes are not those that its seal is of" in answer.json["detail"]


def test_what_came_in_keeps_its_own_revision_and_day_and_is_checked_by_its_offices_key(
    client: FlaskClient, elsewhere: FlaskClient, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    job, pdf = issue(client, attic())
    (issued,) = client.get(f"/api/jobs/{job}/papers").json["papers"]
    brought = bring_in(elsewhere, client.get(f"/api/jobs/{job}/archive").data)
    (found,) = elsewhere.get(f"/api/jobs/{brought}/papers").json["papers"]
    same = ("number", "kind", "revision", "issued_at", "code", "key")
    assert {name: found[name] for name in same} == {name: issued[name] for name in same}
    assert found["came_at"] and issued["came_at"] is None
    assert elsewhere.get(found["url"]).data == pdf
    assert verify(elsewhere, pdf)["state"] == "came"
    key = key_of(client)
    assert verify(elsewhere, pdf, key)["state"] == "signed"
    assert verify(elsewhere, pdf, key_of(elsewhere))["state"] == "unknown"
    assert verify(elsewhere, changed(pdf), key)["state"] == "changed"
    # By the key alone, on a machine without any records.
    (file := tmp_path / "paper.pdf").write_bytes(pdf)
    (tmp_path / "key.txt").write_text(f"{key}\n")
    for given in (key, str(tmp_path / "key.txt")):
        assert main(["verify", str(file), "--key", given, "--data", str(tmp_path / "nowhere")]) == 0
    file.write_bytes(changed(pdf))
    assert main(["verify", str(file), "--key", key, "--data", str(tmp_path / "nowhere")]) == 1
    assert "Changed since it was issued" in capsys.readouterr().out
    assert main(["verify", str(file), "--key", str(file)]) == 2
    # And it comes home again as what it is: this office's own, on a job that came in.
    home = bring_in(client, elsewhere.get(f"/api/jobs/{brought}/archive").data)
    assert client.get(f"/api/jobs/{home}/papers").json["papers"][0]["came_at"]
    assert verify(client, pdf)["state"] == "unchanged"


def test_a_key_that_begins_with_a_dash_is_a_key(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """One in 64 does: elm-cover key prints it, and elm-cover verify --key takes it as it was printed."""
    whole = Issue(sha256=sum_of(FORGED), kind="offer", number=1, job="a", revision=3, issued_at=None, code="0" * 10)
    seal = next(seal for seal in (signed(whole, new_private_key()) for _ in range(4_000)) if seal.key.startswith("-"))
    (file := tmp_path / "paper.pdf").write_bytes(sealed(FORGED, seal))
    for given in (["--key", seal.key, str(file)], [str(file), "--key", seal.key], [str(file), f"--key={seal.key}"]):
        assert main(["verify", *given, "--data", str(tmp_path / "nowhere")]) == 0, capsys.readouterr().err


@pytest.mark.parametrize("name", ["sha256", "kind", "number", "job", "revision", "issued_at", "code", "late"])
def test_the_seal_holds_for_every_word_of_it(name: str) -> None:
    private = new_private_key()
    whole = Issue(
        sha256=sum_of(FORGED), kind="offer", number=1, job="a", revision=3, issued_at="2026-12-01", code="0" * 10
    )
    seal = signed(whole, private)
    content, read = unsealed(sealed(FORGED, seal))
    assert content == FORGED and read == seal and seal.holds({seal.key})
    told = seal.told()
    other = {"number": 2, "revision": 4, "late": True}.get(name, "x")
    assert not seal_told({**told, name: other}).holds({seal.key})
    assert not seal.holds({signed(whole, new_private_key()).key})


@pytest.mark.parametrize(
    "tail",
    [b"\n%elm-cover-seal ", b"\n%elm-cover-seal !!!", b"\n%elm-cover-seal eyJhIjoxfQ==", b"\n%elm-cover-seal W10="],
)
def test_a_seal_that_cannot_be_read_is_none(client: FlaskClient, tail: bytes) -> None:
    assert unsealed(FORGED + tail) == (FORGED, None)
    _, pdf = issue(client, attic())
    # The bytes that were issued are those still.
    assert verify(client, unsealed(pdf)[0] + tail)["state"] == "unchanged"


def test_another_seal_under_a_paper_of_ours_is_a_change(client: FlaskClient) -> None:
    _, pdf = issue(client, attic())
    body, seal = unsealed(pdf)
    assert seal is not None
    lied = seal_told({**seal.told(), "revision": 99})
    assert verify(client, sealed(body, lied))["state"] == "changed"
    assert verify(client, sealed(body, signed(seal.issue, new_private_key())))["state"] == "changed"


def test_a_paper_of_a_binned_job_still_answers(client: FlaskClient) -> None:
    job, pdf = issue(client, attic())
    assert client.delete(f"/api/jobs/{job}").status_code == 204
    told = verify(client, pdf)
    assert told["state"] == "unchanged"
    (found,) = told["papers"]
    assert client.get(found["url"]).data == pdf
    assert client.get(f"/api/jobs/{job}/papers").json["papers"] == [found]


def test_the_key_is_in_the_backup_and_in_no_archive(client: FlaskClient, tmp_path: Path) -> None:
    job, pdf = issue(client, attic())
    with sqlite3.connect(tmp_path / "here" / FILE_NAME) as raw:
        ((private,),) = raw.execute("SELECT private FROM paper_key").fetchall()
    for what in ("archive", "handover"):
        with zipfile.ZipFile(io.BytesIO(client.get(f"/api/jobs/{job}/{what}").data)) as file:
            assert all(private.encode() not in file.read(name) for name in file.namelist())
    backup(tmp_path / "here", tmp_path / "all.zip")
    restore(tmp_path / "all.zip", tmp_path / "again")
    again = create_app(tmp_path / "again").test_client()
    assert key_of(again) == key_of(client) and verify(again, pdf)["state"] == "unchanged"


def test_a_new_key_signs_and_the_old_half_stays_good(
    client: FlaskClient, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    job, pdf = issue(client, attic())
    old = key_of(client)
    assert main(["key", "--new", "--data", str(tmp_path / "here")]) == 0
    said = capsys.readouterr()
    assert old in said.err and said.out.strip() == key_of(client) != old
    assert verify(client, pdf)["state"] == "unchanged"
    tag = client.get(f"/api/jobs/{job}").headers["ETag"]
    client.post(f"/api/jobs/{job}/papers", headers={"If-Match": tag})
    newer, older = client.get(f"/api/jobs/{job}/papers").json["papers"]
    assert (newer["key"], older["key"]) == (key_of(client), old)


def test_a_row_that_somebody_wrote_into_the_database_was_not_issued_here(client: FlaskClient, tmp_path: Path) -> None:
    job, pdf = issue(client, attic())
    with sqlite3.connect(tmp_path / "here" / FILE_NAME) as raw:
        raw.execute("UPDATE paper SET revision = 99")
    told = verify(client, unsealed(pdf)[0])
    assert told["state"] == "came" and client.get(f"/api/jobs/{job}/papers").json["papers"][0]["came_at"] == ""


def test_papers_that_came_into_an_older_database_are_marked_by_its_migration(
    client: FlaskClient, tmp_path: Path
) -> None:
    """Issuing cuts a revision for the paper; one that came in has none."""
    job, _ = issue(client, attic())
    brought = bring_in(client, client.get(f"/api/jobs/{job}/archive").data)
    take_back(tmp_path / "here", 11)
    with sqlite3.connect(tmp_path / "here" / FILE_NAME) as raw:
        raw.execute("UPDATE paper SET revision = 1, issued_at = '2026-11-01' WHERE job_id = ?", (brought,))
    again = create_app(tmp_path / "here").test_client()
    (own,) = again.get(f"/api/jobs/{job}/papers").json["papers"]
    (came,) = again.get(f"/api/jobs/{brought}/papers").json["papers"]
    assert own["came_at"] is None and own["revision"] == 2
    assert came["came_at"] == "2026-11-01" and (came["revision"], came["issued_at"]) == (None, None)
