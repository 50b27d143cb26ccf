import type { JobDocument } from "../../api/types";
import { newId } from "../../document/outline";
import { NumberField } from "../../inputs/NumberField";
import { useDocument, usePlanned } from "../../state/context";
import { Part } from "../../ui/Part";

type Hole = NonNullable<JobDocument["holes_expected"]>[number];

/** The holes that should be there, ticked as they are found and marked. */
export function HoleSheet() {
  const { document, job } = useDocument();
  const { plan } = usePlanned();
  const holes = plan?.look.holes ?? [];
  const set = (trade: string, what: string, change: Partial<Hole>) =>
    job.edit("holes found", (d) => {
      d.holes_expected ??= [];
      const mine = d.holes_expected.find((h) => h.trade === trade && h.what === what);
      if (mine) Object.assign(mine, change);
      else d.holes_expected.push({ id: newId(), trade: trade as "other", what, ...change } as Hole);
    });
  return (
    <Part title="Holes that should be there" aside={`${holes.filter(found).length} of ${holes.length} kinds`}>
      <p className="note">What stands in a room comes up here: count from below, find and mark each from above.</p>
      <ul className="hole-list">
        {holes.map((hole) => {
          const index = document.holes_expected?.findIndex((h) => h.trade === hole.trade && h.what === hole.what) ?? -1;
          const at = `holes_expected[${index}]`;
          return (
            <li key={hole.trade + hole.what} className={found(hole) ? "found" : undefined}>
              <b>{hole.what}</b> <span className="soft">{hole.trade}</span>
              <div className="pair">
                <NumberField
                  label="should be there"
                  path={`${at}.expected`}
                  value={hole.expected}
                  least={0}
                  most={1000}
                  whole
                  mayBeEmpty
                  onValue={(expected) => set(hole.trade, hole.what, { expected })}
                />
                <NumberField
                  label="found and marked"
                  path={`${at}.found`}
                  value={hole.found}
                  least={0}
                  most={1000}
                  whole
                  mayBeEmpty
                  onValue={(count) => set(hole.trade, hole.what, { found: count })}
                />
              </div>
            </li>
          );
        })}
      </ul>
    </Part>
  );
}

const found = (hole: { expected: number | null; found: number | null }) =>
  hole.expected !== null && (hole.found ?? 0) >= hole.expected;
