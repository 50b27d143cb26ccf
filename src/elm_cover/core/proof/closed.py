"""What is proved where no ruler reaches: closed bays by volume and density, batts by layout and count (handbook §7, §19)."""

from __future__ import annotations

from dataclasses import dataclass

from ..filling.measure import bags_missing
from ..filling.shortage import bags_to_mend
from .claim import SLACK, density_by_volume_pcf


@dataclass(frozen=True, kw_only=True)
class BayProof:
    """Closed bays: bags and volume in ft³, density as blown and as wanted, lb/ft³. claimed: their R; None while something is
    missing, which why_not says."""

    bags_in: float
    volume_ft3: float
    density_pcf: float
    wanted_pcf: float
    claimed: float | None
    why_not: str | None


@dataclass(frozen=True, kw_only=True)
class BattProof:
    """Batts of one product in a section: pieces of the layout, bundles that it takes and that were used (out less back). area in
    ft², thickness in in. claimed: R of what is laid."""

    section: str
    product: str
    name: str
    r: float
    thickness_in: float
    area_ft2: float
    pieces: int
    bundles_wanted: float
    bundles_used: float | None
    claimed: float | None
    why_not: str | None


def bay_proof(bags_in: float, bag_lb: float, volume_ft3: float, wanted_pcf: float, r: float, done: bool) -> BayProof:
    """n·W / volume against the density that keeps the fill from slumping. Raises ValueError for no volume.

    Source: handbook §7, enclosed bays; §19, bags by volume; Settled since, second part, 4: within ¼ bag.
    """
    density = density_by_volume_pcf(bags_in, bag_lb, volume_ft3)
    why = None
    if not done:
        why = "not every bay is done"
    elif (short := bags_missing(bags_in, wanted_pcf * volume_ft3 / bag_lb)) > 0:
        why = f"{density:.2f} lb/ft³ of the {wanted_pcf:.2f} wanted: {bags_to_mend(short)} more, or the fill slumps"
    return BayProof(
        bags_in=bags_in, volume_ft3=volume_ft3, density_pcf=density, wanted_pcf=wanted_pcf,
        claimed=r if why is None else None, why_not=why,
    )  # fmt: skip


def batts_missing(wanted: float, used: float | None) -> str | None:
    """What keeps batts from being claimed, in words; None where as many bundles were used as the layout takes.

    Source: handbook §19, §12, batts by layout and count.
    """
    if used is None:
        return "the bundles are not counted out and back yet"
    if used < wanted - SLACK * max(1.0, wanted):
        return f"{used:g} bundles used of the {wanted:.1f} that the layout takes"
    return None
