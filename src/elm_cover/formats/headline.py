"""What the shelf shows of a job."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import asdict
from typing import Any

from pydantic_core import to_jsonable_python

from ..core.base.units import whole_up
from ..core.crew import job_tasks, needs_of
from ..core.done import Proof, day_of, plan_logged, proved_job, stage_of
from ..core.drawing import thumbnail
from ..core.log import Day
from ..core.plan import Plan
from ..job import Job, read_job
from ..job.stages import STAGES
from .log_file import read_entry


def headline(document: dict[str, Any], log: Sequence[dict[str, Any]] = ()) -> dict[str, Any]:
    """What the shelf shows of a job: its figures, its drawing, whether it is ready to close; and, apart, how far it has come
    (stage) and what there is to do on it (day). log: its entries."""
    job = read_job(document)
    entries = [read_entry(entry) for entry in log]
    logged: Day | None = None
    proof: Proof | None = None
    # Until a day has ended nothing is done that could be proved.
    if any(entry.kind == "day.end" for entry in entries):
        proved = proved_job(job, entries)
        result, logged, proof = proved.planned, proved.day, proved.proof
    else:
        logged = day_of(entries) if entries else None
        result = plan_logged(job, logged)
    gate = result.work.gate
    stage = stage_of(result, logged, proof=proof)
    told: dict[str, Any] = {
        "name": job.name,
        "address": job.address,
        "totals": asdict(result.totals),
        "thumbnail": to_jsonable_python(thumbnail(result)),
        "gate": {"items": gate.items, "done": gate.done, "stops": gate.stops, "ready": gate.ready},
        "stage": stage,
        "day": _to_do(job, result, {} if logged is None else logged.out),
    }
    if proof is not None and STAGES[stage].all_in:
        bags_in, claims = _bags_in(proof), [one.claim.claimed or 0.0 if one.claim else 0.0 for one in proof.products]
        told["proved"] = {"bags_in": bags_in, "r": min(claims, default=0.0) or None}
        told["day"] |= {"tasks": [], "needs": [], "bags": whole_up(bags_in)}
    return told


def _bags_in(proof: Proof) -> float:
    """Bags in the attic over all products, as the proof tells them."""
    return sum(one.in_attic for one in proof.run.products)


def _to_do(job: Job, result: Plan, out: Mapping[str, float]) -> dict[str, Any]:
    """What the calendar goes by, so that nobody plans a whole shelf for it: tasks, trades, what it needs."""
    found = job_tasks(result, result.work)
    bags = sum(line.bags_order for line in result.order if line.unit == "bags")
    return {
        "tasks": to_jsonable_python(found.tasks),
        "gates": to_jsonable_python(found.gates),
        "counted": found.counted,
        "suits": found.suits,
        "promised_by": job.sale.promised_by,
        "zone": job.house.climate_zone,
        "bags": bags,
        "bundles": sum(line.bags_order for line in result.order if line.unit == "bundles"),
        "needs": to_jsonable_python(needs_of(result, result.work, out)),
    }
