import { WrittenField } from "./WrittenField";

/** Free words, taken as they are. */
export function TextField({
  label,
  value,
  onValue,
  hint,
  path,
}: {
  label: string;
  value: string | null | undefined;
  onValue: (value: string) => void;
  hint?: string;
  path?: string;
}) {
  const take = (text: string) => {
    onValue(text);
    return null;
  };
  return <WrittenField label={label} hint={hint} shown={value ?? ""} maxLength={200} onWritten={take} key={path} />;
}
