import { Button, NativeSelect } from "@mantine/core";
import { useState } from "react";
import { ROLES, type Role } from "../../api/generated/registries";
import type { CrewDocument, PersonTold } from "../../api/types";
import { moment } from "./moment";

const OPTIONS = Object.entries(ROLES).map(([value, role]) => ({ value, label: role.title }));

interface Props {
  person: PersonTold;
  self: boolean;
  crews: readonly CrewDocument[];
  onChange: (told: { role?: Role; crew?: string; locked?: boolean }) => void;
  onLink: () => void;
  onDelete: () => void;
}

/** Somebody with an account, and what the office does with it. */
export function PersonLine({ person, self, crews, onChange, onLink, onDelete }: Props) {
  const [sure, setSure] = useState(false);
  const [role, setRole] = useState<Role | null>(null);
  const shown = role ?? person.role;
  const ofACrew = ROLES[shown].of_a_crew;
  const pick = (to: Role) => {
    // Somebody of a crew needs one: it is sent once it is said which.
    if (ROLES[to].of_a_crew) setRole(to);
    else {
      setRole(null);
      onChange({ role: to });
    }
  };
  return (
    <li className={person.locked_at ? "person locked" : "person"}>
      <div className="person-name">
        <b>{person.name}</b>
        {self ? <span className="soft"> (you)</span> : null}
        <div className="soft">
          {person.locked_at
            ? `locked ${moment(person.locked_at)}`
            : person.ready
              ? `since ${moment(person.made_at)}, by ${person.made_by}`
              : "invited, no password chosen yet"}
        </div>
      </div>
      <NativeSelect
        aria-label={`Role of ${person.name}`}
        value={shown}
        data={OPTIONS}
        onChange={(event) => pick(event.currentTarget.value as Role)}
      />
      {ofACrew ? (
        <NativeSelect
          aria-label={`Crew of ${person.name}`}
          value={person.crew ?? ""}
          data={[
            { value: "", label: "which crew?", disabled: true },
            ...crews.map((crew) => ({ value: crew.id, label: crew.name })),
          ]}
          onChange={(event) => {
            setRole(null);
            onChange({ role: shown, crew: event.currentTarget.value });
          }}
        />
      ) : null}
      <span className="person-acts">
        <Button variant="default" size="xs" onClick={onLink} disabled={person.locked_at !== null}>
          {person.ready ? "new link" : "link again"}
        </Button>
        <Button variant="default" size="xs" onClick={() => onChange({ locked: person.locked_at === null })}>
          {person.locked_at ? "unlock" : "lock"}
        </Button>
        {sure ? (
          <>
            <Button variant="default" size="xs" className="stop" onClick={onDelete}>
              Delete {person.name}
            </Button>
            <Button variant="default" size="xs" onClick={() => setSure(false)}>
              keep
            </Button>
          </>
        ) : (
          <Button variant="default" size="xs" onClick={() => setSure(true)}>
            delete
          </Button>
        )}
      </span>
    </li>
  );
}
