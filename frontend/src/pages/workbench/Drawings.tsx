import { useSearchParams } from "react-router";
import { Cut } from "../../drawings/cut/Cut";
import { Floor } from "../../drawings/floor/Floor";
import { later, Opening } from "../../steps/later";

const BagRun = later(async () => (await import("../../drawings/run/BagRun")).BagRun);
const ClaimScale = later(async () => (await import("../../drawings/claim/ClaimScale")).ClaimScale);
const LeakLines = later(async () => (await import("../../drawings/leaks/LeakLines")).LeakLines);
const Rack = later(async () => (await import("../../drawings/rack/Rack")).Rack);
const Strip = later(async () => (await import("../../drawings/strip/Strip")).Strip);
const Truck = later(async () => (await import("../../drawings/truck/Truck")).Truck);

/** What stands beside the Floor at a step, where that is not the Cut. */
export const BESIDE: Record<string, string> = { load: "Truck", install: "Bags", prove: "Claim" };

/** The drawing on the left: the Floor, else every way of doing the job, or the bays of an eave. */
export function Foremost({ racked, atEaves }: { racked: boolean; atEaves: boolean }) {
  return <Opening>{racked ? <Rack /> : atEaves ? <Strip /> : <Floor />}</Opening>;
}

/** The drawing on the right. */
export function Beside({ step }: { step: string }) {
  return (
    <Opening>
      <Drawing step={step} />
    </Opening>
  );
}

function Drawing({ step }: { step: string }) {
  const [params] = useSearchParams();
  if (step === "load") return <Truck />;
  if (step === "prove") return params.get("part") === "leaks" ? <LeakLines /> : <ClaimScale />;
  return step === "install" ? <BagRun /> : <Cut />;
}
