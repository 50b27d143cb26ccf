import { memo } from "react";
/** Each kind of fill as its own hatch, never by the colour of a bag. Drawn once; referred to by id. */
export const Textures = memo(function Textures() {
  return (
    <svg className="textures" aria-hidden="true" focusable="false">
      <defs>
        <pattern id="tx-cellulose_loose" width="14" height="12" patternUnits="userSpaceOnUse">
          <path className="tx leaf" d="M2 3l3 1M8 8l3-1M10 2l2 2M3 9l2 2" />
        </pattern>
        <pattern id="tx-glass_loose" width="12" height="12" patternUnits="userSpaceOnUse">
          <circle className="tx air" cx="3" cy="3" r="1.6" />
          <circle className="tx air" cx="9" cy="9" r="1.6" />
        </pattern>
        <pattern id="tx-mineral_wool_loose" width="14" height="10" patternUnits="userSpaceOnUse">
          <path className="tx ink" d="M1 3h5M8 8h5" />
        </pattern>
        <pattern id="tx-wood_fiber_loose" width="10" height="10" patternUnits="userSpaceOnUse">
          <path className="tx bark" d="M1 5l3-3M6 9l3-3" />
        </pattern>
        <pattern id="tx-unknown_loose" width="10" height="10" patternUnits="userSpaceOnUse">
          <circle className="tx dot" cx="2" cy="2" r="1" />
          <circle className="tx dot" cx="7" cy="7" r="1" />
        </pattern>
        <pattern id="tx-glass_batt" width="16" height="9" patternUnits="userSpaceOnUse">
          <path className="tx bark" d="M0 5q4-5 8 0t8 0" />
        </pattern>
        <pattern id="tx-mineral_wool_batt" width="16" height="9" patternUnits="userSpaceOnUse">
          <path className="tx ink" d="M0 6l4-4 4 4 4-4 4 4" />
        </pattern>
      </defs>
    </svg>
  );
});

export const texture = (kind: string | null | undefined) => `url(#tx-${kind ?? "unknown_loose"})`;
