import { Button, NativeSelect, TextInput } from "@mantine/core";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useParams } from "react-router";
import { ask, type ProblemError } from "../../api/client";
import type { DeviceTold } from "../../api/types";
import { at } from "../../site/base";
import { useAccount } from "../../state/account";
import { usePlanned } from "../../state/context";
import { useFirm } from "../../state/useFirm";
import { Part } from "../../ui/Part";
import { clock } from "./DaySheet";

const KEY = ["devices"];

/** The phone's address, who wrote last, and the devices that have a token of their own. */
export function PhonesSheet() {
  const { id } = useParams();
  const { run } = usePlanned();
  const contacts = run.answer?.contacts ?? [];
  return (
    <>
      <Part title="On the phone">
        <p className="note">
          Open <a href={at(`/field/${id}`)}>/field/{id?.slice(0, 8)}…</a> on the phone while there is a connection,
          until it says «ready without a connection». Every job of today and tomorrow stands at{" "}
          <a href={at("/field/")}>/field/</a>.
        </p>
      </Part>
      <Part title="Last contacts" aside={contacts.length ? undefined : "none yet"}>
        <ul className="entries">
          {contacts.map((contact) => (
            <li key={contact.device}>
              <span>
                {contact.name}
                {contact.holds ? <b> · holds the count</b> : null}{" "}
                <span className="soft">
                  {new Date(contact.at).toLocaleDateString("en-GB")} {clock(contact.at)}
                </span>
              </span>
            </li>
          ))}
        </ul>
      </Part>
      {useAccount().may("office") ? <Devices /> : null}
    </>
  );
}

function Devices() {
  const queries = useQueryClient();
  const firm = useFirm();
  const crews = firm.firm?.crews ?? [];
  const found = useQuery({
    queryKey: KEY,
    queryFn: async () => (await ask<{ devices: DeviceTold[] }>("GET", "/api/devices")).data.devices,
  });
  const [name, setName] = useState("");
  const [crew, setCrew] = useState("");
  const [made, setMade] = useState<{ name: string; address: string } | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const send = async <T,>(method: "POST" | "PUT", path: string, body: unknown): Promise<T | null> => {
    try {
      const { data } = await ask<T>(method, path, body);
      setTrouble(null);
      await queries.invalidateQueries({ queryKey: KEY });
      return data;
    } catch (error) {
      setTrouble((error as ProblemError).message);
      return null;
    }
  };
  const make = async () => {
    const told = await send<{ token: string }>("POST", "/api/devices", { name: name.trim(), crew: crew || null });
    if (!told) return;
    setMade({ name: name.trim(), address: `${location.origin}${at("/field/")}#join=${told.token}` });
    setName("");
  };
  const devices = found.data ?? [];
  const standing = devices.filter((device) => !device.revoked_at);
  return (
    <Part title="Devices with a token" aside={`${standing.length}`}>
      {trouble ? <p className="at-place caution">{trouble}</p> : null}
      <TextInput
        label="A new device, as the firm calls it"
        value={name}
        maxLength={80}
        onChange={(event) => setName(event.currentTarget.value)}
      />
      <NativeSelect
        label="Sees the days of"
        size="sm"
        value={crew}
        onChange={(event) => setCrew(event.currentTarget.value)}
        data={[{ value: "", label: "every crew" }, ...crews.map((one) => ({ value: one.id, label: one.name }))]}
      />
      <div className="row">
        <Button size="xs" disabled={!name.trim()} onClick={() => void make()}>
          Make its token
        </Button>
      </div>
      {made ? (
        <div className="at-place caution">
          <p>Open this on {made.name} once. It is not shown a second time:</p>
          <p>
            <code className="token">{made.address}</code>
          </p>
        </div>
      ) : null}
      <ul className="entries">
        {devices.map((device) => (
          <li key={device.id} className={device.revoked_at ? "voided" : undefined}>
            <span>
              {device.name}{" "}
              <span className="soft">
                {crews.find((one) => one.id === device.crew)?.name ?? device.crew ?? "every crew"}
                {device.revoked_at
                  ? ` · revoked ${clock(device.revoked_at)}`
                  : device.seen_at
                    ? ` · seen ${clock(device.seen_at)}`
                    : " · never seen"}
              </span>
            </span>
            {device.revoked_at ? null : (
              <Button
                size="compact-sm"
                variant="default"
                aria-label={`Revoke ${device.name}`}
                onClick={() =>
                  void send("PUT", `/api/devices/${device.id}`, { name: device.name, crew: device.crew, revoke: true })
                }
              >
                revoke
              </Button>
            )}
          </li>
        ))}
      </ul>
    </Part>
  );
}
