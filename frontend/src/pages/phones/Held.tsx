import { Button, Checkbox } from "@mantine/core";
import { useState } from "react";
import { Link } from "react-router";
import type { HeldList, HeldTold } from "../../api/types";
import { moment } from "../account/moment";

const keyOf = (one: HeldTold) => `${one.job} ${one.id}`;

interface Props {
  list: HeldList;
  onSettle: (entries: { job: string; id: string }[], take: boolean) => Promise<void>;
}

/** What was handed in and not believed, by job and phone: the office takes it into the log, or does not. */
export function Held({ list, onSettle }: Props) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [busy, setBusy] = useState(false);
  const groups = new Map<string, HeldTold[]>();
  for (const one of list.held) {
    const key = `${one.job} ${one.name}`;
    groups.set(key, [...(groups.get(key) ?? []), one]);
  }
  const picked = list.held.filter((one) => chosen.has(keyOf(one)));
  const put = (ones: readonly HeldTold[], on: boolean) => {
    const next = new Set(chosen);
    for (const one of ones) on ? next.add(keyOf(one)) : next.delete(keyOf(one));
    setChosen(next);
  };
  const settle = async (take: boolean) => {
    setBusy(true);
    await onSettle(
      picked.map(({ job, id }) => ({ job, id })),
      take,
    );
    setChosen(new Set());
    setBusy(false);
  };
  return (
    <section className="held">
      <h3>Held for you: {list.count}</h3>
      <p>
        Written before its phone joined, after it was taken off the list, or of a job that was another crew’s then. None
        of it counts until it is taken. What is refused stays on the phone.
      </p>
      {[...groups.entries()].map(([key, ones]) => {
        const [first] = ones as [HeldTold];
        const on = ones.filter((one) => chosen.has(keyOf(one))).length;
        return (
          <fieldset key={key} className="held-group">
            <legend>
              <Checkbox
                checked={on === ones.length}
                indeterminate={on > 0 && on < ones.length}
                onChange={(event) => put(ones, event.currentTarget.checked)}
                label={`${ones.length} from ${first.name}`}
              />
              <Link to={`/jobs/${first.job}`}>{first.job_name || "job without a name"}</Link>
            </legend>
            <p className="soft">{[...new Set(ones.map((one) => one.why))].join("; ")}</p>
            <ul className="entries">
              {ones.map((one) => (
                <li key={one.id}>
                  <Checkbox
                    checked={chosen.has(keyOf(one))}
                    onChange={(event) => put([one], event.currentTarget.checked)}
                    label={`${moment(one.at)}: ${one.text}${one.practice ? " (practice)" : ""}, by ${one.by}`}
                  />
                </li>
              ))}
            </ul>
          </fieldset>
        );
      })}
      <div className="account-row">
        <Button disabled={!picked.length || busy} onClick={() => void settle(true)}>
          Take {picked.length || ""} into the log
        </Button>
        <Button variant="default" disabled={!picked.length || busy} onClick={() => void settle(false)}>
          Refuse {picked.length || ""}
        </Button>
      </div>
    </section>
  );
}
