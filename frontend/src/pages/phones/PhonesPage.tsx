import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, type ProblemError } from "../../api/client";
import type { DeviceTold, HeldList, ShownCode } from "../../api/types";
import { useAccount } from "../../state/account";
import { useFirm } from "../../state/useFirm";
import { PageHead } from "../account/PageHead";
import { CodeDialog } from "./CodeDialog";
import { FileIn } from "./FileIn";
import { Held } from "./Held";
import { NewPhone } from "./NewPhone";
import { PhoneLine } from "./PhoneLine";

const LOOK_MS = 5000;

/** The firm's phones: joined by a code, what each holds, and what waits for the office. */
export function PhonesPage() {
  const mine = useAccount().may("office");
  return (
    <div className="account-page">
      <PageHead here="Phones" />
      <main>
        <h2>Phones</h2>
        {mine ? <Phones /> : <p>The office keeps the list of phones.</p>}
      </main>
    </div>
  );
}

function Phones() {
  const queries = useQueryClient();
  const crews = useFirm().firm?.crews ?? [];
  const [shown, setShown] = useState<ShownCode | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const devices = useQuery({
    queryKey: ["devices"],
    queryFn: async () => (await ask<{ devices: DeviceTold[] }>("GET", "/api/devices")).data.devices,
    refetchInterval: LOOK_MS,
  });
  const held = useQuery({
    queryKey: ["held"],
    queryFn: async () => (await ask<HeldList>("GET", "/api/held")).data,
    refetchInterval: LOOK_MS,
  });
  const act = async <T,>(run: () => Promise<T>): Promise<T | null> => {
    setTrouble(null);
    try {
      return await run();
    } catch (error) {
      setTrouble((error as ProblemError).message);
      return null;
    } finally {
      void queries.invalidateQueries({ queryKey: ["devices"] });
      void queries.invalidateQueries({ queryKey: ["held"] });
    }
  };
  const show = async (told: { name: string; crew: string | null }) => {
    const found = await act(async () => (await ask<ShownCode>("POST", "/api/devices/codes", told)).data);
    setShown(found);
    return found;
  };
  const close = (of: ShownCode) => {
    setShown(null);
    // A code that nobody looks at any more is good for nobody; one that was used stays as it is.
    void act(() => ask("DELETE", `/api/devices/codes/${of.code.id}`));
  };
  const all = devices.data ?? [];
  const standing = all.filter((one) => one.revoked_at === null);
  const gone = all.filter((one) => one.revoked_at !== null);
  const line = (device: DeviceTold) => (
    <PhoneLine
      key={device.id}
      device={device}
      crews={crews}
      onChange={(told) => void act(() => ask("PUT", `/api/devices/${device.id}`, told))}
    />
  );
  return (
    <>
      {trouble ? (
        <p className="trouble" role="alert">
          {trouble}
        </p>
      ) : null}
      {shown ? <CodeDialog shown={shown} onClose={() => close(shown)} /> : null}
      <NewPhone crews={crews} onShow={show} />
      {held.data?.count ? (
        <Held
          list={held.data}
          onSettle={async (entries, take) => {
            await act(() => ask("POST", "/api/held", { entries, take }));
          }}
        />
      ) : null}
      {devices.data && standing.length === 0 ? (
        <p>
          No phone has joined yet. Say what it is called, show its code and scan it with the phone’s camera: it opens on
          its days.
        </p>
      ) : null}
      <ul className="people">{standing.map(line)}</ul>
      {gone.length ? (
        <details>
          <summary>Taken off the list: {gone.length}</summary>
          <ul className="people">{gone.map(line)}</ul>
        </details>
      ) : null}
      <FileIn onDone={() => void queries.invalidateQueries({ queryKey: ["devices"] })} />
    </>
  );
}
