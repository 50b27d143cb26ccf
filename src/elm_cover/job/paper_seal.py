"""The seal of a paper: who issued it and as what, signed, so that any office can check it by the issuer's public key.

Ed25519 (RFC 8032), detached: over what the paper is, never over the file as it travels. In a file alone it stands on one line after the
end of the PDF, which is cut off before the sum is taken (design: papers; handbook §20).
"""

from __future__ import annotations

import base64
import binascii
import hashlib
import json
import re
from dataclasses import asdict, dataclass, fields
from typing import Any

from cryptography.exceptions import InvalidSignature
from cryptography.hazmat.primitives.asymmetric.ed25519 import Ed25519PrivateKey, Ed25519PublicKey
from cryptography.hazmat.primitives.serialization import Encoding, PublicFormat

MARK = b"\n%elm-cover-seal "
MOST_LINE = 4_000
KEY = re.compile(r"[0-9A-Za-z_-]{43}")
_SAID = b"elm-cover paper 1\n"


@dataclass(frozen=True, kw_only=True)
class Issue:
    """What a paper was issued as. sha256: of its bytes without the seal; revision, issued_at: None where nobody can say any more;
    late: it was signed after it was issued, when the office got its key."""

    sha256: str
    kind: str
    number: int
    job: str
    revision: int | None
    issued_at: str | None
    code: str
    late: bool = False

    def said(self) -> bytes:
        """What is signed: canonical JSON."""
        return _SAID + json.dumps(asdict(self), sort_keys=True, separators=(",", ":"), ensure_ascii=False).encode()


@dataclass(frozen=True)
class Seal:
    """An issue with the public key of who signed it, and the signature; both base64."""

    issue: Issue
    key: str
    signature: str

    def holds(self, keys: frozenset[str] | set[str]) -> bool:
        """Whether one of these keys signed this very issue."""
        if self.key not in keys:
            return False
        try:
            _public(self.key).verify(_raw(self.signature), self.issue.said())
        except (InvalidSignature, ValueError):
            return False
        return True

    def told(self) -> dict[str, Any]:
        """As it stands in an archive's list of papers and after the end of a file."""
        return {**asdict(self.issue), "key": self.key, "signature": self.signature}


def seal_told(told: Any) -> Seal:
    """The seal that a list of papers tells. Raises ValueError where it tells none."""
    known = {field.name: field.type for field in fields(Issue)}
    if not isinstance(told, dict) or set(told) != {*known, "key", "signature"}:
        raise ValueError("a seal names " + ", ".join(known))
    whole = {name: told[name] for name in known}
    right = (
        all(isinstance(whole[name], str) and len(whole[name]) <= 200 for name in ("sha256", "kind", "job", "code"))
        and type(whole["number"]) is int
        and (whole["revision"] is None or type(whole["revision"]) is int)
        and (whole["issued_at"] is None or (isinstance(whole["issued_at"], str) and len(whole["issued_at"]) <= 40))
        and type(whole["late"]) is bool
        and all(isinstance(told[name], str) and len(told[name]) <= 200 for name in ("key", "signature"))
    )
    if not right:
        raise ValueError("a seal that is not written as one")
    return Seal(Issue(**whole), told["key"], told["signature"])


def new_private_key() -> str:
    """A key to sign with, base64; never leaves the store but in its backup."""
    return _text(Ed25519PrivateKey.generate().private_bytes_raw())


def public_of(private: str) -> str:
    """The half that anybody may have, base64, 43 characters."""
    return _text(_private(private).public_key().public_bytes(Encoding.Raw, PublicFormat.Raw))


def signed(issue: Issue, private: str) -> Seal:
    """The seal of an issue."""
    return Seal(issue, public_of(private), _text(_private(private).sign(issue.said())))


def sealed(content: bytes, seal: Seal | None) -> bytes:
    """A paper's bytes as they are handed out: with its seal after the end of the PDF."""
    if seal is None:
        return content
    text = json.dumps(seal.told(), separators=(",", ":"), ensure_ascii=False).encode()
    return content + MARK + base64.urlsafe_b64encode(text) + b"\n"


def unsealed(content: bytes) -> tuple[bytes, Seal | None]:
    """A file taken apart: the bytes that were issued, and the seal it carries; None: it carries none that can be read."""
    at = content.rfind(MARK, max(0, len(content) - MOST_LINE))
    if at < 0:
        return content, None
    try:
        return content[:at], seal_told(json.loads(base64.urlsafe_b64decode(content[at + len(MARK) :].strip())))
    except (ValueError, binascii.Error, RecursionError):
        return content[:at], None


def sum_of(content: bytes) -> str:
    """SHA-256 of a paper's bytes without its seal, as hexadecimal digits."""
    return hashlib.sha256(content).hexdigest()


def _text(raw: bytes) -> str:
    return base64.urlsafe_b64encode(raw).decode().rstrip("=")


def _raw(text: str) -> bytes:
    return base64.urlsafe_b64decode(text + "=" * (-len(text) % 4))


def _private(text: str) -> Ed25519PrivateKey:
    return Ed25519PrivateKey.from_private_bytes(_raw(text))


def _public(text: str) -> Ed25519PublicKey:
    return Ed25519PublicKey.from_public_bytes(_raw(text))
