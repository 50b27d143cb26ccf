"""The data folder: whether it is one, may be written to, is nobody else's to read, and has room."""

from __future__ import annotations

import os
import shutil
import tempfile
from collections.abc import Iterator
from pathlib import Path

from ..store.database import wider_than_private
from .finding import Finding, good, look, wrong

FOLDER, DISK = "data folder", "disk"
# A year of a busy firm's photos and papers, about; and what a day of one needs.
LITTLE_BYTES, NEXT_TO_NOTHING_BYTES = 1_000_000_000, 100_000_000


def of_the_folder(folder: Path) -> Iterator[Finding]:
    """What of it keeps the program from storing anything."""
    if not folder.exists():
        yield look(FOLDER, f"{folder} is not there yet: it is made at the first start.", "elm-cover serve")
        return
    if not folder.is_dir():
        yield wrong(FOLDER, f"{folder} is a file, not a folder.", "Start with another one (--data).")
        return
    try:
        with tempfile.TemporaryFile(dir=folder) as file:
            file.write(b"x")
            file.flush()
            os.fsync(file.fileno())
    except OSError as error:
        yield wrong(
            FOLDER,
            f"Nothing can be written into {folder}: {error.strerror or error}.",
            f"Give whoever runs the program the right to write there (chown, chmod u+rwx {folder}), or make room on its disk.",
        )
    else:
        wide = wider_than_private(folder)
        told, _, way = (wide or "").partition(". ")
        yield good(FOLDER, f"{folder} can be written to.") if wide is None else look(FOLDER, f"{told}.", way)
    yield from of_the_disk(folder)


def of_the_disk(folder: Path) -> Iterator[Finding]:
    """How much room is left there."""
    try:
        free = shutil.disk_usage(folder).free
    except OSError as error:
        yield look(DISK, f"How much room is left cannot be told: {error.strerror or error}.", "See to it by hand.")
        return
    said = f"{free / 1e9:,.1f} GB are free."
    if free < NEXT_TO_NOTHING_BYTES:
        yield wrong(
            DISK, f"Hardly anything is free any more: {free / 1e6:,.0f} MB.", "Make room before the next day begins."
        )
    elif free < LITTLE_BYTES:
        yield look(DISK, said, "Make room: photos and papers of a busy month need a few hundred MB.")
    else:
        yield good(DISK, said)
