"""elm-cover doctor: what is wrong with a set-up, in words."""

from __future__ import annotations

import argparse
from pathlib import Path

from .api.door import door_of
from .cli_crew import Command
from .doctor.examine import Asked, examined
from .doctor.finding import Finding
from .doctor.work import done
from .server import DEFAULT_PORT, data_folder
from .serving.workers import Workers

SOUND, WRONG = 0, 1
MARKS = {"good": "good ", "look": "look ", "wrong": "WRONG"}


def doctor_commands(command: Command) -> None:
    """Adds the verb."""
    about = "Look a set-up over: folder, disk, records, clock, accounts, port, certificates, proxy, workers. Exit 1 where something is wrong."
    looking = command("doctor", _doctor, about)
    looking.add_argument(
        "--port", type=int, default=DEFAULT_PORT, help=f"the port it is served at (default {DEFAULT_PORT})"
    )
    looking.add_argument(
        "--behind", metavar="ADDRESS", help="what browsers call it where a proxy stands before it: it is asked there"
    )
    looking.add_argument("--lan", action="store_true", help="it serves, or is to serve, the firm's network")
    looking.add_argument("--data", type=Path, metavar="FOLDER", help="the data folder (default: in your home folder)")


def _doctor(options: argparse.Namespace) -> int:
    if options.behind is not None:
        door_of(options.behind)
    workers = Workers()
    try:
        asked = Asked(
            options.data or data_folder(), lambda given: workers.run(done, given, "", None), options.port,
            options.behind, options.lan,
        )  # fmt: skip
        found = [_printed(one) for one in examined(asked)]
    finally:
        workers.close()
    wrong = sum(one.state == "wrong" for one in found)
    print(f"{wrong} wrong" if wrong else "Nothing is wrong.")
    return WRONG if wrong else SOUND


def _printed(one: Finding) -> Finding:
    way = f"\n       {one.way}" if one.way else ""
    print(f"{MARKS[one.state]}  {one.what}: {one.said}{way}", flush=True)
    return one
