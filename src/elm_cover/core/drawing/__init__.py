"""Plan and fields turned into geometry in feet and inches: what screen, paper and files all draw."""

from __future__ import annotations

from .scene import drawing, thumbnail

__all__ = ["drawing", "thumbnail"]
