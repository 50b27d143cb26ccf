"""What the rack is asked and answers."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, ConfigDict, Field

from ...core.base.notebook import Open
from ...core.rack import Mix, StepUp, Way
from ...job import Job


class RackAsked(BaseModel):
    """The job; its own products are weighed beside those that ship. mix: also find the best mix under its limits. log_of: the stored
    job whose log says which hazards were cleared."""

    model_config = ConfigDict(extra="forbid")
    job: Job
    mix: Literal["price", "hours", "weight", "depth"] | None = None
    log_of: str | None = Field(None, max_length=64)


class RackAnswer(BaseModel):
    ways: list[Way]
    picked: str | None
    against: str | None
    steps_r: list[float]
    missing: list[Open]
    mix: Mix | None
    step_up: StepUp | None
    nothing_open: list[str]
    weighed: int
    counted: list[str]
    uncounted: list[str]
