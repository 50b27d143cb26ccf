"""What the command line prints of the day: the field pack, a log folded, and the stand-ins of devices."""

from __future__ import annotations

import argparse
import json
from pathlib import Path

from .cli_crew import SOUND, Command, print_json
from .core.filling.run import run_of
from .core.from_job.log import entry_of
from .formats.field_pack import field_pack, pack_schema, read_pack, run_json
from .formats.job_file import load_job, parse_json
from .formats.log_file import entries_read, read_file
from .job import Fault, JobError

MOST_PACK_BYTES = 20_000_000


def day_commands(command: Command) -> None:
    """Adds the day's verbs."""
    packing = command("field-pack", _pack, "Print everything a phone needs of a job for the day. JSON.")
    packing.add_argument("file", type=Path, nargs="?", metavar="FILE", help="a job document, JSON")
    packing.add_argument("--schema", action="store_true", help="print the pack's JSON Schema instead")
    folding = command(
        "fold", _fold, "Print what a log comes to with a field pack: bags, bands, verdict, forecast. JSON."
    )
    folding.add_argument("pack", type=Path, metavar="PACK", help="a field pack, JSON")
    folding.add_argument("log", type=Path, metavar="LOG", help="entries, one a line, JSON")


def _pack(options: argparse.Namespace) -> int:
    if options.schema:
        print_json(pack_schema())
        return SOUND
    if options.file is None:
        raise JobError([Fault("FILE", "name the job's file, or ask for --schema")])
    print_json(field_pack(load_job(options.file)))
    return SOUND


def _fold(options: argparse.Namespace) -> int:
    pack = parse_json(read_file(options.pack, MOST_PACK_BYTES))
    table = read_pack(pack)
    entries, refused = entries_read(read_file(options.log))
    run = run_of(table, [entry_of(entry) for entry in entries])
    print_json(json.loads(json.dumps(run_json(run, refused))))
    return SOUND
