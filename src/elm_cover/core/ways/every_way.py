"""rack(job, pool) -> Rack: every way of doing the job, weighed (handbook §7)."""

from __future__ import annotations

from collections.abc import Sequence

from ...job import Job
from ...job.product import Product
from ..from_job.products import product_input
from ..from_job.read import ReadJob
from ..rack.candidate import families
from ..rack.mix import Limits
from ..rack.ranking import ranked
from ..rack.result import Rack
from ..rack.weighed import Pricing
from .answer import answer_of
from .floors import Floors, floors_ready, steps_wanted
from .weighing import weigh_all


def rack(job: Job, pool: Sequence[Product], mix_aim: str | None = None, limits: Limits | None = None) -> Rack:
    """Every method × product × target step on the job's open floors.

    pool: products beside the job's own. mix_aim: also the best mix of ways under that aim and the limits.
    """
    read = ReadJob.of(job)
    known = {product.id: product_input(product) for product in pool} | dict(read.products)
    pricing = Pricing(known, job.settings.spare_pct, read.book)
    floors = floors_ready(read, pricing)
    if not isinstance(floors, Floors):
        return Rack((), None, (), floors)
    wanted = steps_wanted(floors.grounds[True])
    pooled = families(product for product in known.values() if product.kind is not None)
    ways, count = weigh_all(floors, pooled, wanted, pricing)
    return answer_of(
        read, ranked(ways), wanted, count, None if mix_aim is None else (mix_aim, limits or Limits()), floors, pricing
    )
