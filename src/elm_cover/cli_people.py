"""Accounts from the command line: who can reach the data folder made the first one, and helps whoever forgot a password."""

from __future__ import annotations

import argparse
import getpass
import sys
from pathlib import Path

from .cli_crew import Command
from .formats.headline import headline
from .job import Fault, JobError
from .job.roles import ROLES
from .server import data_folder
from .store.deeds import Doer, add_deed
from .store.jobs import JobStore
from .store.passwords import checked, hashed
from .store.people import PeopleError, Person, add_person, all_people, change_person, known_as
from .store.sessions import set_password

DONE = 0
# Whoever works at the machine itself, as the record names them.
AT_THE_MACHINE = Doer("command line", "", "")


def people_commands(command: Command) -> None:
    """Adds the verb for accounts."""
    verbs = command("account", _list, "Add, list, lock and unlock accounts, or set a password.").add_subparsers(
        required=True, metavar="WHAT"
    )

    def verb(name: str, about: str) -> argparse.ArgumentParser:
        return verbs.add_parser(name, help=about, description=about)

    adding = verb("add", "Add somebody; the password is asked for, or read from standard input.")
    adding.set_defaults(run=_add)
    adding.add_argument("--role", required=True, choices=list(ROLES), help="what they are in the firm")
    adding.add_argument("--crew", metavar="CREW", help="whose jobs they see; for the role crew")
    setting = verb("password", "Set a new password for somebody; they are signed out everywhere.")
    setting.set_defaults(run=_password)
    locking = verb("lock", "Lock an account: signed out everywhere, and not let in again.")
    locking.set_defaults(run=_lock, lock=True)
    unlocking = verb("unlock", "Unlock an account.")
    unlocking.set_defaults(run=_lock, lock=False)
    listing = verb("list", "List every account: name, role, crew, locked or not.")
    listing.set_defaults(run=_list)
    for sub in (adding, setting, locking, unlocking):
        sub.add_argument("name", metavar="NAME", help="as records tell it")
    for sub in (adding, setting, locking, unlocking, listing):
        sub.add_argument("--data", type=Path, metavar="FOLDER", help="the data folder (default: in your home folder)")


def _store(options: argparse.Namespace) -> JobStore:
    return JobStore(options.data or data_folder(), headline)


def _asked_for(name: str) -> str:
    """The hash of a password that was typed twice, or read. Raises JobError."""
    if not sys.stdin.isatty():
        return hashed(checked(sys.stdin.readline().rstrip("\r\n"), name))
    first = getpass.getpass(f"Password for {name}: ")
    told = checked(first, name)
    if getpass.getpass("The same again: ") != first:
        raise JobError([Fault("password", "the two are not the same; nothing was changed")])
    return hashed(told)


def _add(options: argparse.Namespace) -> int:
    store, name = _store(options), " ".join(options.name.split())
    if not name or len(name) > 80 or not name.isprintable():
        raise JobError([Fault("NAME", "1 to 80 letters in one line")])
    password = _asked_for(name)
    try:
        person = add_person(store, name, options.role, options.crew, AT_THE_MACHINE.name)
    except PeopleError as error:
        raise JobError([Fault("NAME", str(error))]) from error
    set_password(store, person.id, password)
    add_deed(store, AT_THE_MACHINE, "person_invited", f"{name}: {options.role}")
    print(f"{name} can sign in now ({options.role}). From the first account on everybody signs in.")
    return DONE


def _found(store: JobStore, name: str) -> Person:
    for person in all_people(store):
        if known_as(person.name) == known_as(name):
            return person
    raise JobError([Fault("NAME", f"nobody called “{name}” has an account here; elm-cover account list tells who has")])


def _password(options: argparse.Namespace) -> int:
    store = _store(options)
    person = _found(store, options.name)
    set_password(store, person.id, _asked_for(person.name))
    add_deed(store, AT_THE_MACHINE, "password_changed", person.name)
    print(f"{person.name} has a new password, and is signed out everywhere.")
    return DONE


def _lock(options: argparse.Namespace) -> int:
    store = _store(options)
    person = _found(store, options.name)
    try:
        change_person(store, person.id, {"locked": options.lock})
    except PeopleError as error:
        raise JobError([Fault("NAME", str(error))]) from error
    add_deed(store, AT_THE_MACHINE, "person_changed", f"{person.name}: {'locked' if options.lock else 'unlocked'}")
    print(f"{person.name} is {'locked out' if options.lock else 'let in again'}.")
    return DONE


def _list(options: argparse.Namespace) -> int:
    for person in all_people(_store(options)):
        rest = [
            person.role,
            *([f"crew {person.crew}"] if person.crew else []),
            *(["locked"] if person.locked_at else []),
        ]
        print(f"{person.name}: {', '.join(rest)}{'' if person.ready else ', no password yet'}")
    return DONE
