"""Says on the network where the program is (mDNS, RFC 6762 and DNS-SD, RFC 6763), where that works; where not, nobody is kept waiting."""

from __future__ import annotations

import threading
from collections.abc import Callable
from contextlib import suppress
from typing import TYPE_CHECKING

from .called import Called

if TYPE_CHECKING:
    from zeroconf import ServiceInfo

KIND = "_https._tcp.local."


class Announcer:
    """In a thread of its own: a network without multicast holds nothing up. trouble: why it is not announced."""

    def __init__(self) -> None:
        self.trouble: str | None = None
        self._wanted: tuple[Called, int] | None = None
        self._changed, self._over = threading.Event(), False
        self._thread = threading.Thread(target=self._run, name="announcer", daemon=True)

    def start(self) -> None:
        self._thread.start()

    def tell(self, called: Called, port: int) -> None:
        """What is announced from now on."""
        if self._wanted != (called, port):
            self._wanted = (called, port)
            self._changed.set()

    def close(self, within_s: float = 1.0) -> None:
        """Takes the word back, where that is quick."""
        self._over = True
        self._changed.set()
        self._thread.join(within_s)

    def _run(self) -> None:
        end: Callable[[], None] = lambda: None  # noqa: E731
        while True:
            self._changed.wait()
            self._changed.clear()
            with suppress(Exception):
                end()
            if self._over:
                return
            assert self._wanted is not None
            try:
                end = _announced(*self._wanted)
                self.trouble = None
            except Exception as error:
                # A network that takes no multicast is no trouble of the program's: it is reached by its address.
                end, self.trouble = (lambda: None), f"not announced on the network: {error or type(error).__name__}"


def what_is_told(called: Called, port: int) -> ServiceInfo:
    """The service as DNS-SD names it: where it is, on which port. Raises OSError on no network."""
    # 0.2 s of start that no other command has to wait for.
    from zeroconf import ServiceInfo

    local = [name for name in called.names if name.endswith(".local")]
    found = [str(each) for each in called.on_network if each.version == 4]
    if not found or not local:
        raise OSError("no network")
    return ServiceInfo(
        KIND,
        f"Elm Cover on {local[0].removesuffix('.local')}.{KIND}",
        parsed_addresses=found,
        port=port,
        properties={"path": "/"},
        server=f"{local[0]}.",
    )


def _announced(called: Called, port: int) -> Callable[[], None]:
    """How to take it back. Raises whatever the network raises."""
    from zeroconf import IPVersion, Zeroconf

    info = what_is_told(called, port)
    speaking = Zeroconf(interfaces=info.parsed_addresses(), ip_version=IPVersion.V4Only)
    try:
        speaking.register_service(info, allow_name_change=True)
    except BaseException:
        speaking.close()
        raise

    def end() -> None:
        speaking.unregister_service(info)
        speaking.close()

    return end
