import type { ReactNode } from "react";
import { usePlanned } from "../../state/context";
import { FigureButton } from "../../ui/FigureButton";

interface CellProps {
  name: string;
  path?: string;
  large?: boolean;
  always?: boolean;
  unit?: ReactNode;
  children: ReactNode;
}

/** One figure of the tally, with how it came about behind it. */
export function Cell({ name, path, large, always, unit, children }: CellProps) {
  const { plan } = usePlanned();
  return (
    <div className={`cell${large ? " large" : ""}${always ? " always" : ""}`}>
      <dt>{name}</dt>
      <dd>
        <FigureButton figure={path ? plan?.figures[path] : undefined} name={name}>
          <b>{children}</b>
        </FigureButton>
        {unit ? <span className="unit">{unit}</span> : null}
      </dd>
    </div>
  );
}
