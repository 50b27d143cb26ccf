import { useElementSize } from "@mantine/hooks";
import { usePlanned } from "../../state/context";
import { fixed, useUnits } from "../../ui/units";

const MARGIN = { left: 88, right: 28, top: 20, bottom: 44 };
/** Beside its box, ft: the cab. */
const CAB_FT = 5;
const NAMES: Record<string, string> = { front: "fill", middle: "boards, batts", rear: "eaves, sealing", door: "tools" };

/** The truck from the side, to scale: how far each place of the load fills its box from the front. */
export function Truck() {
  const { ref, width, height } = useElementSize<HTMLDivElement>();
  const { load } = usePlanned();
  const units = useUnits();
  const told = load.answer?.load;
  const scale = told
    ? Math.max(
        1,
        Math.min(
          (width - MARGIN.left - MARGIN.right) / (told.truck.length_ft + CAB_FT),
          (height - MARGIN.top - MARGIN.bottom - 14) / told.truck.height_ft,
        ),
      )
    : 1;
  return (
    <section className="drawing truck" aria-label="Truck">
      <header>
        <h2>Truck</h2>
        <span className="soft">
          {told
            ? `${told.truck.name}: what is needed last goes in first${told.trips > 1 ? `; one of ${told.trips} trips` : ""}`
            : ""}
        </span>
      </header>
      <div className="canvas" ref={ref}>
        {told && width > 0 ? (
          <svg width={width} height={height} role="img" aria-label={said(told, units.metric)}>
            <g transform={`translate(${MARGIN.left} ${MARGIN.top})`}>
              <path
                className="truck-cab"
                d={cab(scale, told.truck.height_ft)}
                transform={`translate(${CAB_FT * scale} 0)`}
              />
              {told.stowed.map((part) => (
                <rect
                  key={part.place}
                  className={`stowed ${part.place}`}
                  x={(CAB_FT + part.from_ft) * scale}
                  y={told.truck.height_ft * scale * (1 - told.truck.usable)}
                  width={Math.max(1, (Math.min(part.to_ft, told.truck.length_ft) - part.from_ft) * scale)}
                  height={told.truck.height_ft * scale * told.truck.usable}
                />
              ))}
              <rect
                className="truck-box"
                x={CAB_FT * scale}
                y={0}
                width={told.truck.length_ft * scale}
                height={told.truck.height_ft * scale}
              />
              {told.stowed
                .filter((part) => (part.to_ft - part.from_ft) * scale > 54)
                .map((part) => (
                  <text
                    key={part.place}
                    className="stowed-name"
                    x={(CAB_FT + (part.from_ft + Math.min(part.to_ft, told.truck.length_ft)) / 2) * scale}
                    y={told.truck.height_ft * scale * (1 - told.truck.usable / 2)}
                  >
                    {NAMES[part.place] ?? part.place}
                    <tspan
                      className="soft"
                      x={(CAB_FT + (part.from_ft + Math.min(part.to_ft, told.truck.length_ft)) / 2) * scale}
                      dy="1.2em"
                    >
                      {weight(part.lb, units)}
                    </tspan>
                  </text>
                ))}
              {[0.16, 0.8].map((at) => (
                <circle
                  key={at}
                  className="wheel"
                  cx={(CAB_FT + told.truck.length_ft * at) * scale - (at < 0.5 ? 3.4 * scale : 0)}
                  cy={told.truck.height_ft * scale + 4}
                  r={Math.max(6, 1.2 * scale)}
                />
              ))}
              <text
                className="truck-length"
                x={(CAB_FT + told.truck.length_ft / 2) * scale}
                y={told.truck.height_ft * scale + 34}
              >
                {`${units.length(told.truck.length_ft).value} ${units.length(told.truck.length_ft).unit}`}
              </text>
            </g>
          </svg>
        ) : (
          <p className="note">{load.trouble ?? "Listing what goes along …"}</p>
        )}
      </div>
    </section>
  );
}

/** Facing left: bonnet and windscreen of a cab, drawn plain. */
function cab(scale: number, heightFt: number): string {
  const [h, w] = [heightFt * scale, CAB_FT * scale];
  return `M0,${h * 0.12}H${-w * 0.45}L${-w * 0.8},${h * 0.5}H${-w}V${h}H0Z`;
}

const weight = (lb: number, units: ReturnType<typeof useUnits>) => {
  const shown = units.weight(Math.round(lb));
  return `${shown.value} ${shown.unit}`;
};

const said = (told: { lb: number; ft3: number; trips: number }, metric: boolean) =>
  metric
    ? `${fixed(told.lb * 0.45359237)} kg in ${told.trips} ${told.trips === 1 ? "trip" : "trips"}`
    : `${fixed(told.lb)} lb, ${fixed(told.ft3)} ft³ in ${told.trips} ${told.trips === 1 ? "trip" : "trips"}`;
