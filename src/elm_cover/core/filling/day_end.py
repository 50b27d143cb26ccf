"""What does not add up at a day's end, and what every section has come to (handbook §15, §17)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from ..log.folded import Day
from .run import Run


@dataclass(frozen=True, kw_only=True)
class Balance:
    """At a day's end: bags of a product that left the truck against those counted in. unaccounted: out − back − in − spoilt, None
    before something came back."""

    product: str
    name: str
    out: float
    back: float
    counted: float
    spoilt: float
    unaccounted: float | None


@dataclass(frozen=True, kw_only=True)
class SectionRun:
    """What a section has come to: bags counted, bags that lie in it, its quota; its bands, and how many are done."""

    section: str
    bags_in: float
    in_attic: float
    quota: float
    bands: int
    done: int


def balance(run: Run, day: Day, names: Mapping[str, str]) -> tuple[Balance, ...]:
    """Bags that went out and came back against those counted, by product. names: of products, by id. Spoilt bags are said of the
    day: with several products nobody knows whose they were.

    20 out, 3 back, 15 in, 1 spoilt: 1 unaccounted for. Source: handbook §15, used = out − back; §17, day ended.
    """
    spoilt = sum(one.spoilt for one in run.walked.days) if len(run.products) == 1 else 0.0
    found = []
    for product in run.products:
        out, back = day.out.get(product.product, 0.0), day.back.get(product.product, 0.0)
        said = product.product in day.back
        found.append(
            Balance(
                product=product.product, name=names[product.product], out=out, back=back, counted=product.bags_in, spoilt=spoilt,
                unaccounted=out - back - product.bags_in - spoilt if said else None,
            )
        )  # fmt: skip
    return tuple(found)


def by_section(run: Run) -> tuple[SectionRun, ...]:
    """The bands of each section together, in the order they are filled. Source: handbook §17."""
    found: dict[str, SectionRun] = {}
    for band in run.bands:
        sofar = found.get(band.section) or SectionRun(
            section=band.section, bags_in=0.0, in_attic=0.0, quota=0.0, bands=0, done=0
        )
        found[band.section] = replace(
            sofar, bags_in=sofar.bags_in + band.bags, in_attic=sofar.in_attic + band.lies, quota=sofar.quota + band.quota,
            bands=sofar.bands + 1, done=sofar.done + band.done,
        )  # fmt: skip
    return tuple(found.values())
