import "@fontsource/atkinson-hyperlegible/latin-400.css";
import "@fontsource/atkinson-hyperlegible/latin-700.css";
import "./door.css";

const WITHIN_MS = 8000;
const part = (id: string) => document.getElementById(id) as HTMLElement;
const secure = `https://${location.host}`;

/** Whether this browser takes the program's certificate: what it does not trust it cannot reach. */
async function isTrusted(): Promise<boolean> {
  if (location.protocol === "https:") return true;
  try {
    await fetch(`${secure}/door/trusted`, {
      mode: "no-cors",
      cache: "no-store",
      signal: AbortSignal.timeout(WITHIN_MS),
    });
    return true;
  } catch {
    return false;
  }
}

function say(good: boolean, text: string) {
  const state = part("state");
  state.className = good ? "card good" : "card not-yet";
  state.replaceChildren(Object.assign(document.createElement("p"), { textContent: text }));
}

async function look(asked: boolean): Promise<void> {
  const good = await isTrusted();
  part("on").hidden = !good;
  part("take").hidden = good;
  if (good) return say(true, "This device trusts the program. Nothing more is to be done here.");
  say(
    false,
    asked
      ? "Not trusted yet. If the certificate is taken, close this browser whole and open the page again."
      : "This device does not trust the program yet. It takes three steps, once.",
  );
  const told = await fetch("/door/fingerprint", { cache: "no-store" }).catch(() => null);
  if (told?.ok) part("fingerprint").textContent = await told.text();
}

part("to-day").setAttribute("href", `${secure}/field/`);
part("to-desk").setAttribute("href", `${secure}/`);
part("again").addEventListener("click", () => void look(true));
// Back from the settings: looked at without being asked.
document.addEventListener("visibilitychange", () => document.visibilityState === "visible" && void look(false));
void look(false);
