import { TextInput } from "@mantine/core";
import { useState } from "react";
import type { JobDocument } from "../../api/types";
import { useFirm } from "../../state/useFirm";
import { useUnits } from "../../ui/units";

type Target = NonNullable<JobDocument["target"]>;

/** The firm's own named rules: a utility's program, a contract. Picked, added, taken out. */
export function RuleLibrary({ target, set }: { target: Target; set: (change: Partial<Target>) => void }) {
  const { firm, keep, said } = useFirm();
  const units = useUnits();
  const [name, setName] = useState(target.name ?? "");
  const rules = firm?.target_rules ?? [];
  const known = rules.some((rule) => rule.name === target.name && rule.r === target.r);
  return (
    <>
      <TextInput
        size="sm"
        label="Name of the rule"
        placeholder="a program, a contract"
        value={name}
        maxLength={120}
        autoComplete="off"
        onChange={(event) => setName(event.currentTarget.value)}
        onBlur={() => set({ name: name.trim() || null })}
      />
      {keep && target.r && name.trim() && !known ? (
        <button
          type="button"
          className="link"
          onClick={() =>
            void keep((f) => ({
              ...f,
              target_rules: [
                ...(f.target_rules ?? []).filter((rule) => rule.name !== name.trim()),
                { name: name.trim(), r: target.r as number, note: "" },
              ],
            }))
          }
        >
          Keep “{name.trim()}” for the firm
        </button>
      ) : null}
      {rules.length ? (
        <ul className="why-list" aria-label="The firm's rules">
          {rules.map((rule) => (
            <li key={rule.name}>
              <button
                type="button"
                className="link"
                aria-pressed={rule.name === target.name && rule.r === target.r}
                onClick={() => {
                  setName(rule.name);
                  set({ basis: "custom", r: rule.r, name: rule.name });
                }}
              >
                {rule.name}, {units.r(rule.r)}
              </button>{" "}
              {keep ? (
                <button
                  type="button"
                  className="link"
                  aria-label={`Take ${rule.name} out of the firm's rules`}
                  onClick={() =>
                    void keep((f) => ({
                      ...f,
                      target_rules: (f.target_rules ?? []).filter((other) => other.name !== rule.name),
                    }))
                  }
                >
                  out
                </button>
              ) : null}
            </li>
          ))}
        </ul>
      ) : null}
      {said ? (
        <p className="note" role="status">
          {said}
        </p>
      ) : null}
    </>
  );
}
