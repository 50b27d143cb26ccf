import { usePlanned } from "../../state/context";
import { Part } from "../../ui/Part";
import { fixed, useUnits } from "../../ui/units";

const BTU_H_F_TO_W_K = 0.5275;

/** Where the heat still goes with what is chosen, and what mending each would gain. */
export function HeatGoes() {
  const { plan } = usePlanned();
  const { metric } = useUnits();
  const heat = plan?.heat ?? [];
  if (!heat.length) return null;
  const ua = (value: number) => (metric ? `${fixed(value * BTU_H_F_TO_W_K, 1)} W/K` : `${fixed(value, 1)} Btu/h·°F`);
  const pct = (share: number) => `${Math.round(share * 100)} %`;
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
          </li>
        ))}
      </ul>
    </Part>
  );
}
