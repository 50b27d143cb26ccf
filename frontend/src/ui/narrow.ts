/** Up to this width the program is used as on a phone; the style sheets say the same. */
export const NARROW = "(max-width: 860px)";
