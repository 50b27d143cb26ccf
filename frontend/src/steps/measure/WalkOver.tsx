import type { JobDocument, Place } from "../../api/types";
import { newId } from "../../document/outline";
import { NumberField } from "../../inputs/NumberField";
import { useDocument, usePlanned } from "../../state/context";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";

type Look = NonNullable<JobDocument["contact"]>[number];
type Hole = NonNullable<JobDocument["holes_expected"]>[number];
const FOUND = [
  { value: "touching", label: "touching" },
  { value: "apart", label: "apart" },
  { value: "not_here", label: "not here" },
] as const;

/** Where poor contact hides, place by place, and the holes that should be there, ticked off. */
export function WalkOver() {
  const { plan } = usePlanned();
  const places = plan?.look.contact ?? [];
  const holes = plan?.look.holes ?? [];
  return (
    <>
      <Part title="Where poor contact hides" at="contact">
        {places.map((place) => (
          <ContactPlace key={`${place.place} ${place.section}`} place={place} />
        ))}
      </Part>
      <Part title="Holes that should be there" at="holes_expected">
        <p className="note">Count them from below, find and mark each from above: each is a leak.</p>
        {holes.map((hole) => (
          <HoleLine key={`${hole.trade} ${hole.what}`} hole={hole} />
        ))}
      </Part>
    </>
  );
}

function ContactPlace({ place }: { place: Place }) {
  const { document, job } = useDocument();
  const mine = (look: Look) => look.place === place.place && (look.section ?? null) === (place.section ?? null);
  const found = document.contact?.find(mine)?.found;
  return (
    <div className="item" role="group" aria-label={place.title}>
      <b>{place.title}</b>
      {place.because ? <p className="note">Here, since {place.because}.</p> : null}
      <p className="note">Look for: {place.look_for}.</p>
      <Pick
        label="Insulation and ceiling"
        value={found}
        options={FOUND}
        onValue={(value) =>
          job.edit(`the look at ${place.title.toLowerCase()}`, (d) => {
            d.contact ??= [];
            const look = d.contact.find(mine);
            if (look) look.found = value;
            else d.contact.push({ id: newId(), place: place.place, section: place.section, found: value } as Look);
          })
        }
      />
    </div>
  );
}

function HoleLine({ hole }: { hole: { trade: string; what: string; expected: number | null; found: number | null } }) {
  const { job } = useDocument();
  const set = (change: Partial<Hole>) =>
    job.edit("the holes", (d) => {
      d.holes_expected ??= [];
      const own = d.holes_expected.find((h) => h.trade === hole.trade && h.what === hole.what);
      if (own) Object.assign(own, change);
      else d.holes_expected.push({ id: newId(), trade: hole.trade, what: hole.what, ...change } as Hole);
    });
  const all = hole.expected !== null && hole.found !== null && hole.found >= hole.expected;
  return (
    <div className={all ? "item hole-line all" : "item hole-line"} role="group" aria-label={hole.what}>
      <b>
        {all ? "✓ " : ""}
        {hole.what} <span className="soft">{hole.trade}</span>
      </b>
      <div className="pair">
        <NumberField
          label="Should be"
          path="holes_expected"
          value={hole.expected}
          least={0}
          most={1000}
          whole
          mayBeEmpty
          onValue={(expected) => set({ expected })}
        />
        <NumberField
          label="Found"
          path="holes_expected"
          value={hole.found}
          least={0}
          most={1000}
          whole
          mayBeEmpty
          onValue={(found) => set({ found })}
        />
      </div>
    </div>
  );
}
