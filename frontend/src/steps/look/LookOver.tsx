import { useView } from "../../state/context";
import { Part } from "../../ui/Part";
import { Accesses } from "./Accesses";
import { HazardWalk } from "./HazardWalk";
import { House } from "./House";
import { FloorPhotos } from "./Photos";

/** Look over: why the visit, the house, the ways in, and the hazards, before anyone lies down in old fill. */
export function LookOver() {
  const { lists } = useView();
  return (
    <>
      <Part title="Before you go up">
        <ul className="cautions">
          {lists.standing_cautions.map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
      </Part>
      <House />
      <Accesses />
      <HazardWalk />
      <FloorPhotos />
    </>
  );
}
