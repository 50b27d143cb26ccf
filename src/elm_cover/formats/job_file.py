"""A job document as a file: read with bounds, written with stable order."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from ..job import Fault, Job, JobError, read_job

MOST_BYTES = 20_000_000


def parse_json(data: bytes) -> Any:
    """The JSON value in the bytes. Raises JobError where it is too large, too deep or not JSON."""
    if len(data) > MOST_BYTES:
        raise JobError([Fault("", f"is larger than {MOST_BYTES // 1_000_000} MB")])
    try:
        return json.loads(data.decode("utf-8-sig"))
    except UnicodeDecodeError as error:
        raise JobError([Fault("", "is not UTF-8 text")]) from error
    except RecursionError as error:
        raise JobError([Fault("", "is nested too deeply to be a job")]) from error
    except ValueError as error:
        raise JobError([Fault("", f"is not JSON: {error}")]) from error


def load_job(path: Path) -> Job:
    """The job in a file. Raises JobError, which names each faulty field, also where the file cannot be read."""
    try:
        with path.open("rb") as file:
            data = file.read(MOST_BYTES + 1)
    except OSError as error:
        raise JobError([Fault("", f"cannot be read: {error.strerror or error}")]) from error
    return read_job(parse_json(data))


def dump_document(job: Job) -> dict[str, Any]:
    """The document of a job as it was given: what was left out stays out."""
    return job.model_dump(mode="json", exclude_unset=True)
