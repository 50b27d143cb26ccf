"""All that is told of one job, and what a figure of it must equal by the other figures, for the register."""

from __future__ import annotations

import math
import re
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property
from typing import Any

from elm_cover.core.preparation.materials import MATERIALS
from elm_cover.core.work.kinds import GROUPS
from elm_cover.job import Job

Doc = dict[str, Any]
# A name, or that of what holds it, says the unit.
UNIT = re.compile(
    r"(^|_)(bags?|bundles?|hours?|h|price|cost|labor|material|disposal|overhead|margin|total|each|in2|stops|items|done|pieces|"
    r"amount|quota|changes|cfm50)(_|$)"
)  # fmt: skip
NO_UNIT = re.compile(r"(_in|_lb|_ft|_ft2|_ft3|_pcf|_number|_pct|_r|_s)$")


def leaves(value: Any, path: str = "", chain: tuple[Any, ...] = ()) -> Iterator[tuple[str, float, tuple[Any, ...]]]:
    """Every number of an answer with a unit: its path, places left out, and what holds it from the outside in."""
    if isinstance(value, dict):
        for name, inner in value.items():
            yield from leaves(inner, f"{path}.{name}", (*chain, value))
    elif isinstance(value, list):
        for inner in value:
            yield from leaves(inner, f"{path}[]", chain)
    elif isinstance(value, int | float) and not isinstance(value, bool):
        names = path.replace("[]", "").split(".")
        if any(UNIT.search(name) for name in names[-2:]) and not NO_UNIT.search(names[-1]):
            yield path, float(value), chain


@dataclass(frozen=True, eq=False)
class Told:
    """All that is told of one job: the screen's plan, the shelf, load, reach, day, pack, run, proof, the work list of the command
    line. crew: people of the price book."""

    job: Job
    plan: Doc
    shelf: Doc
    work: Doc
    load: Doc
    reach: Doc
    day: Doc
    pack: Doc
    run: Doc
    proof: Doc
    others: dict[str, Doc] = field(default_factory=dict)

    @property
    def crew(self) -> int:
        return max(2, self.job.book.rates.crew)

    @cached_property
    def items(self) -> dict[str, Doc]:
        return {item["key"]: item for item in self.plan["work"]["items"]}

    @cached_property
    def order(self) -> dict[str, Doc]:
        return {line["product"]: line for line in self.plan["order"]}

    @cached_property
    def sections(self) -> dict[str, Doc]:
        return {section["id"]: section for section in self.plan["sections"]}

    @cached_property
    def lines(self) -> dict[str, Doc]:
        return {line["what"]: line for line in (self.plan["cost"] or {"lines": []})["lines"]}

    @cached_property
    def bands(self) -> dict[int, Doc]:
        return {band["number"]: band for band in self.pack["fill"]["bands"]}

    @cached_property
    def tasks(self) -> dict[str, Doc]:
        return {task["key"]: task for task in self.shelf["day"]["tasks"]}

    def labor(self, what: str) -> float:
        """Person-hours that the price has of a kind of work."""
        return float(self.lines.get(what, {"amount": 0.0})["amount"])

    def group_hours(self, group: str, charged: bool = False) -> float:
        """Person-hours of the crew's items of a group that are to do. charged: without those that the plan counts."""
        return 1.0 * sum(
            float(item["person_hours"])
            for item in self.items.values()
            if item["group"] == group and item["who"] == "crew" and item["state"] not in ("done", "left", "as_it_is", "gone")
            and item["change"] in (None, "yes") and not (charged and item["counted_elsewhere"])
        )  # fmt: skip


Chain = Sequence[Any]
Rule = Callable[[Told, Chain], float | None]


def total(values: Iterator[float | None] | Sequence[float | None]) -> float:
    """The sum of those that are known."""
    return sum(value for value in values if value is not None)


def task_hours(told: Told, chain: Chain) -> float | None:
    """Hours of a task by what the price has of the same work."""
    task = chain[-1]
    setup = told.job.book.rates.setup_hours
    by_clock = {
        "set_up": 0.6 * setup, "clean_up": 0.4 * setup, "travel": told.job.book.rates.travel_hours,
        "blow": told.labor("Blowing") / 2, "closed_bays": told.labor("Filling closed bays") / 2,
    }  # fmt: skip
    if not told.lines:
        return None
    if task["key"] == "read":
        return told.labor("Taking readings")
    return by_clock[task["key"]] if task["key"] in by_clock else told.group_hours(task["key"])


