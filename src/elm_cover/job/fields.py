"""What the parts of the job document are made of: bounded numbers, names, and faults that name their field."""

from __future__ import annotations

import re
from datetime import date
from typing import Annotated, Literal

from pydantic import AfterValidator, AwareDatetime, BeforeValidator, ConfigDict, Field
from pydantic_core import PydanticCustomError

from .in_turns import InTurns

Number = Annotated[float, Field(strict=True, allow_inf_nan=False)]
Positive = Annotated[float, Field(strict=True, allow_inf_nan=False, gt=0, le=10_000)]
Corner = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=-1000, le=1000)]
TargetR = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=1, le=150)]
# Of a lid over a hatch or a stair.
LidR = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=100)]
# In the currency of the price book, and work per hour.
Price = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=100_000)]
Rate = Annotated[float, Field(strict=True, allow_inf_nan=False, gt=0, le=100_000)]
Count = Annotated[int, Field(strict=True, ge=0, le=100_000)]
Text = Annotated[str, Field(max_length=2000)]


def _as_written(value: object) -> object:
    """A day or a time as text: a bare number is neither, however it could be read."""
    if isinstance(value, date) or (isinstance(value, str) and re.match(r"\d{4}-\d\d-\d\d", value)):
        return value
    raise PydanticCustomError("as_written", "must be text as 2026-05-02, with its time and zone where it has one")


# The day, and the moment with its zone, as they are written in JSON (RFC 3339).
WrittenDay = Annotated[date, BeforeValidator(_as_written)]
Moment = Annotated[AwareDatetime, BeforeValidator(_as_written)]
CONTROL = re.compile(r"[\x00-\x1f\x7f-\x9f\u2028\u2029]")


def _in_one_line(text: str) -> str:
    return CONTROL.sub(" ", text)


# A name stands in one line on screens, papers and in files: what is no letter, mark or space is taken out.
InOneLine = AfterValidator(_in_one_line)
Name = Annotated[Text, InOneLine]
Identifier = Annotated[str, Field(min_length=1, max_length=80)]
Slug = Annotated[str, Field(pattern=r"^[a-z][a-z0-9_]*$", max_length=60)]
Zone = Literal[
    "0A", "0B", "1A", "1B", "2A", "2B", "3A", "3B", "3C", "4A", "4B", "4C", "5A", "5B", "5C", "6A", "6B", "7", "8"
]


class DocumentModel(InTurns):
    """Frozen; refuses fields it does not know, by name."""

    model_config = ConfigDict(frozen=True, extra="forbid")
