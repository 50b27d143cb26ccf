"""`make bench`: prints ratios, so that they mean the same on any machine."""

from __future__ import annotations

import copy
import statistics
import sys
import time
from collections.abc import Callable
from functools import partial

import numpy as np

from bench.attic import attic, attic_document
from bench.before import COMMIT, ROOT, sources_of, told, worktree
from bench.calendar import proposed
from bench.corners import LARGE, all_afresh, eave_section, small, solved_dense
from bench.edits import EDITS, READINGS
from bench.fields import fields, fields_afresh, fields_in_a_loop
from bench.in_browser import (
    NOTHING_SOLVED_MS,
    WHILE_SOLVING_MS,
    corner_drag,
    edit_to_paint_at_the_eaves_ms,
    edits_in_browser,
    first_load_kb,
)
from bench.papers import ten_papers_s
from bench.phone import measure as phone
from bench.plain_loop import loop
from bench.prepare import entries, listed_afresh, with_items
from bench.proved import fold_and_proof_s
from bench.reach import reach_ratios
from bench.served import held_mb, long_shelf, small_beside_heavy
from bench.ticks import ticks_s
from bench.weighing import ODD_FLOORS, laid_afresh, twins
from elm_cover.core.base.arrays import Floats
from elm_cover.core.base.memory import EVERYWHERE
from elm_cover.core.corner.conduction import solve
from elm_cover.core.log.folded import fold
from elm_cover.core.plan import Plan, corners, plan
from elm_cover.core.section.by_kind import forget_sections
from elm_cover.core.ways import rack
from elm_cover.formats.product_library import library
from elm_cover.job import Job, read_job
from tools.running import chromium

BUDGET_MS, FRAME_MS = 100.0, 1000 / 60
SHELF_KB, BENCH_KB = 200.0, 330.0


def best_s(run: Callable[[], object], times: int = 9) -> float:
    """The least of several runs, s."""
    found = []
    for _ in range(times):
        start = time.perf_counter()
        run()
        found.append(time.perf_counter() - start)
    return min(found)


def planned_cold(job: Job) -> Plan:
    """The plan with nothing remembered."""
    EVERYWHERE.forget()
    return plan(job)


def planned_again(job: Job) -> Plan:
    """The plan of the same outline with every section's figures made anew, as after an edit of all of them."""
    forget_sections()
    return plan(job)


def tell_of_the_work(one_plan_s: float) -> None:
    """The work list and the log, against one plan of the bench attic."""
    many, plain = plan(with_items(3000, 5, 200)), plan(attic(3000, sections=5))
    listed, own = best_s(lambda: listed_afresh(many)), best_s(lambda: listed_afresh(plain))
    log = entries(10_000)
    folded = best_s(lambda: fold(log), 5)
    print("the work list and the log, against one plan(job) of that attic")
    print(f"  {len(many.work.items)} items listed: {listed / one_plan_s:.2f} × ({listed * 1000:.1f} ms)")
    print(f"  share of the work list in that plan(job): {own / one_plan_s:.3f} ({own * 1000:.1f} ms)")
    print(f"  10,000 entries folded: {folded / one_plan_s:.2f} × ({folded * 1000:.0f} ms)")


def passes() -> dict[str, float]:
    """Plans after an edit of each name, in passes: one look over the same grid at the same moment."""
    found = {}
    for name, edit in EDITS.items():
        plain, plans, looks = attic_document(3000, 5, READINGS), [], []
        room = np.concatenate([one.roof.room_in for one in plan(read_job(plain)).fields.values() if one.roof])
        rows = np.linspace(0, 20, 12)
        for turn in range(24):
            document = copy.deepcopy(plain)
            edit(document, turn + 1)
            job = read_job(document)
            plans.append(timed(partial(plan, job)))
            looks.append(timed(partial(look, room, rows)))
        found[name] = statistics.median(plans[4:]) / statistics.median(looks[4:])
    return found


def look(room: Floats, rows: Floats) -> float:
    """One pass over a grid: as deep as there is room, its R off the chart, the sum."""
    return float(np.interp(np.minimum(room, 14), rows, rows * 3).sum())


def timed(run: Callable[[], object]) -> float:
    start = time.perf_counter()
    run()
    return time.perf_counter() - start


