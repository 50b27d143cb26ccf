"""What a log proves, as JSON for other programs, nothing rounded."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from pydantic_core import to_jsonable_python

from ..core.done import Proved, open_safety, proved_job
from ..core.proof import FanTest
from ..job import Job
from ..job.log_entry import LogEntry


def proof_json(
    job: Job, log: Sequence[LogEntry], by_least: bool | None = None, refused: Sequence[tuple[str, str]] = ()
) -> dict[str, Any]:
    """depth, bags, rows, r and leakage; each in sections[] and products[], on top where there is one product, else null."""
    proved = proved_job(job, log, by_least)
    made = proved.proof
    products = [_proved(one) for one in made.products]
    one = products[0] if len(products) == 1 else {"depth": None, "bags": None, "rows": None, "r": None, "not_yet": []}
    leak = made.leakage
    return {
        **{name: one[name] for name in ("depth", "bags", "rows", "r", "not_yet")},
        "leakage": {
            "before": _test(leak.before),
            "after": _test(leak.after),
            "change": to_jsonable_python(leak.change),
            "sealed_cfm50": leak.sealed_cfm50,
            "natural_cfm": leak.natural_cfm,
            "fresh_air_cfm": leak.fresh_air_cfm,
            "too_tight": leak.too_tight,
            "forbidden": list(leak.forbidden),
            "points": to_jsonable_python(leak.points),
        },
        "batts": to_jsonable_python(made.batts),
        "by_least": made.by_least,
        "notes": list(made.notes),
        "looks": to_jsonable_python(made.looks),
        "burners": to_jsonable_python(made.burners),
        "stops": list(made.stops),
        "open_safety": to_jsonable_python(open_safety(proved)),
        "sections": [_proved(section) for section in made.sections],
        "products": products,
        "short": to_jsonable_python(made.run.short),
        "refused": [
            *({"id": id_, "why": why} for id_, why in refused),
            *({"id": each.entry, "why": each.why} for each in (*made.run.refused, *made.refused)),
        ],
    }


def _proved(one: Proved) -> dict[str, Any]:
    claim = one.claim
    return {
        "id": one.id,
        "name": one.name,
        "depth": to_jsonable_python(one.depth),
        "bags": {"in": one.bags.counted_in, "chart": one.bags.chart, "field": one.bags.field},
        "rows": {
            "by_bags": None if claim is None else claim.row_by_bags,
            "by_depth": None if claim is None else claim.row_by_depth,
        },
        "r": {
            "by_bags": None if claim is None else claim.r_by_bags,
            "by_depth": None if claim is None else claim.r_by_depth,
            "by_cores": None if claim is None else claim.r_by_cores,
            "claimed": None if claim is None else claim.claimed,
        },
        "density_pcf": list(one.density_pcf),
        "bays": to_jsonable_python(one.bays),
        "asked": to_jsonable_python(one.rows),
        "not_yet": list(one.not_yet),
        "missing": list(one.missing),
    }


def _test(test: FanTest | None) -> dict[str, Any] | None:
    told: dict[str, Any] | None = to_jsonable_python(test)
    return told
