"""What the desk's page of phones takes and answers, and what a phone that joins says."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, ConfigDict, Field

IN_ONE_LINE = r"^[^\x00-\x1f\x7f-\x9f\u2028\u2029]*$"
DEVICE_NAME = Field(
    min_length=1, max_length=80, pattern=IN_ONE_LINE, description="What the firm calls it, 1 to 80 letters in one line"
)


class DevicePath(BaseModel):
    device_id: str = Field(max_length=64)


class NewDevice(BaseModel):
    """crew: the only one whose days it shows; left out: all."""

    model_config = ConfigDict(extra="forbid")
    name: str = DEVICE_NAME
    crew: str | None = Field(None, min_length=1, max_length=80)


class DeviceChange(BaseModel):
    """What is to be changed; the rest stays. crew: null: all days. revoke: for good."""

    model_config = ConfigDict(extra="forbid")
    name: str | None = Field(None, min_length=1, max_length=80, pattern=IN_ONE_LINE)
    crew: str | None = Field(None, min_length=1, max_length=80)
    revoke: bool = False


class DeviceTold(BaseModel):
    id: str
    name: str
    crew: str | None
    made_at: str
    revoked_at: str | None
    seen_at: str | None
    joined_at: str | None
    unsent: int | None
    unsent_photos: int | None


class DeviceList(BaseModel):
    devices: list[DeviceTold]


class MadeDevice(BaseModel):
    """token: told this once."""

    device: DeviceTold
    token: str


class CodeTold(BaseModel):
    """What became of a code. device: who joined by it."""

    id: str
    name: str
    crew: str | None
    made_at: str
    made_by: str
    ends_at: str
    used_at: str | None
    device: str | None


class CodeList(BaseModel):
    codes: list[CodeTold]


class ShownCode(BaseModel):
    """url: what the phone opens, with the code in its #fragment, told this once. rows: the same as a QR code, a row each, 1 dark, with no
    margin. reached: whether another machine can open that address; certificate: where a phone takes the certificate in first, null: it
    needs none of ours, with its own QR code."""

    code: CodeTold
    url: str
    rows: list[str]
    reached: bool
    certificate: str | None
    certificate_rows: list[str] | None


class CodePath(BaseModel):
    code_id: str = Field(max_length=32)


class JoinAsked(BaseModel):
    """code: as the desk showed it. token: made by the phone, which it is known by from then on. before: the one it had, where it had
    one."""

    model_config = ConfigDict(extra="forbid")
    code: str = Field(min_length=8, max_length=64)
    token: str = Field(pattern=r"^[0-9A-Za-z_-]{32,64}$")
    before: str | None = Field(None, max_length=64)


class Joined(BaseModel):
    """name, crew: as the desk gave them."""

    name: str
    crew: str | None


class HeldTold(BaseModel):
    """An entry that waits for the office. text: what it says, in words; at: when it was written, by its clock set right."""

    job: str
    job_name: str
    id: str
    at: str
    by: str
    name: str
    text: str
    why: str
    received_at: str
    practice: bool


class HeldList(BaseModel):
    """count: how many wait in all; those told are the oldest."""

    held: list[HeldTold]
    count: int


class HeldChosen(BaseModel):
    model_config = ConfigDict(extra="forbid")
    job: str = Field(max_length=64)
    id: str = Field(max_length=64)


class Settle(BaseModel):
    """What the office decides of these."""

    model_config = ConfigDict(extra="forbid")
    entries: list[HeldChosen] = Field(min_length=1, max_length=2_000)
    take: bool


class Settled(BaseModel):
    """How many were settled; the rest waits still: a log that is full takes no more, or somebody was first."""

    settled: int


class SetupFinding(BaseModel):
    """Of a set-up, one thing that was looked at. state: good, look (nothing stops it) or wrong."""

    state: Literal["good", "look", "wrong"]
    what: str
    said: str
    way: str | None


class SetupAnswer(BaseModel):
    findings: list[SetupFinding]
