"""Announced where that works, softly where not: nobody is kept waiting, and what was announced is taken back."""

from __future__ import annotations

import time
from collections.abc import Callable
from contextlib import ExitStack

import pytest
from zeroconf import ServiceInfo

from elm_cover.lan import announce
from elm_cover.lan.announce import KIND, Announcer, what_is_told
from elm_cover.lan.called import Called, called_now

from .machines import called


def until(there: Callable[[], object], within_s: float = 15) -> None:
    end = time.monotonic() + within_s
    while not there() and time.monotonic() < end:
        time.sleep(0.02)
    assert there()


def test_a_machine_on_no_network_says_so_and_ends_at_once() -> None:
    announcer = Announcer()
    announcer.start()
    announcer.tell(called(), 8790)
    until(lambda: announcer.trouble)
    assert announcer.trouble == "not announced on the network: no network"
    begun = time.monotonic()
    announcer.close()
    assert time.monotonic() - begun < 1


def test_it_is_told_anew_when_the_machine_is_called_otherwise_and_taken_back(monkeypatch: pytest.MonkeyPatch) -> None:
    told: list[str] = []

    def announced(what: Called, port: int) -> Callable[[], None]:
        if str(what.addresses[0]).startswith("10."):
            raise RuntimeError("no multicast here")
        told.append(f"+{what.addresses[0]}:{port}")
        return lambda: told.append(f"-{what.addresses[0]}")

    monkeypatch.setattr(announce, "_announced", announced)
    announcer = Announcer()
    announcer.start()
    # The same twice is told once.
    for _ in range(2):
        announcer.tell(called("192.168.7.20"), 8790)
        until(lambda: told)
    announcer.tell(called("10.0.0.4"), 8790)
    until(lambda: announcer.trouble)
    assert announcer.trouble == "not announced on the network: no multicast here"
    announcer.tell(called("192.168.7.33"), 8790)
    until(lambda: announcer.trouble is None)
    announcer.close()
    assert told == ["+192.168.7.20:8790", "-192.168.7.20", "+192.168.7.33:8790", "-192.168.7.33"]


def test_what_is_told_is_where_the_program_is_reached() -> None:
    told = what_is_told(called("192.168.7.20"), 8790)
    assert told.parsed_addresses() == ["192.168.7.20"]
    assert told.port == 8790
    assert told.type == KIND
    assert told.server == "office-pc.local."
    assert told.name == f"Elm Cover on office-pc.{KIND}"
    assert told.properties == {b"path": b"/"}


def test_somebody_on_the_network_finds_it() -> None:
    """Where the network carries the announcement of any service at all, it carries this one."""
    from zeroconf import ServiceBrowser, ServiceListener, Zeroconf

    what = called_now()
    if not what.on_network or what.on_network[0].version != 4:
        pytest.skip("this machine is on no network")
    here = str(what.on_network[0])
    found: list[str] = []

    class Hears(ServiceListener):
        def add_service(self, zc: Zeroconf, type_: str, name: str) -> None:
            found.append(name)

        def update_service(self, zc: Zeroconf, type_: str, name: str) -> None: ...

        def remove_service(self, zc: Zeroconf, type_: str, name: str) -> None: ...

    def heard(begin: str) -> bool:
        return any(name.startswith(begin) for name in found)

    other = ServiceInfo(KIND, f"Something else.{KIND}", parsed_addresses=[here], port=9, server="something.local.")
    with ExitStack() as over:
        try:
            beside, asking = (over.enter_context(Zeroconf(interfaces=[here])) for _ in range(2))
            ServiceBrowser(asking, KIND, Hears())
            beside.register_service(other, allow_name_change=True)
            until(lambda: heard("Something else"))
        except Exception:
            # What the library alone cannot do here, or not in time, is no fault of ours.
            over.pop_all()
            pytest.skip("this network carries no announcement")
        announcer = Announcer()
        announcer.start()
        announcer.tell(what, 8790)
        until(lambda: announcer.trouble or heard("Elm Cover on "), within_s=60)
        over.callback(announcer.close, 5)
        if "EventLoopBlocked" in (announcer.trouble or ""):
            pytest.skip("this machine is too busy to announce anything")
        assert announcer.trouble is None


@pytest.mark.parametrize("works", [True, False])
def test_it_speaks_on_its_own_addresses_alone_and_lets_go_of_them(monkeypatch: pytest.MonkeyPatch, works: bool) -> None:
    did: list[object] = []

    class Speaking:
        def __init__(self, **how: object) -> None:
            did.append(("on", how["interfaces"]))

        def register_service(self, info: ServiceInfo, allow_name_change: bool) -> None:
            if not works:
                raise OSError("no multicast")
            did.append(("says", info.port, allow_name_change))

        def unregister_service(self, info: ServiceInfo) -> None:
            did.append(("takes back", info.port))

        def close(self) -> None:
            did.append("lets go")

    monkeypatch.setattr("zeroconf.Zeroconf", Speaking)
    announcer = Announcer()
    announcer.start()
    announcer.tell(called("192.168.7.20"), 8790)
    until(lambda: announcer.trouble or len(did) > 1)
    announcer.close()
    spoken = [("says", 8790, True), ("takes back", 8790)] if works else []
    assert did == [("on", ["192.168.7.20"]), *spoken, "lets go"]
    assert announcer.trouble == (None if works else "not announced on the network: no multicast")
