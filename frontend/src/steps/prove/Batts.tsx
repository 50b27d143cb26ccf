import type { ProofAnswer } from "../../api/types";
import { Part } from "../../ui/Part";
import { fixed, useUnits } from "../../ui/units";

/** Batts are proved by their layout and by the bundles that went out and did not come back. */
export function Batts({ proof }: { proof: ProofAnswer }) {
  const units = useUnits();
  return (
    <>
      {proof.batts.map((one) => (
        <Part key={`${one.section} ${one.product}`} title={one.name} aside="batts">
          <p className="run-count" role="status">
            {one.claimed === null ? "Nothing may be claimed yet" : <b>{units.r(one.claimed)} may be claimed</b>}
          </p>
          {one.why_not ? <p className="note">{one.why_not}</p> : null}
          <p className="note">
            {one.pieces} pieces of the layout, {fixed(one.bundles_wanted, 1)} bundles;{" "}
            {one.bundles_used === null ? "none counted out and back yet" : `${fixed(one.bundles_used, 1)} used`}.
          </p>
        </Part>
      ))}
    </>
  );
}
