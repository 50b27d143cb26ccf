"""The firm's own authority, made once on this machine, and the certificate it signs for the program (X.509, RFC 5280).

A phone that trusts it trusts it for addresses and names of private networks alone: the constraint stands in it, so that whoever took its
key could not pass for anything elsewhere.
"""

from __future__ import annotations

import ipaddress
import os
import secrets
from collections.abc import Iterable
from contextlib import suppress
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from pathlib import Path

from cryptography import x509
from cryptography.hazmat.primitives import hashes
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.hazmat.primitives.serialization import (
    Encoding,
    NoEncryption,
    PrivateFormat,
    load_pem_private_key,
)
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

from .called import OWN_ENDINGS, OWN_NETWORKS, Called

FOLDER = "door"
AUTHORITY_FILE = "authority.pem"
CERTIFICATE_FILE = "certificate.pem"
AUTHORITY_DAYS = 3650
# Some phones take no certificate that is good for more than 398 days.
CERTIFICATE_DAYS = 397
RENEWED_BEFORE = timedelta(days=30)
# A clock that goes a little behind finds it good all the same.
BACKDATED = timedelta(days=1)


class DoorError(Exception):
    """What is wrong with the certificates, in words."""


@dataclass(frozen=True)
class Held:
    """A certificate and its key."""

    certificate: x509.Certificate
    key: ec.EllipticCurvePrivateKey

    @property
    def ends(self) -> datetime:
        return self.certificate.not_valid_after_utc

    def fingerprint(self) -> str:
        """SHA-256 of the certificate, in pairs, as phones show it."""
        return self.certificate.fingerprint(hashes.SHA256()).hex(":").upper()

    def der(self) -> bytes:
        """The certificate without its key, as a file that a phone takes."""
        return self.certificate.public_bytes(Encoding.DER)


def authority_in(folder: Path, called: Called, now: datetime) -> Held:
    """The authority of a data folder, made where there is none yet. Two programs that start at once have the same. Raises DoorError."""
    file = folder / FOLDER / AUTHORITY_FILE
    found = read(file)
    if found is None:
        _write(file, _pem(_new_authority(called, now)), anew=False)
        found = read(file)
    if found is None:
        raise DoorError(f"{file} cannot be read back")
    if not found.certificate.not_valid_before_utc <= now < found.ends:
        raise DoorError(
            f"the authority in {file} is good from {found.certificate.not_valid_before_utc:%Y-%m-%d} to {found.ends:%Y-%m-%d}, and this "
            f"machine's clock says {now:%Y-%m-%d}. Set the clock right, or remove the file: a new one is made, and every phone has to "
            "take its certificate once more"
        )
    return found


def certificate_in(folder: Path, authority: Held, called: Called, now: datetime) -> tuple[Held, Path, bool]:
    """The program's own certificate, renewed where it is due: itself, the file with its key, and whether it is new. Raises DoorError."""
    file = folder / FOLDER / CERTIFICATE_FILE
    found = read(file)
    if found is not None and not is_due(found, authority, called, now):
        return found, file, False
    made = _new_certificate(authority, called, now)
    _write(file, _pem(made), anew=True)
    return made, file, True


def is_due(held: Held, authority: Held, called: Called, now: datetime) -> bool:
    """Whether a certificate is to be made anew: near its end, not yet good, of another authority, or not for what the machine is called."""
    certificate = held.certificate
    if certificate.issuer != authority.certificate.subject or not _is_signed_by(certificate, authority):
        return True
    if now < certificate.not_valid_before_utc or now > held.ends - RENEWED_BEFORE:
        return True
    return set(_named(certificate)) != set(_general_names(authority, called))


def read(file: Path) -> Held | None:
    """A certificate with its key; None where there is no such file. Raises DoorError."""
    try:
        content = file.read_bytes()
    except FileNotFoundError:
        return None
    except OSError as error:
        raise DoorError(f"{file} cannot be read: {error.strerror or error}") from error
    try:
        key = load_pem_private_key(content, None)
        certificate = x509.load_pem_x509_certificate(content)
    except ValueError as error:
        raise DoorError(f"{file} holds no certificate with its key; remove it, and a new one is made") from error
    if not isinstance(key, ec.EllipticCurvePrivateKey) or key.public_key() != certificate.public_key():
        raise DoorError(f"{file} holds a certificate and a key that do not belong together")
    return Held(certificate, key)


