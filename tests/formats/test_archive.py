"""Photos as they are kept, and a job's archive, out and in."""

from __future__ import annotations

import io
import json
import random
import threading
import zipfile
from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient
from PIL import Image, ImageOps

from elm_cover.api.app import create_app
from elm_cover.formats import photo as photos
from elm_cover.formats.archive import read_archive
from elm_cover.formats.photo import PhotoTooLargeError, keep_photo
from elm_cover.job import JobError
from tests.conftest import attic


@pytest.fixture
def client(tmp_path: Path) -> FlaskClient:
    return create_app(tmp_path / "a").test_client()


def picture(kind: str = "JPEG", size: tuple[int, int] = (400, 300), **more: Any) -> bytes:
    out = io.BytesIO()
    Image.new("RGB", size, (90, 120, 60)).save(out, kind, **more)
    return out.getvalue()


def camera_words() -> Any:
    exif = Image.Exif()
    exif[0x010E] = "the customer's house"
    exif[0x0112] = 6  # lies on its side
    exif.get_ifd(0x8825)[2] = (51.0, 30.0, 0.0)  # where it was taken
    return exif


def test_a_photo_is_turned_upright_and_loses_what_the_camera_wrote() -> None:
    kept = keep_photo(io.BytesIO(picture(exif=camera_words())))
    with Image.open(io.BytesIO(kept.content)) as again:
        assert again.format == "JPEG" and again.size == (300, 400) and not again.getexif()
        assert "exif" not in again.info
    assert b"customer" not in kept.content
    # The same pixels are the same file, whatever was written beside them.
    assert keep_photo(io.BytesIO(kept.content)).width_px == 300


@pytest.mark.parametrize("kind", ["PNG", "WEBP", "JPEG"])
def test_each_kind_is_taken(client: FlaskClient, kind: str) -> None:
    answer = client.post("/api/photos", data=picture(kind), content_type=f"image/{kind.lower()}")
    assert answer.status_code == 201 and (answer.json["width_px"], answer.json["height_px"]) == (400, 300)
    assert client.get(f"/api/photos/{answer.json['file']}").mimetype == "image/jpeg"


def test_a_large_photo_is_made_smaller() -> None:
    kept = keep_photo(io.BytesIO(picture("PNG", (5000, 4000))))
    assert (kept.width_px, kept.height_px) == (2400, 1920)


@pytest.mark.parametrize(
    ("data", "kind", "status", "says"),
    [
        (b"not a picture", "image/jpeg", 422, "JPEG, PNG or WebP"),
        (picture()[:700], "image/jpeg", 422, "damaged"),
        (picture("BMP"), "image/png", 422, "JPEG, PNG or WebP"),
        (picture(), "image/gif", 415, "JPEG, PNG or WebP"),
        (b"\xff" * 15_000_001, "image/jpeg", 413, "At most 15 MB"),
        (b"", "image/jpeg", 422, "JPEG, PNG or WebP"),
    ],
)
def test_what_is_no_photo_is_refused_in_a_sentence(
    client: FlaskClient, data: bytes, kind: str, status: int, says: str
) -> None:
    answer = client.post("/api/photos", data=data, content_type=kind)
    assert answer.status_code == status and says in answer.json["detail"]


def test_a_sixty_megabyte_photo_is_refused_before_it_is_read(client: FlaskClient) -> None:
    answer = client.post(
        "/api/photos", data=b"x", content_type="image/jpeg", environ_overrides={"CONTENT_LENGTH": "60000000"}
    )
    assert answer.status_code == 413 and "60 MB" in answer.json["detail"]


def flat(kind: str, mode: str, size: tuple[int, int], **more: Any) -> bytes:
    out = io.BytesIO()
    Image.new(mode, size).save(out, kind, **more)
    return out.getvalue()


@pytest.mark.parametrize(
    ("data", "kind", "says"),
    [
        (flat("PNG", "L", (7000, 6000)), "image/png", "at most 40 megapixels, not 42"),
        (
            flat("WEBP", "RGB", (4100, 4000), lossless=True),
            "image/webp",
            "at most 16 megapixels where it is a WebP, not 16",
        ),
        (
            flat("WEBP", "RGB", (6300, 6300), quality=10),
            "image/webp",
            "at most 16 megapixels where it is a WebP, not 40",
        ),
    ],
)
def test_too_many_pixels_are_too_large(client: FlaskClient, data: bytes, kind: str, says: str) -> None:
    answer = client.post("/api/photos", data=data, content_type=kind)
    assert answer.status_code == 413 and says in answer.json["detail"]


@pytest.mark.parametrize(
    ("data", "size"),
    [
        (flat("PNG", "RGBA", (6320, 6320)), (2400, 2400)),
        (flat("PNG", "I;16", (6320, 6320)), (2400, 2400)),
        (flat("JPEG", "RGB", (6320, 6320), progressive=True, subsampling=0), (2400, 2400)),
        (flat("WEBP", "RGBA", (4000, 4000), lossless=True), (2400, 2400)),
        (flat("PNG", "P", (6000, 100)), (2400, 40)),
        (flat("PNG", "LA", (3, 2)), (3, 2)),
    ],
)
def test_the_largest_picture_of_each_kind_is_kept_within_the_bound(data: bytes, size: tuple[int, int]) -> None:
    """Each stands whole in memory once; a bound on the process that unpacks it ends whatever takes more."""
    kept = keep_photo(io.BytesIO(data))
    assert (kept.width_px, kept.height_px) == size


