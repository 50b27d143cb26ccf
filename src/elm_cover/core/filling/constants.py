"""What verdict, forecast, corridor and pace are reckoned with: a table, so that a phone reckons with the same (handbook §17)."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, kw_only=True)
class Constants:
    """Start values of handbook §17; those of the forecast refitted to bands of a seventh of a section at the most, so that its 80 %
    range holds so often (docs/decisions/0029).

    hopper_bags: how well a level in the hopper is read. few_sd_in: spread of a depth that one reading stands for. unread: share
    that a depth nobody read may be off; area: that the floor may be. z: of an 80 % range. light_l, on_line_l, on_line_sigma:
    bounds of the verdict. least_bags: before so many are in, nothing is said; agree: so many evaluations in a row say the same.
    prior_sd, count_bags, band_share, end_bags: of the forecast. short_in: less than the fill line by more than that is short.
    corridor_bags: what is read at the hopper's both ends.
    """

    hopper_bags: float = 0.25
    few_sd_in: float = 1.0
    unread: float = 0.03
    area: float = 0.03
    z: float = 1.28
    light_l: float = 0.025
    on_line_l: float = 0.05
    on_line_sigma: float = 0.06
    least_bags: float = 5.0
    agree: int = 2
    prior_sd: float = 0.08
    count_bags: float = 0.1
    band_share: float = 0.02
    end_bags: float = 0.1
    short_in: float = 0.5
    corridor_bags: float = 0.25
    pace_bags: int = 5
    together_ms: int = 700


START = Constants()

# Verdicts in words; with no reading the bags alone speak. Source: handbook §17, verdict.
WORDS = {
    "light": "Light: deep enough with too few bags. More is to come, or less air.",
    "heavy": "Heavy: enough bags and too shallow. It is over-packed, or the area is wrong.",
    "on_line": "On line.",
    "leaning_light": "Leaning light, not sure.",
    "leaning_heavy": "Leaning heavy, not sure.",
    "unsure": "Not sure yet.",
    "fewer": "Fewer bags than planned here.",
    "more": "More bags than planned here.",
    "leaning_fewer": "Leaning to fewer bags than planned here, not sure.",
    "leaning_more": "Leaning to more bags than planned here, not sure.",
    "heavy_and_short": "Enough bags and still short: it lies too dense. More bags bring it to its line, over what was planned: look "
    "for the cause first.",
}
# What the bags alone are called by, for what they would be with readings.
UNREAD = {"light": "fewer", "heavy": "more", "leaning_light": "leaning_fewer", "leaning_heavy": "leaning_more"}
# Off line: what to look at, in this order. Source: handbook §17, when coverage is off.
CAUSES = (
    ("settings", "Settings", "Gate and air as the machine's label says for this product? Watch the stream: clumps, dust?"),
    ("area", "Area on the ticket", "Walk it: is the floor that you see the floor that was measured? Wings, holes, boards?"),
    ("hose", "Hose", "Diameter, length, ridges inside as the label asks; joints taped; no hole, no kink?"),
    ("machine", "Machine wear", "Seals tight, shredder sharp? A worn seal lets air by: light and slow."),
    ("technique", "Technique", "Thrown out level, not pointed down; nobody walks in it; deflected by hand at the edges only?"),
    ("stock", "Damp or old stock", "Bags dry, not crushed, of one lot? Break one open and look."),
)  # fmt: skip
SIGNALS = {
    "start": "Start", "stop": "Stop", "more_air": "More air", "less_air": "Less air", "more_fill": "More fill",
    "less_fill": "Less fill", "last_bag": "Last bag",
}  # fmt: skip


def pace_range(lb_per_min: tuple[float, float], bag_lb: float) -> tuple[float, float]:
    """Least and most minutes that a bag of bag_lb, lb, usually takes. lb_per_min: least and most that the fill feeds at.

    30 lb of glass at 10 to 20 lb/min takes 1½ to 3 min. Source: handbook §17, pace.

    >>> pace_range((10.0, 20.0), 30.0)
    (1.5, 3.0)
    """
    slow, fast = lb_per_min
    return bag_lb / fast, bag_lb / slow
