import type { ReactNode } from "react";

/** Plain signs for what stands in an attic, each in a box of 16 by 16 round the middle. */
const SIGNS: Record<string, ReactNode> = {
  recessed_light: (
    <>
      <circle r={7} />
      <circle r={2.2} className="solid" />
    </>
  ),
  fan: (
    <>
      <circle r={7} />
      <path d="M0 -6C4 -4 4 -1 0 0C-4 1 -4 4 0 6M-6 0C-4 -4 -1 -4 0 0C1 4 4 4 6 0" />
    </>
  ),
  box: (
    <>
      <path d="M-6 -6H6V6H-6Z" />
      <circle r={1.8} className="solid" />
    </>
  ),
  junction_box: <path d="M-6 -6H6V6H-6ZM-6 -6L6 6M6 -6L-6 6" />,
  wire: <path d="M-8 2C-5 -5 -3 -5 0 2S5 9 8 2" />,
  warm_device: <path d="M-6 -6H6V6H-6ZM-3 3C-5 -1 -1 -1 -3 -4M3 3C1 -1 5 -1 3 -4" />,
  flue: (
    <>
      <circle r={7} />
      <circle r={4} />
    </>
  ),
  chimney: <path d="M-7 -7H7V7H-7ZM-7 0H7M0 -7V0M-3.5 0V7M3.5 0V7" />,
  duct: <path d="M-8 -4H8M-8 4H8M-5 -4V4M0 -4V4M5 -4V4" />,
  boot: <path d="M-7 -5H7L4 5H-4ZM0 -5V5" />,
  equipment: <path d="M-8 -6H8V6H-8ZM-8 6L8 -6" />,
  combustion_air: <path d="M-7 -7H7V7H-7ZM-4 3C-4 -3 4 -3 4 3M0 3V-5M-2 -3L0 -6L2 -3" />,
  stack: (
    <>
      <circle r={5} />
      <path d="M-5 0H5M0 -5V5" />
    </>
  ),
  pipe: <path d="M-8 -2.5H8M-8 2.5H8" />,
  chase: <path d="M-7 -7H7V7H-7ZM-7 -2L-2 -7M-7 3L3 -7M-5 7L7 -5M0 7L7 0" />,
  drop_soffit: <path d="M-8 -5H-4V5H4V-5H8" />,
  platform: <path d="M-8 -6H8V6H-8ZM-8 -2H8M-8 2H8" />,
  walkway: <path d="M-8 -4H8V4H-8ZM-4 -4V4M0 -4V4M4 -4V4" />,
  storage_floor: <path d="M-8 -6H8V6H-8ZM-3 -6V6M3 -6V6" />,
  post: <path d="M-4 -7V7H4V-7ZM-4 -7L4 7" />,
  stair: <path d="M-7 6V3H-3V0H1V-3H5V-6H8" />,
  hatch: <path d="M-7 -6H7V6H-7ZM-3 0H3M0 -3V3" />,
  window: <path d="M-7 -6H7V6H-7ZM0 -6V6M-7 0H7" />,
  leak_sign: <path d="M-6 5C-8 0 -3 -1 -4 -6M0 6C-3 1 3 -1 0 -7M6 5C4 0 9 -1 5 -6" />,
  gable_vent: <path d="M0 -7L8 6H-8ZM-4 2H4M-2 -2H2" />,
  photo: (
    <>
      <path d="M-8 -5H-3L-1 -7H4L5 -5H8V6H-8Z" />
      <circle r={3} cy={0.5} />
    </>
  ),
};

export function Sign({ kind }: { kind: string }) {
  return (
    <g className="sign-mark">
      {SIGNS[kind === "plumbing_stack" ? "stack" : kind] ?? (
        <>
          <circle r={7} />
          <path d="M0 -4V1M0 4V4.5" />
        </>
      )}
    </g>
  );
}

/** The same beside a word, in a list or on a button. */
export function SignIcon({ kind }: { kind: string }) {
  return (
    <svg className="sign-icon" width="20" height="20" viewBox="-10 -10 20 20" aria-hidden="true">
      <Sign kind={kind} />
    </svg>
  );
}
