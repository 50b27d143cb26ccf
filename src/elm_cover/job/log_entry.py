"""One entry of a job's log as it travels: by a phone, by the desk, in a file. Added, never changed."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Annotated, Literal, Self

from pydantic import AwareDatetime, Field, model_validator

from .faults import Fault, JobError
from .fields import DocumentModel, Text
from .preparation import Amount, ItemKey
from .survey import PhotoName

EntryId = Annotated[str, Field(pattern=r"^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$")]
Device = Annotated[str, Field(min_length=1, max_length=80)]
Words = Annotated[str, Field(min_length=1, max_length=2000)]


# Times that a day's work can have; further out no clock can be corrected.
FIRST, LAST = datetime(1970, 1, 1, tzinfo=UTC), datetime(2200, 1, 1, tzinfo=UTC)


class WorkDone(DocumentModel):
    """An item is done. amount: where it was another one than the list had, in the item's unit."""

    key: ItemKey
    amount: Amount | None = None


class WorkLeft(DocumentModel):
    """An item is left out, and why."""

    key: ItemKey
    reason: Words


class Note(DocumentModel):
    """Words. of: the item they are about."""

    text: Words
    of: ItemKey | None = None


class PhotoTaken(DocumentModel):
    """A photo that is stored here. of: the item it shows."""

    file: PhotoName
    of: ItemKey | None = None


class LoadMoved(DocumentModel):
    """So much of something went onto the truck, or came back from it. what: as the load list calls it."""

    what: Annotated[str, Field(min_length=1, max_length=120)]
    amount: Amount
    unit: Text = ""


class Nothing(DocumentModel):
    """What a void says beside the entry it takes back."""


VALUES: dict[str, type[DocumentModel]] = {
    "work.done": WorkDone,
    "work.left": WorkLeft,
    "note": Note,
    "photo": PhotoTaken,
    "load.out": LoadMoved,
    "load.back": LoadMoved,
    "void": Nothing,
}


class LogEntry(DocumentModel):
    """at: with its zone. seq counts up on the device. voids: the entry that a void takes back."""

    id: EntryId
    device: Device
    seq: int = Field(ge=0, le=10_000_000, strict=True)
    at: AwareDatetime
    actor: Text = "local"
    kind: Literal["work.done", "work.left", "note", "photo", "load.out", "load.back", "void"]
    value: dict[str, object] = Field(default_factory=dict)
    voids: EntryId | None = None
    offset_s: float = Field(0.0, allow_inf_nan=False, ge=-5e9, le=5e9)

    @model_validator(mode="after")
    def _says_what_its_kind_says(self) -> Self:
        model = VALUES[self.kind]
        missing = sorted(
            name for name, field in model.model_fields.items() if field.is_required() and name not in self.value
        )
        if missing:
            raise JobError([Fault(f"value.{missing[0]}", f"an entry “{self.kind}” says it")])
        told = model.model_validate(self.value)
        object.__setattr__(self, "value", told.model_dump(exclude_none=True))
        if not FIRST <= self.at <= LAST:
            raise JobError([Fault("at", f"between {FIRST.year} and {LAST.year}; set the device's clock right")])
        if (self.kind == "void") != (self.voids is not None):
            raise JobError(
                [Fault("voids", "names the entry that a void takes back; a void needs it, nothing else has it")]
            )
        if self.voids == self.id:
            raise JobError([Fault("voids", "an entry cannot take itself back; name the one that is meant")])
        return self
