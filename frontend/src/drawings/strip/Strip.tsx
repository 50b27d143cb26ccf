import { Button, Select } from "@mantine/core";
import { memo, useMemo, useRef, useState } from "react";
import type { SectionDocument } from "../../api/types";
import { type Brush, everyNth, type Obstacle, painted } from "../../document/bayMarks";
import { useDocument, usePlanned, useView } from "../../state/context";
import { Pick } from "../../ui/Pick";
import { BaySign, bayWords, LOOKS, lookOf, OBSTACLES } from "../baySigns";
import { RunRow, type Strokes } from "./RunRow";
import { StripKey } from "./StripKey";

type Tip = "tick" | "open" | "stands" | "vented" | "solid" | "clear";

const TIPS: readonly { value: Tip; label: string; hint: string }[] = [
  { value: "tick", label: "baffle on or off", hint: "Puts a baffle in, or takes it out, whatever the rule says" },
  { value: "open", label: "open", hint: "Nothing stands in the bay" },
  { value: "stands", label: "in the way", hint: "Something stands in the bay" },
  { value: "vented", label: "vented soffit", hint: "There is a vent under it" },
  { value: "solid", label: "solid soffit", hint: "It is solid behind what it looks like" },
  { value: "clear", label: "as the rule", hint: "Takes every mark off" },
];

/** So few runs leave room for larger bays. */
const ROOMY = 3;
const PATTERNS = [
  { value: "1 0", label: "every bay" },
  { value: "2 0", label: "every 2nd" },
  { value: "2 1", label: "every 2nd, from the second" },
  { value: "3 0", label: "every 3rd" },
  { value: "ends", label: "first and last" },
] as const;

