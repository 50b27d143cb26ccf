"""Whether the processes start that heavy work is done in."""

from __future__ import annotations

import time
from collections.abc import Callable, Iterator

from .finding import Finding, good, look, wrong

WORKERS = "workers"
SLOW_S = 20.0
WAY = "See that processes may be started (memory, limits of the service: docs/deploy.md), and start the program again."


def done(given: bytes, how: str) -> bytes:
    """What is asked of one, and has to come back."""
    return given[::-1] + how.encode()


def of_the_workers(run: Callable[[bytes], bytes]) -> Iterator[Finding]:
    """run: has it done in one of them, from a start where none runs."""
    begun = time.monotonic()
    try:
        right = run(b"elm") == b"mle"
    except Exception as error:  # whatever keeps them from starting
        yield wrong(WORKERS, f"What takes long cannot be worked out: {error or type(error).__name__}.", WAY)
        return
    took_s = time.monotonic() - begun
    if not right:
        yield wrong(WORKERS, "What takes long comes back as something else.", WAY)
    elif took_s > SLOW_S:
        yield look(WORKERS, f"They answer after {took_s:.0f} s.", "See what else this machine is doing.")
    else:
        yield good(WORKERS, f"They answer after {took_s:.1f} s.")
