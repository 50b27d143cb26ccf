import { TextInput } from "@mantine/core";

interface Props {
  label: string;
  value: string;
  onText: (text: string) => void;
}

/** A number being written that nothing keeps yet: the text as it stands. */
export function DecimalInput({ label, value, onText }: Props) {
  return (
    <TextInput
      label={label}
      inputMode="decimal"
      value={value}
      onChange={(event) => onText(event.currentTarget.value)}
    />
  );
}
