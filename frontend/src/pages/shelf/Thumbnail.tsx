interface Part {
  outline_ft: [number, number][];
  eaves: number[];
  kind: string;
}

const SIZE = { width: 132, height: 84, margin: 8 };

/** A job's attic from above, small: its outline, eaves drawn heavier. */
export function Thumbnail({ parts }: { parts: Part[] }) {
  const points = parts.flatMap((part) => part.outline_ft);
  if (points.length === 0) return <svg width={SIZE.width} height={SIZE.height} aria-hidden="true" />;
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => y);
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const scale = Math.min((SIZE.width - 2 * SIZE.margin) / (x1 - x0), (SIZE.height - 2 * SIZE.margin) / (y1 - y0));
  const x = (v: number) => (SIZE.width - (x1 - x0) * scale) / 2 + (v - x0) * scale;
  const y = (v: number) => (SIZE.height - (y1 - y0) * scale) / 2 + (y1 - v) * scale;
  return (
    <svg
      className="thumbnail"
      width={SIZE.width}
      height={SIZE.height}
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      aria-hidden="true"
    >
      {parts.map((part) => (
        <g key={part.outline_ft.join()}>
          <polygon points={part.outline_ft.map(([a, b]) => `${x(a)},${y(b)}`).join(" ")} />
          {part.eaves.map((edge) => {
            const a = part.outline_ft[edge];
            const b = part.outline_ft[(edge + 1) % part.outline_ft.length];
            return a && b ? <line key={edge} x1={x(a[0])} y1={y(a[1])} x2={x(b[0])} y2={y(b[1])} /> : null;
          })}
        </g>
      ))}
    </svg>
  );
}
