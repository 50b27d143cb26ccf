import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { type Answer, ask, type ProblemError } from "../api/client";
import type { Firm, FirmAnswer } from "../api/types";
import { useAccount } from "./account";

export interface FirmHandle {
  firm: Firm | null;
  /** Changes what the firm keeps; null for whom that is not theirs to change. */
  keep: ((change: (firm: Firm) => Firm) => Promise<void>) | null;
  said: string | null;
}

const KEY = ["firm"];

/** Changes what the firm keeps; the newest version is read first, so that nobody is overwritten unseen. */
export async function keepFirm(change: (firm: Firm) => Firm): Promise<Answer<FirmAnswer>> {
  const now = await ask<FirmAnswer>("GET", "/api/firm");
  return ask<FirmAnswer>("PUT", "/api/firm", change(now.data.document), { "If-Match": now.etag ?? "0" });
}

/** What the firm keeps from job to job: price book, house rules, target rules, products. */
export function useFirm(): FirmHandle {
  const client = useQueryClient();
  const { may } = useAccount();
  const [said, setSaid] = useState<string | null>(null);
  const { data } = useQuery({ queryKey: KEY, queryFn: () => ask<FirmAnswer>("GET", "/api/firm") });
  const keep = async (change: (firm: Firm) => Firm) => {
    try {
      client.setQueryData(KEY, await keepFirm(change));
      setSaid("Kept for the firm: new attics start with it.");
    } catch (error) {
      setSaid(`Not kept: ${(error as ProblemError).message}`);
    }
  };
  return { firm: data?.data.document ?? null, keep: may("office") ? keep : null, said };
}
