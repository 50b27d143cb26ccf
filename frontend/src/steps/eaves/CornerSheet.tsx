import { Checkbox } from "@mantine/core";
import type { CornerState, JobDocument } from "../../api/types";
import { NumberField } from "../../inputs/NumberField";
import { useDocument, usePlanned, useView } from "../../state/context";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";
import { useUnits } from "../../ui/units";
import { TemperatureField } from "./TemperatureField";
import { useEave } from "./useEave";
import { percent, perYear, STATES, VERDICTS } from "./words";

type Facts = NonNullable<JobDocument["corner"]>;

/** The cold corner, solved: its coldest spot, how damp the room may be, heat against the plain sum, wind, what it is judged by. */
export function CornerSheet() {
  const { document, job } = useDocument();
  const { corners } = usePlanned();
  const { heat, setHeat, lists } = useView();
  const { corner, side } = useEave();
  const units = useUnits();
  const facts = document.corner ?? {};
  const climate = corners.answer?.climate;
  const set = (change: Partial<Facts>) =>
    job.edit("the corner", (d) => {
      d.corner = { ...d.corner, ...change };
    });
  const currency = document.book?.currency ?? "$";
  const shown = corner?.states.find((s) => s.state === (heat.state ?? corner.after)) ?? corner?.states[0];
  const windy = document.settings?.wind_washing ?? false;
  return (
    <>
      {(corners.answer?.missing ?? []).map((text) => (
        <p key={text} className="note">
          {text}
        </p>
      ))}
      {corners.trouble ? (
        <p className="trouble" role="alert">
          The corner could not be solved: {corners.trouble}
        </p>
      ) : null}
      {corner && shown && climate ? (
        <>
          <Part title={`Coldest spot, ${side} eave`} aside={corners.busy ? "solving …" : undefined}>
            <Pick
              label="Seen in the Cut"
              value={shown.state}
              options={corner.states.map((s) => ({ value: s.state, label: STATES[s.state] ?? s.state }))}
              onValue={(state) => setHeat({ show: heat.show === "fill" ? "temperatures" : heat.show, state })}
            />
            <Verdict state={shown} humidity={climate.humidity} />
            <table className="cut-list" aria-label="Corner, state by state">
              <thead>
                <tr>
                  <th scope="col">at the coldest spot</th>
                  {corner.states.map((s) => (
                    <th key={s.state} scope="col">
                      {STATES[s.state]}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                <StateRow name={`at ${units.temperature(climate.design_f)} outside`} states={corner.states}>
                  {(s) => units.temperature(s.coldest_f)}
                </StateRow>
                <StateRow name="damp from" states={corner.states}>
                  {(s) => (s.damp_limit < 1 ? `${percent(s.damp_limit)} RH` : "never")}
                </StateRow>
                <StateRow name="mould from" states={corner.states}>
                  {(s) => (s.mould_limit < 1 ? `${percent(s.mould_limit)} RH` : "never")}
                </StateRow>
              </tbody>
            </table>
            <p className="note">
              Solved as a section: {shown.cells.toLocaleString("en-US")} cells. Damp: below the room's dew point (
              {units.temperature(corners.answer?.dew_point_f ?? 0)}) at the 99 % design temperature. Mould: 80 % or more
              at the surface in the coldest month. Films in a corner behind furniture.
            </p>
          </Part>
          <Part title="Heat of the edge">
            <table className="cut-list" aria-label="Heat of the edge against the plain sum">
              <tbody>
                <tr>
                  <th scope="row">solved</th>
                  <td>{along(shown.edge_flow, units)}</td>
                </tr>
                <tr>
                  <th scope="row">by the sum of R straight up</th>
                  <td>{along(shown.edge_plain_flow, units)}</td>
                </tr>
                <tr>
                  <th scope="row">a year, as it is left</th>
                  <td>{perYear(corner.strip_btu, corner.strip_saving, currency, units)}</td>
                </tr>
              </tbody>
            </table>
            <p className="note">
              Beyond a floor at full depth, at {units.temperature(climate.design_f)} outside. The plain sum misses what
              goes sideways into plate and heel.
            </p>
          </Part>
          <Part title="Wind washing" aside={windy ? "on" : "off"}>
            <Checkbox
              label="Show what wind takes in a bay left open"
              checked={windy}
              onChange={(event) => {
                const wind_washing = event.currentTarget.checked;
                setHeat({ show: "temperatures", state: wind_washing ? "wind" : null });
                job.edit("wind washing", (d) => {
                  d.settings = { ...d.settings, wind_washing };
                });
              }}
            />
            {windy && corner.wind ? (
              <p className="answer">
                Coldest <b>{units.temperature(corner.wind.coldest_f)}</b> there.{" "}
                {corner.wind.bays
                  ? `${corner.wind.bays} bays left open cost ${perYear(corner.wind.btu, null, currency, units)} a year.`
                  : "No bay here is left open to the wind."}
              </p>
            ) : null}
            <p className="note">{lists.wind_assumption}</p>
          </Part>
        </>
      ) : null}
      <Part title="Judged by" aside={climate?.by_zone?.length ? "start values of the zone" : "as typed"}>
        <div className="pair">
          <TemperatureField
            label="Room"
            path="corner.room_f"
            value={facts.room_f ?? lists.corner.room_f ?? null}
            least={40}
            most={100}
            onValue={(v) => v !== null && set({ room_f: v })}
          />
          <NumberField
            label="Room humidity"
            unit="%"
            path="corner.room_humidity_pct"
            value={facts.room_humidity_pct ?? (climate ? Math.round(climate.humidity * 100) : null)}
            least={1}
            most={99}
            mayBeEmpty
            onValue={(v) => set({ room_humidity_pct: v })}
          />
        </div>
        <div className="pair">
          <TemperatureField
            label="Design, 99 %"
            path="corner.design_f"
            value={facts.design_f ?? climate?.design_f ?? null}
            least={-80}
            most={100}
            mayBeEmpty
            onValue={(v) => set({ design_f: v })}
          />
          <TemperatureField
            label="Coldest month"
            path="corner.coldest_month_f"
            value={facts.coldest_month_f ?? climate?.coldest_month_f ?? null}
            least={-80}
            most={100}
            mayBeEmpty
            onValue={(v) => set({ coldest_month_f: v })}
          />
        </div>
        <NumberField
          label="Wall under the plate"
          unit="R"
          path="corner.wall_r"
          value={facts.wall_r ?? lists.corner.wall_r}
          least={0.5}
          most={100}
          onValue={(v) => v !== null && set({ wall_r: v })}
        />
      </Part>
    </>
  );
}

const along = (flow: number, units: ReturnType<typeof useUnits>) => {
  const { value, unit } = units.alongEave(flow);
  return `${value} ${unit}`;
};

function StateRow({
  name,
  states,
  children,
}: {
  name: string;
  states: readonly CornerState[];
  children: (state: CornerState) => string;
}) {
  return (
    <tr>
      <th scope="row">{name}</th>
      {states.map((s) => (
        <td key={s.state}>{children(s)}</td>
      ))}
    </tr>
  );
}

/** Risk of damp or mould in plain words, and what to do. */
function Verdict({ state, humidity }: { state: CornerState; humidity: number }) {
  const units = useUnits();
  const verdict = VERDICTS[state.verdict];
  const limit = Math.min(state.damp_limit, state.mould_limit);
  const todo =
    state.verdict === "dry"
      ? "Nothing to do while the room stays under that."
      : "More over the plate, or less humidity in the room: find where it comes from, run the fans, then measure it.";
  return (
    <div className={`flag ${verdict?.level ?? "note"} verdict`}>
      <p>
        <b>{verdict?.word} at the coldest spot.</b> {units.temperature(state.coldest_f)} on the coldest day,{" "}
        {units.temperature(state.month_f)} in the coldest month.{" "}
        {limit < 1
          ? `It stays sound up to ${percent(limit)} humidity in the room; reckoned with: ${percent(humidity)}.`
          : "No humidity of this room harms it."}{" "}
        {todo}
      </p>
    </div>
  );
}
