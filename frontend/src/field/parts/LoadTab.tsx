import { trimmed } from "../../ui/units";
import type { LoadLine } from "../pack";
import type { Field } from "../useField";
import { Steps } from "./Steps";

const short = (amount: number) => trimmed(amount, 2);

/** The truck, line by line: ticked as it goes on, counted back in at the end. */
export function LoadTab({ field }: { field: Field }) {
  const lines = field.pack.load;
  const on = lines.filter((line) => (field.marks.out.get(line.what) ?? 0) > 0).length;
  const places = [...new Set(lines.map((line) => line.place))];
  const anyDay = field.run.walked.days.length > 0;
  return (
    <>
      <h1>
        Load · {on} of {lines.length} on the truck
      </h1>
      {places.map((place) => (
        <section key={place}>
          <h2>{place}</h2>
          {lines
            .filter((line) => line.place === place)
            .map((line) => (
              <Line key={line.what} field={field} line={line} back={anyDay} />
            ))}
        </section>
      ))}
    </>
  );
}

function Line({ field, line, back }: { field: Field; line: LoadLine; back: boolean }) {
  const out = field.marks.out.get(line.what) ?? 0;
  const came = field.marks.back.get(line.what) ?? 0;
  const last = (kind: string) =>
    [...field.marks.moved].reverse().find((entry) => entry.kind === kind && entry.value.what === line.what);
  const [loaded, back_] = [last("load.out"), last("load.back")];
  const takeBack = (id: string) => void field.say("void", {}, { voids: id }).catch(() => {});
  const toggle = () => {
    if (out > 0 && loaded) takeBack(loaded.id);
    else void field.say("load.out", { what: line.what, amount: line.amount, unit: line.unit }).catch(() => {});
  };
  return (
    <div className="card">
      <div className="row">
        <span className="grow">
          <b>{line.title}</b>
          <span>
            {short(line.amount)} {line.unit}
            {came > 0 ? ` · ${short(came)} back` : ""}
          </span>
        </span>
        <button
          type="button"
          className="tick"
          aria-pressed={out > 0}
          aria-label={`${line.title}: on the truck`}
          onClick={toggle}
        >
          {out > 0 ? "✓" : ""}
        </button>
      </div>
      {back && out - came > 0 && (
        <Steps
          label={`Back from the truck: ${line.title}`}
          button="Came back"
          start={Math.max(0, out - came)}
          steps={[-10, -1, 1, 10]}
          unit={line.unit}
          most={out - came}
          keep={(amount) => field.say("load.back", { what: line.what, amount, unit: line.unit })}
        />
      )}
      {back_ && (
        <button type="button" onClick={() => takeBack(back_.id)}>
          undo: {short(back_.value.amount)} {line.unit} came back
        </button>
      )}
    </div>
  );
}
