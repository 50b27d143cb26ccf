import type { SectionDocument } from "../../api/types";
import { useDocument, usePlanned } from "../../state/context";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";

type Retarder = NonNullable<NonNullable<SectionDocument["ceiling"]>["vapor_retarder"]>;

const RETARDERS: readonly { value: Retarder; label: string; hint: string }[] = [
  { value: "none", label: "none", hint: "Bare board or unfaced fill" },
  { value: "class_3", label: "class III", hint: "Latex paint" },
  { value: "class_2", label: "class II", hint: "Kraft facing" },
  { value: "class_1", label: "class I", hint: "Plastic film, foil" },
];

/** Roofs and edges without a channel of air: what may and may not be done, and who designs the rest. */
export function EdgeAdvice() {
  const { section, editSection } = useDocument();
  const { sectionPlan } = usePlanned();
  const advice = sectionPlan?.edge_advice ?? [];
  if (!advice.length)
    return section.kind && section.kind !== "open_floor" ? (
      <p className="note">No eave of its own: its bays are measured and filled in Measure and Choose.</p>
    ) : null;
  return (
    <>
      {advice.map((one) => (
        <Part key={one.kind} title={one.title} aside={one.designed_by_others ? "to be designed" : undefined}>
          <ul className="may">
            {one.may.map((text) => (
              <li key={text}>
                <b>May</b> {text}
              </li>
            ))}
            {one.may_not.map((text) => (
              <li key={text} className="not">
                <b>May not</b> {text}
              </li>
            ))}
          </ul>
          {one.designed_by_others ? (
            <p className="note">
              <b>Designed by a licensed person:</b> its layers, vapor control, drying and fire protection. Install what
              is drawn, nothing else.
            </p>
          ) : null}
        </Part>
      ))}
      <Part title="Vapor control at the ceiling">
        <Pick
          label="Vapor retarder"
          value={section.ceiling?.vapor_retarder ?? null}
          options={RETARDERS}
          onValue={(vapor_retarder) =>
            editSection("the vapor retarder", (s) => {
              s.ceiling = { ...s.ceiling, vapor_retarder };
            })
          }
          note="One, on the side that is warm in winter. Never add a second."
        />
      </Part>
    </>
  );
}
