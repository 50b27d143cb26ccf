import { Button, NativeSelect, TextInput } from "@mantine/core";
import { useState } from "react";
import type { Firm, KitLine } from "../../api/types";
import { newId } from "../../document/outline";
import { useFirm } from "../../state/useFirm";
import { Dialog } from "../../ui/Dialog";
import { FirmNumber } from "./FirmNumber";

const PLACES = [
  { value: "door", label: "by the door" },
  { value: "rear", label: "rear" },
  { value: "middle", label: "middle" },
  { value: "front", label: "front" },
  { value: "cab", label: "cab" },
];

/** So many lines of a long kit are drawn at once. */
const AT_ONCE = 60;
const MOST = 1000;

/** Tools and protection that go along to every job, and what the truck takes: the firm's own. */
export function KitDialog({ onClose }: { onClose: () => void }) {
  const { firm, keep, said } = useFirm();
  const [draft, setDraft] = useState<Firm | null>(null);
  const [shown, setShown] = useState(AT_ONCE);
  const now = draft ?? firm;
  if (!now) return null;
  const kit = now.kit ?? [];
  const truck = now.truck ?? {};
  const change = (part: Partial<Firm>) => setDraft({ ...now, ...part });
  const line = (i: number, part: Partial<KitLine>) =>
    change({ kit: kit.map((one, at) => (at === i ? { ...one, ...part } : one)) });
  const truckOf = (part: Partial<NonNullable<Firm["truck"]>>) => change({ truck: { ...truck, ...part } });
  return (
    <Dialog title="The firm's kit and truck" opened onClose={onClose} size={1040}>
      <div className="kit-truck">
        <FirmNumber
          label="Truck takes"
          unit="lb"
          value={truck.payload_lb}
          least={1}
          most={10_000}
          onValue={(payload_lb) => truckOf({ payload_lb })}
        />
        <FirmNumber
          label="Box inside, long"
          unit="ft"
          value={truck.length_ft}
          least={1}
          most={60}
          onValue={(length_ft) => truckOf({ length_ft })}
        />
        <FirmNumber
          label="wide"
          unit="ft"
          value={truck.width_ft}
          least={1}
          most={12}
          onValue={(width_ft) => truckOf({ width_ft })}
        />
        <FirmNumber
          label="high"
          unit="ft"
          value={truck.height_ft}
          least={1}
          most={14}
          onValue={(height_ft) => truckOf({ height_ft })}
        />
        <FirmNumber
          label="filled by a load"
          unit="%"
          value={truck.usable_pct}
          least={1}
          most={100}
          onValue={(usable_pct) => truckOf({ usable_pct })}
        />
      </div>
      {kit.length === 0 ? <p className="note">Nothing goes along yet. Add the first thing.</p> : null}
      <ul className="kit-list">
        {kit.slice(0, shown).map((one, i) => (
          <li key={one.id ?? String(i)}>
            <TextInput
              size="xs"
              aria-label={`Thing ${i + 1}`}
              value={one.title}
              maxLength={120}
              onChange={(event) => line(i, { title: event.currentTarget.value })}
            />
            <FirmNumber
              label="how many"
              bare
              value={one.amount}
              least={0}
              most={10_000}
              onValue={(amount) => line(i, { amount })}
            />
            <TextInput
              size="xs"
              aria-label="unit"
              value={one.unit}
              maxLength={60}
              onChange={(event) => line(i, { unit: event.currentTarget.value })}
            />
            <NativeSelect
              size="xs"
              aria-label="for"
              value={one.per}
              onChange={(event) => line(i, { per: event.currentTarget.value as "job" })}
              data={[
                { value: "job", label: "a job" },
                { value: "person", label: "each person" },
              ]}
            />
            <NativeSelect
              size="xs"
              aria-label="place in the truck"
              value={one.place}
              onChange={(event) => line(i, { place: event.currentTarget.value as "door" })}
              data={PLACES}
            />
            <FirmNumber label="lb each" bare value={one.lb} least={0} most={10_000} onValue={(lb) => line(i, { lb })} />
            <Button
              size="compact-xs"
              variant="subtle"
              color="rust"
              aria-label={`Take ${one.title} off the kit`}
              onClick={() => change({ kit: kit.filter((_, at) => at !== i) })}
            >
              remove
            </Button>
          </li>
        ))}
      </ul>
      {kit.length > shown ? (
        <Button size="xs" variant="subtle" onClick={() => setShown(shown + AT_ONCE)}>
          {`Show more of the ${kit.length - shown} others`}
        </Button>
      ) : null}
      <div className="row">
        <Button
          size="sm"
          variant="default"
          disabled={kit.length >= MOST}
          onClick={() =>
            change({
              kit: [
                {
                  id: newId(),
                  title: "New thing",
                  amount: 1,
                  unit: "pieces",
                  per: "job",
                  lb: 0,
                  ft3: 0,
                  place: "door",
                },
                ...kit,
              ],
            })
          }
        >
          Add a thing
        </Button>
        {keep ? (
          <Button
            size="sm"
            disabled={draft === null}
            onClick={() =>
              void keep((firm) => ({ ...firm, kit: now.kit, truck: now.truck })).then(() => setDraft(null))
            }
          >
            Keep for the firm
          </Button>
        ) : null}
        <span className="note" role="status">
          {said}
        </span>
      </div>
    </Dialog>
  );
}
