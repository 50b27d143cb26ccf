import { useState } from "react";
import { eighths, fixed, trimmed } from "../../ui/units";
import type { Place } from "../pack";
import type { Short } from "../shortage";
import { undoable } from "../undo";
import type { Field } from "../useField";
import { PhotoButton } from "./PhotoButton";
import { Steps } from "./Steps";

const nameOf = (place: Place) =>
  place.marker !== null ? `marker ${place.marker}` : `place ${place.id.split(":").at(-1)}`;

/** Readings at markers and at places the program picks; cores; pictures before closing. */
export function CheckTab({ field }: { field: Field }) {
  const { places } = field.pack.fill;
  const read = new Map([...field.run.walked.latest.values()].map((one) => [one.place, one]));
  const markers = places.filter((place) => place.marker !== null);
  const random = places.filter((place) => place.marker === null);
  const unread = places.find((place) => !read.has(place.id));
  const [chosen, setChosen] = useState<string | null>(null);
  const place = places.find((one) => one.id === chosen) ?? unread ?? places[0];
  if (!place) return <p className="card soft">No depth is to be read here yet.</p>;
  const several = new Set(places.map((one) => one.section)).size > 1;
  const keep = async (depth: number) => {
    const where = place.marker !== null ? { marker: place.marker } : { at_ft: place.at_ft, random: true };
    await field.say("reading", { section: place.section, depth_in: depth, ...where });
    setChosen(null);
  };
  const before = read.get(place.id);
  const line = eighths(place.fill_in);
  const back = undoable(field.run, field.device, ["reading", "core"]);
  return (
    <>
      <h1>
        Check · {markers.filter((one) => read.has(one.id)).length} of {markers.length} markers,{" "}
        {random.filter((one) => read.has(one.id)).length} of {random.length} places
      </h1>
      <Pins field={field} />
      <label className="card field">
        Where
        <select value={place.id} onChange={(event) => setChosen(event.target.value)}>
          {places.map((one) => (
            <option key={one.id} value={one.id}>
              {nameOf(one)}
              {several ? ` · ${field.pack.fill.sections[one.section]}` : ""}
              {one.band ? ` · band ${one.band}` : ""}
              {read.has(one.id) ? " ✓" : ""}
            </option>
          ))}
        </select>
      </label>
      <Where field={field} place={place} />
      <Steps
        key={place.id}
        label={`${nameOf(place)}${several ? `, ${field.pack.fill.sections[place.section]}` : ""}: fill line ${line} in${before ? `, read ${eighths(before.depthIn)} in before` : ""}`}
        button="Keep this reading"
        start={null}
        from={Math.round(place.fill_in * 8) / 8}
        steps={[-1, -0.125, 0.125, 1]}
        unit="in"
        inches
        together_ms={field.pack.fill.constants.together_ms}
        keep={keep}
      />
      <p className="soft">Nothing is kept before it was set: type what the ruler shows, or step from the fill line.</p>
      {back && (
        <button type="button" onClick={() => void field.undo(back).catch(() => {})}>
          undo {back.name}
        </button>
      )}
      {field.run.heavyAndShort && <p className="card warn">{field.pack.words.heavy_and_short}</p>}
      {field.run.short.map((short) => (
        <div className="card warn" key={`${short.place} ${short.at_ft}`} role="status">
          <b>
            Short at {placeOf(field, short)}
            {several ? `, ${field.pack.fill.sections[short.section]}` : ""} by {eighths(short.shortIn)} in.
          </b>
          <p>It takes {short.mends} more there, edges first; then read it again.</p>
        </div>
      ))}
      <Core field={field} place={place} />
      <PhotoButton field={field} />
    </>
  );
}

function placeOf(field: Field, short: Short): string {
  const place = field.pack.fill.places.find((one) => one.id === short.place);
  return place ? nameOf(place) : `the place at ${trimmed(short.at_ft[0], 1)}, ${trimmed(short.at_ft[1], 1)} ft`;
}

