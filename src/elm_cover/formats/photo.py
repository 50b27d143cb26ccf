"""A photo as it is kept: re-encoded, upright, without what the camera wrote into it, named by its own bytes."""

from __future__ import annotations

import hashlib
import io
import json
import subprocess
import sys
import tempfile
import threading
import time
import warnings
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from typing import BinaryIO

from PIL import Image, UnidentifiedImageError

from ..job import Fault, JobError
from .pixels import FORMATS, LONGEST_SIDE_PX, MOST_PIXELS, NAME

MOST_BYTES = 15_000_000
CAMERA_WORDS = frozenset(["exif", "xmp", "comment", "icc_profile", "photoshop", "adobe"])
LONGEST_S, LOOK_S = 30.0, 0.05
# Whatever stands in the folder the program was started in is not run.
ISOLATED = ("-I",)
# One picture is unpacked at a time, whoever brings it.
_TURN = threading.Lock()


@dataclass(frozen=True)
class KeptPhoto:
    """name: SHA-256 of the bytes and “.jpg”."""

    name: str
    content: bytes
    width_px: int
    height_px: int


class PhotoTooLargeError(JobError):
    """A picture that a smaller one could stand for."""


class NobodyWaitsError(RuntimeError):
    """Who brought the picture has gone, or the program stops."""


def keep_photo(source: BinaryIO, gone: threading.Event | None = None) -> KeptPhoto:
    """A JPEG, PNG or WebP re-encoded as JPEG, its longest side 2,400 px at most; made in a process of its own, one at a time. Raises
    JobError, and NobodyWaitsError once gone is set.

    Only pixels are carried over: no place, time, camera or other words that were written into the file.
    """
    while not _TURN.acquire(timeout=LOOK_S):
        _still_wanted(gone)
    try:
        told = _in_a_child(source, gone)
    finally:
        _TURN.release()
    head, _, content = told.partition(b"\n")
    said = json.loads(head)
    if "fault" in said:
        raise (PhotoTooLargeError if said["too_large"] else JobError)([Fault("photo", said["fault"])])
    return KeptPhoto(f"{hashlib.sha256(content).hexdigest()}.jpg", content, said["width_px"], said["height_px"])


def _in_a_child(source: BinaryIO, gone: threading.Event | None) -> bytes:
    """What the process of its own answers. Raises JobError where it was ended."""
    with tempfile.TemporaryFile() as given, tempfile.TemporaryFile() as answer:
        while piece := source.read(1 << 20):
            given.write(piece)
        given.seek(0)
        child = subprocess.Popen(
            [sys.executable, *ISOLATED, "-m", NAME], stdin=given, stdout=answer, stderr=subprocess.DEVNULL
        )
        try:
            until = time.monotonic() + LONGEST_S
            while child.poll() is None and time.monotonic() < until:
                _still_wanted(gone)
                time.sleep(LOOK_S / 5)
        finally:
            if child.poll() is None:
                child.kill()
            child.wait()
        answer.seek(0)
        told = answer.read()
    if child.returncode or not told:
        text = (
            "takes more memory or time to unpack than there is for one picture; save it as an ordinary JPEG, or smaller"
        )
        raise PhotoTooLargeError([Fault("photo", text)])
    return told


def _still_wanted(gone: threading.Event | None) -> None:
    if gone is not None and gone.is_set():
        raise NobodyWaitsError


def is_own(content: bytes) -> bool:
    """Whether bytes are a photo as it is kept here: its size, pixels alone. Raises JobError where they are no whole picture."""
    with _said(), Image.open(io.BytesIO(content), formats=FORMATS) as picture:
        own = (
            picture.format == "JPEG" and max(picture.size) <= LONGEST_SIDE_PX and not CAMERA_WORDS & picture.info.keys()
        )
        if own:
            # At an eighth of its size it is read in a moment, and to its end.
            picture.draft("RGB", (picture.width // 8, picture.height // 8))
            picture.load()
    return own


def megapixels(content: bytes) -> float:
    """How large a picture is, by what it says at its beginning. Raises JobError where it is none."""
    with _said(), Image.open(io.BytesIO(content), formats=FORMATS) as picture:
        return picture.width * picture.height / 1e6


@contextmanager
def _said() -> Iterator[None]:
    """What is wrong with a picture, in words. Raises JobError."""
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            yield
    except (Image.DecompressionBombWarning, Image.DecompressionBombError) as error:
        raise JobError([Fault("photo", f"at most {MOST_PIXELS // 10**6} megapixels")]) from error
    except UnidentifiedImageError as error:
        raise JobError([Fault("photo", "must be a JPEG, PNG or WebP picture")]) from error
    except (OSError, ValueError, SyntaxError, EOFError, MemoryError) as error:
        raise JobError([Fault("photo", "is damaged and cannot be read; take or save it again")]) from error
