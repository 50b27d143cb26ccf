"""Machine, hose, cord and ways in, read from the job."""

from __future__ import annotations

from ...job import Job
from ..given.reach import ReachInput, WayInTo

TITLES = {"hatch": "hatch", "pull_down_stair": "stair", "door": "door", "gable": "gable"}


def reach_input(job: Job) -> ReachInput:
    """What reach and hose go by."""
    facts = job.reach
    return ReachInput(
        machine=facts.machine or job.book.rates.machine,
        throw_ft=facts.throw_ft,
        to_house_ft=facts.to_house_ft,
        up_ft=facts.up_ft,
        hose_most_ft=facts.hose_most_ft,
        cord_ft=facts.cord_ft,
        gauge_awg=facts.gauge_awg,
        amps=facts.amps,
        volts=facts.volts,
        ways_in=tuple(
            WayInTo(f"way in {i + 1} ({TITLES[a.kind or 'hatch']})", a.at_ft, a.section)
            for i, a in enumerate(job.accesses)
        ),
    )
