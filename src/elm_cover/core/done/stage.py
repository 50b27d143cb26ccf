"""How far a job has come: each stage follows from what is recorded, nobody sets it (handbook §13, §19; design §5, Calendar)."""

from __future__ import annotations

from ...job.stages import BY_SALE, dated
from ..log.folded import Day
from ..plan.whole_job import Plan
from ..work.listing import is_open_safety
from .proving import Proof


def stage_of(planned: Plan, day: Day | None = None, placed: bool = False, proof: Proof | None = None) -> str:
    """The stage of a job. day: what its log comes to; placed: whether it stands on the calendar; proof: what the log proves, looked at
    once a day has ended.

    done: all that is blown or laid may be claimed and nothing that keeps somebody safe is open; to prove: all of it is in, and the day has ended;
    at work: something was done or loaded, or a day was begun; sold, dated: by the sale on record and the calendar; to measure: while a question about
    one of its sections is open in Measure.
    """
    job = planned.read.job
    if proof is not None and _all_in(proof):
        return "done" if _all_claimed(proof) and _safe(planned) else "to_prove"
    if day is not None and (day.done or day.out or day.days):
        return "at_work"
    sold = BY_SALE.get(job.sale.stage or "")
    if sold is not None:
        return dated(sold, placed)
    measured = bool(job.sections) and not any(
        item.step == "measure" and item.field.startswith("sections") for item in planned.open
    )
    return "to_offer" if measured else "to_measure"


def _safe(planned: Plan) -> bool:
    """Whether nothing that keeps somebody safe is open, and every hazard was looked for. planned: with its list after the log.

    Source: handbook §13; «Settled since, second part» 16, nothing is done while one of them is open.
    """
    if planned.look.hazards_open or planned.work.gate.stops:
        return False
    return not any(is_open_safety(item) for item in planned.work.items)


def _all_in(proof: Proof) -> bool:
    """Whether every band is done, every bundle counted, and no day is open."""
    bands, batts = proof.run.bands, proof.batts
    counted = all(batt.bundles_used is not None for batt in batts)
    return bool(bands or batts) and all(band.done for band in bands) and counted and proof.run.walked.day is None


def _all_claimed(proof: Proof) -> bool:
    """Whether everything may be claimed, and nothing forbids the end."""
    products = all(one.claim is not None and one.claim.claimed for one in proof.products)
    return products and all(batt.claimed is not None for batt in proof.batts) and not proof.stops
