import { MeasureField } from "./MeasureField";

interface Props {
  at: readonly [number, number] | null | undefined;
  path: string;
  onPlace: (at: [number, number]) => void;
  labels?: readonly [string, string];
}

/** A place on the floor, feet east and north. */
export function PlaceFields({ at, path, onPlace, labels = ["East", "North"] }: Props) {
  const [x, y] = at ?? [null, null];
  return (
    <div className="pair">
      <MeasureField
        label={labels[0]}
        kind="ft"
        path={path}
        value={x}
        least={-1000}
        onValue={(v) => onPlace([v, y ?? 0])}
      />
      <MeasureField
        label={labels[1]}
        kind="ft"
        path={path}
        value={y}
        least={-1000}
        onValue={(v) => onPlace([x ?? 0, v])}
      />
    </div>
  );
}
