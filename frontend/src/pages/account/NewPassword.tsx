import { Button, PasswordInput } from "@mantine/core";
import { type FormEvent, type ReactNode, useState } from "react";
import type { ProblemError } from "../../api/client";

/** A password typed twice, and what else is asked for before it. */
export function NewPassword({
  label,
  button,
  children,
  onSend,
}: {
  label: string;
  button: string;
  children?: ReactNode;
  onSend: (password: string) => Promise<void>;
}) {
  const [password, setPassword] = useState("");
  const [again, setAgain] = useState("");
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const send = async (event: FormEvent) => {
    event.preventDefault();
    if (password !== again) {
      setTrouble("The two are not the same.");
      return;
    }
    setBusy(true);
    setTrouble(null);
    try {
      await onSend(password);
      setPassword("");
      setAgain("");
    } catch (error) {
      setTrouble((error as ProblemError).message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <form className="account-form" onSubmit={(event) => void send(event)}>
      {children}
      <PasswordInput
        label={label}
        description="At least 12 letters; a few words that only you would put together."
        autoComplete="new-password"
        value={password}
        maxLength={400}
        required
        onChange={(event) => setPassword(event.currentTarget.value)}
      />
      <PasswordInput
        label="The same again"
        autoComplete="new-password"
        value={again}
        maxLength={400}
        required
        onChange={(event) => setAgain(event.currentTarget.value)}
      />
      {trouble ? (
        <p className="at-place stop" role="alert">
          {trouble}
        </p>
      ) : null}
      <Button type="submit" loading={busy}>
        {button}
      </Button>
    </form>
  );
}