def test_a_picture_that_takes_more_memory_than_there_is_for_one_is_too_large(monkeypatch: pytest.MonkeyPatch) -> None:
    """The process that unpacks it has a bound; here one too small for anything."""
    monkeypatch.setattr(photos, "NAME", "tests.formats.tight")
    monkeypatch.setattr(photos, "ISOLATED", ())
    with pytest.raises(PhotoTooLargeError, match="save it as an ordinary JPEG, or smaller"):
        keep_photo(io.BytesIO(flat("PNG", "RGBA", (6320, 6320))))


def apart(one: Image.Image, other: Image.Image, at: tuple[int, int]) -> int:
    """How far two pictures in RGB are from each other at a place, of 255."""
    pixels: list[Any] = [one.getpixel(at), other.getpixel(at)]
    return max(abs(int(a) - int(b)) for a, b in zip(*pixels, strict=True))


@pytest.mark.parametrize("mode", ["RGB", "RGBA", "LA", "P", "L", "CMYK"])
def test_strips_come_to_what_the_whole_picture_is(mode: str) -> None:
    """A picture of three colours across strips, made smaller: the same colours at the same places, clear parts as paper."""
    drawn = Image.new("RGBA", (5000, 1200), (200, 30, 30, 255))
    drawn.paste((20, 160, 60, 255), (0, 400, 5000, 800))
    drawn.paste((0, 0, 0, 0), (2500, 800, 5000, 1200))
    out = io.BytesIO()
    drawn.convert(mode).save(out, "JPEG" if mode == "CMYK" else "PNG")
    expected = Image.new("RGB", drawn.size, (255, 255, 255))
    with Image.open(io.BytesIO(out.getvalue())) as read:
        over = read.convert("RGBA")
    expected.paste(over, mask=over.getchannel("A"))
    expected = expected.resize((2400, 576))
    with Image.open(io.BytesIO(keep_photo(io.BytesIO(out.getvalue())).content)) as kept:
        assert kept.size == (2400, 576)
        for at in ((100, 100), (100, 290), (100, 500), (2300, 100), (2300, 290), (2300, 500)):
            assert apart(kept, expected, at) <= 12, at


@pytest.mark.parametrize("orientation", range(1, 9))
def test_a_photo_stands_upright_whichever_way_the_camera_was_held(orientation: int) -> None:
    drawn = Image.new("RGB", (120, 80), (10, 10, 200))
    drawn.paste((230, 200, 10), (0, 0, 60, 40))
    exif = Image.Exif()
    exif[0x0112] = orientation
    out = io.BytesIO()
    drawn.save(out, "JPEG", exif=exif, quality=95)
    with Image.open(io.BytesIO(out.getvalue())) as read:
        wanted = ImageOps.exif_transpose(read)
    with Image.open(io.BytesIO(keep_photo(io.BytesIO(out.getvalue())).content)) as kept:
        assert kept.size == wanted.size
        for at in ((20, 20), (60, 20), (20, 60), (60, 60)):
            assert apart(kept, wanted, at) <= 30, at


def test_who_left_is_not_worked_for() -> None:
    gone = threading.Event()
    gone.set()
    with pytest.raises(photos.NobodyWaitsError):
        keep_photo(io.BytesIO(picture()), gone)
    assert keep_photo(io.BytesIO(picture())).width_px == 400


def test_no_photo_leads_out_of_its_folder(client: FlaskClient) -> None:
    for name in ("..%2felm-cover.sqlite", "a" * 64 + ".jpg", "elm-cover.sqlite"):
        assert client.get(f"/api/photos/{name}").status_code == 404


def stored(client: FlaskClient) -> tuple[str, dict[str, Any]]:
    """A job with a photo on a hazard, one on the floor and an issued sheet."""
    names = []
    for size in ((400, 300), (200, 200)):
        answer = client.post("/api/photos", data=picture(size=size), content_type="image/jpeg")
        names.append(answer.json["file"])
    job = attic() | {
        "name": "9 Elm Row",
        "hazards": [{"kind": "roof_leak", "status": "suspected", "photos": [names[0]]}],
        "photos": [{"file": names[1], "section": "main", "at_ft": [3, 4], "note": "stain"}],
    }
    made = client.post("/api/jobs", json=job)
    client.post(f"{made.headers['Location']}/papers", headers={"If-Match": made.headers["ETag"]})
    return made.headers["Location"], client.get(made.headers["Location"]).json["document"]


