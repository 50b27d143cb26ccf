import { useComputedColorScheme } from "@mantine/core";
import { useEffect, useRef } from "react";
import type { DrawnSection } from "../../api/types";
import { unpacked } from "./unpacked";

type Rgb = [number, number, number];

function token(name: string): Rgb {
  const hex = getComputedStyle(document.documentElement).getPropertyValue(name).trim();
  return [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16)) as Rgb;
}

/** The share of full depth, bent so that only what is short draws the eye. */
export const shade = (share: number) => Math.min(1, Math.max(0, share)) ** 1.4;

/** The fill as planned, the old fill as it was read, or the R as it works. */
export type Shown = "planned" | "old" | "r";

interface Props {
  which: Shown;
  grid: NonNullable<DrawnSection["grid"]>;
  left: number;
  top: number;
  scale: number;
}

/** Depth or R of insulation over the floor, from ink where thin to paper where full. */
export function DepthMap({ which, grid, left, top, scale }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const scheme = useComputedColorScheme("light");
  // biome-ignore lint/correctness/useExhaustiveDependencies: the tokens change with the scheme
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    const packed = { old: grid.old_in, planned: grid.depth_in, r: grid.r }[which];
    const range = { old: grid.old_range_in, planned: grid.depth_range_in, r: grid.r_range }[which];
    if (!context || !packed || !range) return;
    const depth = unpacked(packed);
    const [thin, full] = [token("--ec-thin"), token("--ec-full")];
    const most = (which === "old" ? (grid.old_full_in ?? range[1]) : range[1]) * grid.per_unit || 1;
    const image = context.createImageData(grid.columns, grid.rows);
    for (let i = 0; i < grid.columns * grid.rows; i++) {
      const value = depth[i] as number;
      if (value === grid.outside) continue;
      const row = grid.rows - 1 - Math.floor(i / grid.columns);
      const at = (row * grid.columns + (i % grid.columns)) * 4;
      const share = shade(value / most);
      for (let c = 0; c < 3; c++)
        image.data[at + c] = (thin[c] as number) + ((full[c] as number) - (thin[c] as number)) * share;
      image.data[at + 3] = 255;
    }
    context.putImageData(image, 0, 0);
  }, [grid, which, scheme]);
  const size = grid.cell_ft * scale;
  return (
    <canvas
      ref={canvas}
      className="depth-map"
      width={grid.columns}
      height={grid.rows}
      style={{ left, top, width: grid.columns * size, height: grid.rows * size }}
    />
  );
}
