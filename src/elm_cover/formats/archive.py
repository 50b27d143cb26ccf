"""A job as one zip: job.json, log.json, photos/, papers/ and papers.json, what they were issued as. Bounded in entries and in unpacked size on the way in."""

from __future__ import annotations

import hashlib
import io
import json
import lzma
import re
import zipfile
import zlib
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Any

from ..core.log import MOST_ENTRIES_ALWAYS
from ..job import Fault, Job, JobError, read_job
from ..job.paper_kinds import goes_to_customer
from ..job.paper_seal import Seal, seal_told, sealed, sum_of, unsealed
from .handover import DOCUMENT, STAYS, handed_over
from .job_file import dump_document, parse_json
from .log_file import entries_in, entry_document
from .photo import is_own, keep_photo, megapixels

JOB, LOG, ISSUES = "job.json", "log.json", "papers.json"
MOST_ENTRIES = 2_000
MOST_UNPACKED_BYTES = 300_000_000
MOST_JOB_BYTES = 2_000_000
MOST_ENTRY_BYTES = 20_000_000
MOST_LOG_ENTRIES = MOST_ENTRIES_ALWAYS
# Of an entry's flags, the one that says that it is encrypted.
ENCRYPTED = 0x1
WHOLE = "a backup carries the whole of it (elm-cover backup)"
# A photo of a camera takes most of a second for 40 megapixels.
MOST_MEGAPIXELS_ANEW = 150
PHOTO_NAME = re.compile(r"photos/([0-9a-f]{64}\.jpg)")
PAPER_NAME = re.compile(r"papers/(\d{1,5})-([a-z-]{1,40})\.pdf")
PDF_MARK = b"%PDF-"
# What reading a damaged zip can raise, the unpackers' own errors included.
DAMAGED = (zipfile.BadZipFile, zlib.error, lzma.LZMAError, LookupError, ValueError, RuntimeError, EOFError, OSError)


@dataclass(frozen=True)
class ArchivedPaper:
    """content: its bytes as they were issued; seal: by whom and as what, None where nothing says it."""

    number: int
    kind: str
    content: bytes
    seal: Seal | None = None


@dataclass(frozen=True)
class Archive:
    """What an archive holds. log: the entries of its log, none in a job that nothing was done on yet."""

    document: dict[str, Any]
    photos: dict[str, bytes] = field(default_factory=dict)
    papers: tuple[ArchivedPaper, ...] = ()
    log: tuple[dict[str, Any], ...] = ()


def photo_names(job: Job) -> tuple[str, ...]:
    """The photos that a job refers to, each once."""
    named = [photo.file for photo in job.photos] + [name for hazard in job.hazards for name in hazard.photos]
    return tuple(dict.fromkeys(named))


def write_archive(archive: Archive) -> bytes:
    """The zip. Raises JobError where it would be one that cannot be brought in."""
    document = json.dumps(archive.document, separators=(",", ":"), ensure_ascii=False).encode()
    log = json.dumps({"entries": list(archive.log)}, separators=(",", ":"), ensure_ascii=False).encode()
    papers = {
        f"papers/{paper.number}-{paper.kind.replace(' ', '-')}.pdf": sealed(paper.content, paper.seal)
        for paper in archive.papers
    }
    _fits(archive, {JOB: document, LOG: log, **papers, **{f"photos/{n}": c for n, c in archive.photos.items()}})
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as file:
        file.writestr(JOB, document)
        file.writestr(LOG, log)
        for name, content in sorted(archive.photos.items()):
            file.writestr(zipfile.ZipInfo(f"photos/{name}"), content)  # JPEG does not get smaller
        for name, content in papers.items():
            file.writestr(name, content)
        issues = [paper.seal.told() for paper in archive.papers if paper.seal is not None]
        if issues:
            file.writestr(ISSUES, json.dumps({"papers": issues}, ensure_ascii=False))
    return out.getvalue()


