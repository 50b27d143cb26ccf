import { Button, Select } from "@mantine/core";
import type { FeatureDocument, FeatureKind } from "../../api/types";
import { newId } from "../../document/outline";
import { sectionOf } from "../../document/sections";
import { SignIcon } from "../../drawings/floor/symbols";
import { FieldFlags } from "../../inputs/FieldFlags";
import { MeasureField } from "../../inputs/MeasureField";
import { NumberField } from "../../inputs/NumberField";
import { PlaceFields } from "../../inputs/PlaceFields";
import { useDocument, useView } from "../../state/context";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";
import { TextField } from "../../ui/TextField";
import { fixed } from "../../ui/units";
import { CsvFile } from "./CsvFile";

const GROUPS = ["electrical", "heating", "plumbing", "openings", "floor", "walls"];
const SAME = new Set(["plumbing_stack", "hatch"]);

/** What stands in the attic: pick a sign and tap where it stands, or just count it. */
export function FeaturesSheet() {
  const { section, sectionIndex, editSection } = useDocument();
  const { lists, tool, setTool, picked, pick, narrow } = useView();
  const features = section.features ?? [];
  const placing = tool.kind === "features" ? tool.place : null;
  const chosen = features.findIndex((f, i) => picked?.kind === "feature" && (f.id ?? String(i)) === picked.id);
  const kinds = Object.entries(lists.features).filter(([kind]) => !SAME.has(kind));
  const title = (kind: string) => lists.features[kind]?.title ?? kind.replaceAll("_", " ");
  return (
    <>
      <Part
        title="What stands in it"
        at={`sections[${sectionIndex}].features`}
        aside={features.length ? `${features.length} on record` : undefined}
      >
        <p className="note">
          {placing
            ? `Tap the floor where a ${title(placing).toLowerCase()} stands, as often as there are any.`
            : "Pick a sign, then tap the floor; or count what needs no place."}
        </p>
        {GROUPS.map((group) => (
          <div key={group} className="signs" role="group" aria-label={group}>
            {kinds
              .filter(([, about]) => about.group === group)
              .map(([kind, about]) => (
                <button
                  key={kind}
                  type="button"
                  className="sign-button"
                  aria-pressed={placing === kind}
                  onClick={() => setTool({ kind: "features", place: placing === kind ? null : kind })}
                >
                  <SignIcon kind={kind} /> {about.title}
                </button>
              ))}
          </div>
        ))}
        {placing ? (
          <Button
            variant="default"
            size="xs"
            onClick={() => {
              const id = newId();
              editSection("counting", (s) => {
                s.features = [...(s.features ?? []), { id, kind: placing, count: 1 } as FeatureDocument];
              });
              pick({ kind: "feature", id });
            }}
          >
            Just count: {title(placing).toLowerCase()}
          </Button>
        ) : null}
      </Part>
      {chosen >= 0 && !narrow ? (
        <Feature key={chosen} feature={features[chosen] as FeatureDocument} index={chosen} />
      ) : null}
      <FieldFlags path={`sections[${sectionIndex}].features`} />
      <Part title="On record">
        {features.length === 0 ? <p className="note">Nothing yet.</p> : null}
        <ul className="feature-list">
          {features.map((feature, i) => {
            const id = feature.id ?? String(i);
            return (
              <li key={id}>
                <button
                  type="button"
                  className={i === chosen ? "chosen" : undefined}
                  onClick={() => pick({ kind: "feature", id })}
                >
                  <SignIcon kind={feature.kind} /> {title(feature.kind)}
                  <small>
                    {feature.at_ft
                      ? ` at ${feature.at_ft.map((v) => fixed(v, 1)).join(", ")} ft`
                      : ` × ${feature.count ?? 1}`}
                  </small>
                </button>
              </li>
            );
          })}
        </ul>
        <CsvFile
          what="features"
          onItems={(items) =>
            editSection("features from a file", (_, job) => {
              for (const { section: id, ...feature } of items) {
                const owner = sectionOf(job, id);
                if (owner) owner.features = [...(owner.features ?? []), feature as never];
              }
            })
          }
        />
      </Part>
    </>
  );
}

const RATINGS = [
  { value: "ic", label: "IC" },
  { value: "non_ic", label: "non-IC" },
  { value: "unknown", label: "not known" },
];
const BLOWS = [
  { value: "outdoors", label: "outdoors" },
  { value: "attic", label: "into the attic" },
  { value: "soffit", label: "into the soffit" },
  { value: "unknown", label: "not known" },
];
const yes = (value: boolean | null | undefined) =>
  value === null || value === undefined ? null : value ? "yes" : "no";

