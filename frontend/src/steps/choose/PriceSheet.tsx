import { Select } from "@mantine/core";
import type { Book } from "../../api/types";
import { money, perArea } from "../../drawings/rack/rows";
import { NumberField } from "../../inputs/NumberField";
import { useDocument, usePlanned, useView } from "../../state/context";
import { bookOf } from "../../state/starts";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";
import { fixed, useUnits } from "../../ui/units";
import { PRICES, RATES } from "./bookFields";
import { FirmBook } from "./FirmBook";
import { FirmOnPaper } from "./FirmOnPaper";
import { PreparationBook } from "./PreparationBook";

/** The price line by line, the saving, and the book of prices and rates behind them. */
export function PriceSheet() {
  const { document, job } = useDocument();
  const { plan } = usePlanned();
  const { lists } = useView();
  const { metric } = useUnits();
  const cost = plan?.cost;
  const saving = plan?.saving;
  const book = document.book;
  const kept = bookOf(lists, book);
  const currency = kept.currency;
  const edit = (change: Partial<Book>) =>
    job.edit("the price book", (d) => {
      d.book = { ...d.book, ...change };
    });
  const energy = book?.energy ?? {};
  /** For which products a price of the book serves: only for those without one of their own. */
  const servesSaid = (name: string) => {
    if (!/_per_(lb|ft2_r)$/.test(name) || name === "disposal_per_lb") return undefined;
    const served = cost?.lines.filter((line) => line.book_price === name).map((line) => line.what) ?? [];
    return served.length ? `serves ${served.join(", ")}` : "no product picked goes by it";
  };
  return (
    <>
      <Part title="Price" aside={cost ? money(cost.price, cost.currency) : "not known yet"}>
        {cost ? (
          <table className="cut-list cost-table" aria-label="Price line by line">
            <tbody>
              {cost.lines.map((line) => (
                <tr key={line.what}>
                  <th scope="row">{line.what}</th>
                  <td>
                    {Number.isInteger(line.amount) ? line.amount : fixed(line.amount, 1)} {line.unit} at {cost.currency}
                    {fixed(line.each, 2)}
                  </td>
                  <td>{money(line.total, cost.currency)}</td>
                </tr>
              ))}
              <tr>
                <th scope="row">Overhead</th>
                <td>{kept.overhead_pct} %</td>
                <td>{money(cost.overhead, cost.currency)}</td>
              </tr>
              <tr>
                <th scope="row">Margin</th>
                <td>{kept.margin_pct} % of the price</td>
                <td>{money(cost.margin, cost.currency)}</td>
              </tr>
              <tr className="sum">
                <th scope="row">Price</th>
                <td>
                  {cost.price_per_ft2 ? perArea(cost.price_per_ft2, cost.currency, metric) : ""}, {fixed(cost.hours, 1)}{" "}
                  h for the crew
                </td>
                <td>{money(cost.price, cost.currency)}</td>
              </tr>
            </tbody>
          </table>
        ) : (
          <p className="answer">Pick what goes into every section first; slopes and walls count too.</p>
        )}
        <p className="note">Preparation stands in it material by material; item by item it is in Prepare.</p>
      </Part>
      <Part title="Saving a year">
        {saving ? (
          <>
            <p className="answer">
              <b>
                {money(saving.low, currency)} to {money(saving.high, currency)}
              </b>
              {saving.payback_low_years
                ? `; paid back in ${fixed(saving.payback_low_years)} to ${fixed(saving.payback_high_years ?? 0)} years at today's prices.`
                : "."}
            </p>
            <p className="note">
              {saving.heating_degree_days.toLocaleString("en-US")} heating and{" "}
              {saving.cooling_degree_days.toLocaleString("en-US")} cooling degree-days, {saving.fuel} at {currency}
              {fixed(saving.heating_price, 2)} a {saving.fuel_unit}. A range, not a promise: weather, thermostat and
              house differ.
            </p>
          </>
        ) : (
          <p className="answer">Needs the climate zone and a fill.</p>
        )}
        <Select
          size="sm"
          label="Heated by"
          data={Object.entries(lists.fuels).map(([value, fuel]) => ({ value, label: fuel.title }))}
          value={energy.heating_fuel ?? "gas"}
          allowDeselect={false}
          onChange={(fuel) =>
            edit({ energy: { ...energy, heating_fuel: fuel as "gas", heating_price: null, heating_efficiency: null } })
          }
        />
        <div className="pair">
          <NumberField
            label={`Price of a ${lists.fuels[energy.heating_fuel ?? "gas"]?.unit ?? "unit"}`}
            unit={currency}
            path="book.energy.heating_price"
            value={energy.heating_price ?? lists.fuels[energy.heating_fuel ?? "gas"]?.price}
            least={0}
            most={1000}
            onValue={(v) => edit({ energy: { ...energy, heating_price: v } })}
          />
          <NumberField
            label="Efficiency or COP"
            path="book.energy.heating_efficiency"
            value={energy.heating_efficiency ?? lists.fuels[energy.heating_fuel ?? "gas"]?.efficiency}
            least={0.1}
            most={10}
            onValue={(v) => edit({ energy: { ...energy, heating_efficiency: v } })}
          />
          <NumberField
            label="Heating degree-days"
            unit="°F·d"
            path="book.energy.heating_degree_days"
            value={energy.heating_degree_days ?? saving?.heating_degree_days}
            least={0}
            most={30_000}
            mayBeEmpty
            onValue={(v) => edit({ energy: { ...energy, heating_degree_days: v } })}
          />
          <NumberField
            label="Cooling degree-days"
            unit="°F·d"
            path="book.energy.cooling_degree_days"
            value={energy.cooling_degree_days ?? saving?.cooling_degree_days}
            least={0}
            most={20_000}
            mayBeEmpty
            onValue={(v) => edit({ energy: { ...energy, cooling_degree_days: v } })}
          />
        </div>
      </Part>
      <FirmOnPaper />
      <Part title="Price book" aside="made-up start values">
        <FirmBook />
        <div className="pair">
          <NumberField
            label="Overhead"
            unit="%"
            path="book.overhead_pct"
            value={kept.overhead_pct}
            least={0}
            most={90}
            onValue={(v) => edit({ overhead_pct: v ?? 0 })}
          />
          <NumberField
            label="Margin, of the price"
            unit="%"
            path="book.margin_pct"
            value={kept.margin_pct}
            least={0}
            most={90}
            onValue={(v) => edit({ margin_pct: v ?? 0 })}
          />
        </div>
        <details className="chart">
          <summary>Prices of material and labor</summary>
          <div className="pair">
            {PRICES.map(({ name, label, value }) => (
              <NumberField
                key={name}
                label={label}
                unit={currency}
                hint={servesSaid(name)}
                path={`book.prices.${name}`}
                value={book?.prices?.[name] ?? value(lists.book)}
                least={0}
                most={100_000}
                onValue={(v) => edit({ prices: { ...book?.prices, [name]: v ?? 0 } })}
              />
            ))}
          </div>
        </details>
        <details className="chart">
          <summary>Rates of work, ± 40 %</summary>
          <Pick
            label="Machine"
            value={book?.rates?.machine ?? "truck"}
            options={[
              { value: "truck", label: "truck" },
              { value: "small", label: "small machine" },
            ]}
            onValue={(machine) => edit({ rates: { ...book?.rates, machine: machine as "truck" } })}
          />
          <div className="pair">
            {RATES.map(({ name, label, unit, value, whole }) => (
              <NumberField
                key={name}
                label={label}
                unit={unit}
                path={`book.rates.${name}`}
                value={(book?.rates?.[name] as number | undefined) ?? value(lists.book)}
                least={name === "minutes_per_cut" || name === "batts_among_wires_less_pct" ? 0 : whole ? 1 : 0.01}
                most={name === "crew" ? 20 : name === "batts_among_wires_less_pct" ? 90 : 100_000}
                whole={whole}
                onValue={(v) => edit({ rates: { ...book?.rates, [name]: v ?? 0 } })}
              />
            ))}
          </div>
        </details>
        <PreparationBook currency={currency} />
      </Part>
    </>
  );
}
