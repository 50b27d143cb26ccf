import { Button, PasswordInput } from "@mantine/core";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, type ProblemError } from "../../api/client";
import { ROLES } from "../../api/generated/registries";
import type { SessionList } from "../../api/types";
import { useAccount } from "../../state/account";
import { moment } from "./moment";
import { NewPassword } from "./NewPassword";
import { PageHead } from "./PageHead";
import { SignOut } from "./SignOut";

/** One's own account: password, and where one is signed in. */
export function OwnAccount() {
  const account = useAccount();
  const queries = useQueryClient();
  const [old, setOld] = useState("");
  const [said, setSaid] = useState<string | null>(null);
  const { person } = account.me;
  const { data } = useQuery({
    queryKey: ["sessions"],
    queryFn: async () => (await ask<SessionList>("GET", "/api/me/sessions")).data.sessions,
    enabled: person !== null,
  });
  const end = async (id: string) => {
    try {
      await ask("DELETE", `/api/me/sessions/${id}`);
    } catch (error) {
      setSaid((error as ProblemError).message);
    }
    void queries.invalidateQueries({ queryKey: ["sessions"] });
  };
  return (
    <div className="account-page">
      <PageHead here="My account" />
      <main>
        {person ? (
          <>
            <section>
              <h2>{person.name}</h2>
              <p>
                {ROLES[person.role].title}
                {person.crew ? ` ${person.crew}` : ""}: {ROLES[person.role].says}.
              </p>
              <p className="account-row">
                <SignOut />
                <SignOut everywhere />
              </p>
            </section>
            <section>
              <h2>Password</h2>
              <NewPassword
                label="New password"
                button="Change it"
                onSend={async (password) => {
                  await ask("PUT", "/api/me/password", { old, new: password });
                  setOld("");
                  setSaid("Changed. Everywhere else you were signed in, you are no longer.");
                  void queries.invalidateQueries({ queryKey: ["sessions"] });
                }}
              >
                <PasswordInput
                  label="Old password"
                  autoComplete="current-password"
                  value={old}
                  maxLength={400}
                  required
                  onChange={(event) => setOld(event.currentTarget.value)}
                />
              </NewPassword>
              {said ? <p role="status">{said}</p> : null}
            </section>
            <section>
              <h2>Signed in</h2>
              <table className="account-table">
                <thead>
                  <tr>
                    <th>last used</th>
                    <th>since</th>
                    <th>from</th>
                    <th>on a</th>
                    <th />
                  </tr>
                </thead>
                <tbody>
                  {data?.map((one) => (
                    <tr key={one.id}>
                      <td>{moment(one.seen_at)}</td>
                      <td>{moment(one.made_at)}</td>
                      <td>{one.address}</td>
                      <td title={one.agent}>{one.on}</td>
                      <td>
                        {one.this ? (
                          "here"
                        ) : (
                          <Button variant="default" size="xs" onClick={() => void end(one.id)}>
                            end it
                          </Button>
                        )}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
          </>
        ) : (
          <p>This machine works without accounts; there is nothing of your own here yet.</p>
        )}
      </main>
    </div>
  );
}
