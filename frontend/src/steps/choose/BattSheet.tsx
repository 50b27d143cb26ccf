import type { DrawnSection, SectionPlan } from "../../api/types";
import { headed } from "../../drawings/rack/shelves";
import { useDocument, usePlanned, useView } from "../../state/context";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";
import { fixed, useUnits } from "../../ui/units";

const PLACES: Record<string, string> = {
  between: "between the joists",
  across: "across the joists",
  bays: "in the bays",
};

/** The batts of this section: layers, pieces, bundles, waste against the bound, the cut list by course. */
export function BattSheet() {
  const { document, section, job } = useDocument();
  const { sectionPlan, plan, drawing } = usePlanned();
  const { tool, setTool } = useView();
  const drawn = drawing?.sections.find((s) => s.id === section.id);
  const units = useUnits();
  const layers = sectionPlan?.batts ?? [];
  const choice = document.choice?.[section.id];
  const named = (id: string) => document.products?.find((p) => p.id === id)?.name ?? id;
  if (!layers.length) {
    return (
      <Part title="Batts">
        <p className="answer">
          No batts are chosen for {section.name ?? "this section"}. Pick a core with batts, or a batt method under fill.
        </p>
      </Part>
    );
  }
  const across = layers.filter((layer) => layer.place === "across").length;
  const inches = (value: number) => `${units.depth(value).value} ${units.depth(0).unit}`;
  const numbered = layers.map((layer, i) => ({ layer, id: `layer ${i + 1}` }));
  return (
    <>
      <Part title="Layers" aside="from the ceiling up">
        {across ? (
          <Pick
            label="Layers across the joists"
            value={choice?.layers ? String(choice.layers) : "target"}
            options={[
              { value: "target", label: "by the target" },
              { value: "1", label: "1" },
              { value: "2", label: "2" },
              { value: "3", label: "3" },
            ]}
            onValue={(value) =>
              job.edit("the layers", (d) => {
                const mine = d.choice?.[section.id];
                if (!mine) return;
                if (value === "target") delete mine.layers;
                else mine.layers = Number(value);
              })
            }
          />
        ) : null}
        <table className="cut-list" aria-label="Layers of batts">
          <thead>
            <tr>
              <th scope="col">layer</th>
              <th scope="col">pieces</th>
              <th scope="col">cuts</th>
              <th scope="col">slits</th>
              <th scope="col">waste</th>
            </tr>
          </thead>
          <tbody>
            {numbered.map(({ layer, id }) => (
              <tr key={id}>
                <td>
                  {named(layer.product)} {PLACES[layer.place]}, {inches(layer.thickness_in)}
                </td>
                <td>{layer.pieces}</td>
                <td>{layer.cuts}</td>
                <td>{layer.splits}</td>
                <td>{fixed(layer.waste * 100, 1)} %</td>
              </tr>
            ))}
          </tbody>
        </table>
        {numbered.map(({ layer, id }) => (
          <p className="note" key={id}>
            {headed(PLACES[layer.place] ?? layer.place)}: no layout needs fewer than {layer.least} pieces for{" "}
            {units.area(layer.covered_ft2).value} {units.area(0).unit}; this one takes {layer.pieces}. Offcuts left
            over: {units.area(layer.offcuts_ft2).value} {units.area(0).unit}
            {layer.scraps_ft2 > 0.05
              ? `; slivers of ${units.metric ? units.area(layer.scraps_ft2).value : fixed(layer.scraps_ft2, 1)} ${units.area(0).unit} are packed with them`
              : ""}
            .
          </p>
        ))}
        {plan?.order
          .filter((line) => line.unit === "bundles" && layers.some((layer) => layer.product === line.product))
          .map((line) => (
            <p className="answer" key={line.product}>
              {named(line.product)}: {line.pieces} pieces, <b>{line.bags_order} bundles</b> with spare, for the whole
              attic.
            </p>
          ))}
      </Part>
      {layers.some((layer) => layer.place === "bays") ? null : (
        <Part title="Laying order" aside="numbers on the Floor">
          {layers.length > 1 ? (
            <Pick
              label="Layer on the Floor"
              value={tool.kind === "pieces" ? String(tool.layer) : null}
              options={layers.map((layer, i) => ({ value: String(i), label: `${i + 1}, ${layer.place}` }))}
              onValue={(value) => setTool({ kind: "pieces", layer: Number(value) })}
            />
          ) : null}
          <p className="answer">
            Far end first, back to the way in; the first layer whole, then the next. Pieces drawn in green are cut.
            Split round wires, one slit round a post, keep off the deck at the eave.
          </p>
        </Part>
      )}
      {numbered
        .filter(({ layer }) => layer.courses.length)
        .map(({ layer, id }) => (
          <CutList
            key={id}
            title={`Cut list, ${PLACES[layer.place]}`}
            layer={layer}
            pieces={drawn?.batts[layers.indexOf(layer)]?.pieces ?? []}
          />
        ))}
    </>
  );
}

type DrawnPiece = DrawnSection["batts"][number]["pieces"][number];
type Layer = NonNullable<SectionPlan["batts"]>[number];

function CutList({ title, layer, pieces }: { title: string; layer: Layer; pieces: readonly DrawnPiece[] }) {
  const units = useUnits();
  const inches = (value: number) => units.depth(value).value;
  const numbers = (course: number) => {
    const orders = pieces.filter((piece) => piece.course === course).map((piece) => piece.order);
    return orders.length ? `${Math.min(...orders)}–${Math.max(...orders)}` : "";
  };
  return (
    <Part title={title} aside={units.depth(0).unit}>
      <table className="cut-list" aria-label={title}>
        <thead>
          <tr>
            <th scope="col">course</th>
            <th scope="col">pieces</th>
            <th scope="col">whole</th>
            <th scope="col">cuts, long × wide</th>
          </tr>
        </thead>
        <tbody>
          {layer.courses.map((course) => (
            <tr key={course.number}>
              <td>{course.number}</td>
              <td>{numbers(course.number)}</td>
              <td>{course.whole}</td>
              <td>{course.cuts.map(([long, wide]) => `${inches(long)} × ${inches(wide)}`).join(", ") || "none"}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Part>
  );
}
