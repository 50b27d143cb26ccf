import { Button } from "@mantine/core";
import { useDocument } from "../../state/context";
import { useFirm } from "../../state/useFirm";

/** The job's price book and the firm's: kept there for the next attic, or taken from there. */
export function FirmBook() {
  const { document, job } = useDocument();
  const { firm, keep, said } = useFirm();
  return (
    <>
      <div className="stack">
        {keep ? (
          <Button size="sm" variant="default" onClick={() => void keep((f) => ({ ...f, book: document.book ?? {} }))}>
            Keep for the firm
          </Button>
        ) : null}
        <Button
          size="sm"
          variant="default"
          disabled={!firm}
          onClick={() =>
            job.edit("the firm's price book", (d) => {
              d.book = firm?.book;
            })
          }
        >
          Take the firm's
        </Button>
      </div>
      {said ? (
        <p className="note" role="status">
          {said}
        </p>
      ) : null}
    </>
  );
}
