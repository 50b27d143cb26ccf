import { Button, NativeSelect, TextInput } from "@mantine/core";
import { type FormEvent, useState } from "react";
import type { CrewDocument, ShownCode } from "../../api/types";
import { useRemembered } from "./useRemembered";

interface Props {
  crews: readonly CrewDocument[];
  onShow: (told: { name: string; crew: string | null }) => Promise<ShownCode | null>;
}

/** What the phone will be called and whose days it sees; then its code. */
export function NewPhone({ crews, onShow }: Props) {
  const [name, setName] = useState("");
  const [crew, setCrew] = useRemembered("phones.crew");
  const known = crews.some((one) => one.id === crew) ? crew : "";
  const send = async (event: FormEvent) => {
    event.preventDefault();
    if (await onShow({ name: name.trim(), crew: known || null })) setName("");
  };
  return (
    <form className="phone-new" onSubmit={(event) => void send(event)}>
      <TextInput
        label="A phone joins as"
        placeholder="feeder’s phone"
        value={name}
        maxLength={80}
        required
        onChange={(event) => setName(event.currentTarget.value)}
      />
      <NativeSelect
        label="and sees the days of"
        value={known}
        data={[{ value: "", label: "every crew" }, ...crews.map((one) => ({ value: one.id, label: one.name }))]}
        onChange={(event) => setCrew(event.currentTarget.value)}
      />
      <Button type="submit" disabled={!name.trim()}>
        Show its code
      </Button>
    </form>
  );
}