def tell_of_edits() -> None:
    """Edits that differ each time, against the commit that the work on speed began from, in the same run."""
    print("an edit of the bench attic, never the same twice: plan in passes over its grid")
    for name, count in passes().items():
        print(f"  {name:22s} {count:5.1f} passes")
    before = worktree()
    now = told("bench.edits", ROOT)
    then = None if before is None else told("bench.edits", before)
    print("its answer over HTTP, drawing and JSON and packing and all; what goes up and comes down")
    for name, one in now.items():
        was = "" if then is None else f"{then[name]['s'] / one['s']:4.1f} × as fast as {COMMIT}, "
        print(
            f"  {name:22s} {was}{one['s'] * 1000:.0f} ms, {one['up'] / 1000:.1f} kB up, {one['down'] / 1000:.1f} kB down"
        )
    commits, renders, (p50, p95) = edits_in_browser()
    print(
        f"in Chromium, at the flag: {commits:.1f} commits and {renders:.0f} components rendered an edit, save and sheet and all"
    )
    against = ""
    if before is not None:
        with sources_of(before):
            commits, renders, (was50, was95) = edits_in_browser()
        against = f", {p95 / was95:.2f} × of {COMMIT}'s ({was50:.0f}, {was95:.0f} ms, {commits:.1f} commits, {renders:.0f} components)"
    print(f"  edit to paint p50 {p50:.0f}, p95 {p95:.0f} ms: {p95 / BUDGET_MS:.2f} of the 100 ms promised{against}")


def tell_of_the_crew() -> None:
    """Reach and bands, and a proposal for the calendar."""
    cold, warm, one = reach_ratios()
    print("reach and bands of that attic with a way in, against one plan(job) of all its sections")
    print(
        f"  looked for anew: {cold:.2f} × of the 3 allowed; a depth changed: {warm:.2f} × of 0.3 ({one * 1000:.0f} ms)"
    )
    for seed in (1, 2, 3):
        found, took, best = proposed(seed)
        print(
            f"a calendar for thirty jobs, three crews, twenty days: cost {found.cost / best:.3f} × the best of two hundred greedy "
            f"ones in random order, {found.by}{', proved' if found.proved else ''}, {took:.1f} s"
        )


def tell_of_serving() -> None:
    """A long shelf, a small plan beside racks of the largest job, memory."""
    shelf, bare, size = long_shelf()
    print(
        f"a page of 3,000 jobs: {shelf / bare:.1f} × a bare Flask answer of its {size / 1000:.0f} kB ({shelf * 1000:.1f} ms)"
    )
    alone, beside, worst = small_beside_heavy()
    print(
        f"a small plan while six ask for racks of the largest job: p95 {beside / alone:.2f} × alone "
        f"({alone * 1000:.0f}, {beside * 1000:.0f} ms), worst {worst * 1000:.0f} ms"
    )
    print(f"held after 500 plans: {held_mb():.0f} MB")


def tell_of_the_day(warm: float) -> None:
    """The phone against an empty page; a log of a long day folded and proved against one plan."""
    with chromium() as browser:
        for name, value, most, unit in phone(browser):
            print(f"{name}: {value:.2f} {unit} ({most:g} allowed)")
    tick, with_headline = ticks_s()
    print(
        f"a tick over HTTP: acknowledged {with_headline / tick:.1f} × as fast as with its job's headline made first (3 asked), {tick * 1000:.0f} ms"
    )
    folded, proved = fold_and_proof_s()
    print(
        f"5,000 entries and 500 readings folded: {folded / warm:.2f} × one plan(job), proved: {proved / warm:.2f} × (1 allowed)"
    )


def tell_of_papers() -> None:
    """Ten papers of a job that is done, against one plan of it."""
    each, job = ten_papers_s()
    planned = best_s(lambda: planned_again(job))
    print(
        f"ten papers of a job that is done: {sum(each.values()) / planned:.0f} × one plan(job) ({1000 * sum(each.values()):.0f} ms)"
    )
    print("  " + ", ".join(f"{kind} {took / planned:.0f} ×" for kind, took in each.items()))


