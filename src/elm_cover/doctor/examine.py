"""Everything that is looked at, in the order in which one thing hides another."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from datetime import UTC, datetime
from pathlib import Path

from ..lan.called import Called, called_now
from .certificates import of_the_certificates
from .clock import of_the_clock
from .finding import Finding
from .folder import of_the_folder
from .reach import of_the_accounts, of_the_port, of_the_proxy
from .records import of_the_records
from .work import of_the_workers


def _now() -> datetime:
    return datetime.now(UTC)


@dataclass(frozen=True)
class Asked:
    """Of which set-up. port: None where the program is being asked itself; behind: by which address browsers come; lan: it serves, or is
    to serve, the firm's network; thorough: every photo and paper is compared; trouble: why the certificate was not renewed."""

    folder: Path
    run: Callable[[bytes], bytes]
    port: int | None = None
    behind: str | None = None
    lan: bool = False
    thorough: bool = True
    trouble: str | None = None
    called: Callable[[], Called] = called_now
    now: Callable[[], datetime] = field(default=_now)


def examined(asked: Asked) -> Iterator[Finding]:
    """One after the other, as soon as each is known."""
    yield from of_the_folder(asked.folder)
    yield from of_the_records(asked.folder, asked.thorough)
    yield from of_the_clock(asked.folder, asked.now())
    yield from of_the_accounts(asked.folder, asked.lan or asked.behind is not None)
    if asked.port is not None:
        yield from of_the_port(asked.port, "0.0.0.0" if asked.lan else "127.0.0.1")
    yield from of_the_certificates(asked.folder, asked.called(), asked.now(), asked.lan, asked.trouble)
    if asked.behind is not None:
        yield from of_the_proxy(asked.behind)
    yield from of_the_workers(asked.run)
