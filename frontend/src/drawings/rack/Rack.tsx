import { useElementSize } from "@mantine/hooks";
import { type CSSProperties, memo, useState } from "react";
import type { JobDocument, RackAnswer, Way } from "../../api/types";
import { pickWay } from "../../document/pickWay";
import { sectionOf } from "../../document/sections";
import { AskedLink } from "../../inputs/AskedLink";
import { useDocument, usePlanned, useView } from "../../state/context";
import { useUnits } from "../../ui/units";
import { Core, CoreRuler, scaleFor } from "./Core";
import { agree, rows, speaks } from "./rows";
import { inOrder, reasonLines, type Shelf, shelves } from "./shelves";

const NAMES_WIDTH = 112;
const CORE_SPACE = 116;
const PX_PER_IN = { desk: 8.2, phone: 8 };
const SIX = 6;

/** Every way of doing the job as a core beside one ruler, on shelves by method, best first. */
export const Rack = memo(function Rack() {
  const { section, document } = useDocument();
  const { rack } = usePlanned();
  const { lists, narrow, pickFor } = useView();
  const { ref, width } = useElementSize<HTMLDivElement>();
  const [opened, setOpened] = useState<readonly string[]>([]);
  const aim = document.weighing?.aim ?? "price";
  const answer = rack.answer;
  if (!answer) {
    return (
      <section className="drawing rack" aria-label="Cores" ref={ref}>
        <header>
          <h2>Cores</h2>
          <span className="soft">
            {rack.trouble ? `could not be weighed: ${rack.trouble}` : "weighing every way …"}
          </span>
        </header>
      </section>
    );
  }
  if (answer.missing.length) {
    return (
      <section className="drawing rack" aria-label="Cores" ref={ref}>
        <header>
          <h2>Cores</h2>
          <span className="soft">nothing can be weighed yet</span>
        </header>
        <ul className="rack-missing">
          {answer.missing.map((item) => (
            <li key={item.field}>
              <AskedLink item={item} />
            </li>
          ))}
        </ul>
      </section>
    );
  }
  const fits = Math.max(2, Math.min(SIX, Math.floor((width - NAMES_WIDTH - 8) / CORE_SPACE)));
  const perIn = narrow ? PX_PER_IN.phone : PX_PER_IN.desk;
  const drawn = (document.sections ?? []).length > 1 ? (section.name ?? section.id) : null;
  const all = shelves(answer.ways, aim, answer.picked, lists.methods);
  const toggle = (id: string) =>
    setOpened((old) => (old.includes(id) ? old.filter((other) => other !== id) : [...old, id]));
  return (
    <section className="drawing rack" aria-label="Cores" ref={ref} aria-busy={rack.busy}>
      <header>
        <h2>Cores</h2>
        <span className="soft">
          each to the same ruler · pick one, or ask it why not{drawn ? ` · drawn for ${drawn}` : ""}
        </span>
      </header>
      {drawn ? (
        <p className="soft rack-says">{whatItSays(answer, document, pickFor === "section" ? drawn : null)}</p>
      ) : null}
      {answer.nothing_open.length ? (
        <div className="rack-missing" role="status">
          <b>Nothing on the list can go in as it stands.</b> What would open a way:
          <ul>
            {answer.nothing_open.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        </div>
      ) : null}
      <BlockedPattern />
      <div className="shelves">
        {all.map((shelf, i) => (
          <ShelfView
            key={shelf.id}
            shelf={shelf}
            perIn={perIn}
            fits={fits}
            open={i === 0 || opened.includes(shelf.id)}
            fixed={i === 0}
            onToggle={() => toggle(shelf.id)}
          />
        ))}
      </div>
    </section>
  );
});

/** Of what the figures under the cores are: not all of them are of the whole attic. */
function whatItSays(answer: RackAnswer, document: JobDocument, one: string | null): string {
  const names = (ids: readonly string[]) => ids.map((id) => sectionOf(document, id)?.name ?? id).join(", ");
  const counted = answer.counted.length ? `, with ${names(answer.counted)} as chosen` : "";
  const out = answer.uncounted.length ? ` Not in them: ${names(answer.uncounted)}, where nothing is chosen yet.` : "";
  const r = one ? `R, plate and load are of ${one}` : "R, plate and load are of the open floors, the worst of them";
  return `Order, price, hours and saving are of the whole attic${counted}. ${r}.${out}`;
}

function BlockedPattern() {
  return (
    <svg width="0" height="0" className="textures" aria-hidden="true">
      <defs>
        <pattern id="rack-blocked" width="14" height="14" patternUnits="userSpaceOnUse">
          <path className="blocked-line" d="M-2 16L16 -2M-9 9L9 -9M5 23L23 5" />
        </pattern>
      </defs>
    </svg>
  );
}

interface ShelfProps {
  shelf: Shelf;
  perIn: number;
  fits: number;
  open: boolean;
  fixed: boolean;
  onToggle: () => void;
}

function ShelfView({ shelf, perIn, fits, open, fixed, onToggle }: ShelfProps) {
  const [whole, setWhole] = useState(false);
  const { document } = useDocument();
  const aim = document.weighing?.aim ?? "price";
  const ordered = inOrder(shelf.ways, aim);
  const shown = whole ? ordered : ordered.slice(0, fits);
  const openWays = ordered.filter((way) => !way.weighed.blocks.length).length;
  return (
    <section className="shelf-of-cores" aria-label={shelf.title}>
      {fixed ? null : (
        <button type="button" className="shelf-name" aria-expanded={open} onClick={onToggle}>
          <span aria-hidden="true">{open ? "▾" : "▸"}</span> {shelf.title}
          <span className="soft">
            {ordered.length} {ordered.length === 1 ? "way" : "ways"}
            {openWays < ordered.length ? `, ${ordered.length - openWays} blocked` : ""}
          </span>
        </button>
      )}
      {open ? (
        <>
          {chunks(shown, fits).map((ways) => (
            <CoreTable key={ways[0]?.weighed.id} ways={ways} perIn={perIn} />
          ))}
          {ordered.length > fits ? (
            <button type="button" className="link" onClick={() => setWhole(!whole)}>
              {whole ? "show fewer" : `${ordered.length - fits} more`}
            </button>
          ) : null}
        </>
      ) : null}
    </section>
  );
}

const chunks = (ways: readonly Way[], size: number) =>
  Array.from({ length: Math.ceil(ways.length / size) }, (_, i) => ways.slice(i * size, (i + 1) * size));

function CoreTable({ ways, perIn }: { ways: readonly Way[]; perIn: number }) {
  const { section, job, document } = useDocument();
  const { rack } = usePlanned();
  const { library, askWhy, pickFor } = useView();
  const units = useUnits();
  const picked = rack.answer?.picked;
  const pinned = document.weighing?.pinned ?? [];
  const told = rows(units, pickFor === "section" ? section.id : null).filter((row) => {
    const cells = ways.map((way) => row.of(way)).filter(Boolean);
    return cells.length > 0 && (ways.length === 1 || row.strong || !agree(cells));
  });
  // One scale for all; each row is only as high as its tallest core.
  const scale = scaleFor(Math.max(...ways.map((way) => way.weighed.fill_line_in ?? 0), 8) + 1, perIn);
  const someBlocked = ways.some((way) => way.weighed.blocks.length);
  const heel =
    ways.flatMap((way) => way.weighed.cores).find((core) => core.section === section.id)?.heel_line_in ?? null;
  const pin = (id: string) =>
    job.edit("what is pinned", (d) => {
      const now = d.weighing?.pinned ?? [];
      d.weighing = { ...d.weighing, pinned: now.includes(id) ? now.filter((p) => p !== id) : [...now, id].slice(-4) };
    });
  return (
    <div className="core-scroll">
      <table className="cores" style={{ "--reason-lines": reasonLines(ways) } as CSSProperties}>
        <thead>
          <tr>
            <td>
              <CoreRuler scale={scale} width={NAMES_WIDTH - 8} heelIn={heel} />
              <div className="core-zero" />
            </td>
            {ways.map((way) => {
              const { weighed } = way;
              const core = weighed.cores.find((c) => c.section === section.id) ?? weighed.cores[0];
              const here = weighed.id === picked;
              const blocked = weighed.blocks.length > 0;
              return (
                <th key={weighed.id} scope="col" className={here ? "here" : undefined}>
                  <button
                    type="button"
                    className="pick-core"
                    aria-pressed={here}
                    disabled={!core?.choice}
                    onClick={() =>
                      job.edit(`the way: ${weighed.title}`, (d) =>
                        pickWay(d, way, pickFor === "section" ? section.id : null, library),
                      )
                    }
                  >
                    {someBlocked ? <span className="core-reason">{weighed.blocks[0] ?? ""}</span> : null}
                    {core ? <Core way={way} core={core} scale={scale} /> : null}
                    <span className="core-name">
                      <b>{weighed.title}</b>
                      <span className="soft">
                        {weighed.subtitle}
                        {weighed.step_r !== null && weighed.step_r !== undefined
                          ? ` · to ${units.r(weighed.step_r)}`
                          : ""}
                      </span>
                    </span>
                    {here ? <span className="hidden"> picked</span> : null}
                    {blocked ? <span className="hidden"> blocked</span> : null}
                  </button>
                </th>
              );
            })}
          </tr>
        </thead>
        <tbody>
          {told.map((row) => (
            <tr key={row.name}>
              <th scope="row">{row.name}</th>
              {ways.map((way) => (
                <td
                  key={way.weighed.id}
                  className={[way.weighed.id === picked ? "here" : "", row.strong ? "strong" : ""].join(" ")}
                >
                  {row.of(way) || <span className="soft">–</span>}
                </td>
              ))}
            </tr>
          ))}
          {ways.some((way) => way.weighed.missing?.length) ? (
            <tr>
              <th scope="row">not known yet</th>
              {ways.map((way) => (
                <td key={way.weighed.id} className={way.weighed.id === picked ? "here asks" : "asks"}>
                  {(way.weighed.missing ?? []).map((item) => (
                    <AskedLink key={item.field} item={item} />
                  ))}
                </td>
              ))}
            </tr>
          ) : null}
          <tr>
            <th scope="row">speaks for it</th>
            {ways.map((way) => (
              <td key={way.weighed.id} className={way.weighed.id === picked ? "here for" : "for"}>
                {speaks(way)}
              </td>
            ))}
          </tr>
          <tr>
            <th scope="row">
              <span className="hidden">ask or pin</span>
            </th>
            {ways.map((way) => {
              const id = way.weighed.id;
              const name = `${way.weighed.title}, ${way.weighed.subtitle}`;
              return (
                <td key={id} className={id === picked ? "here end" : "end"}>
                  <button type="button" className="link" onClick={() => askWhy(id)} aria-label={`Why not ${name}?`}>
                    why not?
                  </button>
                  <button
                    type="button"
                    className="link"
                    disabled={!way.weighed.cost && !pinned.includes(id)}
                    title={way.weighed.cost ? undefined : "It has no price yet, so it cannot be offered."}
                    aria-label={`${pinned.includes(id) ? "Unpin" : "Pin"} ${name}`}
                    onClick={() => pin(id)}
                  >
                    {pinned.includes(id) ? "unpin" : "pin"}
                  </button>
                </td>
              );
            })}
          </tr>
        </tbody>
      </table>
    </div>
  );
}
