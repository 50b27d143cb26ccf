"""One entry of a job's log as it travels: by a phone, by the desk, in a file. Added, never changed."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from .faults import Fault, JobError
from .fields import DocumentModel, Moment, Text
from .log_values import VALUES, BandNumber, EntryId

Device = Annotated[str, Field(min_length=1, max_length=80)]


# Times that a day's work can have; further out no clock can be corrected.
FIRST, LAST = datetime(1970, 1, 1, tzinfo=UTC), datetime(2200, 1, 1, tzinfo=UTC)


class LogEntry(DocumentModel):
    """at: with its zone. seq counts up on the device. voids: the entry that a void takes back. band: which is being filled;
    day: the entry that began the day. practice: a stand-in wrote it, or somebody who practises; it counts only in practice.

    mono_ms: the device's own running time as it wrote it, which nobody sets; run: which running of the device that time is of.
    offset_s: what the clock of the device was off, to be added: as the device last knew it when it sends it, as the program
    found it when it is stored. clock: how the program found a time that the clock did not tell.
    """

    id: EntryId
    device: Device
    seq: int = Field(ge=0, le=10_000_000, strict=True)
    at: Moment
    actor: Text = "local"
    kind: str
    value: dict[str, object] = Field(default_factory=dict)
    voids: EntryId | None = None
    band: BandNumber | None = None
    day: Annotated[str, Field(min_length=1, max_length=80)] | None = None
    practice: Literal[True] | None = None
    mono_ms: float | None = Field(None, allow_inf_nan=False, ge=0, le=1e13)
    run: Annotated[str, Field(min_length=1, max_length=40)] | None = None
    clock: Literal["run", "shifted"] | None = None
    offset_s: float = Field(0.0, allow_inf_nan=False, ge=-5e9, le=5e9)

    @model_validator(mode="after")
    def _says_what_its_kind_says(self) -> Self:
        model = VALUES.get(self.kind)
        if model is None:
            raise JobError([Fault("kind", f"“{self.kind[:40]}” is none; one of {', '.join(VALUES)}")])
        missing = sorted(
            name for name, field in model.model_fields.items() if field.is_required() and name not in self.value
        )
        if missing:
            raise JobError([Fault(f"value.{missing[0]}", f"an entry “{self.kind}” says it")])
        told = model.model_validate(self.value)
        object.__setattr__(self, "value", told.model_dump(mode="json", exclude_none=True))
        if not FIRST <= self.at <= LAST:
            raise JobError([Fault("at", f"between {FIRST.year} and {LAST.year}; set the device's clock right")])
        if (self.kind == "void") != (self.voids is not None):
            raise JobError(
                [Fault("voids", "names the entry that a void takes back; a void needs it, nothing else has it")]
            )
        if self.voids == self.id:
            raise JobError([Fault("voids", "an entry cannot take itself back; name the one that is meant")])
        return self
