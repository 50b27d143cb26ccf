"""What changed between two versions of a job, as an answer."""

from __future__ import annotations

from typing import Any

from pydantic import BaseModel, ConfigDict

from ...edits.changes import Changed


class CompareAsked(BaseModel):
    """Two versions of a job, each a job document."""

    model_config = ConfigDict(extra="forbid")
    before: dict[str, Any]
    after: dict[str, Any]


class ChangeList(BaseModel):
    changes: list[Changed]
