"""Backup of a data folder into one file, and back: the database by SQLite's online backup, the photos beside it."""

from __future__ import annotations

import sqlite3
import tempfile
import zipfile
import zlib
from contextlib import closing
from pathlib import Path

from .database import FILE_NAME, PRIVATE_FILE, WAY_OUT, StoreError, make_private, open_database
from .photo_names import PHOTO_NAME
from .sums import PHOTOS, damaged_papers, damaged_photo, damaged_photos, is_as_named

# Of an entry's flags, the one that says that it is encrypted.
ENCRYPTED = 0x1
# A backup unpacks to a few times its size; what unpacks to more was not made here.
LEAST_UNPACKED_BYTES, MOST_TIMES, CHUNK_BYTES = 50_000_000, 100, 1 << 20


def backup(folder: Path, to: Path) -> list[str]:
    """Writes the data folder into a zip, also while the program is running; leaves no part of one where it fails. What of it is no
    longer what it was when it was stored: it is in the backup as it is. Raises StoreError."""
    source = folder / FILE_NAME
    if not source.exists():
        raise StoreError(f"There is no Elm Cover data in {folder}.")
    if to.exists():
        raise StoreError(f"{to} exists already; name a new file.")
    part = to.with_name(to.name + ".part")
    try:
        with tempfile.TemporaryDirectory() as scratch:
            copy = Path(scratch) / FILE_NAME
            _copied(source, copy)
            # It holds the key that papers are signed with.
            part.touch(mode=PRIVATE_FILE)
            with zipfile.ZipFile(part, "w", zipfile.ZIP_DEFLATED) as archive:
                archive.write(copy, FILE_NAME)
                damaged = _photos_into(archive, folder)
            damaged += damaged_papers(copy)
        part.rename(to)
    except OSError as error:
        part.unlink(missing_ok=True)
        raise StoreError(f"The backup could not be written to {to}: {error.strerror or error}") from error
    except BaseException:
        part.unlink(missing_ok=True)
        raise
    return damaged


def _copied(source: Path, copy: Path) -> None:
    """The database as of one moment. Raises StoreError where it is damaged."""
    try:
        with closing(sqlite3.connect(source)) as reading, closing(sqlite3.connect(copy)) as writing:
            reading.backup(writing)
            told = writing.execute("PRAGMA integrity_check(1)").fetchone()[0]
    except sqlite3.OperationalError as error:
        raise StoreError(f"The database {source} cannot be copied: {error}. See that the disk has room.") from error
    except sqlite3.DatabaseError as error:
        raise StoreError(f"The database {source} is damaged: {error}. {WAY_OUT}") from error
    if told != "ok":
        raise StoreError(f"The database {source} is damaged: {told.splitlines()[-1]}. {WAY_OUT}")


def _photos_into(archive: zipfile.ZipFile, folder: Path) -> list[str]:
    """Those whose bytes are not those that name them."""
    damaged = []
    for photo in sorted((folder / PHOTOS).glob("*.jpg")):
        content = photo.read_bytes()
        archive.writestr(f"{PHOTOS}/{photo.name}", content)
        if not is_as_named(photo.name, content):
            damaged.append(damaged_photo(photo.name))
    return damaged


def restore(file: Path, folder: Path) -> list[str]:
    """Unpacks a backup into an empty or new data folder and brings it up to date. Raises StoreError, and then leaves nothing
    behind, so that the next try finds the folder as it was. What of it is not what it was when it was stored."""
    if folder.exists() and any(folder.iterdir()):
        raise StoreError(f"{folder} is not empty; restore into an empty folder, so that nothing is overwritten.")
    try:
        folder.parent.mkdir(parents=True, exist_ok=True)
        with tempfile.TemporaryDirectory(dir=folder.parent, prefix=f".{folder.name}.") as scratch:
            unpacked = Path(scratch) / "data"
            make_private(unpacked)
            with zipfile.ZipFile(file) as archive:
                _unpack(archive, file, unpacked)
            _check(unpacked, file)
            _signed_out(unpacked / FILE_NAME)
            damaged = [*damaged_photos(unpacked), *damaged_papers(unpacked / FILE_NAME)]
            if folder.exists():
                folder.rmdir()
            unpacked.rename(folder)
    except (OSError, zipfile.BadZipFile, zlib.error, RuntimeError, EOFError) as error:
        if isinstance(error, StoreError):
            raise
        raise StoreError(f"{file} cannot be read as a backup: {error}") from error
    return damaged


def _signed_out(file: Path) -> None:
    """Who was signed out since, or whose invitation was used, is not let in again by a backup from before."""
    with closing(sqlite3.connect(file)) as raw, raw:
        raw.execute("DELETE FROM session")
        raw.execute("DELETE FROM invitation")
        raw.execute("DELETE FROM joining")
        raw.execute("DELETE FROM attempt")


def _unpack(archive: zipfile.ZipFile, file: Path, folder: Path) -> None:
    """What a backup holds, never more than its own size allows: nothing in it packs a thousandfold."""
    entries = [info for info in archive.infolist() if not info.is_dir()]
    names = [info.filename for info in entries]
    packed = (zipfile.ZIP_STORED, zipfile.ZIP_DEFLATED)
    if (
        FILE_NAME not in names
        or len(set(names)) != len(names)
        or any(not _expected(name) for name in names)
        or any(info.compress_type not in packed for info in entries)
        or any(info.flag_bits & ENCRYPTED for info in entries)
    ):
        raise StoreError(f"{file} is not a backup made by Elm Cover.")
    left = LEAST_UNPACKED_BYTES + MOST_TIMES * file.stat().st_size
    for info in entries:
        to = folder / info.filename
        make_private(to.parent)
        with archive.open(info) as source, to.open("wb") as target:
            to.chmod(PRIVATE_FILE)
            while chunk := source.read(CHUNK_BYTES):
                left -= len(chunk)
                if left < 0:
                    raise StoreError(f"{file} unpacks to far more than a backup made by Elm Cover does.")
                target.write(chunk)


def _check(folder: Path, file: Path) -> None:
    """The database of an unpacked backup is sound, has a shelf and is brought up to date. Raises StoreError."""
    try:
        raw = sqlite3.connect(folder / FILE_NAME)
        try:
            known = {name for (name,) in raw.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
            broken = raw.execute("PRAGMA integrity_check").fetchone()[0]
        finally:
            raw.close()
    except sqlite3.DatabaseError as error:
        raise StoreError(f"The database in {file} is damaged: {error}") from error
    if broken != "ok":
        raise StoreError(f"The database in {file} is damaged: {broken}")
    if not {"job", "revision"} <= known:
        raise StoreError(f"{file} is not a backup made by Elm Cover: its database has no jobs table.")
    database = open_database(folder)
    database.close()


def _expected(name: str) -> bool:
    parts = Path(name).parts
    return name == FILE_NAME or (len(parts) == 2 and parts[0] == PHOTOS and PHOTO_NAME.fullmatch(parts[1]) is not None)
