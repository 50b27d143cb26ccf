"""What is wrong with a set-up, in words, with what to do."""

from __future__ import annotations

from .examine import Asked, examined
from .finding import Finding, State

__all__ = ["Asked", "Finding", "State", "examined"]
