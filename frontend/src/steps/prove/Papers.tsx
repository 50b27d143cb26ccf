import { Button } from "@mantine/core";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { ask, askForFile, ProblemError } from "../../api/client";
import { PAPERS, type PaperKind } from "../../api/generated/registries";
import type { PaperList } from "../../api/types";
import { issuedAs } from "../../document/issuedAs";
import { at } from "../../site/base";
import { useDocument, useSaveState } from "../../state/context";
import { printPaper } from "../../state/printPaper";
import { Part } from "../../ui/Part";
import { useUnits } from "../../ui/units";

const KINDS = (Object.keys(PAPERS) as PaperKind[]).filter((kind) => PAPERS[kind].step === "prove");

/** Papers of a job that is done: issued here, kept as they were, handed over. */
export function Papers() {
  const { id = "" } = useParams();
  const { job } = useDocument();
  const save = useSaveState();
  const units = useUnits();
  const queries = useQueryClient();
  const [busy, setBusy] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [withGaps, setWithGaps] = useState<PaperKind | null>(null);
  const issued = useQuery({
    queryKey: ["papers", id],
    queryFn: async () => (await ask<PaperList>("GET", `/api/jobs/${id}/papers`)).data.papers,
  });
  const run = (name: string, work: () => Promise<void>, kind: PaperKind | null = null) => {
    setBusy(name);
    setTrouble(null);
    setWithGaps(null);
    work()
      .then(() => queries.invalidateQueries({ queryKey: ["papers", id] }))
      .catch((error: unknown) => {
        if (!(error instanceof ProblemError)) throw error;
        const faults = error.problem.errors?.map((one) => one.text).join(" ");
        setTrouble(faults || error.message);
        if (error.problem.status === 409) setWithGaps(kind);
      })
      .finally(() => setBusy(null));
  };
  const print = (kind: PaperKind, gaps = false) =>
    run(kind, () => printPaper(id, job, kind, null, { gaps, metric: units.metric }), kind);
  return (
    <>
      <Part title="Papers" aside={units.metric ? "in metres and kilograms" : "in feet and inches"}>
        <div className="paper-buttons">
          {KINDS.map((kind) => (
            <Button
              key={kind}
              size="xs"
              variant="default"
              loading={busy === kind}
              disabled={save.kind !== "saved"}
              onClick={() => print(kind)}
            >
              {PAPERS[kind].title}
            </Button>
          ))}
        </div>
        {trouble ? (
          <p className="at-place caution" role="alert">
            {trouble}{" "}
            {withGaps ? (
              <button type="button" className="link" onClick={() => print(withGaps, true)}>
                Print it with gaps
              </button>
            ) : null}
          </p>
        ) : null}
        {issued.data?.length ? (
          <ul className="issued">
            {issued.data.map((one) => (
              <li key={one.number}>
                <a className="link" href={at(one.url)} target="_blank" rel="noreferrer">
                  {one.number} {one.kind}
                </a>
                <span className="soft">
                  {issuedAs(one)}
                  {one.code ? `, code ${one.code}` : ""}
                </span>
              </li>
            ))}
          </ul>
        ) : (
          <p className="note">None is issued yet. An issued paper is kept as it is, whatever is changed afterwards.</p>
        )}
        <p className="note">
          <Link className="link" to="/papers">
            Is a paper one of ours, and unchanged?
          </Link>
        </p>
      </Part>
      <Part title="Hand over">
        <p className="note">
          One archive for the customer: the papers made for them, photos, and of the job file what is theirs: no prices,
          rates, rules or notes. One for the firm, with the log.
        </p>
        <div className="row">
          <Button
            size="xs"
            loading={busy === "customer"}
            onClick={() =>
              run("customer", () => askForFile(`/api/jobs/${id}/handover`, "attic-customer.elm-cover.zip"))
            }
          >
            For the customer
          </Button>
          <Button
            size="xs"
            variant="default"
            loading={busy === "firm"}
            onClick={() => run("firm", () => askForFile(`/api/jobs/${id}/archive`, "attic-firm.elm-cover.zip"))}
          >
            For the firm
          </Button>
        </div>
      </Part>
    </>
  );
}
