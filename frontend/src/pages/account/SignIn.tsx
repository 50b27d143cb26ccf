import { Button, PasswordInput, TextInput } from "@mantine/core";
import { type FormEvent, useState } from "react";
import { ask, type ProblemError } from "../../api/client";
import type { Me } from "../../api/types";
import { useAccount } from "../../state/account";
import { Brand } from "./Brand";

/** Name and password. */
export function SignInForm({ name: known }: { name?: string }) {
  const account = useAccount();
  const [name, setName] = useState(known ?? "");
  const [password, setPassword] = useState("");
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const send = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setTrouble(null);
    try {
      account.take((await ask<Me>("POST", "/api/me/sign-in", { name, password })).data);
    } catch (error) {
      setTrouble((error as ProblemError).message);
      setPassword("");
    } finally {
      setBusy(false);
    }
  };
  return (
    <form className="account-form" onSubmit={(event) => void send(event)}>
      <TextInput
        label="Name"
        autoComplete="username"
        value={name}
        maxLength={80}
        required
        onChange={(event) => setName(event.currentTarget.value)}
      />
      <PasswordInput
        label="Password"
        autoComplete="current-password"
        value={password}
        maxLength={400}
        required
        onChange={(event) => setPassword(event.currentTarget.value)}
      />
      {trouble ? (
        <p className="at-place stop" role="alert">
          {trouble}
        </p>
      ) : null}
      <Button type="submit" loading={busy}>
        Sign in
      </Button>
    </form>
  );
}

/** The page of who has still to sign in, at whatever address they came to. */
export function SignIn() {
  return (
    <main className="plain account">
      <p>
        <Brand />
      </p>
      <h1>Sign in</h1>
      <SignInForm />
      <p className="soft">No account, or a forgotten password? The office sends you a link.</p>
    </main>
  );
}
