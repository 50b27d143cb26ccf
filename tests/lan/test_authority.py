"""The authority and its certificate: what they are good for, how long, for whose eyes, and what is made anew when."""

from __future__ import annotations

import ipaddress
import stat
import threading
from datetime import timedelta
from pathlib import Path

import pytest
from cryptography import x509
from cryptography.hazmat.primitives.serialization import Encoding
from cryptography.x509.verification import PolicyBuilder, Store

from elm_cover.lan.authority import (
    AUTHORITY_FILE,
    CERTIFICATE_FILE,
    FOLDER,
    DoorError,
    Held,
    authority_in,
    certificate_in,
)
from elm_cover.lan.called import Called, called_now, is_own
from elm_cover.store.database import wider_than_private

from .machines import TODAY, called


@pytest.fixture
def authority(tmp_path: Path) -> Held:
    return authority_in(tmp_path, called("192.168.7.20"), TODAY)


def made(folder: Path, authority: Held, what: Called, days: float = 0) -> tuple[x509.Certificate, bool]:
    held, _, is_new = certificate_in(folder, authority, what, TODAY + timedelta(days=days))
    return held.certificate, is_new


def test_a_strict_verifier_takes_it_for_each_name_and_address(tmp_path: Path, authority: Held) -> None:
    what = called("192.168.7.20", "fd00::7")
    certificate, _ = made(tmp_path, authority, what)
    policy = PolicyBuilder().store(Store([authority.certificate])).time(TODAY)
    subjects: list[x509.GeneralName] = [
        *(x509.DNSName(name) for name in what.names),
        *(x509.IPAddress(each) for each in what.addresses),
    ]
    assert len(subjects) == 6
    for subject in subjects:
        assert policy.build_server_verifier(subject).verify(certificate, [])  # type: ignore[arg-type]
    with pytest.raises(x509.verification.VerificationError):
        policy.build_server_verifier(x509.DNSName("bank.example")).verify(certificate, [])


def test_it_is_good_for_397_days_at_most_and_the_authority_for_ten_years(tmp_path: Path, authority: Held) -> None:
    certificate, _ = made(tmp_path, authority, called("192.168.7.20"))
    span = certificate.not_valid_after_utc - certificate.not_valid_before_utc
    assert timedelta(days=396) < span < timedelta(days=397)
    assert certificate.not_valid_before_utc == TODAY - timedelta(days=1)
    assert authority.ends - TODAY > timedelta(days=3640)


def test_the_authority_may_sign_for_private_networks_alone(authority: Held) -> None:
    told = authority.certificate.extensions.get_extension_for_class(x509.NameConstraints)
    assert told.critical
    networks = [each.value for each in told.value.permitted_subtrees or [] if isinstance(each, x509.IPAddress)]
    for public in ("8.8.8.8", "172.32.0.1", "2001:4860:4860::8888"):
        address = ipaddress.ip_address(public)
        assert not is_own(address)
        assert not any(address.version == network.version and address in network for network in networks)
    names = {each.value for each in told.value.permitted_subtrees or [] if isinstance(each, x509.DNSName)}
    assert "office-pc" in names and not {"", "com", "example"} & names
    basic = authority.certificate.extensions.get_extension_for_class(x509.BasicConstraints).value
    assert basic.ca and basic.path_length == 0


def test_it_is_renewed_thirty_days_before_its_end_and_when_the_machine_is_called_otherwise(
    tmp_path: Path, authority: Held
) -> None:
    what = called("192.168.7.20")
    first, is_new = made(tmp_path, authority, what)
    assert is_new
    # Good until 396 days from today: renewed from the 366th on.
    assert made(tmp_path, authority, what, days=365.9) == (first, False)
    second, is_new = made(tmp_path, authority, what, days=366.1)
    assert is_new and second.not_valid_after_utc > first.not_valid_after_utc
    # Made on a day that has not come: the clock was set back.
    assert made(tmp_path, authority, what)[1]
    moved, is_new = made(tmp_path, authority, called("192.168.7.33"))
    assert is_new
    named = moved.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    assert ipaddress.ip_address("192.168.7.33") in named.get_values_for_type(x509.IPAddress)
    assert not made(tmp_path, authority, called("192.168.7.33"))[1]


def test_a_name_the_authority_may_not_sign_for_is_left_out(tmp_path: Path, authority: Held) -> None:
    renamed = called("192.168.7.20", names=("localhost", "new-pc", "new-pc.local"))
    certificate, _ = made(tmp_path, authority, renamed)
    named = certificate.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    assert named.get_values_for_type(x509.DNSName) == ["localhost", "new-pc.local"]
    assert not made(tmp_path, authority, renamed)[1]


def test_another_authoritys_certificate_is_made_anew(tmp_path: Path, authority: Held) -> None:
    what = called("192.168.7.20")
    made(tmp_path, authority, what)
    (tmp_path / FOLDER / AUTHORITY_FILE).unlink()
    other = authority_in(tmp_path, what, TODAY)
    assert other.fingerprint() != authority.fingerprint()
    assert made(tmp_path, other, what)[1]


def test_keys_are_their_owners_alone(tmp_path: Path, authority: Held) -> None:
    made(tmp_path, authority, called("192.168.7.20"))
    files = sorted((tmp_path / FOLDER).iterdir())
    assert [file.name for file in files] == [AUTHORITY_FILE, CERTIFICATE_FILE]
    assert [stat.S_IMODE(file.stat().st_mode) for file in files] == [0o600, 0o600]
    assert stat.S_IMODE((tmp_path / FOLDER).stat().st_mode) == 0o700
    assert wider_than_private(tmp_path) is None
    (tmp_path / FOLDER).chmod(0o755)
    assert str(tmp_path / FOLDER) in (wider_than_private(tmp_path) or "")
    assert b"PRIVATE" not in authority.der()


def test_two_that_start_at_once_have_one_authority(tmp_path: Path) -> None:
    found: list[str] = []
    ready = threading.Barrier(8)

    def start() -> None:
        ready.wait()
        found.append(authority_in(tmp_path, called("10.0.0.4"), TODAY).fingerprint())

    threads = [threading.Thread(target=start) for _ in range(8)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert len(found) == 8 and len(set(found)) == 1


@pytest.mark.parametrize(
    ("content", "said"),
    [(b"nothing", "holds no certificate"), (b"", "holds no certificate"), (None, "do not belong together")],
)
def test_a_file_that_is_none_is_said(tmp_path: Path, authority: Held, content: bytes | None, said: str) -> None:
    file = tmp_path / FOLDER / AUTHORITY_FILE
    if content is None:
        made(tmp_path, authority, called())
        key = (tmp_path / FOLDER / CERTIFICATE_FILE).read_bytes().split(b"-----BEGIN CERT")[0]
        content = key + authority.certificate.public_bytes(Encoding.PEM)
    file.write_bytes(content)
    with pytest.raises(DoorError, match=said):
        authority_in(tmp_path, called(), TODAY)


def test_a_clock_before_the_authority_is_said(tmp_path: Path, authority: Held) -> None:
    with pytest.raises(DoorError, match="this machine's clock says 2020-01-01"):
        authority_in(tmp_path, called(), TODAY.replace(year=2020, month=1, day=1))


def test_this_machine_is_called_something() -> None:
    found = called_now()
    assert "localhost" in found.names and ipaddress.ip_address("127.0.0.1") in found.addresses
    assert all(is_own(each) for each in found.addresses)
    assert {"localhost", "127.0.0.1"} <= found.hosts()
    assert called("fd00::7").hosts() >= {"[fd00::7]", "office-pc.local"}
