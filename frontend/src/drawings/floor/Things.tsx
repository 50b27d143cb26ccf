import { useDocument, usePlanned, useSections, useView } from "../../state/context";
import { useUnits } from "../../ui/units";
import type { Frame } from "../frame";
import type { Aside } from "../signs";
import { Handle } from "./Handle";
import { SetAside } from "./SetAside";
import { Sign } from "./symbols";

type At = readonly [number, number];

/** What stands in the open section, each with its sign; movable where moving is set. */
export function Features({
  frame,
  moving,
  aside,
}: {
  frame: Frame;
  moving: boolean;
  aside: ReadonlyMap<string, Aside>;
}) {
  const { section, editSection } = useSections();
  const { lists, picked, pick } = useView();
  return (
    <g className={moving ? "features" : "features still"}>
      {section.features?.map((feature, i) => {
        const at = feature.at_ft as At | null | undefined;
        if (!at) return null;
        const id = feature.id ?? String(i);
        const to = feature.to_ft as At | null | undefined;
        const title = lists.features[feature.kind]?.title ?? feature.kind.replaceAll("_", " ");
        const run = to ? (
          <line
            className={`run ${feature.kind}`}
            x1={frame.x(at[0])}
            y1={frame.y(at[1])}
            x2={frame.x(to[0])}
            y2={frame.y(to[1])}
          />
        ) : null;
        if (!moving)
          return (
            <g key={id}>
              {run}
              <g transform={`translate(${frame.x(at[0])} ${frame.y(at[1])})`}>
                <title>{title}</title>
                <SetAside by={aside.get(id)}>
                  <Sign kind={feature.kind} />
                </SetAside>
              </g>
            </g>
          );
        const chosen = picked?.kind === "feature" && picked.id === id;
        const mine = (f: { id?: string | null }, place: number) => (f.id ?? String(place)) === id;
        return (
          <g key={id}>
            {run}
            <Handle
              at={at}
              frame={frame}
              name={title}
              chosen={chosen}
              aside={aside.get(id)}
              onPick={() => pick({ kind: "feature", id })}
              onMove={(next) =>
                editSection(
                  `moving the ${title.toLowerCase()}`,
                  (s) => {
                    const own = s.features?.find(mine);
                    if (!own?.at_ft) return;
                    const by = [next[0] - own.at_ft[0], next[1] - own.at_ft[1]] as const;
                    own.at_ft = next;
                    if (own.to_ft) own.to_ft = [own.to_ft[0] + by[0], own.to_ft[1] + by[1]];
                  },
                  true,
                )
              }
              onDelete={() => {
                editSection(`taking the ${title.toLowerCase()} away`, (s) => {
                  s.features = s.features?.filter((f, place) => !mine(f, place));
                });
                pick(null);
              }}
            >
              <Sign kind={feature.kind} />
            </Handle>
            {to && chosen ? (
              <Handle
                at={to}
                frame={frame}
                name={`${title}, far end`}
                chosen={false}
                onPick={() => {}}
                onMove={(next) =>
                  editSection(
                    `the ${title.toLowerCase()}`,
                    (s) => {
                      const own = s.features?.find(mine);
                      if (own) own.to_ft = next;
                    },
                    true,
                  )
                }
              >
                <rect x={-4} y={-4} width={8} height={8} />
              </Handle>
            ) : null}
          </g>
        );
      })}
    </g>
  );
}

