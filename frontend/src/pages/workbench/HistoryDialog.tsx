import { Button, Table } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, type ProblemError } from "../../api/client";
import type { RevisionLine, StoredJob } from "../../api/types";
import type { JobHandle } from "../../state/useJob";
import { Dialog } from "../../ui/Dialog";

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
      job.adopt(stored, etag ?? "");
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
      <Table aria-label="Revisions">
        <Table.Tbody>
          {data?.map((revision, i) => (
            <Table.Tr key={revision.number}>
              <Table.Th scope="row">{revision.number}</Table.Th>
              <Table.Td>
                {when(revision.saved_at)}
                <br />
                <span className="soft">
                  {revision.reason}
                  {revision.brought_from ? ` from ${revision.brought_from}` : ""}, by {revision.actor}
                </span>
              </Table.Td>
              <Table.Td>
                {i === 0 ? (
                  "now"
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
              </Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
    </Dialog>
  );
}