/** Every eave run unrolled, bay by bay: what the Eaves step works on in the Floor's place. */
export const Strip = memo(function Strip() {
  const { document, section, job, openSection } = useDocument();
  const { drawing, plan } = usePlanned();
  const { setCut } = useView();
  const [tip, setTip] = useState<Tip>("tick");
  const [by, setBy] = useState<Obstacle>("truss_member");
  const [pattern, setPattern] = useState<string>("2 0");
  const sections = document.sections ?? [];
  const runs = (drawing?.sections ?? []).flatMap((drawn) => drawn.runs.map((run) => ({ section: drawn.id, run })));
  const end = drawing?.cut?.section === section.id ? drawing.cut.ends[0] : undefined;
  const activeIndex = runs.findIndex(({ section: id, run }) => id === section.id && run.edge === end?.edge);
  const active = runs[activeIndex];

  const open = (index: number) => {
    const at = runs[index];
    if (!at) return;
    if (at.section !== section.id) openSection(at.section);
    setCut({ section: at.section, from_ft: at.run.cut_from_ft, to_ft: at.run.cut_to_ft });
  };
  const brush = (first: boolean | null | undefined): Brush => {
    if (tip === "tick") return { kind: "tick", on: !first };
    if (tip === "stands") return { kind: OBSTACLES.find((o) => o.value === by)?.state ?? "blocked", by };
    if (tip === "vented" || tip === "solid") return { kind: "soffit", vented: tip === "vented" };
    return { kind: tip };
  };
  const paint = (index: number, places: number[], first: number) => {
    const at = runs[index];
    if (!at) return;
    const began = at.run.bays.find((bay) => bay.place === first)?.baffle;
    const mine = brush(began);
    job.edit("bays", (d) => {
      const edge = (d.sections ?? []).find((s: SectionDocument) => s.id === at.section)?.edges[at.run.edge];
      if (edge) edge.bays = painted(edge.bays ?? [], places, mine);
    });
    if (index !== activeIndex) open(index);
  };
  const latest = useRef({ open, paint });
  latest.current = { open, paint };
  const strokes = useMemo<Strokes>(
    () => ({
      open: (number) => latest.current.open(number - 1),
      paint: (number, places, first) => latest.current.paint(number - 1, places, first),
    }),
    [],
  );
  const setAll = () => {
    if (!active) return;
    const count = active.run.bays.length;
    const [step, from] = pattern.split(" ").map(Number);
    const read = pattern === "ends" ? [0, count - 1] : everyNth(count, step ?? 1, from ?? 0);
    const places = read.map((i) => (active.run.reads_backward ? count - 1 - i : i));
    const rest = active.run.bays.map((bay) => bay.place).filter((place) => !places.includes(place));
    const mine = brush(false);
    job.edit("a pattern of bays", (d) => {
      const edge = (d.sections ?? []).find((s: SectionDocument) => s.id === active.section)?.edges[active.run.edge];
      if (!edge) return;
      edge.bays = painted(edge.bays ?? [], places, mine);
      // A pattern of baffles says of every bay whether it gets one.
      if (mine.kind === "tick") edge.bays = painted(edge.bays, rest, { kind: "tick", on: false });
    });
  };
  const looks = [...new Set(runs.flatMap(({ run }) => run.bays.map(lookOf)))];
  const solid = runs.some(({ run }) => run.bays.some((bay) => bay.vented === false));
  const eaveOf = (id: string, edge: number) =>
    plan?.sections.find((s) => s.id === id)?.eaves?.find((e) => e.edge === edge);
  return (
    <section className="drawing strip" aria-label="Bays">
      <header>
        <h2>Bays</h2>
        <span className="soft">tap one, sweep several, or set a pattern</span>
        <details className="words">
          <summary>in words</summary>
          <table className="strip-words cut-list" aria-label="Bays in words">
            <tbody>
              {runs.map(({ section: id, run }, i) => (
                <tr key={`${id} ${run.edge}`}>
                  <th scope="row">
                    {i + 1} {run.side} eave
                  </th>
                  <td>{runWords(run)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </details>
      </header>
      {runs.length ? (
        <>
          <div className="brushes">
            <Pick label="A tap sets" value={tip} options={TIPS} onValue={setTip} />
            {tip === "stands" ? (
              <Select
                size="xs"
                aria-label="What stands there"
                data={OBSTACLES.map(({ value, label }) => ({ value, label }))}
                value={by}
                allowDeselect={false}
                onChange={(value) => setBy(value as Obstacle)}
              />
            ) : null}
            <Select
              size="xs"
              className="pattern"
              aria-label="Pattern"
              data={PATTERNS.map(({ value, label }) => ({ value, label }))}
              value={pattern}
              allowDeselect={false}
              onChange={(value) => setPattern(value ?? "2 0")}
            />
            <Button variant="default" size="xs" onClick={setAll} disabled={!active}>
              {active ? `set on run ${activeIndex + 1}` : "pick a run"}
            </Button>
          </div>
          <div className={runs.length <= ROOMY ? "strip-body roomy" : "strip-body"}>
            {/* biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, so the keyboard must reach it */}
            <div className="runs" tabIndex={0} role="group" aria-label="Eave runs">
              {runs.map(({ section: id, run }, i) => {
                const eave = eaveOf(id, run.edge);
                return (
                  <RunRow
                    key={`${id} ${run.edge}`}
                    number={i + 1}
                    run={run}
                    sectionName={sections.length > 1 ? (sections.find((s) => s.id === id)?.name ?? id) : null}
                    active={i === activeIndex}
                    count={
                      eave?.bays
                        ? `${eave.baffles === eave.bays ? "" : `${eave.baffles ?? "?"} of `}${eave.bays} bays`
                        : "bays not known yet"
                    }
                    strokes={strokes}
                  />
                );
              })}
            </div>
            <div className="strip-side">
              <StripKey runs={runs} active={activeIndex} onOpen={open} />
              <ul className="strip-legend">
                {looks.map((look) => (
                  <li key={look}>
                    <span className={`bay-box sign ${look}`}>
                      <BaySign bay={{ state: "open", vented: true, look }} />
                    </span>
                    {LOOKS[look]}
                  </li>
                ))}
                {solid ? (
                  <li>
                    <span className="bay-box sign">
                      <svg viewBox="0 20 20 14" width="100%" height="100%" aria-hidden="true">
                        <path className="solid" d="M2 31h16M3 33l3-4M8 33l3-4M13 33l3-4" />
                      </svg>
                    </span>
                    solid soffit under it
                  </li>
                ) : null}
              </ul>
            </div>
          </div>
        </>
      ) : (
        <p className="rack-missing">No wall of this attic is an eave. Set which walls are eaves in Measure, walls.</p>
      )}
    </section>
  );
});

function runWords(run: { bays: Parameters<typeof bayWords>[0][] }): string {
  const words: string[] = [];
  let from = 0;
  for (let i = 1; i <= run.bays.length; i++) {
    const [here, before] = [run.bays[i], run.bays[from]];
    if (before && (!here || bayWords(here) !== bayWords(before))) {
      words.push(`${from + 1 === i ? `bay ${i}` : `bays ${from + 1} to ${i}`}: ${bayWords(before)}`);
      from = i;
    }
  }
  return words.join("; ") || "bays not known yet";
}
