"""A job with all that it is filled by, and with what its log proves: what pack, proof and papers start from (handbook §17)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ...job import Job
from ...job.firm import Firm
from ...job.log_entry import LogEntry
from ..crew.loading import LoadList, load_list
from ..crew.reaching import Reach, reach
from ..filling.stops import StopsSeen
from ..filling.table import FillTable
from ..from_job.log import entry_of
from ..log.first_day import Cut
from ..log.folded import Day
from ..plan.whole_job import Plan, plan
from ..work.item import DONE, WorkList
from .filled_by import fill_table
from .logged import plan_logged
from .proving import Proof, prove
from .work_done import day_of

# The house rule that has depth proved by the least reading. Source: handbook §19, «nowhere less» is the firm's choice.
BY_LEAST = ("claim_depth", "least")


@dataclass(frozen=True, eq=False, kw_only=True)
class FilledJob:
    """A job planned, how its floor is reached, what goes on the truck, and the table that the crew fills by."""

    planned: Plan
    found: Reach
    made: LoadList
    table: FillTable

    @property
    def job(self) -> Job:
        """The job as it is recorded."""
        return self.planned.read.job


@dataclass(frozen=True, eq=False, kw_only=True)
class ProvedJob:
    """The same with its log: the plan as the log knows it, the day folded, the work list after it, the proof. log: the entries that
    count."""

    filled: FilledJob
    planned: Plan
    day: Day
    proof: Proof
    log: tuple[LogEntry, ...]

    @property
    def work(self) -> WorkList:
        """The work list after the log."""
        return self.planned.work


def filled_job(
    job: Job,
    firm: Firm | None = None,
    seen: Sequence[StopsSeen] = (),
    revision: int | None = None,
    cut: Cut | None = None,
) -> FilledJob:
    """firm: whose kit and truck, left out: the start values. seen, revision: as of fill_table; cut: as of reach."""
    planned = plan(job)
    found = reach(planned, cut)
    made = load_list(planned, planned.work, firm or Firm(), found.hose)
    return FilledJob(
        planned=planned,
        found=found,
        made=made,
        table=fill_table(planned, found, made, seen, revision, cut),
    )


def proved_job(
    job: Job, log: Sequence[LogEntry], by_least: bool | None = None, seen: Sequence[StopsSeen] = ()
) -> ProvedJob:
    """by_least: claim by «nowhere less»; left out: as the job's house rule says. seen: as of fill_table. Source: handbook §19."""
    day = day_of(log)
    filled = filled_job(job, seen=seen, cut=day.cut)
    known = plan_logged(job, day, filled.planned)
    sealed = sum(item.cfm50.worth for item in known.work.items if item.state == DONE and item.cfm50 is not None)
    least = job.house_rules.get(BY_LEAST[0]) == BY_LEAST[1] if by_least is None else by_least
    entries = [entry_of(entry) for entry in log]
    proof = prove(filled.planned, filled.table, entries, sealed, least)
    # As they stand: a picture of a day that was taken back has its place no more.
    stood = {entry.id: dict(entry.value) for entry in proof.run.walked.log.entries}
    standing = tuple(e.model_copy(update={"value": stood[e.id]}) for e in log if e.id in stood)
    return ProvedJob(filled=filled, planned=known, day=day, proof=proof, log=standing)
