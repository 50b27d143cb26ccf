import { usePlanned } from "../../state/context";
import { usePart } from "../../state/usePart";
import { NEARLY_FULL } from "../../ui/logRoom";
import { Pick } from "../../ui/Pick";
import { DaySheet } from "./DaySheet";
import { EntriesSheet } from "./EntriesSheet";
import { PhonesSheet } from "./PhonesSheet";

const PARTS = [
  { value: "day", label: "the day" },
  { value: "entries", label: "entries" },
  { value: "phones", label: "phones" },
] as const;
type PartName = (typeof PARTS)[number]["value"];

/** The day as it comes in: bands, verdict, what was written down, by which phone. */
export function Install() {
  const [part, setPart] = usePart<PartName>("install", PARTS);
  const { run, log } = usePlanned();
  const { room } = log;
  return (
    <>
      <div className="sub-steps part">
        <Pick label="Install" value={part} options={PARTS} onValue={setPart} />
      </div>
      {room !== null && room < NEARLY_FULL ? (
        <p className="at-place caution" role="status">
          {room > 0
            ? `The log of this job is nearly full: it takes ${room} more entries. Go on in a copy of the job.`
            : "The log of this job is full: phones keep what they write. Go on in a copy of the job."}
        </p>
      ) : null}
      {part === "phones" ? <PhonesSheet /> : null}
      {part !== "phones" && !run.answer ? <p className="note">{run.trouble ?? "Reading the day …"}</p> : null}
      {part === "day" && run.answer ? <DaySheet run={run.answer} /> : null}
      {part === "entries" && run.answer ? <EntriesSheet run={run.answer} /> : null}
    </>
  );
}
