"""What people decided about the work list, in the job document: cures, amounts, what is left out, items added by hand."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from .faults import Fault, JobError
from .fields import Corner, DocumentModel, Identifier, Text

Amount = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=100_000)]
ItemKey = Annotated[str, Field(min_length=1, max_length=200)]
Cure = Literal[
    "board",
    "relay",
    "cover",
    "box",
    "replace",
    "as_it_is",
    "raise",
    "take_out",
    "leave",
    "bury",
    "lid",
]
# Kinds of item that can be put on the list by hand: those that an amount alone tells.
AddedKind = Literal[
    "board",
    "relay",
    "holes",
    "plates",
    "box",
    "boot",
    "fan_housing",
    "light",
    "dam",
    "blocking",
    "duct",
    "pipe",
    "screen",
    "radiant_barrier",
    "electrician",
    "other",
]


class LeftOut(DocumentModel):
    """Why an item is not done, and who says so."""

    reason: Text = Field(min_length=1)
    by: Text = Field(min_length=1)


class Decision(DocumentModel):
    """What somebody decided about one item of the list. amount: in the item's unit, in place of the one derived."""

    key: ItemKey
    cure: Cure | None = None
    amount: Amount | None = None
    left_out: LeftOut | None = None


class Answered(DocumentModel):
    """What the customer said to a change, who said it and when."""

    said: Literal["yes", "no"]
    by: Text = Field(min_length=1)
    on: str = Field(pattern=r"^\d{4}-\d{2}-\d{2}$")


class AddedItem(DocumentModel):
    """An item that no record gives, put on the list by hand. amount: in the unit of its kind; of "other": person-hours.

    after_offer: it was found after the price was agreed: a change, in no price before the customer's yes.
    """

    id: Identifier | None = None
    kind: AddedKind
    section: Identifier | None = None
    at_ft: tuple[Corner, Corner] | None = None
    amount: Amount | None = None
    text: Text = ""
    after_offer: bool = Field(False, strict=True)
    answer: Answered | None = None


class Preparation(DocumentModel):
    """Decisions about the derived list, and what was added to it."""

    decisions: tuple[Decision, ...] = Field((), max_length=5000)
    added: tuple[AddedItem, ...] = Field((), max_length=500)

    @model_validator(mode="after")
    def _each_item_once(self) -> Self:
        seen: set[str] = set()
        for index, decision in enumerate(self.decisions):
            if decision.key in seen:
                text = f"“{decision.key}” is decided twice; one decision an item is allowed"
                raise JobError([Fault(f"decisions[{index}].key", text)])
            seen.add(decision.key)
        return self
