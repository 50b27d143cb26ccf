"""What this machine is called on the firm's network: its names and its addresses, as they are just now."""

from __future__ import annotations

import ipaddress
import re
import socket
from dataclasses import dataclass

import ifaddr

Address = ipaddress.IPv4Address | ipaddress.IPv6Address
Network = ipaddress.IPv4Network | ipaddress.IPv6Network

# Not reached from elsewhere (IANA's registries of special-purpose addresses): a firm's own network has one of these. An authority that a
# phone trusts for them alone is good for nothing on any other network's names.
OWN_NETWORKS: tuple[Network, ...] = tuple(
    ipaddress.ip_network(text)
    for text in (
        "10.0.0.0/8", "172.16.0.0/12", "192.168.0.0/16", "100.64.0.0/10", "169.254.0.0/16", "192.0.2.0/24",
        "198.51.100.0/24", "203.0.113.0/24", "127.0.0.0/8", "::1/128", "fc00::/7", "fe80::/10",
    )
)  # fmt: skip
# Endings that no public name has (RFC 6762, RFC 8375, RFC 6761, and what routers give out).
OWN_ENDINGS = ("local", "lan", "home.arpa", "internal", "localhost")
NAME = re.compile(r"[a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?(\.[a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?)*")


@dataclass(frozen=True)
class Called:
    """names: of hosts, in small letters; addresses: this machine's own among OWN_NETWORKS, the one that leads out first."""

    names: tuple[str, ...]
    addresses: tuple[Address, ...]

    @property
    def on_network(self) -> tuple[Address, ...]:
        """Where others can reach it."""
        return tuple(each for each in self.addresses if not each.is_loopback)

    @property
    def reached_at(self) -> str | None:
        """As it stands in an address; None: by nobody."""
        first = next(iter(self.on_network), None)
        return None if first is None else f"[{first}]" if first.version == 6 else str(first)

    def hosts(self) -> frozenset[str]:
        """Every host a request may name, as it stands in a Host header without its port."""
        return frozenset(
            (*self.names, *(f"[{each}]" if each.version == 6 else str(each) for each in self.addresses)),
        )


def is_own(address: Address) -> bool:
    """Whether an address is one of a network of one's own."""
    return any(address.version == network.version and address in network for network in OWN_NETWORKS)


def called_now() -> Called:
    """What this machine is called just now. Without a network: localhost and 127.0.0.1."""
    host = socket.gethostname().lower()
    names = ["localhost"]
    if NAME.fullmatch(host) and host != "localhost":
        names.append(host)
        if "." not in host:
            names.append(f"{host}.local")
    return Called(tuple(names), _addresses())


def _addresses() -> tuple[Address, ...]:
    first = _leading_out()
    found: dict[Address, None] = {} if first is None else {first: None}
    for adapter in ifaddr.get_adapters():
        for one in adapter.ips:
            text = one.ip if isinstance(one.ip, str) else one.ip[0]
            address = ipaddress.ip_address(text)
            # One of a link alone cannot be typed without naming the link.
            if is_own(address) and not (address.version == 6 and address.is_link_local):
                found[address] = None
    found.setdefault(ipaddress.ip_address("127.0.0.1"))
    return tuple(found)


def _leading_out() -> Address | None:
    """The address by which this machine would reach others: nothing is sent to find it out."""
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as asked:
        try:
            asked.connect(("10.255.255.255", 9))
            found = ipaddress.ip_address(asked.getsockname()[0])
        except OSError:
            return None
    return found if is_own(found) and not found.is_loopback else None
