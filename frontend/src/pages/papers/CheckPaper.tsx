import { Button, FileButton, TextInput } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { ask, ProblemError } from "../../api/client";
import type { PaperFound, PaperKeys, PaperList, VerifiedAnswer } from "../../api/types";
import { issuedAs } from "../../document/issuedAs";
import { at } from "../../site/base";
import { AccountMenu } from "../account/AccountMenu";
import "./papers.css";

const MOST_MB = 40;

/** Whether a paper was issued here and is unchanged; and papers found again by the code at their foot. */
export function CheckPaper() {
  const [code, setCode] = useState("");
  const [said, setSaid] = useState<{ state: string; text: string } | null>(null);
  const [found, setFound] = useState<PaperFound[]>([]);
  const [busy, setBusy] = useState(false);
  const [key, setKey] = useState("");
  const keys = useQuery({
    queryKey: ["paper keys"],
    queryFn: async () => (await ask<PaperKeys>("GET", "/api/papers/keys")).data.keys,
  });
  const own = keys.data?.find((one) => one.signs)?.key;
  const isKey = /^[0-9A-Za-z_-]{43}$/.test(key.trim());
  const sound = /^[0-9a-f]{10}$/.test(code.trim().toLowerCase());
  const run = (work: () => Promise<void>) => {
    setBusy(true);
    setSaid(null);
    setFound([]);
    work()
      .catch((error: unknown) => {
        if (!(error instanceof ProblemError)) throw error;
        setSaid({ state: "unknown", text: error.message });
      })
      .finally(() => setBusy(false));
  };
  const check = (file: File | null) => {
    if (!file) return;
    if (file.size > MOST_MB * 1e6) {
      setSaid({ state: "unknown", text: `A paper is ${MOST_MB} MB at most.` });
      return;
    }
    run(async () => {
      const body = new Blob([file], { type: "application/pdf" });
      const { data } = await ask<VerifiedAnswer>(
        "POST",
        `/api/papers/verify${isKey ? `?key=${key.trim()}` : ""}`,
        body,
        {
          "Content-Type": "application/pdf",
        },
      );
      setSaid({ state: data.state, text: data.said });
      setFound(data.papers);
    });
  };
  const search = () =>
    run(async () => {
      const { data } = await ask<PaperList>("GET", `/api/papers?code=${code.trim().toLowerCase()}`);
      setFound(data.papers);
      if (!data.papers.length) setSaid({ state: "unknown", text: "No paper with that code was issued here." });
    });
  return (
    <div className="shelf">
      <header className="top-bar">
        <Link to="/" className="brand" aria-label="Elm Cover, to the shelf of jobs">
          <img src={at("/favicon.svg")} alt="" width="22" height="22" /> <b>Elm Cover</b>
        </Link>
        <nav className="pages" aria-label="Pages">
          <Link to="/">Shelf</Link>
          <Link to="/calendar">Calendar</Link>
          <Link to="/papers" aria-current="page">
            Papers
          </Link>
        </nav>
        <span className="grow" />
        <AccountMenu />
      </header>
      <main className="check-paper">
        <h1>Is this paper one of ours?</h1>
        <p>Every paper has a code at its foot, and is kept here as the bytes that were issued.</p>
        <FileButton onChange={check} accept="application/pdf">
          {(props) => (
            <Button loading={busy} disabled={key.trim() !== "" && !isKey} {...props}>
              Check a file, PDF
            </Button>
          )}
        </FileButton>
        <TextInput
          label="Key of another office"
          description="where the paper is theirs: 43 letters and digits that they gave you"
          value={key}
          maxLength={60}
          onChange={(event) => setKey(event.currentTarget.value)}
          error={key.trim() && !isKey ? "A key is 43 letters, digits, - and _." : null}
        />
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (sound) search();
          }}
        >
          <TextInput
            label="Or find it by its code"
            description="ten characters, at the foot of every page"
            value={code}
            maxLength={12}
            onChange={(event) => setCode(event.currentTarget.value)}
            error={code && !sound ? "A code is ten of 0 to 9 and a to f." : null}
          />
          <Button type="submit" variant="default" disabled={!sound}>
            Find
          </Button>
        </form>
        {said ? (
          <p className={`verdict ${said.state}`} role="status">
            {said.text}
          </p>
        ) : null}
        {found.length ? (
          <ul className="issued">
            {found.map((one) => (
              <li key={`${one.job} ${one.number}`}>
                <a className="link" href={at(one.url)} target="_blank" rel="noreferrer">
                  {one.kind} {one.number}
                </a>{" "}
                of{" "}
                <Link className="link" to={`/jobs/${one.job}/prove`}>
                  {one.job_name}
                </Link>
                <span className="soft">
                  {issuedAs(one)}, code {one.code || "none"}
                </span>
              </li>
            ))}
          </ul>
        ) : null}
        {own ? (
          <p className="own-key">
            This office signs its papers; whoever has its key can check them anywhere: <code>{own}</code>
          </p>
        ) : null}
      </main>
    </div>
  );
}
