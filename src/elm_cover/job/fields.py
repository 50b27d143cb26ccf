"""What the parts of the job document are made of: bounded numbers, names, and faults that name their field."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

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
Identifier = Annotated[str, Field(min_length=1, max_length=80)]
Slug = Annotated[str, Field(pattern=r"^[a-z][a-z0-9_]*$", max_length=60)]
Zone = Literal[
    "0A", "0B", "1A", "1B", "2A", "2B", "3A", "3B", "3C", "4A", "4B", "4C", "5A", "5B", "5C", "6A", "6B", "7", "8"
]


class DocumentModel(BaseModel):
    """Frozen; refuses fields it does not know, by name."""

    model_config = ConfigDict(frozen=True, extra="forbid")
