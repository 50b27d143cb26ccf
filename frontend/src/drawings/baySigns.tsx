import type { DrawnRun } from "../api/types";

export type DrawnBay = DrawnRun["bays"][number];
/** How a bay looks: what it comes to, not by colour alone. */
export type BayLook = "baffle" | "by-hand" | "plug" | "to-wind" | "blocked" | "unknown";

export function lookOf(bay: DrawnBay): BayLook {
  if (bay.state === "blocked") return "blocked";
  if (bay.baffle === null) return "unknown";
  if (bay.baffle) return bay.state === "obstructed" ? "by-hand" : "baffle";
  return bay.to_wind ? "to-wind" : "plug";
}

export const OBSTACLES = [
  { value: "truss_member", label: "truss member", state: "obstructed" },
  { value: "duct", label: "duct", state: "obstructed" },
  { value: "gable_return", label: "gable return", state: "blocked" },
  { value: "chimney", label: "chimney", state: "blocked" },
  { value: "other", label: "something else", state: "blocked" },
] as const;

const BY = Object.fromEntries(OBSTACLES.map((o) => [o.value, o.label]));

export const LOOKS: Record<BayLook, string> = {
  baffle: "open, baffle",
  "by-hand": "obstructed, baffle cut round it",
  plug: "closed by a batt plug",
  "to-wind": "open to the wind, no baffle",
  blocked: "blocked",
  unknown: "soffit not looked at yet",
};

/** A bay in words: what it is, what stands in it, what is under it. */
export function bayWords(bay: DrawnBay): string {
  const by = bay.by ? ` by ${BY[bay.by] ?? bay.by}` : "";
  const state = bay.state === "open" ? "open" : `${bay.state}${by}`;
  const air = bay.vented === null ? "" : bay.vented ? ", vented soffit" : ", solid soffit";
  const look = lookOf(bay);
  const end =
    look === "blocked" || look === "plug"
      ? bay.plug
        ? "closed by a batt plug"
        : "no baffle"
      : look === "to-wind"
        ? "no baffle, open to the wind"
        : look === "unknown"
          ? "not known yet whether it gets a baffle"
          : "baffle";
  return `${state}${air}, ${end}`;
}

/** The sign of a bay: rafters left and right are the button's borders. */
export function BaySign({ bay }: { bay: Pick<DrawnBay, "state" | "vented"> & { look: BayLook } }) {
  return (
    <svg viewBox="0 0 20 34" width="100%" height="100%" aria-hidden="true" preserveAspectRatio="xMidYMid meet">
      {bay.look === "baffle" || bay.look === "by-hand" ? (
        <>
          <rect className="chute" x={3} y={3} width={14} height={23} rx={2.5} />
          <path className="flow" d="M10 22V7M6.5 11L10 7l3.5 4" />
        </>
      ) : null}
      {bay.look === "by-hand" ? <path className="thing" d="M2 24L18 13" /> : null}
      {bay.look === "plug" ? (
        <path className="stuffing" d="M3 6c3-3 4 3 7 0s4 3 7 0M3 13c3-3 4 3 7 0s4 3 7 0M3 20c3-3 4 3 7 0s4 3 7 0" />
      ) : null}
      {bay.look === "to-wind" ? <path className="gust" d="M3 9h9q4 0 4-3M3 15h12M3 21h9q4 0 4 3" /> : null}
      {bay.look === "blocked" ? (
        <>
          <rect className="shut" x={3} y={3} width={14} height={23} rx={2.5} />
          <path className="cross" d="M6 9l8 11M14 9L6 20" />
        </>
      ) : null}
      {bay.look === "unknown" ? (
        <path className="ask" d="M6.500 10q0-4 3.500-4t3.500 4q0 2.500-3.500 4.500v3M10 21v2" />
      ) : null}
      {bay.vented === false ? (
        <path className="solid" d="M2 31h16M3 33l3-4M8 33l3-4M13 33l3-4" />
      ) : (
        <path className="slots" d="M2 31h3M8.500 31h3M15 31h3" />
      )}
    </svg>
  );
}
