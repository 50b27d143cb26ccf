"""The kinds of insulation: the one list, a row each, every column said. A new kind is a row here; what else it needs (the job's
literals, the book's prices, a texture, its place on the screens) is asked for by tests/test_registries.py.

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
class Feed:
    """How a sort of loose fill feeds. lb_per_min: least and most that a machine and its product usually take (handbook §17, pace);
    a compressed bag of bag_lb takes bag_ft3 of the truck (§15)."""

    lb_per_min: tuple[float, float]
    bag_ft3: float
    bag_lb: float


# 25 lb of cellulose in 0.8 to 2 min, 30 lb of glass in 1½ to 3 min.
FEEDS: Mapping[str, Feed] = MappingProxyType(
    {
        "cellulose": Feed(lb_per_min=(12.5, 31.25), bag_ft3=2.6, bag_lb=25.0),
        "glass": Feed(lb_per_min=(10.0, 20.0), bag_ft3=4.0, bag_lb=30.0),
    }
)


@dataclass(frozen=True, kw_only=True)
class Kind:
    """One kind of insulation.

    title: as it stands in a list. name: in a sentence, many of it. r_per_in: default R per inch of an old layer.
    density_pcf: of an old layer, lb/ft³. usual_pcf: (least, most) settled density that a chart of it usually has; None: not
    judged. dense_pcf: to fill closed bays at, None where none is published here. burns: keeps further from warm things.
    dust: raised indoors, 0 least. feeds_as: the row of FEEDS it goes by, None: it is laid. sinks: gives way under the weight of
    new fill. sold: also comes as a new product. opinion: the side of «glass or cellulose» it is, None: of none.
    """

    title: str
    name: str
    r_per_in: float
    density_pcf: float
    usual_pcf: tuple[float, float] | None
    dense_pcf: float | None
    burns: bool
    dust: int
    feeds_as: str | None
    sinks: bool
    sold: bool
    opinion: str | None


KINDS: Mapping[str, Kind] = MappingProxyType(
    {
        "glass_batt": Kind(
            title="glass batts", name="glass batts", r_per_in=3.1, density_pcf=0.7,
            usual_pcf=None, dense_pcf=None, burns=False, dust=0,
            feeds_as=None, sinks=False, sold=True, opinion=None,
        ),
        "mineral_wool_batt": Kind(
            title="mineral wool batts", name="mineral wool batts", r_per_in=3.3, density_pcf=2.0,
            usual_pcf=None, dense_pcf=None, burns=False, dust=0,
            feeds_as=None, sinks=False, sold=True, opinion=None,
        ),
        "glass_loose": Kind(
            title="glass, loose", name="loose glass", r_per_in=2.5, density_pcf=0.7,
            usual_pcf=(0.37, 0.9), dense_pcf=1.8, burns=False, dust=1,
            feeds_as="glass", sinks=True, sold=True, opinion="glass",
        ),
        "cellulose_loose": Kind(
            title="cellulose, loose", name="loose cellulose", r_per_in=3.5, density_pcf=1.8,
            usual_pcf=(1.2, 2.2), dense_pcf=3.5, burns=True, dust=3,
            feeds_as="cellulose", sinks=False, sold=True, opinion="cellulose",
        ),
        "mineral_wool_loose": Kind(
            title="mineral wool, loose", name="loose mineral wool", r_per_in=2.9, density_pcf=2.0,
            usual_pcf=(1.3, 2.5), dense_pcf=None, burns=False, dust=1,
            feeds_as="cellulose", sinks=False, sold=True, opinion=None,
        ),
        "wood_fiber_loose": Kind(
            title="wood fiber, loose", name="loose wood fiber", r_per_in=3.5, density_pcf=1.8,
            usual_pcf=(1.0, 2.0), dense_pcf=2.6, burns=True, dust=2,
            feeds_as="cellulose", sinks=False, sold=True, opinion="wood_fiber",
        ),
        "unknown_loose": Kind(
            title="old loose fill, unknown", name="old loose fill", r_per_in=2.2, density_pcf=2.0,
            usual_pcf=None, dense_pcf=None, burns=False, dust=3,
            feeds_as="cellulose", sinks=False, sold=False, opinion=None,
        ),
    }
)  # fmt: skip
NOT_KNOWN = Kind(
    title="not known", name="old fill", r_per_in=0.0, density_pcf=0.0, usual_pcf=None, dense_pcf=None, burns=False,
    dust=DUST_MOST_BLOWN, feeds_as="cellulose", sinks=False, sold=False, opinion=None,
)  # fmt: skip


def kind_of(material: str | None) -> Kind:
    """The row of a kind; where the material is not known, one that has a name and no figures."""
    return KINDS.get(material or "", NOT_KNOWN)


def is_loose(material: str | None) -> bool:
    """Whether it is blown or poured, not laid in pieces."""
    return bool(material and material.endswith("_loose"))


def is_batt(material: str | None) -> bool:
    """Whether it is laid in pieces or unrolled."""
    return bool(material and material.endswith("_batt"))


def feed_of(material: str | None) -> Feed:
    """How a loose fill feeds. Raises ValueError for what is laid, not blown. Source: handbook §15, §17.

    >>> feed_of("wood_fiber_loose").lb_per_min
    (12.5, 31.25)
    """
    feeds_as = kind_of(material).feeds_as
    if feeds_as is None:
        raise ValueError(f"{material} is laid, not blown")
    return FEEDS[feeds_as]
