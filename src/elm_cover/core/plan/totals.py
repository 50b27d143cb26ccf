"""The job's headline figures over all its sections: what the tally and the shelf show (handbook §10)."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace

from ..base.notebook import Flag
from ..section.heat_account import HeatShare, shares
from ..section.result import PlannedSection, SectionPlan
from .order import OrderLine


def heat_of(sections: Sequence[SectionPlan], strips: Mapping[str, float] | None = None) -> tuple[HeatShare, ...]:
    """The account of the whole job: open floors by where their heat goes, slopes and walls in one line.

    strips: what the edges of a section cost as solved, Btu/h·°F, by its id; in place of the thin strip by the sum.
    """
    accounts = []
    for s in sections:
        told = {share.what: (share.ua, share.gain_ua) for share in s.heat}
        if told and strips is not None and s.id in strips:
            told |= {"eave_strip": (strips[s.id], strips[s.id])}
        if told:
            accounts.append(told)
    closed = [s.ua_after for s in sections if s.kind != "open_floor" and s.ua_after is not None]
    return shares([*accounts, *({"slopes_walls": (ua, None)} for ua in closed)])


@dataclass(frozen=True)
class Span:
    """The least and the most of a figure over the sections; the same where they agree."""

    least: float
    most: float


@dataclass(frozen=True, kw_only=True)
class Totals:
    """None where no section knows the figure, or where one that counts does not and the sum would be short.

    order: by product, empty while it would be short. bags_order, bags_chart, bags_gaps: of loose fill, bundles_order: of
    batts, all products in one sum, for where none of them needs a name. uncounted: ids of sections whose quantities are not known.
    Area, depths, R, load and eaves are of the open floors; other_sections: how many there are beside them, what is left out
    apart. not_looked_at: hazards that nobody has answered: while there are any, no stops does not mean none.
    """

    order: tuple[OrderLine, ...]
    uncounted: tuple[str, ...]
    other_sections: int
    area_ft2: float | None
    bags_order: int | None
    bags_chart: float | None
    bags_gaps: float | None
    bundles_order: int | None
    fill_line_in: Span | None
    installed_in: Span | None
    settled_in: Span | None
    r_existing: Span | None
    r_nominal: Span | None
    load_psf: float | None
    load_limit_psf: float | None
    baffles: int | None
    pieces: int | None
    markers: int | None
    stops: int
    not_looked_at: int


def totals_of(
    planned: Sequence[PlannedSection], order: Sequence[OrderLine], flags: Iterable[Flag], not_looked_at: int
) -> Totals:
    """Sums and spans over the sections inside the thermal boundary; load is of the section nearest its limit."""
    inside = [each.plan for each in planned if each.plan.kind == "open_floor"]
    warm = [each for each in planned if each.plan.kind != "left_out"]
    uncounted = tuple(each.plan.id for each in warm if each.quantities is None)
    complete = bool(warm) and not uncounted
    loaded = [s for s in inside if s.load_psf is not None]
    heaviest = max(
        loaded, key=lambda s: (s.load_psf or 0) / s.load_limit_psf if s.load_limit_psf else 0.0, default=None
    )
    return Totals(
        order=tuple(order) if complete else (),
        uncounted=uncounted,
        other_sections=len(warm) - len(inside),
        area_ft2=sum(s.area_ft2 for s in inside) if inside else None,
        bags_order=sum(line.bags_order for line in order if line.unit == "bags") if complete else None,
        bags_chart=sum(line.bags_chart for line in order if line.unit == "bags") if complete else None,
        bags_gaps=sum(line.bags_gaps for line in order if line.unit == "bags") if complete else None,
        bundles_order=sum(line.bags_order for line in order if line.unit == "bundles") if complete else None,
        fill_line_in=_span(s.depth_total_in for s in inside),
        installed_in=_span(s.installed_in for s in inside),
        settled_in=_span(s.settled_in for s in inside),
        r_existing=_span(s.r_existing for s in inside),
        r_nominal=_span(s.r_nominal for s in inside),
        load_psf=None if heaviest is None else heaviest.load_psf,
        load_limit_psf=None if heaviest is None else heaviest.load_limit_psf,
        baffles=_sum(e.baffles for s in inside for e in s.eaves) if inside else None,
        pieces=_sum(e.pieces for s in inside for e in s.eaves) if inside else None,
        markers=_sum(s.markers for s in inside) if inside else None,
        stops=counted_stops(flags),
        not_looked_at=not_looked_at,
    )


# What a stop says again of a hazard that is a stop by itself: two hazards are two stops.
SAYS_AGAIN = {"vermiculite_disturbed": "vermiculite"}


def told_again(flags: Sequence[Flag]) -> tuple[Flag, ...]:
    """The same, marked where one says again what another stop says already."""
    stops = {flag.code for flag in flags if flag.level == "stop"}
    marked = ((flag, SAYS_AGAIN.get(flag.code) in stops) for flag in flags)
    return tuple(flag if flag.again == again else replace(flag, again=again) for flag, again in marked)


def counted_stops(flags: Iterable[Flag]) -> int:
    """How many stops stand: each once, also where a decision runs into a hazard that is one already."""
    return sum(flag.level == "stop" and not flag.again for flag in flags)


def _span(values: Iterable[float | None]) -> Span | None:
    known = [value for value in values if value is not None]
    return Span(min(known), max(known)) if known else None


def _sum(values: Iterable[int | None]) -> int | None:
    counted = list(values)
    return None if None in counted else sum(value or 0 for value in counted)
