"""An older document brought up to today's version: a chain of pure steps."""

from __future__ import annotations

from typing import Any

from .faults import Fault, JobError

VERSION = 1


def upgrade(document: dict[str, Any]) -> dict[str, Any]:
    """The document in today's version: a chain of pure steps, one per version. There is only version 1 so far.

    Raises JobError where the document comes from a newer program.
    """
    version = document.get("version")
    if isinstance(version, int) and not isinstance(version, bool) and version > VERSION:
        raise JobError(
            [Fault("version", f"is {version}, made by a newer Elm Cover; this one reads up to version {VERSION}")]
        )
    return document
