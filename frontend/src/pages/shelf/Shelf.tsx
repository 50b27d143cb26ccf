import {
  Button,
  FileButton,
  NativeSelect,
  SegmentedControl,
  TextInput,
  useComputedColorScheme,
  useMantineColorScheme,
} from "@mantine/core";
import { useDisclosure } from "@mantine/hooks";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { lazy, Suspense, useState } from "react";
import { Link, useNavigate } from "react-router";
import { ask, type ProblemError } from "../../api/client";
import type { Records, StoredJob } from "../../api/types";
import { useAccount } from "../../state/account";
import { fixed, useUnits } from "../../ui/units";
import { AccountMenu } from "../account/AccountMenu";
import { Brand } from "../account/Brand";
import { JobCard } from "./JobCard";
import { months, STAGES_TO_PICK } from "./stages";
import { type Place, type Sort, useShelf } from "./useShelf";

// Its many fields are loaded when it is first asked for.
const NewAttic = lazy(async () => ({ default: (await import("./NewAttic")).NewAttic }));
const MOST_ARCHIVE_MB = 300;
const ORDERS = [
  { value: "saved", label: "saved last first" },
  { value: "name", label: "by name" },
  { value: "floor", label: "largest floor first" },
];

/** The list of jobs, each with a small drawing of its attic and its headline figures; and the bin. */
export function Shelf() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const units = useUnits();
  const account = useAccount();
  const { setColorScheme } = useMantineColorScheme();
  const scheme = useComputedColorScheme("light");
  const shelf = useShelf();
  const changes = account.may("change");
  const { place, lines, count } = shelf;
  const records = useQuery({
    queryKey: ["records"],
    queryFn: async () => (await ask<Records>("GET", "/api/records")).data.said,
    enabled: account.may("office"),
  });
  const [trouble, setTrouble] = useState<string | null>(null);
  const [newUsed, setNewUsed] = useState(false);
  const [newOpen, newAttic] = useDisclosure(false, { onOpen: () => setNewUsed(true) });
  const [busy, setBusy] = useState(false);
  const act = async (run: () => Promise<unknown>) => {
    setBusy(true);
    try {
      await run();
      setTrouble(null);
    } catch (problem) {
      setTrouble((problem as ProblemError).message);
    } finally {
      setBusy(false);
    }
    void queries.invalidateQueries({ queryKey: ["jobs"] });
  };
  const open = (file: File | null) =>
    file &&
    void act(async () => {
      if (file.name.endsWith(".zip")) {
        if (file.size > MOST_ARCHIVE_MB * 1e6)
          throw new Error(`${file.name} has ${Math.round(file.size / 1e6)} MB; at most ${MOST_ARCHIVE_MB} MB`);
        const { data: stored } = await ask<StoredJob>("POST", "/api/archives", file, {
          "Content-Type": "application/zip",
        });
        navigate(`/jobs/${stored.id}`);
        return;
      }
      let document: unknown;
      try {
        document = JSON.parse(await file.text());
      } catch {
        throw new Error(`${file.name} is not a job file: it is not JSON`);
      }
      const { data: stored } = await ask<StoredJob>("POST", "/api/jobs", document);
      navigate(`/jobs/${stored.id}`);
    });
  return (
    <div className="shelf">
      <header className="top-bar">
        <Brand />
        <nav className="pages" aria-label="Pages">
          <Link to="/" aria-current="page">
            Shelf
          </Link>
          <Link to="/calendar">Calendar</Link>
          <Link to="/papers">Papers</Link>
        </nav>
        <h1 className="hidden">Jobs</h1>
        <span className="grow" />
        <Button
          variant="default"
          size="xs"
          onClick={units.toggle}
          title={units.metric ? "Metric view; switch to feet and inches" : "Feet and inches; switch to the metric view"}
        >
          {units.metric ? "m · mm" : "ft · in"}
        </Button>
        <Button variant="default" size="xs" onClick={() => setColorScheme(scheme === "dark" ? "light" : "dark")}>
          {scheme === "dark" ? "light" : "dark"}
        </Button>
        <AccountMenu />
      </header>
      <main>
        <div className="shelf-tools">
          {changes ? (
            <>
              <Button onClick={newAttic.open}>New attic</Button>
              <FileButton onChange={open} accept=".json,.zip,application/json,application/zip">
                {(props) => (
                  <Button variant="default" loading={busy} {...props}>
                    Open a job file or archive
                  </Button>
                )}
              </FileButton>
            </>
          ) : null}
          <span className="grow" />
          <SegmentedControl
            size="sm"
            aria-label="Place"
            value={place}
            onChange={(to) => shelf.setPlace(to as Place)}
            data={[
              { value: "shelf", label: "shelf" },
              { value: "bin", label: "bin" },
            ]}
          />
        </div>
        <div className="shelf-find">
          <TextInput
            size="sm"
            type="search"
            aria-label="Find"
            placeholder="Find by name or address"
            value={shelf.words}
            maxLength={200}
            onChange={(event) => shelf.setWords(event.currentTarget.value)}
          />
          <span className="soft" role="status">
            {lines
              ? `${fixed(count)} ${count === 1 ? "job" : "jobs"}${shelf.sought ? ` with “${shelf.sought}”` : ""}`
              : ""}
          </span>
          <span className="grow" />
          <NativeSelect
            size="sm"
            aria-label="Stage"
            value={shelf.filter.stage}
            onChange={(event) => shelf.setFilter({ stage: event.currentTarget.value })}
            data={STAGES_TO_PICK}
          />
          <NativeSelect
            size="sm"
            aria-label="Crew"
            value={shelf.filter.crew}
            onChange={(event) => shelf.setFilter({ crew: event.currentTarget.value })}
            data={[{ value: "", label: "any crew" }, ...shelf.crews]}
          />
          <NativeSelect
            size="sm"
            aria-label="Month"
            value={shelf.filter.month}
            onChange={(event) => shelf.setFilter({ month: event.currentTarget.value })}
            data={[{ value: "", label: "any month" }, ...months()]}
          />
          <NativeSelect
            size="sm"
            aria-label="Order"
            value={shelf.sort}
            onChange={(event) => shelf.setSort(event.currentTarget.value as Sort)}
            data={ORDERS}
          />
        </div>
        {records.data ? (
          <p className="trouble" role="alert">
            {records.data}
          </p>
        ) : null}
        {trouble ? (
          <p className="trouble" role="alert">
            {trouble}
          </p>
        ) : null}
        {shelf.error ? (
          <p className="trouble" role="alert">
            The jobs cannot be listed: {shelf.error.message}.{" "}
            <button type="button" className="link" onClick={shelf.again}>
              Try again
            </button>
          </p>
        ) : null}
        {lines?.length === 0 ? (
          <p className="empty">
            {shelf.filtered
              ? "No job here is of that stage, crew and month. Set them back to any."
              : shelf.sought
                ? `No job${place === "bin" ? " in the bin" : ""} has “${shelf.sought}” in its name or address. Fewer or shorter words find more.`
                : place === "bin"
                  ? "The bin is empty."
                  : "No jobs yet. Start with New attic: its length and width are enough to begin."}
          </p>
        ) : null}
        <ul className="job-list">
          {lines?.map((line) => (
            <JobCard
              key={line.id}
              line={line}
              onCopy={
                changes && place === "shelf"
                  ? () => void act(() => ask("POST", `/api/jobs/${line.id}/duplicate`))
                  : undefined
              }
              onDiscard={
                changes && place === "shelf" ? () => void act(() => ask("DELETE", `/api/jobs/${line.id}`)) : undefined
              }
              onBringOut={
                changes && place === "bin"
                  ? () => void act(() => ask("POST", `/api/jobs/${line.id}/bring-out`))
                  : undefined
              }
            />
          ))}
        </ul>
        {shelf.more && lines ? (
          <Button variant="default" className="shelf-more" loading={shelf.busy} onClick={shelf.more}>
            {`Show more of the ${fixed(count - lines.length)} others`}
          </Button>
        ) : null}
      </main>
      <footer className="shelf-foot">
        <Link to="/interface">How other programs talk to this one</Link>
      </footer>
      {newUsed ? (
        <Suspense>
          <NewAttic opened={newOpen} onClose={newAttic.close} />
        </Suspense>
      ) : null}
    </div>
  );
}
