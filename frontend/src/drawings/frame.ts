/** Below this a drawing is one on a phone: labels move off its sides. */
export const NARROW_PX = 500;

/** From feet on the floor to pixels, and back; north is up. */
export interface Frame {
  x: (ft: number) => number;
  y: (ft: number) => number;
  back: (px: number, py: number) => [number, number];
  scale: number;
}

const MARGIN_X = 96;
const MARGIN_TOP = 54;
const MARGIN_BOTTOM = 56;

export function floorFrame(outline: readonly (readonly [number, number])[], width: number, height: number): Frame {
  const xs = outline.map(([x]) => x);
  const ys = outline.map(([, y]) => y);
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const marginX = Math.min(MARGIN_X, width * 0.19);
  const scale = Math.max(
    0.5,
    Math.min((width - 2 * marginX) / (x1 - x0), (height - MARGIN_TOP - MARGIN_BOTTOM) / (y1 - y0)),
  );
  const left = (width - (x1 - x0) * scale) / 2;
  const top = MARGIN_TOP + (height - MARGIN_TOP - MARGIN_BOTTOM - (y1 - y0) * scale) / 2;
  return {
    scale,
    x: (ft) => left + (ft - x0) * scale,
    y: (ft) => top + (y1 - ft) * scale,
    back: (px, py) => [(px - left) / scale + x0, y1 - (py - top) / scale],
  };
}

const INCH_FT = 1 / 12;
/** Feet to the nearest whole inch: what is placed by hand lies there. */
export const toInch = (ft: number) => Math.round(ft / INCH_FT) * INCH_FT;

/** Corners as the points of a polygon. */
export const points = (corners: readonly (readonly [number, number])[], frame: Frame) =>
  corners.map(([x, y]) => `${frame.x(x)},${frame.y(y)}`).join(" ");
