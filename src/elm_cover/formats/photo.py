"""A photo as it is kept: re-encoded, upright, without what the camera wrote into it, named by its own bytes."""

from __future__ import annotations

import hashlib
import io
import warnings
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from typing import BinaryIO

from PIL import Image, ImageOps, UnidentifiedImageError

from ..job import Fault, JobError

MOST_BYTES = 15_000_000
MOST_PIXELS = 40_000_000
FORMATS = ("JPEG", "PNG", "WEBP")
LONGEST_SIDE_PX = 2400
QUALITY = 85
CAMERA_WORDS = frozenset(["exif", "xmp", "comment", "icc_profile", "photoshop", "adobe"])
PAPER = (255, 255, 255)


@dataclass(frozen=True)
class KeptPhoto:
    """name: SHA-256 of the bytes and “.jpg”."""

    name: str
    content: bytes
    width_px: int
    height_px: int


def keep_photo(source: BinaryIO) -> KeptPhoto:
    """A JPEG, PNG or WebP re-encoded as JPEG, its longest side 2,400 px at most. Raises JobError.

    Only pixels are carried over: no place, time, camera or other words that were written into the file.
    """
    with _said(), Image.open(source, formats=FORMATS) as picture:
        if picture.width * picture.height > MOST_PIXELS:
            pixels = picture.width * picture.height / 1e6
            raise JobError([Fault("photo", f"at most {MOST_PIXELS // 10**6} megapixels, not {pixels:.0f}")])
        picture.draft("RGB", (LONGEST_SIDE_PX, LONGEST_SIDE_PX))
        upright = ImageOps.exif_transpose(picture)
        content, size = _encoded(upright)
    name = f"{hashlib.sha256(content).hexdigest()}.jpg"
    return KeptPhoto(name, content, *size)


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
    except JobError:
        raise
    except (Image.DecompressionBombWarning, Image.DecompressionBombError) as error:
        raise JobError([Fault("photo", f"at most {MOST_PIXELS // 10**6} megapixels")]) from error
    except UnidentifiedImageError as error:
        raise JobError([Fault("photo", "must be a JPEG, PNG or WebP picture")]) from error
    except (OSError, ValueError, SyntaxError, EOFError, MemoryError) as error:
        raise JobError([Fault("photo", "is damaged and cannot be read; take or save it again")]) from error


def _encoded(picture: Image.Image) -> tuple[bytes, tuple[int, int]]:
    picture.thumbnail((LONGEST_SIDE_PX, LONGEST_SIDE_PX))
    if picture.mode in ("RGBA", "LA", "PA") or "transparency" in picture.info:
        over = picture.convert("RGBA")
        flat = Image.new("RGB", over.size, PAPER)
        flat.paste(over, mask=over.getchannel("A"))
    else:
        flat = picture.convert("RGB")
    # A fresh image, so that nothing that hung on the old one is written.
    clean = Image.frombytes("RGB", flat.size, flat.tobytes())
    out = io.BytesIO()
    clean.save(out, "JPEG", quality=QUALITY, optimize=True)
    return out.getvalue(), clean.size
