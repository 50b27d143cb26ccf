import { memo } from "react";

interface Props {
  /** What a command came to that could not be done. */
  said: string | null;
  /** Goes on with what was only warned about. */
  allTheSame: (() => void) | null;
  /** Path in the job → what is wrong there. */
  faults: Record<string, string>;
  /** Why the figures are not up to date, where it is no fault of the job. */
  trouble: string | null;
  onUndo: () => void;
}

/** Over the drawings: what could not be done, and that what is drawn is the last sound state. */
export const Troubles = memo(function Troubles({ said, allTheSame, faults, trouble, onUndo }: Props) {
  const faulty = Object.values(faults)[0];
  return (
    <>
      {said ? (
        <p className="trouble" role="alert">
          {said}{" "}
          {allTheSame ? (
            <button type="button" className="link" onClick={allTheSame}>
              Print it all the same
            </button>
          ) : null}
        </p>
      ) : null}
      {faulty ? (
        <p className="trouble" role="status">
          Drawings and figures are those of the last sound state; the edit after it {faulty}.{" "}
          <button type="button" className="link" onClick={onUndo}>
            Undo it
          </button>
        </p>
      ) : null}
      {trouble ? (
        <p className="trouble" role="alert">
          The figures are not up to date: {trouble}
        </p>
      ) : null}
    </>
  );
});
