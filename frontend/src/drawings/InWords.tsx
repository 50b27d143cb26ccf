import { Table } from "@mantine/core";
import { type ReactNode, useState } from "react";
import { usePlanned, useSections, useView } from "../state/context";
import { fixed, useUnits } from "../ui/units";

/** A drawing as a table. Its rows are made once somebody opens it. */
function InWords({ what, rows: Rows }: { what: string; rows: () => ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <details className="words" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>in words</summary>
      {open ? (
        <Table aria-label={`${what} in words`} withRowBorders={false}>
          <Table.Tbody>
            <Rows />
          </Table.Tbody>
        </Table>
      ) : null}
    </details>
  );
}

function Row({ name, children }: { name: string; children: ReactNode }) {
  return (
    <Table.Tr>
      <Table.Th scope="row">{name}</Table.Th>
      <Table.Td>{children}</Table.Td>
    </Table.Tr>
  );
}

/** What the Floor shows, as a table. */
export const FloorWords = () => <InWords what="Floor" rows={FloorRows} />;

function FloorRows() {
  const { section } = useSections();
  const { drawing, sectionPlan } = usePlanned();
  const { lists } = useView();
  const units = useUnits();
  const drawn = drawing?.sections.find((s) => s.id === section.id);
  if (!drawn) return null;
  const say = ({ value, unit }: { value: string; unit: string }) => `${value} ${unit}`;
  return (
    <>
      {drawn.edges.map((edge) => {
        const eave = sectionPlan?.eaves?.find((e) => e.edge === edge.index);
        return (
          <Row key={edge.index} name={`${edge.side} wall`}>
            {say(units.length(edge.length_ft))}
            {edge.kind === "eave" || edge.kind === "gable" ? "" : `, ${edge.kind.replaceAll("_", " ")}`}
            {eave ? `, eave${eave.bays ? `, ${eave.bays} bays, ${eave.baffles ?? "?"} with baffles` : ""}` : ""}
          </Row>
        );
      })}
      {drawn.keep_outs.map((kept) => (
        <Row key={`${kept.name}${kept.corners_ft[0]}`} name={kept.name.replaceAll("_", " ")}>
          kept clear at {kept.corners_ft[0]?.map((v) => fixed(v, 1)).join(", ")} to{" "}
          {kept.corners_ft[2]?.map((v) => fixed(v, 1)).join(", ")} ft
        </Row>
      ))}
      {section.features
        ?.filter((f) => f.at_ft)
        .map((f, i) => (
          <Row key={f.id ?? String(i)} name={lists.features[f.kind]?.title ?? f.kind.replaceAll("_", " ")}>
            at {f.at_ft?.map((v) => fixed(v, 1)).join(", ")} ft
          </Row>
        ))}
      {section.readings?.length ? (
        <Row name="readings">
          {section.readings
            .map(
              (r) =>
                `${say(units.depth(r.depth_in))}${r.at_ft ? ` at ${r.at_ft.map((v) => fixed(v, 1)).join(", ")} ft` : ""}`,
            )
            .join("; ")}
        </Row>
      ) : null}
      {drawn.heights.length ? (
        <Row name="room under the roof">
          lines at {[...new Set(drawn.heights.map((h) => say(units.depth(h.room_in))))].join(", ")}
        </Row>
      ) : null}
      <Row name="depth markers">{drawn.markers_ft.map(([x, y]) => `${fixed(x, 1)}, ${fixed(y, 1)} ft`).join("; ")}</Row>
      {drawn.grid?.depth_range_in ? (
        <Row name="insulation">
          {say(units.depth(drawn.grid.depth_range_in[0]))} where thinnest,{" "}
          {say(units.depth(drawn.grid.depth_range_in[1]))} where full
        </Row>
      ) : null}
    </>
  );
}

/** What the Cut shows, as a table. */
export const CutWords = () => <InWords what="Cut" rows={CutRows} />;

function CutRows() {
  const { drawing, sectionPlan, corners } = usePlanned();
  const { stepId } = useView();
  const units = useUnits();
  const cut = drawing?.cut;
  if (!cut) return null;
  const depth = (value: number | null | undefined) => {
    if (value === null || value === undefined) return "not known yet";
    const { value: text, unit } = units.depth(value);
    return `${text} ${unit}`;
  };
  return (
    <>
      <Row name="old fill">{depth(cut.old_in)}</Row>
      <Row name="new fill">
        {depth(cut.installed_in)}, settles to {depth(cut.settled_in)}
      </Row>
      <Row name="fill line">{depth(cut.fill_line_in)} from the ceiling</Row>
      {cut.ends.map((end, i) => {
        const eave = sectionPlan?.eaves?.find((e) => e.edge === end.edge);
        return (
          <Row key={end.s_in} name={`${"AB"[i]}, ${end.side} ${end.eave ? "eave" : "wall"}`}>
            {end.eave
              ? `heel ${depth(end.eave.heel_in)}, ${end.eave.pitch_in_12} in 12, ${depth(eave?.depth_at_plate_in)} over the plate, full depth at ${depth(eave?.full_depth_at_in)}`
              : "no eave, the fill runs out at full depth"}
          </Row>
        );
      })}
      {stepId === "eaves"
        ? cut.ends.map((end, i) => {
            const corner = corners.answer?.corners.find((c) => c.section === cut.section && c.edges.includes(end.edge));
            const state = corner?.states.find((s) => s.state === corner.after);
            return state ? (
              <Row key={`corner ${end.s_in}`} name={`${"AB"[i]}, corner`}>
                coldest inside {units.temperature(state.coldest_f)}, {depth(state.coldest_at_in[0])} in from the plate's
                edge; lines of equal temperature at{" "}
                {[...new Set(state.isotherms.map((line) => units.temperature(line.temperature_f)))].join(", ")}
              </Row>
            ) : null;
          })
        : null}
    </>
  );
}
