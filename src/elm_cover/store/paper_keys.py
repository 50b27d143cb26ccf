"""The office's keys for its papers: made when first needed, kept with the records, renewed without losing the old public half.

Every function works inside the transaction that its caller has opened.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from ..job.paper_seal import new_private_key, public_of
from .rows import PaperKeyRow


@dataclass(frozen=True)
class PaperKey:
    """A public key of this office. signs: what is issued now is signed by it."""

    key: str
    made_at: str
    signs: bool


def paper_keys() -> list[PaperKey]:
    """Every key that this office ever signed with, the one that signs now first."""
    rows = PaperKeyRow.select().order_by(PaperKeyRow.private.is_null(), PaperKeyRow.made_at.desc())
    return [PaperKey(row.public, row.made_at, row.private is not None) for row in rows]


def own_keys() -> frozenset[str]:
    """Their public halves."""
    return frozenset(row.public for row in PaperKeyRow.select(PaperKeyRow.public))


def signing_key(now: datetime) -> str:
    """The private key that signs; made where there is none."""
    row = PaperKeyRow.select().where(PaperKeyRow.private.is_null(False)).first()
    return str(row.private) if row is not None else _made(now)


def renew(now: datetime) -> None:
    """A new key; those before it sign no more, and what they signed stays good."""
    PaperKeyRow.update(private=None).execute()
    _made(now)


def _made(now: datetime) -> str:
    private = new_private_key()
    PaperKeyRow.create(public=public_of(private), private=private, made_at=now.isoformat())
    return private
