/** Who begins in spite of open work that keeps somebody safe, and why. */
export interface Said {
  by: string;
  reason: string;
}

export const NOBODY_SAID: Said = { by: "", reason: "" };
export const DO_IT_FIRST =
  "Do it first. If the day begins all the same, who says so, and why? Both stand on the attic card.";

export const saidEnough = (said: Said) => Boolean(said.by.trim() && said.reason.trim());

/** What a day's start tells of it; nothing where nothing is open. */
export const despiteOf = (open: readonly { key: string }[], said: Said) =>
  open.length ? { despite: open.map((one) => ({ key: one.key, by: said.by.trim(), reason: said.reason.trim() })) } : {};

/** What is open of it, one a line. */
export function OpenSafety({ open }: { open: readonly { key: string; what: string; who: string }[] }) {
  return (
    <>
      <p>
        <b>Not done yet, and there to keep somebody safe:</b>
      </p>
      <ul className="missing">
        {open.map((one) => (
          <li key={one.key}>
            {one.what}
            {one.who === "crew" ? "" : `, ${one.who}`}
          </li>
        ))}
      </ul>
    </>
  );
}
