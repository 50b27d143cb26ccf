import type { ProofAnswer } from "../../api/types";
import { usePlanned } from "../../state/context";
import { Part } from "../../ui/Part";
import { fixed, useUnits } from "../../ui/units";

/** Places that are short of their fill line, and what mends each. */
export function Shorts({ proof }: { proof: ProofAnswer }) {
  const { plan } = usePlanned();
  const units = useUnits();
  if (!proof.short.length) return null;
  const names = new Map(plan?.sections.map((one) => [one.id, one.name ?? one.id]));
  const several = (plan?.sections.length ?? 0) > 1;
  return (
    <Part title="Short places" aside={`${proof.short.length}`}>
      {proof.short.map((one) => {
        const lacks = units.depth(one.short_in);
        const where = one.marker
          ? `Marker ${one.marker}`
          : `The place ${(one.at_ft ?? []).map((at) => fixed(at, 1)).join(", ")} ft`;
        return (
          <p className="at-place caution" key={`${one.section} ${one.at_ft}`}>
            <b>
              {where}
              {several ? `, ${names.get(one.section) ?? one.section}` : ""} is {lacks.value} {lacks.unit} short.
            </b>{" "}
            It takes {one.mends} more there; then read it again.
          </p>
        );
      })}
    </Part>
  );
}
