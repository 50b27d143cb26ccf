import { memo, useEffect, useRef } from "react";
import { NavLink } from "react-router";
import type { PlanFigures } from "../../api/types";
import { STEPS, type StepInfo } from "../../steps/steps";

interface Props {
  id: string;
  stepId: string;
  plan: PlanFigures | null;
  onLeave: () => void;
}

/** The way through a job: every step, what is still open in it, and whether it is done. */
export const Steps = memo(function Steps({ id, stepId, plan, onLeave }: Props) {
  // On a phone the steps are wider than the screen: the one that is open is in sight.
  const steps = useRef<HTMLElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another step is another place
  useEffect(() => {
    const here = steps.current?.querySelector<HTMLElement>(".step.here");
    if (here && steps.current)
      steps.current.scrollLeft = here.offsetLeft - (steps.current.clientWidth - here.clientWidth) / 2;
  }, [stepId]);
  return (
    <nav className="steps" aria-label="Steps" ref={steps}>
      {STEPS.map((step, i) => {
        const open = plan?.open.filter((item) => step.asks.includes(item.step)).length ?? 0;
        // Nothing open is no answer yet: a step is done once something was answered there.
        const gate = step.id === "prepare" ? plan?.work.gate : undefined;
        const done = gate ? gate.ready : !open && step.asks.some((one) => plan?.answered.includes(one));
        return (
          <StepLink
            key={step.id}
            to={`/jobs/${id}/${step.id}`}
            step={step}
            place={i + 1}
            here={step.id === stepId}
            open={open}
            done={done}
            stops={gate?.stops ?? 0}
            onLeave={onLeave}
          />
        );
      })}
    </nav>
  );
});

interface LinkProps {
  to: string;
  step: StepInfo;
  place: number;
  here: boolean;
  open: number;
  done: boolean;
  stops: number;
  onLeave: () => void;
}

const StepLink = memo(function StepLink({ to, step, place, here, open, done, stops, onLeave }: LinkProps) {
  return (
    <NavLink
      to={to}
      className={here ? "step here" : "step"}
      aria-current={here ? "step" : undefined}
      onClick={() => {
        if (!here) onLeave();
      }}
    >
      <span className={done ? "sign done" : "sign"}>{done ? "✓" : place}</span>
      <span>{step.title}</span>
      {stops ? (
        <span className="open">
          {stops} {stops === 1 ? "stop" : "stops"}
        </span>
      ) : null}
      {open ? (
        <span className="open" title={`${open} still open`}>
          {open}
          <span className="hidden"> still open</span>
        </span>
      ) : null}
    </NavLink>
  );
});
