"""What goes over the wire: packed where it is taken, the same once unpacked, and kept for good where it never changes."""

from __future__ import annotations

import gzip
import io
import json
from pathlib import Path

import pytest
from flask.testing import FlaskClient
from PIL import Image

from elm_cover.api.app import create_app
from elm_cover.api.pages import web_folder
from tests.conftest import attic

TAKES = {"Accept-Encoding": "gzip, br"}


@pytest.fixture
def client(tmp_path: Path) -> FlaskClient:
    found: FlaskClient = create_app(tmp_path).test_client()
    return found


def test_a_plan_goes_out_packed_to_who_takes_it_and_says_the_same(client: FlaskClient) -> None:
    plain = client.post("/api/plan", json={"job": attic()})
    packed = client.post("/api/plan", json={"job": attic()}, headers=TAKES)
    assert "Content-Encoding" not in plain.headers and packed.headers["Content-Encoding"] == "gzip"
    assert json.loads(gzip.decompress(packed.data)) == plain.json
    assert len(packed.data) < len(plain.data) / 3
    assert int(packed.headers["Content-Length"]) == len(packed.data)
    assert "Accept-Encoding" in packed.headers["Vary"] and packed.headers["Cache-Control"] == "no-store"
    none = client.post("/api/plan", json={"job": attic()}, headers={"Accept-Encoding": "gzip;q=0"})
    assert "Content-Encoding" not in none.headers


def test_a_refusal_and_what_is_small_go_out_as_they_are(client: FlaskClient) -> None:
    assert "Content-Encoding" not in client.get("/api/jobs", headers=TAKES).headers
    refused = client.post("/api/plan", json={"job": {}}, headers=TAKES)
    assert refused.status_code == 422 and "Content-Encoding" not in refused.headers and refused.json["errors"]


def test_a_save_number_is_the_same_packed_or_not(client: FlaskClient) -> None:
    url = client.post("/api/jobs", json=attic()).headers["Location"]
    packed = client.get(url, headers=TAKES)
    assert packed.headers["ETag"] == client.get(url).headers["ETag"]
    assert client.put(url, json=attic(), headers={"If-Match": packed.headers["ETag"]}).status_code == 200


def test_scripts_go_out_packed_and_are_kept_for_good(client: FlaskClient) -> None:
    scripts = sorted((web_folder() / "assets").glob("*.js"))
    assert scripts, "build the screens first"
    answer = client.get(f"/assets/{scripts[0].name}", headers=TAKES)
    assert answer.headers["Content-Encoding"] == "gzip" and "immutable" in answer.headers["Cache-Control"]
    assert answer.mimetype == "text/javascript" and gzip.decompress(answer.data) == scripts[0].read_bytes()
    assert client.get(f"/assets/{scripts[0].name}").data == scripts[0].read_bytes()
    assert client.get("/assets/nothing.js", headers=TAKES).status_code == 404
    assert client.get("/assets/../pages.py", headers=TAKES).status_code == 404


def test_a_photo_is_kept_for_good_and_none_is_not(client: FlaskClient) -> None:
    out = io.BytesIO()
    Image.new("RGB", (40, 30), "#888").save(out, "JPEG")
    file = client.post("/api/photos", data=out.getvalue(), content_type="image/jpeg").json["file"]
    assert "immutable" in client.get(f"/api/photos/{file}").headers["Cache-Control"]
    assert client.get(f"/api/photos/{'a' * 64}.jpg").headers["Cache-Control"] == "no-store"
