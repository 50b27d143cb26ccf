"""What goes over the wire: text packed where the asker takes it, and what never changes kept for good."""

from __future__ import annotations

import gzip
from pathlib import Path

from flask import Flask, Response, request

from ..core.base.memory import remembered

PACKED = ("application/json", "application/problem+json", "text/html", "image/svg+xml", "text/css", "text/javascript")
# Less than that is not worth packing. The quickest level: on one's own machine or in one's own house the wire is not what
# takes long, and a plan packed as well as can be is smaller by a sixth.
LEAST_BYTES, LEVEL = 1_000, 1
FOR_GOOD = "private, max-age=31536000, immutable"


def takes_gzip() -> bool:
    """Whether who asks takes gzip."""
    return bool(request.accept_encodings["gzip"])


@remembered(len)
def packed_file(path: Path) -> bytes:
    """A file of the built front end, packed once as well as it can be: its name says what is in it."""
    return gzip.compress(path.read_bytes(), 9, mtime=0)


def pack_answers(app: Flask) -> None:
    """Answers of text go out packed where the asker takes it."""

    @app.after_request
    def _pack(response: Response) -> Response:
        if response.mimetype not in PACKED:
            return response
        response.vary.add("Accept-Encoding")
        if (
            not takes_gzip()
            or response.direct_passthrough
            or response.content_encoding
            or response.status_code != 200
            or (response.content_length or 0) < LEAST_BYTES
        ):
            return response
        response.set_data(gzip.compress(response.get_data(), LEVEL, mtime=0))
        response.content_encoding = "gzip"
        return response
