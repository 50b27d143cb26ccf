import { Select } from "@mantine/core";
import { memo, useEffect } from "react";
import { useDocument, useView } from "../../state/context";
import { focusOn } from "../../state/lead";
import { Opening } from "../../steps/later";
import type { StepInfo } from "../../steps/steps";
import { Flags, OpenQuestions } from "./Flags";

const URGENT = ["stop"] as const;
const LATER = ["caution", "note"] as const;

/** The sheet of the step that is open: what is still open, stops, its questions, and what else is worth knowing. */
export const Sheet = memo(function Sheet({ step }: { step: StepInfo }) {
  const { document, section, openSection } = useDocument();
  const sections = document.sections ?? [];
  useLead();
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, so the keyboard must reach it
    <aside className="sheet" aria-label="Sheet" tabIndex={0}>
      <h2>{step.title}</h2>
      <p className="soft about">{step.about}</p>
      {sections.length > 1 && step.bySection ? (
        <Select
          size="sm"
          label="Section"
          data={sections.map((s) => ({ value: s.id, label: s.name || s.id }))}
          value={section.id}
          allowDeselect={false}
          onChange={(id) => id && openSection(id)}
        />
      ) : null}
      <OpenQuestions asks={step.asks} />
      <Flags levels={URGENT} />
      <Opening>
        <step.Sheet />
      </Opening>
      <Flags levels={LATER} />
      <p className="note caution-always">
        Local code, the product's label and licensed trades have the last word. Step on framing only.
      </p>
    </aside>
  );
});

const FRAMES = 60;

/** Once a question has led to this sheet: its field, as soon as it is drawn. */
function useLead() {
  const { lead, leadTo } = useView();
  useEffect(() => {
    if (!lead) return;
    let frame = 0;
    let left = FRAMES;
    const look = () => {
      if (focusOn(lead.field) || --left === 0) leadTo(null);
      else frame = requestAnimationFrame(look);
    };
    frame = requestAnimationFrame(look);
    return () => cancelAnimationFrame(frame);
  }, [lead, leadTo]);
}
