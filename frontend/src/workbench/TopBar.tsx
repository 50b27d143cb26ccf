import { Button, Menu, useComputedColorScheme, useMantineColorScheme } from "@mantine/core";
import { Link } from "react-router";
import { useUnits } from "../app/units";
import type { JobHandle, SaveState } from "./useJob";

function saveWords(save: SaveState): string {
  switch (save.kind) {
    case "saved":
      return save.at ? `saved ${save.at}` : "saved";
    case "unsaved":
      return "not saved yet";
    case "saving":
      return "saving …";
    case "failed":
      return `not saved: ${save.why}`;
  }
}

interface Props {
  job: JobHandle;
  onHistory: () => void;
  onKeys: () => void;
  onFile: () => void;
  onPrint: () => void;
}

/** Job, state of saving, undo, views, and what else there is. */
export function TopBar({ job, onHistory, onKeys, onFile, onPrint }: Props) {
  const units = useUnits();
  const { setColorScheme } = useMantineColorScheme();
  const scheme = useComputedColorScheme("light");
  return (
    <header className="top-bar">
      <Link to="/" className="brand" aria-label="Elm Cover, to the shelf of jobs">
        <img src="/favicon.svg" alt="" width="22" height="22" /> <b>Elm Cover</b>
      </Link>
      <h1>{job.document.name || "Unnamed job"}</h1>
      <span className="where soft">{job.document.address}</span>
      <span className={`save ${job.save.kind}`} role="status">
        {saveWords(job.save)}
        {job.save.kind === "failed" && !job.conflict ? (
          <button type="button" className="link" onClick={job.saveNow}>
            retry
          </button>
        ) : null}
      </span>
      <Button
        variant="default"
        size="xs"
        disabled={!job.undoLabel}
        onClick={job.undo}
        title={job.undoLabel ? `Undo ${job.undoLabel}` : "Nothing to undo"}
      >
        ↶ undo
      </Button>
      <Button
        variant="default"
        size="xs"
        disabled={!job.redoLabel}
        onClick={job.redo}
        title={job.redoLabel ? `Redo ${job.redoLabel}` : "Nothing to redo"}
        aria-label="redo"
      >
        ↷
      </Button>
      <Button
        variant="default"
        size="xs"
        className="wide-only"
        onClick={units.toggle}
        title={units.metric ? "Metric view; switch to feet and inches" : "Feet and inches; switch to the metric view"}
      >
        {units.metric ? "m · mm" : "ft · in"}
      </Button>
      <Button
        variant="default"
        size="xs"
        disabled={job.save.kind !== "saved"}
        onClick={onPrint}
        title={job.save.kind === "saved" ? "The job sheet, one page, as PDF" : "Waiting for the last edit to be saved"}
      >
        print
      </Button>
      <Menu position="bottom-end" width={230}>
        <Menu.Target>
          <Button variant="default" size="xs" aria-label="More">
            ⋯
          </Button>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item onClick={onHistory}>History, bring back</Menu.Item>
          <Menu.Item onClick={onFile}>Save as a job file</Menu.Item>
          <Menu.Divider />
          <Menu.Item onClick={units.toggle}>{units.metric ? "Feet and inches" : "Metric view"}</Menu.Item>
          <Menu.Item onClick={() => setColorScheme(scheme === "dark" ? "light" : "dark")}>
            {scheme === "dark" ? "Light view" : "Dark view"}
          </Menu.Item>
          <Menu.Item onClick={onKeys}>Keys (?)</Menu.Item>
        </Menu.Dropdown>
      </Menu>
    </header>
  );
}
