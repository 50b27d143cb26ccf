"""Tokens of devices and sessions, codes of invitations: told once, and kept only as their sum."""

from __future__ import annotations

import hashlib


def sum_of_token(token: str) -> str:
    """What is kept of a token."""
    return hashlib.sha256(token.encode()).hexdigest()
