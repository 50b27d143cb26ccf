import { Button } from "@mantine/core";
import { Link } from "react-router";
import type { JobLine, Span } from "../../api/types";
import { orderSaid } from "../../document/order";
import { trimmed, useUnits } from "../../ui/units";
import { STAGE_NAMES } from "./stages";
import { Thumbnail } from "./Thumbnail";

interface Props {
  line: JobLine;
  onCopy?: () => void;
  onDiscard?: () => void;
  onBringOut?: () => void;
}

/** The least and the most, where they differ. */
function range(span: Span, show: (value: number) => string): string {
  const [least, most] = [show(span.least), show(span.most)];
  return least === most ? least : `${least} – ${most.replace(/R-|RSI /, "")}`;
}

/** One job on the shelf: its attic, name, headline figures and stops. */
export function JobCard({ line, onCopy, onDiscard, onBringOut }: Props) {
  const units = useUnits();
  const head = line.headline;
  const totals = head?.totals;
  const said = totals ? orderSaid(totals) : null;
  const name = head?.name || "Unnamed job";
  const saved = new Date(line.saved_at).toLocaleString("en-GB", { dateStyle: "medium", timeStyle: "short" });
  return (
    <li className="job-card">
      <Thumbnail parts={(head?.thumbnail ?? []) as never} />
      <div className="who">
        {onBringOut ? (
          <h2>{name}</h2>
        ) : (
          <h2>
            <Link to={`/jobs/${line.id}`}>{name}</Link>
          </h2>
        )}
        <p className="soft">{head?.address || "no address yet"}</p>
        <p className="soft">
          {line.stage ? <b className={`stage ${line.stage}`}>{STAGE_NAMES[line.stage] ?? line.stage}</b> : null}
          {line.day ? ` ${dated(line.day)} · ` : " "}saved {saved}
          {line.stale ? " · figures are being made anew" : null}
        </p>
      </div>
      <dl className="headline">
        {head?.proved ? (
          <div className="of-order">
            <dt>bags in</dt>
            <dd>{trimmed(head.proved.bags_in, 2)}</dd>
          </div>
        ) : said ? (
          <div className="of-order" title={said.by ?? undefined}>
            <dt>{said.name}</dt>
            <dd>{said.value}</dd>
          </div>
        ) : null}
        {totals?.fill_line_in ? (
          <div className="of-line">
            <dt>fill line</dt>
            <dd>
              {range(totals.fill_line_in, (v) => units.depth(v).value)} {units.depth(0).unit}
            </dd>
          </div>
        ) : null}
        {head?.proved ? (
          <div className="of-r">
            <dt>new fill claimed</dt>
            <dd>{head.proved.r ? units.r(head.proved.r) : "nothing yet"}</dd>
          </div>
        ) : totals?.r_nominal && totals.r_existing ? (
          <div className="of-r">
            <dt>R now → after{totals.other_sections ? ", floors" : ""}</dt>
            <dd>
              {range(totals.r_existing, units.r)} → {range(totals.r_nominal, units.r).replaceAll(/R-|RSI /g, "")}
            </dd>
          </div>
        ) : null}
        {totals?.area_ft2 ? (
          <div className="of-floor">
            <dt>floor</dt>
            <dd>
              {units.area(totals.area_ft2).value} {units.area(0).unit}
            </dd>
          </div>
        ) : null}
        {head?.gate?.done ? (
          <div className="of-work">
            <dt>prepared</dt>
            <dd>{head.gate.ready ? "ready to close" : `${head.gate.done} of ${head.gate.items}`}</dd>
          </div>
        ) : null}
        {totals?.stops ? (
          <div className="of-stops stops">
            <dt>stops</dt>
            <dd>{totals.stops}</dd>
          </div>
        ) : totals?.not_looked_at ? (
          <div className="of-stops">
            <dt>hazards</dt>
            <dd>{totals.not_looked_at} not looked at</dd>
          </div>
        ) : null}
      </dl>
      {onCopy ? (
        <Button variant="subtle" size="xs" onClick={onCopy} aria-label={`Copy ${name}`}>
          copy
        </Button>
      ) : null}
      {onDiscard ? (
        <Button variant="subtle" color="rust" size="xs" onClick={onDiscard} aria-label={`Put ${name} in the bin`}>
          bin
        </Button>
      ) : null}
      {onBringOut ? (
        <Button variant="default" size="xs" onClick={onBringOut} aria-label={`Bring ${name} back`}>
          bring back
        </Button>
      ) : null}
    </li>
  );
}

const dated = (day: string) =>
  new Date(`${day}T00:00:00Z`).toLocaleDateString("en-GB", {
    weekday: "short",
    day: "numeric",
    month: "short",
    timeZone: "UTC",
  });
