import { useIntersection } from "@mantine/hooks";
import { useEffect } from "react";
import { usePlanned, useView } from "../../state/context";
import { Part } from "../../ui/Part";
import { fixed, useUnits } from "../../ui/units";

const BTU_H_F_TO_W_K = 0.5275;

/** Where the heat still goes with what is chosen, and what mending each would gain. */
export function HeatGoes() {
  const { plan, corners } = usePlanned();
  const { metric } = useUnits();
  const { watchEdge } = useView();
  const { ref, entry } = useIntersection<HTMLParagraphElement>({ threshold: 0 });
  const seen = entry?.isIntersecting ?? false;
  useEffect(() => {
    watchEdge(seen);
    return () => watchEdge(false);
  }, [seen, watchEdge]);
  // The edge as it is solved, as in Eaves; until then, and where it cannot be, by the sum of R.
  const solved = corners.busy || !seen ? [] : (corners.answer?.heat ?? []);
  const heat = solved.length ? solved : (plan?.heat ?? []);
  if (!heat.length) return null;
  const ua = (value: number) => (metric ? `${fixed(value * BTU_H_F_TO_W_K, 1)} W/K` : `${fixed(value, 1)} Btu/h·°F`);
  const pct = (share: number) => `${Math.round(share * 100)} %`;
  // The solved account knows nothing of the work list.
  const plannedOf = (what: string) => plan?.heat.find((share) => share.what === what)?.planned_ua ?? 0;
  const total = heat.reduce((sum, share) => sum + share.ua, 0);
  return (
    <Part title="Where the heat still goes" aside={ua(total)}>
      <div className="heat-bar" aria-hidden="true">
        {heat
          .filter((share) => share.share > 0.005)
          .map((share, i) => (
            <span key={share.what} className={`tone-${i % 7}`} style={{ width: `${share.share * 100}%` }} />
          ))}
      </div>
      <ul className="heat-list">
        {heat.map((share, i) => (
          <li key={share.what}>
            <span className={`key tone-${i % 7}`} aria-hidden="true" />
            <b>{pct(share.share)}</b> {share.title}
            {share.mended && share.gain_ua && share.gain_ua / total > 0.005 ? (
              <span className="soft">
                {" "}
                – {ua(share.gain_ua)} less ({pct(share.gain_ua / total)}) {share.mended}
              </span>
            ) : null}
            {plannedOf(share.what) ? (
              <span className="soft">; {ua(plannedOf(share.what))} of it by the lid or cover in Prepare</span>
            ) : null}
          </li>
        ))}
      </ul>
      <p className="note" ref={ref}>
        {solved.length
          ? "The eaves as solved in two dimensions, plate and all."
          : "The eaves by the sum of R at each place."}
      </p>
    </Part>
  );
}
