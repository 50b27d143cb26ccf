import { Button, CopyButton, NativeSelect, TextInput } from "@mantine/core";
import { type FormEvent, useState } from "react";
import { ROLES, type Role } from "../../api/generated/registries";
import type { CrewDocument, Invited } from "../../api/types";
import { moment } from "./moment";

const OPTIONS = Object.entries(ROLES).map(([value, role]) => ({ value, label: `${role.title}: ${role.says}` }));

/** Name, role and, for somebody of a crew, which. */
export function InviteForm({
  crews,
  onInvite,
  onCancel,
}: {
  crews: readonly CrewDocument[];
  onInvite: (told: { name: string; role: Role; crew?: string }) => void;
  onCancel: () => void;
}) {
  const [name, setName] = useState("");
  const [role, setRole] = useState<Role>("estimator");
  const [crew, setCrew] = useState("");
  const ofACrew = ROLES[role].of_a_crew;
  const send = (event: FormEvent) => {
    event.preventDefault();
    onInvite({ name: name.trim(), role, ...(ofACrew ? { crew } : {}) });
  };
  return (
    <form className="account-form" onSubmit={send}>
      <TextInput
        label="Name"
        description="As the record tells it; a name is one person’s for ever."
        value={name}
        maxLength={80}
        required
        onChange={(event) => setName(event.currentTarget.value)}
      />
      <NativeSelect
        label="Role"
        value={role}
        data={OPTIONS}
        onChange={(event) => setRole(event.currentTarget.value as Role)}
      />
      {ofACrew && crews.length === 0 ? (
        <p className="at-place stop">There is no crew yet: add one on the calendar first.</p>
      ) : null}
      {ofACrew && crews.length > 0 ? (
        <NativeSelect
          label="Crew"
          value={crew}
          required
          data={[
            { value: "", label: "which crew?", disabled: true },
            ...crews.map((one) => ({ value: one.id, label: one.name })),
          ]}
          onChange={(event) => setCrew(event.currentTarget.value)}
        />
      ) : null}
      <span className="account-row">
        <Button type="submit" disabled={ofACrew && !crew}>
          Invite
        </Button>
        <Button variant="default" onClick={onCancel}>
          Cancel
        </Button>
      </span>
    </form>
  );
}

/** The link of an invitation: shown this once. */
export function InvitedLink({ invited, onClose }: { invited: Invited; onClose: () => void }) {
  return (
    <section className="invited" role="status">
      <p>
        Send this link to {invited.person.name}, and to nobody else. It works once, until {moment(invited.ends_at)}, and
        is shown only now.
      </p>
      <p className="invited-link">
        <code>{invited.link}</code>
      </p>
      <span className="account-row">
        <CopyButton value={invited.link}>
          {({ copied, copy }) => <Button onClick={copy}>{copied ? "Copied" : "Copy the link"}</Button>}
        </CopyButton>
        <Button variant="default" onClick={onClose}>
          Done
        </Button>
      </span>
    </section>
  );
}
