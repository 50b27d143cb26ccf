import { Button, NativeSelect } from "@mantine/core";
import { useState } from "react";
import type { CrewDocument, DeviceTold } from "../../api/types";
import { entriesAndPhotos } from "../../ui/unsent";
import { WrittenField } from "../../ui/WrittenField";
import { moment } from "../account/moment";

interface Props {
  device: DeviceTold;
  crews: readonly CrewDocument[];
  onChange: (told: { name?: string; crew?: string | null; revoke?: true }) => void;
}

/** A phone: what it holds, when it was heard, whose days it sees, and how it is taken off the list. */
export function PhoneLine({ device, crews, onChange }: Props) {
  const [sure, setSure] = useState(false);
  const gone = device.revoked_at !== null;
  const named = crews.find((one) => one.id === device.crew)?.name ?? device.crew ?? "every crew";
  return (
    <li className={gone ? "person phone locked" : "person phone"}>
      <div className="person-name">
        {gone ? (
          <b>{device.name}</b>
        ) : (
          <WrittenField
            label="Name"
            shown={device.name}
            maxLength={80}
            onWritten={(text) => {
              if (!text.trim()) return "a name of 1 to 80 letters";
              onChange({ name: text.trim() });
              return null;
            }}
          />
        )}
      </div>
      <div className="phone-said">
        <div>{heldWords(device)}</div>
        <div className="soft">
          {gone ? `taken off the list ${moment(device.revoked_at ?? "")}, ` : ""}
          {device.seen_at ? `heard ${moment(device.seen_at)}` : "never heard"}
          {device.joined_at ? `, joined ${moment(device.joined_at)}` : `, given a token ${moment(device.made_at)}`}
        </div>
      </div>
      {gone ? (
        <span className="soft">{named}</span>
      ) : (
        <NativeSelect
          aria-label={`Days that ${device.name} sees`}
          value={device.crew ?? ""}
          data={[
            { value: "", label: "every crew" },
            ...crews.map((one) => ({ value: one.id, label: one.name })),
            ...(device.crew && !crews.some((one) => one.id === device.crew)
              ? [{ value: device.crew, label: device.crew }]
              : []),
          ]}
          onChange={(event) => onChange({ crew: event.currentTarget.value || null })}
        />
      )}
      {gone ? null : sure ? (
        <span className="person-acts">
          <Button variant="default" size="xs" className="stop" onClick={() => onChange({ revoke: true })}>
            Take {device.name} off
          </Button>
          <Button variant="default" size="xs" onClick={() => setSure(false)}>
            keep
          </Button>
        </span>
      ) : (
        <span className="person-acts">
          <Button
            variant="default"
            size="xs"
            aria-label={`Take ${device.name} off the list`}
            onClick={() => setSure(true)}
          >
            take off the list
          </Button>
        </span>
      )}
    </li>
  );
}

/** What a phone last said it holds. */
function heldWords(device: DeviceTold): string {
  const { unsent, unsent_photos: photos } = device;
  if (typeof unsent !== "number") return "has not said what it holds";
  return `holds ${entriesAndPhotos(unsent, photos ?? 0) ?? "nothing"} unsent`;
}
