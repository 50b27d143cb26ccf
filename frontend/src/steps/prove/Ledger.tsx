import { usePlanned } from "../../state/context";
import { Part } from "../../ui/Part";
import { fixed } from "../../ui/units";

/** Where the bags went: hopper at the start, in, what stands in it now; out, back and counted of each product. */
export function Ledger() {
  const { run } = usePlanned();
  const lines = run.answer?.products.filter((one) => one.bags_in > 0 || one.hopper.start !== null) ?? [];
  if (!lines.length) return null;
  return (
    <Part title="Bags, from the log">
      {lines.map((one) => (
        <p key={one.product} className="note">
          Hopper {fixed(one.hopper.start ?? 0, 2)} at the start, {fixed(one.bags_in)} in,{" "}
          {fixed(one.hopper.end ?? 0, 2)} left in it: <b>{fixed(one.in_attic, 2)}</b> in the attic of{" "}
          {fixed(one.planned, 1)} planned.
        </p>
      ))}
    </Part>
  );
}
