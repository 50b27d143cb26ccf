import { usePlanned, useSections } from "../../state/context";
import type { Frame } from "../frame";

/** Where somebody looked with smoke (S) or a thermal camera (T). */
export function LookPins({ frame }: { frame: Frame }) {
  const { section } = useSections();
  const { proof } = usePlanned();
  const here = proof.answer?.looks.filter((one) => one.section === section.id && one.at_ft) ?? [];
  return (
    <g className="look-pins">
      {here.map((one) => {
        const [x, y] = one.at_ft as [number, number];
        return (
          <g key={`${one.at} ${x} ${y}`} transform={`translate(${frame.x(x)} ${frame.y(y)})`}>
            <title>{`${one.look}: ${one.text ?? "photo"}`}</title>
            <path d="M0 0 L-9 -16 L9 -16 Z" />
            <text y={-20}>{one.look === "smoke" ? "S" : "T"}</text>
          </g>
        );
      })}
    </g>
  );
}
