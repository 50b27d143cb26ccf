import { Button } from "@mantine/core";
import { Link } from "react-router";
import type { JobLine } from "../../api/types";
import { useUnits } from "../../ui/units";
import { Thumbnail } from "./Thumbnail";

interface Props {
  line: JobLine;
  onDiscard?: () => void;
  onBringOut?: () => void;
}

/** One job on the shelf: its attic, name, headline figures and stops. */
export function JobCard({ line, onDiscard, onBringOut }: Props) {
  const units = useUnits();
  const head = line.headline;
  const totals = head?.totals;
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
        <p className="soft">saved {saved}</p>
      </div>
      <dl className="headline">
        {totals?.bags_order !== null && totals ? (
          <div>
            <dt>{totals.bags_order || !totals.bundles_order ? "bags to order" : "bundles to order"}</dt>
            <dd>{totals.bags_order || !totals.bundles_order ? totals.bags_order : totals.bundles_order}</dd>
          </div>
        ) : null}
        {totals?.fill_line_in ? (
          <div>
            <dt>fill line</dt>
            <dd>
              {units.depth(totals.fill_line_in.most).value} {units.depth(0).unit}
            </dd>
          </div>
        ) : null}
        {totals?.r_nominal && totals.r_existing ? (
          <div>
            <dt>R now → after</dt>
            <dd>
              {units.r(totals.r_existing.least)} → {units.r(totals.r_nominal.least).replace(/R-|RSI /, "")}
            </dd>
          </div>
        ) : null}
        {totals?.area_ft2 ? (
          <div>
            <dt>floor</dt>
            <dd>
              {units.area(totals.area_ft2).value} {units.area(0).unit}
            </dd>
          </div>
        ) : null}
        {totals?.stops ? (
          <div className="stops">
            <dt>stops</dt>
            <dd>{totals.stops}</dd>
          </div>
        ) : null}
      </dl>
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
