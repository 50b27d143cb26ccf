import { Button } from "@mantine/core";
import type { EdgeDocument } from "../../api/types";
import { MeasureField } from "../../inputs/MeasureField";
import { NumberField } from "../../inputs/NumberField";
import { useDocument, usePlanned, useSaveState, useView } from "../../state/context";
import { FigureButton } from "../../ui/FigureButton";
import { Part } from "../../ui/Part";
import { fixed, useUnits } from "../../ui/units";
import { HeelTests } from "../target/TargetScale";
import { useEave } from "./useEave";
import { perYear } from "./words";

/** Room over the plate at the eave that is cut: depth, R, what the thin strip costs, and the remedies side by side. */
export function PlateSheet() {
  const { section, sectionIndex, document, editSection } = useDocument();
  const { plan, corners } = usePlanned();
  const { act, lists } = useView();
  const save = useSaveState();
  const { eave, corner, side } = useEave();
  const units = useUnits();
  if (!eave) return <p className="note">No wall of this section is an eave: nothing tapers here.</p>;
  const inches = (v: number | null | undefined) =>
    v === null || v === undefined ? "–" : `${units.depth(v).value} ${units.depth(v).unit}`;
  const edge = section.edges[eave.edge] as EdgeDocument;
  const remedy = edge.remedy ?? null;
  const currency = document.book?.currency ?? "$";
  const at = `sections.${section.id}.eaves.${eave.edge}.`;
  const put = (change: EdgeDocument["remedy"], everywhere = false) =>
    editSection("a remedy at the eave", (s) => {
      for (const [i, one] of s.edges.entries())
        if (one.kind === "eave" && (everywhere || i === eave.edge)) one.remedy = change ? { ...change } : null;
    });
  const setHeel = (heel_in: number) =>
    editSection("the heel", (s) => {
      const mine = s.edges[eave.edge];
      // Up to the next eighth of an inch, so that the full depth stands.
      if (mine) Object.assign(mine, { heel_in: Math.ceil(heel_in * 8 - 1e-6) / 8, remedy: null });
    });
  const rows: [string, string, string | null][] = [
    ["room at its outer edge", inches(eave.depth_at_plate_in), "depth_at_plate_in"],
    [
      "R there",
      eave.r_at_plate === null || eave.r_at_plate === undefined ? "–" : units.r(eave.r_at_plate),
      "r_at_plate",
    ],
    [
      "in the mean over the plate",
      `${inches(eave.depth_over_plate_mean_in)}${eave.r_over_plate_mean ? `, ${units.r(eave.r_over_plate_mean)}` : ""}`,
      null,
    ],
    ["thin fill, from the plate in", inches(eave.full_depth_at_in), "full_depth_at_in"],
  ];
  return (
    <>
      <Part
        title={`Over the plate, ${side} eave`}
        at={`sections[${sectionIndex}].edges`}
        aside={eave.r_at_plate ? units.r(eave.r_at_plate) : undefined}
      >
        <table className="cut-list" aria-label="Room over the plate">
          <tbody>
            {rows.map(([name, value, figure]) => (
              <tr key={name}>
                <th scope="row">{name}</th>
                <td>
                  <FigureButton name={name} figure={figure ? plan?.figures[at + figure] : undefined}>
                    {value}
                  </FigureButton>
                </td>
              </tr>
            ))}
            {corner ? (
              <tr>
                <th scope="row">the edge costs a year, beyond full depth</th>
                <td>{perYear(corner.strip_btu, corner.strip_saving, currency, units)}</td>
              </tr>
            ) : null}
          </tbody>
        </table>
        <p className="note">
          {corner
            ? `Solved in two dimensions, over ${units.length(corner.run_ft).value} ${units.length(corner.run_ft).unit} of the ${corner.sides} eave${corner.edges.length > 1 ? "s, which are alike" : ""}.`
            : (corners.answer?.missing ?? []).join(" ")}
        </p>
      </Part>
      <Button
        variant="default"
        size="xs"
        disabled={save.kind !== "saved"}
        title={save.kind === "saved" ? undefined : "Waiting for the last edit to be saved"}
        onClick={() => act("detail")}
      >
        Eave detail, to scale (PDF)
      </Button>
      <HeelTests />
      {corner ? (
        <Part title="Remedies" aside={corners.busy ? "solving …" : "each against none"}>
          <table className="cut-list remedies" aria-label="Remedies side by side">
            <thead>
              <tr>
                <th scope="col">remedy</th>
                <th scope="col">at the plate</th>
                <th scope="col">saves a year</th>
                <th scope="col">coldest</th>
              </tr>
            </thead>
            <tbody>
              {corner.remedies.map((one) => (
                <tr key={one.kind} className={remedy?.kind === one.kind ? "here" : undefined}>
                  <th scope="row">
                    {one.possible && one.kind !== "raised_heel" ? (
                      <label className="remedy-pick">
                        <input
                          type="radio"
                          name="remedy"
                          checked={remedy?.kind === one.kind}
                          onChange={() => put({ kind: one.kind as "rigid_board" })}
                        />
                        <span>{one.title}</span>
                      </label>
                    ) : (
                      <>
                        {one.title}
                        {one.heel_in ? `, ${inches(one.heel_in)}` : ""}
                        {one.possible ? (
                          <button type="button" className="link" onClick={() => setHeel(one.heel_in ?? 0)}>
                            set it
                          </button>
                        ) : (
                          <span className="soft"> new work only</span>
                        )}
                      </>
                    )}
                  </th>
                  <td>{units.r(one.r_at_plate)}</td>
                  <td>
                    {perYear(one.saved_btu, one.saving ?? null, currency, units)}
                    {one.saved_share ? ` (${fixed(100 * one.saved_share, 1)} %)` : ""}
                  </td>
                  <td>{units.temperature(one.coldest_f)}</td>
                </tr>
              ))}
              <tr className={remedy ? undefined : "here"}>
                <th scope="row">
                  <label className="remedy-pick">
                    <input type="radio" name="remedy" checked={!remedy} onChange={() => put(null)} />
                    <span>none: baffle and wind block</span>
                  </label>
                </th>
                <td>{corner.remedies.length && !remedy && eave.r_at_plate ? units.r(eave.r_at_plate) : ""}</td>
                <td />
                <td>{units.temperature(corner.states.find((s) => s.state === "planned")?.coldest_f ?? 0)}</td>
              </tr>
            </tbody>
          </table>
          {remedy ? (
            <>
              <p className="note">
                {lists.remedies[remedy.kind]?.mind}{" "}
                {eave.remedy_ft3
                  ? `This run takes ${units.volume(eave.remedy_ft3).value} ${units.volume(eave.remedy_ft3).unit}, in the price as made-up start values.`
                  : ""}
              </p>
              <div className="pair">
                <NumberField
                  label="R per inch"
                  path={`sections[${sectionIndex}].edges[${eave.edge}].remedy.r_per_in`}
                  value={remedy.r_per_in ?? lists.remedies[remedy.kind]?.r_per_in}
                  least={0.5}
                  most={10}
                  hint="by its label"
                  onValue={(v) => put({ ...remedy, r_per_in: v })}
                />
                <MeasureField
                  label="How far in"
                  kind="in"
                  path={`sections[${sectionIndex}].edges[${eave.edge}].remedy.reach_in`}
                  value={remedy.reach_in ?? lists.remedies[remedy.kind]?.reach_in}
                  least={1}
                  most={120}
                  hint="from the plate's edge"
                  onValue={(v) => put({ ...remedy, reach_in: v })}
                />
              </div>
              <Button variant="default" size="xs" onClick={() => put(remedy, true)}>
                the same at every eave of this section
              </Button>
            </>
          ) : (
            <p className="note">
              In this order: baffle with wind block, denser material at the edge, board or foam over the plate, a raised
              heel where the roof is new.
            </p>
          )}
        </Part>
      ) : null}
    </>
  );
}
