"""Every way of doing the job, weighed: rack(job, pool) -> Rack."""

from __future__ import annotations

from ..rack.result import Rack
from .every_way import rack

__all__ = [
    "Rack",
    "rack",
]
