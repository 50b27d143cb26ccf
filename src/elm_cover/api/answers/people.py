"""What people, signing in and the record of who did what take and answer."""

from __future__ import annotations

from datetime import date
from typing import Literal

from pydantic import BaseModel, ConfigDict, Field

from ...job.roles import Role
from ...store.deeds import MOST_A_PAGE
from .devices import IN_ONE_LINE

MOST_NAME, MOST_PASSWORD = 80, 400


class Given(BaseModel):
    model_config = ConfigDict(extra="forbid")


NAME = Field(
    min_length=1,
    max_length=MOST_NAME,
    pattern=IN_ONE_LINE,
    description="As records tell it, 1 to 80 letters in one line",
)
TYPED = Field(min_length=1, max_length=MOST_PASSWORD)


class SignIn(Given):
    name: str = Field(min_length=1, max_length=MOST_NAME)
    password: str = TYPED


class First(Given):
    name: str = NAME
    password: str = TYPED


class Join(Given):
    """code: of an invitation, once."""

    code: str = Field(min_length=1, max_length=100)
    password: str = TYPED


class NewPassword(Given):
    old: str = TYPED
    new: str = TYPED


class PersonTold(BaseModel):
    """crew: whose jobs alone somebody of a crew sees. ready: a password was chosen. locked_at: since when they may not come in."""

    id: str
    name: str
    role: Role
    crew: str | None
    ready: bool
    made_at: str
    made_by: str
    locked_at: str | None


class Me(BaseModel):
    """Who asks. local: this machine itself, where there are no accounts. person: who is signed in. rights: what they may do, by name.
    first: the first account may be made here."""

    local: bool
    person: PersonTold | None
    rights: list[str]
    first: bool


class SessionTold(BaseModel):
    """Where somebody is signed in. this: it is the one that asks."""

    id: str
    made_at: str
    seen_at: str
    address: str
    agent: str
    on: Literal["phone", "computer", "unknown"]
    this: bool


class SessionList(BaseModel):
    sessions: list[SessionTold]


class SessionPath(BaseModel):
    session_id: str = Field(max_length=40)


class PersonPath(BaseModel):
    person_id: str = Field(max_length=40)


class NewPerson(Given):
    """crew: for somebody of a crew, whose."""

    name: str = NAME
    role: Role
    crew: str | None = Field(None, min_length=1, max_length=80)


class PersonChange(Given):
    """What is to be changed; the rest stays."""

    role: Role | None = None
    crew: str | None = Field(None, min_length=1, max_length=80)
    locked: bool | None = None


class PersonList(BaseModel):
    people: list[PersonTold]


class Invited(BaseModel):
    """link: what opens the page at which a password is chosen, told this once; its code stands behind the #."""

    person: PersonTold
    link: str
    ends_at: str


class DeedQuery(BaseModel):
    """words: all of them, in who, what, kind or address. since, until: days, both told. before: only lines older than this one."""

    words: str = Field("", max_length=200)
    kind: str | None = Field(None, max_length=40)
    since: date | None = None
    until: date | None = None
    before: int | None = Field(None, ge=1, le=2**53)
    limit: int = Field(100, ge=1, le=MOST_A_PAGE)


class DeedTold(BaseModel):
    """kind, text: what was done, as a word and as screens say it; what: to what, or of whom; job: its id."""

    n: int
    at: str
    kind: str
    text: str
    who: str
    job: str | None
    what: str
    address: str


class DeedList(BaseModel):
    """next: tell it as “before” for older lines; null at the end."""

    deeds: list[DeedTold]
    next: int | None
