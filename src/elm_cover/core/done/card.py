"""What attic card and receipt say: for each section what lies there, what was counted, what may be claimed (handbook §12, §19)."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from ...job.product import ChartRow
from ..filling.safety import Despite, despites
from ..layers.kinds import kind_of
from ..work.item import LEFT
from .filled_and_proved import ProvedJob
from .proved import Proved

PCF = 12.0


@dataclass(frozen=True, kw_only=True)
class CardLine:
    """One section with one product. r: claimed, None while nothing is; thicknesses in in., area in ft², density in lb/ft³; bags by
    the chart and of the field for the row claimed, and bags in; for batts pieces instead. why_not: what keeps R from being claimed."""

    section: str
    product: str
    kind: str
    r: float | None
    installed_in: float | None
    settled_in: float | None
    area_ft2: float
    density_pcf: float | None
    bags_chart: float | None = None
    bags_field: float | None = None
    bags_in: float | None = None
    pieces: int | None = None
    measured_pcf: float | None = None
    why_not: tuple[str, ...] = ()


@dataclass(frozen=True, kw_only=True)
class OpenYet:
    """Open work that keeps somebody safe. despite: who began the day in spite of it, and why; None: nobody said. begun: whether a
    day was."""

    key: str
    group: str
    what: str
    who: str
    despite: Despite | None
    begun: bool = True

    @property
    def told(self) -> str:
        """“Flue: not done. Begun in spite of it by Ana, 2026-05-04: shield follows.”"""
        if not self.begun:
            return f"{self.what}: open."
        if self.despite is None:
            return f"{self.what}: open, and nobody said why the work began in spite of it."
        said = self.despite
        return f"{self.what}: open. Begun in spite of it by {said.by}, {said.on}: {said.reason.rstrip('.')}."


@dataclass(frozen=True, kw_only=True)
class Card:
    """name, address: of the job; installer: the firm, by: who wrote the log, on: the last day of work ("2026-05-04"), as far as they
    are known. claimed_by: how depth was proved, in words; left_out: items that were, with reason and name; open_yet: stops and what
    else is open; lots: product and lot as the bags said."""

    name: str
    address: str
    installer: str | None
    licence: str | None
    by: tuple[str, ...]
    on: str | None
    lines: tuple[CardLine, ...]
    claimed_by: str
    left_out: tuple[str, ...]
    open_yet: tuple[str, ...]
    lots: tuple[str, ...]

    @property
    def claims(self) -> bool:
        """Whether anything is claimed at all."""
        return any(line.r is not None for line in self.lines)


def card_of(proved: ProvedJob) -> Card:
    """Source: handbook §12, what attic card and receipt carry; §19, the card says which; §13, a left-out item goes on the card."""
    job, proof = proved.filled.job, proved.proof
    worked = [entry for entry in proved.log if entry.kind in ("day.start", "day.end", "bag.in", "band.leave")]
    names = {product.id: product.name for product in proved.filled.table.products}
    lots = [
        f"{names.get(str(entry.value.get('product')), entry.value.get('product') or 'fill')}, lot {entry.value['lot']}"
        for entry in proved.log
        if entry.kind in ("day.start", "lot") and entry.value.get("lot")
    ]
    return Card(
        name=job.name or "Attic",
        address=job.address or job.name or "",
        installer=job.firm.name,
        licence=job.firm.licence,
        by=tuple(dict.fromkeys(entry.actor for entry in worked if entry.actor != "local")),
        on=None if not worked else max(entry.at for entry in worked).date().isoformat(),
        lines=(*_blown(proved), *_batts(proved)),
        claimed_by=(
            "nowhere less: the least reading reaches the row"
            if proof.by_least
            else "the 90 % lower bound of the mean at places picked by chance; places short by over ½ in were topped up"
        ),
        left_out=tuple(
            f"{item.what}: left out by {item.done.by}, {item.done.reason}"
            for item in proved.work.items
            if item.state == LEFT and item.done is not None
        ),
        open_yet=tuple(_open_yet(proved)),
        lots=tuple(dict.fromkeys(lots)),
    )


def open_safety(proved: ProvedJob) -> tuple[OpenYet, ...]:
    """What keeps somebody safe and is open still, with who began in spite of it. Source: «Settled since, second part» 16."""
    run = proved.proof.run
    said = despites([(day.at, day.value) for day in run.walked.days])
    return tuple(
        OpenYet(
            key=one.key,
            group=one.group,
            what=one.what,
            who=one.who,
            despite=said.get(one.key),
            begun=bool(run.walked.days),
        )
        for one in run.safety
    )


def _open_yet(proved: ProvedJob) -> Iterator[str]:
    yield from proved.proof.stops
    yield from proved.proof.notes
    for flag in proved.planned.flags:
        if flag.level == "stop":
            yield f"{flag.text} {flag.what_to_do}"
    yield from (one.told for one in open_safety(proved))
    if proved.proof.leakage.too_tight:
        yield "By rule of thumb less air comes in than the house wants: a qualified person decides on ventilation."


def _blown(proved: ProvedJob) -> Iterator[CardLine]:
    """Sections by what lies on each; a section alone that proves nothing goes by its product as a whole."""
    job, proof = proved.filled.job, proved.proof
    plans = {section.id: section for section in proved.filled.planned.sections}
    products = {product.id: product for product in job.products}
    whole = {one.id: one for one in proof.products}
    for one in proof.sections:
        plan = plans[one.id]
        product = products[plan.product or ""]
        said = _said_for(one, whole.get(product.id))
        r = None if said.claim is None else said.claim.claimed
        row = next((row for row in product.chart or () if row.r == r), None)
        closed = one.bays is not None
        yield CardLine(
            section=one.name,
            product=product.name or product.id,
            kind=kind_of(product.kind or "").name,
            r=r or None,
            installed_in=plan.cavity_depth_in if closed else None if row is None else row.installed_in,
            settled_in=plan.cavity_depth_in if closed else None if row is None else row.settled_in,
            area_ft2=(plan.surface_ft2 if closed else plan.net_area_ft2) or 0.0,
            density_pcf=plan.density_pcf if closed else None if row is None else _density(row, product.bag_lb),
            bags_chart=None if row is None else (plan.net_area_ft2 or 0.0) / row.coverage_ft2,
            bags_field=next((asked.field_bags for asked in one.rows if asked.r == r), one.bags.field),
            bags_in=one.bags.counted_in,
            measured_pcf=one.bays.density_pcf if one.bays is not None else _mean(one.density_pcf),
            why_not=said.not_yet if r else (said.not_yet or ("neither bags nor depth reach the first printed row",)),
        )


def _said_for(one: Proved, whole: Proved | None) -> Proved:
    """What is claimed of a section: by itself, else with the other sections of its product."""
    alone = one.claim is not None and one.claim.claimed is not None
    together = whole is not None and whole.claim is not None and whole.claim.claimed is not None
    return whole if whole is not None and together and not alone and one.bays is None else one


def _density(row: ChartRow, bag_lb: float | None) -> float | None:
    """Settled density of a printed row, lb/ft³. Source: handbook §7, weight × coverage = bag weight."""
    return None if not bag_lb else bag_lb / row.coverage_ft2 * PCF / row.settled_in


def _mean(values: tuple[float, ...]) -> float | None:
    return sum(values) / len(values) if values else None


def _batts(proved: ProvedJob) -> Iterator[CardLine]:
    names = proved.filled.table.sections
    kinds = {product.id: product.kind or "" for product in proved.filled.job.products}
    for batt in proved.proof.batts:
        yield CardLine(
            section=names[batt.section],
            product=batt.name,
            kind=kind_of(kinds.get(batt.product, "")).name,
            r=batt.claimed,
            installed_in=batt.thickness_in,
            settled_in=batt.thickness_in,
            area_ft2=batt.area_ft2,
            density_pcf=None,
            pieces=batt.pieces,
            why_not=() if batt.why_not is None else (batt.why_not,),
        )
