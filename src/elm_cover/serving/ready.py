"""Loaded once, by the process that the workers are forked from: all that heavy work needs, behind everything else in the queue."""

from __future__ import annotations

import contextlib
import os

NICE = 10
ASKED_BY = os.getppid()

with contextlib.suppress(AttributeError, OSError):
    os.nice(NICE)

# All of the program, not only the heavy work: a worker runs the head of the command line too, as Python's own workers do.
from .. import cli_crew, cli_day, cli_papers, cli_people  # noqa: E402, F401
from ..api import app, heavy  # noqa: E402, F401
from .collector import all_is_loaded  # noqa: E402

heavy.keep_less()

all_is_loaded()

# The program was stopped meanwhile: nobody is left to work for.
if os.getppid() != ASKED_BY:
    os._exit(0)
