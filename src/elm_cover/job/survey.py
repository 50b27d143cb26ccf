"""What is seen on the way through the attic, in the job document: hazards, ways in, photos, contact, holes to find."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from .fields import Corner, Count, DocumentModel, Identifier, LidR, Number, Positive, Slug, Text

PhotoName = Annotated[str, Field(pattern=r"^[0-9a-f]{64}\.jpg$")]


class Clearance(DocumentModel):
    """Who cleared a hazard, when and how."""

    by: Text | None = None
    on: str | None = Field(None, pattern=r"^\d{4}-\d{2}-\d{2}$")
    how: Text | None = None


class Hazard(DocumentModel):
    """One hazard of the walk. Without a status it was not looked for yet, which is not the same as absent."""

    id: Identifier | None = None
    kind: Slug
    status: Literal["absent", "suspected", "confirmed", "cleared"] | None = None
    cleared: Clearance | None = None
    note: Text = ""
    photos: tuple[Text, ...] = Field((), max_length=200)


class Access(DocumentModel):
    """A way into the attic. opening_in: clear opening, along x and along y of the floor. lid_r: R of its lid, where it lies in
    the ceiling; left out: a bare wood panel."""

    id: Identifier | None = None
    kind: Literal["hatch", "pull_down_stair", "door", "gable"] | None = None
    section: Identifier | None = None
    at_ft: tuple[Number, Number] | None = None
    opening_in: tuple[Positive, Positive] | None = None
    lid_r: LidR | None = None
    note: Text = ""


class Photo(DocumentModel):
    """A photo pinned to a point of a section's floor. file: SHA-256 of the stored picture and its ending."""

    id: Identifier | None = None
    file: PhotoName
    section: Identifier | None = None
    at_ft: tuple[Corner, Corner] | None = None
    note: Text = ""


class ContactLook(DocumentModel):
    """What was found at a place where insulation and ceiling tend to part. section: where it is that of one section."""

    id: Identifier | None = None
    place: Slug
    section: Identifier | None = None
    found: Literal["touching", "apart", "not_here"] | None = None
    note: Text = ""


class ExpectedHole(DocumentModel):
    """A kind of hole that should be there, how many there ought to be and how many were found and marked."""

    id: Identifier | None = None
    trade: Literal["electrical", "plumbing", "heating", "other"]
    what: Text
    expected: Count | None = None
    found: Count | None = None
