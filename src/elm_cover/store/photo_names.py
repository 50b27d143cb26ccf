"""The names of photos in a document or an entry, and that they are kept beside the job they belong to."""

from __future__ import annotations

import json
import re

from .rows import PhotoJobRow

# As put_bytes names them.
PHOTO_NAME = re.compile(r"[0-9a-f]{64}\.jpg")


def photos_named(text: str) -> str:
    """Names in a text, as a JSON list: what SQLite asks for."""
    return json.dumps(sorted(set(PHOTO_NAME.findall(text))))


def note_photos(job_id: str, text: str) -> None:
    """Inside a transaction: the photos that a text names are the job's."""
    for photo in set(PHOTO_NAME.findall(text)):
        PhotoJobRow.insert(photo=photo, job_id=job_id).on_conflict_ignore().execute()
