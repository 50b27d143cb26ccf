"""People with an account: made, given a role, locked and deleted by the office. A name stays with who had it: records tell it.

Nobody who is the last of the office can be locked, deleted or given another role, so that somebody always may.
"""

from __future__ import annotations

import uuid
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, cast

from ..job.roles import OFFICE, ROLES, Role
from .jobs import JobStore
from .moment import now_text
from .who_rows import InvitationRow, PersonRow, SessionRow

MOST_PEOPLE = 1000


@dataclass(frozen=True)
class Person:
    """crew: whose jobs alone somebody of a crew sees. ready: a password was chosen. locked_at: since when they may not come in."""

    id: str
    name: str
    role: Role
    crew: str | None
    ready: bool
    made_at: str
    made_by: str
    locked_at: str | None


class NoSuchPersonError(LookupError):
    """There is nobody of that id."""


class PeopleError(ValueError):
    """What cannot be done with people as they are; the message says why and what to do."""


def known_as(name: str) -> str:
    """What a name is known by: blanks and capitals tell nobody apart."""
    return " ".join(name.split()).casefold()


def person_of(row: PersonRow) -> Person:
    """A row as the rest of the program sees it: without what it signs in with."""
    ready = row.password is not None
    return Person(row.id, row.name, cast(Role, row.role), row.crew, ready, row.made_at, row.made_by, row.locked_at)


def any_people(store: JobStore) -> bool:
    """Whether there are accounts: then everybody signs in."""
    with store.reading():
        return bool(PersonRow.select(PersonRow.id).where(PersonRow.deleted_at.is_null()).exists())


def all_people(store: JobStore) -> list[Person]:
    """Everybody with an account, by name."""
    with store.reading():
        rows = PersonRow.select().where(PersonRow.deleted_at.is_null()).order_by(PersonRow.known_as)
        return [person_of(row) for row in rows]


def add_person(store: JobStore, name: str, role: Role, crew: str | None, by: str) -> Person:
    """Somebody who has still to choose a password. Raises PeopleError."""
    with store.writing():
        return person_of(made_row(name, role, crew, by))


def add_first(store: JobStore, name: str, password: str) -> Person:
    """The first account, of the office, with the hash of its password. Raises PeopleError where somebody was first."""
    with store.writing():
        if PersonRow.select(PersonRow.id).where(PersonRow.deleted_at.is_null()).exists():
            raise PeopleError("there is an account already; ask somebody of the office for an invitation")
        row = made_row(name, OFFICE, None, name)
        row.password = password
        row.save()
        return person_of(row)


def made_row(name: str, role: Role, crew: str | None, by: str) -> PersonRow:
    """Inside a transaction. Raises PeopleError."""
    if PersonRow.select().where(PersonRow.known_as == known_as(name)).exists():
        raise PeopleError(
            f"somebody is, or was, called “{name}” here, and the record tells people by their names: take another one, with an initial say"
        )
    if PersonRow.select().where(PersonRow.deleted_at.is_null()).count() >= MOST_PEOPLE:
        raise PeopleError(f"up to {MOST_PEOPLE} people; delete those that come no more")
    return PersonRow.create(
        id=str(uuid.uuid4()), name=name, known_as=known_as(name), role=role, crew=_crew_for(role, crew),
        made_at=now_text(), made_by=by,
    )  # fmt: skip


def change_person(store: JobStore, person_id: str, told: Mapping[str, Any]) -> Person:
    """Gives a role, a crew, or locks and unlocks (locked); what is not told stays. Raises NoSuchPersonError, PeopleError.

    Somebody locked is signed out everywhere.
    """
    with store.writing():
        row = row_of(person_id)
        row.role = told.get("role", row.role)
        row.crew = _crew_for(cast(Role, row.role), told.get("crew", row.crew))
        if "locked" in told:
            row.locked_at = (row.locked_at or now_text()) if told["locked"] else None
        if row.role != OFFICE or row.locked_at is not None:
            _somebody_is_left(person_id)
        if row.locked_at is not None:
            _sign_out(person_id)
        row.save()
        return person_of(row)


def delete_person(store: JobStore, person_id: str) -> Person:
    """Takes an account away and says whose it was; the name stays where records tell it. Raises NoSuchPersonError, PeopleError."""
    with store.writing():
        row = row_of(person_id)
        _somebody_is_left(person_id)
        _sign_out(person_id)
        row.deleted_at, row.password = now_text(), None
        row.save()
        return person_of(row)


def row_of(person_id: str) -> PersonRow:
    """Inside a transaction. Raises NoSuchPersonError."""
    row = PersonRow.get_or_none((PersonRow.id == person_id) & PersonRow.deleted_at.is_null())
    if row is None:
        raise NoSuchPersonError(person_id)
    return row


def _crew_for(role: Role, crew: str | None) -> str | None:
    if not ROLES[role].of_a_crew:
        return None
    if not crew:
        raise PeopleError("say which crew: somebody of a crew sees the jobs of that one alone")
    return crew


def _somebody_is_left(person_id: str) -> None:
    others = PersonRow.select().where(
        (PersonRow.id != person_id)
        & (PersonRow.role == OFFICE)
        & PersonRow.deleted_at.is_null()
        & PersonRow.locked_at.is_null()
        & PersonRow.password.is_null(False)
    )
    if not others.exists():
        raise PeopleError("this is the last one of the office who can sign in: give somebody else that role first")


def _sign_out(person_id: str) -> None:
    SessionRow.delete().where(SessionRow.person == person_id).execute()
    InvitationRow.delete().where((InvitationRow.person == person_id) & InvitationRow.used_at.is_null()).execute()
