import { Select } from "@mantine/core";
import type { JobDocument } from "../api/types";
import { useDocument, useView } from "../state/context";

type Zone = NonNullable<NonNullable<JobDocument["house"]>["climate_zone"]>;

/** The climate zone, picked from a list with plain descriptions. */
export function ZoneSelect() {
  const { document, job } = useDocument();
  const { lists } = useView();
  return (
    <Select
      size="sm"
      label="Climate zone"
      data-at="house.climate_zone"
      placeholder="pick the zone of the house"
      searchable
      data={lists.zones.map(({ zone, description }) => ({ value: zone as Zone, label: `${zone} · ${description}` }))}
      value={document.house?.climate_zone ?? null}
      onChange={(zone) =>
        job.edit("the climate zone", (d) => {
          d.house = { ...d.house, climate_zone: zone };
        })
      }
    />
  );
}
