import type { ReactNode } from "react";
import { useEffect, useRef } from "react";
import { useLocation } from "react-router";
import { at } from "../../site/base";
import { useAccount } from "../../state/account";
import { Dialog } from "../../ui/Dialog";
import { Brand } from "./Brand";
import { SignIn, SignInForm } from "./SignIn";
import { SignOut } from "./SignOut";

/** Nothing is shown to who has not signed in. Whose session ends at work signs in over the page, and nothing of it is lost. */
export function Gate({ children }: { children: ReactNode }) {
  const account = useAccount();
  const { pathname } = useLocation();
  const was = useRef<string | null>(null);
  const name = account.me.person?.name;
  useEffect(() => {
    if (name) was.current = name;
  }, [name]);
  if (pathname === "/join") return children;
  if (!account.known) return null;
  if (!account.isIn && was.current === null) return <SignIn />;
  if (account.isIn && !account.may("read")) return <OnlyTheDay />;
  return (
    <>
      {children}
      <Dialog title="Sign in again" opened={!account.isIn}>
        <p>Your sign-in has ended. What you had open stays as it is.</p>
        <SignInForm name={was.current ?? ""} />
      </Dialog>
    </>
  );
}

/** Somebody of a crew has nothing at the desk. */
function OnlyTheDay() {
  const { me } = useAccount();
  return (
    <main className="plain account">
      <p>
        <Brand />
      </p>
      <h1>{me.person?.name}</h1>
      <p>Your account is of a crew: its days, packs and logs are on the phone’s page.</p>
      <p>
        <a className="link" href={at("/field/")}>
          Open the day
        </a>
      </p>
      <SignOut />
    </main>
  );
}