/** Depth readings of the open section: a dot, and the depth beside it where there is room. */
export function Readings({
  frame,
  moving,
  places,
}: {
  frame: Frame;
  moving: boolean;
  places: Map<string, { x: number; y: number }>;
}) {
  const { section, editSection } = useSections();
  const { sectionPlan } = usePlanned();
  const { picked, pick } = useView();
  const units = useUnits();
  const odd = new Set(sectionPlan?.readings?.outliers);
  const low = new Set(sectionPlan?.readings?.low);
  return (
    <g className="readings">
      {section.readings?.map((reading, i) => {
        const at = reading.at_ft as At | null | undefined;
        if (!at) return null;
        const id = reading.id ?? String(i);
        const depth = units.depth(reading.depth_in);
        const place = places.get(id);
        const kind = odd.has(i) ? "odd" : low.has(i) ? "low" : "";
        const dot = (
          <>
            <circle className={`dot ${kind}`} r={3.5} />
            {kind === "odd" ? <circle className="ring" r={8} /> : null}
          </>
        );
        const words = place ? (
          <text data-label className={`depth ${kind}`} x={place.x} y={place.y} textAnchor="middle">
            {depth.value}
            {kind === "odd" ? "?" : ""}
          </text>
        ) : null;
        const mine = (r: { id?: string | null }, at: number) => (r.id ?? String(at)) === id;
        return (
          <g key={id}>
            {moving ? (
              <Handle
                at={at}
                frame={frame}
                name={`Reading of ${depth.value} ${depth.unit}`}
                chosen={picked?.kind === "reading" && picked.id === id}
                onPick={() => pick({ kind: "reading", id })}
                onMove={(to) =>
                  editSection(
                    "moving a reading",
                    (s) => {
                      const own = s.readings?.find(mine);
                      if (own) own.at_ft = to;
                    },
                    true,
                  )
                }
                onDelete={() => {
                  editSection("taking a reading away", (s) => {
                    s.readings = s.readings?.filter((r, at) => !mine(r, at));
                  });
                  pick(null);
                }}
              >
                {dot}
              </Handle>
            ) : (
              <g transform={`translate(${frame.x(at[0])} ${frame.y(at[1])})`}>{dot}</g>
            )}
            {words}
          </g>
        );
      })}
    </g>
  );
}

/** A place that was tapped and waits for its depth. */
export function WaitingSign({ at, frame }: { at: At; frame: Frame }) {
  return (
    <g className="readings" transform={`translate(${frame.x(at[0])} ${frame.y(at[1])})`}>
      <circle className="ring" r={8} />
      <text className="depth odd" y={-11} textAnchor="middle">
        ?
      </text>
    </g>
  );
}

/** Photos pinned to the floor of the open section. */
export function Pins({ frame }: { frame: Frame }) {
  const { document, section, job } = useDocument();
  const { picked, pick } = useView();
  return (
    <g className="pins">
      {document.photos?.map((photo, i) => {
        const at = photo.at_ft as At | null | undefined;
        if (!at || photo.section !== section.id) return null;
        const id = photo.id ?? String(i);
        const mine = (p: { id?: string | null }, place: number) => (p.id ?? String(place)) === id;
        return (
          <Handle
            key={id}
            at={at}
            frame={frame}
            name={`Photo${photo.note ? `, ${photo.note}` : ""}`}
            chosen={picked?.kind === "photo" && picked.id === id}
            onPick={() => pick({ kind: "photo", id })}
            onMove={(to) =>
              job.edit(
                "moving a photo",
                (d) => {
                  const own = d.photos?.find(mine);
                  if (own) own.at_ft = to;
                },
                true,
              )
            }
            onDelete={() => {
              job.edit("taking a photo away", (d) => {
                d.photos = d.photos?.filter((p, place) => !mine(p, place));
              });
              pick(null);
            }}
          >
            <Sign kind="photo" />
          </Handle>
        );
      })}
    </g>
  );
}

const WALL_WAYS = new Set(["door", "gable"]);

/** The ways into the open section. In Look over they are moved; elsewhere only those in a wall need a sign of their own. */
export function Ways({ frame, moving }: { frame: Frame; moving: boolean }) {
  const { document, section, job } = useDocument();
  const alone = (document.sections?.length ?? 0) === 1;
  return (
    <g className="ways">
      {document.accesses?.map((access, i) => {
        const at = access.at_ft as At | null | undefined;
        const mine = access.section === section.id || (!access.section && alone);
        if (!at || !mine || (!moving && !WALL_WAYS.has(access.kind ?? ""))) return null;
        const id = access.id ?? String(i);
        const same = (other: { id?: string | null }, place: number) => (other.id ?? String(place)) === id;
        if (!moving)
          return (
            <g key={id} transform={`translate(${frame.x(at[0])} ${frame.y(at[1])})`}>
              <title>way in</title>
              <Sign kind="hatch" />
            </g>
          );
        return (
          <Handle
            key={id}
            at={at}
            frame={frame}
            name={`Way in ${i + 1}`}
            chosen={false}
            onPick={() => {}}
            onMove={(to) =>
              job.edit(
                "moving a way in",
                (d) => {
                  const own = d.accesses?.find(same);
                  if (own) own.at_ft = to;
                },
                true,
              )
            }
            onDelete={() =>
              job.edit("taking a way in away", (d) => {
                d.accesses = d.accesses?.filter((other, place) => !same(other, place));
              })
            }
          >
            <Sign kind="hatch" />
          </Handle>
        );
      })}
    </g>
  );
}
