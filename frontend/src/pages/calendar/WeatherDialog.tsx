import { Button, FileButton, TextInput } from "@mantine/core";
import { useState } from "react";
import { ask } from "../../api/client";
import type { CalendarAnswer } from "../../api/types";
import { useAccount } from "../../state/account";
import { Dialog } from "../../ui/Dialog";
import { useUnits } from "../../ui/units";
import { dayName } from "./days";
import type { CalendarHandle } from "./useCalendar";
import { Where } from "./Where";

const LEAST_F = -60;
const MOST_F = 140;

interface Props {
  day: CalendarAnswer["days"][number];
  hours: readonly number[];
  calendar: CalendarHandle;
  onClose: () => void;
}

/** High and low of a day, typed, or of many from a file; what is made up says so. */
export function WeatherDialog({ day, hours, calendar, onClose }: Props) {
  const readOnly = !useAccount().may("office");
  const units = useUnits();
  const toShown = (f: number) => String(units.metric ? Math.round(((f - 32) / 1.8) * 10) / 10 : f);
  const [high, setHigh] = useState(toShown(day.high_f));
  const [low, setLow] = useState(toShown(day.low_f));
  const [dew, setDew] = useState(typeof day.dew_f === "number" ? toShown(day.dew_f) : "");
  const [fault, setFault] = useState<string | null>(null);
  const read = (text: string) => {
    const value = Number(text.trim().replace(",", "."));
    if (text.trim() === "" || !Number.isFinite(value)) return null;
    const f = units.metric ? value * 1.8 + 32 : value;
    return f >= LEAST_F && f <= MOST_F ? f : null;
  };
  const keep = async () => {
    const [high_f, low_f] = [read(high), read(low)];
    const dew_f = dew.trim() === "" ? null : read(dew);
    if (high_f === null || low_f === null) {
      setFault(`High and low: ${units.temperature(LEAST_F)} to ${units.temperature(MOST_F)}`);
      return;
    }
    if (low_f > high_f) {
      setFault("The low is the cooler of the two.");
      return;
    }
    if (dew.trim() !== "" && (dew_f === null || dew_f > high_f)) {
      setFault("The dew point: a number not over the high, or nothing.");
      return;
    }
    await calendar.change(
      () => ask("PUT", "/api/calendar/weather", { days: [{ day: day.day, high_f, low_f, dew_f }] }),
      `Weather of ${dayName(day.day, true)} kept`,
    );
    onClose();
  };
  return (
    <Dialog readOnly={readOnly} title={`Weather of ${dayName(day.day, true)}`} opened onClose={onClose}>
      <p className="note">
        {day.source === "made_up"
          ? "Made up from the climate zone and the date: for practice, never a forecast. Type the real one, or read a file."
          : day.source === "typed"
            ? "Typed here."
            : "Read from a file."}
      </p>
      <div className="pair">
        <TextInput
          size="sm"
          label={`High, ${units.metric ? "°C" : "°F"}`}
          inputMode="decimal"
          value={high}
          onChange={(event) => setHigh(event.currentTarget.value)}
        />
        <TextInput
          size="sm"
          label={`Low, ${units.metric ? "°C" : "°F"}`}
          inputMode="decimal"
          value={low}
          onChange={(event) => setLow(event.currentTarget.value)}
        />
      </div>
      <TextInput
        size="sm"
        label={`Dew point, ${units.metric ? "°C" : "°F"}`}
        description={`Over ${units.temperature(70)} an hour in the attic counts a row hotter. Empty: not known.`}
        inputMode="decimal"
        value={dew}
        onChange={(event) => setDew(event.currentTarget.value)}
      />
      {day.humid ? <p className="note">Damp air: each hour counts a row hotter here.</p> : null}
      {fault ? (
        <p className="trouble" role="alert">
          {fault}
        </p>
      ) : null}
      <table className="figures bands-table">
        <thead>
          <tr>
            <th scope="col">hour</th>
            <th scope="col">attic air</th>
            <th scope="col">minutes of work</th>
          </tr>
        </thead>
        <tbody>
          {hours.slice(0, -1).map((hour, i) => (
            <tr key={hour}>
              <th scope="row">{hour}:00</th>
              <td>{units.temperature(day.attic_f[i] ?? 0)}</td>
              <td>{day.minutes[i] ? day.minutes[i] : "none: too hot"}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Where calendar={calendar} />
      <p className="note">By judgement; the employer's heat rule has the last word.</p>
      <div className="row">
        <Button onClick={() => void keep()}>Keep it</Button>
        {day.source === "made_up" ? null : (
          <Button
            variant="default"
            onClick={() =>
              void calendar
                .change(() => ask("PUT", "/api/calendar/weather", { days: [{ day: day.day }] }))
                .then(onClose)
            }
          >
            Forget it
          </Button>
        )}
        <FileButton
          accept=".csv,text/csv"
          onChange={(file) =>
            file &&
            void calendar
              .change(
                () => ask("POST", "/api/calendar/weather.csv", file, { "Content-Type": "text/csv" }),
                "Weather read from the file",
              )
              .then(onClose)
          }
        >
          {(props) => (
            <Button variant="default" {...props}>
              Read a CSV (day, high_f, low_f)
            </Button>
          )}
        </FileButton>
      </div>
    </Dialog>
  );
}
