import { Button, Menu, useComputedColorScheme, useMantineColorScheme } from "@mantine/core";
import { memo } from "react";
import { Link } from "react-router";
import { at } from "../../site/base";
import { useAccount } from "../../state/account";
import type { Action } from "../../state/actions";
import type { SaveState } from "../../state/saving";
import { useUnits } from "../../ui/units";

function saveWords(save: SaveState): string {
  switch (save.kind) {
    case "saved":
      return `saved${save.at ? ` ${save.at}` : ""}${save.by ? ` by ${save.by}` : ""}`;
    case "unsaved":
      return "not saved yet";
    case "saving":
      return "saving …";
    case "failed":
      return `not saved: ${save.why}`;
    case "reading":
      return "to read: your account changes no job";
  }
}

interface Props {
  name: string;
  address: string;
  save: SaveState;
  conflict: boolean;
  undoLabel: string | null;
  redoLabel: string | null;
  act: (action: Action) => void;
}

/** Job, state of saving, undo, views, and what else there is. Left alone by edits that change none of these. */
export const TopBar = memo(function TopBar({ name, address, save, conflict, undoLabel, redoLabel, act }: Props) {
  const units = useUnits();
  const { setColorScheme } = useMantineColorScheme();
  const scheme = useComputedColorScheme("light");
  const { me, may } = useAccount();
  const changes = may("change");
  return (
    <header className="top-bar">
      <Link to="/" className="brand" aria-label="Elm Cover, to the shelf of jobs">
        <img src={at("/favicon.svg")} alt="" width="22" height="22" /> <b>Elm Cover</b>
      </Link>
      <h1>{name || "Unnamed job"}</h1>
      <span className="where soft">{address}</span>
      <span className={`save ${save.kind}`} role="status">
        {saveWords(save)}
        {save.kind === "failed" && !conflict ? (
          <button type="button" className="link" onClick={() => act("save")}>
            retry
          </button>
        ) : null}
      </span>
      <Button
        variant="default"
        size="xs"
        disabled={!undoLabel}
        onClick={() => act("undo")}
        title={undoLabel ? `Undo ${undoLabel}` : "Nothing to undo"}
      >
        ↶ undo
      </Button>
      <Button
        variant="default"
        size="xs"
        disabled={!redoLabel}
        onClick={() => act("redo")}
        title={redoLabel ? `Redo ${redoLabel}` : "Nothing to redo"}
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
      {changes ? (
        <Button
          variant="default"
          size="xs"
          disabled={save.kind !== "saved"}
          onClick={() => act("print")}
          title={save.kind === "saved" ? "The job sheet, one page, as PDF" : "Waiting for the last edit to be saved"}
        >
          print
        </Button>
      ) : null}
      <Menu position="bottom-end" width={230}>
        <Menu.Target>
          <Button variant="default" size="xs" aria-label="More">
            ⋯
          </Button>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item onClick={() => act("history")}>History, bring back</Menu.Item>
          <Menu.Item onClick={() => act("file")}>Save as a job file</Menu.Item>
          {changes ? (
            <>
              <Menu.Item onClick={() => act("offer")} disabled={save.kind !== "saved"}>
                Offer for the customer (PDF)
              </Menu.Item>
              <Menu.Item onClick={() => act("work")} disabled={save.kind !== "saved"}>
                Work list, holes, a page for each trade (PDF)
              </Menu.Item>
              <Menu.Item onClick={() => act("load")} disabled={save.kind !== "saved"}>
                Load list (PDF)
              </Menu.Item>
              <Menu.Item onClick={() => act("detail")} disabled={save.kind !== "saved"}>
                Eave detail to scale (PDF)
              </Menu.Item>
              <Menu.Item onClick={() => act("archive")} disabled={save.kind !== "saved"}>
                Archive with photos and papers
              </Menu.Item>
            </>
          ) : null}
          <Menu.Label>The Floor as</Menu.Label>
          <Menu.Item onClick={() => act("svg")}>drawing, SVG</Menu.Item>
          <Menu.Item onClick={() => act("dxf")}>drawing, DXF in feet</Menu.Item>
          <Menu.Item onClick={() => act("json")}>data, JSON</Menu.Item>
          <Menu.Divider />
          <Menu.Item onClick={units.toggle}>{units.metric ? "Feet and inches" : "Metric view"}</Menu.Item>
          <Menu.Item onClick={() => setColorScheme(scheme === "dark" ? "light" : "dark")}>
            {scheme === "dark" ? "Light view" : "Dark view"}
          </Menu.Item>
          <Menu.Item onClick={() => act("keys")}>Keys (?)</Menu.Item>
          {me.local ? null : (
            <Menu.Item component={Link} to="/account">
              {me.person?.name}: account, sign out
            </Menu.Item>
          )}
        </Menu.Dropdown>
      </Menu>
    </header>
  );
});
