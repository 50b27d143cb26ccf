"""Whether a file is a paper that was issued here, and unchanged (design: issued ones kept as bytes)."""

from __future__ import annotations

from dataclasses import dataclass

from ..job.paper_code import code_in
from .database import sha256_of
from .jobs import JobStore
from .papers import PaperFound

UNCHANGED, CHANGED, UNKNOWN = "unchanged", "changed", "unknown"


@dataclass(frozen=True)
class Verified:
    """state: unchanged: its bytes are those of a paper issued here; changed: it has the code of one, and other bytes; unknown: neither.

    code: what the file says; papers: those it was found as.
    """

    state: str
    code: str | None
    papers: tuple[PaperFound, ...]


def verified(store: JobStore, content: bytes) -> Verified:
    """What a file is."""
    code = code_in(content)
    same = store.papers_with(sha256=sha256_of(content))
    if same:
        return Verified(UNCHANGED, code, tuple(same))
    alike = [] if code is None else store.papers_with(code=code)
    return Verified(CHANGED if alike else UNKNOWN, code, tuple(alike))


def said_of(found: Verified) -> str:
    """The verdict as a sentence."""
    if found.state == UNKNOWN:
        code = f" It says it is {found.code}." if found.code else ""
        return f"This is no paper that was issued here.{code}"
    one = found.papers[0]
    what = f"{one.kind} {one.number} of {one.job_name}, revision {one.revision}, issued {one.issued_at[:10]}, code {one.code or 'none'}"
    if found.state == UNCHANGED:
        return f"Issued here and unchanged: {what}."
    return f"Changed since it was issued: its code is that of {what}, its bytes are not."
