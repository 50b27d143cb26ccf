/** The phone's two times: a clock that somebody may set, and a running time that nobody sets (and that sleeps with the phone). */
export interface Clock {
  now: () => Date;
  /** ms since this page was opened. */
  mono: () => number;
  /** Which opening of the page it is. */
  run: string;
}

export const phoneClock = (): Clock => ({
  now: () => new Date(),
  mono: () => performance.now(),
  run: crypto.randomUUID().slice(0, 8),
});
