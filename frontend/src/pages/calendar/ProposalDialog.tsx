import { Button } from "@mantine/core";
import type { CalendarAnswer, ProposalAnswer } from "../../api/types";
import { Dialog } from "../../ui/Dialog";
import { fixed } from "../../ui/units";

interface Props {
  answer: CalendarAnswer;
  proposal: ProposalAnswer;
  onTake: () => void;
  onClose: () => void;
}

/** What is proposed, why each job stands where it does, and what was weighed; nothing is moved before it is taken. */
export function ProposalDialog({ answer, proposal, onTake, onClose }: Props) {
  const name = (job: string) => answer.waiting.find((line) => line.job === job)?.name ?? job;
  const why = new Map(proposal.reasons.map((one) => [one.job, one.text]));
  const placed = proposal.places.length;
  return (
    <Dialog title="Proposed" opened onClose={onClose} size="lg">
      <p>
        {placed} {placed === 1 ? "job" : "jobs"} placed
        {proposal.unplaced.length ? `, ${proposal.unplaced.length} without a day` : ""}. Weighed in this order: days
        late ({proposal.late_days}), hot hours in the attic ({fixed(proposal.hot_h, 1)}), then as early as can be.
      </p>
      <p className="note">
        {proposal.by === "exact"
          ? proposal.proved
            ? "Worked out exactly: no other calendar does better by these rules."
            : "The best that was found in five seconds; a better one may exist."
          : "Placed one after the other, those promised first: the exact way found nothing better in five seconds."}
      </p>
      <ul className="cal-reasons">
        {proposal.places.map((place) => (
          <li key={place.job}>
            <b>{name(place.job)}</b> {why.get(place.job)}
          </li>
        ))}
        {proposal.unplaced.map((job) => (
          <li key={job} className="without">
            <b>{name(job)}</b> {why.get(job)}
          </li>
        ))}
      </ul>
      <div className="row">
        <Button onClick={onTake} disabled={placed === 0}>
          Place them so
        </Button>
        <Button variant="default" onClick={onClose}>
          Leave all as it is
        </Button>
      </div>
    </Dialog>
  );
}
