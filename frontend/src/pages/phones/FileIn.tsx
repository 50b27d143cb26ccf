import { Button, FileButton } from "@mantine/core";
import { useRef, useState } from "react";
import { type HandedIn, handIn, readPhoneFile } from "./handIn";

/** A file that was saved on a phone that gets through no more. */
export function FileIn({ onDone }: { onDone: () => void }) {
  const [busy, setBusy] = useState(false);
  // The same file once more is a choice too.
  const reset = useRef<() => void>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [found, setFound] = useState<HandedIn | null>(null);
  const take = async (file: File | null) => {
    if (!file) return;
    setBusy(true);
    setSaid(null);
    setFound(null);
    try {
      setFound(await handIn(readPhoneFile(await file.text())));
    } catch (error) {
      setSaid((error as Error).message);
    }
    setBusy(false);
    reset.current?.();
    onDone();
  };
  return (
    <section>
      <h3>A phone’s file</h3>
      <p>
        A phone that gets through no more saves what it holds as a file («hand in as a file» on its days). Brought in
        here it stands under your hand: look whose it is before.
      </p>
      <FileButton resetRef={reset} accept="application/json,.json" onChange={(file) => void take(file)}>
        {(props) => (
          <Button variant="default" loading={busy} {...props}>
            Bring a phone’s file in
          </Button>
        )}
      </FileButton>
      {said ? (
        <p className="at-place caution" role="alert">
          {said}
        </p>
      ) : null}
      {found ? (
        <p role="status">
          {found.accepted} taken, {found.known} known already, {found.refused} refused
          {found.why.length ? `: ${found.why.join("; ")}` : ""}.
        </p>
      ) : null}
    </section>
  );
}
