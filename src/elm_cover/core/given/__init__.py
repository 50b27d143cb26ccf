"""What is on record of a job, as the core takes it: numbers and small frozen data, no job document."""

from __future__ import annotations

from .look import HoleToFind

__all__ = [
    "HoleToFind",
]
