"""The certificates of the door: whether they are there, good today, and for what this machine is called."""

from __future__ import annotations

import os
from collections.abc import Iterator
from datetime import datetime
from pathlib import Path

from ..lan.authority import AUTHORITY_FILE, CERTIFICATE_FILE, FOLDER, RENEWED_BEFORE, DoorError, is_due, read
from ..lan.called import Called
from .finding import Finding, good, look, wrong

DOOR, NETWORK = "certificates", "network"


def of_the_certificates(
    folder: Path, called: Called, now: datetime, running: bool, trouble: str | None
) -> Iterator[Finding]:
    """running: the program serves the network just now; trouble: why its certificate could not be renewed, in its own words."""
    yield _network(called, running)
    door = folder / FOLDER
    if trouble is not None:
        yield wrong(
            DOOR, f"The certificate could not be renewed: {trouble}.", "Mend that; it is tried again every minute."
        )
        return
    try:
        authority, certificate = read(door / AUTHORITY_FILE), read(door / CERTIFICATE_FILE)
    except DoorError as error:
        yield wrong(
            DOOR, f"{error}.", "Put the file back from a copy; a new authority has to be taken in by every phone."
        )
        return
    if authority is None:
        yield good(DOOR, "There are none: they are made by the first elm-cover serve --lan.")
        return
    if not authority.certificate.not_valid_before_utc <= now < authority.ends:
        yield wrong(
            DOOR,
            f"The authority is good from {authority.certificate.not_valid_before_utc:%Y-%m-%d} to {authority.ends:%Y-%m-%d}, and the clock says {now:%Y-%m-%d}.",
            f"Set the clock right, or remove {door / AUTHORITY_FILE}: every phone has to take the new one in.",
        )
        return
    if os.name == "posix" and any(file.stat().st_mode & 0o077 for file in door.glob("*.pem")):
        yield wrong(DOOR, f"Others on this machine may read the keys in {door}.", f"chmod -R go= {door}")
        return
    if certificate is None or is_due(certificate, authority, called, now):
        why = "It is made anew at the next start, and within a minute where the program runs."
        yield good(DOOR, f"The authority is good until {authority.ends:%Y-%m-%d}. {why}")
        return
    said = f"The certificate is good until {certificate.ends:%Y-%m-%d}, the authority until {authority.ends:%Y-%m-%d}."
    if authority.ends - now < 2 * RENEWED_BEFORE:
        yield look(
            DOOR, said, f"Remove {door / AUTHORITY_FILE} on a quiet day: every phone has to take the new one in."
        )
    else:
        yield good(DOOR, said)


def _network(called: Called, running: bool) -> Finding:
    on = [str(each) for each in called.on_network]
    if on:
        return good(NETWORK, f"This machine is at {', '.join(on)}.")
    said = "This machine is on no network of one's own: no other can reach it."
    way = "Plug the cable in, or join the firm's network; then look again."
    return (wrong if running else look)(NETWORK, said, way)
