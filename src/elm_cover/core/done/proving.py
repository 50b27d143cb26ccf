"""prove(plan, …) -> Proof: what a log proves of a job, by section and by product (handbook §19)."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from ..filling.run import Run, run_of
from ..filling.table import FillTable
from ..log.entry import Entry
from ..log.standing import Ignored
from ..plan.whole_job import Plan
from ..proof.closed import BattProof
from .proof_given import Given
from .proved import Proved
from .proved_product import proved_product
from .proved_section import proved_section
from .proving_closed import batts_of
from .proving_leaks import Leakage, LeakLook, leakage_of, looks_of, stops_of_burners


@dataclass(frozen=True, kw_only=True)
class Proof:
    """All that the log proves. burners: tests as a qualified person recorded them; stops: failed ones. notes: what is odd about
    the log; refused: cores of no section. by_least: depth is proved by the least reading."""

    sections: tuple[Proved, ...]
    products: tuple[Proved, ...]
    batts: tuple[BattProof, ...]
    leakage: Leakage
    by_least: bool
    notes: tuple[str, ...]
    refused: tuple[Ignored, ...]
    burners: tuple[Mapping[str, Any], ...]
    looks: tuple[LeakLook, ...]
    stops: tuple[str, ...]
    run: Run


def prove(
    planned: Plan,
    table: FillTable,
    entries: Sequence[Entry],
    sealed_cfm50: float = 0.0,
    by_least: bool = False,
) -> Proof:
    """by_least: the firm claims by «nowhere less» instead of the bound. sealed_cfm50: of items done. Source: handbook §19."""
    run = run_of(table, entries)
    stood, job = run.walked.log.entries, planned.read.job
    given = Given(
        planned=planned,
        table=table,
        run=run,
        by_least=by_least,
    )
    sections = tuple(proved_section(given, id_) for id_ in dict.fromkeys(band.section for band in table.bands))
    burners = tuple(dict(e.value) for e in stood if e.kind == "burner.test")
    proved = tuple(one for one in sections if one is not None)
    return Proof(
        sections=proved,
        products=tuple(proved_product(given, one.id, proved) for one in table.products),
        batts=tuple(batts_of(planned.sections, given.products, stood)),
        by_least=by_least,
        notes=tuple(_odd(run)),
        refused=tuple(_of_no_section(table.sections, run)),
        leakage=leakage_of(job, stood, sealed_cfm50),
        burners=burners,
        looks=tuple(looks_of(stood)),
        stops=stops_of_burners(job, {item.key for item in planned.work.items if item.cfm50 is not None}, stood),
        run=run,
    )


def _odd(run: Run) -> Iterator[str]:
    """What is odd about the log and nobody may miss."""
    if run.walked.practice or any(entry.practice for entry in run.walked.log.entries):
        yield "Practice: figures come from a stand-in. Nothing here is proved of a real attic."
    after = sum(one.after_stop for one in run.walked.days)
    if after:
        yield f"{after:g} bags went in after a stop was put in, or nobody said that they went in before it."
    day = run.walked.day
    if day is not None:
        began = day.at[:16].replace("T", " ")
        yield f"The day begun {began} has no end: end it with what stands in the hopper, or the last bags are not known."
    if run.walked.asked:
        yield f"{len(run.walked.asked)} entries of another device wait for a yes or no: they are not in the count."


def _of_no_section(names: Mapping[str, str], run: Run) -> Iterator[Ignored]:
    """Cores of no section; readings that lie on no floor are refused where the log is walked."""
    for core in run.walked.cores:
        if core["section"] not in names:
            yield Ignored(core["entry"], f"there is no section “{core['section']}” in this plan to take a core of")
