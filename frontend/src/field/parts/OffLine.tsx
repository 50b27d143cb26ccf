import { useState } from "react";
import type { ProductTold } from "../run";
import { clock } from "../time";
import type { Field } from "../useField";
import { Steps } from "./Steps";

/** What to look at when the run is off line, in order; and the machine’s settings, noted. */
export function OffLine({ field, told }: { field: Field; told: ProductTold }) {
  const off = told.said === "light" || told.said === "heavy";
  const { causes, settings } = field.run.walked;
  const worst = field.pack.fill.bands
    .filter((band) => band.product === told.product && field.run.walked.bands.get(band.number)?.done)
    .map((band) => ({
      band,
      off: Math.abs((field.run.walked.bands.get(band.number)?.inAttic ?? band.bags) / band.bags - 1),
    }))
    .sort((a, b) => b.off - a.off)[0];
  return (
    <>
      {off && (
        <div className="card">
          <b>Off line: look at these, in this order</b>
          {worst && <p className="soft">Farthest off: band {worst.band.number}.</p>}
          {field.pack.causes.map((cause, i) => {
            const at = causes.get(cause.key);
            return (
              <div className="row" key={cause.key}>
                <span className="grow">
                  <b>
                    {i + 1} {cause.title}
                  </b>
                  <span>{cause.look_at}</span>
                  {at && <span className="soft">looked at {clock(at)}</span>}
                </span>
                <button
                  type="button"
                  className="tick"
                  aria-pressed={at !== undefined}
                  aria-label={`${cause.title}: looked at`}
                  onClick={() => void field.say("cause.checked", { cause: cause.key }).catch(() => {})}
                >
                  {at ? "✓" : ""}
                </button>
              </div>
            );
          })}
        </div>
      )}
      <Settings field={field} settings={settings} />
    </>
  );
}

function Settings({ field, settings }: { field: Field; settings: Record<string, number> }) {
  const [open, setOpen] = useState(false);
  const [lot, setLot] = useState("");
  const told = ["speed", "gate", "air"].map((name) => `${name} ${settings[name] ?? "–"}`).join(" · ");
  const product = field.pack.fill.products.find((one) => one.id === field.run.walked.product);
  return (
    <div className="card">
      <button type="button" className="plain" aria-expanded={open} onClick={() => setOpen(!open)}>
        <b>Settings</b>
        <span>{told}</span>
      </button>
      {open && (
        <>
          {["speed", "gate", "air"].map((name) => (
            <Steps
              key={name}
              label={`${name}, 0 to 1`}
              button={`Note ${name}`}
              start={settings[name] ?? 0.5}
              steps={[-0.25, -0.125, 0.125, 0.25]}
              unit=""
              most={1}
              keep={(value) => field.say("setting", { [name]: value })}
            />
          ))}
          {product && (
            <div className="pair">
              <label className="field">
                New lot
                <input value={lot} maxLength={60} onChange={(event) => setLot(event.target.value)} />
              </label>
              <button
                type="button"
                disabled={!lot.trim()}
                onClick={() =>
                  void field.say("lot", { product: product.id, lot: lot.trim() }).then(
                    () => setLot(""),
                    () => {},
                  )
                }
              >
                Change of lot
              </button>
            </div>
          )}
        </>
      )}
    </div>
  );
}
