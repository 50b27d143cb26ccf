import { Button } from "@mantine/core";
import type { JobDocument } from "../api/client";
import { MeasureField } from "../fields/MeasureField";
import { useBench } from "../workbench/context";
import { Part } from "./Part";

type Access = NonNullable<JobDocument["accesses"]>[number];

/** The way in: its opening takes no fill and, until its lid is insulated, leaks at its own R. */
export function HatchSheet() {
  const { document, section, job } = useBench();
  const index = document.accesses?.findIndex((a) => a.section === section.id) ?? -1;
  const hatch = index >= 0 ? document.accesses?.[index] : undefined;
  const set = (change: Partial<Access>) =>
    job.edit("the hatch", (d) => {
      if (d.accesses?.[index]) Object.assign(d.accesses[index], change);
    });
  const [x0, y0] = section.outline_ft[0] as [number, number];
  const [x, y] = hatch?.at_ft ?? [x0, y0];
  const [wide, long] = hatch?.opening_in ?? [22.5, 30];
  return (
    <Part title="Hatch" aside={hatch ? undefined : "none recorded"}>
      {hatch ? (
        <>
          <div className="pair">
            <MeasureField
              label="Opening"
              kind="in"
              path={`accesses[${index}].opening_in`}
              value={wide}
              least={6}
              most={240}
              onValue={(v) => set({ opening_in: [v, long] })}
            />
            <MeasureField
              label="by"
              kind="in"
              path={`accesses[${index}].opening_in`}
              value={long}
              least={6}
              most={240}
              onValue={(v) => set({ opening_in: [wide, v] })}
            />
          </div>
          <div className="pair">
            <MeasureField
              label="Middle, from the west wall"
              kind="ft"
              path={`accesses[${index}].at_ft`}
              value={x - x0}
              most={400}
              onValue={(v) => set({ at_ft: [x0 + v, y] })}
            />
            <MeasureField
              label="from the south wall"
              kind="ft"
              path={`accesses[${index}].at_ft`}
              value={y - y0}
              most={400}
              onValue={(v) => set({ at_ft: [x, y0 + v] })}
            />
          </div>
          <Button
            variant="default"
            size="xs"
            onClick={() => job.edit("taking the hatch away", (d) => void d.accesses?.splice(index, 1))}
          >
            Take the hatch away
          </Button>
        </>
      ) : (
        <Button
          variant="default"
          size="xs"
          onClick={() =>
            job.edit("adding a hatch", (d) => {
              const xs = section.outline_ft.map((p) => p[0]);
              const ys = section.outline_ft.map((p) => p[1]);
              const middle: [number, number] = [
                (Math.min(...xs) + Math.max(...xs)) / 2,
                (Math.min(...ys) + Math.max(...ys)) / 2,
              ];
              d.accesses = [...(d.accesses ?? []), { section: section.id, at_ft: middle, opening_in: [22.5, 30] }];
            })
          }
        >
          Add a hatch
        </Button>
      )}
    </Part>
  );
}
