const MARGIN = 4;

/** A QR code, row by row as the program made it: dark on white whatever the scheme, with the quiet zone that a camera wants. */
export function Qr({ rows, label }: { rows: readonly string[]; label: string }) {
  const size = rows.length + 2 * MARGIN;
  const dark = rows.flatMap((row, y) => [...row].flatMap((cell, x) => (cell === "1" ? [`M${x} ${y}h1v1h-1z`] : [])));
  return (
    <svg className="qr" viewBox={`${-MARGIN} ${-MARGIN} ${size} ${size}`} role="img" aria-label={label}>
      <rect x={-MARGIN} y={-MARGIN} width={size} height={size} fill="#fff" />
      <path d={dark.join("")} fill="#000" shapeRendering="crispEdges" />
    </svg>
  );
}
