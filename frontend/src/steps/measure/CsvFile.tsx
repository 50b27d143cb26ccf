import { Button, FileButton } from "@mantine/core";
import { useState } from "react";
import { ask, askForFile, type ProblemError } from "../../api/client";
import { fileName } from "../../document/jobFile";
import { useDocument } from "../../state/context";

type Item = { section: string } & Record<string, unknown>;

/** Readings or features as CSV, out and in. A file that cannot be used says at which line, and changes nothing. */
export function CsvFile({ what, onItems }: { what: "readings" | "features"; onItems: (items: Item[]) => void }) {
  const { document } = useDocument();
  const [said, setSaid] = useState<string[]>([]);
  const [bad, setBad] = useState(false);
  const sections = document.sections ?? [];
  const read = async (file: File | null) => {
    if (!file) return;
    try {
      const asked = { text: await file.text(), sections: sections.map((s) => s.id) };
      const { data } = await ask<{ items: Item[] }>("POST", `/api/import/csv/${what}`, asked);
      onItems(data.items);
      setBad(false);
      setSaid([`${data.items.length} ${what} taken over from ${file.name}.`]);
    } catch (error) {
      const problem = error as ProblemError;
      const lines = problem.problem?.errors?.map((e) => `${e.field}: ${e.text}`) ?? [problem.message];
      setBad(true);
      setSaid([`${file.name} was not taken over; nothing was changed.`, ...lines]);
    }
  };
  const write = async () => {
    setSaid([]);
    try {
      await askForFile(`/api/export/${what}.csv`, fileName(document, `-${what}.csv`), { job: document });
    } catch (error) {
      setBad(true);
      setSaid([(error as Error).message]);
    }
  };
  const any = sections.some((s) => s[what]?.length);
  return (
    <div className="csv">
      <div className="row">
        <FileButton onChange={(file) => void read(file)} accept=".csv,text/csv">
          {(props) => (
            <Button variant="default" size="xs" {...props}>
              From CSV
            </Button>
          )}
        </FileButton>
        <Button variant="default" size="xs" disabled={!any} onClick={() => void write()}>
          To CSV
        </Button>
      </div>
      {said.length ? (
        <div className={bad ? "at-place stop" : "answer"} role={bad ? "alert" : "status"}>
          {said.map((line) => (
            <p key={line}>{line}</p>
          ))}
        </div>
      ) : null}
    </div>
  );
}
