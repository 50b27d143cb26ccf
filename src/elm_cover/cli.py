"""elm-cover: plan and check job files, serve the program, keep its data safe."""

from __future__ import annotations

import argparse
import sys
from collections.abc import Callable, Sequence
from datetime import date
from pathlib import Path

from pydantic_core import to_jsonable_python

from . import __version__
from .api.app import create_app
from .api.door import door_of
from .api.interface import document
from .cli_crew import crew_commands, day, print_json
from .cli_day import day_commands
from .cli_doctor import doctor_commands
from .cli_papers import paper_commands, with_keys
from .cli_people import people_commands
from .core.plan import corners, plan, plan_json
from .core.ways import rack
from .demo.jobs import add_demo_jobs
from .demo.people import add_demo_people
from .formats.crew_json import loaded_lines
from .formats.floor_out import floor_dxf, floor_json, floor_svg
from .formats.job_file import load_job
from .formats.load_csv import write_load
from .formats.log_file import entry_schema, load_log
from .formats.product_library import library
from .formats.survey_csv import write_features, write_readings
from .formats.work_json import work_json
from .job import Fault, Job, JobError, job_schema
from .job.log_entry import LogEntry
from .job.paper_kinds import PAPERS, paper_by_ending
from .papers.issue import Asked, printed
from .server import DEFAULT_PORT, PROXIES, data_folder, serve
from .store.backup import backup, restore
from .store.database import StoreError
from .store.soundness import in_words

SOUND, STOPS, BAD_INPUT = 0, 1, 2
EXPORTS: dict[str, Callable[[Job, Sequence[LogEntry]], str]] = {
    "features.csv": lambda job, log: write_features(job),
    "readings.csv": lambda job, log: write_readings(job),
    "load.csv": lambda job, log: write_load(loaded_lines(job, log)),
    ".svg": lambda job, log: floor_svg(job),
    ".dxf": lambda job, log: floor_dxf(job),
    ".json": lambda job, log: floor_json(job),
}


def main(arguments: Sequence[str] | None = None) -> int:
    """Runs one command; the exit status as documented in its help."""
    options = parser().parse_args(with_keys(sys.argv[1:] if arguments is None else arguments))
    command: Callable[[argparse.Namespace], int] = options.run
    try:
        return command(options)
    except StoreError as error:
        print(error, file=sys.stderr)
        return BAD_INPUT
    except JobError as error:
        for fault in error.faults:
            print(fault, file=sys.stderr)
        return BAD_INPUT
    except BrokenPipeError:
        return SOUND


def parser() -> argparse.ArgumentParser:
    """The command line: one subcommand per thing a user does."""
    top = argparse.ArgumentParser(prog="elm-cover", description=__doc__)
    top.add_argument("--version", action="version", version=f"elm-cover {__version__}")
    commands = top.add_subparsers(required=True, metavar="COMMAND")

    def command(name: str, run: Callable[[argparse.Namespace], int], about: str) -> argparse.ArgumentParser:
        sub = commands.add_parser(name, help=about, description=about)
        sub.set_defaults(run=run)
        return sub

    planning = command("plan", _plan, "Print the plan of a job file as JSON, nothing rounded. Exit 2 on bad input.")
    planning.add_argument("file", type=Path, metavar="FILE", help="a job document, JSON")
    weighing = command("rack", _rack, "Print every way of doing a job, weighed: cores, price, hours, why not. JSON.")
    weighing.add_argument("file", type=Path, metavar="FILE", help="a job document, JSON")
    cornering = command(
        "corners", _corners, "Print every eave solved in two dimensions: coldest spot, damp, heat, remedies."
    )
    cornering.add_argument("file", type=Path, metavar="FILE", help="a job document, JSON")
    working = command(
        "work", _work, "Print the work list of a job: items, materials, gate, leaks, nothing rounded. JSON."
    )
    working.add_argument("file", type=Path, metavar="FILE", help="a job document, JSON")
    working.add_argument("log", type=Path, nargs="?", metavar="LOG", help="entries of its log, one a line")
    day_commands(command)
    crew_commands(command)
    checking = command(
        "check", _check, "Say what is wrong with a job: exit 0 sound, 1 with stops, 2 bad input; one line each."
    )
    checking.add_argument("file", type=Path, metavar="FILE", help="a job document, JSON")
    about = "Write part of a job file for other programs, by the ending of the file to write."
    exporting = command("export", _export, about)
    exporting.add_argument("file", type=Path, metavar="FILE", help="a job document, JSON")
    papers = ", ".join(f"…{row.ending}" for row in PAPERS.values() if row.ending != ".pdf")
    kinds = f"{papers}; any other .pdf: the job sheet; load.csv; .svg, .dxf or .json the Floor; readings.csv or features.csv"
    exporting.add_argument("to", type=Path, metavar="OUT", help=kinds)
    exporting.add_argument("--log", type=Path, metavar="LOG", help="entries of its log, one a line")
    exporting.add_argument("--date", type=day, default=None, metavar="D", help="the day to print, 2026-05-02")
    exporting.add_argument("--metric", action="store_true", help="a paper in metres, millimetres and kilograms")
    paper_commands(command)
    people_commands(command)
    doctor_commands(command)
    telling = command("schema", _schema, "Print the JSON Schema of the job document.")
    telling.add_argument("--log", action="store_true", help="of an entry of the log instead")
    command("openapi", _openapi, "Print the OpenAPI document of the server.")
    serving = command("serve", _serve, "Serve your own jobs to a browser on this machine, until stopped with Ctrl-C.")
    demoing = command("demo", _demo, "Serve a made-up demo job, apart from your own jobs, until stopped with Ctrl-C.")
    _serving_options(serving, demoing)
    saving = command("backup", _backup, "Write all jobs into one file, also while the program is running.")
    saving.add_argument("file", type=Path, metavar="FILE", help="the backup to write, a new file")
    restoring = command("restore", _restore, "Unpack a backup into an empty data folder.")
    restoring.add_argument("file", type=Path, metavar="FILE", help="a backup made by elm-cover backup")
    for sub in (serving, demoing, saving, restoring):
        sub.add_argument("--data", type=Path, metavar="FOLDER", help="the data folder (default: in your home folder)")
    return top


