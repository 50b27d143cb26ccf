"""A port that nobody listens on, for a server of a test's own."""

from __future__ import annotations

import socket


def free_port() -> int:
    """A free port on the loopback."""
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])
