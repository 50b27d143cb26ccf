import { useState } from "react";
import type { DrawnSection } from "../../api/types";
import { setWallLength } from "../../document/outline";
import { useSections, useView } from "../../state/context";
import { readFeet } from "../../ui/measures";
import { useUnits } from "../../ui/units";
import type { EdgeLabel } from "../wallLabels";

/** The length of each wall outside it. With the corners tool a length can be typed onto its wall. */
export function WallLabels({ labels, edges }: { labels: Map<number, EdgeLabel>; edges: DrawnSection["edges"] }) {
  const { tool } = useView();
  const [open, setOpen] = useState<number | null>(null);
  const typing = tool.kind === "corners";
  return (
    <>
      {[...labels].map(([edge, { x, y, anchor, lines }]) =>
        open === edge && typing ? (
          <LengthField
            key={edge}
            wall={edge}
            x={x}
            y={y}
            anchor={anchor}
            length={edges[edge]?.length_ft ?? 0}
            onDone={() => setOpen(null)}
          />
        ) : (
          <text
            key={edge}
            data-label
            className={typing ? "dimension typed" : "dimension"}
            x={x}
            y={y}
            textAnchor={anchor}
            {...(typing
              ? {
                  role: "button",
                  tabIndex: 0,
                  "aria-label": `${edges[edge]?.side} wall, ${lines.join(" · ")}: type it anew`,
                  onClick: () => setOpen(edge),
                  onKeyDown: (event: React.KeyboardEvent) => {
                    if (event.key !== "Enter") return;
                    event.preventDefault();
                    setOpen(edge);
                  },
                }
              : {})}
          >
            {lines.map((line, i) => (
              <tspan key={line} x={x} dy={i ? 18 : 0}>
                {line}
              </tspan>
            ))}
          </text>
        ),
      )}
    </>
  );
}

const WIDE = 96;
const HIGH = 44;
const MOST_FT = 1000;

function LengthField({
  wall,
  x,
  y,
  anchor,
  length,
  onDone,
}: {
  wall: number;
  x: number;
  y: number;
  anchor: EdgeLabel["anchor"];
  length: number;
  onDone: () => void;
}) {
  const { editSection } = useSections();
  const units = useUnits();
  const shown = units.length(length);
  const [text, setText] = useState(shown.value.includes("ft") ? `${shown.value} ${shown.unit}` : shown.value);
  const [bad, setBad] = useState(false);
  const left = anchor === "start" ? x : anchor === "end" ? x - WIDE : x - WIDE / 2;
  const most = units.length(MOST_FT);
  const take = () => {
    const feet = readFeet(text, units.metric);
    if (feet === null || feet <= 0 || feet > MOST_FT) {
      setBad(true);
      return;
    }
    if (Math.abs(feet - length) > 0.001) editSection("the length of a wall", (s) => setWallLength(s, wall, feet));
    onDone();
  };
  return (
    <foreignObject x={left} y={y - HIGH / 2 - 4} width={WIDE} height={bad ? HIGH * 2.4 : HIGH}>
      <input
        className={bad ? "length-field bad" : "length-field"}
        // biome-ignore lint/a11y/noAutofocus: the user has just asked to type here
        autoFocus
        value={text}
        aria-label={`Length of wall ${wall + 1}, ${units.metric ? "metres" : "feet, like 38 or 12'6"}`}
        aria-invalid={bad}
        onChange={(event) => setText(event.currentTarget.value)}
        onFocus={(event) => event.currentTarget.select()}
        onBlur={onDone}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === "Enter") take();
          if (event.key === "Escape") onDone();
        }}
      />
      {bad ? (
        <p className="length-refused" role="alert">
          over 0 to {most.value} {most.unit}, like {units.metric ? "11.6" : "38 or 12'6"}
        </p>
      ) : null}
    </foreignObject>
  );
}
