import { Button, NativeSelect, TextInput } from "@mantine/core";
import { useDebouncedValue } from "@mantine/hooks";
import { useInfiniteQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { ask, askForFile } from "../../api/client";
import { DEEDS } from "../../api/generated/registries";
import type { DeedList } from "../../api/types";
import { useAccount } from "../../state/account";
import { moment } from "./moment";
import { PageHead } from "./PageHead";

const WAIT_MS = 250;
const KINDS = [
  { value: "", label: "everything" },
  ...Object.entries(DEEDS).map(([value, label]) => ({ value, label })),
];

/** Who did what: searched, and as CSV. */
export function RecordPage() {
  const account = useAccount();
  const [words, setWords] = useState("");
  const [kind, setKind] = useState("");
  const [since, setSince] = useState("");
  const [until, setUntil] = useState("");
  const [sought] = useDebouncedValue(words.trim(), WAIT_MS);
  const asked = Object.entries({ words: sought, kind, since, until })
    .filter(([, value]) => value)
    .map(([name, value]) => `${name}=${encodeURIComponent(value)}`)
    .join("&");
  const mine = account.may("office") && !account.me.local;
  const found = useInfiniteQuery({
    queryKey: ["deeds", asked],
    queryFn: async ({ pageParam }) =>
      (await ask<DeedList>("GET", `/api/deeds?${asked}${pageParam ? `&before=${pageParam}` : ""}`)).data,
    initialPageParam: 0,
    getNextPageParam: (last) => last.next,
    enabled: mine,
  });
  const lines = found.data?.pages.flatMap((page) => page.deeds) ?? [];
  return (
    <div className="account-page">
      <PageHead here="Who did what" />
      <main>
        <h2>Who did what</h2>
        {account.me.local ? (
          <p>
            Nobody has an account here, so there is nobody to tell apart. <Link to="/people">Make the first one</Link>:
            from then on sign-ins, changes, papers and files taken out stand here.
          </p>
        ) : null}
        {mine ? (
          <>
            <div className="record-find">
              <TextInput
                label="Find"
                type="search"
                placeholder="name, job or address"
                value={words}
                maxLength={200}
                onChange={(event) => setWords(event.currentTarget.value)}
              />
              <NativeSelect
                label="What"
                value={kind}
                data={KINDS}
                onChange={(event) => setKind(event.currentTarget.value)}
              />
              <TextInput
                label="From"
                type="date"
                value={since}
                onChange={(event) => setSince(event.currentTarget.value)}
              />
              <TextInput
                label="To"
                type="date"
                value={until}
                onChange={(event) => setUntil(event.currentTarget.value)}
              />
              <Button variant="default" onClick={() => void askForFile(`/api/deeds/record.csv?${asked}`, "record.csv")}>
                as CSV
              </Button>
            </div>
            <div className="record-scroll">
              <table className="account-table record">
                <thead>
                  <tr>
                    <th>when</th>
                    <th>who</th>
                    <th>did</th>
                    <th>what</th>
                    <th>from</th>
                  </tr>
                </thead>
                <tbody>
                  {lines.map((line) => (
                    <tr key={line.n}>
                      <td>{moment(line.at)}</td>
                      <td>{line.who || "nobody"}</td>
                      <td>{line.text}</td>
                      <td>
                        {line.job ? <Link to={`/jobs/${line.job}`}>{line.what || "Unnamed job"}</Link> : line.what}
                      </td>
                      <td>{line.address}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
            {found.isSuccess && lines.length === 0 ? (
              <p className="soft">Nothing like that stands in the record.</p>
            ) : null}
            {found.error ? (
              <p className="trouble" role="alert">
                {found.error.message}
              </p>
            ) : null}
            {found.hasNextPage ? (
              <Button variant="default" loading={found.isFetching} onClick={() => void found.fetchNextPage()}>
                Older
              </Button>
            ) : null}
          </>
        ) : null}
      </main>
    </div>
  );
}
