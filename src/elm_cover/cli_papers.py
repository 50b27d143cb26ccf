"""What the command line says of papers: who issued one, whether it is unchanged, and the key that this office signs with."""

from __future__ import annotations

import argparse
import sys
from collections.abc import Sequence
from pathlib import Path

from .cli_crew import Command
from .formats.headline import headline
from .formats.log_file import read_file
from .job import Fault, JobError
from .job.paper_seal import KEY
from .server import data_folder
from .store.database import FILE_NAME
from .store.jobs import JobStore
from .store.paper_shelf import office_keys
from .store.verifying import GOOD, verified, verified_by

SOUND, NOT_SO = 0, 1
MOST_PAPER_BYTES, MOST_KEY_BYTES = 40_000_000, 1_000


def paper_commands(command: Command) -> None:
    """Adds the verbs for papers."""
    about = "Say whether a paper was issued here, or by the office of a key, and is unchanged: exit 0, else 1."
    verifying = command("verify", _verify, about)
    verifying.add_argument("file", type=Path, metavar="FILE", help="the paper, PDF")
    about = "the public key of the office that issued it, or a file that holds it: then no data folder is needed"
    verifying.add_argument("--key", metavar="KEY", help=about)
    keying = command("key", _key, "Print the public key that this office signs its papers with.")
    keying.add_argument("--new", action="store_true", help="make a new one first; the old one signs no more")
    for sub in (verifying, keying):
        sub.add_argument("--data", type=Path, metavar="FOLDER", help="the data folder (default: in your home folder)")


def with_keys(arguments: Sequence[str]) -> list[str]:
    """The arguments with each key bound to its option: one key in 64 begins with a dash and would be taken for another option."""
    said: list[str] = []
    for each in arguments:
        if said and said[-1] == "--key" and KEY.fullmatch(each):
            said[-1] = f"--key={each}"
        else:
            said.append(each)
    return said


def _verify(options: argparse.Namespace) -> int:
    content = read_file(options.file, MOST_PAPER_BYTES)
    key = None if options.key is None else _key_given(options.key)
    folder = options.data or data_folder()
    if (folder / FILE_NAME).exists():
        found = verified(JobStore(folder, headline), content, key)
    elif key is not None:
        found = verified_by(content, {key})
    else:
        text = f"{folder} holds no jobs: name the data folder the paper was issued from, or the key of the office that issued it (--key)"
        raise JobError([Fault("--data", text)])
    print(found.said)
    return SOUND if found.state in GOOD else NOT_SO


def _key_given(given: str) -> str:
    """A public key as it was given: itself, or a file that holds it. Raises JobError."""
    text = given if KEY.fullmatch(given) else read_file(Path(given), MOST_KEY_BYTES).decode("ascii", "replace").strip()
    if not KEY.fullmatch(text):
        raise JobError([Fault("--key", "is no key of an office: 43 letters and digits, as elm-cover key prints them")])
    return text


def _key(options: argparse.Namespace) -> int:
    first, *before = office_keys(JobStore(options.data or data_folder(), headline), options.new)
    print(first.key)
    for one in before:
        print(f"{one.key} signs no more; papers signed by it stay good", file=sys.stderr)
    return SOUND
