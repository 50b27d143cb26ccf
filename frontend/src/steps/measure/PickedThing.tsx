import { memo } from "react";
import type { FeatureDocument } from "../../api/types";
import { useDocument, useView } from "../../state/context";
import { Feature } from "./FeaturesSheet";
import { Corner } from "./OutlineSheet";
import { Reading } from "./ReadingsSheet";
import { WaitingReading } from "./WaitingReading";

/** What is picked on the Floor, to be seen to right under it: for a thumb, which should not have to look for it. */
export const PickedThing = memo(function PickedThing() {
  const { section } = useDocument();
  const { picked, waiting } = useView();
  if (waiting)
    return (
      <div className="picked-thing">
        <WaitingReading />
      </div>
    );
  if (!picked) return null;
  const placeOf = (items: readonly { id?: string | null }[] | undefined, id: string) =>
    items?.findIndex((item, i) => (item.id ?? String(i)) === id) ?? -1;
  if (picked.kind === "reading") {
    const index = placeOf(section.readings, picked.id);
    return index < 0 ? null : (
      <div className="picked-thing">
        <Reading key={picked.id} index={index} />
      </div>
    );
  }
  if (picked.kind === "feature") {
    const index = placeOf(section.features, picked.id);
    const feature = section.features?.[index] as FeatureDocument | undefined;
    return feature ? (
      <div className="picked-thing">
        <Feature key={picked.id} feature={feature} index={index} />
      </div>
    ) : null;
  }
  return picked.kind === "corner" ? (
    <div className="picked-thing">
      <Corner index={picked.index} />
    </div>
  ) : null;
});
