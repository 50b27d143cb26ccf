import type { Frame } from "../frame";

export function Marker({ x, y }: { x: number; y: number }) {
  return <path className="marker" d={`M${x} ${y}v-13l8 4l-8 4`} />;
}

export function KeepOut({
  kept,
  frame,
}: {
  kept: { name: string; corners_ft: readonly (readonly [number, number])[] };
  frame: Frame;
}) {
  const points = kept.corners_ft.map(([x, y]) => [frame.x(x), frame.y(y)] as const);
  const [a, b, c, d] = points;
  if (!a || !b || !c || !d) return null;
  const middle = [(a[0] + c[0]) / 2, (a[1] + c[1]) / 2] as const;
  const name = kept.name.replaceAll("_", " ");
  if (kept.name === "recessed_light" || kept.name === "flue") {
    const radius = Math.max(4, Math.abs(b[0] - a[0]) / 2);
    return (
      <g className="keep-out">
        <title>{name}</title>
        <circle cx={middle[0]} cy={middle[1]} r={radius} className="clear" />
        <circle cx={middle[0]} cy={middle[1]} r={radius / 2} />
      </g>
    );
  }
  return (
    <g className={kept.name === "hatch" ? "keep-out way-in" : "keep-out"}>
      <title>{name}</title>
      <polygon points={points.map((p) => p.join(",")).join(" ")} />
      {kept.name === "hatch" ? (
        <path d={`M${middle[0] - 4} ${middle[1]}h8M${middle[0]} ${middle[1] - 4}v8`} />
      ) : (
        <path d={`M${a[0]} ${a[1]}L${c[0]} ${c[1]}M${b[0]} ${b[1]}L${d[0]} ${d[1]}`} />
      )}
    </g>
  );
}
