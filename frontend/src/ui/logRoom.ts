/** From so many entries that a log still takes on, it is said that it has an end. */
export const NEARLY_FULL = 500;