/** One feature: what has to be known of its kind, its size, its place or its number. */
export function Feature({ feature, index }: { feature: FeatureDocument; index: number }) {
  const { section, sectionIndex, editSection } = useDocument();
  const { lists, pick } = useView();
  const about: FeatureKind | undefined = lists.features[feature.kind];
  const title = about?.title ?? feature.kind.replaceAll("_", " ");
  const path = `sections[${sectionIndex}].features[${index}]`;
  const asks = new Set(about?.asks);
  const set = (change: Partial<FeatureDocument>) =>
    editSection(`the ${title.toLowerCase()}`, (s) => {
      if (s.features?.[index]) Object.assign(s.features[index], change);
    });
  const usual = about?.usual_in ?? [null, null];
  const [wide, long] = feature.size_in ?? [null, null];
  return (
    <Part title={title} at={path} aside={feature.at_ft ? undefined : "counted"}>
      {asks.has("rating") ? (
        <Pick
          label="May insulation touch it?"
          value={feature.rating}
          options={RATINGS}
          onValue={(rating) => set({ rating: rating as FeatureDocument["rating"] })}
        />
      ) : null}
      {asks.has("blows_to") ? (
        <Pick
          label="It blows"
          at={`${path}.blows_to`}
          value={feature.blows_to}
          options={BLOWS}
          onValue={(to) => set({ blows_to: to as FeatureDocument["blows_to"] })}
        />
      ) : null}
      {asks.has("flue") ? (
        <Select
          size="sm"
          label="Kind of flue"
          placeholder="read its label"
          data={Object.entries(lists.flues).map(([value, label]) => ({ value, label }))}
          value={feature.flue ?? null}
          onChange={(flue) => set({ flue: flue as FeatureDocument["flue"] })}
        />
      ) : null}
      {asks.has("shielded") ? (
        <Pick
          label="Shield against fill"
          value={yes(feature.shielded)}
          options={[
            { value: "yes", label: "fitted" },
            { value: "no", label: "none" },
          ]}
          onValue={(value) => set({ shielded: value === "yes" })}
        />
      ) : null}
      {asks.has("clearance_in") ? (
        <MeasureField
          label="Listed clearance"
          hint="empty: the usual for its kind"
          kind="in"
          path={`${path}.clearance_in`}
          value={feature.clearance_in}
          most={48}
          onValue={(clearance_in) => set({ clearance_in })}
        />
      ) : null}
      {asks.has("filled_under") ? (
        <Pick
          label="Under it"
          value={yes(feature.filled_under)}
          options={[
            { value: "yes", label: "gets filled" },
            { value: "no", label: "stays empty" },
          ]}
          onValue={(value) => set({ filled_under: value === "yes" })}
        />
      ) : null}
      {asks.has("deck_in") ? (
        <MeasureField
          label="Thickness of its boards"
          hint="empty: ¾ in"
          kind="in"
          path={`${path}.deck_in`}
          value={feature.deck_in}
          least={0.25}
          most={6}
          onEmpty={() => set({ deck_in: null })}
          onValue={(deck_in) => set({ deck_in })}
        />
      ) : null}
      {asks.has("lid_r") ? (
        <NumberField
          label="R of its lid"
          path={`${path}.lid_r`}
          value={feature.lid_r}
          least={0}
          most={100}
          mayBeEmpty
          hint="empty: a bare wood panel"
          onValue={(lid_r) => set({ lid_r })}
        />
      ) : null}
      {asks.has("duct_r") ? (
        <NumberField
          label="Insulation on the duct, R"
          path={`${path}.duct_r`}
          value={feature.duct_r}
          least={0}
          most={50}
          mayBeEmpty
          onValue={(duct_r) => set({ duct_r })}
        />
      ) : null}
      {about?.shape !== "run" || feature.kind === "walkway" ? (
        <div className="pair">
          <MeasureField
            label="Size"
            hint={usual[0] && !wide ? `usual ${usual[0]}` : undefined}
            kind="in"
            path={`${path}.size_in`}
            value={wide}
            least={0.5}
            most={2000}
            onValue={(v) => set({ size_in: [v, long ?? v] })}
          />
          <MeasureField
            label="by"
            kind="in"
            path={`${path}.size_in`}
            value={long}
            least={0.5}
            most={2000}
            onValue={(v) => set({ size_in: [wide ?? v, v] })}
          />
        </div>
      ) : null}
      {feature.at_ft ? (
        <>
          <PlaceFields at={feature.at_ft} path={`${path}.at_ft`} onPlace={(at_ft) => set({ at_ft })} />
          {about?.shape === "run" ? (
            <PlaceFields
              at={feature.to_ft}
              path={`${path}.to_ft`}
              labels={["Far end, east", "Far end, north"]}
              onPlace={(to_ft) => set({ to_ft })}
            />
          ) : null}
        </>
      ) : (
        <NumberField
          label="How many"
          path={`${path}.count`}
          value={feature.count ?? 1}
          least={0}
          most={1000}
          whole
          onValue={(count) => set({ count: count ?? 1 })}
        />
      )}
      <TextField label="Note" value={feature.note} onValue={(note) => set({ note })} />
      <div className="row">
        {feature.at_ft ? null : (
          <Button
            variant="default"
            size="xs"
            onClick={() => {
              const xs = section.outline_ft.map((p) => p[0]);
              const ys = section.outline_ft.map((p) => p[1]);
              const middle = (v: number[]) => (Math.min(...v) + Math.max(...v)) / 2;
              set({ at_ft: [middle(xs), middle(ys)], count: null });
            }}
          >
            Give it a place
          </Button>
        )}
        <Button
          variant="default"
          size="xs"
          onClick={() => {
            editSection(`taking the ${title.toLowerCase()} away`, (s) => void s.features?.splice(index, 1));
            pick(null);
          }}
        >
          Take it away
        </Button>
      </div>
    </Part>
  );
}
