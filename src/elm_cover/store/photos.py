"""Photos in the data folder: files named by the SHA-256 of their bytes. A file once there never changes."""

from __future__ import annotations

import os
import re
from pathlib import Path

from .backup import PHOTOS
from .database import StoreError

NAME = re.compile(r"[0-9a-f]{64}\.jpg")


class NoSuchPhotoError(LookupError):
    """No photo of that name is stored here."""


def put_bytes(folder: Path, name: str, content: bytes) -> None:
    """Stores a photo under the name that its bytes have; on the disk before this returns. The same one again is the same file.

    Raises StoreError.
    """
    to = folder / PHOTOS / name
    part = to.with_name(f"{name}.{os.getpid()}.part")
    try:
        to.parent.mkdir(parents=True, exist_ok=True)
        if to.exists():
            return
        with part.open("wb") as file:
            file.write(content)
            file.flush()
            os.fsync(file.fileno())
        part.rename(to)
    except OSError as error:
        part.unlink(missing_ok=True)
        raise StoreError(f"The photo could not be stored: {error.strerror or error}") from error


def photo_path(folder: Path, name: str) -> Path:
    """Where a photo lies. Raises NoSuchPhotoError."""
    path = folder / PHOTOS / name
    if not NAME.fullmatch(name) or not path.is_file():
        raise NoSuchPhotoError(name)
    return path
