"""The one reader of the job document: it turns a Job into what is given."""

from __future__ import annotations

from .log import entry_of

__all__ = [
    "entry_of",
]