def _serving_options(serving: argparse.ArgumentParser, demoing: argparse.ArgumentParser) -> None:
    for sub in (serving, demoing):
        sub.add_argument("--port", type=int, default=DEFAULT_PORT, help=f"port to listen on (default {DEFAULT_PORT})")
    serving.add_argument(
        "--behind",
        metavar="ADDRESS",
        help="what browsers call it where a proxy stands before it: https://NAME or https://NAME/prefix",
    )
    serving.add_argument(
        "--proxy",
        action="append",
        metavar="ADDRESS",
        help="whose word on who asked is taken (default: 127.0.0.1 and ::1); repeatable",
    )
    for sub in (serving, demoing):
        sub.add_argument("--lan", action="store_true", help="with TLS, to every machine of the firm's own network")
    demoing.add_argument("--people", action="store_true", help="with made-up people who sign in, one of each role")


def _plan(options: argparse.Namespace) -> int:
    print_json(plan_json(plan(load_job(options.file))))
    return SOUND


def _rack(options: argparse.Namespace) -> int:
    print_json(to_jsonable_python(rack(load_job(options.file), library())))
    return SOUND


def _corners(options: argparse.Namespace) -> int:
    print_json(to_jsonable_python(corners(plan(load_job(options.file)))))
    return SOUND


def _work(options: argparse.Namespace) -> int:
    log = () if options.log is None else load_log(options.log)
    print_json(work_json(load_job(options.file), log))
    return SOUND


def _check(options: argparse.Namespace) -> int:
    result = plan(load_job(options.file))
    for flag in result.flags:
        where = f" [{flag.section}]" if flag.section else ""
        print(f"{flag.level}: {flag.code}{where}: {flag.text} {flag.what_to_do}")
    for question in result.open:
        print(f"open: {question.field}: {question.text}")
    return STOPS if any(flag.level == "stop" for flag in result.flags) else SOUND


def _export(options: argparse.Namespace) -> int:
    to: Path = options.to
    name = to.name.lower()
    paper = paper_by_ending(name)
    write = next((made for ending, made in EXPORTS.items() if name.endswith(ending)), None)
    if paper is None and write is None:
        endings = sorted((*(row.ending for row in PAPERS.values()), *EXPORTS), key=lambda one: one.startswith("."))
        allowed = ", ".join(ending if ending.startswith(".") else f"…{ending}" for ending in endings)
        raise JobError([Fault(str(to), f"ends in none of {allowed}")])
    log = () if options.log is None else load_log(options.log)
    job, today = load_job(options.file), options.date or date.today()
    if paper is not None:
        content = printed(paper, Asked(job=job, today=today, log=tuple(log), metric=options.metric))
    else:
        assert write is not None
        content = write(job, log).encode()
    try:
        to.write_bytes(content)
    except OSError as error:
        raise JobError([Fault(str(options.to), f"cannot be written: {error.strerror or error}")]) from error
    return SOUND


def _schema(options: argparse.Namespace) -> int:
    print_json(entry_schema() if options.log else job_schema())
    return SOUND


def _openapi(options: argparse.Namespace) -> int:
    print_json(document(create_app(None)))
    return SOUND


def _serve(options: argparse.Namespace) -> int:
    behind = None if options.behind is None else door_of(options.behind)
    if behind is not None and options.lan:
        raise JobError([Fault("--lan", "speaks TLS itself: take it or --behind, not both")])
    return serve(options.data or data_folder(), options.port, behind, options.proxy or PROXIES, options.lan)


def _demo(options: argparse.Namespace) -> int:
    folder = options.data or data_folder() / "demo"
    add_demo_jobs(folder)
    if options.people or options.lan:
        print(add_demo_people(folder), flush=True)
    return serve(folder, options.port, lan=options.lan)


def _backup(options: argparse.Namespace) -> int:
    return _compared(f"Backed up to {options.file}", backup(options.data or data_folder(), options.file))


def _restore(options: argparse.Namespace) -> int:
    folder = options.data or data_folder()
    return _compared(f"Restored into {folder}", restore(options.file, folder))


def _compared(said: str, damaged: list[str]) -> int:
    """Says what was done, and what of it is not what it was; then exit 1."""
    print(said)
    if damaged:
        print(in_words(damaged), file=sys.stderr)
    return STOPS if damaged else SOUND


if __name__ == "__main__":
    sys.exit(main())
