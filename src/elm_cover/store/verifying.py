"""Whether a file is a paper that was issued here, or by an office whose key is at hand, and unchanged (design: papers, signed)."""

from __future__ import annotations

from collections.abc import Set
from dataclasses import dataclass

from ..job.paper_code import code_in
from ..job.paper_seal import Issue, Seal, sum_of, unsealed
from .jobs import JobStore
from .paper_shelf import own_keys, papers_with
from .papers import PaperFound

UNCHANGED, SIGNED, CAME, CHANGED, UNKNOWN = "unchanged", "signed", "came", "changed", "unknown"
GOOD = (UNCHANGED, SIGNED)


@dataclass(frozen=True)
class Verified:
    """state: unchanged: issued here, its bytes are those; signed: by the key that was given, unchanged; came: it came in with an archive,
    nobody here issued it; changed: it has the code of one issued here, and other bytes; unknown: none of these.

    said: that as a sentence; papers: those it was found as.
    """

    state: str
    said: str
    papers: tuple[PaperFound, ...]


def verified(store: JobStore, content: bytes, key: str | None = None) -> Verified:
    """What a file is. key: of another office, to check its signature by."""
    body, seal = unsealed(content)
    found = papers_with(store, sha256=sum_of(body))
    here = [one for one in found if one.came_at is None]
    fits = seal is not None and seal.issue.sha256 == sum_of(body)
    own = own_keys(store)
    if here and (seal is None or (fits and seal.holds(own))):
        return Verified(UNCHANGED, f"Issued here and unchanged: {_found(here[0])}.", tuple(here))
    if here:
        return Verified(
            CHANGED, f"Changed since it was issued: the seal at its end is not that of {_found(here[0])}.", tuple(here)
        )
    if seal is not None and fits and seal.holds(own):
        return Verified(
            UNCHANGED,
            f"Signed by this office and unchanged: {_issue(seal.issue)}. Its job is not on this shelf.",
            tuple(found),
        )
    if key is not None:
        return verified_by(content, {key}, tuple(found))
    if found:
        return Verified(CAME, f"{_came(found[0])} {_signature(seal)}".strip(), tuple(found))
    code = code_in(body)
    alike = [] if code is None else [one for one in papers_with(store, code=code) if one.came_at is None]
    if alike:
        return Verified(
            CHANGED,
            f"Changed since it was issued: its code is that of {_found(alike[0])}, its bytes are not.",
            tuple(alike),
        )
    says = f" It says it is {code}." if code else ""
    return Verified(UNKNOWN, f"This is no paper that was issued here.{says} {_signature(seal)}".strip(), ())


def verified_by(content: bytes, keys: Set[str], papers: tuple[PaperFound, ...] = ()) -> Verified:
    """What a file is by these public keys alone."""
    body, seal = unsealed(content)
    if seal is None:
        return Verified(UNKNOWN, "This file carries no signature: nobody can say by a key who issued it.", papers)
    if seal.key not in keys:
        return Verified(UNKNOWN, f"Not signed by that key. {_signature(seal)}", papers)
    if not seal.holds(set(keys)):
        return Verified(CHANGED, "Changed since it was issued: what it says of itself is not what was signed.", papers)
    if seal.issue.sha256 != sum_of(body):
        return Verified(
            CHANGED,
            f"Changed since it was issued: its signature is that of {_issue(seal.issue)}, its bytes are not.",
            papers,
        )
    return Verified(SIGNED, f"Issued by the office of that key and unchanged: {_issue(seal.issue)}.", papers)


def _found(one: PaperFound) -> str:
    return f"{one.kind} {one.number} of {one.job_name}, revision {one.revision}, issued {(one.issued_at or '')[:10]}, code {one.code or 'none'}"


def _issue(issue: Issue) -> str:
    told = f"{issue.kind} {issue.number}"
    if issue.revision is not None:
        told += f", revision {issue.revision}"
    if issue.issued_at is not None:
        told += f", issued {issue.issued_at[:10]}"
    return f"{told}, code {issue.code or 'none'}"


def _came(one: PaperFound) -> str:
    when = f" on {one.came_at[:10]}" if one.came_at else ""
    return f"Not issued here: it came in with the job {one.job_name}{when}, as {one.kind} {one.number}."


def _signature(seal: Seal | None) -> str:
    if seal is None:
        return ""
    return (
        f"It carries a signature by the key {seal.key}: check it with the key that the office that issued it gave you."
    )