/** The latest readings as pins against their fill line. */
function Pins({ field }: { field: Field }) {
  const places = new Map(field.pack.fill.places.map((place) => [place.id, place]));
  const pins = [...field.run.walked.latest.values()].flatMap((one) => {
    const place = one.place === null ? undefined : places.get(one.place);
    return place ? [{ place, depth: one.depthIn }] : [];
  });
  if (pins.length === 0) return null;
  const shown = pins.slice(-8);
  const most = Math.max(...shown.map((pin) => Math.max(pin.depth, pin.place.fill_in))) * 1.15;
  const y = (inches: number) => 100 - (inches / most) * 90;
  return (
    <figure className="card">
      <svg viewBox="0 0 340 120" role="img" aria-label={`The last ${shown.length} readings against their fill line`}>
        <line className="ground" x1={0} x2={340} y1={100} y2={100} />
        {shown.map(({ place, depth }, i) => (
          <g key={place.id} transform={`translate(${i * 42 + 8} 0)`}>
            <rect
              className={place.fill_in - depth > field.pack.fill.constants.short_in ? "pin shortpin" : "pin"}
              x={10}
              width={8}
              y={y(depth)}
              height={100 - y(depth)}
            />
            <line className="fillline" x1={0} x2={30} y1={y(place.fill_in)} y2={y(place.fill_in)} />
            <text x={14} y={Math.min(y(depth), y(place.fill_in)) - 4}>
              {eighths(depth)}
            </text>
            <text className="name" x={14} y={116}>
              {place.marker !== null ? `m${place.marker}` : `p${place.id.split(":").at(-1)}`}
            </text>
          </g>
        ))}
      </svg>
    </figure>
  );
}

/** Where the place is: its section in outline with a dot. */
function Where({ field, place }: { field: Field; place: Place }) {
  const floor = field.pack.floor.find((one) => one.section === place.section);
  if (!floor) return null;
  const xs = floor.outline_ft.map(([x]) => x);
  const ys = floor.outline_ft.map(([, y]) => y);
  const [left, right, low, high] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const size = Math.max(right - left, high - low) / 60;
  const points = floor.outline_ft.map(([x, y]) => `${x},${high + low - y}`).join(" ");
  return (
    <figure className="card where">
      <svg
        viewBox={`${left - size} ${low - size} ${right - left + 2 * size} ${high - low + 2 * size}`}
        role="img"
        aria-label={`Where ${nameOf(place)} is`}
      >
        <polygon className="outline" points={points} strokeWidth={size / 2} />
        {floor.bands.flatMap((band) =>
          band.rings_ft.map((ring) => (
            <polygon
              key={`${band.number} ${ring[0]}`}
              className="ring"
              strokeWidth={size / 4}
              points={ring.map(([x, y]) => `${x},${high + low - y}`).join(" ")}
            />
          )),
        )}
        <circle className="here" cx={place.at_ft[0]} cy={high + low - place.at_ft[1]} r={size * 1.6} />
      </svg>
      <figcaption className="soft">
        {fixed(place.at_ft[0] - left)} ft from the west end, {fixed(place.at_ft[1] - low)} ft from the south
      </figcaption>
    </figure>
  );
}

function Core({ field, place }: { field: Field; place: Place }) {
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState({ diameter: "", depth: "", weight: "" });
  const numbers = [typed.diameter, typed.depth, typed.weight].map((text) => Number(text.replace(",", ".")));
  const [diameter, depth, weight] = numbers as [number, number, number];
  const sound = diameter > 0 && diameter <= 24 && depth > 0 && depth <= 150 && weight > 0 && weight <= 1000;
  if (!open)
    return (
      <button type="button" onClick={() => setOpen(true)}>
        A core …
      </button>
    );
  return (
    <div className="card">
      {(
        [
          ["diameter", "Inner diameter of the tube, in"],
          ["depth", "Depth of the fill there, in"],
          ["weight", "Weight of what was in it, oz"],
        ] as const
      ).map(([name, label]) => (
        <label className="field" key={name}>
          {label}
          <input
            inputMode="decimal"
            value={typed[name]}
            onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
          />
        </label>
      ))}
      {!sound && (typed.diameter || typed.depth || typed.weight) && (
        <p className="soft">diameter to 24 in, depth to 150 in, weight to 1,000 oz, each over 0</p>
      )}
      <button
        type="button"
        className="main"
        disabled={!sound}
        onClick={() =>
          void field
            .say("core", {
              section: place.section,
              diameter_in: diameter,
              depth_in: depth,
              weight_oz: weight,
              at_ft: place.at_ft,
            })
            .then(
              () => {
                setTyped({ diameter: "", depth: "", weight: "" });
                setOpen(false);
              },
              () => {},
            )
        }
      >
        Keep this core
      </button>
    </div>
  );
}
