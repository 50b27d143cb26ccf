"""How far a job has come with its customer, and the trades that have to be through first."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Literal

from pydantic import AfterValidator, Field

from .fields import DocumentModel, Text


def _is_a_day(text: str) -> str:
    """The same text. Raises ValueError for a day that there is not: 30 February."""
    try:
        date.fromisoformat(text)
    except ValueError as error:
        raise ValueError(f"“{text}” is no day of the calendar; write it as 2026-07-15") from error
    return text


Date = Annotated[
    str,
    Field(pattern=r"^(19|20|21)\d{2}-\d{2}-\d{2}$", json_schema_extra={"format": "date"}),
    AfterValidator(_is_a_day),
]


class Sale(DocumentModel):
    """stage: left out while nothing was offered. on: since when. promised_by: the day it is to be done by."""

    stage: Literal["offered", "sold", "lost"] | None = None
    on: Date | None = None
    promised_by: Date | None = None


class Trade(DocumentModel):
    """Somebody else's work that goes before the fill. through_on: the last day they are there; left out: not known."""

    trade: Text = Field(min_length=1, max_length=80)
    through_on: Date | None = None