def _new_authority(called: Called, now: datetime) -> Held:
    key = ec.generate_private_key(ec.SECP256R1())
    # Two firms' authorities on one phone are told apart by the day and a few letters.
    told = f"Elm Cover, made {now:%Y-%m-%d} ({secrets.token_hex(2)})"
    named = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, told)])
    permitted = [
        *(x509.DNSName(ending) for ending in (*OWN_ENDINGS, *_alone(called.names))),
        *(x509.IPAddress(network) for network in OWN_NETWORKS),
    ]
    builder = (
        _builder(named, named, key.public_key(), now, timedelta(days=AUTHORITY_DAYS))
        .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
        .add_extension(_usage(signs=True), critical=True)
        .add_extension(x509.NameConstraints(permitted, None), critical=True)
        .add_extension(x509.SubjectKeyIdentifier.from_public_key(key.public_key()), critical=False)
    )
    return Held(builder.sign(key, hashes.SHA256()), key)


def _new_certificate(authority: Held, called: Called, now: datetime) -> Held:
    key = ec.generate_private_key(ec.SECP256R1())
    named = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, "Elm Cover")])
    root = authority.certificate
    span = min(timedelta(days=CERTIFICATE_DAYS), authority.ends - now + BACKDATED)
    builder = (
        _builder(named, root.subject, key.public_key(), now, span)
        .add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
        .add_extension(_usage(signs=False), critical=True)
        .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
        .add_extension(x509.SubjectAlternativeName(_general_names(authority, called)), critical=False)
        .add_extension(x509.SubjectKeyIdentifier.from_public_key(key.public_key()), critical=False)
        .add_extension(x509.AuthorityKeyIdentifier.from_issuer_public_key(root.public_key()), critical=False)  # type: ignore[arg-type]
    )
    return Held(builder.sign(authority.key, hashes.SHA256()), key)


def _builder(
    subject: x509.Name, issuer: x509.Name, key: ec.EllipticCurvePublicKey, now: datetime, span: timedelta
) -> x509.CertificateBuilder:
    begins = now.astimezone(UTC).replace(microsecond=0) - BACKDATED
    return (
        x509.CertificateBuilder()
        .subject_name(subject)
        .issuer_name(issuer)
        .public_key(key)
        .serial_number(x509.random_serial_number())
        .not_valid_before(begins)
        # The last second counts (RFC 5280, 4.1.2.5).
        .not_valid_after(begins + span - timedelta(seconds=1))
    )


def _usage(signs: bool) -> x509.KeyUsage:
    return x509.KeyUsage(
        digital_signature=not signs, content_commitment=False, key_encipherment=False, data_encipherment=False, key_agreement=False,
        key_cert_sign=signs, crl_sign=signs, encipher_only=False, decipher_only=False,
    )  # fmt: skip


def _alone(names: Iterable[str]) -> list[str]:
    """Names that no ending covers: of this machine itself."""
    return [name for name in names if not any(name == end or name.endswith(f".{end}") for end in OWN_ENDINGS)]


def _general_names(authority: Held, called: Called) -> list[x509.GeneralName]:
    """What a certificate may be made for: a machine that got another name since keeps the addresses, and the names its authority allows."""
    allowed = _permitted_names(authority.certificate)
    names = [name for name in called.names if any(name == end or name.endswith(f".{end}") for end in allowed)]
    addresses = dict.fromkeys((*called.addresses, *(ipaddress.ip_address(each) for each in ("127.0.0.1", "::1"))))
    return [*(x509.DNSName(name) for name in names), *(x509.IPAddress(each) for each in addresses)]


def _permitted_names(certificate: x509.Certificate) -> list[str]:
    told = certificate.extensions.get_extension_for_class(x509.NameConstraints).value.permitted_subtrees or []
    return [each.value for each in told if isinstance(each, x509.DNSName)]


def _named(certificate: x509.Certificate) -> list[x509.GeneralName]:
    try:
        return list(certificate.extensions.get_extension_for_class(x509.SubjectAlternativeName).value)
    except x509.ExtensionNotFound:
        return []


def _is_signed_by(certificate: x509.Certificate, authority: Held) -> bool:
    try:
        certificate.verify_directly_issued_by(authority.certificate)
    except Exception:
        # Whatever else is wrong with its signature, it is not this one's.
        return False
    return True


def _pem(held: Held) -> bytes:
    key = held.key.private_bytes(Encoding.PEM, PrivateFormat.PKCS8, NoEncryption())
    return key + held.certificate.public_bytes(Encoding.PEM)


def _write(file: Path, content: bytes, anew: bool) -> None:
    """Whole or not at all, for its owner alone. anew: over what is there; else whoever is first stays. Raises DoorError."""
    part = file.with_name(f".{file.name}.{secrets.token_hex(4)}")
    try:
        file.parent.mkdir(mode=0o700, parents=True, exist_ok=True)
        with os.fdopen(os.open(part, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600), "wb") as into:
            into.write(content)
            into.flush()
            os.fsync(into.fileno())
        if anew:
            part.replace(file)
        else:
            with suppress(FileExistsError):
                os.link(part, file)
    except OSError as error:
        raise DoorError(f"{file} cannot be written: {error.strerror or error}") from error
    finally:
        part.unlink(missing_ok=True)