def line_amount(told: Told, chain: Chain) -> float | None:
    """How many of a line of the price: bags of the order, containers of the work list, hours of the calendar's tasks."""
    what, group = chain[-1]["what"], chain[-1]["group"]
    if group == "labor":
        prefix = "Preparing: "
        if what.startswith(prefix):
            named = next(
                key for key, title in GROUPS.items() if title.split(",")[0].lower() == what.removeprefix(prefix)
            )
            return told.group_hours(named, charged=True)
        counted = {
            "Fitting baffles": "baffles", "Fitting wind blocks": "wind_blocks", "Laying batts": "batts", "Clearing out": "clear_out",
            "Filling over the plates": "over_plate",
        }  # fmt: skip
        if what in counted:
            return total([item["person_hours"] for item in told.items.values() if item["kind"] == counted[what]])
        people = {"Set-up and clean-up": told.crew, "Blowing": 2, "Filling closed bays": 2}
        keys = {
            "Set-up and clean-up": ("set_up", "clean_up"),
            "Blowing": ("blow",),
            "Filling closed bays": ("closed_bays",),
        }
        if what in keys:
            return people[what] * 1.0 * total([told.tasks[key]["clock_h"] for key in keys[what]])
        if what == "Travel":
            return float(told.job.book.rates.travel_hours * told.crew * told.plan["cost"]["days"])
        return float(told.tasks["read"]["person_hours"])
    by_name = {line["name"]: line["bags_order"] for line in told.plan["order"]}
    by_title = {
        kind.title: sum(
            1e-12 + use["amount"] for item in told.items.values() if item["state"] not in ("left", "gone", "as_it_is")
            and not item["counted_elsewhere"] and item["change"] in (None, "yes") for use in item["materials"] if use["what"] == name
        ) * kind.waste / kind.holds
        for name, kind in MATERIALS.items()
    }  # fmt: skip
    if what in by_name:
        return float(by_name[what])
    return float(math.ceil(by_title[what] - 1e-7)) if by_title.get(what) else None


def labor_rule(told: Told) -> list[Doc]:
    return [line for line in told.plan["cost"]["lines"] if line["group"] == "labor"]


def sum_group(group: str) -> Rule:
    return lambda told, chain: total([line["total"] for line in chain[-1]["lines"] if line["group"] == group])


def direct_rule(cost: Mapping[str, Any]) -> float:
    return float(cost["material"] + cost["labor"] + cost["disposal"])


def clock_rule(told: Told, chain: Chain) -> float | None:
    """Hours by the clock from the calendar's tasks, travel on each day."""
    once = total(
        [
            task["clock_h"] if task["clock_h"] is not None else task["person_hours"] / told.crew
            for task in told.tasks.values()
            if not task["each_day"]
        ]
    )
    travel = told.job.book.rates.travel_hours
    days = max(1, math.ceil(once / (9 - travel) - 1e-9))
    return once + travel * days if told.tasks else None


def over_sections(of: Callable[[Doc], float | None]) -> Rule:
    """Sum over the sections that take the product of an order line."""

    def rule(told: Told, chain: Chain) -> float | None:
        product = chain[-1]["product"]
        short = told.plan["totals"]["uncounted"]
        return total([of(s) for s in told.plan["sections"] if s["product"] == product and s["id"] not in short])

    return rule


def bundles(product: str, told: Told) -> float:
    return total([b["bundles"] for s in told.plan["sections"] for b in s["batts"] if b["product"] == product])


def chart_rule(told: Told, chain: Chain) -> float | None:
    if chain[-1]["unit"] == "bundles":
        return bundles(chain[-1]["product"], told)
    return over_sections(lambda s: s["bags"]["chart"])(told, chain)


def field_rule(told: Told, chain: Chain) -> float | None:
    if chain[-1]["unit"] == "bundles":
        return bundles(chain[-1]["product"], told)
    return over_sections(lambda s: s["bags"]["field"])(told, chain)


def ordered(told: Told, chain: Chain) -> float | None:
    line = chain[-1]
    return float(math.ceil((line["bags_chart"] + line["bags_gaps"]) * (1 + told.job.settings.spare_pct / 100) - 1e-9))


def state_count(*states: str) -> Rule:
    def rule(told: Told, chain: Chain) -> float | None:
        counted = [i for i in told.items.values() if i["group"] != "extras" and i["state"] not in ("as_it_is", "gone")]
        return float(sum(item["state"] in states for item in counted)) if states else float(len(counted))

    return rule


def same_rule(*path: str) -> Rule:
    """The same field somewhere else."""

    def rule(told: Told, chain: Chain) -> float | None:
        found: Any = vars(told)[path[0]]
        for name in path[1:]:
            found = None if found is None else found[name]
        return None if found is None else float(found)

    return rule


def item_rule(name: str) -> Rule:
    return lambda told, chain: told.items[chain[-1]["key"]][name]


def cure_rule(name: str) -> Rule:
    def rule(told: Told, chain: Chain) -> float | None:
        cures = told.items[chain[-2]["key"]]["cures"]
        return next(cure[name] for cure in cures if cure["cure"] == chain[-1]["cure"])  # type: ignore[no-any-return]

    return rule


def row_sum(name: str) -> Rule:
    return lambda told, chain: total([told.items[key][name] for key in chain[-1]["keys"]])


def load_amount(told: Told, chain: Chain) -> float | None:
    what = chain[-1]["what"]
    if what in told.order:
        return float(told.order[what]["bags_order"])
    if what in MATERIALS:
        return float(next(need["containers"] for need in told.work["materials"] if need["what"] == what))
    if what == "removal_bags":
        return float(told.lines["Removal bags"]["amount"]) if told.lines else None
    return float(next(item["amount"] for item in told.load["items"] if item["what"] == what))