def _fits(archive: Archive, parts: Mapping[str, bytes]) -> None:
    """What goes out comes in: the same bounds both ways. Raises JobError."""
    faults = []
    if len(archive.log) > MOST_LOG_ENTRIES:
        faults.append(
            Fault(LOG, f"at most {MOST_LOG_ENTRIES:,} entries go into an archive, not {len(archive.log):,}; {WHOLE}")
        )
    if len(parts) + 1 > MOST_ENTRIES:
        faults.append(
            Fault("archive", f"at most {MOST_ENTRIES:,} photos and papers go into one, not {len(parts):,}; {WHOLE}")
        )
    if sum(map(len, parts.values())) > MOST_UNPACKED_BYTES - MOST_JOB_BYTES:
        most = (MOST_UNPACKED_BYTES - MOST_JOB_BYTES) // 10**6
        faults.append(Fault("archive", f"at most {most} MB of photos and papers go into one; {WHOLE}"))
    for name, content in parts.items():
        most = MOST_JOB_BYTES if name == JOB else MOST_ENTRY_BYTES
        if len(content) > most:
            faults.append(
                Fault(name, f"at most {most // 10**6} MB go into an archive, not {len(content) / 1e6:.1f}; {WHOLE}")
            )
    if faults:
        raise JobError(faults)


# What of a job document is the firm's own business.
FIRMS_OWN = tuple(name for name, what in DOCUMENT.items() if what == STAYS)


def for_customer(archive: Archive) -> Archive:
    """What is handed over: the fields of the job file that go, photos, the last paper of each kind that is made for a customer; no
    log. Raises JobError where the job holds a field that stands on no list. Source: handbook §20; design: hand-over."""
    last = {paper.kind: paper for paper in archive.papers if goes_to_customer(paper.kind)}
    papers = tuple(sorted(last.values(), key=lambda paper: paper.number))
    return Archive(handed_over(archive.document), archive.photos, papers)


def read_archive(data: bytes) -> Archive:
    """What a zip holds, checked before anything is stored. Raises JobError with a sentence that says what is wrong."""
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as file:
            return _read(file)
    except JobError:
        raise
    except DAMAGED as error:
        raise JobError([Fault("archive", "is not a zip made by Elm Cover, or is damaged")]) from error


def _read(file: zipfile.ZipFile) -> Archive:
    entries = [info for info in file.infolist() if not info.is_dir()]
    if len(entries) > MOST_ENTRIES:
        raise JobError([Fault("archive", f"at most {MOST_ENTRIES:,} entries, not {len(entries):,}")])
    if sum(info.file_size for info in entries) > MOST_UNPACKED_BYTES:
        raise JobError([Fault("archive", f"at most {MOST_UNPACKED_BYTES // 10**6} MB unpacked")])
    if any(info.compress_type not in (zipfile.ZIP_STORED, zipfile.ZIP_DEFLATED) for info in entries):
        raise JobError([Fault("archive", "is packed in a way not read here: stored or deflated alone")])
    if any(info.flag_bits & ENCRYPTED for info in entries):
        raise JobError(
            [Fault("archive", "is locked with a password; unlock it first, or have it made anew without one")]
        )
    room = Room(MOST_UNPACKED_BYTES)
    names = [info.filename for info in entries]
    if JOB not in names or len(set(names)) != len(names):
        raise JobError([Fault("archive", f"must hold one {JOB}")])
    document = dump_document(read_job(parse_json(_content(file, JOB, MOST_JOB_BYTES, room))))
    photos: dict[str, bytes] = {}
    renamed: dict[str, str] = {}
    papers: list[ArchivedPaper] = []
    issues: dict[int, Seal] = {}
    log: tuple[dict[str, Any], ...] = ()
    for name in names:
        photo, paper = PHOTO_NAME.fullmatch(name), PAPER_NAME.fullmatch(name)
        if photo:
            kept, content = _photo(file, name, photo[1], room)
            photos[kept] = content
            renamed[photo[1]] = kept
        elif paper:
            if any(other.number == int(paper[1]) for other in papers):
                raise JobError([Fault(name, f"is the second paper of number {int(paper[1])}")])
            papers.append(_paper(name, _content(file, name, MOST_ENTRY_BYTES, room), int(paper[1]), paper[2]))
        elif name == ISSUES:
            issues = _issues(_content(file, ISSUES, MOST_JOB_BYTES, room))
        elif name == LOG:
            log = _log(_content(file, LOG, MOST_ENTRY_BYTES, room))
        elif name != JOB:
            raise JobError([Fault("archive", f"holds “{name[:80]}”, which is no part of a job")])
    _rename(document, renamed)
    listed = tuple(_listed(paper, issues) for paper in sorted(papers, key=lambda paper: paper.number))
    return Archive(document, photos, listed, _renamed_log(log, renamed))


def _paper(name: str, content: bytes, number: int, kind: str) -> ArchivedPaper:
    """A paper with the seal it carries itself. Raises JobError where that is of another paper."""
    if not content.startswith(PDF_MARK):
        raise JobError([Fault(name, "is not a PDF")])
    body, seal = unsealed(content)
    return ArchivedPaper(number, kind.replace("-", " "), body, seal)


