import { Button } from "@mantine/core";
import { sectionOf } from "../../document/sections";
import { FieldFlags } from "../../inputs/FieldFlags";
import { MeasureField } from "../../inputs/MeasureField";
import { PlaceFields } from "../../inputs/PlaceFields";
import { useDocument, usePlanned, useView } from "../../state/context";
import { Part } from "../../ui/Part";
import { useUnits } from "../../ui/units";
import { CsvFile } from "./CsvFile";
import { WaitingReading } from "./WaitingReading";

/** Depth readings, tapped on the floor: their map, mean, spread and low spots, and those to look at again. */
export function ReadingsSheet() {
  const { section, sectionIndex, editSection } = useDocument();
  const { sectionPlan } = usePlanned();
  const { picked, pick, narrow } = useView();
  const units = useUnits();
  const readings = section.readings ?? [];
  const found = sectionPlan?.readings;
  const say = (inches: number) => `${units.depth(inches).value} ${units.depth(inches).unit}`;
  const at = `sections[${sectionIndex}].readings`;
  const chosen = readings.findIndex((r, i) => picked?.kind === "reading" && (r.id ?? String(i)) === picked.id);
  const low = new Set(found?.low);
  const odd = new Set(found?.outliers);
  return (
    <Part title="Depth readings" at={at} aside={readings.length ? String(readings.length) : undefined}>
      {readings.length === 0 ? (
        <p className="note">Tap the floor where you measured, from the ceiling to the top of the old fill.</p>
      ) : null}
      {found ? (
        <dl className="answer facts">
          <div>
            <dt>over the floor</dt>
            <dd>{say(found.map_mean_in ?? found.mean_in)}</dd>
          </div>
          <div>
            <dt>mean of readings</dt>
            <dd>{say(found.mean_in)}</dd>
          </div>
          {found.spread_in !== null && found.spread_in !== undefined ? (
            <div>
              <dt>spread (s)</dt>
              <dd>± {say(found.spread_in)}</dd>
            </div>
          ) : null}
          <div>
            <dt>low spots</dt>
            <dd>{found.low.length || "none"}</dd>
          </div>
        </dl>
      ) : null}
      {found ? <p className="note">Between readings: {found.method}.</p> : null}
      {narrow ? null : <WaitingReading />}
      {chosen >= 0 && !narrow ? <Reading index={chosen} key={chosen} /> : null}
      <FieldFlags path={at} />
      {readings.length ? (
        <ul className="reading-list" aria-label="Readings">
          {readings.map((reading, i) => {
            const id = reading.id ?? String(i);
            const word = odd.has(i) ? "odd" : low.has(i) ? "low" : "";
            return (
              <li key={id}>
                <button
                  type="button"
                  className={`${word}${i === chosen ? " chosen" : ""}`}
                  onClick={() => pick({ kind: "reading", id })}
                >
                  {units.depth(reading.depth_in).value}
                  {word ? <small> {word}</small> : null}
                </button>
              </li>
            );
          })}
        </ul>
      ) : null}
      <CsvFile
        what="readings"
        onItems={(items) =>
          editSection("readings from a file", (_, job) => {
            for (const { section: id, ...reading } of items) {
              const owner = sectionOf(job, id);
              if (owner) owner.readings = [...(owner.readings ?? []), reading as never];
            }
          })
        }
      />
      {readings.length > 1 ? (
        <Button
          variant="default"
          size="xs"
          onClick={() => {
            editSection("taking all readings away", (s) => {
              s.readings = [];
            });
            pick(null);
          }}
        >
          Take all away
        </Button>
      ) : null}
    </Part>
  );
}

/** One reading: its depth, its place, and whether an odd one is right. */
export function Reading({ index }: { index: number }) {
  const { section, sectionIndex, editSection } = useDocument();
  const { sectionPlan } = usePlanned();
  const { pick } = useView();
  const reading = section.readings?.[index];
  if (!reading) return null;
  const path = `sections[${sectionIndex}].readings[${index}]`;
  const set = (change: object) =>
    editSection("a reading", (s) => {
      if (s.readings?.[index]) Object.assign(s.readings[index], change);
    });
  const odd = sectionPlan?.readings?.outliers.includes(index);
  return (
    <div className="item" role="group" aria-label={`Reading ${index + 1}`}>
      <MeasureField
        label="Depth here"
        kind="in"
        path={`${path}.depth_in`}
        value={reading.depth_in}
        most={96}
        onValue={(depth_in) => set({ depth_in })}
      />
      <PlaceFields at={reading.at_ft} path={`${path}.at_ft`} onPlace={(at_ft) => set({ at_ft })} />
      <div className="row">
        {odd ? (
          <Button size="xs" onClick={() => set({ checked: true })}>
            It is right: drift
          </Button>
        ) : null}
        <Button
          variant="default"
          size="xs"
          onClick={() => {
            editSection("taking a reading away", (s) => void s.readings?.splice(index, 1));
            pick(null);
          }}
        >
          Take it away
        </Button>
      </div>
    </div>
  );
}
