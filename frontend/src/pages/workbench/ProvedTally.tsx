import { usePlanned } from "../../state/context";
import { fixed, trimmed, useUnits } from "../../ui/units";
import { Cell } from "./TallyCell";

/** What is proved, in the tally while Prove is open: bags in, R claimed, least depth, leaks. */
export function ProvedTally() {
  const { proof } = usePlanned();
  const units = useUnits();
  const told = proof.answer;
  const one = told?.products.length === 1 ? told.products[0] : undefined;
  const leak = told?.leakage.after ?? told?.leakage.before;
  return (
    <>
      {one ? (
        <Cell name="bags in" unit={one.bags.field ? `of ${fixed(one.bags.field, 1)}` : undefined}>
          {trimmed(one.bags.in ?? 0, 2)}
        </Cell>
      ) : null}
      {one ? <Cell name="claimed">{one.r.claimed === null ? "not yet" : units.r(one.r.claimed)}</Cell> : null}
      {one && typeof one.depth.least === "number" ? (
        <Cell name="least new depth" unit={units.depth(0).unit}>
          {units.depth(one.depth.least).value}
        </Cell>
      ) : null}
      {leak ? (
        <Cell name={told?.leakage.after ? "leaks after" : "leaks before"} unit={leak.ach50 ? "ACH50" : "CFM50"}>
          {leak.ach50 ? fixed(leak.ach50, 1) : fixed(leak.cfm50)}
        </Cell>
      ) : null}
    </>
  );
}
