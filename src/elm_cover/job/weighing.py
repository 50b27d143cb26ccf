"""What matters to this customer when the ways are weighed, which are pinned, and the limits of the best mix."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from .fields import DocumentModel, Number

WayName = Annotated[str, Field(min_length=1, max_length=300)]


class Weighing(DocumentModel):
    """aim: what the ways are sorted by. pinned: ways by name, compared line by line and put on the offer."""

    aim: Literal["price", "hours", "weight", "depth", "r_per_money", "settling", "dust"] = "price"
    pinned: tuple[WayName, ...] = Field((), max_length=4)
    budget: Number | None = Field(None, ge=0, le=10_000_000)
    most_products: int | None = Field(None, ge=1, le=50, strict=True)
    load_share_pct: Number | None = Field(None, gt=0, le=100)
