import { TextInput } from "@mantine/core";
import { useState } from "react";
import { ask } from "../../api/client";
import type { Me } from "../../api/types";
import { useAccount } from "../../state/account";
import { NewPassword } from "./NewPassword";

/** The first account: from then on everybody signs in. */
export function First() {
  const account = useAccount();
  const [name, setName] = useState("");
  return (
    <section className="account-first">
      <p>
        Nobody has an account. Whoever sits at this machine may do everything, and nobody else reaches the program. Make
        the first account to invite others: from then on everybody signs in, this machine too.
      </p>
      <NewPassword
        label="Password"
        button="Make the first account"
        onSend={async (password) =>
          account.take((await ask<Me>("POST", "/api/me/first", { name: name.trim(), password })).data)
        }
      >
        <TextInput
          label="Your name"
          description="As the record tells it."
          autoComplete="username"
          value={name}
          maxLength={80}
          required
          onChange={(event) => setName(event.currentTarget.value)}
        />
      </NewPassword>
    </section>
  );
}
