"""The short code of a paper: what it is printed under, and found again by (design: papers)."""

from __future__ import annotations

import hashlib
import json
import re
from typing import Any

LENGTH = 10
# Stands in the file uncompressed, so that it is read also where other bytes of it were changed.
MARK = "elm-cover-code-"
_MARKED = re.compile(rf"{MARK}([0-9a-f]{{{LENGTH}}})".encode())
CODE = re.compile(rf"[0-9a-f]{{{LENGTH}}}")


def code_of(made_from: Any) -> str:
    """First ten characters of the SHA-256 of the canonical JSON a paper is made from. Source: handbook §20."""
    text = json.dumps(made_from, sort_keys=True, separators=(",", ":"), ensure_ascii=False)
    return hashlib.sha256(text.encode()).hexdigest()[:LENGTH]


def code_in(content: bytes) -> str | None:
    """The code that a paper's file says it has; None where it says none."""
    found = _MARKED.search(content)
    return None if found is None else found[1].decode()
