import { Checkbox } from "@mantine/core";
import type { Book } from "../../api/types";
import { NumberField } from "../../inputs/NumberField";
import { useDocument, useView } from "../../state/context";

type Preparation = NonNullable<Book["preparation"]>;
type Rates = NonNullable<Preparation["rates"]>;

const LENGTHS = [8, 10, 12, 14, 16, 18, 20] as const;

/** What each rate of preparation is of; its start value is the core's. */
const RATES: readonly [keyof Rates, string, string][] = [
  ["chase_hours", "Chase or drop soffit, each", "h"],
  ["chase_hours_per_ft2_over_4", "more for each ft² over 4", "h"],
  ["relay_ft2_per_hour", "Re-laying", "ft²/h"],
  ["plates_ft_per_hour", "Top plates", "ft/h"],
  ["holes_per_hour", "Holes", "an hour"],
  ["box_hours", "Ceiling box", "h"],
  ["boot_hours", "Duct boot", "h"],
  ["fan_housing_hours", "Fan housing", "h"],
  ["light_as_it_is_hours", "Light as it is", "h"],
  ["light_cover_hours", "Light cover", "h"],
  ["light_box_hours", "Light box", "h"],
  ["flue_hours", "Flue or chimney", "h"],
  ["fan_duct_hours", "Fan to outdoors", "h"],
  ["duct_seal_ft_per_hour", "Duct sealed", "ft/h"],
  ["duct_box_ft_per_hour", "Duct boxed", "ft/h"],
  ["hatch_hours", "Hatch, curb and lid", "h"],
  ["stair_hours", "Stair cover", "h"],
  ["platform_hours_per_ft2", "Platform, each ft²", "h"],
  ["dam_ft_per_hour", "Dam", "ft/h"],
  ["blocking_per_hour", "Bays closed", "an hour"],
  ["knee_wall_ft2_per_hour", "Knee wall backed", "ft²/h"],
  ["markers_per_hour", "Markers", "an hour"],
  ["map_hours", "Map of what lies under", "h"],
  ["photos_hours", "Photos", "h"],
  ["pipe_ft_per_hour", "Pipe sleeved", "ft/h"],
  ["screen_hours", "Animal screen", "h"],
  ["alarm_hours", "Carbon monoxide alarm", "h"],
  ["combustion_air_hours", "Combustion-air collar", "h"],
  ["radiant_barrier_ft2_per_hour", "Radiant barrier", "ft²/h"],
];

/** Prices of what preparation is done with, by container, and how long it takes. */
export function PreparationBook({ currency }: { currency: string }) {
  const { document, job } = useDocument();
  const { lists } = useView();
  const own = document.book?.preparation;
  const start = lists.book.preparation;
  const edit = (change: Partial<Preparation>) =>
    job.edit("the price book", (d) => {
      d.book = { ...d.book, preparation: { ...d.book?.preparation, ...change } };
    });
  const bought = own?.lumber_ft ?? start?.lumber_ft ?? [];
  return (
    <>
      <details className="chart">
        <summary>Prices of preparation, by container</summary>
        <div className="pair">
          {Object.entries(lists.preparation_materials).map(([name, material]) => (
            <NumberField
              key={name}
              label={`${material.title}, ${material.container}`}
              unit={currency}
              path={`book.preparation.prices.${name}`}
              value={own?.prices?.[name as "caulk"] ?? start?.prices?.[name as "caulk"]}
              least={0}
              most={100_000}
              onValue={(v) => edit({ prices: { ...own?.prices, [name]: v ?? 0 } })}
            />
          ))}
        </div>
        <fieldset className="lengths" data-field="book.preparation.lumber_ft">
          <legend>Lengths of lumber that are bought, ft</legend>
          {LENGTHS.map((length) => (
            <Checkbox
              key={length}
              label={length}
              checked={bought.includes(length)}
              onChange={(event) =>
                edit({
                  lumber_ft: LENGTHS.filter((one) => (one === length ? event.target.checked : bought.includes(one))),
                })
              }
            />
          ))}
        </fieldset>
      </details>
      <details className="chart">
        <summary>Rates of preparation, start values by judgement</summary>
        <div className="pair">
          {RATES.map(([name, label, unit]) => (
            <NumberField
              key={name}
              label={label}
              unit={unit}
              path={`book.preparation.rates.${name}`}
              value={own?.rates?.[name] ?? start?.rates?.[name]}
              least={unit === "h" ? 0 : 0.01}
              most={unit === "h" ? 1000 : 100_000}
              onValue={(v) => edit({ rates: { ...own?.rates, [name]: v ?? 0 } })}
            />
          ))}
        </div>
      </details>
    </>
  );
}
