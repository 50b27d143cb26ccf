import { Button } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { ask } from "../../api/client";
import type { SetupAnswer } from "../../api/types";
import { useAccount } from "../../state/account";
import { PageHead } from "./PageHead";

const WORDS = { good: "good", look: "look at it", wrong: "wrong" } as const;
const ORDER = { wrong: 0, look: 1, good: 2 } as const;

/** The set-up looked over, as elm-cover doctor says it: what is wrong stands first. */
export function SetupPage() {
  const mine = useAccount().may("office");
  const found = useQuery({
    queryKey: ["setup"],
    queryFn: async () => (await ask<SetupAnswer>("GET", "/api/setup")).data.findings,
    enabled: mine,
    gcTime: 0,
  });
  const wrong = found.data?.filter((one) => one.state === "wrong").length ?? 0;
  return (
    <div className="account-page">
      <PageHead here="Set-up" />
      <main>
        <h2>Set-up</h2>
        {mine ? null : <p>The office looks after the set-up.</p>}
        {mine && found.isFetching ? <p role="status">Looking it over …</p> : null}
        {found.error ? (
          <p className="trouble" role="alert">
            {found.error.message}
          </p>
        ) : null}
        {found.data && !found.isFetching ? (
          <>
            <p role="status">
              <b>{wrong ? `${wrong} wrong.` : "Nothing is wrong."}</b> The same on the machine itself, also while the
              program does not run: elm-cover doctor.
            </p>
            <ul className="setup">
              {[...found.data]
                .sort((a, b) => ORDER[a.state] - ORDER[b.state])
                .map((one) => (
                  <li key={`${one.what} ${one.said}`} className={one.state}>
                    <b>{WORDS[one.state]}</b>
                    <span>{one.what}</span>
                    <span>
                      {one.said}
                      {one.way ? <span className="soft"> {one.way}</span> : null}
                    </span>
                  </li>
                ))}
            </ul>
            <Button variant="default" onClick={() => void found.refetch()}>
              Look again
            </Button>
          </>
        ) : null}
      </main>
    </div>
  );
}
