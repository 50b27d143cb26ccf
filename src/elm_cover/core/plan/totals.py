"""The job's headline figures over all its sections: what the tally and the shelf show."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from ..base.notebook import Flag
from ..section.heat_account import HeatShare, shares
from ..section.result import SectionPlan
from .order import OrderLine


def heat_of(sections: Sequence[SectionPlan]) -> tuple[HeatShare, ...]:
    """The account of the whole job: open floors by where their heat goes, slopes and walls in one line."""
    accounts = [{share.what: (share.ua, share.gain_ua) for share in s.heat} for s in sections if s.heat]
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

    bags_order, bags_chart: of loose fill. bundles_order: of batts, 0 where none are chosen.
    """

    area_ft2: float | None
    bags_order: int | None
    bags_chart: float | None
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


def totals_of(sections: Sequence[SectionPlan], order: Sequence[OrderLine], flags: Iterable[Flag]) -> Totals:
    """Sums and spans over the sections inside the thermal boundary; load is of the section nearest its limit."""
    inside = [s for s in sections if s.kind == "open_floor"]
    complete = bool(inside) and all(s.bags.chart is not None or s.batts for s in inside)
    loaded = [s for s in inside if s.load_psf is not None]
    heaviest = max(
        loaded, key=lambda s: (s.load_psf or 0) / s.load_limit_psf if s.load_limit_psf else 0.0, default=None
    )
    return Totals(
        area_ft2=sum(s.area_ft2 for s in inside) if inside else None,
        bags_order=sum(line.bags_order for line in order if line.unit == "bags") if complete else None,
        bags_chart=sum(line.bags_chart for line in order if line.unit == "bags") if complete else None,
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
        stops=sum(flag.level == "stop" for flag in flags),
    )


def _span(values: Iterable[float | None]) -> Span | None:
    known = [value for value in values if value is not None]
    return Span(min(known), max(known)) if known else None


def _sum(values: Iterable[int | None]) -> int | None:
    counted = list(values)
    return None if None in counted else sum(value or 0 for value in counted)
