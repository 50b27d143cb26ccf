import { Button } from "@mantine/core";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, type ProblemError } from "../../api/client";
import { ROLES, type Role } from "../../api/generated/registries";
import type { FirmAnswer, Invited, PersonTold } from "../../api/types";
import { useAccount } from "../../state/account";
import { First } from "./First";
import { InvitedLink, InviteForm } from "./InviteForm";
import { PageHead } from "./PageHead";
import { PersonLine } from "./PersonLine";

/** Everybody with an account: the office invites, gives roles, locks and deletes. */
export function People() {
  const account = useAccount();
  const queries = useQueryClient();
  const [invited, setInvited] = useState<Invited | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [inviting, setInviting] = useState(false);
  const mine = account.may("office");
  const people = useQuery({
    queryKey: ["people"],
    queryFn: async () => (await ask<{ people: PersonTold[] }>("GET", "/api/people")).data.people,
    enabled: mine,
  });
  const crews = useQuery({
    queryKey: ["firm", "crews"],
    queryFn: async () => (await ask<FirmAnswer>("GET", "/api/firm")).data.document.crews ?? [],
    enabled: mine,
  });
  const act = async (run: () => Promise<Invited | null>) => {
    setTrouble(null);
    setInvited(null);
    try {
      setInvited(await run());
      setInviting(false);
    } catch (error) {
      setTrouble((error as ProblemError).message);
    }
    void queries.invalidateQueries({ queryKey: ["people"] });
  };
  const change = (person: PersonTold, told: { role?: Role; crew?: string; locked?: boolean }) =>
    void act(async () => {
      await ask("PUT", `/api/people/${person.id}`, told);
      return null;
    });
  return (
    <div className="account-page">
      <PageHead here="People" />
      <main>
        <h2>People</h2>
        {account.me.first ? <First /> : null}
        {!account.me.first && !mine ? <p>The office keeps the list of people.</p> : null}
        {!account.me.first && mine ? (
          <>
            {trouble ? (
              <p className="trouble" role="alert">
                {trouble}
              </p>
            ) : null}
            {invited ? <InvitedLink invited={invited} onClose={() => setInvited(null)} /> : null}
            <ul className="people">
              {people.data?.map((person) => (
                <PersonLine
                  key={person.id}
                  person={person}
                  self={person.id === account.me.person?.id}
                  crews={crews.data ?? []}
                  onChange={(told) => change(person, told)}
                  onLink={() =>
                    void act(async () => (await ask<Invited>("POST", `/api/people/${person.id}/invitation`)).data)
                  }
                  onDelete={() =>
                    void act(async () => {
                      await ask("DELETE", `/api/people/${person.id}`);
                      return null;
                    })
                  }
                />
              ))}
            </ul>
            {inviting ? (
              <InviteForm
                crews={crews.data ?? []}
                onCancel={() => setInviting(false)}
                onInvite={(told) => void act(async () => (await ask<Invited>("POST", "/api/people", told)).data)}
              />
            ) : (
              <Button onClick={() => setInviting(true)}>Invite somebody</Button>
            )}
            <h3>What each may do</h3>
            <dl className="roles">
              {Object.entries(ROLES).map(([word, role]) => (
                <div key={word}>
                  <dt>{role.title}</dt>
                  <dd>{role.says}</dd>
                </div>
              ))}
            </dl>
          </>
        ) : null}
      </main>
    </div>
  );
}
