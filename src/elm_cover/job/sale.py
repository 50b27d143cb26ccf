"""How far a job has come with its customer, and the trades that have to be through first."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from .fields import DocumentModel, Text

Date = Annotated[str, Field(pattern=r"^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$")]


class Sale(DocumentModel):
    """stage: left out while nothing was offered. on: since when. promised_by: the day it is to be done by."""

    stage: Literal["offered", "sold", "lost"] | None = None
    on: Date | None = None
    promised_by: Date | None = None


class Trade(DocumentModel):
    """Somebody else's work that goes before the fill. through_on: the last day they are there; left out: not known."""

    trade: Text = Field(min_length=1, max_length=80)
    through_on: Date | None = None
