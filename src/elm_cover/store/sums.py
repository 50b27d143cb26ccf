"""Photos and papers compared with the sums that name them."""

from __future__ import annotations

import hashlib
import threading
from contextlib import closing
from pathlib import Path

from ..job.paper_seal import sum_of
from .database import looked_into

PHOTOS = "photos"
Stop = threading.Event | None


def is_as_named(name: str, content: bytes) -> bool:
    """Whether a photo's bytes are those that its file is named by."""
    return f"{hashlib.sha256(content).hexdigest()}.jpg" == name


def damaged_photos(folder: Path, stop: Stop = None) -> list[str]:
    """Photos of a data folder that are not, or cannot be read. stop: once it is set, the rest is left."""
    found = []
    for photo in sorted((folder / PHOTOS).glob("*.jpg")):
        if stop is not None and stop.is_set():
            break
        try:
            same = is_as_named(photo.name, photo.read_bytes())
        except OSError:
            same = False
        if not same:
            found.append(damaged_photo(photo.name))
    return found


def damaged_photo(name: str) -> str:
    """How one is told."""
    return f"photo {name}"


def damaged_papers(database: Path, stop: Stop = None) -> list[str]:
    """Papers of a database file whose bytes are not those that were issued or came in. One at a time, each let go of: papers are
    large."""
    found = []
    with closing(looked_into(database)) as raw:
        ids = [row_id for (row_id,) in raw.execute("SELECT id FROM paper ORDER BY id")]
        for row_id in ids:
            if stop is not None and stop.is_set():
                break
            asked = "SELECT kind, number, job_id, content, sha256 FROM paper WHERE id = ?"
            for kind, number, job, content, kept in raw.execute(asked, (row_id,)):
                if sum_of(content) != kept:
                    found.append(f"{kind} {number} of job {job}")
    return found
