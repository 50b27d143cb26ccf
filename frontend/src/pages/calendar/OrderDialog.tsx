import { Button, TextInput } from "@mantine/core";
import { useState } from "react";
import { askForFile } from "../../api/client";
import type { CalendarAnswer, OrderedLine } from "../../api/types";
import { useAccount } from "../../state/account";
import { keepFirm } from "../../state/useFirm";
import { Dialog } from "../../ui/Dialog";
import { fixed } from "../../ui/units";
import { dayName } from "./days";
import type { CalendarHandle } from "./useCalendar";
import { SPAN } from "./useCalendar";

interface Props {
  answer: CalendarAnswer;
  calendar: CalendarHandle;
  onClose: () => void;
}

/** What the jobs of these days need together, what is on hand, what to order and from whom. */
export function OrderDialog({ answer, calendar, onClose }: Props) {
  const keep = (line: OrderedLine, change: { on_hand?: number; supplier?: string }) =>
    calendar.change(async () => {
      await keepFirm((firm) => {
        const stock = firm.stock ?? [];
        const old = stock.find((one) => one.what === line.what);
        const next = {
          what: line.what,
          title: line.title,
          unit: line.unit,
          on_hand: 0,
          supplier: "",
          ...old,
          ...change,
        };
        return { ...firm, stock: [...stock.filter((one) => one.what !== line.what), next] };
      });
    });
  const readOnly = !useAccount().may("office");
  const file = (ending: string) => `/api/calendar/order.${ending}?first=${answer.first}&days=${SPAN}`;
  const suppliers = [...new Set(answer.order.map((line) => line.supplier))];
  return (
    <Dialog title="To order for these days" opened onClose={onClose} size={1040}>
      {answer.order.length === 0 ? <p className="empty">No job stands on these days: nothing is needed yet.</p> : null}
      {suppliers.map((supplier) => (
        <section key={supplier} className="cal-order" aria-label={supplier || "Nobody named yet"}>
          {suppliers.length > 1 || supplier ? <h3>{supplier || "From: nobody named yet"}</h3> : null}
          <table className="figures bands-table">
            <thead>
              <tr>
                <th scope="col">what</th>
                <th scope="col">needed</th>
                <th scope="col">on hand</th>
                <th scope="col">to order</th>
                <th scope="col">short on</th>
                <th scope="col">from</th>
              </tr>
            </thead>
            <tbody>
              {answer.order
                .filter((line) => line.supplier === supplier)
                .map((line) => (
                  <tr key={line.what} title={line.jobs.join(", ")}>
                    <th scope="row">{line.title}</th>
                    <td>{fixed(line.needed, 1)}</td>
                    <td>
                      <Entry
                        label={`${line.title} on hand`}
                        value={String(line.on_hand)}
                        number
                        readOnly={readOnly}
                        onValue={(text) => void keep(line, { on_hand: Number(text) })}
                      />
                    </td>
                    <td>
                      <b>{fixed(line.order)}</b> {line.unit}
                    </td>
                    <td>{line.short_on ? dayName(line.short_on, true) : ""}</td>
                    <td>
                      <Entry
                        label={`${line.title} comes from`}
                        value={line.supplier}
                        readOnly={readOnly}
                        onValue={(text) => void keep(line, { supplier: text })}
                      />
                    </td>
                  </tr>
                ))}
            </tbody>
          </table>
        </section>
      ))}
      <p className="note">
        Needs of all jobs that begin on these days, spare and waste in them, less stock; rounded up once for each thing.
      </p>
      <div className="row">
        <Button
          disabled={answer.order.length === 0}
          onClick={() => void askForFile(file("pdf"), `order-${answer.first}.pdf`)}
        >
          Purchase list (PDF)
        </Button>
        <Button
          variant="default"
          disabled={answer.order.length === 0}
          onClick={() => void askForFile(file("csv"), `order-${answer.first}.csv`)}
        >
          as CSV
        </Button>
      </div>
    </Dialog>
  );
}

function Entry({
  label,
  value,
  number,
  readOnly,
  onValue,
}: {
  label: string;
  value: string;
  number?: boolean;
  readOnly: boolean;
  onValue: (text: string) => void;
}) {
  const [text, setText] = useState<string | null>(null);
  const bad = number && text !== null && !(Number(text) >= 0 && Number(text) <= 100_000 && text.trim() !== "");
  const take = () => {
    if (text !== null && !bad && text !== value) onValue(text.trim());
    if (!bad) setText(null);
  };
  return (
    <TextInput
      size="xs"
      aria-label={label}
      readOnly={readOnly}
      inputMode={number ? "decimal" : undefined}
      maxLength={120}
      value={text ?? value}
      error={bad ? "0 to 100,000" : null}
      onChange={(event) => setText(event.currentTarget.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === "Enter") take();
      }}
    />
  );
}
