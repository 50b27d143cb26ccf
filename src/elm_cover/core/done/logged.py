"""A job as its log knows it: what was cleared in writing is cleared everywhere, what was done is cautioned no more (handbook §3, §13)."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import replace

from ...job import Job
from ...job.survey import Clearance, Hazard
from ..base.notebook import Flag
from ..from_job.work import item_key
from ..hazards.features import FINDING_RULES, findings
from ..hazards.stops import BLOCKING_STATUSES, CREW
from ..log.folded import Day
from ..plan.look_over import ClearedByLog
from ..plan.totals import counted_stops, told_again
from ..plan.whole_job import Plan, plan
from ..work.hazards import who_clears
from ..work.item import DONE, WorkItem, WorkList
from ..work.place import WorkPlace
from .work_done import work_after

FINDINGS = frozenset(rule.code for rule in FINDING_RULES)
# Cautions of a section that go once every item of that kind in it is done.
GOES_WITH = {"thin_duct": "duct", "wall_not_backed": "knee_wall", "boards_too_low": "platform"}
# Tasks of a feature that cure nothing that is flagged of it.
NO_CURE = ("fan_housing",)


def as_logged(job: Job, day: Day | None) -> Job:
    """The job with every hazard cleared that its log says was cleared in writing. What the crew itself sees to stays as it was
    recorded, with what it takes: its item is done. Source: handbook §3; design §5, hazard.cleared.
    """
    if day is None or not day.cleared or not job.hazards:
        return job
    hazards = tuple(_hazard(job, i, hazard, day) for i, hazard in enumerate(job.hazards))
    return job if hazards == job.hazards else job.model_copy(update={"hazards": hazards})


def plan_logged(job: Job, day: Day | None, made: Plan | None = None) -> Plan:
    """The plan of the job as its log knows it, with its work list after it, and what is flagged still. made: the plan of the job as
    it is recorded, where there is one already."""
    known = as_logged(job, day)
    planned = made if made is not None and known is job else plan(known)
    if day is None:
        return planned
    work = work_after(planned, day)
    over = _cured(known, work)
    flags = told_again(tuple(_flags(known, planned, work, over)))
    blocks = tuple(text for i, text in zip(_blocking(known), planned.look.blocks_install, strict=True) if i not in over)
    return replace(
        planned,
        work=work,
        flags=flags,
        look=replace(planned.look, blocks_install=blocks, cleared=tuple(_by_log(job, known))),
        totals=replace(planned.totals, stops=counted_stops(flags)),
    )


def _hazard(job: Job, index: int, hazard: Hazard, day: Day) -> Hazard:
    key = item_key("hazard", hazard.id, hazard.kind, index)
    mark = day.cleared.get(key) or day.cleared.get(hazard.kind)
    if mark is None or hazard.status not in BLOCKING_STATUSES or who_clears(hazard.kind) == CREW:
        return hazard
    cleared = Clearance(by=mark.by, on=mark.at[:10], how=mark.reason)
    return hazard.model_copy(update={"status": "cleared", "cleared": cleared})


def _by_log(job: Job, known: Job) -> Iterator[ClearedByLog]:
    for was, now in zip(job.hazards, known.hazards, strict=True):
        if was.status != now.status and now.cleared is not None:
            cleared = now.cleared
            yield ClearedByLog(kind=now.kind, by=cleared.by or "", on=cleared.on or "", how=cleared.how or "")


def _blocking(job: Job) -> list[int]:
    return [i for i, hazard in enumerate(job.hazards) if hazard.status in BLOCKING_STATUSES]


def _cured(job: Job, work: WorkList) -> frozenset[int]:
    """Hazards, by their place in the list, whose item is done, or every item that lifts them."""
    states = {item.key: item.state for item in work.items}
    lifting: dict[str, list[str]] = {}
    for item in work.items:
        if item.lifts is not None:
            lifting.setdefault(item.lifts, []).append(item.state)
    found = set()
    for i in _blocking(job):
        hazard = job.hazards[i]
        own = states.get(item_key("hazard", hazard.id, hazard.kind, i))
        others = lifting.get(hazard.kind, [])
        if own == DONE or (own is None and others and all(state == DONE for state in others)):
            found.add(i)
    return frozenset(found)


def _flags(job: Job, planned: Plan, work: WorkList, over: frozenset[int]) -> Iterator[Flag]:
    """Those that still stand. Source: handbook §13; a caution of an item goes when it is done."""
    done = {item.key: item for item in work.items if item.state == DONE}
    told = {place.section.id: dict(_cautions_left(place, done)) for place in planned.job_work.places.values()}
    of_kind: dict[tuple[str | None, str], list[WorkItem]] = {}
    for item in work.items:
        of_kind.setdefault((item.section, item.kind), []).append(item)
    gone = {f"hazards[{i}]": job.hazards[i].kind for i in over}
    for flag in planned.flags:
        if gone.get(flag.field or "") == flag.code:
            continue
        if flag.code in FINDINGS and flag.section in told and (flag.field or "").endswith(".features"):
            left = told[flag.section].get(flag.code)
            if left is not None:
                yield replace(flag, text=left.text, what_to_do=left.what_to_do)
            continue
        if flag.code == "contact_lost" and _apart_key(job, flag) in done:
            continue
        items = of_kind.get((flag.section, GOES_WITH.get(flag.code, "")), [])
        if items and all(item.key in done for item in items):
            continue
        yield flag


def _cautions_left(place: WorkPlace, done: Mapping[str, WorkItem]) -> Iterable[tuple[str, Flag]]:
    """What is still to be said of a section's features, by its code."""
    section = place.section
    cured = {
        key.split(":", 1)[1] for key, item in done.items() if item.section == section.id and item.kind not in NO_CURE
    }
    left = tuple(
        feature
        for feature, key in zip(section.features, place.keys.features, strict=True)
        if key.split(":", 1)[1] not in cured
    )
    for one in findings(left, section.cleared | section.blocked_by):
        yield one.code, Flag(one.code, one.level, section.id, one.text, one.what_to_do)


def _apart_key(job: Job, flag: Flag) -> str:
    index = int((flag.field or "contact[0]").split("[", 1)[1].rstrip("]"))
    look = job.contact[index]
    return item_key("apart", look.id, look.section, index)
