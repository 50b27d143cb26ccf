"""The kinds of insulation, one row each: a new kind is a row here, beside the job's literals and the book's prices.

R per inch and density are of old layers in place and sound (handbook §5); usual density of a chart's settled fill is a
quarter either side of the trade's figures (§7); dense is the start value for sloped and upright bays (§7); glass feeds as
glass, every other loose fill as cellulose, since no start rate of its own is given (§10); dust by judgement.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType

# What takes old fill out raises more dust than anything blown in.
DUST_MOST_BLOWN = 3


@dataclass(frozen=True, kw_only=True)
class Kind:
    """One kind of insulation.

    title: as it stands in a list. name: in a sentence, many of it. r_per_in: default R per inch of an old layer.
    density_pcf: of an old layer, lb/ft³. usual_pcf: (least, most) settled density that a chart of it usually has; None: not
    judged. dense_pcf: to fill closed bays at, None where none is published here. burns: keeps further from warm things.
    dust: raised indoors, 0 least. feeds_as: the blowing rate it goes by. sinks: gives way under the weight of new fill.
    sold: also comes as a new product.
    """

    title: str
    name: str
    r_per_in: float
    density_pcf: float
    usual_pcf: tuple[float, float] | None = None
    dense_pcf: float | None = None
    burns: bool = False
    dust: int = DUST_MOST_BLOWN
    feeds_as: str = "cellulose"
    sinks: bool = False
    sold: bool = True


KINDS: Mapping[str, Kind] = MappingProxyType(
    {
        "glass_batt": Kind(title="glass batts", name="glass batts", r_per_in=3.1, density_pcf=0.7, dust=0),
        "mineral_wool_batt": Kind(
            title="mineral wool batts", name="mineral wool batts", r_per_in=3.3, density_pcf=2.0, dust=0
        ),
        "glass_loose": Kind(
            title="glass, loose",
            name="loose glass",
            r_per_in=2.5,
            density_pcf=0.7,
            usual_pcf=(0.37, 0.9),
            dense_pcf=1.8,
            dust=1,
            feeds_as="glass",
            sinks=True,
        ),
        "cellulose_loose": Kind(
            title="cellulose, loose",
            name="loose cellulose",
            r_per_in=3.5,
            density_pcf=1.8,
            usual_pcf=(1.2, 2.2),
            dense_pcf=3.5,
            burns=True,
        ),
        "mineral_wool_loose": Kind(
            title="mineral wool, loose",
            name="loose mineral wool",
            r_per_in=2.9,
            density_pcf=2.0,
            usual_pcf=(1.3, 2.5),
            dust=1,
        ),
        "wood_fiber_loose": Kind(
            title="wood fiber, loose",
            name="loose wood fiber",
            r_per_in=3.5,
            density_pcf=1.8,
            usual_pcf=(1.0, 2.0),
            dense_pcf=2.6,
            burns=True,
            dust=2,
        ),
        "unknown_loose": Kind(
            title="old loose fill, unknown", name="old loose fill", r_per_in=2.2, density_pcf=2.0, sold=False
        ),
    }
)
NOT_KNOWN = Kind(title="not known", name="old fill", r_per_in=0.0, density_pcf=0.0, sold=False)


def kind_of(material: str | None) -> Kind:
    """The row of a kind; where the material is not known, one that has a name and no figures."""
    return KINDS.get(material or "", NOT_KNOWN)


def is_loose(material: str | None) -> bool:
    """Whether it is blown or poured, not laid in pieces."""
    return bool(material and material.endswith("_loose"))


def is_batt(material: str | None) -> bool:
    """Whether it is laid in pieces or unrolled."""
    return bool(material and material.endswith("_batt"))
