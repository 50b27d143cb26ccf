import { Button, FileButton, Select } from "@mantine/core";
import { useState } from "react";
import { ask, type ProblemError } from "../../api/client";
import type { DxfAnswer } from "../../api/types";
import { setOutline } from "../../document/outline";
import { addSection, sectionOf } from "../../document/sections";
import { useDocument } from "../../state/context";

const MOST_MB = 10;
const UNITS = [
  { value: "ft", label: "feet" },
  { value: "in", label: "inches" },
  { value: "m", label: "metres" },
  { value: "cm", label: "centimetres" },
  { value: "mm", label: "millimetres" },
];

/** Closed polylines of one layer of a DXF drawing as outlines: the first for this section, the others as new ones. */
export function DxfImport() {
  const { section, job } = useDocument();
  const [file, setFile] = useState<File | null>(null);
  const [found, setFound] = useState<DxfAnswer | null>(null);
  const [layer, setLayer] = useState<string | null>(null);
  const [unit, setUnit] = useState<string | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const send = async (body: File, query: string) => {
    setBusy(true);
    setSaid(null);
    try {
      const headers = { "Content-Type": "application/dxf" };
      return (await ask<DxfAnswer>("POST", `/api/import/dxf${query}`, new Blob([body]), headers)).data;
    } catch (error) {
      const problem = error as ProblemError;
      setSaid(`${body.name}: ${problem.problem?.errors?.[0]?.text ?? problem.message}`);
      return null;
    } finally {
      setBusy(false);
    }
  };
  const open = async (picked: File | null) => {
    if (!picked) return;
    setFound(null);
    setFile(picked);
    if (picked.size > MOST_MB * 1e6) {
      setSaid(`${picked.name} has ${Math.round(picked.size / 1e6)} MB; a drawing may have ${MOST_MB} MB at most.`);
      return;
    }
    const answer = await send(picked, "");
    setFound(answer);
    setLayer(answer?.layers?.[0]?.name ?? null);
    setUnit(answer?.unit ?? null);
  };
  const take = async () => {
    if (!file || !layer || !unit) return;
    const answer = await send(file, `?layer=${encodeURIComponent(layer)}&unit=${unit}`);
    const [first, ...more] = answer?.outlines_ft ?? [];
    if (!first) return;
    job.edit("outlines from a drawing", (d) => {
      const mine = sectionOf(d, section.id);
      if (!mine) return;
      setOutline(d, mine, first);
      for (const outline of more) addSection(d, mine, outline);
    });
    const aside = answer?.left_aside?.length ? ` Left aside: ${answer.left_aside.join(" ")}` : "";
    setSaid(`${1 + more.length} outline${more.length ? "s" : ""} taken over.${aside}`);
    setFound(null);
  };
  return (
    <div className="item">
      <FileButton onChange={(picked) => void open(picked)} accept=".dxf">
        {(props) => (
          <Button variant="default" size="xs" loading={busy} {...props}>
            Choose a DXF file
          </Button>
        )}
      </FileButton>
      {found?.layers?.length ? (
        <>
          <Select
            size="sm"
            label="Layer with the outlines"
            data={found.layers.map((l) => ({ value: l.name, label: `${l.name} · ${l.closed} closed` }))}
            value={layer}
            allowDeselect={false}
            onChange={setLayer}
          />
          <Select
            size="sm"
            label="One unit of the drawing is"
            placeholder="the drawing does not say"
            description={found.unit ? "as the drawing says; check a wall" : undefined}
            data={UNITS}
            value={unit}
            allowDeselect={false}
            onChange={setUnit}
          />
          <Button size="xs" disabled={!layer || !unit} onClick={() => void take()}>
            Take the outlines
          </Button>
        </>
      ) : null}
      {said ? (
        <p className="answer" role="status">
          {said}
        </p>
      ) : null}
    </div>
  );
}
