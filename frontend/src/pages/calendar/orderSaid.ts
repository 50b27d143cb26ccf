import type { OrderedLine } from "../../api/types";
import { fixed } from "../../ui/units";

const NAMED = 3;

/** What these days ask to be ordered, in one sentence. */
export function orderSaid(order: readonly OrderedLine[]): string {
  const wanted = order.filter((line) => line.order > 0).sort((a, b) => b.order - a.order);
  if (wanted.length === 0)
    return order.length ? "All that these days need is in stock." : "Nothing to order for these days.";
  const named = wanted
    .slice(0, NAMED)
    .map((line) =>
      ["bags", "bundles"].includes(line.unit)
        ? `${fixed(line.order)} ${line.unit} of ${line.title.toLowerCase()}`
        : `${fixed(line.order)} × ${line.title.toLowerCase()}`,
    );
  const rest = wanted.length - named.length;
  return `To order for these days: ${named.join(", ")}${rest ? ` and ${rest} more` : ""}`;
}
