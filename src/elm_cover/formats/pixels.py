"""A picture made into a photo as it is kept, in a process of its own with a bound on memory and time: python -m elm_cover.formats.pixels.

Loads Pillow and nothing else of the program, so that it is there in a moment and takes little. The picture comes as standard input;
standard output is one line of JSON and then the bytes.
"""

from __future__ import annotations

import ctypes
import io
import json
import os
import signal
import sys
import warnings
from contextlib import suppress
from typing import BinaryIO

from PIL import Image, UnidentifiedImageError

NAME = "elm_cover.formats.pixels"
MOST_PIXELS = 40_000_000
# A WebP, lossless or not, is unpacked whole and twice before any of it can be made smaller.
MOST_WEBP_PIXELS = 16_000_000
FORMATS = ("JPEG", "PNG", "WEBP")
LONGEST_SIDE_PX = 2400
QUALITY = 85
PAPER = (255, 255, 255)
# Measured: the largest picture that is taken needs less; what would need more is refused in words.
MOST_MEMORY_BYTES, MOST_CPU_S, NICE = 370_000_000, 20, 10
STRIP_PX = 256
# prctl's name for the signal that a process gets when the one that started it ends, from prctl.h.
PR_SET_PDEATHSIG = 1
ORIENTATION = 0x0112
UPRIGHT = {
    2: Image.Transpose.FLIP_LEFT_RIGHT,
    3: Image.Transpose.ROTATE_180,
    4: Image.Transpose.FLIP_TOP_BOTTOM,
    5: Image.Transpose.TRANSPOSE,
    6: Image.Transpose.ROTATE_270,
    7: Image.Transpose.TRANSVERSE,
    8: Image.Transpose.ROTATE_90,
}


class PictureError(ValueError):
    """Why a picture is not kept. too_large: a smaller one would be."""

    def __init__(self, text: str, too_large: bool = False) -> None:
        super().__init__(text)
        self.too_large = too_large


def kept(source: BinaryIO) -> tuple[bytes, tuple[int, int]]:
    """JPEG bytes, upright, its longest side 2,400 px at most, pixels alone; and its width and height, px. Raises PictureError."""
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            with Image.open(source, formats=FORMATS) as picture:
                _check(picture)
                picture.draft("RGB", (LONGEST_SIDE_PX, LONGEST_SIDE_PX))
                picture.load()
                orientation = picture.getexif().get(ORIENTATION)
                small = _reduced(picture)
        small.thumbnail((LONGEST_SIDE_PX, LONGEST_SIDE_PX))
        if orientation in UPRIGHT:
            small = small.transpose(UPRIGHT[orientation])
        out = io.BytesIO()
        small.save(out, "JPEG", quality=QUALITY, optimize=True)
        return out.getvalue(), small.size
    except PictureError:
        raise
    except (Image.DecompressionBombWarning, Image.DecompressionBombError) as error:
        raise PictureError(f"at most {MOST_PIXELS // 10**6} megapixels", too_large=True) from error
    except UnidentifiedImageError as error:
        raise PictureError("must be a JPEG, PNG or WebP picture") from error
    except MemoryError as error:
        text = "takes more memory to unpack than there is for one picture; save it as an ordinary JPEG, or smaller"
        raise PictureError(text, too_large=True) from error
    except (OSError, ValueError, SyntaxError, EOFError, TypeError) as error:
        raise PictureError("is damaged and cannot be read; take or save it again") from error


def _check(picture: Image.Image) -> None:
    pixels = picture.width * picture.height
    if pixels > MOST_PIXELS:
        text = f"at most {MOST_PIXELS // 10**6} megapixels, not {pixels / 1e6:.0f}"
        raise PictureError(text, too_large=True)
    if picture.format == "WEBP" and pixels > MOST_WEBP_PIXELS:
        text = f"at most {MOST_WEBP_PIXELS // 10**6} megapixels where it is a WebP, not {pixels / 1e6:.0f}; save it as JPEG"
        raise PictureError(text, too_large=True)


def _reduced(picture: Image.Image) -> Image.Image:
    """The picture on paper, in RGB, about as small as it is kept: strip by strip, so that it never stands in memory twice."""
    times = max(1, max(picture.size) // LONGEST_SIDE_PX)
    clear = picture.mode in ("RGBA", "LA", "PA", "RGBa", "La") or "transparency" in picture.info
    width, height = picture.size
    small = Image.new("RGB", (-(-width // times), -(-height // times)), PAPER)
    step = STRIP_PX // times * times or times
    for top in range(0, height, step):
        strip = picture.crop((0, top, width, min(top + step, height)))
        strip.info.update({"transparency": picture.info["transparency"]} if "transparency" in picture.info else {})
        flat = _flat(strip) if clear else strip.convert("RGB")
        small.paste(flat.reduce(times) if times > 1 else flat, (0, top // times))
    return small


def _flat(strip: Image.Image) -> Image.Image:
    over = strip.convert("RGBA")
    flat = Image.new("RGB", over.size, PAPER)
    flat.paste(over, mask=over.getchannel("A"))
    return flat


def bounded() -> None:
    """From here on this process may take so much memory and time, and ends with the program, where the system can be told so."""
    with suppress(AttributeError, OSError, TypeError):
        ctypes.CDLL(None).prctl(PR_SET_PDEATHSIG, signal.SIGKILL)
    with suppress(AttributeError, OSError):
        os.nice(NICE)
    with suppress(ImportError, ValueError, OSError):
        import resource

        resource.setrlimit(resource.RLIMIT_AS, (MOST_MEMORY_BYTES, MOST_MEMORY_BYTES))
        resource.setrlimit(resource.RLIMIT_CPU, (MOST_CPU_S, MOST_CPU_S))


def main() -> int:
    """One picture in, one photo or the reason why not out."""
    bounded()
    out = sys.stdout.buffer
    try:
        content, (width, height) = kept(sys.stdin.buffer)
    except PictureError as error:
        out.write(json.dumps({"fault": str(error), "too_large": error.too_large}).encode() + b"\n")
        return 0
    out.write(json.dumps({"width_px": width, "height_px": height}).encode() + b"\n" + content)
    return 0


if __name__ == "__main__":
    sys.exit(main())
