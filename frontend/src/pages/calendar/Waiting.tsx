import { Button } from "@mantine/core";
import type { CalendarAnswer, WaitingLine } from "../../api/types";
import { fixed } from "../../ui/units";
import { Thumbnail } from "../shelf/Thumbnail";
import { amount } from "./Bar";
import { dayName } from "./days";
import { orderSaid } from "./orderSaid";

interface Props {
  answer: CalendarAnswer;
  busy: boolean;
  onOpen: (job: string) => void;
  /** Left out where who looks may not change the calendar. */
  onPropose?: () => void;
  onOrder: () => void;
}

/** Jobs without a day at the calendar's edge, and what these days ask to be ordered. */
export function Waiting({ answer, busy, onOpen, onPropose, onOrder }: Props) {
  return (
    <section className="cal-waiting" aria-label="Without a day">
      <div className="cal-waiting-head">
        <b>Without a day</b>
        {onPropose ? <span className="soft">open one to give it a day, or propose</span> : null}
      </div>
      <div>
        <ul>
          {answer.waiting.map((line) => (
            <li key={line.job}>
              <button type="button" className="cal-card" onClick={() => onOpen(line.job)}>
                <Thumbnail parts={line.thumbnail as never} />
                <span>
                  <b>{line.name}</b>
                  <span className="soft">{words(line)}</span>
                </span>
              </button>
            </li>
          ))}
        </ul>
        {answer.waiting.length === 0 ? (
          <p className="soft">
            No job waits. What a customer has bought comes here: mark it in the job, under Load, sale.
          </p>
        ) : null}
      </div>
      <div className="cal-foot">
        {onPropose ? (
          <Button loading={busy} disabled={answer.waiting.length === 0} onClick={onPropose}>
            Propose
          </Button>
        ) : null}
        <button type="button" className="link" onClick={onOrder}>
          {orderSaid(answer.order)}
        </button>
      </div>
    </section>
  );
}

const words = (line: WaitingLine) =>
  [amount(line), `${fixed(line.hours, 1)} h`, line.promised_by ? `by ${dayName(line.promised_by, true)}` : ""]
    .filter(Boolean)
    .join(" · ");
