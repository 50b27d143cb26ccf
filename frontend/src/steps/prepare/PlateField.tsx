import { Button } from "@mantine/core";
import { MeasureField } from "../../inputs/MeasureField";
import { useDocument, useView } from "../../state/context";
import { CUT } from "../../state/tool";

/** The walls below: drawn as lines over the Floor, or their length typed. */
export function PlateField({ sectionId }: { sectionId: string }) {
  const { document, job, openSection } = useDocument();
  const { tool, setTool } = useView();
  const index = (document.sections ?? []).findIndex((s) => s.id === sectionId);
  const section = document.sections?.[index];
  if (!section) return null;
  const drawn = section.plates_ft?.length ?? 0;
  const drawing = tool.kind === "plates";
  return (
    <>
      <MeasureField
        label="Walls below, length in all"
        path={`sections[${index}].plate_length_ft`}
        kind="ft"
        value={section.plate_length_ft}
        most={10_000}
        hint={drawn ? "typed, it goes before the walls drawn" : undefined}
        onEmpty={() =>
          job.edit("the length of the walls below", (d) => {
            const own = d.sections?.[index];
            if (own) own.plate_length_ft = null;
          })
        }
        onValue={(feet) =>
          job.edit("the length of the walls below", (d) => {
            const own = d.sections?.[index];
            if (own) own.plate_length_ft = feet;
          })
        }
      />
      <div className="row">
        <Button
          variant="default"
          size="xs"
          aria-pressed={drawing}
          onClick={() => {
            openSection(sectionId);
            setTool(drawing ? CUT : { kind: "plates", from: null });
          }}
        >
          {drawing ? "Walls are drawn" : "Draw the walls below"}
        </Button>
        {drawn ? (
          <Button
            variant="default"
            size="xs"
            onClick={() => job.edit("taking a wall below away", (d) => void d.sections?.[index]?.plates_ft?.pop())}
          >
            Take the last one away
          </Button>
        ) : null}
      </div>
      {drawing ? (
        <p className="answer" role="status">
          {tool.from ? "Now tap where that wall ends." : "Tap one end of a wall below, then the other."}
        </p>
      ) : null}
    </>
  );
}
