import { memo, type ReactNode } from "react";
import type { Figure } from "../../api/types";
import { FigureButton } from "../../ui/FigureButton";

interface CellProps {
  name: string;
  figure?: Figure;
  large?: boolean;
  always?: boolean;
  unit?: ReactNode;
  children: ReactNode;
}

/** One figure of the tally, with how it came about behind it. */
export const Cell = memo(function Cell({ name, figure, large, always, unit, children }: CellProps) {
  return (
    <div className={`cell${large ? " large" : ""}${always ? " always" : ""}`}>
      <dt>{name}</dt>
      <dd>
        <FigureButton figure={figure} name={name}>
          <b>{children}</b>
        </FigureButton>
        {unit ? <span className="unit">{unit}</span> : null}
      </dd>
    </div>
  );
});