def main() -> int:
    job = attic(3000, sections=5)
    result = plan(job)
    slow = best_s(lambda: loop(job, result), 3)
    bags, _ = loop(job, result)
    field = sum(line.bags_field or 0 for line in result.order)
    # The loop knows a cell by its middle; the plan cuts the cells that the slope crosses.
    assert abs(bags - field) < 3e-3 * field, "the loop and the plan must agree"
    warm = best_s(lambda: planned_again(job))
    fresh = best_s(lambda: planned_cold(job))
    print("plan(job), 3,000 ft² in five sections on a 3 in grid")
    print(
        f"  depth edited (outline as before): {slow / warm:6.1f} × as fast as a plain loop over cells ({warm * 1000:.1f} ms)"
    )
    print(f"  outline new:                      {slow / fresh:6.1f} × as fast ({fresh * 1000:.1f} ms)")
    print("growth with the floor, per ft², against 500 ft² (1.0 is linear; under 1 the fixed part weighs less)")
    base = None
    for area in (500, 1000, 2000, 4000, 8000, 16000):
        grown = attic(area)
        each = best_s(partial(planned_cold, grown), 5) / area
        base = base or each
        print(f"  {area:6,} ft²: {each / base:5.2f}")
    ways = rack(job, library())
    assert ways.weighed >= 60, "too few ways to call it a rack"
    weighing = best_s(lambda: rack(job, library()), 5)
    more = rack(job, [*library(), *twins(library())])
    twice = best_s(lambda: rack(job, [*library(), *twins(library())]), 3)
    print("the whole rack of that attic, against one plan(job)")
    print(f"  {ways.weighed} ways weighed: {weighing / warm:5.1f} × ({weighing * 1000:.0f} ms)")
    print(f"  {more.weighed} ways weighed: {twice / warm:5.1f} × ({twice * 1000:.0f} ms)")
    print("batt layouts of ten odd floors, pieces against the bound area ÷ piece area")
    for place in ("across", "between"):
        layouts = {name: laid_afresh(outline, place) for name, outline in ODD_FLOORS.items()}
        over = [laid.stock / laid.least for laid in layouts.values()]
        worst = max(layouts, key=lambda name: layouts[name].stock / layouts[name].least)
        print(f"  {place:7s}: {sum(over) / len(over):.3f} × in the mean, {max(over):.3f} × at most ({worst})")
    floor_2000 = ((0.0, 0.0), (50.0, 0.0), (50.0, 40.0), (0.0, 40.0))
    layout = best_s(lambda: laid_afresh(floor_2000, "across"), 3)
    print(f"  2,000 ft² laid out: {layout / warm:.2f} of one plan(job) ({layout * 1000:.0f} ms)")
    large = attic(6000, sections=12, readings=20)
    core, looped = fields(large), fields_in_a_loop(large)
    assert all(
        abs(a - b) < 1e-6 * b for one, other in zip(core, looped, strict=True) for a, b in zip(one, other, strict=True)
    )
    plain = best_s(lambda: fields_in_a_loop(large), 1)
    made = best_s(lambda: fields_afresh(large))
    print("roof and depth fields, 6,000 ft² in twelve sections, 240 readings, on a 3 in grid")
    print(f"  outlines new: {plain / made:6.1f} × as fast as a plain loop over cells ({made * 1000:.0f} ms)")
    shown, p95_frame = corner_drag(attic_document(6000, 12, 20))
    print(
        f"a corner of that attic dragged at 60 moves a second: {shown:.3f} of the moves drawn in the very next frame, "
        f"p95 frame {p95_frame / FRAME_MS:.2f} of a sixtieth of a second ({p95_frame:.1f} ms)"
    )
    tell_of_the_work(warm)
    coarse = small()
    dense, sparse = best_s(lambda: solved_dense(coarse), 2), best_s(lambda: solve(eave_section(0.25, 1.5)))
    large_section = eave_section(*LARGE)
    cells, large_solve = solve(large_section).cells, best_s(lambda: solve(large_section), 5)
    own = solve(eave_section(0.25, 3.0)).cells
    assert cells <= 15_000, "the bound that is promised"
    print("the cold corner at an eave, graded grid, sparse solve, warm")
    print(
        f"  {coarse.right.size:6,} cells: a dense solve of the same grid alone takes {dense / sparse:5.0f} × ({dense * 1000:.0f} against {sparse * 1000:.0f} ms)"
    )
    print(
        f"  {cells:6,} cells: {large_solve * 1000 / BUDGET_MS:.2f} of 100 ms ({large_solve * 1000:.0f} ms); the program takes {own:,}"
    )
    eaves_afresh, eaves_known = best_s(lambda: all_afresh(job), 3), best_s(lambda: corners(plan(job)), 3)
    print(
        f"  all eaves of that attic, remedies and all: {eaves_afresh / warm:4.1f} × one plan(job) after an edit ({eaves_afresh * 1000:.0f} ms), "
        f"{eaves_known / warm:.1f} × when solved before"
    )
    busy, idle = (edit_to_paint_at_the_eaves_ms(pause)[0] for pause in (WHILE_SOLVING_MS, NOTHING_SOLVED_MS))
    print(
        f"  edit to paint at seven runs while all are being solved: {busy / idle:.2f} × the same with nothing solved ({busy:.0f} against {idle:.0f} ms)"
    )
    tell_of_edits()
    tell_of_the_crew()
    tell_of_papers()
    tell_of_the_day(warm)
    tell_of_serving()
    shelf, bench, whole = first_load_kb()
    print(
        f"first load, sent: shelf {shelf / SHELF_KB:.2f} of {SHELF_KB:.0f} kB ({shelf:.0f} kB), workbench {bench / BENCH_KB:.2f} of "
        f"{BENCH_KB:.0f} kB ({bench:.0f} kB), fonts included; with what comes when it rests {whole:.0f} kB"
    )
    return 0


if __name__ == "__main__":
    sys.exit(main())
