import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { ask, type ProblemError } from "../../api/client";
import type { Me } from "../../api/types";
import { useAccount } from "../../state/account";
import { Brand } from "./Brand";
import { NewPassword } from "./NewPassword";

/** The code behind the #, taken out of the address at once: neither the history nor a log has it. */
function takenOut(): string {
  const code = location.hash.slice(1);
  if (code) history.replaceState(null, "", location.pathname);
  return code;
}

// Once, as the page is loaded: what is drawn may be drawn again.
const atFirst = takenOut();

/** Who was invited chooses a password. */
export function Join() {
  const account = useAccount();
  const navigate = useNavigate();
  const [code, setCode] = useState(atFirst);
  const [over, setOver] = useState<string | null>(null);
  useEffect(() => {
    // Another link opened in the same tab loads nothing anew.
    const again = () => setCode((now) => takenOut() || now);
    window.addEventListener("hashchange", again);
    return () => window.removeEventListener("hashchange", again);
  }, []);
  const send = async (password: string) => {
    try {
      account.take((await ask<Me>("POST", "/api/me/join", { code, password })).data);
      navigate("/");
    } catch (error) {
      if ((error as ProblemError).problem.status === 410) setOver((error as ProblemError).message);
      else throw error;
    }
  };
  return (
    <main className="plain account">
      <p>
        <Brand />
      </p>
      <h1>Welcome</h1>
      {over || !code ? (
        <p role="alert">
          {over ??
            "This address has no code in it. Open the link that the office sent you, whole, or ask for a new one."}
        </p>
      ) : (
        <>
          <p>Choose the password that you will sign in with.</p>
          <NewPassword label="Password" button="Take it" onSend={send} />
        </>
      )}
    </main>
  );
}