def _issues(data: bytes) -> dict[int, Seal]:
    """What the archive says its papers were issued as, by number. Raises JobError."""
    told = parse_json(data)
    listed = told.get("papers") if isinstance(told, dict) else None
    if not isinstance(listed, list) or len(listed) > MOST_ENTRIES:
        raise JobError([Fault(ISSUES, f"must be an object with a list “papers” of at most {MOST_ENTRIES:,}")])
    try:
        return {seal.issue.number: seal for seal in map(seal_told, listed)}
    except ValueError as error:
        raise JobError([Fault(ISSUES, str(error))]) from error


def _listed(paper: ArchivedPaper, issues: dict[int, Seal]) -> ArchivedPaper:
    """The paper with its seal from the archive's list, or its own. Raises JobError where its seal is that of another paper."""
    seal = issues.get(paper.number) or paper.seal
    if seal is None:
        return paper
    same = (seal.issue.sha256, seal.issue.number, seal.issue.kind) == (sum_of(paper.content), paper.number, paper.kind)
    if not same:
        text = "was changed, or is another one: its bytes are not those that its seal is of. Take it out of the archive to bring in the rest"
        raise JobError([Fault(f"papers/{paper.number}-{paper.kind.replace(' ', '-')}.pdf", text)])
    return replace(paper, seal=seal)


@dataclass
class Room:
    """How many bytes may still be unpacked, whatever the headers said, and how many megapixels of photos made anew."""

    left: int
    megapixels: float = MOST_MEGAPIXELS_ANEW


def _content(file: zipfile.ZipFile, name: str, most: int, room: Room) -> bytes:
    """An entry's bytes, never more than allowed whatever its header says."""
    with file.open(name) as entry:
        data = entry.read(min(most, room.left) + 1)
    room.left -= len(data)
    if room.left < 0:
        raise JobError([Fault("archive", f"at most {MOST_UNPACKED_BYTES // 10**6} MB unpacked")])
    if len(data) > most:
        raise JobError([Fault(name, f"at most {most / 1e6:g} MB")])
    return data


def _photo(file: zipfile.ZipFile, name: str, named: str, room: Room) -> tuple[str, bytes]:
    """A photo and the name it is kept under: its own, unless a camera's words had to be taken out of it."""
    content = _content(file, name, MOST_ENTRY_BYTES, room)
    if f"{hashlib.sha256(content).hexdigest()}.jpg" != named:
        raise JobError([Fault(name, "is not the photo it is named for")])
    if is_own(content):
        return named, content
    room.megapixels -= megapixels(content)
    if room.megapixels < 0:
        most = f"at most {MOST_MEGAPIXELS_ANEW} megapixels of photos that were not kept by Elm Cover before"
        raise JobError([Fault("archive", f"{most}; add the others to the job one by one")])
    kept = keep_photo(io.BytesIO(content))
    return kept.name, kept.content


def _rename(document: dict[str, Any], renamed: dict[str, str]) -> None:
    for photo in document.get("photos", []):
        photo["file"] = renamed.get(photo["file"], photo["file"])
    for hazard in document.get("hazards", []):
        if "photos" in hazard:
            hazard["photos"] = [renamed.get(name, name) for name in hazard["photos"]]


def _log(data: bytes) -> tuple[dict[str, Any], ...]:
    """The entries of a log. An archive from before there was one has an empty list of days instead."""
    log = parse_json(data)
    if isinstance(log, dict) and log.get("days") == [] and "entries" not in log:
        return ()
    entries = log.get("entries") if isinstance(log, dict) else None
    if not isinstance(entries, list):
        raise JobError([Fault(LOG, "must be an object with a list “entries”")])
    if len(entries) > MOST_LOG_ENTRIES:
        raise JobError([Fault(LOG, f"at most {MOST_LOG_ENTRIES:,} entries, not {len(entries):,}")])
    return tuple(entry_document(entry) for entry in entries_in(entries, f"{LOG}: entries"))


def _renamed_log(log: tuple[dict[str, Any], ...], renamed: dict[str, str]) -> tuple[dict[str, Any], ...]:
    """The log with its photos under the names that they are kept under here."""
    return tuple(
        {**entry, "value": {**entry["value"], "file": renamed.get(entry["value"]["file"], entry["value"]["file"])}}
        if entry["kind"] == "photo"
        else entry
        for entry in log
    )
