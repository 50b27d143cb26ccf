import { useState } from "react";
import type { Memory } from "../memory";
import { phoneFile } from "../phoneFile";

/** What the program does not have, saved as a file that the office brings in: for a phone that gets through no more. */
export function HandInFile({ memory, device, count }: { memory: Memory; device: string; count: string }) {
  const [said, setSaid] = useState<string | null>(null);
  const save = async () => {
    try {
      const now = new Date();
      const file = await phoneFile(memory, device, now);
      const link = document.createElement("a");
      link.href = URL.createObjectURL(new Blob([JSON.stringify(file)], { type: "application/json" }));
      link.download = `phone-${now.toISOString().slice(0, 10)}.json`;
      link.click();
      window.setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
      setSaid("Saved. Send it to the office: it is brought in on the page Phones. All of it stays here too.");
    } catch (error) {
      setSaid(`Not saved: ${error instanceof Error ? error.message : error}.`);
    }
  };
  return (
    <details className="card">
      <summary>{count}: hand in as a file</summary>
      <p className="soft">
        Only where this phone gets through no more: what it holds goes by itself as soon as it reaches the program.
      </p>
      <button type="button" onClick={() => void save()}>
        Save the file
      </button>
      {said && <p role="status">{said}</p>}
    </details>
  );
}
