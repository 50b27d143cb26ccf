import { NumberField } from "../../inputs/NumberField";
import { useUnits } from "../../ui/units";

interface Props {
  label: string;
  path: string;
  /** °F; the field shows °C where the view is metric. */
  value: number | null;
  least: number;
  most: number;
  mayBeEmpty?: boolean;
  onValue: (value: number | null) => void;
}

const toC = (f: number) => Math.round(((f - 32) / 1.8) * 10) / 10;

export function TemperatureField({ value, least, most, onValue, ...field }: Props) {
  const { metric } = useUnits();
  if (!metric) return <NumberField {...field} unit="°F" value={value} least={least} most={most} onValue={onValue} />;
  return (
    <NumberField
      {...field}
      unit="°C"
      value={value === null ? null : toC(value)}
      least={toC(least)}
      most={toC(most)}
      onValue={(v) => onValue(v === null ? null : v * 1.8 + 32)}
    />
  );
}
