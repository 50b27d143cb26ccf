import { Button, Checkbox, Select } from "@mantine/core";
import { useState } from "react";
import { newId } from "../../document/outline";
import type { AddedItem } from "../../document/preparation";
import { NumberField } from "../../inputs/NumberField";
import { useDocument, useView } from "../../state/context";
import { Part } from "../../ui/Part";
import { TextField } from "../../ui/TextField";

/** Something that no record gives: found on the spot, or wished for. */
export function AddItem() {
  const { document, section, job } = useDocument();
  const { lists, openItem } = useView();
  const [kind, setKind] = useState<string | null>(null);
  const [amount, setAmount] = useState<number | null>(null);
  const [text, setText] = useState("");
  const [late, setLate] = useState(false);
  const chosen = lists.added_kinds.find((one) => one.value === kind);
  const add = () => {
    if (!kind) return;
    const id = newId();
    job.edit("an item found", (d) => {
      const item = {
        id,
        kind,
        section: section.id,
        text,
        ...(amount === null ? {} : { amount }),
        ...(late ? { after_offer: true } : {}),
      } as AddedItem;
      d.preparation = { ...d.preparation, added: [...(d.preparation?.added ?? []), item] };
    });
    setKind(null);
    setAmount(null);
    setText("");
    openItem(`added:${id}`);
  };
  const several = (document.sections?.length ?? 0) > 1;
  return (
    <Part title="Found more" aside={several ? `in ${section.name ?? section.id}` : undefined}>
      <Select
        size="sm"
        label="What is it?"
        placeholder="pick a kind"
        data={lists.added_kinds.map(({ value, title }) => ({ value, label: title }))}
        value={kind}
        onChange={setKind}
      />
      {chosen ? (
        <>
          <NumberField
            key={chosen.value}
            label="How much"
            path="preparation.added"
            unit={chosen.unit}
            value={amount}
            least={0}
            most={100_000}
            mayBeEmpty
            onValue={setAmount}
          />
          <TextField label="In words" value={text} onValue={setText} />
          <Checkbox
            size="sm"
            label="found after the offer: a change, in no price before the customer's yes"
            checked={late}
            onChange={(event) => setLate(event.currentTarget.checked)}
          />
          <Button size="sm" onClick={add}>
            Put it on the list
          </Button>
        </>
      ) : null}
    </Part>
  );
}
