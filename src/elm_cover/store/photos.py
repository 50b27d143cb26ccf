"""Photos in the data folder: files named by the SHA-256 of their bytes. A file once there never changes."""

from __future__ import annotations

import os
import uuid
from pathlib import Path

from .database import PRIVATE_FILE, StoreError, make_private
from .photo_names import PHOTO_NAME
from .sums import PHOTOS


class NoSuchPhotoError(LookupError):
    """No photo of that name is stored here."""


def put_bytes(folder: Path, name: str, content: bytes) -> None:
    """Stores a photo under the name that its bytes have; on the disk before this returns. The same one again is the same file.

    Raises StoreError.
    """
    to = folder / PHOTOS / name
    # Of its own for each request: the same photo may come twice at once.
    part = to.with_name(f"{name}.{uuid.uuid4().hex}.part")
    try:
        make_private(to.parent)
        if to.exists():
            return
        with part.open("wb") as file:
            file.write(content)
            file.flush()
            os.fsync(file.fileno())
        part.chmod(PRIVATE_FILE)
        part.rename(to)
        _sync_folder(to.parent)
    except OSError as error:
        part.unlink(missing_ok=True)
        raise StoreError(f"The photo could not be stored: {error.strerror or error}") from error


def _sync_folder(folder: Path) -> None:
    """That the name is there is on the disk too, where the system knows folders as files."""
    if os.name != "posix":
        return
    handle = os.open(folder, os.O_RDONLY)
    try:
        os.fsync(handle)
    finally:
        os.close(handle)


def sweep_parts(folder: Path) -> None:
    """Takes away what a program that was killed left half written; once, before anything else is stored."""
    for part in (folder / PHOTOS).glob("*.part"):
        part.unlink(missing_ok=True)


def photo_path(folder: Path, name: str) -> Path:
    """Where a photo lies. Raises NoSuchPhotoError."""
    path = folder / PHOTOS / name
    if not PHOTO_NAME.fullmatch(name) or not path.is_file():
        raise NoSuchPhotoError(name)
    return path
