"""What comes in from outside and is wrong: refused in words, bounded, and never a 500."""

from __future__ import annotations

import hashlib
import io
import json
import threading
import zipfile
from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient
from PIL import Image

from elm_cover.api.app import create_app
from elm_cover.formats.photo import keep_photo
from elm_cover.formats.survey_csv import read_features, write_features
from elm_cover.formats.table import as_it_was, harmless
from elm_cover.job import read_job
from elm_cover.store.photos import put_bytes
from tests.conftest import attic


@pytest.fixture
def client(tmp_path: Path) -> FlaskClient:
    found: FlaskClient = create_app(tmp_path).test_client()
    return found


def test_little_in_does_not_make_much_out(client: FlaskClient) -> None:
    job = attic()
    job["sections"][0]["readings"] = [{"depth_in": "x", "y" * 900: 1}] * 400
    answer = client.post("/api/plan", json={"job": job})
    assert answer.status_code == 422 and len(answer.data) < 60_000
    assert len(answer.json["errors"]) == 51 and "and at least 50 more" in answer.json["errors"][-1]["text"]


def test_joining_where_there_is_nothing_to_join(client: FlaskClient) -> None:
    bare = {"format": "elm-cover.job", "version": 1}
    answer = client.post("/api/outline/join", json={"job": bare, "first": "a", "second": "b"})
    assert answer.status_code == 422 and "no section" in answer.json["detail"]


def test_a_cell_without_end(client: FlaskClient) -> None:
    table = "product,kind,bag_lb\n" + "x" * 140_000 + ",cellulose_loose,25\n"
    answer = client.post("/api/import/products", json={"text": table})
    assert answer.status_code == 422 and "field" in answer.json["detail"]
    cell = "section,depth_in,x_ft\nmain,3," + "1" * 140_000
    assert client.post("/api/import/csv/readings", json={"text": cell, "sections": ["main"]}).status_code == 422


@pytest.mark.parametrize("origin", ["http://[::1", "http://[", "//", "null", "http://\x7f"])
def test_an_origin_that_is_no_address_is_another_page(client: FlaskClient, origin: str) -> None:
    assert client.post("/api/jobs", json=attic(), headers={"Origin": origin}).status_code == 403


def archive(method: int = zipfile.ZIP_DEFLATED, more: dict[str, bytes] | None = None) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", method) as file:
        file.writestr("job.json", json.dumps(attic()))
        for name, content in (more or {}).items():
            file.writestr(name, content)
    return out.getvalue()


@pytest.mark.parametrize(
    ("data", "says"),
    [
        (archive(zipfile.ZIP_BZIP2), "stored or deflated alone"),
        (archive(zipfile.ZIP_LZMA), "stored or deflated alone"),
        (
            archive(more={"papers/1-offer.pdf": b"%PDF-1", "papers/1-job-sheet.pdf": b"%PDF-2"}),
            "second paper of number 1",
        ),
    ],
)
def test_archives_that_are_packed_otherwise_or_number_twice(client: FlaskClient, data: bytes, says: str) -> None:
    answer = client.post("/api/archives", data=data, content_type="application/zip")
    assert answer.status_code == 422 and says in answer.json["detail"]
    assert client.get("/api/jobs").json["jobs"] == []


def test_the_same_photo_at_once_is_one_photo(tmp_path: Path) -> None:
    failed: list[BaseException] = []

    def put() -> None:
        try:
            put_bytes(tmp_path, "a" * 64 + ".jpg", b"jpeg" * 50_000)
        except BaseException as error:
            failed.append(error)

    threads = [threading.Thread(target=put) for _ in range(12)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert failed == [] and [path.suffix for path in (tmp_path / "photos").iterdir()] == [".jpg"]


@pytest.mark.parametrize("text", ["=1+1", "+cmd", "-x", "@sum", "'=1", "''", "\tx", "plain", "it's", "-5", "+2.5"])
def test_no_cell_is_a_formula_and_each_comes_back_as_it_was(text: str) -> None:
    written = str(harmless(text))
    assert as_it_was(written) == text
    assert not written.startswith(("=", "@")) and (written == text or written.startswith("'"))


def test_notes_with_line_breaks_and_formulas_survive_the_round_trip() -> None:
    notes = ["=HYPERLINK(1)", "first\nsecond, third", 'quoted "so"', "-"]
    job = attic(features=[{"kind": "box", "note": note} for note in notes])
    back: list[dict[str, Any]] = read_features(write_features(read_job(job)), ["main"])
    assert [item["note"] for item in back] == notes


def camera_photo(side_px: int, grey: int) -> bytes:
    out = io.BytesIO()
    Image.new("L", (side_px, side_px), grey).save(out, "PNG")
    return out.getvalue()


def test_an_archive_of_a_cameras_photos_is_bounded_in_pixels(client: FlaskClient) -> None:
    """Photos that were kept here before are read in a moment; forty of a camera's would take half a minute."""
    large = {f"photos/{hashlib.sha256(p).hexdigest()}.jpg": p for p in (camera_photo(6000, n) for n in range(5))}
    answer = client.post("/api/archives", data=archive(more=large), content_type="application/zip")
    assert answer.status_code == 422 and "at most 150 megapixels" in answer.json["errors"][0]["text"]
    assert client.get("/api/jobs").json["jobs"] == []
    kept = [keep_photo(io.BytesIO(camera_photo(2400, n))) for n in range(40)]
    own = {f"photos/{photo.name}": photo.content for photo in kept}
    assert sum(photo.width_px * photo.height_px for photo in kept) > 200e6
    assert client.post("/api/archives", data=archive(more=own), content_type="application/zip").status_code == 201


def test_what_one_job_may_hold_in_all(client: FlaskClient) -> None:
    job = attic()
    base = job["sections"][0]
    ring = [[x, 0] for x in range(50)] + [[x, 20] for x in range(49, -1, -1)]
    job["sections"] = [
        {**base, "id": f"s{n}", "outline_ft": ring, "edges": [{"kind": "gable"}] * 100, "features": []}
        for n in range(7)
    ]
    job["choice"] = {}
    many = client.post("/api/plan", json={"job": job})
    assert many.status_code == 422 and "700 corners in all sections together; at most 600" in many.json["detail"]
    light = {"kind": "recessed_light", "at_ft": [5, 5]}
    job["sections"] = [{**base, "id": f"s{n}", "features": [light] * 1001} for n in range(2)]
    lights = client.post("/api/plan", json={"job": job})
    assert (
        lights.status_code == 422 and "2,002 features in all sections together; at most 2,000" in lights.json["detail"]
    )
