import { Button } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, type ProblemError } from "../../api/client";
import type { ChangeList, RevisionLine, StoredJob } from "../../api/types";
import { NOBODY } from "../../state/saving";
import type { JobHandle } from "../../state/useJob";
import { Dialog } from "../../ui/Dialog";
import { ChangeTable } from "./ChangeTable";

const when = (iso: string) => new Date(iso).toLocaleString("en-GB", { dateStyle: "medium", timeStyle: "short" });

/** Every revision of the job; any can be brought back, as a new one. */
export function HistoryDialog({
  id,
  job,
  opened,
  onClose,
}: {
  id: string;
  job: JobHandle;
  opened: boolean;
  onClose: () => void;
}) {
  const [trouble, setTrouble] = useState<string | null>(null);
  const { data, refetch } = useQuery({
    queryKey: ["revisions", id, job.etag],
    queryFn: async () => (await ask<{ revisions: RevisionLine[] }>("GET", `/api/jobs/${id}/revisions`)).data.revisions,
    enabled: opened,
  });
  const bringBack = async (number: number) => {
    try {
      const { data: stored, etag } = await ask<StoredJob>(
        "POST",
        `/api/jobs/${id}/revisions/${number}/bring-back`,
        undefined,
        {
          "If-Match": job.etag,
        },
      );
      job.edits.adopt(stored, etag ?? "");
      setTrouble(null);
      void refetch();
    } catch (error) {
      setTrouble((error as ProblemError).message);
    }
  };
  const unsaved = job.save.kind !== "saved";
  return (
    <Dialog opened={opened} onClose={onClose} title="History" size="lg">
      {unsaved ? <p className="note">Waiting for the last edit to be saved before anything is brought back.</p> : null}
      {trouble ? <p role="alert">{trouble}</p> : null}
      <ol className="revisions" aria-label="Revisions">
        {data?.map((revision, i) => (
          <li key={revision.number}>
            <b>{revision.number}</b>
            <span>
              {when(revision.saved_at)}
              <br />
              <span className="soft">
                {revision.reason}
                {revision.brought_from ? ` from ${revision.brought_from}` : ""}
                {revision.actor === NOBODY ? "" : `, by ${revision.actor}`}
              </span>
            </span>
            {i === 0 ? (
              <span>now</span>
            ) : (
              <Button
                size="xs"
                variant="default"
                disabled={unsaved}
                onClick={() => void bringBack(revision.number)}
                aria-label={`Bring back revision ${revision.number}`}
              >
                Bring back
              </Button>
            )}
            {revision.number > 1 ? <WhatChanged id={id} revision={revision} /> : null}
          </li>
        ))}
      </ol>
    </Dialog>
  );
}

/** What a revision changed, asked for when it is opened. The newest may still grow by saves within the minute. */
function WhatChanged({ id, revision }: { id: string; revision: RevisionLine }) {
  const [open, setOpen] = useState(false);
  const { data } = useQuery({
    queryKey: ["changes", id, revision.number, revision.saved_at],
    queryFn: async () =>
      (await ask<ChangeList>("GET", `/api/jobs/${id}/revisions/${revision.number}/changes`)).data.changes,
    enabled: open,
  });
  return (
    <details className="more-of" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>What changed</summary>
      {data ? (
        <ChangeTable label={`What revision ${revision.number} changed`} heads={["before", "after"]} changes={data} />
      ) : (
        <p className="note">Comparing …</p>
      )}
    </details>
  );
}
