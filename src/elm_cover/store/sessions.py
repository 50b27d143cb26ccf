"""Who is signed in where. A session is told once, in a cookie, and kept only as its sum; it ends here, whatever the cookie says."""

from __future__ import annotations

import secrets
import uuid
from contextlib import suppress
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta

from peewee import DatabaseError, Expression

from .jobs import JobStore
from .moment import now_text
from .people import PeopleError, Person, person_of, row_of
from .tokens import sum_of_token
from .who_rows import InvitationRow, PersonRow, SessionRow

# Left alone for so long a session ends; after so long it does whatever.
LEFT_ALONE, AT_MOST = timedelta(days=14), timedelta(days=90)
# How often it is written down that somebody came.
SEEN_EVERY = timedelta(minutes=10)
MOST_OF_A_PERSON = 50
INVITED_FOR = timedelta(days=3)
MOST_AGENT = 200


@dataclass(frozen=True)
class Session:
    """made_at, seen_at: when it began and was last used; address, agent: from where and by what."""

    id: str
    made_at: str
    seen_at: str
    address: str
    agent: str


def hash_of(store: JobStore, name_known: str) -> tuple[str, str] | None:
    """Id and password hash of who may sign in by a name; None where nobody may."""
    with store.reading():
        row = PersonRow.get_or_none(PersonRow.known_as == name_known)
    if row is None or row.deleted_at is not None or row.locked_at is not None or row.password is None:
        return None
    return row.id, row.password


def begin_session(
    store: JobStore, person_id: str, password: str, address: str, agent: str
) -> tuple[Person, str] | None:
    """Signs somebody in and tells the token, once. password: the hash that was looked at; None where it, or the person, is another
    meanwhile."""
    with store.writing():
        row = PersonRow.get_or_none((PersonRow.id == person_id) & (PersonRow.password == password))
        if row is None or row.locked_at is not None or row.deleted_at is not None:
            return None
        return person_of(row), _begun(row, address, agent)


def _begun(person: PersonRow, address: str, agent: str) -> str:
    token = secrets.token_urlsafe(32)
    now = now_text()
    old = _gone(datetime.now(UTC))
    SessionRow.delete().where(old).execute()
    mine = SessionRow.select(SessionRow.id).where(SessionRow.person == person.id).order_by(SessionRow.seen_at.desc())
    SessionRow.delete().where(SessionRow.id.in_([row.id for row in mine][MOST_OF_A_PERSON - 1 :])).execute()
    SessionRow.create(
        id=uuid.uuid4().hex[:12], sum=sum_of_token(token), person=person.id, made_at=now, seen_at=now, address=address,
        agent=agent[:MOST_AGENT],
    )  # fmt: skip
    return token


def _gone(now: datetime) -> Expression:
    return (SessionRow.seen_at < (now - LEFT_ALONE).isoformat(timespec="seconds")) | (
        SessionRow.made_at < (now - AT_MOST).isoformat(timespec="seconds")
    )


def session_of(store: JobStore, token: str) -> tuple[Session, Person] | None:
    """Whose session a token is; None where it is nobody's, has ended, or its person may not come in."""
    now = datetime.now(UTC)
    with store.reading():
        found = (
            SessionRow.select(SessionRow, PersonRow)
            .join(PersonRow)
            .where((SessionRow.sum == sum_of_token(token)) & ~_gone(now))
            .first()
        )
        if found is None or found.person.locked_at is not None or found.person.deleted_at is not None:
            return None
        session, person = _session(found), person_of(found.person)
    if now - datetime.fromisoformat(session.seen_at) >= SEEN_EVERY:
        # Where nothing can be written, what is there is read all the same.
        with suppress(DatabaseError), store.writing():
            SessionRow.update(seen_at=now_text()).where(SessionRow.id == session.id).execute()
    return session, person


def _session(row: SessionRow) -> Session:
    return Session(row.id, row.made_at, row.seen_at, row.address, row.agent)


def sessions_of(store: JobStore, person_id: str) -> list[Session]:
    """Where somebody is signed in, used last first."""
    with store.reading():
        rows = SessionRow.select().where((SessionRow.person == person_id) & ~_gone(datetime.now(UTC)))
        return [_session(row) for row in rows.order_by(SessionRow.seen_at.desc(), SessionRow.id)]


def end_sessions(store: JobStore, person_id: str, only: str | None = None, but: str | None = None) -> list[str]:
    """Signs somebody out: everywhere, of one session only, or of all but one. The ids of those that ended."""
    with store.writing():
        which = SessionRow.person == person_id
        if only is not None:
            which &= SessionRow.id == only
        if but is not None:
            which &= SessionRow.id != but
        ended = [row.id for row in SessionRow.select(SessionRow.id).where(which)]
        SessionRow.delete().where(SessionRow.id.in_(ended)).execute()
        return ended


def change_password(store: JobStore, person_id: str, old: str, new: str, keep: str) -> list[str] | None:
    """Hashes. Every other session (than keep) ends: their ids. None where the old one is another meanwhile."""
    with store.writing():
        if (
            not PersonRow.update(password=new)
            .where((PersonRow.id == person_id) & (PersonRow.password == old))
            .execute()
        ):
            return None
        InvitationRow.delete().where((InvitationRow.person == person_id) & InvitationRow.used_at.is_null()).execute()
    return end_sessions(store, person_id, but=keep)


def set_password(store: JobStore, person_id: str, password: str) -> None:
    """A hash; whoever is signed in by an older one is signed out. Raises NoSuchPersonError."""
    with store.writing():
        row = row_of(person_id)
        row.password = password
        row.save()
    end_sessions(store, person_id)


def invite(store: JobStore, person_id: str, by: str) -> tuple[Person, str, str]:
    """A code that lets somebody choose a password, and when it ends; an older one ends at once. Raises NoSuchPersonError, PeopleError."""
    code = secrets.token_urlsafe(24)
    ends = (datetime.now(UTC) + INVITED_FOR).isoformat(timespec="seconds")
    with store.writing():
        row = row_of(person_id)
        if row.locked_at is not None:
            raise PeopleError("this account is locked: unlock it first")
        InvitationRow.delete().where((InvitationRow.person == person_id) & InvitationRow.used_at.is_null()).execute()
        InvitationRow.create(
            sum=sum_of_token(code), person=person_id, made_at=now_text(), made_by=by, ends_at=ends, used_at=None
        )
        return person_of(row), code, ends


def invited(store: JobStore, code: str) -> Person | None:
    """Whom a code invites; None where it is none, was used or has ended."""
    with store.reading():
        row = InvitationRow.get_or_none(_good(code))
        return None if row is None or row.person.locked_at is not None else person_of(row.person)


def take_up(store: JobStore, code: str, password: str, address: str, agent: str) -> tuple[Person, str] | None:
    """Takes an invitation up with the hash of the password that was chosen: every older session ends, and one begins. None where
    somebody was first, or it has ended."""
    with store.writing():
        if not InvitationRow.update(used_at=now_text()).where(_good(code)).execute():
            return None
        row = InvitationRow.get(InvitationRow.sum == sum_of_token(code)).person
        if row.locked_at is not None or row.deleted_at is not None:
            return None
        SessionRow.delete().where(SessionRow.person == row.id).execute()
        row.password = password
        row.save()
        return person_of(row), _begun(row, address, agent)


def _good(code: str) -> Expression:
    return (
        (InvitationRow.sum == sum_of_token(code))
        & InvitationRow.used_at.is_null()
        & (InvitationRow.ends_at > now_text())
    )
