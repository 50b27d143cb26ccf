import { Button, Group, TextInput } from "@mantine/core";
import { type FormEvent, useState } from "react";
import { useNavigate } from "react-router";
import { ask, type ProblemError } from "../../api/client";
import type { FirmAnswer, StoredJob } from "../../api/types";
import { newJob } from "../../document/newJob";
import { Dialog } from "../../ui/Dialog";
import { readFeet } from "../../ui/measures";
import { useUnits } from "../../ui/units";

/** The least it takes to begin: a name, a length and a width. */
export function NewAttic({ opened, onClose }: { opened: boolean; onClose: () => void }) {
  const units = useUnits();
  const navigate = useNavigate();
  const [name, setName] = useState("");
  const [length, setLength] = useState("");
  const [width, setWidth] = useState("");
  const [trouble, setTrouble] = useState<Record<string, string>>({});
  const unit = units.metric ? "m" : "ft";

  const start = async (event: FormEvent) => {
    event.preventDefault();
    const feet = { length: readFeet(length, units.metric), width: readFeet(width, units.metric) };
    const faults = Object.fromEntries(
      Object.entries(feet)
        .filter(([, value]) => value === null || value < 1 || value > 400)
        .map(([field]) => [field, `Type a ${field} of 1 to 400 ft, like 38 or 12'6`]),
    );
    setTrouble(faults);
    if (Object.keys(faults).length || feet.length === null || feet.width === null) return;
    try {
      // A new attic starts with what the firm keeps: prices, house rules, its own products.
      const { data: firm } = await ask<FirmAnswer>("GET", "/api/firm");
      const { data } = await ask<StoredJob>("POST", "/api/jobs", {
        ...newJob(name.trim() || "New attic", feet.length, feet.width),
        ...(firm.kept
          ? { book: firm.document.book, house_rules: firm.document.house_rules, products: firm.document.products }
          : {}),
      });
      navigate(`/jobs/${data.id}/look-over`);
    } catch (problem) {
      setTrouble({ all: (problem as ProblemError).message });
    }
  };
  return (
    <Dialog opened={opened} onClose={onClose} title="New attic">
      <form onSubmit={(event) => void start(event)}>
        <TextInput
          label="Job"
          placeholder="street and number, or a name"
          data-autofocus
          value={name}
          maxLength={200}
          autoComplete="off"
          onChange={(event) => setName(event.currentTarget.value)}
        />
        <div className="pair">
          <TextInput
            label="Length, east–west"
            rightSection={<span className="unit">{unit}</span>}
            value={length}
            error={trouble.length}
            autoComplete="off"
            onChange={(event) => setLength(event.currentTarget.value)}
          />
          <TextInput
            label="Width, north–south"
            rightSection={<span className="unit">{unit}</span>}
            value={width}
            error={trouble.width}
            autoComplete="off"
            onChange={(event) => setWidth(event.currentTarget.value)}
          />
        </div>
        {trouble.all ? <p role="alert">{trouble.all}</p> : null}
        <Group justify="flex-end" mt="md">
          <Button type="submit">Start measuring</Button>
        </Group>
      </form>
    </Dialog>
  );
}
