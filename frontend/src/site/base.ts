/** What the program stands under where a proxy has it beside others: "/elm", or nothing. The desk's page is told; the phone's, which starts
 * from its own memory, knows it by its address. */
function found(): string {
  // Without a page, in tests, there is no proxy either.
  if (typeof document === "undefined") return "";
  const told = document.querySelector<HTMLMetaElement>('meta[name="base"]')?.content;
  if (told !== undefined) return told === "__BASE__" ? "" : told;
  return /^(.*?)\/field\//.exec(location.pathname)?.[1] ?? "";
}

export const base = found();

/** An address of the program's own, as the browser has to ask for it. */
export const at = (path: string) => base + path;

/** Sent with every request, so that the program knows its own pages from another site's. */
export const OURS = { "X-Elm-Cover": "1" };
