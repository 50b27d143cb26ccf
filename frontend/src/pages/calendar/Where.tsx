import { Button, Checkbox, TextInput } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask } from "../../api/client";
import type { FirmAnswer } from "../../api/types";
import { keepFirm } from "../../state/useFirm";
import type { CalendarHandle } from "./useCalendar";

const MOST = 66;

/** Where the firm works and what its roofs are like: how hot an attic gets goes by both. */
export function Where({ calendar }: { calendar: CalendarHandle }) {
  const { data: firm } = useQuery({
    queryKey: ["calendar", "firm"],
    queryFn: async () => (await ask<FirmAnswer>("GET", "/api/firm")).data.document,
  });
  // Shown at once; kept a moment later.
  const [light, setLight] = useState<boolean | null>(null);
  const [text, setText] = useState<string | null>(null);
  if (!firm) return null;
  const read = Number((text ?? String(firm.latitude)).trim().replace(",", "."));
  const bad = !Number.isFinite(read) || Math.abs(read) > MOST;
  const keep = (change: { latitude?: number; light_roofs?: boolean }) =>
    void calendar.change(async () => {
      await keepFirm((kept) => ({ ...kept, ...change }));
      setText(null);
    }, "Kept for the firm");
  return (
    <fieldset className="cal-week">
      <legend>How hot attics get here</legend>
      <TextInput
        size="sm"
        label="Latitude, degrees north"
        inputMode="decimal"
        value={text ?? String(firm.latitude)}
        error={bad ? `−${MOST} to ${MOST}` : null}
        onChange={(event) => setText(event.currentTarget.value)}
      />
      <Button size="sm" variant="default" disabled={bad || text === null} onClick={() => keep({ latitude: read })}>
        Keep the latitude
      </Button>
      <Checkbox
        size="sm"
        label="most roofs are light"
        checked={light ?? firm.light_roofs}
        onChange={(event) => {
          setLight(event.currentTarget.checked);
          keep({ light_roofs: event.currentTarget.checked });
        }}
      />
    </fieldset>
  );
}
