import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { ask } from "../../api/client";
import type { ChoiceLists, FirmAnswer, JobDocument, StoredJob, Usual } from "../../api/types";
import { useAccount } from "../../state/account";
import { Dialog } from "../../ui/Dialog";
import { StartSheet } from "../start/StartSheet";

/** The first sheet in a dialog over the shelf; a new attic starts with what the firm keeps. */
export function NewAttic({ opened, onClose }: { opened: boolean; onClose: () => void }) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const account = useAccount();
  const { data: lists } = useQuery({
    queryKey: ["lists"],
    queryFn: async () => (await ask<ChoiceLists>("GET", "/api/lists")).data,
    enabled: opened,
  });
  const { data: firm } = useQuery({
    queryKey: ["firm", "new attic"],
    queryFn: () => ask<FirmAnswer>("GET", "/api/firm"),
    enabled: opened,
    gcTime: 0,
  });
  const start = async (body: Record<string, unknown>, usual: Usual | null, to: string) => {
    const { data: made } = await ask<{ job: JobDocument }>("POST", "/api/start", body);
    // Read anew: somebody may have kept prices or products while the sheet stood open.
    const now = await ask<FirmAnswer>("GET", "/api/firm");
    const kept = now.data.kept ? now.data.document : null;
    const { data } = await ask<StoredJob>("POST", "/api/jobs", {
      ...made.job,
      ...(kept ? { book: kept.book, house_rules: kept.house_rules, products: kept.products, firm: kept.card } : {}),
    });
    if (usual && account.may("office")) {
      await ask("PUT", "/api/firm", { ...now.data.document, usual }, { "If-Match": now.etag ?? "0" });
      void queries.invalidateQueries({ queryKey: ["firm"] });
    }
    navigate(`/jobs/${data.id}/${to}`);
  };
  return (
    <Dialog opened={opened} onClose={onClose} title="New attic" size={1040}>
      {lists && firm ? <StartSheet lists={lists} usual={firm.data.document.usual} onStart={start} /> : <p>…</p>}
    </Dialog>
  );
}