def need_rule(told: Told, chain: Chain) -> float | None:
    what, spare = chain[-1]["what"], 1 + told.job.settings.spare_pct / 100
    if what in told.order:
        return float((told.order[what]["bags_chart"] + told.order[what]["bags_gaps"]) * spare)
    if what in MATERIALS:
        need = next(one for one in told.work["materials"] if one["what"] == what)
        return float(need["amount"] * MATERIALS[what].waste / MATERIALS[what].holds)
    pieces = {"baffles": "Baffles", "wind_blocks": "Wind blocks"}
    return told.lines[pieces[what]]["amount"] * spare if what in pieces and pieces[what] in told.lines else None


def band_sum(of: str) -> Rule:
    """Field bags of a section or a product from its bands."""
    return lambda told, chain: total(
        [b["bags"] for b in told.bands.values() if b[of] == chain[-1].get(of, chain[-1].get("id"))]
    )


def band_rule(told: Told, chain: Chain) -> float | None:
    found = told.bands.get(chain[-1]["number"])
    return None if found is None else float(found["bags"])


def section_field(told: Told, chain: Chain) -> float | None:
    """Σ of the bands' bags = field bags of the section (handbook §14)."""
    section = chain[-1]["section"]
    others = total(
        [b["bags"] for b in told.bands.values() if b["section"] == section and b["number"] != chain[-1]["number"]]
    )
    return float(told.sections[section]["bags"]["field"] - others)


def materials(told: Told, chain: Chain) -> float | None:
    what = chain[-1]["what"]
    return total(
        [use["amount"] for item in told.items.values() if item["state"] not in ("left", "gone") for use in item["materials"] if use["what"] == what]
    )  # fmt: skip


def asked_row(told: Told, chain: Chain) -> float | None:
    """The row that is planned asks for the field bags of the plan; where batts lie beneath, its thickness is not the section's."""
    section = told.sections.get(chain[-2]["id"])
    if section is None or section["installed_in"] is None or section["batts"]:
        return None
    return float(section["bags"]["field"]) if abs(section["installed_in"] - chain[-1]["installed_in"]) < 1e-9 else None


def proof_in(told: Told, chain: Chain) -> float | None:
    return next((one["in_attic"] for one in told.run["sections"] if one["section"] == chain[-2]["id"]), None)


def proof_bags(name: str) -> Rule:
    def rule(told: Told, chain: Chain) -> float | None:
        section = told.sections.get(chain[-2]["id"])
        return None if section is None else section["bags"][name]

    return rule


def batts_rule(name: str, of: str) -> Rule:
    """A layer of batts: with the other layers of its product in its section it is what the plan lays there."""

    def rule(told: Told, chain: Chain) -> float | None:
        mine = chain[-1]
        alike = [b for b in told.proof["batts"] if (b["section"], b["product"]) == (mine["section"], mine["product"])]
        laid = [b[of] for b in told.sections[mine["section"]]["batts"] if b["product"] == mine["product"]]
        return float(mine[name] + total(laid) - total([b[name] for b in alike]))

    return rule


def flow_rule(of: Callable[[Doc], float]) -> Rule:
    def rule(told: Told, chain: Chain) -> float | None:
        return 18.2 * total(
            [of(i) for i in told.items.values() if i["leak_in2"] is not None and i["state"] not in ("gone",)]
        )

    return rule


def area_rule(told: Told) -> float:
    return total(
        [
            None if s["kind"] == "left_out" else s["net_area_ft2"] if s["kind"] == "open_floor" else s["surface_ft2"] or s["net_area_ft2"]
            for s in told.plan["sections"]
        ]
    )  # fmt: skip


def row_lack(told: Told, chain: Chain) -> float | None:
    """Bags to the quarter that a section lacks of what its bands want, within ¼ bag and a hundredth."""
    mine = [b for b in told.run["by_band"] if b["section"] == chain[-1]["section"] and not b["none"]]
    wanted = total([b["quota"] for b in mine])
    lies = total([b["lies"] for b in mine])
    return math.ceil((wanted - min(0.25, 0.01 * wanted) - lies) * 4 - 1e-9) / 4


def order_sum(name: str, unit: str) -> Rule:
    """Over the lines of the order in bags, or in bundles."""
    return lambda told, chain: total([line[name] for line in told.plan["order"] if line["unit"] == unit])


def of_order(name: str) -> Rule:
    """The same of the order's line of that product."""

    def rule(told: Told, chain: Chain) -> float | None:
        found: float | None = told.order[chain[-1]["product"]][name]
        return found

    return rule


def one_change(told: Told, chain: Chain, said: str) -> float | None:
    """A single change is asked for, or agreed, at what it costs by itself."""
    each = chain[-1]["each"]
    key = next(iter(each))
    return float(each[key]) if len(each) == 1 and told.items[key]["change"] == said else None
