"""What the command line prints of the day: the field pack, a log folded, and the stand-ins of devices."""

from __future__ import annotations

import argparse
import json
from collections.abc import Iterator
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

from .cli_crew import SOUND, Command, between, print_json
from .core.done import day_of, plan_logged
from .core.filling import run_of
from .core.from_job import entry_of
from .core.work import DONE
from .devices.counter import Practice, UnreachableError, in_real_time, post
from .devices.gauge import House, PracticeTest
from .devices.machine import Settings
from .formats.field_pack import field_pack, pack_schema, read_pack, run_json
from .formats.job_file import load_job, parse_json
from .formats.log_file import entries_read, load_log, read_file
from .formats.proof_json import proof_json
from .job import Fault, Job, JobError

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
    proving = command("prove", _prove, "Print what a log proves of a job: depth, bags, rows, R claimed, leakage. JSON.")
    proving.add_argument("file", type=Path, metavar="FILE", help="a job document, JSON")
    proving.add_argument("log", type=Path, metavar="LOG", help="entries of its log, one a line")
    proving.add_argument("--least", action="store_true", help="claim by «nowhere less» instead of the lower bound")
    running = command(
        "device",
        _device,
        "Run a stand-in of a device, for practice: a bag counter, or a gauge that tests a house for leaks.",
    )
    running.add_argument("kind", choices=["counter", "gauge"], help="which one")
    running.add_argument("file", type=Path, metavar="FILE", help="the job document that it blows or tests")
    running.add_argument(
        "--log", type=Path, metavar="LOG", help="gauge: entries of its log; items done there leak less"
    )
    running.add_argument("--test", choices=["before", "after"], default="before", help="gauge: which test")
    running.add_argument("--seed", type=int, default=1, metavar="N", help="the same number gives the same day")
    running.add_argument(
        "--speed", type=between(0, 100_000), default=0, metavar="X", help="times as quick; 0: all at once"
    )
    running.add_argument("--bags", type=int, default=None, metavar="N", help="stop after so many bags")
    running.add_argument("--begin", type=_moment, default=None, metavar="T", help="when the day begins; default: now")
    for name, usual in (("engine", 0.7), ("gate", 0.7), ("air", 0.6), ("humidity", 0.45)):
        running.add_argument(f"--{name}", type=between(0, 1), default=usual, metavar="S", help="0 to 1")
    running.add_argument("--to", metavar="ADDRESS", help="send the entries to this program instead of printing them")
    running.add_argument("--job", metavar="ID", help="the stored job they go to")
    running.add_argument("--token", metavar="T", help="the device's token")


def _moment(text: str) -> datetime:
    """A time with its zone. Raises ArgumentTypeError."""
    try:
        found = datetime.fromisoformat(text)
    except ValueError as error:
        raise argparse.ArgumentTypeError(f"“{text}” is no time; write it as 2026-05-04T08:00:00+00:00") from error
    return found if found.tzinfo else found.replace(tzinfo=UTC)


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
    print_json(run_json(run, refused))
    return SOUND


def _prove(options: argparse.Namespace) -> int:
    entries, refused = entries_read(read_file(options.log))
    print_json(proof_json(load_job(options.file), entries, by_least=options.least or None, refused=refused))
    return SOUND


def _device(options: argparse.Namespace) -> int:
    job = load_job(options.file)
    if options.kind == "gauge":
        return _run_device(options, _gauge(job, options).entries())
    table = read_pack(field_pack(job))
    if not table.bands:
        raise JobError([Fault(str(options.file), "nothing is blown on this job yet: pick a fill and a depth first")])
    settings = Settings(speed=options.engine, gate=options.gate, air=options.air, humidity=options.humidity)
    practice = Practice(
        table=table, seed=options.seed, begin=options.begin or datetime.now(UTC).replace(microsecond=0), settings=settings,
        until_bags=options.bags,
    )  # fmt: skip
    return _run_device(options, practice.entries())


def _gauge(job: Job, options: argparse.Namespace) -> PracticeTest:
    """The house of a job, with what its log says is sealed."""
    log = () if options.log is None else load_log(options.log)
    items = plan_logged(job, day_of(log)).work.items
    return PracticeTest(
        house=House.of(items),
        test=options.test,
        seed=options.seed,
        begin=options.begin or datetime.now(UTC).replace(microsecond=0),
        sealed=[item.key for item in items if item.state == DONE],
    )


def _run_device(options: argparse.Namespace, entries: Iterator[dict[str, Any]]) -> int:
    """Prints the entries of a stand-in, or sends them, in real time or as much quicker as is asked."""
    if options.to is None:
        in_real_time(entries, options.speed, lambda entry: print(json.dumps(entry), flush=True))
        return SOUND
    if options.job is None:
        raise JobError([Fault("--job", "names the stored job that the entries go to")])

    def send(entry: dict[str, Any]) -> None:
        (answer,) = post(options.to.rstrip("/"), options.job, [entry], options.token)
        print(
            f"{entry['kind']} {json.dumps(entry['value'])}: {answer['state']} {answer.get('why') or ''}".rstrip(),
            flush=True,
        )

    try:
        in_real_time(entries, options.speed, send)
    except UnreachableError as error:
        raise JobError([Fault("--to", str(error))]) from error
    return SOUND
