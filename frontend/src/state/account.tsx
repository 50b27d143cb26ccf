import { useQuery, useQueryClient } from "@tanstack/react-query";
import { createContext, type ReactNode, useContext, useEffect, useMemo } from "react";
import { ask, NOT_SIGNED_IN } from "../api/client";
import type { Me } from "../api/types";

/** Said once somebody has signed in again: what could not be sent is sent. */
export const SIGNED_IN = "elm-cover signed in";
const KEY = ["me"];
const HERE: Me = { local: true, person: null, rights: [], first: false };

export interface Account {
  me: Me;
  /** Whether who is signed in has a right, by its name in the program's table. */
  may: (right: string) => boolean;
  /** Signed in, or this machine itself where nobody has an account. */
  isIn: boolean;
  known: boolean;
  /** Who it is now: what signing in, joining or the first account answered. */
  take: (me: Me) => void;
  again: () => void;
}

const AccountContext = createContext<Account | null>(null);

export function AccountProvider({ children }: { children: ReactNode }) {
  const queries = useQueryClient();
  const { data, isPending, refetch } = useQuery({
    queryKey: KEY,
    queryFn: async () => (await ask<Me>("GET", "/api/me")).data,
    staleTime: 60_000,
  });
  // An answer that wants a sign-in first: whose session ended is asked on the spot.
  useEffect(() => {
    const look = () => void refetch();
    window.addEventListener(NOT_SIGNED_IN, look);
    return () => window.removeEventListener(NOT_SIGNED_IN, look);
  }, [refetch]);
  const account = useMemo((): Account => {
    const me = data ?? HERE;
    return {
      me,
      may: (right) => !data || me.rights.includes(right),
      isIn: !data || me.local || me.person !== null,
      known: !isPending,
      // Who they were a moment ago may still be on its way as an answer: it would be told over who they are now.
      take: (next) =>
        void queries.cancelQueries({ queryKey: KEY }).then(() => {
          queries.setQueryData(KEY, next);
          void queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== "me" });
          if (next.person) window.dispatchEvent(new Event(SIGNED_IN));
        }),
      again: () => void refetch(),
    };
  }, [data, isPending, queries, refetch]);
  return <AccountContext.Provider value={account}>{children}</AccountContext.Provider>;
}

/** Who is at the screen, and what they may do. */
export function useAccount(): Account {
  const account = useContext(AccountContext);
  if (!account) throw new Error("an account is asked for outside its provider");
  return account;
}
