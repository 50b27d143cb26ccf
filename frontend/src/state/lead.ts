/** Where a question of the plan is asked: the step, the part of its sheet, the section, and the field to go to. */
export interface Lead {
  step: string;
  part: string | null;
  /** Index of the section in the document, or its id; null where the question is of the whole job. */
  section: number | string | null;
  field: string;
}

const STEP: Record<string, string> = { look_over: "look-over" };
const PARTS: readonly [RegExp, string, string | null][] = [
  [/\.(existing|readings|old_fill)/, "measure", "fill"],
  [/\.features/, "measure", "things"],
  [/\.edges\[\d+\]\.remedy/, "eaves", "plate"],
  [/\.edges\[\d+\]\.bays|^settings\.(vent_gap|baffle|staples)/, "eaves", "bays"],
  [/^contact|^holes_expected/, "measure", "walk"],
  [/\.(edges|framing|ceiling|slope|wall|cavity|outline_ft)\b|^sections$/, "measure", "floor"],
  [/^vents/, "eaves", "vents"],
  [/^choice|^products/, "choose", "fill"],
];

/** Where an item of the plan's open questions leads. */
export function leadOf(item: { step: string; field: string }): Lead {
  const [, step, part] = PARTS.find(([pattern]) => pattern.test(item.field)) ?? [null, null, null];
  const index = /^sections\[(\d+)\]/.exec(item.field)?.[1];
  const id = /^choice\.(.+)\.[^.]+$/.exec(item.field)?.[1];
  return {
    step: step ?? STEP[item.step] ?? item.step,
    part,
    section: index !== undefined ? Number(index) : (id ?? null),
    field: item.field,
  };
}

/** The feature that a question is of, by its id or its place in the list; null where it is of none. */
export function featureOf(
  field: string,
  document: { sections?: readonly { features?: readonly { id?: string | null }[] }[] },
): string | null {
  const [, section, index] = /^sections\[(\d+)\]\.features\[(\d+)\]/.exec(field) ?? [];
  const features = document.sections?.[Number(section)]?.features;
  return index === undefined || !features?.[Number(index)] ? null : (features[Number(index)]?.id ?? index);
}

/** The field itself, else what holds it: sections[0].framing.run, sections[0].framing, sections[0]. */
export function* holders(field: string): Generator<string> {
  for (let at = field; at; ) {
    yield at;
    const cut = Math.max(at.lastIndexOf("."), at.lastIndexOf("["));
    at = cut > 0 ? at.slice(0, cut) : "";
  }
}

const POINTED_MS = 2500;

/** Marks a field for a moment, so that the eye finds it too. */
function point(field: HTMLElement) {
  field.dataset.led = "";
  setTimeout(() => delete field.dataset.led, POINTED_MS);
}

/** Puts the keyboard where the question is asked; answers whether it is on screen yet. */
export function focusOn(field: string): boolean {
  for (const at of holders(field)) {
    const found = document.querySelector<HTMLElement>(`[data-at="${CSS.escape(at)}"]`);
    if (!found) continue;
    const inner = "input, select, textarea, button";
    const target = found.matches(inner) ? found : found.querySelector<HTMLElement>(inner);
    (found.closest("details") as HTMLDetailsElement | null)?.setAttribute("open", "");
    found.scrollIntoView({ block: "center" });
    target?.focus();
    point(found.matches(inner) ? (found.closest<HTMLElement>(".mantine-InputWrapper-root") ?? found) : found);
    return true;
  }
  return false;
}
