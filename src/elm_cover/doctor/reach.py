"""How the program is reached: the port, the accounts, and what stands before it."""

from __future__ import annotations

import http.client
import json
import socket
import ssl
from collections.abc import Iterator
from pathlib import Path
from urllib.parse import urlsplit

from ..formats.headline import headline
from ..store.database import FILE_NAME
from ..store.jobs import JobStore
from ..store.people import all_people
from .finding import Finding, good, look, wrong

PORT, PROXY, ACCOUNTS = "port", "proxy", "accounts"
WAITS_S = 10.0


def of_the_port(port: int, address: str = "127.0.0.1") -> Iterator[Finding]:
    """Whether it can be had, or the program has it already."""
    with socket.socket(socket.AF_INET, socket.SOCK_STREAM) as tried:
        tried.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            tried.bind((address, port))
        except (OSError, OverflowError) as error:
            why = getattr(error, "strerror", None) or str(error)
        else:
            yield good(PORT, f"Port {port} is free.")
            return
    if _is_ours(port):
        yield good(PORT, f"Elm Cover answers at port {port}.")
    else:
        yield wrong(
            PORT, f"Port {port} cannot be had: {why}.", f"End what is there, or pick another: --port {port + 1}."
        )


def _is_ours(port: int) -> bool:
    """Whether this program answers there, with TLS or without."""
    try:
        status, body, to = _asked("http", f"127.0.0.1:{port}", "/api/me")
    except (OSError, http.client.HTTPException):
        return False
    # Without TLS all but the page of the door is sent on, to the same port.
    return _told(body) or (status == 307 and to.startswith("https://") and to.endswith(f":{port}/api/me"))


def _told(body: bytes) -> bool:
    try:
        found = json.loads(body)
    except ValueError:
        return False
    return isinstance(found, dict) and {"local", "rights"} <= found.keys()


def of_the_accounts(folder: Path, others_come: bool) -> Iterator[Finding]:
    """others_come: the program is served to other machines."""
    if not (folder / FILE_NAME).exists():
        people = []
    else:
        try:
            people = all_people(JobStore(folder, headline, beside=True))
        except Exception as error:  # whatever it is, the database is told apart
            yield look(ACCOUNTS, f"They cannot be read: {error}.", "See what is said of the database.")
            return
    may = [one for one in people if one.role == "office" and one.locked_at is None and one.ready]
    way = "elm-cover account add NAME --role office"
    if not people and others_come:
        yield wrong(ACCOUNTS, "Nobody has an account, and others would come.", way)
    elif not people:
        yield good(ACCOUNTS, "There are none: this machine alone is served, with everything.")
    elif not may:
        yield wrong(ACCOUNTS, "Nobody of the office can sign in: every one is locked, or chose no password.", way)
    else:
        yield good(ACCOUNTS, f"{len(people)}, {len(may)} of the office.")


def of_the_proxy(address: str) -> Iterator[Finding]:
    """Asks the program by the address that browsers use, as one of them would."""
    parts = urlsplit(address)
    try:
        status, body, _ = _asked(parts.scheme, parts.netloc, f"{parts.path.rstrip('/')}/api/me")
    except ssl.SSLCertVerificationError as error:
        yield look(
            PROXY, f"{address} answers with a certificate that this machine does not trust: {error.verify_message}.",
            "Where browsers trust it all is well; else give the proxy one that they do.",
        )  # fmt: skip
        return
    except socket.gaierror:
        yield wrong(
            PROXY, f"Nobody knows the name in {address}.", "Let the name point at the proxy (DNS, or the router)."
        )
        return
    except (OSError, http.client.HTTPException) as error:
        yield wrong(
            PROXY, f"Nothing answers at {address}: {error}.", "See that the proxy runs, and is reached from here."
        )
        return
    yield _of_answer(address, status, body)


def _asked(scheme: str, host: str, path: str) -> tuple[int, bytes, str]:
    """Status, body, and where it was sent on to."""
    kind = http.client.HTTPSConnection if scheme == "https" else http.client.HTTPConnection
    asked = kind(host, timeout=WAITS_S)
    try:
        asked.request("GET", path)
        answer = asked.getresponse()
        return answer.status, answer.read(100_000), answer.getheader("Location") or ""
    finally:
        asked.close()


def _of_answer(address: str, status: int, body: bytes) -> Finding:
    blocks = "docs/deploy.md has blocks that do."
    if status == 200 and _told(body):
        return good(PROXY, f"{address} leads here, and says who asks.")
    if status == 421:
        return wrong(
            PROXY,
            f"What stands at {address} passes another host on than the one it was asked for.",
            f"Let it pass the Host header on as it came; {blocks}",
        )
    if status in (502, 503, 504):
        return wrong(
            PROXY,
            f"What stands at {address} does not reach the program ({status}).",
            "Start the program, or let the proxy ask it at 127.0.0.1 and its port.",
        )
    if status == 403:
        return wrong(
            PROXY,
            f"{address} leads to a program that does not know it stands behind a proxy.",
            f"Start it with --behind {address}",
        )
    return wrong(
        PROXY,
        f"Something else answers at {address} ({status}).",
        f"Let the proxy pass {urlsplit(address).path or '/'} on to this program; {blocks}",
    )
