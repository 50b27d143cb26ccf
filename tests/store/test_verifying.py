"""Whether a paper was issued here and is unchanged: by its bytes, by its code, on the command line and over HTTP."""

from __future__ import annotations

import io
import json
import zipfile
from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient

from elm_cover.api.app import create_app
from elm_cover.cli import main
from elm_cover.formats.archive import FIRMS_OWN
from elm_cover.job.paper_seal import unsealed
from elm_cover.store.database import FILE_NAME
from elm_cover.store.paper_shelf import own_keys, stored_papers
from tests.conftest import attic
from tests.store.older import take_back

PDF = {"Content-Type": "application/pdf"}


@pytest.fixture
def client(tmp_path: Path) -> FlaskClient:
    return create_app(tmp_path).test_client()


def issue(client: FlaskClient, job: dict[str, Any], kind: str = "job sheet") -> tuple[str, bytes]:
    stored = client.post("/api/jobs", json=job)
    issued = client.post(
        f"/api/jobs/{stored.json['id']}/papers?kind={kind}", headers={"If-Match": stored.headers["ETag"]}
    )
    assert issued.status_code == 201, issued.data
    return str(stored.json["id"]), client.get(issued.json["url"]).data


def changed(pdf: bytes) -> bytes:
    at = pdf.index(b"stream") + 40
    return pdf[:at] + bytes([pdf[at] ^ 1]) + pdf[at + 1 :]


def test_a_paper_is_known_by_its_bytes_and_a_changed_one_by_its_code(client: FlaskClient) -> None:
    job, pdf = issue(client, attic())
    told = client.post("/api/papers/verify", data=pdf, headers=PDF).json
    assert told["state"] == "unchanged" and "Issued here and unchanged: job sheet 1 of" in told["said"]
    code = told["papers"][0]["code"]
    assert (told["papers"][0]["job"], told["papers"][0]["number"], told["papers"][0]["revision"]) == (job, 1, 2)
    forged = client.post("/api/papers/verify", data=changed(pdf), headers=PDF).json
    assert forged["state"] == "changed" and f"code {code}" in forged["said"] and forged["papers"][0]["job"] == job
    for other in (b"%PDF-1.4 elm-cover-code-0123456789", b"", b"%PDF"):
        strange = client.post("/api/papers/verify", data=other, headers=PDF).json
        assert strange["state"] == "unknown" and strange["papers"] == []
    assert client.post("/api/papers/verify", data=pdf, headers={"Content-Type": "text/plain"}).status_code == 415


def test_a_paper_is_found_again_by_its_code(client: FlaskClient) -> None:
    job, pdf = issue(client, attic())
    (one,) = client.get(f"/api/jobs/{job}/papers").json["papers"]
    assert f"elm-cover-code-{one['code']}".encode() in pdf
    found = client.get(f"/api/papers?code={one['code']}").json["papers"]
    assert found == [one] and client.get(one["url"]).data == pdf
    assert client.get("/api/papers?code=0000000000").json["papers"] == []
    for wrong in ("", "xyz", "0123456789a", "ABCDEF0123"):
        assert client.get(f"/api/papers?code={wrong}").status_code == 422
    assert client.get("/api/jobs/none/papers").status_code == 404


def test_the_revision_on_the_paper_is_the_one_it_is_kept_with(client: FlaskClient) -> None:
    from pypdf import PdfReader

    job, pdf = issue(client, attic())
    (one,) = client.get(f"/api/jobs/{job}/papers").json["papers"]
    assert f"revision {one['revision']}" in PdfReader(io.BytesIO(pdf)).pages[0].extract_text()


def test_verify_on_the_command_line(client: FlaskClient, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    _, pdf = issue(client, attic())
    for name, content, status, said in (
        ("same.pdf", pdf, 0, "Issued here and unchanged"),
        ("other.pdf", changed(pdf), 1, "Changed since it was issued"),
        ("strange.pdf", b"%PDF-1.7", 1, "no paper that was issued here"),
    ):
        (tmp_path / name).write_bytes(content)
        assert main(["verify", str(tmp_path / name), "--data", str(tmp_path)]) == status
        assert said in capsys.readouterr().out
    assert main(["verify", str(tmp_path / "same.pdf"), "--data", str(tmp_path / "nowhere")]) == 2
    assert "holds no jobs" in capsys.readouterr().err and not (tmp_path / "nowhere").exists()
    assert (tmp_path / FILE_NAME).exists()


def test_papers_of_an_older_database_are_known_by_their_bytes(client: FlaskClient, tmp_path: Path) -> None:
    """The migration sums the bytes that were there."""
    from elm_cover.formats.headline import headline
    from elm_cover.store.jobs import JobStore
    from elm_cover.store.verifying import verified

    job, pdf = issue(client, attic())
    take_back(tmp_path, 8)
    body, _ = unsealed(pdf)
    store = JobStore(tmp_path, headline)
    assert verified(store, body).state == "unchanged"
    # Signed once, by the key that the office has now, and marked so.
    (stored,) = stored_papers(store, job)
    assert stored.seal is not None and stored.seal.issue.late and stored.seal.holds(own_keys(store))
    assert verified(JobStore(tmp_path, headline), stored.handed_out()).state == "unchanged"


def test_the_customer_gets_the_last_papers_and_none_of_the_firms_own(client: FlaskClient) -> None:
    document = {**attic(), "house_rules": {"cover_lights": "every"}, "book": {"currency": "€"}}
    job, first = issue(client, document)
    tag = client.get(f"/api/jobs/{job}").headers["ETag"]
    assert client.post(f"/api/jobs/{job}/papers?kind=job sheet", headers={"If-Match": tag}).status_code == 201
    with zipfile.ZipFile(io.BytesIO(client.get(f"/api/jobs/{job}/handover").data)) as file:
        told = json.loads(file.read("job.json"))
        assert told["sections"] and not set(FIRMS_OWN) & set(told)
        assert [name for name in file.namelist() if name.startswith("papers/")] == ["papers/2-job-sheet.pdf"]
        assert json.loads(file.read("log.json")) == {"entries": []}
    with zipfile.ZipFile(io.BytesIO(client.get(f"/api/jobs/{job}/archive").data)) as file:
        assert json.loads(file.read("job.json"))["house_rules"] == {"cover_lights": "every"}
        assert file.read("papers/1-job-sheet.pdf") == first
    assert client.get("/api/jobs/none/handover").status_code == 404
