import { Button, Select } from "@mantine/core";
import { useState } from "react";
import { ask, type ProblemError } from "../../api/client";
import type { JobDocument } from "../../api/types";
import { addSection, removeSection } from "../../document/sections";
import { useDocument } from "../../state/context";
import { Part } from "../../ui/Part";
import { TextField } from "../../ui/TextField";

const MOST_SECTIONS = 40;

/** The sections of the attic: what shares framing, ceiling height and a way of being insulated. Add, join, take away. */
export function SectionsSheet() {
  const { document, section, job, openSection, editSection } = useDocument();
  const sections = document.sections ?? [];
  const others = sections.filter((s) => s.id !== section.id);
  const [other, setOther] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const partner = others.find((s) => s.id === other) ?? others[0];
  const join = async () => {
    if (!partner) return;
    setTrouble(null);
    try {
      const asked = { job: document, first: section.id, second: partner.id };
      const { data } = await ask<{ job: JobDocument }>("POST", "/api/outline/join", asked);
      job.edit("joining two sections", (d) => void Object.assign(d, data.job));
    } catch (error) {
      setTrouble((error as ProblemError).problem?.errors?.[0]?.text ?? (error as Error).message);
    }
  };
  return (
    <Part title="Section" aside={`${sections.indexOf(section) + 1} of ${sections.length}`}>
      <TextField
        key={section.id}
        label="Name"
        value={section.name ?? section.id}
        onValue={(name) => editSection("a section's name", (s) => void Object.assign(s, { name }))}
      />
      <div className="row">
        <Button
          variant="default"
          size="xs"
          disabled={sections.length >= MOST_SECTIONS}
          onClick={() => {
            let id = "";
            job.edit("adding a section", (d) => {
              id = addSection(d, section);
            });
            openSection(id);
          }}
        >
          Add a section
        </Button>
        {others.length ? (
          <Button
            variant="default"
            size="xs"
            onClick={() => {
              job.edit("taking a section away", (d) => removeSection(d, section.id));
              openSection(others[0]?.id ?? "");
            }}
          >
            Take this one away
          </Button>
        ) : null}
      </div>
      {partner ? (
        <div className="pair">
          <Select
            size="sm"
            label="Join with"
            data={others.map((s) => ({ value: s.id, label: s.name || s.id }))}
            value={partner.id}
            allowDeselect={false}
            onChange={setOther}
          />
          <Button variant="default" size="sm" onClick={() => void join()}>
            Join
          </Button>
        </div>
      ) : null}
      {trouble ? (
        <p className="at-place stop" role="alert">
          {trouble}
        </p>
      ) : null}
    </Part>
  );
}
