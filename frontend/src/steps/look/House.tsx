import { Checkbox } from "@mantine/core";
import type { JobDocument } from "../../api/types";
import { NumberField } from "../../inputs/NumberField";
import { ZoneSelect } from "../../inputs/ZoneSelect";
import { useDocument, useView } from "../../state/context";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";
import { TextField } from "../../ui/TextField";

type HouseDocument = NonNullable<JobDocument["house"]>;
const YES_NO = [
  { value: "yes", label: "yes" },
  { value: "no", label: "no" },
];
const yes = (value: boolean | null | undefined) =>
  value === null || value === undefined ? null : value ? "yes" : "no";

/** Whose house it is, why the visit was asked for, and what can be said of it from outside. */
export function House() {
  const { document, job } = useDocument();
  const { lists } = useView();
  const house = document.house;
  const concerns = house?.concerns ?? [];
  const own = concerns.filter((c) => !lists.concerns.includes(c)).join("; ");
  const set = (change: Partial<HouseDocument>) =>
    job.edit("the house", (d) => {
      d.house = { ...d.house, ...change };
    });
  return (
    <>
      <Part title="Job">
        <TextField
          label="Name"
          value={document.name}
          onValue={(name) => job.edit("the job's name", (d) => void Object.assign(d, { name }))}
        />
        <TextField
          label="Address"
          value={document.address}
          onValue={(address) => job.edit("the address", (d) => void Object.assign(d, { address }))}
        />
      </Part>
      <Part title="Why the visit?">
        <div className="checks">
          {lists.concerns.map((concern) => (
            <Checkbox
              key={concern}
              size="sm"
              label={concern}
              checked={concerns.includes(concern)}
              onChange={(event) =>
                set({
                  concerns: event.currentTarget.checked
                    ? [...concerns, concern]
                    : concerns.filter((other) => other !== concern),
                })
              }
            />
          ))}
        </div>
        <TextField
          label="In the customer's words"
          value={own}
          onValue={(text) =>
            set({
              concerns: [...concerns.filter((c) => lists.concerns.includes(c)), ...(text.trim() ? [text.trim()] : [])],
            })
          }
        />
      </Part>
      <Part title="House">
        <div className="pair">
          <NumberField
            label="Year built"
            path="house.year_built"
            value={house?.year_built}
            least={1500}
            most={2200}
            whole
            mayBeEmpty
            onValue={(year_built) => set({ year_built })}
          />
          <NumberField
            label="Storeys"
            path="house.stories"
            value={house?.stories}
            least={0.5}
            most={10}
            mayBeEmpty
            onValue={(stories) => set({ stories })}
          />
        </div>
        <ZoneSelect />
        <Pick
          label="Is the attic vented?"
          value={yes(house?.vented)}
          options={YES_NO}
          onValue={(value) => set({ vented: value === "yes" })}
        />
        <Pick
          label="New construction?"
          value={yes(house?.new_construction)}
          options={YES_NO}
          onValue={(value) => set({ new_construction: value === "yes" })}
        />
      </Part>
    </>
  );
}
