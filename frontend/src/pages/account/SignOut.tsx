import { Button } from "@mantine/core";
import { useState } from "react";
import { ask, type ProblemError } from "../../api/client";
import type { Me } from "../../api/types";
import { dropDrafts, unsavedDrafts } from "../../document/draft";
import { useAccount } from "../../state/account";

/** Signing out: what this browser keeps of jobs goes with it, so that whoever comes next reads nothing. */
export function SignOut({ everywhere = false }: { everywhere?: boolean }) {
  const account = useAccount();
  const [trouble, setTrouble] = useState<string | null>(null);
  const [unsaved, setUnsaved] = useState(0);
  const leave = async () => {
    try {
      if (everywhere) await ask("DELETE", "/api/me/sessions");
      else await ask("POST", "/api/me/sign-out");
      dropDrafts();
      account.take((await ask<Me>("GET", "/api/me")).data);
      location.reload();
    } catch (error) {
      setTrouble((error as ProblemError).message);
    }
  };
  const ask_ = () => {
    const found = unsavedDrafts();
    if (found > 0) setUnsaved(found);
    else void leave();
  };
  return (
    <>
      <Button variant="default" onClick={ask_}>
        {everywhere ? "Sign out everywhere" : "Sign out"}
      </Button>
      {unsaved > 0 ? (
        <p className="at-place stop" role="alert">
          {unsaved === 1 ? "A job has" : `${unsaved} jobs have`} changes here that are not saved yet. Open{" "}
          {unsaved === 1 ? "it" : "them"} first, or{" "}
          <button type="button" className="link" onClick={() => void leave()}>
            sign out and lose them
          </button>
          .
        </p>
      ) : null}
      {trouble ? (
        <p className="at-place stop" role="alert">
          {trouble}
        </p>
      ) : null}
    </>
  );
}