def test_an_archive_carries_everything_to_another_shelf(client: FlaskClient, tmp_path: Path) -> None:
    url, document = stored(client)
    archive = client.get(f"{url}/archive").data
    names = sorted(zipfile.ZipFile(io.BytesIO(archive)).namelist())
    assert names[:4] == ["job.json", "log.json", "papers.json", "papers/1-job-sheet.pdf"] and len(names) == 6
    other = create_app(tmp_path / "b").test_client()
    back = other.post("/api/archives", data=archive, content_type="application/zip")
    assert back.status_code == 201 and back.json["document"] == document
    for photo in (document["photos"][0]["file"], document["hazards"][0]["photos"][0]):
        assert other.get(f"/api/photos/{photo}").data == client.get(f"/api/photos/{photo}").data
    there = back.headers["Location"]
    assert other.get(f"{there}/papers/1").data == client.get(f"{url}/papers/1").data
    # And out of there once more, the same.
    again = zipfile.ZipFile(io.BytesIO(other.get(f"{there}/archive").data))
    assert json.loads(again.read("job.json")) == document


def zipped(**entries: bytes) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as file:
        for name, content in entries.items():
            file.writestr(name.replace("__", "/").replace("_dot_", "."), content)
    return out.getvalue()


JOB = json.dumps(attic()).encode()


@pytest.mark.parametrize(
    ("data", "says"),
    [
        (b"no zip", "not a zip made by Elm Cover"),
        (zipped(other=b"1"), "must hold one job.json"),
        (zipped(job_dot_json=b"{"), "is not JSON"),
        (zipped(job_dot_json=JOB, __etc__passwd=b"1"), "no part of a job"),
        (zipped(job_dot_json=b" " * 2_000_001 + JOB), "at most 2 MB"),
        (zipped(job_dot_json=JOB, papers__1=b"1"), "no part of a job"),
        (zipped(**{"job_dot_json": JOB, "papers__1-job-sheet_dot_pdf": b"<script>"}), "is not a PDF"),
        (zipped(**{"job_dot_json": JOB, f"photos__{'a' * 64}_dot_jpg": picture()}), "not the photo it is named for"),
        (zipped(job_dot_json=JOB, log_dot_json=b'{"days": [{"id": 1}]}'), "a list “entries”"),
        (zipped(job_dot_json=JOB, log_dot_json=b'{"entries": [{"id": 1}]}'), "log.json: entries[0].id"),
        (zipped(job_dot_json=JOB.replace(b'"r": 49', b'"r": 900')), "150 or less"),
    ],
)
def test_an_archive_that_is_none_stores_nothing(client: FlaskClient, data: bytes, says: str) -> None:
    answer = client.post("/api/archives", data=data, content_type="application/zip")
    assert answer.status_code == 422 and says in answer.json["detail"]
    assert client.get("/api/jobs").json["jobs"] == []


def test_an_archive_brought_in_twice_is_marked(client: FlaskClient) -> None:
    first = client.post("/api/jobs", json={**attic(), "name": "Elm Row"})
    archive = client.get(f"{first.headers['Location']}/archive").data
    again = client.post("/api/archives", data=archive, content_type="application/zip")
    assert again.json["document"]["name"] == "Elm Row, brought in again"
    for location in (first.headers["Location"], again.headers["Location"]):
        client.delete(location)
    alone = client.post("/api/archives", data=archive, content_type="application/zip")
    assert alone.json["document"]["name"] == "Elm Row", "what is in the bin does not count"
    other = client.post("/api/jobs", json={**attic(), "name": "Elm Row"})
    assert other.json["document"]["name"] == "Elm Row", "another attic that looks the same is another"


def test_an_archive_is_bounded_unpacked(monkeypatch: pytest.MonkeyPatch) -> None:
    bomb = zipped(job_dot_json=JOB, log_dot_json=b"0" * 400_000_000)
    assert len(bomb) < 1_000_000
    with pytest.raises(JobError, match="300 MB unpacked"):
        read_archive(bomb)
    many = zipped(job_dot_json=JOB, **{f"x{i}": b"" for i in range(2001)})
    with pytest.raises(JobError, match="2,000 entries"):
        read_archive(many)


def test_an_archive_from_elsewhere_loses_what_a_camera_wrote() -> None:
    import hashlib

    raw = picture(exif=camera_words())
    named = hashlib.sha256(raw).hexdigest() + ".jpg"
    job = attic() | {"photos": [{"file": named, "section": "main"}]}
    found = read_archive(
        zipped(**{"job_dot_json": json.dumps(job).encode(), f"photos__{named.replace('.', '_dot_')}": raw})
    )
    ((kept, content),) = found.photos.items()
    assert kept != named and b"customer" not in content
    assert found.document["photos"][0]["file"] == kept


def test_flipped_bytes_in_an_archive_never_break_the_program(client: FlaskClient) -> None:
    url, _ = stored(client)
    good = client.get(f"{url}/archive").data
    chance = random.Random(3)
    for _ in range(60):
        bad = bytearray(good)
        for _ in range(chance.randint(1, 6)):
            bad[chance.randrange(len(bad))] = chance.randrange(256)
        assert client.post("/api/archives", data=bytes(bad), content_type="application/zip").status_code in (201, 422)
