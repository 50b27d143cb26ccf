"""The firm as it stands on paper."""

from __future__ import annotations

from pydantic import Field

from .fields import DocumentModel, Text


class FirmCard(DocumentModel):
    """Name, address and licence over an offer; offer_days: how long an offer holds, left out: not said."""

    name: Text | None = None
    address: Text | None = None
    licence: Text | None = None
    offer_days: int | None = Field(None, ge=1, le=365, strict=True)
