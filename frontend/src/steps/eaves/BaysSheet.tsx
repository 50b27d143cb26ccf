import type { JobDocument } from "../../api/types";
import { MeasureField } from "../../inputs/MeasureField";
import { NumberField } from "../../inputs/NumberField";
import { useDocument, usePlanned, useView } from "../../state/context";
import { useSettings } from "../../state/starts";
import { FigureButton } from "../../ui/FigureButton";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";
import { useUnits } from "../../ui/units";
import { GapSlider } from "./GapSlider";

type Settings = NonNullable<JobDocument["settings"]>;

/** Which bays get a baffle, of what, and what that comes to run by run. */
export function BaysSheet() {
  const { section, sectionIndex, job } = useDocument();
  const { sectionPlan, drawing, plan } = usePlanned();
  const { lists } = useView();
  const units = useUnits();
  const settings = useSettings();
  const set = (change: Partial<Settings>) =>
    job.edit("a setting", (d) => {
      d.settings = { ...d.settings, ...change };
    });
  const eaves = sectionPlan?.eaves ?? [];
  const side = (edge: number) => drawing?.sections.find((s) => s.id === section.id)?.edges[edge]?.side ?? "";
  const kind = settings.baffle_kind;
  const foam = kind === "rigid_foam";
  const startOf = (baffle: string) => lists.baffle_kinds[baffle]?.start_thickness_in ?? 0;
  const inches = (v: number) => `${units.depth(v).value} ${units.depth(v).unit}`;
  if (!(drawing?.sections ?? []).some((s) => s.runs.length))
    return (
      <p className="note">
        No wall of this attic is an eave: nothing tapers, and there are no baffles to fit. Set the roof in Measure.
      </p>
    );
  const count = (value: number | null | undefined) => (value === null || value === undefined ? "–" : String(value));
  return (
    <>
      <Part title="Which bays get a baffle" at={`sections[${sectionIndex}].edges`}>
        <Pick
          label="Rule"
          value={settings.baffle_rule}
          options={[
            { value: "every_bay", label: "every bay" },
            { value: "vented_bays", label: "vented bays" },
            { value: "alternate", label: "alternate" },
          ]}
          onValue={(baffle_rule) => set({ baffle_rule: baffle_rule as "every_bay" })}
        />
        {plan?.schools.length ? (
          <table className="cut-list schools" aria-label="What each rule comes to, whole job">
            <thead>
              <tr>
                <th scope="col">rule</th>
                <th scope="col">baffles</th>
                <th scope="col">bays without air</th>
                <th scope="col">plate to wind</th>
              </tr>
            </thead>
            <tbody>
              {plan.schools.map((school) => {
                const here = school.rule === settings.baffle_rule;
                return (
                  <tr key={school.rule} className={here ? "here" : undefined}>
                    <th scope="row">{school.title}</th>
                    <td>{count(school.baffles)}</td>
                    <td>{count(school.without_air)}</td>
                    <td>
                      {school.to_wind
                        ? `${units.length(school.to_wind_ft).value} ${units.length(school.to_wind_ft).unit}`
                        : "none"}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        ) : null}
        <p className="note">
          Every bay along a vented run is what recent model code asks. Vented bays only: the rest is closed. Alternate
          bays are seen in the field: half the plate stays open to the wind.
        </p>
      </Part>
      <Part title="Baffle" aside={`${inches(eaves[0]?.baffle_width_in ?? 0)} wide`}>
        <Pick
          label="Kind"
          value={kind}
          options={[
            { value: "thin_chute", label: "formed chute" },
            { value: "card", label: "card" },
            { value: "rigid_foam", label: "cut foam" },
          ]}
          onValue={(baffle_kind) =>
            set({
              baffle_kind: baffle_kind as "card",
              baffle_thickness_in: startOf(baffle_kind) ? settings.baffle_thickness_in || startOf(baffle_kind) : 0,
            })
          }
          note={lists.baffle_kinds[kind]?.about}
        />
        <GapSlider />
        {foam ? (
          <div className="pair">
            <MeasureField
              label="Foam thickness"
              kind="in"
              path="settings.baffle_thickness_in"
              value={settings.baffle_thickness_in}
              most={12}
              onValue={(v) => set({ baffle_thickness_in: v })}
            />
            <NumberField
              label="R per inch"
              path="settings.baffle_r_per_in"
              value={settings.baffle_r_per_in}
              least={0.5}
              most={10}
              hint="by its label"
              onValue={(v) => v !== null && set({ baffle_r_per_in: v })}
            />
          </div>
        ) : (
          <Pick
            label="Wind block"
            value={settings.wind_block}
            options={[
              { value: "integral", label: "bent from the baffle" },
              { value: "separate", label: "separate piece" },
            ]}
            onValue={(wind_block) => set({ wind_block: wind_block as "integral" })}
          />
        )}
        <div className="pair">
          <MeasureField
            label="Piece length"
            kind="in"
            path="settings.baffle_piece_in"
            value={settings.baffle_piece_in}
            least={12}
            most={120}
            hint={foam ? "pieces butt" : "2 in lap"}
            onValue={(v) => set({ baffle_piece_in: v })}
          />
          <NumberField
            label="Pieces a bay, at most"
            path="settings.baffle_pieces_most"
            value={settings.baffle_pieces_most ?? null}
            least={1}
            most={20}
            whole
            mayBeEmpty
            hint="empty: as it takes"
            onValue={(v) => set({ baffle_pieces_most: v })}
          />
        </div>
        <div className="pair">
          <MeasureField
            label="Width"
            kind="in"
            path="settings.baffle_width_in"
            value={settings.baffle_width_in}
            least={1}
            most={48}
            hint="empty: the bay's"
            onValue={(v) => set({ baffle_width_in: v })}
            onEmpty={() => set({ baffle_width_in: null })}
          />
          <NumberField
            label={foam ? "Screws a piece" : "Staples a piece"}
            path="settings.staples_per_piece"
            value={settings.staples_per_piece}
            least={0}
            most={100}
            whole
            onValue={(v) => v !== null && set({ staples_per_piece: v })}
          />
        </div>
      </Part>
      {plan?.foam ? (
        <Part title="Foam to cut" aside={`${plan.foam.sheets} sheet${plan.foam.sheets === 1 ? "" : "s"}, 4 × 8 ft`}>
          <ul className="may">
            {plan.foam.cuts.map((cut) => (
              <li key={`${cut.width_in} ${cut.length_in}`}>
                <b>{cut.count}</b> of {inches(cut.width_in)} × {inches(cut.length_in)},{" "}
                {inches(plan.foam?.thickness_in ?? 0)} thick
              </li>
            ))}
          </ul>
        </Part>
      ) : null}
      <Part title="Run by run">
        {eaves.map((eave) => (
          <table key={eave.edge} className="eave cut-list" aria-label={`${side(eave.edge)} eave`}>
            <caption>
              {side(eave.edge)} eave, {units.length(eave.run_ft).value} {units.length(eave.run_ft).unit}
            </caption>
            <tbody>
              {(
                [
                  [
                    "bays",
                    `${count(eave.bays)}${eave.blocked ? `, ${eave.blocked} blocked` : ""}${eave.obstructed ? `, ${eave.obstructed} obstructed` : ""}${eave.solid ? `, ${eave.solid} behind a solid soffit` : ""}`,
                    null,
                  ],
                  [
                    "baffles",
                    `${count(eave.baffles)}, ${count(eave.pieces)} pieces${eave.by_hand ? `, ${eave.by_hand} cut round by hand` : ""}`,
                    "baffles",
                  ],
                  [
                    "wind blocks",
                    eave.wind_blocks ? String(eave.wind_blocks) : eave.baffles ? "bent from the baffle" : "–",
                    null,
                  ],
                  ["batt plugs", count(eave.plugs), null],
                  [foam ? "screws" : "staples", count(eave.staples), null],
                  ["chute along the deck", length(eave.baffle_length_in, inches), "baffle_length_in"],
                  ["wind block high", length(eave.closed_leg_in, inches), null],
                ] as const
              ).map(([name, value, figure]) => (
                <tr key={name}>
                  <th scope="row">{name}</th>
                  <td>
                    <FigureButton
                      name={name}
                      figure={figure ? plan?.figures[`sections.${section.id}.eaves.${eave.edge}.${figure}`] : undefined}
                    >
                      {value}
                    </FigureButton>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        ))}
      </Part>
    </>
  );
}

const length = (value: number | null | undefined, say: (v: number) => string) =>
  value === null || value === undefined ? "–" : say(value);
